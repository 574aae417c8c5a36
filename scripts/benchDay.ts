import { performance } from 'node:perf_hooks';
import { atOnce } from '#core/base/lots.ts';
import { boundOf } from '#core/planning/schedule/bound.ts';
import { whatMoreGives } from '#core/planning/schedule/more.ts';
import type { Problem, Stage, Tool } from '#core/planning/schedule/problem.ts';
import { runDay } from '#core/planning/schedule/run.ts';
import { plainChoices, searchDay, TRIES } from '#core/planning/schedule/search.ts';

const awake = [0, 1440, 2880].map(from => ({ from, until: from + 900 }));
const quarters = (litres: number) => [0.25, 0.5, 0.75, 1].map(share => share * litres);
const stage = (more: Omit<Stage, 'outShare' | 'uses'>): Stage => ({ outShare: 1, uses: [], ...more });

/** Settled, filtered and dosed with eight tools and so many pairs of hands, for so many litres. */
function dayOf(needL: number, hands: number): Problem {
  const tools: Tool[] = [
    ...[1, 2].map(n => ({ id: `vessel-${n}`, kind: 'vessel' as const, litres: 60 })),
    ...[1, 2, 3, 4].map(n => ({ id: `filter-${n}`, kind: 'filter' as const, litres: 20 })),
    ...[1, 2].map(n => ({ id: `clean-vessel-${n}`, kind: 'clean-vessel' as const, litres: 60 })),
  ];
  const same = (minutes: number) => [minutes, minutes, minutes, minutes];
  const hand = (id: string) => ({ id, minutes: same(3), hand: true as const });
  return {
    ...{ needL, tools, waitingL: 200, readyL: needL + 60, daylight: [], eveningMin: 780, horizonMin: 4320 },
    hands: Array.from({ length: hands }, (_, i) => ({ id: `hand ${i + 1}`, awake })),
    lines: [
      {
        ...{ id: '1', heldL: 0 },
        stages: [
          stage({
            ...{ id: '1.0', method: 'fetch', sizesL: [20] },
            phases: [{ id: 'trip', minutes: [20], hand: true, away: true }],
          }),
          stage({
            ...{ id: '1.1', method: 'settle', tool: 'vessel', sizesL: quarters(60) },
            phases: [{ id: 'stand', minutes: same(70) }, hand('decant'), hand('look')],
          }),
          stage({
            ...{ id: '1.2', method: 'filter', tool: 'filter', sizesL: quarters(20) },
            phases: [hand('raw'), { id: 'run', minutes: [15, 30, 45, 60] }, hand('flow')],
          }),
          stage({
            ...{ id: '1.3', method: 'dose', tool: 'clean-vessel', sizesL: quarters(60) },
            phases: [hand('dose'), { id: 'stand', minutes: same(30) }, hand('residual')],
          }),
        ],
      },
    ],
  };
}

/** How long the search takes as the day grows, and how far what it finds is from its bound. */
export function benchDay(): void {
  for (const [needL, hands] of [
    [60, 2],
    [140, 4],
    [280, 4],
    [560, 8],
  ] as const) {
    const problem = dayOf(needL, hands);
    const from = performance.now();
    const found = atOnce(searchDay(problem));
    const searched = performance.now();
    const bound = boundOf(problem);
    const bounded = performance.now();
    atOnce(whatMoreGives(problem, found, 100));
    const done = performance.now();
    runDay(problem, plainChoices(problem));
    const { batches, endMin } = found.schedule;
    console.log(
      `${batches.length} batches, ${problem.tools.length} tools, ${hands} hands:`.padEnd(36),
      `${TRIES} orders ${(searched - from).toFixed(0)} ms, bound ${(bounded - searched).toFixed(0)} ms,`,
      `one more of each ${(done - bounded).toFixed(0)} ms, live ${(performance.now() - done).toFixed(1)} ms;`,
      `end ÷ bound ${((endMin ?? problem.horizonMin) / bound).toFixed(2)}`,
    );
  }
}
