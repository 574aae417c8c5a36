import type { Problem } from '#contract/problem.ts';
import type { Entry } from '#core/areas/entries.ts';
import type { Judgement } from '#core/base/judgement.ts';

/** What came of recording. `waiting`: kept here, and sent as soon as the server answers. */
export type Outcome =
  | { readonly is: 'recorded' | 'waiting'; readonly entries: readonly Entry[] }
  | { readonly is: 'refused'; readonly judgements: readonly Judgement[] }
  | { readonly is: 'problem'; readonly problem: Problem };

/** What came of something that the server turned down. */
export const outcomeOf = (problem: Problem): Outcome =>
  problem.judgements ? { is: 'refused', judgements: problem.judgements } : { is: 'problem', problem };

/** What somebody waits for in this tab, and what came of it. */
export type WaitedFor = Map<string, Outcome | undefined>;
