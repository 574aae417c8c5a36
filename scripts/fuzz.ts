import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { MOST_LABELS } from '#contract/labels.ts';
import { routes } from '#contract/routes.ts';
import { openDatabase } from '#server/db/open.ts';
import { replay } from '#server/log/replay.ts';
import { type Apart, served } from './apart.ts';
import { type Ask, asks, paged, posted, written } from './asks.ts';
import { generate } from './generate.ts';

/**
 * `npm run fuzz [-- requests] [seed]`: requests as nobody means them, against a real server on a real file that has a store in
 * it, while labels are printed without end beside them. No answer may be a fault of the server's own, each must begin in time,
 * its loop may not stand still, and the replay must equal the state at the end. Each folder takes some thousands, then the next
 * begins: what nobody means falls on few subjects, whose lives would have no end.
 */
const [count = 100_000, seed = 1] = process.argv.slice(2).map(Number);
/** An answer begins within so long, and the server's loop never computes without a break for longer than so long. */
const SLOWEST_MS = 1000;
const LONGEST_STALL_MS = 50;
const AT_ONCE = 4;
const LOT = 500;
const LOTS_A_FOLDER = 10;
/** The store: as many containers as labels are printed at once. */
const [CONTAINERS, ENTRIES] = [MOST_LABELS, 6000] as const;

const answers = new Map<number, number>();
const faults: string[] = [];
let [slowestMs, longestMs, done, sheets, recorded] = [0, 0, 0, 0, 0];
let slowest = '';

async function ask(address: string, { path, init }: Ask): Promise<void> {
  const start = performance.now();
  let url: URL;
  try {
    url = new URL(path, address);
  } catch {
    return;
  }
  if (url.host !== new URL(address).host) return;
  const res = await fetch(url, init).catch((error: unknown) => error as Error);
  if (res instanceof Error) {
    faults.push(`no answer: ${String(res.cause ?? res)} to ${init.method} ${path}`);
    return;
  }
  // an answer begins in time; how long the whole of a log takes is a matter of its length
  const ms = performance.now() - start;
  await res.arrayBuffer();
  if (ms > slowestMs) [slowestMs, slowest] = [ms, `${init.method} ${path.slice(0, 80)}`];
  answers.set(res.status, (answers.get(res.status) ?? 0) + 1);
  const what = `${init.method} ${path}: ${String(init.body).slice(0, 600)}`;
  if (res.status >= 500) faults.push(`${res.status} to ${what}`);
  if (ms > SLOWEST_MS) faults.push(`${ms.toFixed(0)} ms for ${what}`);
}

/** Posts a store, and does what a server does the first time only: its own warming up is no stall. */
async function begin(address: string): Promise<string[]> {
  const entries = generate(CONTAINERS, ENTRIES, new Date().toISOString());
  for (let i = 0; i < entries.length; i += LOT)
    await ask(
      address,
      posted(routes.entries, written({ entries: entries.slice(i, i + LOT), mode: 'happened' })),
    );
  for (const path of paged) await ask(address, { path, init: { method: 'GET' } });
  return entries.filter(e => e.kind === 'container.added').map(e => e.subject);
}

/** Prints labels, sheet after sheet, until it is told to end. */
async function print(address: string, containers: readonly string[], isOver: () => boolean): Promise<void> {
  const { path, init } = posted(
    routes.labels,
    JSON.stringify({
      ...{ containers, sheet: 'a4-24', skip: 0 },
      ...{ address: 'https://water.example/', units: 'metric' },
    }),
  );
  while (!isOver()) {
    const res = await fetch(new URL(path, address), init);
    const { byteLength } = await res.arrayBuffer();
    if (res.status !== 200 || byteLength < 100_000) {
      faults.push(`labels: ${res.status}, ${byteLength} bytes`);
      return;
    }
    sheets += 1;
  }
}

async function askLot({ address, stall }: Apart, lot: Ask[], number: number): Promise<void> {
  const worker = async () => {
    for (let next = lot.shift(); next; next = lot.shift()) await ask(address, next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  const stallMs = await stall();
  longestMs = Math.max(longestMs, stallMs);
  if (stallMs > LONGEST_STALL_MS)
    faults.push(`the loop stood still for ${stallMs.toFixed(0)} ms in lot ${number}`);
}

/** One folder from its beginning to its replay. */
async function fuzz(first: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'zeolite-fuzz-'));
  const file = join(folder, 'zeolite.db');
  const server = await served(file, 'test-clock');
  let isOver = false;
  const printing = print(server.address, await begin(server.address), () => isOver);
  await server.stall();
  for (let lot = first; lot < first + LOTS_A_FOLDER && done < count && faults.length === 0; lot++) {
    const numRuns = Math.min(LOT, count - done);
    await askLot(server, fc.sample(asks, { numRuns, seed: seed * 1000 + lot }), lot);
    done += numRuns;
  }
  isOver = true;
  await printing;
  if (server.isUp()) await server.stop();
  else faults.push('the server has ended');
  const database = await openDatabase(file);
  const replayed = await replay(database);
  await database.close();
  recorded += replayed.entries;
  for (const subject of replayed.differing) faults.push(`the replay differs: ${subject}`);
  rmSync(folder, { recursive: true, force: true });
  console.log(`${done} requests, ${sheets} × ${MOST_LABELS} labels beside them`);
}

for (let lot = 0; done < count && faults.length === 0; lot += LOTS_A_FOLDER) await fuzz(lot);

console.log(
  `${done} requests of seed ${seed}; answers: ${[...answers]
    .sort()
    .map(a => a.join(' × '))
    .join(', ')}`,
);
console.log(
  `the slowest took ${slowestMs.toFixed(0)} ms (${slowest}), the longest stall ${longestMs.toFixed(0)} ms; ${recorded} entries recorded${faults.length === 0 ? ', replayed alike' : ''}`,
);
for (const fault of faults.slice(0, 10)) console.error(fault);
process.exit(faults.length === 0 ? 0 : 1);
