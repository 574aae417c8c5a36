import { monotonicFactory } from 'ulid';
import { type Entry, type EntryData, type EntryKind, writeEntry } from '#core/areas/entries.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Shelved } from '#core/log/facts.ts';

/** Writes entries as a person would, one after another: each a second after the last unless told when. */
export interface Hand {
  readonly entries: Entry[];
  readonly at: (instant: Instant, by?: string) => Hand;
  readonly write: <K extends EntryKind>(
    kind: K,
    subject: Subject,
    data: EntryData[K],
    also?: readonly Subject[],
  ) => Entry;
  /** A subject that did not exist before. */
  readonly subject: (type: keyof Shelved) => Subject;
}

/** @param random numbers from 0 to 1 for the ids: seeded where the same entries are wanted again */
export function hand(start: Instant, by = 'Tester', random: () => number = Math.random): Hand {
  const ulid = monotonicFactory(random);
  const entries: Entry[] = [];
  let now = start;
  let who = by;
  const id = () => ulid(Date.parse(now));
  const self: Hand = {
    entries,
    at: (instant, whoElse = by) => {
      now = instant;
      who = whoElse;
      return self;
    },
    subject: type => `${type}:${id()}`,
    write: (kind, subject, data, also) => {
      const entry = writeEntry(kind, subject, data, {
        id: id(),
        at: now,
        by: who,
        ...(also ? { also } : {}),
      });
      entries.push(entry);
      now = addMinutes(now, 1 / 60);
      return entry;
    },
  };
  return self;
}
