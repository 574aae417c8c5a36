import { gather, index, putSubject, subjectFactsOf, subjects } from '#core/areas/entries.ts';
import type { Instant } from '#core/base/day.ts';
import type { InLots } from '#core/base/lots.ts';
import type { Subject } from '#core/base/subject.ts';
import { inOrder } from '#core/log/entry.ts';
import type { Facts, SubjectFacts, SubjectType } from '#core/log/facts.ts';
import { copyInLots } from '#core/log/lookUp.ts';

/** Place of an entry in the log's order. */
export interface Key {
  readonly happenedAt: Instant;
  readonly id: string;
}

/**
 * The facts in memory, owned by the one writer, and changed in place so that an entry costs the same
 * at ten containers and at ten thousand. What a request changed is taken back when it cannot be recorded.
 */
export class LiveFacts {
  readonly #facts: Facts;
  readonly #lastKeys: Map<Subject, Key>;
  #undo: [Subject, SubjectFacts | undefined, Key | undefined][] = [];

  constructor(rows: readonly { subject: Subject; body: SubjectFacts | null; last: Key }[]) {
    this.#facts = gather(rows.flatMap(r => (r.body ? [[r.subject, r.body] as const] : [])));
    this.#lastKeys = new Map(rows.map(r => [r.subject, r.last]));
    index(this.#facts);
  }

  get facts(): Facts {
    return this.#facts;
  }

  /** The facts as they are now, on shelves of their own: they stay so, whatever is recorded after. In lots. */
  *copy(): InLots<Facts> {
    const copy: Record<string, unknown> = {};
    for (const [type, shelf] of Object.entries(this.#facts)) {
      const isOne = subjects[type as SubjectType].fresh !== undefined;
      copy[type] = isOne ? shelf : yield* copyInLots(shelf as Record<string, object>);
      yield;
    }
    return copy as unknown as Facts;
  }

  of(subject: Subject): SubjectFacts | undefined {
    return subjectFactsOf(this.#facts, subject);
  }

  lastKey(subject: Subject): Key | undefined {
    return this.#lastKeys.get(subject);
  }

  /** True when an entry comes after all that its subject has. */
  isLast(subject: Subject, key: Key): boolean {
    const last = this.#lastKeys.get(subject);
    return !last || inOrder(last, key) < 0;
  }

  /** Whether something was told of it before it was written down. */
  waitsToBegin(subject: Subject): boolean {
    return this.#lastKeys.has(subject) && this.of(subject) === undefined;
  }

  put(subject: Subject, facts: SubjectFacts | undefined, key: Key): void {
    this.#undo.push([subject, this.of(subject), this.#lastKeys.get(subject)]);
    putSubject(this.#facts, subject, facts);
    if (this.isLast(subject, key)) this.#lastKeys.set(subject, { happenedAt: key.happenedAt, id: key.id });
  }

  /** What was changed since the last `keep` or `takeBack` stays. */
  keep(): void {
    this.#undo = [];
  }

  /** What was changed since then is undone. */
  takeBack(): void {
    for (const [subject, facts, key] of this.#undo.reverse()) {
      putSubject(this.#facts, subject, facts);
      if (key) this.#lastKeys.set(subject, key);
      else this.#lastKeys.delete(subject);
    }
    this.#undo = [];
  }
}
