import type { Instant } from '../../base/day.ts';
import { lineOf } from '../../planning/schedule/lineOf.ts';
import type { Minute, Problem, Span, Tool, ToolKind } from '../../planning/schedule/problem.ts';
import { runDay } from '../../planning/schedule/run.ts';
import type { Schedule } from '../../planning/schedule/schedule.ts';
import { plainChoices } from '../../planning/schedule/search.ts';
import { usesOf } from '../../planning/schedule/uses.ts';
import type { Context } from '../../treatment/methods/method.ts';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import type { TrainCase } from '../../treatment/trains/grade.ts';
import {
  type Broken,
  isBroken,
  type Means,
  type Taken,
  takenOf,
  tooLittle,
} from '../../treatment/trains/step.ts';
import { costOf, forLitres, fuelOf, type Train } from '../../treatment/trains/train.ts';
import { HORIZON_MIN, sunOf, toolsFor } from './form.ts';

/** With what so many litres are made: the tools of a kind, and how many pairs of hands. */
export interface With {
  readonly toolsOf: (kind: ToolKind) => readonly Tool[];
  readonly hands: number;
}

/** Litres that go into one batch of a train: what its largest tool holds, and none of its methods takes more at once. */
function batchFor({ found: { volumeL }, isAllThereIs }: TrainCase, { steps }: Train, tools: readonly Tool[]) {
  const most = steps.flatMap(({ means }) => {
    const blank = treatmentOf(means.method).blanks.find(b => b.id === 'volumeL');
    return blank?.kind === 'quantity' ? [blank.most] : [];
  });
  const largest = Math.max(0, ...tools.map(tool => tool.litres));
  return Math.min(volumeL, ...most, ...(isAllThereIs || largest === 0 ? [] : [largest]));
}

/** Of the things that a batch is taken from, the one of which there is least, and for how many batches that does. */
function scarcestOf(
  steps: readonly Taken[],
): { readonly means: Means; readonly taken: number; readonly batches: number } | undefined {
  return steps
    .flatMap(step => {
      const taken = takenOf(step);
      const { means } = step;
      return means.left && taken > 0 ? [{ means, taken, batches: means.left.amount / taken }] : [];
    })
    .sort((a, b) => a.batches - b.batches)[0];
}

/** Halvings after which a batch is known to a thousandth. */
const HALVINGS = 12;

/** The largest batch that everything that is kept does for (L); nothing at all where that is counted in pieces and there is none. */
function largestBatch(whole: number, ofBatch: (volumeL: number) => Train | Broken | undefined): number {
  let [least, most] = [0, whole];
  for (let i = 0; i < HALVINGS; i++) {
    const half = (least + most) / 2;
    const one = ofBatch(half);
    const isEnough = one && !isBroken(one) && (scarcestOf(one.steps)?.batches ?? 1) >= 1 - CRUMB;
    if (isEnough) least = half;
    else most = half;
  }
  return least;
}

/** A crumb of a batch that sums of doubles leave behind. */
const CRUMB = 1e-9;

/**
 * A train for all the litres that a case asks for: one batch of it is measured out, as many are made as what is kept does for, and
 * the work is carried out with the tools and hands that there are, as the day's work has it. The hours are those of work: the
 * night and the way to the water are the day's.
 * @returns what breaks it, where it is made of not even a part of a batch
 */
export function inBatches(
  c: TrainCase,
  train: Train,
  context: Context,
  { toolsOf, hands }: With,
): Train | Broken | undefined {
  const tools = toolsFor([train]).flatMap(kind => toolsOf(kind));
  const ofBatch = (volumeL: number) => forLitres({ ...c, found: { ...c.found, volumeL } }, train, context);
  const whole = batchFor(c, train, tools);
  const first = ofBatch(whole);
  if (!first || isBroken(first)) return first;
  const short = scarcestOf(first.steps);
  // not even one whole batch: the largest that there is enough for
  const intoL = short && short.batches < 1 - CRUMB ? largestBatch(whole, ofBatch) : whole;
  const one = intoL === whole ? first : ofBatch(intoL);
  if (!one || isBroken(one))
    return short ? { means: short.means, broken: tooLittle(short.means, short.taken) } : one;
  const scarce = scarcestOf(one.steps);
  const asked = c.found.volumeL / intoL;
  const does = scarce ? Math.max(1, Math.floor(scarce.batches + CRUMB)) : Number.POSITIVE_INFINITY;
  const isEnough = scarce === undefined || scarce.batches >= asked - CRUMB;
  const batches = isEnough ? Math.ceil(asked - CRUMB) : does;
  const endL = isEnough ? asked * one.endL : batches * one.endL;
  const work = carriedOut(one, endL, tools, { hands, now: c.now, context });
  const uses = work?.uses ?? one.uses.map(use => ({ ...use, amount: use.amount * batches }));
  return {
    ...one,
    endL,
    minutes: work?.minutes ?? one.minutes * batches,
    handMin: work?.handMin ?? one.handMin * batches,
    uses,
    fuelKg: fuelOf(uses),
    cost: costOf(c, uses),
    amount: {
      ...{ askedL: c.found.volumeL, batchL: one.endL, batches },
      ...(isEnough ? {} : { ends: scarce!.means }),
    },
  };
}

/** Hands that do not sleep, and a room that holds all: the work itself. */
const always: readonly Span[] = [{ from: 0, until: HORIZON_MIN }];

/**
 * The work of so many litres by the plainest order. What takes longer than a day's work looks ahead goes on as it went.
 * Nothing where not a litre of it is ready by then.
 */
function carriedOut(
  one: Train,
  endL: number,
  tools: readonly Tool[],
  { hands, now, context }: { readonly hands: number; readonly now: Instant; readonly context: Context },
) {
  const heldL = (one.steps[0]?.before.volumeL ?? endL) * (endL / one.endL);
  const line = lineOf('1', one.steps, tools, { heldL }, context);
  if ('missing' in line) return undefined;
  const problem: Problem = {
    ...{ needL: endL, lines: [line], tools },
    hands: Array.from({ length: hands }, (_, i) => ({ id: `${i + 1}`, awake: always })),
    ...{ daylight: sunOf([one], now), waitingL: heldL, readyL: heldL },
    ...{ eveningMin: HORIZON_MIN, horizonMin: HORIZON_MIN },
  };
  const schedule = runDay(problem, plainChoices(problem));
  const last = schedule.ready.at(-1);
  if (!last || last.litres <= 0) return undefined;
  const more = schedule.endMin === undefined ? endL / last.litres : 1;
  return {
    minutes: (schedule.endMin ?? last.at) * more,
    handMin: handsOf(schedule) * more,
    uses: usesOf(problem, schedule).map(use => ({ ...use, amount: use.amount * more })),
  };
}

/** Minutes that hands are at it in all, each pair for itself. */
export const handsOf = ({ bars }: Schedule): Minute =>
  bars.filter(bar => bar.hand !== undefined).reduce((sum, bar) => sum + bar.until - bar.from, 0);
