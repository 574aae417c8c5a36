import { performance } from 'node:perf_hooks';
import loadHighs from 'highs';
import { addDays } from '#core/base/day.ts';
import { seedKinds } from '#core/storage/containers/kinds.ts';
import { planMix } from '#core/storage/containers/mix.ts';
import { solverOf } from '#core/storage/containers/solve.ts';
import { planRounds } from '#core/storage/rotation/rounds.ts';
import { seeded } from './generate.ts';

async function timed<T>(work: () => T | Promise<T>): Promise<[number, T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}

/** Both planners on the sizes they are meant for: 300 containers over two years; 12 kinds in 6 places. */
export async function benchPlanners(): Promise<void> {
  const random = seeded(1);
  const today = new Date().toISOString().slice(0, 10);
  const containers = Array.from({ length: 300 }, (_, i) => ({
    id: `container:${i}`,
    place: `place:${i % 6}`,
    litres: [18, 19, 54, 198][i % 4]!,
    due: addDays(today, Math.floor(random() * 183)),
    termDays: 181,
  }));
  const litres = containers.reduce((sum, c) => sum + c.litres, 0);
  const limits = { horizonDays: 730, earlyDays: 30, floorL: 0.7 * litres, otherReadyL: 0, mostL: 2500 };
  const [roundsMs, rounds] = await timed(() => planRounds({ containers, today, ...limits }));
  const visits = rounds.rounds.length;
  const ratio = (visits / rounds.leastVisits).toFixed(2);
  console.log(
    `\nrounds of 300 containers over 24 months: ${roundsMs.toFixed(0)} ms, ${visits} visits, bound ${rounds.leastVisits} (× ${ratio})`,
  );

  const solve = solverOf(await loadHighs());
  const spots = Array.from({ length: 6 }, (_, i) => ({
    place: `place:${i}`,
    freeM: 2 + i * 0.7,
    depthM: 0.5 + (i % 3) * 0.35,
    headroomM: 1 + (i % 2) * 1.3,
    freeKg: 700 + i * 260,
  }));
  const kinds = seedKinds.filter(k => k.shape !== 'tank' && k.shape !== 'pack').slice(2, 14);
  const question = {
    kinds,
    spots,
    needL: 5000,
    carryL: 700,
    liftKg: 25,
    budget: 3000,
    years: 10,
    fillsPerYear: 2,
    litrePrice: 0.004,
    aim: 'cost' as const,
  };
  let provedMs = 0;
  const start = performance.now();
  const [mixMs] = await timed(() =>
    planMix(question, solve, () => {
      provedMs ||= performance.now() - start;
    }),
  );
  console.log(
    `mix of 12 kinds in 6 places: proved in ${provedMs.toFixed(0)} ms, with all that binds in ${mixMs.toFixed(0)} ms`,
  );
}
