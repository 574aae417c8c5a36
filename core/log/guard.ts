import { type Judgement, judge, message } from '../base/judgement.ts';
import type { Instant } from '../base/moment.ts';
import type { SubjectDefinition } from './define.ts';
import type { Told } from './entry.ts';
import type { Facts } from './facts.ts';
import type { Definitions, FoldOf } from './fold.ts';

type AnyGuard = (facts: Facts, entry: Told, now: Instant) => Judgement[];

/** What is said of a thing for a day before it was written down: what was said then is the later word, and stands. */
export const laterWord = (at: Instant, writtenAt: Instant): Judgement[] =>
  at < writtenAt ? [judge('warn', message('guard.later-word', { writtenAt }), 'record')] : [];

/** Guards for the kinds that are declared: each is asked only where its subject is there. */
export function createGuard({ kinds, subjects }: Definitions, { typeOf, stepOf, subjectFactsOf }: FoldOf) {
  /**
   * Judges an intention before it becomes an entry. A refusal stops the intention, never the fact:
   * "it already happened" is recorded all the same, and the fold shows what follows from it.
   */
  return function guard(facts: Facts, entry: Told, now: Instant): Judgement[] {
    const type = typeOf(entry.subject);
    const found = stepOf(entry.kind, type);
    if (found && !found.isBeginning && !subjectFactsOf(facts, entry.subject)) {
      const { absent } = subjects[type] as SubjectDefinition;
      return [judge('refuse', message(absent), 'record')];
    }
    const own = kinds[entry.kind]?.guard;
    return typeof own === 'function' ? (own as AnyGuard)(facts, entry, now) : [];
  };
}
