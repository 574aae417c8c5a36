import * as v from 'valibot';
import { EntrySchema } from '#contract/entry.ts';
import type { Entry } from '#core/areas/entries.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import { subjectsOf } from '#core/log/entry.ts';
import { standing } from '#core/log/strikes.ts';
import { PHONE_AHEAD_MIN } from '../clock.ts';
import { FolderProblem } from '../db/folder.ts';
import { sameContent } from './sameContent.ts';

/** The format and the version of a log as one JSON document. */
export const LOG_FORMAT = 'zeolite-log';
export const LOG_VERSION = 1;

/** Faults that are told of at once. */
const MOST_FAULTS = 10;

const DocumentSchema = v.object({
  format: v.literal(LOG_FORMAT),
  version: v.number(),
  entries: v.array(v.unknown()),
});

type Struck = Entry & { kind: 'struck' };
const isStruck = (entry: Entry): entry is Struck => entry.kind === 'struck';

/** Faults of an entry that a log of another build has. */
const saidOf: Readonly<Record<string, string>> = {
  'newer-version': 'written by a newer Zeolite, update this one',
  kind: 'of a kind that this Zeolite does not know, perhaps of a newer one',
  'unknown-field': 'a field that this Zeolite does not know, perhaps of a newer one',
  instant: 'no moment that water was kept at',
};

const anotherHas = (id: string): string => `Two entries that differ have the id ${id}.`;

/** The entries of a document. @throws FolderProblem when it is none, or of a newer build */
function entriesIn(source: string, text: string): readonly unknown[] {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    throw new FolderProblem(`${source} is no JSON, or only a part of it. Nothing was taken in.`);
  }
  const read = v.safeParse(DocumentSchema, document);
  if (!read.success) throw new FolderProblem(`${source} is no log of Zeolite. Nothing was taken in.`);
  if (read.output.version > LOG_VERSION)
    throw new FolderProblem(
      `${source} was written by a newer Zeolite. Update this one; nothing was taken in.`,
    );
  return read.output.entries;
}

/** The entries in their own order, but for a strike that stands before what it strikes: that comes right after it. */
function strikesAfter(list: readonly Entry[]): Entry[] {
  const ids = new Set(list.map(e => e.id));
  const told = new Set<string>();
  const waiting = new Map<string, Struck[]>();
  const ordered: Entry[] = [];
  for (const entry of list) {
    const due = [entry];
    for (let next = due.pop(); next; next = due.pop()) {
      if (isStruck(next) && ids.has(next.data.target) && !told.has(next.data.target)) {
        waiting.set(next.data.target, [...(waiting.get(next.data.target) ?? []), next]);
        continue;
      }
      told.add(next.id);
      ordered.push(next);
      due.push(...(waiting.get(next.id) ?? []).toReversed());
      waiting.delete(next.id);
    }
  }
  return ordered;
}

/**
 * Reads a log that was taken out as JSON, and judges all of it before a row is written.
 * @param here those of some entries that the folder has already, by their ids
 * @throws FolderProblem naming each fault in a sentence
 */
export async function takenLog(
  source: string,
  text: string,
  here: (ids: readonly string[]) => Promise<readonly Entry[]>,
  now: Instant,
): Promise<Entry[]> {
  const faults: string[] = [];
  const byId = new Map<string, Entry>();
  const list: Entry[] = [];
  for (const [i, one] of entriesIn(source, text).entries()) {
    const read = v.safeParse(EntrySchema, one);
    if (!read.success) {
      const [{ message, path }] = read.issues;
      const field = path?.map(item => String(item.key)).join('/');
      faults.push(
        `Entry ${i + 1}${field ? `, ${field}` : ''}: ${saidOf[message] ?? `not understood (${message})`}.`,
      );
      continue;
    }
    // as it was written, where it says the same: it goes out again letter by letter
    const entry = sameContent(one, read.output) ? (one as Entry) : read.output;
    const before = byId.get(entry.id);
    if (before && !sameContent(before, entry)) faults.push(anotherHas(entry.id));
    if (!before) list.push(entry);
    byId.set(entry.id, entry);
  }
  const struck = list.filter(isStruck);
  const known = new Map(
    (await here([...byId.keys(), ...struck.map(s => s.data.target)])).map(e => [e.id, e]),
  );
  for (const [id, entry] of byId) {
    const before = known.get(id);
    if (before && !sameContent(before, entry)) faults.push(anotherHas(id));
  }
  for (const strike of struck) {
    const target = byId.get(strike.data.target) ?? known.get(strike.data.target);
    if (!target)
      faults.push(`Entry ${strike.id} strikes ${strike.data.target}, which is neither in it nor here.`);
    else if (!sameContent(subjectsOf(target), subjectsOf(strike)))
      faults.push(`Entry ${strike.id} strikes ${target.id}, which is of something else.`);
  }
  const latest = addMinutes(now, PHONE_AHEAD_MIN);
  for (const entry of standing(list).filter(e => e.happenedAt > latest))
    faults.push(
      `Entry ${entry.id} is of ${entry.happenedAt}, later than this machine’s clock says: put the clock right, here or where it comes from.`,
    );
  if (faults.length > 0) {
    const more = faults.length > MOST_FAULTS ? ` And ${faults.length - MOST_FAULTS} more.` : '';
    throw new FolderProblem(
      `${source} was not taken in, nothing of it. ${faults.slice(0, MOST_FAULTS).join(' ')}${more}`,
    );
  }
  return strikesAfter(list);
}
