import type { Entry } from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Db } from '../db/open.ts';
import { entriesOf } from './rows.ts';

/** Entries that are kept in memory, over all the lives there are. */
const MOST_ENTRIES = 50_000;

/**
 * Everything that was recorded of the subjects that late entries came to last: a phone that was offline, or a list of last year,
 * brings many to the same vessel, and its life is read from the file once.
 */
export class Lives {
  readonly #db: Db;
  readonly #most: number;
  /** The one used last is the last. */
  readonly #kept = new Map<Subject, Entry[]>();
  #count = 0;

  constructor(db: Db, most = MOST_ENTRIES) {
    this.#db = db;
    this.#most = most;
  }

  /** The whole life of a subject, as far as it was recorded, in any order. */
  async of(subject: Subject): Promise<readonly Entry[]> {
    const kept = this.#kept.get(subject);
    if (kept) {
      this.#kept.delete(subject);
      this.#kept.set(subject, kept);
      return kept;
    }
    const life = await entriesOf(this.#db, subject);
    this.#kept.set(subject, life);
    this.#count += life.length;
    this.#forget();
    return life;
  }

  /** Tells of what was recorded: the lives that are kept stay whole. */
  add(recorded: readonly Entry[]): void {
    for (const entry of recorded)
      for (const subject of subjectsOf(entry)) {
        const life = this.#kept.get(subject);
        if (!life) continue;
        life.push(entry);
        this.#count += 1;
      }
    this.#forget();
  }

  /** Lets the lives go that nobody asked for lately. */
  #forget(): void {
    for (const [subject, life] of this.#kept) {
      if (this.#count <= this.#most) return;
      this.#kept.delete(subject);
      this.#count -= life.length;
    }
  }
}
