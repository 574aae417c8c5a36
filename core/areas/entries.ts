import type { Duty } from '../base/duty.ts';
import { type Message, message } from '../base/judgement.ts';
import type { InLots } from '../base/lots.ts';
import type { Subject } from '../base/subject.ts';
import type { AnyKind, DataOf, None } from '../log/define.ts';
import { type Stamp, type Told, writeTold } from '../log/entry.ts';
import type { Facts, SubjectType } from '../log/facts.ts';
import { createFold, type Definitions } from '../log/fold.ts';
import { createGuard } from '../log/guard.ts';
import { ownKinds } from '../log/ownKinds.ts';
import { resting } from '../log/rests.ts';
import { lift } from '../log/upcast.ts';
import * as areas from './index.ts';

// The areas joined, and the engine of the log made for what they declare.

/** What an area says of itself. */
interface Area {
  readonly entries: Readonly<Record<string, AnyKind>>;
  readonly subjects: Readonly<Record<string, object>>;
  /** A large area works them out in lots. */
  readonly duties: None | ((facts: Facts, state: never) => Duty[] | InLots<Duty[]>);
}
areas satisfies Readonly<Record<string, Area>>;

type Areas = typeof areas;
type Joined<U> = (U extends unknown ? (each: U) => void : never) extends (all: infer I) => void ? I : never;
/** What each area has of something, in one record. A name that two areas give is a fault of the build. */
function joined<P extends 'entries' | 'subjects'>(part: P): Joined<Areas[keyof Areas][P]> {
  const all: Record<string, unknown> = {};
  for (const area of Object.values(areas))
    for (const [name, declared] of Object.entries(area[part])) {
      if (Object.hasOwn(all, name)) throw new RangeError(`"${name}" is declared by two areas`);
      all[name] = declared;
    }
  return all as Joined<Areas[keyof Areas][P]>;
}

/** Each type of subject. One whose facts an area adds without its definition does not compile. */
export const subjects: Definitions['subjects'] = joined('subjects');
export const subjectTypes = Object.keys(subjects) as SubjectType[];

const declared = { ...joined('entries'), ...ownKinds(subjectTypes) };
type Declared = typeof declared;

/** The data of each kind of entry, today. */
export type EntryData = { readonly [K in keyof Declared]: DataOf<Declared[K]['data']> };
export type EntryKind = keyof EntryData;
export type EntryOf<K extends EntryKind> = Told<EntryData[K]> & { readonly kind: K };
/** One thing that happened. */
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** Each kind of entry. */
export const kinds: { readonly [K in EntryKind]: AnyKind } = declared;
export const entryKinds = Object.keys(kinds) as [EntryKind, ...EntryKind[]];

/**
 * Counts the ways that logs were folded in so far: facts that an older build kept are folded anew from their log. It goes up
 * whenever the same log comes to other facts; a test knows what the demo comes to (record.test.ts).
 */
export const FOLD_VERSION = 9;

const engine = createFold({ kinds, subjects });

export const {
  typeOf,
  keyOf,
  step,
  noFacts,
  subjectFactsOf,
  withSubjects,
  putSubject,
  gather,
  rowsOf,
  index,
  isOver,
} = engine;
export const { fold, foldSubject, foldOnto, foldOntoInLots } = engine;
export const guard = createGuard({ kinds, subjects }, engine);

/**
 * Entries that rest on one, in order: striking it would leave them without ground.
 * @param log the standing and struck entries of the target's subject, in any order
 */
export const restsOn = (target: Entry, log: readonly Entry[]): Entry[] =>
  resting(kinds, subjects[typeOf(target.subject)].bornBy, target, log);

/**
 * An entry in today's version.
 * @throws RangeError when it was written by a newer one
 */
export const upcast = (stored: Told): Entry =>
  lift(stored, (kinds as Readonly<Record<string, AnyKind | undefined>>)[stored.kind]?.upcasts) as Entry;

/** An entry of today's version. */
export const writeEntry = <K extends EntryKind>(
  kind: K,
  subject: Subject,
  data: EntryData[K],
  stamp: Stamp,
): Entry => writeTold(kind, subject, data, stamp) as Entry;

/** An entry in words, as it stands in a history. */
export function wordsOf(entry: Entry, facts: Facts): Message {
  const { words } = kinds[entry.kind];
  const own = typeof words === 'function' && (words as (data: unknown, facts: Facts) => Message);
  return own ? own(entry.data, facts) : message(`entry.${entry.kind}`);
}
