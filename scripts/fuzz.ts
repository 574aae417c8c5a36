import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { pino } from 'pino';
import { anyEntryOf } from '#contract/anyEntry.ts';
import { routes } from '#contract/routes.ts';
import { entryKinds } from '#core/record.ts';
import { createApp } from '#server/app.ts';
import { testClock } from '#server/clock.ts';
import { openDatabase } from '#server/db/open.ts';
import { listen } from '#server/listen.ts';
import { replay } from '#server/log/replay.ts';

/**
 * `npm run fuzz [-- requests] [seed]`: requests as nobody means them, against a real server on a real file. No answer may be
 * a fault of the server's own, each must begin in time, and the replay must equal the state at the end.
 */
const [count = 100_000, seed = 1] = process.argv.slice(2).map(Number);
/**
 * An answer begins within two seconds, and a little later for each entry that was recorded before it: most of what nobody means
 * falls on the one group and the one plan, and what comes late there folds their whole life anew.
 */
const SLOWEST_MS = 2000;
const MS_AN_ENTRY = 0.2;
const AT_ONCE = 8;

const junk = fc.oneof(
  fc.anything({ withNullPrototype: true, withSparseArray: false, withBigInt: false }),
  fc.json().map(text => JSON.parse(text) as unknown),
);
const valid = fc.oneof(...entryKinds.map(anyEntryOf));

/** A good entry with one thing in it changed. */
const bent = fc.tuple(valid, fc.integer({ min: 0, max: 40 }), junk).map(([entry, at, value]) => {
  const copy = structuredClone(entry) as unknown as Record<string, unknown>;
  const data = copy.data as Record<string, unknown>;
  const places: [Record<string, unknown>, string][] = [
    ...Object.keys(copy).map((key): [Record<string, unknown>, string] => [copy, key]),
    ...Object.keys(data).map((key): [Record<string, unknown>, string] => [data, key]),
    [data, '__proto__'],
    [data, 'constructor'],
    [copy, 'also'],
  ];
  const [where, key] = places[at % places.length]!;
  Object.defineProperty(where, key, { value, enumerable: true, configurable: true, writable: true });
  return copy as unknown;
});

const mode = fc.constantFrom('intend', 'happened');
const posts = fc.oneof(
  { weight: 6, arbitrary: fc.record({ entries: fc.array(bent, { maxLength: 4 }), mode }) },
  { weight: 4, arbitrary: fc.record({ entries: fc.array(valid, { minLength: 1, maxLength: 4 }), mode }) },
  { weight: 1, arbitrary: junk },
);
const paths = fc.oneof(
  fc.constantFrom(...Object.values(routes).filter(route => !/events|backup|clock/.test(route))),
  fc.webPath(),
  fc.string().map(text => `/api/subjects/${text}/entries`),
  fc.string().map(text => `/api/${encodeURI(text.replace(/\p{Surrogate}/gu, ''))}`),
);

interface Ask {
  readonly path: string;
  readonly init: RequestInit;
}
const asks: fc.Arbitrary<Ask> = fc.oneof(
  {
    weight: 5,
    arbitrary: posts.map(body => ({
      path: routes.entries,
      init: { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: written(body) },
    })),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(paths, fc.constantFrom('GET', 'GET', 'POST', 'PUT', 'DELETE'))
      .map(([path, method]) => ({ path, init: { method } })),
  },
);

function written(body: unknown): string {
  try {
    return JSON.stringify(body) ?? 'undefined';
  } catch {
    return '{';
  }
}

const folder = mkdtempSync(join(tmpdir(), 'zeolite-fuzz-'));
const file = join(folder, 'zeolite.db');
const app = await createApp({ file, clock: testClock(), logger: pino({ level: 'silent' }) });
const { server, address } = await listen(app.express, 0);
// asker and asked share one loop here: while a lot is made up, no connection is idle
server.keepAliveTimeout = 0;
const answers = new Map<number, number>();
const faults: string[] = [];
let [slowestMs, done] = [0, 0];

async function ask({ path, init }: Ask): Promise<void> {
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
  slowestMs = Math.max(slowestMs, ms);
  answers.set(res.status, (answers.get(res.status) ?? 0) + 1);
  if (res.status >= 500)
    faults.push(`${res.status} to ${init.method} ${path}: ${String(init.body).slice(0, 600)}`);
  if (ms > SLOWEST_MS + MS_AN_ENTRY * app.log.seq())
    faults.push(`${ms.toFixed(0)} ms for ${init.method} ${path}`);
}

const LOT = 2000;
for (let i = 0; done < count && faults.length === 0; i++) {
  const lot = fc.sample(asks, { numRuns: Math.min(LOT, count - done), seed: seed * 1000 + i });
  const waiting = [...lot];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await ask(next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  done += lot.length;
}
server.close();
server.closeAllConnections();
await app.close();
const database = await openDatabase(file);
const replayed = await replay(database);
await database.close();
rmSync(folder, { recursive: true, force: true });
for (const subject of replayed.differing) faults.push(`the replay differs: ${subject}`);

console.log(
  `${done} requests of seed ${seed}; answers: ${[...answers]
    .sort()
    .map(a => a.join(' × '))
    .join(', ')}`,
);
console.log(
  `the slowest took ${slowestMs.toFixed(0)} ms; ${replayed.entries} entries recorded, replayed alike`,
);
for (const fault of faults.slice(0, 10)) console.error(fault);
process.exit(faults.length === 0 ? 0 : 1);
