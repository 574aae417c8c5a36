import { performance } from 'node:perf_hooks';
import { fold } from '#core/areas/entries.ts';
import { meansAtHand } from '#core/areas/supplies/means.ts';
import { atOnce } from '#core/base/lots.ts';
import { answerTrains } from '#core/treatment/trains/answer.ts';
import { buyable } from '#core/treatment/trains/buyable.ts';
import { caseOf, context } from '#core/treatment/trains/exampleThings.ts';
import type { TrainCase } from '#core/treatment/trains/grade.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';

/** The best of so many runs: what a machine can, whatever else it does. */
const RUNS = 5;

const waters: readonly (readonly [string, TrainCase])[] = [
  ['a river of 20 NTU, people upstream', caseOf('river', { turbidityNtu: 20 }, { upstream: 'people' })],
  ['a well of 70 mg/L of nitrate', caseOf('well', { dissolved: { nitrate: 70 } })],
  ['the sea', caseOf('sea', { salt: 'sea' })],
];

/** How long the search takes with what the demo keeps, and with everything that there is besides. */
export function benchTrains(): void {
  const now = new Date().toISOString();
  const facts = fold(tarnHollow(now));
  const kept = meansAtHand(facts, now.slice(0, 10));
  for (const [what, c] of waters)
    for (const [by, owned, toGet] of [
      [`${kept.length} kept, ${buyable.length} to get`, kept, buyable],
      [`all ${kept.length + buyable.length}`, [...kept, ...buyable], []],
    ] as const) {
      const times = Array.from({ length: RUNS }, () => {
        const from = performance.now();
        atOnce(answerTrains(c, owned, toGet, context));
        return performance.now() - from;
      });
      console.log(`${what}, ${by}:`.padEnd(64), `${Math.min(...times).toFixed(0)} ms`);
    }
}
