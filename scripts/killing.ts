import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { createClient } from '@libsql/client';
import { routes } from '#contract/routes.ts';
import type { Entry } from '#core/areas/entries.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { databaseFile } from '#server/db/folder.ts';
import { openDatabase } from '#server/db/open.ts';
import { photos } from '#server/db/schema.ts';
import { replay, wholeLog } from '#server/log/replay.ts';
import { bundleIn } from './bundle.ts';
import { seeded } from './generate.ts';

/** The programs that are killed. */
export const KILLED = ['server/main.ts', 'server/restore.ts'] as const;

/** What is done while the kill comes. */
export const deeds = ['append', 'photo', 'copy', 'restore', 'import', 'refold', 'clock'] as const;
export type Deed = (typeof deeds)[number];

/** What must be in the folder: ids of entries, and digests of photos, that were acknowledged. */
interface Owed {
  readonly entries: ReadonlySet<string>;
  readonly photos: ReadonlySet<string>;
}

export interface Killed {
  readonly rounds: Readonly<Record<Deed, number>>;
  readonly acknowledged: number;
}

/** Milliseconds within which the kill comes, by what is killed: a script's own start takes most of a second. */
const WITHIN_MS: Readonly<Record<Deed, number>> = {
  append: 400,
  photo: 400,
  copy: 1500,
  restore: 1500,
  import: 1500,
  refold: 900,
  clock: 200,
};
const YEARS_MIN = 3 * 365 * 1440;

/**
 * Kills the server, and what restores, again and again in the midst of what they do; after each, the replay must equal the state
 * and nothing acknowledged may be missing.
 * @param folder an empty folder of its own; `bundles` has the programs
 * @throws Error naming the round and what is missing
 */
export class Killing {
  readonly #data: string;
  readonly #backup: string;
  readonly #log: string;
  readonly #bundles: string;
  readonly #random: () => number;
  readonly #hand: Hand;
  #owed: Owed = { entries: new Set(), photos: new Set() };
  /** What the backup holds for certain. */
  #backedUp: Owed | undefined;
  #acknowledged = 0;

  constructor(folder: string, bundles: string, seed: number) {
    this.#data = join(folder, 'data');
    this.#backup = join(folder, 'kept.backup');
    this.#log = join(folder, 'log.json');
    this.#bundles = bundles;
    this.#random = seeded(seed);
    this.#hand = hand(addMinutes(new Date().toISOString(), -1440), 'Tester', this.#random);
    mkdirSync(this.#data, { recursive: true });
  }

  async run(count: number, until = Number.POSITIVE_INFINITY): Promise<Killed> {
    const rounds = Object.fromEntries(deeds.map(deed => [deed, 0])) as Record<Deed, number>;
    for (let round = 0; round < count && Date.now() < until; round++) {
      // each in its turn at first, so that a few rounds have all of them
      const deed = round < deeds.length ? deeds[round]! : deeds[Math.floor(this.#random() * deeds.length)]!;
      // without a backup yet there is nothing to restore
      const done = this.#backedUp || !['restore', 'import'].includes(deed) ? deed : 'copy';
      const may = await this[done]();
      await this.#check(round, done, may);
      rounds[done] += 1;
    }
    return { rounds, acknowledged: this.#acknowledged };
  }

  /** A moment at which the kill comes. */
  #moment(deed: Deed): Promise<unknown> {
    return setTimeout(this.#random() * WITHIN_MS[deed]);
  }

  async #serve(clock = '1'): Promise<{ child: ChildProcess; address: string }> {
    const child = spawn(process.execPath, [bundleIn(this.#bundles, KILLED[0])], {
      env: {
        ...process.env,
        ZEOLITE_DATA: this.#data,
        ZEOLITE_PORT: '0',
        ZEOLITE_TEST_CLOCK: clock,
        ZEOLITE_BACKUPS: 'off',
      },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    const [line] = await once(child.stdout!, 'data');
    return { child, address: /http:\S+/.exec(String(line))![0] };
  }

  async #kill(child: ChildProcess): Promise<void> {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const gone = once(child, 'exit');
    child.kill('SIGKILL');
    await gone;
  }

  async #post(address: string, entries: readonly Entry[]): Promise<void> {
    const res = await fetch(new URL(routes.entries, address), {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ entries, mode: 'happened' }),
    });
    if (res.status !== 201) throw new Error(`an entry was answered with ${res.status}: ${await res.text()}`);
    await res.arrayBuffer();
    this.#owe({ entries: entries.map(e => e.id) });
  }

  #owe({
    entries = [],
    photos: more = [],
  }: {
    entries?: readonly string[];
    photos?: readonly string[];
  }): void {
    this.#acknowledged += entries.length + more.length;
    this.#owed = {
      entries: new Set([...this.#owed.entries, ...entries]),
      photos: new Set([...this.#owed.photos, ...more]),
    };
  }

  #note(text: string): Entry {
    return this.#hand.write('noted', 'group', { text });
  }

  /** Records one after another until the server is gone. */
  async #writeOn(address: string): Promise<void> {
    for (;;) {
      const size = 1 + Math.floor(this.#random() * 20);
      await this.#post(
        address,
        Array.from({ length: size }, (_, i) => this.#note(`note ${i}`)),
      );
    }
  }

  async #photographOn(address: string): Promise<void> {
    for (;;) {
      const bytes = new Uint8Array(100_000 + Math.floor(this.#random() * 200_000)).fill(this.#random() * 256);
      bytes.set([0xff, 0xd8, 0xff, 0xe0]);
      const digest = createHash('sha256').update(bytes).digest('hex');
      const res = await fetch(new URL(routes.photos, address), {
        method: 'POST',
        headers: { 'Content-Type': 'image/jpeg' },
        body: bytes,
      });
      if (res.status !== 201) throw new Error(`a photo was answered with ${res.status}`);
      this.#owe({ photos: [digest] });
      await this.#post(address, [this.#hand.write('photographed', this.#hand.subject('place'), { digest })]);
    }
  }

  /** Lets something go on until the kill; what it says of a line that was cut is no fault. */
  async #killIn(deed: Deed, child: ChildProcess, ...goingOn: readonly Promise<unknown>[]): Promise<void> {
    const faults: unknown[] = [];
    let isKilled = false;
    const all = goingOn.map(work => work.catch((error: unknown) => isKilled || faults.push(error)));
    await this.#moment(deed);
    isKilled = true;
    await this.#kill(child);
    await Promise.all(all);
    if (faults.length > 0) throw faults[0];
  }

  async append(): Promise<readonly Owed[]> {
    const { child, address } = await this.#serve();
    await this.#killIn('append', child, this.#writeOn(address), this.#writeOn(address));
    return [this.#owed];
  }

  async photo(): Promise<readonly Owed[]> {
    const { child, address } = await this.#serve();
    await this.#killIn('photo', child, this.#photographOn(address), this.#writeOn(address));
    return [this.#owed];
  }

  /** A copy while entries come in; it counts once all of it has come. */
  async copy(): Promise<readonly Owed[]> {
    const { child, address } = await this.#serve();
    await this.#post(address, [this.#note('before the copy')]);
    const before = this.#owed;
    const copied = async () => {
      const res = await fetch(new URL(routes.backup, address));
      const bytes = Buffer.from(await res.arrayBuffer());
      if (!res.ok) throw new Error(`a copy was answered with ${res.status}`);
      writeFileSync(this.#backup, bytes);
      this.#backedUp = before;
      const log = await fetch(new URL(routes.logJson, address));
      writeFileSync(this.#log, await log.text());
    };
    // the first is waited for: what comes after restores it
    if (!this.#backedUp) await copied();
    await this.#killIn('copy', child, copied(), this.#writeOn(address));
    return [this.#owed];
  }

  async #restoring(file: string, deed: Deed): Promise<void> {
    const child = spawn(process.execPath, [bundleIn(this.#bundles, KILLED[1]), file, this.#data], {
      stdio: 'ignore',
    });
    const gone = once(child, 'exit');
    // one in three comes to its end
    if (this.#random() < 1 / 3) await gone;
    else await this.#killIn(deed, child);
  }

  /** What was there before, or what was in the backup: nothing between the two. */
  async restore(): Promise<readonly Owed[]> {
    const source = join(this.#data, '..', 'restored.backup');
    copyFileSync(this.#backup, source);
    await this.#restoring(source, 'restore');
    return [this.#owed, this.#backedUp!];
  }

  /** The log as it was once, and some more of elsewhere: all of it, or nothing. */
  async import(): Promise<readonly Owed[]> {
    const more = Array.from({ length: 50 }, (_, i) => this.#note(`from elsewhere ${i}`));
    writeFileSync(this.#log, JSON.stringify({ format: 'zeolite-log', version: 1, entries: more }));
    await this.#restoring(this.#log, 'import');
    const ids = new Set((await this.#held()).entries.map(e => e.id));
    const came = more.filter(e => ids.has(e.id)).map(e => e.id);
    if (came.length > 0 && came.length < more.length)
      throw new Error(`${came.length} of ${more.length} entries of a log were taken in`);
    return [{ ...this.#owed, entries: new Set([...this.#owed.entries, ...came]) }];
  }

  /** The facts are those of an older build: they are folded anew at the next start. */
  async refold(): Promise<readonly Owed[]> {
    const client = createClient({ url: `file:${databaseFile(this.#data)}` });
    await client.execute('PRAGMA user_version = 0');
    client.close();
    const child = spawn(process.execPath, [bundleIn(this.#bundles, KILLED[0])], {
      env: { ...process.env, ZEOLITE_DATA: this.#data, ZEOLITE_PORT: '0', ZEOLITE_BACKUPS: 'off' },
      stdio: 'ignore',
    });
    await this.#killIn('refold', child);
    return [this.#owed];
  }

  /** A clock that ran ahead is put right: everything that is dated later is told anew, or nothing is. */
  async clock(): Promise<readonly Owed[]> {
    const later = addMinutes(new Date().toISOString(), YEARS_MIN);
    const ahead = await this.#serve(later);
    const own = hand(later, 'Tester', this.#random);
    await this.#post(
      ahead.address,
      Array.from({ length: 30 }, (_, i) => own.at(later).write('noted', 'group', { text: `ahead ${i}` })),
    );
    await this.#kill(ahead.child);
    const { child, address } = await this.#serve();
    const now = new Date().toISOString();
    const right = hand(now, 'Tester', this.#random).write('clock.put-right', 'group', {
      ...{ wasAt: later, anew: true as const },
    });
    await this.#killIn('clock', child, this.#post(address, [right]));
    const [notYet] = [await this.#laterThan(now)];
    if (notYet !== 0 && notYet !== 30) throw new Error(`${notYet} of 30 entries are dated ahead`);
    if (notYet === 0) return [this.#owed];
    // the rest of the rounds go on with a clock that is right
    const again = await this.#serve();
    await this.#post(again.address, [right]).catch(() => undefined);
    await this.#kill(again.child);
    if ((await this.#laterThan(now)) > 0) throw new Error('a clock that was put right left entries ahead');
    return [this.#owed];
  }

  async #laterThan(now: string): Promise<number> {
    const { entries } = await this.#held();
    const struck = new Set(entries.flatMap(e => (e.kind === 'struck' ? [e.data.target] : [])));
    const latest = addMinutes(now, 60);
    return entries.filter(e => e.happenedAt > latest && e.kind === 'noted' && !struck.has(e.id)).length;
  }

  /** What lies in the folder, and whether the replay equals it. */
  async #held() {
    const database = await openDatabase(databaseFile(this.#data));
    try {
      const { differing } = await replay(database);
      const kept = await database.db.select({ digest: photos.digest }).from(photos);
      return { differing, entries: await wholeLog(database.db), photos: new Set(kept.map(p => p.digest)) };
    } finally {
      await database.close();
    }
  }

  /** @param may what the folder may owe now: the first that it holds is what it owes from here on */
  async #check(round: number, deed: Deed, may: readonly Owed[]): Promise<void> {
    const held = await this.#held();
    const ids = new Set(held.entries.map(e => e.id));
    const where = `round ${round} (${deed})`;
    if (held.differing.length > 0)
      throw new Error(`${where}: ${held.differing.length} states differ from the log`);
    if (ids.size < held.entries.length) throw new Error(`${where}: an entry is there twice`);
    const missing = (owed: Owed) =>
      [...owed.entries].filter(id => !ids.has(id)).length +
      [...owed.photos].filter(digest => !held.photos.has(digest)).length;
    const owed = may.find(one => missing(one) === 0);
    if (!owed)
      throw new Error(`${where}: of what was acknowledged, ${may.map(missing).join(' or ')} are missing`);
    this.#owed = owed;
    // what restores keep aside would fill the disk
    for (const name of readdirSync(this.#data))
      if (/\.before-/.test(name)) rmSync(join(this.#data, name), { force: true });
    if (existsSync(join(this.#data, 'server.log'))) rmSync(join(this.#data, 'server.log'));
  }
}
