import { type Entry, foldOntoInLots, guard } from '#core/areas/entries.ts';
import type { Judgement } from '#core/base/judgement.ts';
import { atOnce, type InLots } from '#core/base/lots.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import type { SessionClock } from './clock.ts';
import { type Draft, drawPassing, stamped } from './draft.ts';
import type { AppStore } from './store.ts';

/** What the guards say of one draft. */
export interface Judged {
  readonly subject: Subject;
  readonly judgements: readonly Judgement[];
}

/** Judges drafts against what this browser knows, one resting on the other, before anything is sent. */
export interface Judging {
  readonly judge: (drafts: readonly Draft[]) => Judgement[];
  /** The same for many. */
  readonly judgeInLots: (drafts: readonly Draft[]) => InLots<Judged[]>;
}

export function createJudging({ clock, store }: { clock: SessionClock; store: AppStore }): Judging {
  const judge: Judging['judge'] = drafts => atOnce(judgeInLots(drafts)).flatMap(j => j.judgements);

  function* judgeInLots(drafts: readonly Draft[]): InLots<Judged[]> {
    const found: Judged[] = [];
    // a strike is judged by the server, which has the whole story of its subject
    const entries = stamped(drafts, { by: 'judge', stamp: clock.stamp, draw: drawPassing() }).filter(
      e => e.kind !== 'struck',
    );
    yield;
    const judgeOne = (facts: Facts, entry: Entry) =>
      found.push({ subject: entry.subject, judgements: guard(facts, entry, clock.now()) });
    // the last is judged and not folded: what comes after it nobody asks, and a large store is not copied for it
    const facts = yield* foldOntoInLots(store.getState().log.facts, entries.slice(0, -1), judgeOne);
    for (const last of entries.slice(-1)) judgeOne(facts, last);
    return found;
  }

  return { judge, judgeInLots };
}
