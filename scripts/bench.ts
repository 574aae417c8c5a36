import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { pino } from 'pino';
import type { Mode } from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import { LINES_TYPE } from '#contract/snapshotLines.ts';
import { dutiesAt } from '#core/areas/duties.ts';
import type { Entry } from '#core/areas/entries.ts';
import { fold } from '#core/areas/entries.ts';
import { type State, stateAt } from '#core/areas/store/wholeState.ts';
import { addMinutes } from '#core/base/day.ts';
import { hand } from '#demo/hand.ts';
import { createApp } from '#server/app.ts';
import { systemClock } from '#server/clock.ts';
import { openDatabase } from '#server/db/open.ts';
import { replay } from '#server/log/replay.ts';
import { served, timed } from './apart.ts';
import { benchBrowser, benchReadings } from './benchBrowser.ts';
import { benchDay } from './benchDay.ts';
import { benchPlanners } from './benchPlanners.ts';
import { benchRain } from './benchRain.ts';
import { benchTrains } from './benchTrains.ts';
import { generate, generateReadings } from './generate.ts';

/** Sizes compared: a village, and ten villages. */
const sizes = [
  { containers: 1_000, entries: 20_000 },
  { containers: 10_000, entries: 200_000 },
] as const;

const LOT = 500;
const POSTS = 300;
/** Moved together, told late together: what a hand may do in one act. */
const BULK = 500;

const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)]!;

type Row = Record<string, number>;

const ask = (address: string, path: string, headers: Record<string, string> = {}) =>
  fetch(new URL(path, address), { headers }).then(res => res.arrayBuffer());

async function post(address: string, entries: readonly Entry[], mode: Mode): Promise<void> {
  const res = await fetch(new URL(routes.entries, address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode }),
  });
  if (res.status !== 201) throw new Error(`the server answered ${res.status}: ${await res.text()}`);
}

/** What a server does at a size: milliseconds, and the longest stall of its loop. */
async function serverRow(
  file: string,
  entries: readonly Entry[],
  now: string,
): Promise<[Row, string, () => Promise<void>]> {
  const { address, measured, stop } = await served(file);
  const containers = entries.filter(e => e.kind === 'container.added').map(e => e.subject);
  const places = entries.filter(e => e.kind === 'place.set').map(e => e.subject);
  const row: Row = {};
  const note = async (what: string, work: () => Promise<unknown>) => {
    const [ms, stallMs] = await measured(work);
    row[`${what}, ms`] = ms;
    row[`${what}: longest stall, ms`] = stallMs;
  };
  // a first time is the engine's own warming up
  await ask(address, routes.calendar);
  await note('snapshot', () => ask(address, routes.snapshot, { Accept: LINES_TYPE }));
  const whole = await ask(address, routes.snapshot, { Accept: LINES_TYPE });
  row['snapshot, MB pressed'] = gzipSync(Buffer.from(whole)).length / 1e6;
  await note('calendar', () => ask(address, routes.calendar));
  await note('containers as CSV', () => ask(address, routes.containersCsv));
  await note('log as JSON', () => ask(address, routes.logJson));
  const h = hand(addMinutes(now, -30), 'Bench');
  await post(address, [h.write('noted', containers[0]!, { text: 'the first' })], 'intend');
  const moves = containers
    .slice(0, BULK)
    .map((id, i) => h.write('moved', id, { place: places[(i * 7) % places.length]! }));
  await note(`${BULK} moves, judged`, () => post(address, moves, 'intend'));
  const late = hand(addMinutes(now, -200 * 1440), 'Late');
  const told = containers.slice(0, BULK).map(id => late.write('noted', id, { text: 'told late' }));
  await note(`${BULK} late entries on as many`, () => post(address, told, 'happened'));
  const times: number[] = [];
  await note(`${POSTS} posts of one`, async () => {
    for (let i = 0; i < POSTS; i++) {
      const entry = h.write('noted', containers[(i * 37) % containers.length]!, { text: `bench ${i}` });
      const [ms] = await timed(() => post(address, [entry], 'intend'));
      times.push(ms);
    }
  });
  row['post one entry, p95 ms'] = p95(times);
  return [row, address, stop];
}

async function measure(containers: number, count: number): Promise<Row> {
  const now = new Date().toISOString();
  const entries = generate(containers, count, now);
  const [foldMs, facts] = await timed(() => fold(entries));
  const [firstMs, state] = await timed(() => stateAt(facts, now));
  const [againMs] = await timed(() => stateAt(facts, addMinutes(now, 1)));
  const [dutiesMs] = await timed(() => dutiesAt(facts, state));

  const folder = mkdtempSync(join(tmpdir(), 'zeolite-bench-'));
  const file = join(folder, 'zeolite.db');
  const options = { file, clock: systemClock(), logger: pino({ level: 'silent' }) };
  const app = await createApp(options);
  const [loadMs] = await timed(async () => {
    for (let i = 0; i < entries.length; i += LOT) await app.log.append(entries.slice(i, i + LOT), 'happened');
  });
  await app.close();
  const [row, address, stop] = await serverRow(file, entries, now);
  if (containers === sizes.at(-1)!.containers) await benchBrowser(address, drinkable(state));
  await stop();

  const database = await openDatabase(file);
  const [replayMs, replayed] = await timed(() => replay(database));
  await database.close();
  const [openMs] = await timed(async () => (await createApp(options)).close());
  rmSync(folder, { recursive: true, force: true });
  if (replayed.differing.length > 0)
    throw new Error(`${replayed.differing.length} subjects differ after the replay`);
  return {
    'fold, µs an entry': (foldMs * 1000) / entries.length,
    'replay from the file, µs an entry': (replayMs * 1000) / replayed.entries,
    'append in lots of 500, µs an entry': (loadMs * 1000) / entries.length,
    'state of everything, first time, µs a container': (firstMs * 1000) / containers,
    'state of everything, a minute later, µs a container': (againMs * 1000) / containers,
    'duties, µs a container': (dutiesMs * 1000) / containers,
    'start of the server, ms': openMs,
    ...row,
  };
}

/** A container that holds enough to drink from. */
const drinkable = (state: State): string =>
  Object.values(state.containers).find(c => c.counts === 'drinking' && c.litres > 10)!.id;

const written = (value: number): string =>
  (value < 100 ? value.toPrecision(3) : value.toFixed(0)).padStart(10);

/** Readings of a dozen drums: what a zealous group writes down in years. */
const READINGS = 50_000;

async function measureReadings(): Promise<void> {
  console.log(`measuring ${READINGS.toLocaleString('en')} readings of twelve drums …`);
  const entries = generateReadings(READINGS, new Date().toISOString());
  const folder = mkdtempSync(join(tmpdir(), 'zeolite-bench-'));
  const file = join(folder, 'zeolite.db');
  const app = await createApp({ file, clock: systemClock(), logger: pino({ level: 'silent' }) });
  for (let i = 0; i < entries.length; i += LOT) await app.log.append(entries.slice(i, i + LOT), 'happened');
  await app.close();
  const { address, stop } = await served(file);
  await benchReadings(
    address,
    entries.flatMap(e => (e.kind === 'container.added' ? [e.subject] : [])),
  );
  await stop();
  rmSync(folder, { recursive: true, force: true });
}

/** `npm run bench [-- large | readings | planners | rain]`: one part alone, or all of them. */
const [only] = process.argv.slice(2);
const isAsked = (part: string): boolean => only === undefined || only === part;

async function measureLarge(): Promise<void> {
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
  console.log(
    '\nA cost per entry or per container that grows × 1 is linear in the whole; × 10 would be quadratic.',
  );
}

if (isAsked('large')) await measureLarge();
if (isAsked('readings')) await measureReadings();
if (isAsked('planners')) await benchPlanners();
if (isAsked('rain')) benchRain();
if (isAsked('trains')) benchTrains();
if (isAsked('day')) benchDay();
