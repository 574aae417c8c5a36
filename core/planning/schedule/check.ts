import { CRUMB_L, type Minute, minutesOf, type Problem, type Span, within } from './problem.ts';
import type { Bar, Schedule } from './schedule.ts';

/** Something in a schedule that cannot be. */
export interface Fault {
  readonly what:
    | 'tool-twice'
    | 'hand-twice'
    | 'asleep'
    | 'flame-alone'
    | 'too-short'
    | 'out-of-order'
    | 'too-full'
    | 'no-water'
    | 'no-room'
    | 'early'
    | 'unfinished';
  readonly batch?: string;
  readonly at: Minute;
}

/**
 * A schedule gone through again by itself, against everything it was made with: tools, vessels, hands, sleep, daylight, and
 * each batch through all its phases. Shares nothing with what makes schedules but the problem.
 * @param frozen batches whose bars tell what happened: how long their phases took is not judged
 */
export function checkDay(
  problem: Problem,
  { bars, batches, ready, endMin }: Schedule,
  frozen: ReadonlySet<string> = new Set(),
): Fault[] {
  return [
    ...twice(bars, bar => bar.hand, 'hand-twice'),
    ...twice(
      stretches(bars, bar => bar.tool),
      bar => bar.tool,
      'tool-twice',
    ),
    ...twice(
      stretches(
        bars.filter(bar => bar.stove),
        bar => bar.stove,
      ),
      bar => bar.stove,
      'tool-twice',
    ),
    ...bars.flatMap(bar => hands(problem, bars, bar, frozen)),
    ...ways(problem, bars, batches, frozen),
    ...pools(problem, batches, ready, endMin),
  ];
}

/** What a batch keeps busy from its first bar on it to its last. */
function stretches(bars: readonly Bar[], of: (bar: Bar) => string | undefined): Bar[] {
  const whole = new Map<string, Bar>();
  for (const bar of bars) {
    if (of(bar) === undefined) continue;
    const key = `${bar.batch} ${of(bar)}`;
    const so = whole.get(key) ?? bar;
    whole.set(key, { ...so, from: Math.min(so.from, bar.from), until: Math.max(so.until, bar.until) });
  }
  return [...whole.values()];
}

function twice(
  bars: readonly Bar[],
  of: (bar: Bar) => string | undefined,
  what: 'hand-twice' | 'tool-twice',
): Fault[] {
  const last = new Map<string, Minute>();
  return [...bars]
    .filter(bar => of(bar) !== undefined)
    .sort((a, b) => a.from - b.from)
    .flatMap(bar => {
      const until = last.get(of(bar)!) ?? Number.NEGATIVE_INFINITY;
      last.set(of(bar)!, Math.max(until, bar.until));
      return bar.from < until ? [{ what, batch: bar.batch, at: bar.from }] : [];
    });
}

const holds = (spans: readonly Span[], from: Minute, until: Minute): boolean =>
  spans.some(span => span.from <= from && until <= span.until);

/** Who does it is awake; and while something burns somebody is awake and not out of the house. */
function hands(problem: Problem, bars: readonly Bar[], bar: Bar, frozen: ReadonlySet<string>): Fault[] {
  if (frozen.has(bar.batch)) return [];
  const stage = problem.lines.flatMap(line => line.stages).find(s => s.id === bar.stage)!;
  const phase = stage.phases.find(p => p.id === bar.phase)!;
  const faults: Fault[] = [];
  const fault = (what: Fault['what']) => faults.push({ what, batch: bar.batch, at: bar.from });
  const by = problem.hands.find(hand => hand.id === bar.hand);
  if (phase.hand && (!by || !holds(by.awake, bar.from, bar.until))) fault('asleep');
  if (phase.stove && !bar.stove) fault('out-of-order');
  if (phase.flame) {
    const away = (id: string, at: Minute) =>
      bars.some(b => b.hand === id && isAway(problem, b) && b.from <= at && at < b.until);
    for (let at = bar.from; at < bar.until; at += 1)
      if (!problem.hands.some(h => holds(h.awake, at, at + 1) && !away(h.id, at))) {
        fault('flame-alone');
        break;
      }
  }
  return faults;
}

const isAway = (problem: Problem, bar: Bar): boolean =>
  problem.lines
    .flatMap(line => line.stages)
    .find(s => s.id === bar.stage)
    ?.phases.find(p => p.id === bar.phase)?.away === true;

/** Each batch goes through all phases of its stage, in their order and long enough, in one tool that holds it. */
function ways(
  problem: Problem,
  bars: readonly Bar[],
  batches: Schedule['batches'],
  frozen: ReadonlySet<string>,
): Fault[] {
  const stages = problem.lines.flatMap(line => line.stages);
  return batches.flatMap(batch => {
    if (frozen.has(batch.id)) return [];
    const stage = stages.find(s => s.id === batch.stage)!;
    const mine = bars.filter(bar => bar.batch === batch.id);
    const fault = (what: Fault['what'], at = batch.from): Fault => ({ what, batch: batch.id, at });
    const faults: Fault[] = [];
    const tool = problem.tools.find(t => t.id === batch.tool);
    if (stage.tool && (tool?.kind !== stage.tool || tool.litres < batch.litres - CRUMB_L))
      faults.push(fault('too-full'));
    let last = batch.from;
    for (const [i, phase] of stage.phases.entries()) {
      const bar = mine[i];
      if (bar?.phase !== phase.id || bar.from < last) {
        faults.push(fault('out-of-order', bar?.from));
        break;
      }
      const spent = phase.daylight ? within(problem.daylight, bar.from, bar.until) : bar.until - bar.from;
      if (spent < minutesOf(stage, phase, batch.litres)) faults.push(fault('too-short', bar.from));
      last = bar.until;
    }
    if (mine.length !== stage.phases.length || batch.until < last) faults.push(fault('out-of-order'));
    if (Math.abs(batch.outL - batch.litres * stage.outShare) > CRUMB_L) faults.push(fault('no-water'));
    return faults;
  });
}

/** No stage takes water that is not there yet, no vessel runs over, and nothing counts before its last step is done. */
function pools(
  problem: Problem,
  batches: Schedule['batches'],
  ready: Schedule['ready'],
  endMin: Minute | undefined,
): Fault[] {
  const faults: Fault[] = [];
  const moves: { at: Minute; stage: string; litres: number; order: number }[] = [];
  const lasts = new Map<Minute, number>();
  for (const line of problem.lines)
    for (const [i, stage] of line.stages.entries())
      for (const batch of batches.filter(b => b.stage === stage.id)) {
        if (stage.tool) moves.push({ at: batch.from, stage: stage.id, litres: -batch.litres, order: 1 });
        const next = line.stages[i + 1];
        if (next) moves.push({ at: batch.until, stage: next.id, litres: batch.outL, order: 0 });
        else lasts.set(batch.until, (lasts.get(batch.until) ?? 0) + batch.outL);
      }
  const standing = new Map(problem.lines.map(line => [line.stages[0]?.id ?? '', line.heldL]));
  for (const { at, stage, litres } of moves.sort((a, b) => a.at - b.at || a.order - b.order)) {
    const now = (standing.get(stage) ?? 0) + litres;
    standing.set(stage, now);
    if (now < -10 * CRUMB_L) faults.push({ what: 'no-water', at });
    if (litres > 0 && now > problem.waitingL + 10 * CRUMB_L) faults.push({ what: 'no-room', at });
  }
  let sum = 0;
  for (const [at, litres] of [...lasts].sort(([a], [b]) => a - b)) {
    sum += litres;
    const told = ready.findLast(r => r.at <= at)?.litres ?? 0;
    if (told > sum + CRUMB_L) faults.push({ what: 'early', at });
    if (endMin === at && sum < problem.needL - 10 * CRUMB_L) faults.push({ what: 'early', at });
  }
  if (endMin !== undefined && sum < problem.needL - 10 * CRUMB_L)
    faults.push({ what: 'unfinished', at: endMin });
  return faults;
}
