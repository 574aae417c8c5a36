import type { CitationId } from './citations.ts';

/** What the core thinks of a case: fine, fine with a caution, or not to be done. */
export type Verdict = 'ok' | 'warn' | 'refuse';

/** Values that a text of the catalogue is filled with; a key ends in its unit (`doseMl`, `untilDay`). */
export type Params = Readonly<Record<string, number | string>>;

/** A text of the catalogue, by id. The core never holds a sentence. */
export interface Message {
  readonly id: string;
  readonly params?: Params;
}

/**
 * One judgement: computed in the core, shown, enforced and printed from there.
 * `slip` names the likely mistake and what would have been meant.
 */
export interface Judgement {
  readonly verdict: Verdict;
  readonly reason: Message;
  readonly source: CitationId;
  readonly remedy?: Message;
  readonly slip?: Message;
}

/** A text of the catalogue with its values. */
export function message(id: string, params?: Params): Message {
  return params ? { id, params } : { id };
}

/** Builds a judgement; `more` carries the remedy and the likely slip. */
export function judge(
  verdict: Verdict,
  reason: Message,
  source: CitationId,
  more: { remedy?: Message; slip?: Message } = {},
): Judgement {
  return { verdict, reason, source, ...more };
}

/** The judgements that stop an intention. */
export function refusals(judgements: readonly Judgement[]): Judgement[] {
  return judgements.filter(j => j.verdict === 'refuse');
}
