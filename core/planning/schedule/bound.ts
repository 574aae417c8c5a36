import {
  CRUMB_L,
  joined,
  type Line,
  type Minute,
  type Phase,
  type Problem,
  type Span,
  type Stage,
  shareAfter,
  within,
} from './problem.ts';

/** Minutes of the phases of a batch of a size that are of a kind. */
const lasts = (stage: Stage, size: number, is: (phase: Phase) => boolean = () => true): Minute =>
  stage.phases.reduce((sum, phase) => sum + (is(phase) ? phase.minutes[size]! : 0), 0);

/** The least time any batch of a stage takes. */
const shortest = (stage: Stage): Minute => Math.min(...stage.sizesL.map((_, size) => lasts(stage, size)));

/**
 * The most litres that one tool puts through in each of so many minutes: whole batches of any sizes one after another, as a
 * knapsack that is filled with time (Gilmore and Gomory 1966).
 */
function mostIn(minutes: Minute, batches: readonly { litres: number; minutes: Minute }[]): Float64Array {
  const most = new Float64Array(minutes + 1);
  for (let t = 1; t <= minutes; t += 1) {
    let best = most[t - 1]!;
    for (const batch of batches) {
      const before = t - batch.minutes;
      if (batch.minutes > 0 && before >= 0) best = Math.max(best, most[before]! + batch.litres);
    }
    most[t] = best;
  }
  return most;
}

/** What limits a line at one of its stages: litres that come through by a moment, as they are ready in the end. */
type Limit = (until: Minute) => number;

/** Batches of a stage as they fill one of its tools. */
const batchesOf = (stage: Stage, litres: number, share: number, minutesOfSize: (size: number) => Minute) =>
  stage.sizesL.flatMap((sizeL, size) =>
    size > 0 && stage.sizesL[size - 1]! >= litres
      ? []
      : [{ litres: Math.min(sizeL, litres) * share, minutes: minutesOfSize(size) }],
  );

function limitsOf(problem: Problem, line: Line, awake: readonly Span[]): Limit[] {
  const { tools, daylight, horizonMin } = problem;
  return line.stages.flatMap((stage, at) => {
    if (!stage.tool) return [];
    const share = stage.outShare * shareAfter(line, at);
    const before = line.stages.slice(0, at).reduce((sum, s) => sum + shortest(s), 0);
    const after = line.stages.slice(at + 1).reduce((sum, s) => sum + shortest(s), 0);
    const mine = tools.filter(tool => tool.kind === stage.tool);
    const first = awake[0]?.from ?? 0;
    const limit = (
      units: readonly { litres: number }[],
      spans: readonly Span[],
      is?: (p: Phase) => boolean,
    ): Limit => {
      const curves = units.map(unit =>
        mostIn(
          horizonMin,
          batchesOf(stage, unit.litres, share, size => lasts(stage, size, is)),
        ),
      );
      // what a batch goes through before it comes to it, and after it
      const [begins, ends] = is ? aroundOf(stage, is) : [0, 0];
      return until => {
        const spare = Math.min(horizonMin, within(spans, first + before + begins, until - after - ends));
        return spare <= 0 ? 0 : curves.reduce((sum, curve) => sum + curve[Math.floor(spare)]!, 0);
      };
    };
    const always = [{ from: 0, until: horizonMin }];
    const largest = Math.max(0, ...mine.map(tool => tool.litres));
    return [
      limit(mine, always),
      ...(stage.phases.some(p => p.daylight) ? [limit(mine, daylight, p => p.daylight === true)] : []),
      ...(stage.phases.some(p => p.stove)
        ? [
            limit(
              tools.filter(tool => tool.kind === 'stove').map(() => ({ litres: largest })),
              stage.phases.some(p => p.flame) ? awake : always,
              p => p.stove === true,
            ),
          ]
        : []),
    ];
  });
}

/** The least time that any batch takes before the first of its phases that are of a kind, and after the last. */
function aroundOf(stage: Stage, is: (phase: Phase) => boolean): readonly [Minute, Minute] {
  const [from, to] = [stage.phases.findIndex(is), stage.phases.findLastIndex(is)];
  const least = (phases: readonly Phase[]) =>
    Math.min(...stage.sizesL.map((_, size) => phases.reduce((sum, p) => sum + p.minutes[size]!, 0)));
  return [least(stage.phases.slice(0, from)), least(stage.phases.slice(to + 1))];
}

/** The last minute until a moment at which somebody is awake. */
const lastAwake = (awake: readonly Span[], moment: Minute): Minute => {
  const span = awake.findLast(s => s.from <= moment);
  return span ? Math.min(span.until, moment) : 0;
};

/** Minutes of hands that a litre takes at least, of all that is done to it by this way. */
function handMinPerL({ tools }: Problem, line: Line): number {
  return line.stages.reduce((sum, stage, at) => {
    const share = stage.outShare * shareAfter(line, at);
    const largest = stage.tool
      ? Math.max(0, ...tools.filter(tool => tool.kind === stage.tool).map(tool => tool.litres))
      : stage.sizesL.at(-1)!;
    const each = batchesOf(stage, largest, share, size => lasts(stage, size, p => p.hand === true));
    return sum + Math.min(...each.map(b => b.minutes / b.litres));
  }, 0);
}

/**
 * A moment before which nothing can have made what is needed, whatever the order: each tool is busy with whole batches and
 * waits for none, each way has all shared things to itself, hands do nothing else. What a schedule is measured against.
 * @returns the horizon where even that does not do
 */
export function boundOf(problem: Problem): Minute {
  const { needL, hands, lines, horizonMin } = problem;
  const awake = joined(hands.flatMap(hand => hand.awake));
  const limits = lines.map(line => limitsOf(problem, line, awake));
  const handMin = needL * Math.min(...lines.map(line => handMinPerL(problem, line)));
  // where each way ends in somebody's hands, nothing is ready while all sleep
  const endsByHand = lines.every(line => line.stages.at(-1)?.phases.at(-1)?.hand);
  const isEnough = (moment: Minute): boolean => {
    const until = endsByHand ? lastAwake(awake, moment) : moment;
    const made = limits.reduce(
      (sum, of) => sum + (of.length > 0 ? Math.min(...of.map(limit => limit(until))) : needL),
      0,
    );
    const spent = hands.reduce((sum, hand) => sum + within(hand.awake, 0, until), 0);
    return made >= needL - CRUMB_L && spent >= handMin - 1e-6;
  };
  let [low, high] = [0, horizonMin];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (isEnough(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
