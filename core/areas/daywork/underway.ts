import { addMinutes, type Instant, minutesBetween } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { Hand, Minute, Problem, Span, Stage } from '../../planning/schedule/problem.ts';
import { runDay } from '../../planning/schedule/run.ts';
import type { Begun, BegunPhase, Schedule } from '../../planning/schedule/schedule.ts';
import type { Underway } from '../../planning/schedule/search.ts';
import type { BatchFacts, WorkFacts } from './facts.ts';

/** Batches of a stage are counted: `1.2#3` is the third. */
export const numberOf = (batch: string): number => Number(batch.split('#').at(-1)) || 1;

/** The minute of the work that an instant lies in, and the instant of a minute. */
export const minuteOf = ({ laidAt }: WorkFacts, at: Instant): Minute =>
  Math.max(0, Math.floor(minutesBetween(laidAt, at)));

/** The instant of a minute of the work, counted from when it was laid out. */
export const instantOf = ({ laidAt }: WorkFacts, minute: Minute): Instant => addMinutes(laidAt, minute);

/**
 * The phases of a batch as far as its sheet tells them: each is over when its step was done. A step that waits for a hand is
 * not begun before it is done; one that takes its time began when the one before it was done.
 */
function phasesOf(work: WorkFacts, batch: BatchFacts, stage: Stage): BegunPhase[] {
  const out: BegunPhase[] = [];
  let from = minuteOf(work, batch.at);
  const endedMin = batch.ended && minuteOf(work, batch.ended.at);
  for (const [i, phase] of stage.phases.entries()) {
    const done = batch.done.findLast(d => d.step === phase.id);
    // what has no sheet is one walk: it is done when it has ended
    const doneMin = done ? minuteOf(work, done.at) : batch.sheet === undefined ? endedMin : undefined;
    const hand = phase.hand && (work.problem.hands.find(h => h.id === done?.by)?.id ?? batch.hand);
    const by = hand ? { hand } : {};
    if (doneMin === undefined) {
      // the first is in hand from the beginning
      if (!phase.hand || i === 0) out.push({ id: phase.id, from, ...by });
      return out;
    }
    const until = Math.max(from, doneMin);
    out.push({ id: phase.id, from, until, ...by });
    from = until;
  }
  return out;
}

/** What has begun, as the schedule takes it: nothing of it moves. What was said to be late is the step that was live then. */
export function begunOf(work: WorkFacts): Begun[] {
  const stages = work.problem.lines.flatMap(line => line.stages);
  return work.batches.flatMap(batch => {
    const stage = stages.find(s => s.id === batch.stage);
    if (!stage) return [];
    const phases = phasesOf(work, batch, stage);
    const liveFrom = phases.at(-1)?.from ?? 0;
    const lateMin = batch.late
      .filter(late => minuteOf(work, late.at) >= liveFrom)
      .reduce((sum, late) => sum + late.minutes, 0);
    const ended = batch.ended && { at: minuteOf(work, batch.ended.at), isLost: batch.ended.isLost };
    return [
      {
        ...{ batch: batch.batch, stage: stage.id, litres: batch.litres, lateMin, phases },
        ...(batch.tool === undefined ? {} : { tool: batch.tool }),
        ...(batch.stove === undefined ? {} : { stove: batch.stove }),
        ...(ended ? { ended } : {}),
      },
    ];
  });
}

const untilGone = (awake: readonly Span[], at: Minute): Span[] =>
  awake.filter(span => span.from < at).map(span => ({ ...span, until: Math.min(span.until, at) }));

/** The work as it can still be done: whoever was called away is counted on no more. */
export function problemNow(work: WorkFacts): Problem {
  const hands = work.problem.hands.map((hand): Hand => {
    const at = work.gone[hand.id];
    return at === undefined ? hand : { ...hand, awake: untilGone(hand.awake, minuteOf(work, at)) };
  });
  return { ...work.problem, hands };
}

/** How far the work is: the minute that it is now, and the phases that were begun. */
export const underwayOf = (work: WorkFacts, now: Instant): Underway => ({
  now: minuteOf(work, now),
  begun: begunOf(work),
});

/** The work as it stands: what was done, what runs, and what comes next, by the order that was chosen. */
export function scheduleNow(work: WorkFacts, now: Instant): Schedule {
  const { now: minute, begun } = underwayOf(work, now);
  return runDay(problemNow(work), work.choices, minute, begun);
}

/** The work that goes on, the one laid last; there may be none. */
export const openWork = ({ work }: Pick<Facts, 'work'>): WorkFacts | undefined =>
  Object.values(work)
    .filter(w => !w.closedAt)
    .sort((a, b) => (a.laidAt < b.laidAt ? 1 : -1))[0];
