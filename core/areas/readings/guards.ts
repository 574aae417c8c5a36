import { addMinutes, dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { isRunning } from '../../treatment/chlorine/batch.ts';
import { judgeReadingFigure } from '../../treatment/chlorine/residual.ts';
import { judgeTrial } from '../../water/quality/controls.ts';
import { COLDEST_C, windowOf } from '../../water/quality/incubation.ts';
import { parameterRow } from '../../water/quality/parameters.ts';
import { isExpired, whyVoid } from '../../water/quality/testReading.ts';
import { needsWater, notBeforeWater } from '../store/guards.ts';
import { runningBatch } from '../store/state.ts';
import type { Followed, KitChecked, ReadingFields, TestBegun } from './fields.ts';
import { alarmOf, followLines, nextStep } from './followUp.ts';
import { chlorineOf, countsBefore, keptOf } from './readings.ts';

const refuse = (id: string, params: Params = {}, hasRemedy = false): Judgement =>
  judge(
    'refuse',
    message(id, params),
    'record',
    hasRemedy ? { remedy: message(`${id}.remedy`, params) } : {},
  );
const warn = (id: string, params: Params = {}, hasRemedy = true): Judgement =>
  judge(
    'warn',
    message(id, params),
    'practice',
    hasRemedy ? { remedy: message(`${id}.remedy`, params) } : {},
  );

/** The kit is what it is said to be, and not past its day. */
function judgeKit(facts: Facts, kit: ReadingFields['kit'], at: Instant): Judgement[] {
  if (!kit) return [];
  const supply = kit.supply === undefined ? undefined : facts.supply[kit.supply];
  if (kit.supply !== undefined && !supply) return [refuse('guard.no-supply')];
  const judgements: Judgement[] = [];
  if (supply?.expiresOn && kit.expires && supply.expiresOn !== kit.expires)
    judgements.push(refuse('guard.kit-other', { name: supply.name, expiresDay: supply.expiresOn }, true));
  if (supply && supply.amount - supply.used < 1)
    judgements.push(warn('guard.kit-empty', { name: supply.name }));
  const trial = supply?.checks?.at(-1);
  if (supply && trial && judgeTrial(trial).verdict !== 'ok')
    judgements.push(
      warn('guard.kit-doubted', { name: supply.name, onDay: dayOf(trial.at, facts.group.timeZone) }),
    );
  const expires = kit.expires ?? supply?.expiresOn;
  if (expires && isExpired({ kit: { expires } }, dayOf(at, facts.group.timeZone)))
    judgements.push(warn('guard.kit-expired', { expiresDay: expires }));
  return judgements;
}

/** A reading is told, whatever it says; what cannot have been read is asked. */
export function onRead(facts: Facts, entry: Told<ReadingFields>, now: Instant): Judgement[] {
  const { data, subject, happenedAt } = entry;
  const judgements: Judgement[] = [];
  const container = facts.container[subject];
  if (container) {
    const empty = needsWater(container);
    if (empty.length > 0) return empty;
    // what is bad counts whenever it was read, what is good of the water that it was read of: that is told, not forbidden
    if (!countsBefore(keptOf(entry)))
      judgements.push(
        ...notBeforeWater(container, happenedAt).map(j => ({ ...j, verdict: 'warn' as const })),
      );
  }
  judgements.push(...judgeKit(facts, data.kit, happenedAt));
  const reading = keptOf(entry);
  const chlorine = chlorineOf(reading);
  const running = container && runningBatch(container, now);
  if (chlorine?.mgL !== undefined && data.beyond === undefined) {
    const figure = judgeReadingFigure(chlorine.mgL, running?.standing.dosedMgL);
    if (figure.verdict !== 'ok') judgements.push(figure);
  }
  const untilAt = running?.standing.standsUntil;
  if (chlorine && running && untilAt && isRunning(running.standing.phase) && happenedAt < untilAt)
    judgements.push(judge('warn', message('guard.read-early', { untilAt }), 'who-gdwq'));
  const why = whyVoid(reading);
  if (why === 'early') {
    const fromH = windowOf(data.incubated!)!.fromH;
    judgements.push(
      refuse('guard.bottle-early', { untilAt: addMinutes(data.incubated!.from, fromH * 60) }, true),
    );
  } else if (why) judgements.push(warn(`guard.bottle-${why}`));
  if (subject.startsWith('supply:') && data.point !== 'inlet' && data.point !== 'outlet')
    judgements.push(refuse('guard.filter-point'));
  return judgements;
}

/** A sample is set to stand where what is sought grows, from water that is there. */
export function onBegun(facts: Facts, { data, happenedAt }: Told<TestBegun>): Judgement[] {
  const container = facts.container[data.of];
  if (data.of.startsWith('container:') && !container) return [refuse('guard.no-container')];
  if (data.of.startsWith('source:') && !facts.source[data.of]) return [refuse('guard.no-source')];
  if (container) {
    const empty = needsWater(container);
    if (empty.length > 0) return empty;
  }
  const judgements = judgeKit(facts, data.kit, happenedAt);
  if (data.temperatureC < COLDEST_C)
    judgements.push(warn('guard.bottle-begun-cold', { temperatureC: data.temperatureC }));
  const isChlorinated =
    container?.fill?.water === 'treated-tap' || (container?.fill?.batches.length ?? 0) > 0;
  if (isChlorinated && !data.isDechlorinated) judgements.push(warn('guard.no-thiosulphate'));
  return judgements;
}

/** A step belongs to a follow-up that is open, and what the record has to show is not said. */
export function onFollowed(facts: Facts, { subject, data }: Told<Followed>): Judgement[] {
  const container = facts.container[subject];
  const found = container ?? facts.source[subject];
  const alarm = found && alarmOf(found, data.of);
  if (!found || !alarm) return [refuse('guard.no-follow-up')];
  const line = followLines(found, alarm, container).find(l => l.step === data.step);
  return line?.byRecord ? [refuse(`guard.by-record.${data.step}`, {}, true)] : [];
}

/** A follow-up is closed when each of its steps is done: what was not retested does not come back. */
export function onClosed(facts: Facts, { subject, data }: Told<{ readonly of: string }>): Judgement[] {
  const container = facts.container[subject];
  const found = container ?? facts.source[subject];
  const alarm = found && alarmOf(found, data.of);
  if (!found || !alarm) return [refuse('guard.no-follow-up')];
  const step = nextStep(followLines(found, alarm, container));
  return step ? [refuse('guard.follow-up-open', { step: `follow.${step}` }, true)] : [];
}

/** Refuses a check of what is no test kit, and a figure that the parameter cannot have. */
export const onKitChecked = (facts: Facts, { subject, data }: Told<KitChecked>): Judgement[] => {
  if (facts.supply[subject]?.kind !== 'test-kit') return [refuse('guard.no-kit')];
  const { most } = parameterRow(data.parameter);
  const isOver = [data.first.value, data.second?.value].some(value => (value ?? 0) > most);
  return isOver ? [refuse('guard.beyond-possible')] : [];
};
