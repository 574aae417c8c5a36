import { eq, gte, max, sql } from 'drizzle-orm';
import type { ChangedFacts, Mode, Posted } from '#contract/log.ts';
import { type Entry, foldSubject, guard, restsOn, step } from '#core/areas/entries.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Judgement, judge, message, refusals } from '#core/base/judgement.ts';
import type { Subject } from '#core/base/subject.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Facts } from '#core/log/facts.ts';
import { standing } from '#core/log/strikes.ts';
import { type Clock, PHONE_AHEAD_MIN } from '../clock.ts';
import type { Database } from '../db/open.ts';
import { entries, entrySubjects, facts } from '../db/schema.ts';
import { doneInLots, pause, pauses } from '../lots.ts';
import { ProblemError } from '../problems.ts';
import { LiveFacts } from './live.ts';
import { Lives } from './lives.ts';
import { isPutRight, PUT_RIGHT, toldAnew } from './putRight.ts';
import { entriesById, lotsOf, rowOf } from './rows.ts';
import { sameContent } from './sameContent.ts';

/** The facts after so many entries: they stay so, whatever is recorded after. */
export interface View {
  readonly facts: Facts;
  readonly seq: number;
}

/** The log: the one way in, and the facts it has come to. */
export interface Log {
  readonly live: LiveFacts;
  readonly seq: () => number;
  /** What was acknowledged, at one moment. */
  readonly view: () => Promise<View>;
  /**
   * Records entries together or not at all. Acknowledged only after the commit is on the disk.
   * @throws ProblemError refused, rests-on, conflict, not-found, invalid
   */
  readonly append: (list: readonly Entry[], mode: Mode) => Promise<Posted>;
  /** Records what another log holds, as it stands there: what follows from an entry stands in it too. */
  readonly takeOver: (list: readonly Entry[]) => Promise<Posted>;
}

/** Opens the log of a database: the facts come from the state table, not from a replay. */
export async function openLog(
  database: Database,
  clock: Clock,
  told: (posted: Posted) => void = () => undefined,
): Promise<Log> {
  const { db } = database;
  const rows = await db.select().from(facts);
  const live = new LiveFacts(
    rows.map(r => ({
      subject: r.subject,
      body: r.body,
      last: { happenedAt: r.lastHappenedAt, id: r.lastEntry },
    })),
  );
  const lives = new Lives(db);
  const [newest] = await db.select({ seq: max(entries.seq) }).from(entries);
  let seq = newest?.seq ?? 0;
  let view: View | undefined;
  const seenAt = await newestSeen(database);
  if (seenAt) clock.raise(seenAt);

  async function record(list: readonly Entry[], mode: Mode, isWhole = false): Promise<Posted> {
    const { fresh, repeated } = await withoutRepeats(database, list);
    if (fresh.length === 0) return { seq, accepted: [], repeated, changed: [] };
    const putsRight = isWhole ? undefined : fresh.find(isPutRight);
    const receivedAt = putsRight ? clock.machine() : clock.now();
    if (!isWhole) requireNotAhead(fresh, list, receivedAt);
    const all = putsRight?.data.anew ? [...fresh, ...(await toldAnew(db, putsRight, receivedAt))] : fresh;
    let touched: ReadonlySet<Subject>;
    try {
      touched = await foldIn(live, new Pending(database, lives, all), all, mode, receivedAt);
      await pause();
      await commit(database, live, all, touched, seq, receivedAt);
    } catch (error) {
      live.takeBack();
      throw error;
    }
    live.keep();
    lives.add(all);
    seq += all.length;
    if (putsRight) clock.putRight();
    else clock.raise(receivedAt);
    const changed = [...touched].map((s): ChangedFacts => [s, live.of(s) ?? null]);
    const posted = { seq, accepted: all.map(e => e.id), repeated, changed };
    await pause();
    told(posted);
    await pause();
    return posted;
  }

  return {
    live,
    seq: () => seq,
    // taken in the queue of the writes: nothing is half recorded then
    view: () =>
      database.write(async () => {
        if (view?.seq !== seq) view = { facts: await doneInLots(live.copy()), seq };
        return view;
      }),
    append: (list, mode) => database.write(() => record(list, mode)),
    takeOver: list => database.write(() => record(list, 'happened', true)),
  };
}

/**
 * Judges entries one after the other, and folds each into the facts before the next is judged.
 * @returns the subjects whose facts changed
 * @throws ProblemError refused, rests-on, not-found, invalid
 */
async function foldIn(
  live: LiveFacts,
  pending: Pending,
  all: readonly Entry[],
  mode: Mode,
  receivedAt: string,
): Promise<ReadonlySet<Subject>> {
  const touched = new Set<Subject>();
  // what a strike or a late entry changes is folded anew once, however many of them a request has
  const stale = new Set<Subject>();
  const pauseIfDue = pauses();
  const refold = async () => {
    for (const subject of stale) {
      await pauseIfDue();
      live.put(subject, foldSubject(subject, await pending.entriesOf(subject)), live.lastKey(subject)!);
    }
    stale.clear();
  };
  for (const entry of all) {
    await pauseIfDue();
    if (mode === 'intend' && entry.kind !== 'struck') await refold();
    await requireAllowed(live, pending, entry, mode, receivedAt);
    pending.admit(entry);
    for (const subject of subjectsOf(entry)) {
      if (stale.has(subject) || !isNext(live, entry, subject)) stale.add(subject);
      const facts = live.of(subject);
      live.put(subject, stale.has(subject) ? facts : step(facts, entry, subject), entry);
      touched.add(subject);
    }
  }
  await refold();
  return touched;
}

/** The latest moment that the log has seen, since its clock was last put right. */
async function newestSeen({ db }: Database): Promise<string | undefined> {
  const [right] = await db
    .select({ seq: max(entries.seq) })
    .from(entries)
    .where(eq(entries.kind, PUT_RIGHT));
  const [newest] = await db
    .select({ at: max(entries.receivedAt) })
    .from(entries)
    .where(gte(entries.seq, right?.seq ?? 0));
  return newest?.at ?? undefined;
}

/** Sending an entry twice does nothing; another entry under its id is a conflict. */
async function withoutRepeats(database: Database, list: readonly Entry[]) {
  const ids = list.map(e => e.id);
  const known = new Map((await entriesById(database.db, ids)).map(e => [e.id, e]));
  const fresh = new Map<string, Entry>();
  const repeated: string[] = [];
  for (const [i, entry] of list.entries()) {
    const before = known.get(entry.id) ?? fresh.get(entry.id);
    if (!before) fresh.set(entry.id, entry);
    else if (sameContent(before, entry)) repeated.push(entry.id);
    else
      throw new ProblemError('conflict', { errors: [{ pointer: `/entries/${i}/id`, reason: 'conflict' }] });
  }
  return { fresh: [...fresh.values()], repeated };
}

function requireNotAhead(fresh: readonly Entry[], list: readonly Entry[], now: string): void {
  const latest = addMinutes(now, PHONE_AHEAD_MIN);
  const ahead = fresh.find(e => e.happenedAt > latest);
  if (!ahead) return;
  const pointer = `/entries/${list.indexOf(ahead)}/happenedAt`;
  throw new ProblemError('invalid', { errors: [{ pointer, reason: 'in-future' }] });
}

/** The entries of a request that are not in the file yet, beside those that are. */
class Pending {
  readonly #database: Database;
  readonly #admitted = new Map<string, Entry>();
  readonly #bySubject = new Map<Subject, Entry[]>();
  readonly #lives: Lives;
  readonly #struck: ReadonlySet<string>;

  constructor(database: Database, lives: Lives, fresh: readonly Entry[]) {
    this.#database = database;
    this.#lives = lives;
    this.#struck = new Set(fresh.flatMap(e => (e.kind === 'struck' ? [e.data.target] : [])));
  }

  admit(entry: Entry): void {
    this.#admitted.set(entry.id, entry);
    for (const subject of subjectsOf(entry)) {
      const before = this.#bySubject.get(subject);
      if (before) before.push(entry);
      else this.#bySubject.set(subject, [entry]);
    }
  }

  isStruckToo(id: string): boolean {
    return this.#struck.has(id);
  }

  /** Everything on a subject: what is in the file, and what of this request came before. */
  async entriesOf(subject: Subject): Promise<Entry[]> {
    return [...(await this.#lives.of(subject)), ...(this.#bySubject.get(subject) ?? [])];
  }

  async find(id: string): Promise<Entry | undefined> {
    return this.#admitted.get(id) ?? (await entriesById(this.#database.db, [id]))[0];
  }
}

async function requireAllowed(
  live: LiveFacts,
  pending: Pending,
  entry: Entry,
  mode: Mode,
  now: string,
): Promise<void> {
  if (entry.kind === 'struck') return requireStrikeable(pending, entry, mode);
  if (mode === 'happened') return;
  const refused = [
    ...(await laterThanNow(live, pending, entry, now)),
    ...refusals(guard(live.facts, entry, now)),
  ];
  if (refused.length > 0) throw new ProblemError('refused', { judgements: refused, detail: entry.id });
}

async function requireStrikeable(
  pending: Pending,
  strike: Entry & { kind: 'struck' },
  mode: Mode,
): Promise<void> {
  const target = await pending.find(strike.data.target);
  if (!target)
    throw new ProblemError('not-found', { errors: [{ pointer: '/data/target', reason: 'no-entry' }] });
  if (!sameContent(subjectsOf(target), subjectsOf(strike))) {
    throw new ProblemError('invalid', { errors: [{ pointer: '/subject', reason: 'other-subject' }] });
  }
  if (mode === 'happened') return;
  const rests = restsOn(target, await pending.entriesOf(target.subject)).filter(
    e => !pending.isStruckToo(e.id),
  );
  if (rests.length > 0) throw new ProblemError('rests-on', { rests });
}

/** Whether an entry is a step on from what its subject is; else the whole story is folded again: what just begins may have a past. */
const isNext = (live: LiveFacts, entry: Entry, subject: Subject): boolean =>
  entry.kind !== 'struck' && live.isLast(subject, entry) && !live.waitsToBegin(subject);

/** A clock that ran ahead left something on it that is later than now: what is recorded now would be folded before it, and lost. */
async function laterThanNow(
  live: LiveFacts,
  pending: Pending,
  { subject }: Entry,
  now: string,
): Promise<Judgement[]> {
  const latest = addMinutes(now, PHONE_AHEAD_MIN);
  if ((live.lastKey(subject)?.happenedAt ?? '') <= latest) return [];
  const later = standing(await pending.entriesOf(subject)).filter(e => e.happenedAt > latest);
  return later
    .slice(0, 1)
    .map(e => judge('refuse', message('guard.later-than-now', { at: e.happenedAt }), 'record'));
}

/** Rows that are written between two pauses. */
const WRITTEN = 25;

/** Log and state go to the disk in one transaction. */
async function commit(
  database: Database,
  live: LiveFacts,
  fresh: readonly Entry[],
  touched: ReadonlySet<Subject>,
  seq: number,
  receivedAt: string,
): Promise<void> {
  const states = [...touched].map(subject => {
    const last = live.lastKey(subject)!;
    return {
      ...{ subject, body: live.of(subject) ?? null },
      ...{ lastHappenedAt: last.happenedAt, lastEntry: last.id },
    };
  });
  const links = fresh.flatMap(e =>
    subjectsOf(e).map(subject => ({ subject, happenedAt: e.happenedAt, entry: e.id })),
  );
  const pauseIfDue = pauses();
  await database.commit(async tx => {
    // a commit does not also move what lies in the log of the last writes into the file: that has a time of its own
    await tx.run(sql`PRAGMA wal_autocheckpoint = 0`);
    for (const lot of lotsOf(
      fresh.map((e, i) => rowOf(e, seq + i + 1, receivedAt)),
      WRITTEN,
    )) {
      await tx.insert(entries).values(lot);
      await pauseIfDue();
    }
    for (const lot of lotsOf(links, WRITTEN)) {
      await tx.insert(entrySubjects).values(lot);
      await pauseIfDue();
    }
    for (const lot of lotsOf(states, WRITTEN)) {
      await tx
        .insert(facts)
        .values(lot)
        .onConflictDoUpdate({
          target: facts.subject,
          set: {
            body: sql`excluded.body`,
            lastHappenedAt: sql`excluded.last_happened_at`,
            lastEntry: sql`excluded.last_entry`,
          },
        });
      await pauseIfDue();
    }
  });
  database.wrote(fresh.length + links.length + states.length);
}
