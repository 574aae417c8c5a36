import type { Facts } from '../../log/facts.ts';
import type { Phase, Problem, Stage } from '../../planning/schedule/problem.ts';
import { minutesOf } from '../../planning/schedule/problem.ts';
import type { WorkFacts } from './facts.ts';
import { begunOf } from './underway.ts';

/** Steps whose time is the work's own: hands, fires and flows. What takes its time for its effect is never reckoned shorter. */
const mayShorten = (phase: Phase): boolean =>
  phase.isEffect !== true && (phase.hand === true || phase.id === 'rolling' || phase.id === 'run');

/** One slow morning does not make the next plan absurd. */
const [LEAST, MOST] = [0.5, 3];

/** How long each step really took, as a share of what was reckoned: the middle one of all times that it was done. */
function sharesOf(work: WorkFacts): Map<string, number> {
  const stages = new Map(work.problem.lines.flatMap(line => line.stages).map(s => [s.id, s]));
  const seen = new Map<string, number[]>();
  for (const { stage: id, litres, phases, ended } of begunOf(work)) {
    const stage = stages.get(id);
    if (!stage || ended?.isLost) continue;
    for (const { id: step, from, until } of phases) {
      const phase = stage.phases.find(p => p.id === step);
      if (!phase || until === undefined || phase.daylight) continue;
      const key = `${stage.method} ${step}`;
      seen.set(key, [...(seen.get(key) ?? []), (until - from) / minutesOf(stage, phase, litres)]);
    }
  }
  return new Map(
    [...seen].map(([key, all]) => [key, all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!]),
  );
}

/** The last day's work that something was done of. */
export const lastDone = (facts: Pick<Facts, 'work'>): WorkFacts | undefined =>
  Object.values(facts.work)
    .filter(work => work.batches.some(b => b.ended && !b.ended.isLost))
    .sort((a, b) => (a.laidAt < b.laidAt ? 1 : -1))[0];

/** A problem by what the last day's work measured: steps that took longer are reckoned longer, and work that went quicker, quicker. */
export function asMeasured(problem: Problem, facts: Pick<Facts, 'work'>): Problem {
  const last = lastDone(facts);
  if (!last) return problem;
  const shares = sharesOf(last);
  const measured = (stage: Stage, phase: Phase): Phase => {
    const share = shares.get(`${stage.method} ${phase.id}`);
    if (share === undefined || (share < 1 && !mayShorten(phase))) return phase;
    const by = Math.min(MOST, Math.max(LEAST, share));
    return { ...phase, minutes: phase.minutes.map(minutes => Math.max(1, Math.ceil(minutes * by))) };
  };
  return {
    ...problem,
    lines: problem.lines.map(line => ({
      ...line,
      stages: line.stages.map(stage => ({ ...stage, phases: stage.phases.map(p => measured(stage, p)) })),
    })),
  };
}
