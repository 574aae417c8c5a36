import { addMinutes, type Instant } from '../../base/day.ts';
import { standingOf } from '../../treatment/chlorine/batch.ts';
import { parameterRow } from '../../water/quality/parameters.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { openAlarms, retestOf } from './alarms.ts';
import type { Alarm, Kept, Readings } from './facts.ts';
import { type FollowStep, followSteps } from './fields.ts';

/** A subject in which a fail was found. */
export interface Followed {
  readonly tests?: Readings;
  readonly alarms?: readonly Alarm[];
}

/** A step of a follow-up, and what shows that it was done. */
export interface FollowLine {
  readonly step: FollowStep;
  readonly doneAt?: Instant;
  readonly by?: string;
  readonly way?: 'treated' | 'discarded';
  /** It cannot be said to be done: the record has to show it. */
  readonly byRecord?: true;
}

/** When the water that failed was treated or poured away, as the record shows it; undefined where it stands as it was. */
export function dealtWithAt(
  container: ContainerFacts,
  { at, reading }: Alarm,
): { at: Instant; way: 'treated' | 'discarded' } | undefined {
  const { fill } = container;
  if (!fill) return { at, way: 'discarded' };
  if (fill.since > at) return { at: fill.since, way: 'discarded' };
  const kind = parameterRow(reading.parameter).class;
  const passed = fill.batches.findLast(b => b.begunAt > at && standingOf(b, '9999').provedAt);
  // heat and chlorine answer germs, a still nitrate, and nothing what stops by eye or nose
  const answers =
    kind === 'germs'
      ? [fill.germsTreatedAt, passed && standingOf(passed, '9999').provedAt]
      : kind === 'acute'
        ? [fill.desaltedAt]
        : [];
  const ends = answers.filter(end => end !== undefined && end > at);
  const last = ends.sort().at(-1);
  return last ? { at: last, way: 'treated' } : undefined;
}

/** Of germs at a source one clean test is a chance: two, a day apart, answer it (§11). */
function retestOfSource(tests: Readings | undefined, alarm: Alarm, from: Instant): Kept | undefined {
  const first = retestOf(tests, alarm, from);
  if (!first || parameterRow(alarm.reading.parameter).class !== 'germs') return first;
  return retestOf(tests, alarm, addMinutes(first.at, DAY_MIN - 1));
}
const DAY_MIN = 24 * 60;

/**
 * The sheet of a follow-up: stop, tell those who drank of it, sample again, treat or pour away, find the cause, clean, retest.
 * What the record shows by itself is done by it: water poured out, a vessel sanitised; a retest only ever is.
 * @param container the vessel, where it is one; a source has no water that is poured away
 */
export function followLines(subject: Followed, alarm: Alarm, container?: ContainerFacts): FollowLine[] {
  const said = (step: FollowStep) => {
    const done = alarm.steps[step];
    return done ? { doneAt: done.at, by: done.by, ...(done.way ? { way: done.way } : {}) } : {};
  };
  const dealt = container && dealtWithAt(container, alarm);
  const cleaned =
    container?.sanitisedAt && container.sanitisedAt > alarm.at ? container.sanitisedAt : undefined;
  const before = [alarm.at, alarm.steps.treat?.at, alarm.steps.cause?.at, dealt?.at].filter(
    at => at !== undefined,
  );
  const from = before.sort().at(-1)!;
  const retest = container
    ? retestOf(subject.tests, alarm, from)
    : retestOfSource(subject.tests, alarm, from);
  return followSteps.map((step): FollowLine => {
    if (step === 'treat' && container)
      return { step, ...(dealt ? { doneAt: dealt.at, way: dealt.way } : {}), byRecord: true };
    if (step === 'clean' && cleaned) return { step, doneAt: cleaned };
    if (step === 'retest') return { step, ...(retest ? { doneAt: retest.at } : {}), byRecord: true };
    return { step, ...said(step) };
  });
}

/** The step that waits; undefined when all are done and the follow-up can be closed. */
export const nextStep = (lines: readonly FollowLine[]): FollowStep | undefined =>
  lines.find(l => !l.doneAt)?.step;

/** The open alarm of a reading. */
export const alarmOf = (subject: Followed, entry: string): Alarm | undefined =>
  openAlarms(subject).find(a => a.entry === entry);
