import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import loadHighs from 'highs';
import { pino } from 'pino';
import { routes } from '#contract/routes.ts';
import { addDays, addMinutes } from '#core/calendar/day.ts';
import { seedKinds } from '#core/containers/kinds.ts';
import { planMix, type SolveProgram } from '#core/containers/mix.ts';
import { dutiesAt } from '#core/duties.ts';
import type { Entry } from '#core/record.ts';
import { fold } from '#core/record.ts';
import { planRounds } from '#core/rotation/rounds.ts';
import { type State, stateAt } from '#core/store/state.ts';
import { hand } from '#demo/hand.ts';
import { createApp } from '#server/app.ts';
import { systemClock } from '#server/clock.ts';
import { openDatabase } from '#server/db/open.ts';
import { listen } from '#server/listen.ts';
import { replay } from '#server/log/replay.ts';
import { benchBrowser } from './benchBrowser.ts';
import { generate, seeded } from './generate.ts';

/** Sizes compared: a village, and ten villages. */
const sizes = [
  { containers: 1_000, entries: 20_000 },
  { containers: 10_000, entries: 200_000 },
] as const;

const LOT = 500;
const POSTS = 300;

async function timed<T>(work: () => T | Promise<T>): Promise<[number, T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}

const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)]!;

type Row = Record<string, number>;

async function measure(containers: number, count: number): Promise<Row> {
  const now = new Date().toISOString();
  const entries = generate(containers, count, now);
  const [foldMs, facts] = await timed(() => fold(entries));
  const [firstMs, state] = await timed(() => stateAt(facts, now));
  const [againMs] = await timed(() => stateAt(facts, addMinutes(now, 1)));
  const [dutiesMs] = await timed(() => dutiesAt(facts, state));

  const folder = mkdtempSync(join(tmpdir(), 'zeolite-bench-'));
  const file = join(folder, 'zeolite.db');
  const app = await createApp({ file, clock: systemClock(), logger: pino({ level: 'silent' }) });
  const [loadMs] = await timed(async () => {
    for (let i = 0; i < entries.length; i += LOT) await app.log.append(entries.slice(i, i + LOT), 'happened');
  });
  const { server, address } = await listen(app.express, 0);
  const posts = await postTimes(address, entries, now);
  const [snapshotMs, snapshot] = await timed(async () =>
    (await fetch(new URL(routes.snapshot, address))).text(),
  );
  if (containers === sizes.at(-1)!.containers) await benchBrowser(address, drinkable(state));
  server.close();
  server.closeAllConnections();
  await app.close();

  const database = await openDatabase(file);
  const [replayMs, replayed] = await timed(() => replay(database));
  const [openMs] = await timed(async () =>
    (await createApp({ file, clock: systemClock(), logger: pino({ level: 'silent' }) })).close(),
  );
  await database.close();
  rmSync(folder, { recursive: true, force: true });
  if (replayed.differing.length > 0)
    throw new Error(`${replayed.differing.length} subjects differ after the replay`);
  return {
    'fold, µs an entry': (foldMs * 1000) / entries.length,
    'replay from the file, µs an entry': (replayMs * 1000) / replayed.entries,
    'append in lots of 500, µs an entry': (loadMs * 1000) / entries.length,
    'post one entry, p95 ms': p95(posts),
    'snapshot, ms': snapshotMs,
    'snapshot, MB': snapshot.length / 1e6,
    'start of the server, ms': openMs,
    'state of everything, first time, µs a container': (firstMs * 1000) / containers,
    'state of everything, a minute later, µs a container': (againMs * 1000) / containers,
    'duties, µs a container': (dutiesMs * 1000) / containers,
  };
}

/** A container that holds enough to drink from. */
const drinkable = (state: State): string =>
  Object.values(state.containers).find(c => c.counts === 'drinking' && c.litres > 10)!.id;

/** One entry a request, as hands record them: intentions, judged and durable before the answer. */
async function postTimes(address: string, entries: readonly Entry[], now: string): Promise<number[]> {
  const targets = entries.filter(e => e.kind === 'container.added').map(e => e.subject);
  const h = hand(addMinutes(now, -5), 'Bench');
  const times: number[] = [];
  for (let i = 0; i < POSTS; i++) {
    const entry = h.write('noted', targets[(i * 37) % targets.length]!, { text: `bench ${i}` });
    const [ms, res] = await timed(() =>
      fetch(new URL(routes.entries, address), {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ entries: [entry], mode: 'intend' }),
      }),
    );
    if (res.status !== 201) throw new Error(`the server answered ${res.status}`);
    times.push(ms);
  }
  return times;
}

const written = (value: number): string =>
  (value < 100 ? value.toPrecision(3) : value.toFixed(0)).padStart(10);

/** Both planners on the sizes they are meant for: 300 containers over two years; 12 kinds in 6 places. */
async function planners(): Promise<void> {
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

  const highs = await loadHighs();
  const solve: SolveProgram = async lp => {
    const result = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0 });
    const columns = Object.fromEntries(
      Object.entries(result.Columns).map(([name, c]) => [name, 'Primal' in c ? c.Primal : 0]),
    );
    return {
      status: result.Status === 'Optimal' ? 'optimal' : 'infeasible',
      objective: result.ObjectiveValue,
      columns,
    };
  };
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

const results: Row[] = [];
for (const { containers, entries } of sizes) {
  console.log(
    `measuring ${containers.toLocaleString('en')} containers, ${entries.toLocaleString('en')} entries …`,
  );
  results.push(await measure(containers, entries));
}
const [small, large] = results as [Row, Row];
console.log(`\n${''.padEnd(52)}${'× 1'.padStart(10)}${'× 10'.padStart(10)}     growth`);
for (const what of Object.keys(small)) {
  console.log(
    `${what.padEnd(52)}${written(small[what]!)}${written(large[what]!)}   × ${(large[what]! / small[what]!).toFixed(2)}`,
  );
}
await planners();
console.log(
  '\nA cost per entry or per container that grows × 1 is linear in the whole; × 10 would be quadratic.',
);
