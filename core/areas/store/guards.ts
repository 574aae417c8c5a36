import { dayOf, type Instant, minutesBetween } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { laterWord } from '../../log/guard.ts';
import { judgeFinding, judgeHeldBefore } from '../../storage/containers/fitness.ts';
import { judgeLift } from '../../storage/containers/mass.ts';
import { isPack, pieceL } from '../../storage/containers/pack.ts';
import { leftParams } from '../../water/quality/advice.ts';
import type { ContainerFacts } from './facts.ts';
import type { ContainerChange, ContainerFields, Draw, Inspection, Standing, TakenUp } from './fields.ts';
import { containersIn, containersOfCode, placesOf } from './find.ts';
import { judgePlacing } from './placing.ts';
import { containerState, kindOf } from './state.ts';

/** A guard of what is done to a container that is there. */
export const ofContainer =
  <D>(judge: (facts: Facts, container: ContainerFacts, entry: Told<D>, now: Instant) => Judgement[]) =>
  (facts: Facts, entry: Told<D>, now: Instant): Judgement[] =>
    judge(facts, facts.container[entry.subject]!, entry, now);

/** Set down once, under a code of its own, as a kind and in a place that are known. */
export function onAdded(facts: Facts, { subject, data }: Told<ContainerFields>): Judgement[] {
  const judgements = judgeCode(facts, data.code, subject);
  if (facts.container[subject]) judgements.push(judge('refuse', message('guard.set-down-already'), 'record'));
  if (!kindOf(facts, data.kind))
    judgements.push(judge('refuse', message('guard.no-kind', { kind: data.kind }), 'record'));
  if (!facts.place[data.place]) judgements.push(judge('refuse', message('guard.no-place'), 'record'));
  const past = judgeHeldBefore(data.heldBefore);
  // an unfit vessel may be set down all the same, so its past is a caution here and a stop where water goes in
  if (past.verdict !== 'ok') judgements.push({ ...past, verdict: 'warn' });
  return judgements;
}

export const onChanged = ofContainer((facts, container, entry: Told<ContainerChange>) => [
  ...(entry.data.code === undefined ? [] : judgeCode(facts, entry.data.code, entry.subject)),
  ...laterWord(entry.happenedAt, container.addedAt),
]);

/** Codes stand for one container each. */
function judgeCode(facts: Facts, code: string, subject: string): Judgement[] {
  const same = [...containersOfCode(facts, code)].find(id => id !== subject);
  const other = same && facts.container[same];
  return other
    ? [
        judge('refuse', message('guard.code-taken', { code: other.code }), 'record', {
          remedy: message('guard.code-taken.remedy'),
        }),
      ]
    : [];
}

/** A place is taken away when nothing stands in it. */
export function onPlaceRemoved(facts: Facts, { subject }: Told): Judgement[] {
  const count = containersIn(facts, subject).size;
  return count > 0
    ? [
        judge('refuse', message('guard.place-in-use', { count }), 'record', {
          remedy: message('guard.place-in-use.remedy'),
        }),
      ]
    : [];
}

/** A building is taken away when no place is in it. */
export function onBuildingRemoved(facts: Facts, { subject }: Told): Judgement[] {
  const count = placesOf(facts, subject).size;
  return count > 0 ? [judge('refuse', message('guard.building-in-use', { count }), 'record')] : [];
}

/** A finding is told, whatever it is: what was seen is not refused. */
export function onInspected(_: Facts, { data }: Told<Inspection>): Judgement[] {
  const found = judgeFinding(data.found);
  return found.verdict === 'ok' ? [] : [{ ...found, verdict: 'warn' }];
}

/** After so long without a word, a container that somebody took up on a round is free again (minutes). */
const HELD_MIN = 45;

/** Held by another browser on a round: neither helper does it twice. */
export function isHeldElsewhere(container: ContainerFacts, browser: string, now: Instant): boolean {
  const { takenUp, label } = container;
  if (!takenUp || takenUp.browser === browser || minutesBetween(takenUp.at, now) > HELD_MIN) return false;
  return !label || label.at < takenUp.at;
}

export const onTakenUp = ofContainer((_, container, entry: Told<TakenUp>, now) => {
  if (!isHeldElsewhere(container, entry.data.browser, now)) return [];
  const params = { code: container.code, by: container.takenUp?.by ?? '' };
  return [
    judge('refuse', message('guard.taken-up', params), 'record', {
      remedy: message('guard.taken-up.remedy'),
    }),
  ];
});

/** Something is done to the water in it: there must be some. */
export function needsWater(container: ContainerFacts, at?: Instant): Judgement[] {
  const { fill, code } = container;
  return fill && fill.remainingL > 0
    ? notBeforeWater(container, at)
    : [judge('refuse', message('guard.is-empty', { code }), 'record')];
}

/** What is done to water comes after the first that was written down of it. */
export const notBeforeWater = ({ fill, past, code }: ContainerFacts, at: Instant | undefined): Judgement[] =>
  at !== undefined && fill && at < fill.since && past === undefined
    ? [
        judge('refuse', message('guard.before-water', { code, filledAt: fill.since }), 'record', {
          remedy: message('guard.before-water.remedy'),
        }),
      ]
    : [];

export const onMoved = ofContainer((facts, container, entry: Told<Standing>, now) => {
  if (!facts.place[entry.data.place]) return [judge('refuse', message('guard.no-place'), 'record')];
  const { massKg: fullKg } = containerState(facts, container, now, dayOf(now, facts.group.timeZone));
  const judgements = [
    ...judgePlacing(facts, container, fullKg, entry.data.place, entry.data.shelf),
    ...laterWord(entry.happenedAt, container.addedAt),
  ];
  const lift = judgeLift(fullKg, facts.plan.liftKg);
  return lift.verdict === 'ok' ? judgements : [...judgements, lift];
});

export const onDrawn = ofContainer((facts, container, entry: Told<Draw>, now) => {
  const empty = needsWater(container, entry.happenedAt);
  if (empty.length > 0) return empty;
  const judgements: Judgement[] = [];
  const { volumeL, use } = entry.data;
  const left = container.fill!.remainingL;
  if (volumeL > left + 1e-6) {
    judgements.push(
      judge('refuse', message('guard.more-than-left', { volumeL, litres: left }), 'arithmetic'),
    );
  }
  const kind = kindOf(facts, container.kind);
  if (kind && isPack(kind) && Math.abs(volumeL - (entry.data.pieces ?? 0) * pieceL(kind)) > 1e-3)
    judgements.push(judge('warn', message('guard.part-of-bottle', { pieceL: pieceL(kind) }), 'practice'));
  const state = containerState(facts, container, now, dayOf(now, facts.group.timeZone));
  // a bottle that stands by itself is judged where it is drunk; one out of a pack that failed or waits is not begun
  if (entry.data.into) {
    if (state.state === 'failed' || state.state === 'waiting')
      judgements.push(
        judge('refuse', message('guard.bottle-unfit', { code: container.code }), 'record', {
          remedy: message('guard.bottle-unfit.remedy'),
        }),
      );
    return judgements;
  }
  const { code, setApart } = container;
  if (use === 'lost')
    return [
      ...judgements,
      judge('warn', message('guard.lost', { code }), 'cdc-storage', { remedy: message('guard.lost.remedy') }),
    ];
  if (use === 'drinking' && state.counts === 'limited')
    judgements.push(
      judge(
        'warn',
        message('guard.draw-limited', { code, ...leftParams(state.fitness?.left ?? []) }),
        'who-hwt',
        {
          remedy: message('guard.draw-limited.remedy'),
        },
      ),
    );
  else if (setApart && state.counts === null && state.goodUntil)
    judgements.push(judge('warn', message('guard.draw-apart', { code, what: setApart }), 'record'));
  else if (use === 'drinking' && state.counts !== 'drinking') {
    const id =
      state.state === 'waiting' && state.standing?.phase === 'stand'
        ? 'guard.draw-standing'
        : `guard.draw-${state.state}`;
    const params: Record<string, string> = {
      code: container.code,
      ...(state.standing?.standsUntil ? { untilAt: state.standing.standsUntil } : {}),
    };
    judgements.push(
      judge('refuse', message(id, params), 'who-gdwq', { remedy: message(`${id}.remedy`, params) }),
    );
  }
  return judgements;
});
