import { dayOf, type Instant, minutesBetween } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { FROST_HEADSPACE_SHARE, usableL } from '../../storage/containers/kinds.ts';
import { massKg } from '../../storage/containers/mass.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { asItComes, isDrinkable, neverDrunk } from '../../water/waters.ts';
import { vesselUnfit } from '../sheets/treating.ts';
import { heldAt } from '../sources/findings.ts';
import { judgeNotice, noticesFor, stopsAt } from '../sources/known.ts';
import type { ContainerFacts } from './facts.ts';
import type { Filling, SourceNamed } from './fields.ts';
import { filled } from './fill.ts';
import { needsWater, ofContainer } from './guards.ts';
import { judgePlacing } from './placing.ts';
import { containerState, kindOf, runningBatch } from './state.ts';

/** What its source says of a water that is about to go in: a stop, a notice, or another water than it is called. */
function judgeSource(
  facts: Facts,
  { source: id, water }: Pick<Filling, 'source' | 'water'>,
  now: Instant,
): Judgement[] {
  if (!id) return [];
  const source = facts.source[id];
  if (!source) return [judge('refuse', message('guard.no-source'), 'record')];
  const judgements = noticesFor(facts, id).map(notice => {
    const judged = judgeNotice(notice);
    return notice.kind === 'do-not-use' ? judged : { ...judged, verdict: 'warn' as const };
  });
  const [stop] = stopsAt(facts, source, now);
  // what may still be washed with is told; what serves for nothing is refused
  const isDead = heldAt(facts, source, now).some(h => h.most === 'never') || source.kind === 'flood';
  if (stop) judgements.push({ ...stop, verdict: isDead ? 'refuse' : 'warn' });
  const is = kindRow(source.kind).water;
  if (!stop && is !== water)
    judgements.push(
      judge(
        'warn',
        message('guard.source-other', { name: source.name, is: `water.${is}`, water: `water.${water}` }),
        'record',
        {
          remedy: message('guard.source-other.remedy'),
        },
      ),
    );
  return judgements;
}

export const onSourceNamed = ofContainer((facts, container, { data }: Told<SourceNamed>, now) => [
  ...needsWater(container),
  ...(container.fill ? judgeSource(facts, { ...container.fill, source: data.source }, now) : []).map(
    // what is in it came from there: that is told, not forbidden
    j => (j.reason.id === 'guard.no-source' ? j : { ...j, verdict: 'warn' as const }),
  ),
]);

/** What is poured out of another vessel: it holds as much, and nothing is under way in it. */
function judgePouring(facts: Facts, { subject, also = [], data }: Told<Filling>, now: Instant): Judgement[] {
  const { vessel: id, volumeL } = data;
  if (id === undefined) return [];
  const from = facts.container[id];
  if (!from || id === subject) return [judge('refuse', message('guard.no-container'), 'record')];
  const left = from.fill?.remainingL ?? 0;
  const judgements: Judgement[] = [];
  // a bottle out of a pack was drawn by itself
  if (also.includes(id) && volumeL.value > left + 1e-6)
    judgements.push(
      judge(
        'refuse',
        message('guard.more-than-left', { volumeL: volumeL.value, litres: left }),
        'arithmetic',
      ),
    );
  const { state } = containerState(facts, from, now, dayOf(now, facts.group.timeZone));
  if (!from.held?.length && (state === 'failed' || state === 'waiting'))
    judgements.push(judge('warn', message('guard.poured-along', { code: from.code }), 'who-gdwq'));
  if (from.held?.length)
    judgements.push(
      judge('refuse', message('guard.bottle-unfit', { code: from.code }), 'record', {
        remedy: message('guard.bottle-unfit.remedy'),
      }),
    );
  return judgements;
}

export const onFilled = ofContainer((facts, container, entry: Told<Filling>, now) => {
  const judgements: Judgement[] = [];
  const kind = kindOf(facts, container.kind);
  const { volumeL, water } = entry.data;
  if (container.condemned)
    judgements.push(judge('refuse', message('guard.condemned', { why: container.condemned.why }), 'record'));
  if (kind && volumeL.value > kind.nominalL * 1.02) {
    judgements.push(
      judge(
        'refuse',
        message('guard.overfull', { volumeL: volumeL.value, nominalL: kind.nominalL }),
        'arithmetic',
        {
          remedy: message('guard.overfull.remedy', { usableL: usableL(kind) }),
        },
      ),
    );
  } else if (
    kind &&
    facts.place[container.place]?.mayFreeze &&
    volumeL.value > kind.nominalL * (1 - FROST_HEADSPACE_SHARE) + 1e-9
  ) {
    const frostL = kind.nominalL * (1 - FROST_HEADSPACE_SHARE);
    judgements.push(judge('warn', message('guard.frost', { frostL }), 'practice'));
  }
  if (kind) {
    const placing = judgePlacing(
      facts,
      container,
      massKg(kind, volumeL.value),
      container.place,
      container.shelf,
    );
    judgements.push(...placing);
  }
  const left = container.fill?.remainingL ?? 0;
  if (left > 0) {
    const running = runningBatch(container, now);
    judgements.push(
      running && running.standing.doses > 0
        ? judge('refuse', message('guard.fill-standing'), 'who-gdwq')
        : judge('warn', message('guard.fill-onto', { litres: left }), 'cdc-storage', {
            remedy: message('guard.fill-onto.remedy'),
          }),
    );
  }
  const vessel = vesselUnfit(facts, container);
  if (vessel && (vessel.most === 'never' || isDrinkable(water)))
    judgements.push(
      vessel.most === 'never' ? vessel.judgement : { ...vessel.judgement, verdict: 'warn' as const },
    );
  judgements.push(...judgeSource(facts, entry.data, now), ...judgePouring(facts, entry, now));
  if (neverDrunk(water, entry.data.origin))
    judgements.push({
      ...judge(
        asItComes(water) === 'never' ? 'refuse' : 'warn',
        message(`guard.never-drunk.${water}`),
        'who-gdwq',
        { remedy: message('guard.never-drunk.remedy') },
      ),
    });
  judgements.push(...judgeLongAgo(facts, container, entry, now));
  return judgements;
});

/** No term is shorter than the day of which a filling may still be told as of now (minutes). */
const TOLD_LATE_MIN = 1440;

/** What was filled long ago, here or in the vessel it comes out of, may be past its term: that is said at once, with what can be done. */
function judgeLongAgo(
  facts: Facts,
  container: ContainerFacts,
  entry: Told<Filling>,
  now: Instant,
): Judgement[] {
  const isFresh = minutesBetween(entry.happenedAt, now) < TOLD_LATE_MIN && entry.data.vessel === undefined;
  if (isFresh || container.fill) return [];
  const old = { ...container, fill: filled(undefined, entry) };
  const { state, goodUntil } = containerState(facts, old, now, dayOf(now, facts.group.timeZone));
  return state === 'past' && goodUntil
    ? [
        judge('warn', message('guard.filled-long-ago', { untilDay: goodUntil.day }), 'record', {
          remedy: message('guard.filled-long-ago.remedy'),
        }),
      ]
    : [];
}
