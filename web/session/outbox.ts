import type { Mode } from '#contract/log.ts';
import { type Problem, problemType } from '#contract/problem.ts';
import { type Entry, foldOntoInLots, guard } from '#core/areas/entries.ts';
import { type Judgement, refusals } from '#core/base/judgement.ts';
import { atOnce, type InLots } from '#core/base/lots.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import { handKnown, handOf } from '../person/person.ts';
import { type Api, NoAnswer, ProblemAnswer } from './api.ts';
import type { SessionClock } from './clock.ts';
import { type Draft, drawId, drawPassing, stamped } from './draft.ts';
import { outboxIs, queued, settled, troubled } from './logSlice.ts';
import { doneInLots, pause } from './lots.ts';
import type { Show } from './showChanges.ts';
import {
  isOf,
  isTurnedDown,
  type Kept,
  logIdOf,
  type OutboxStorage,
  type TurnedDown,
  type Waiting,
} from './storage.ts';
import type { AppStore } from './store.ts';

/** What came of recording. `waiting`: kept here, and sent as soon as the server answers. */
export type Outcome =
  | { readonly is: 'recorded' | 'waiting'; readonly entries: readonly Entry[] }
  | { readonly is: 'refused'; readonly judgements: readonly Judgement[] }
  | { readonly is: 'problem'; readonly problem: Problem };

/** What becomes of something that was turned down. */
export type Decision = 'happened' | 'here' | 'thrown-away';

/** What is recorded goes through here: judged, kept until the server has it, sent in order. */
export interface Outbox {
  /** Judges drafts against what this browser knows, one resting on the other, before anything is sent. */
  readonly judge: (drafts: readonly Draft[]) => Judgement[];
  /** The same for many. */
  readonly judgeInLots: (drafts: readonly Draft[]) => InLots<Judged[]>;
  /** Records entries: judged here when they are intentions, shown at once, sent in order. */
  readonly record: (drafts: readonly Draft[], mode?: Mode) => Promise<Outcome>;
  /** What was turned down is sent once more as something that happened, brought into the log that is served, or thrown away. */
  readonly decide: (one: TurnedDown, decision: Decision) => Promise<void>;
  /** Sends what waits, whichever tab recorded it. */
  readonly flush: () => Promise<void>;
  /** Reads what is kept: at the start, and whenever another tab changed something. */
  readonly look: () => Promise<void>;
}

interface Parts {
  readonly api: Api;
  readonly clock: SessionClock;
  readonly storage: OutboxStorage;
  readonly store: AppStore;
  readonly show: Show;
}

/** After so many faults of the server over one, those behind it go first. */
const MOST_FAULTS = 3;

/** The reason that something recorded for another folder stays here. */
const elsewhere: Problem = { type: problemType('conflict'), title: 'another folder', status: 409 };

/** What the guards say of one draft. */
export interface Judged {
  readonly subject: Subject;
  readonly judgements: readonly Judgement[];
}

export function createOutbox({ api, clock, storage, store, show }: Parts): Outbox {
  const { dispatch } = store;
  const logOf = () => store.getState().log;
  // what somebody waits for in this tab, and what came of it
  const waitedFor = new Map<string, Outcome | undefined>();

  const judge: Outbox['judge'] = drafts => atOnce(judgeInLots(drafts)).flatMap(j => j.judgements);

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
    const facts = yield* foldOntoInLots(logOf().facts, entries.slice(0, -1), judgeOne);
    for (const last of entries.slice(-1)) judgeOne(facts, last);
    return found;
  }

  const read = async () => {
    const kept = await storage.all();
    const waiting = kept.filter((one): one is Waiting => !isTurnedDown(one));
    return outboxIs({ waiting, turnedDown: kept.filter(isTurnedDown) });
  };

  const look: Outbox['look'] = async () => void (await show(read));

  const record: Outbox['record'] = async (drafts, mode = 'intend') => {
    // it happened when the hand pressed, however long the page takes to judge it
    const moments = drafts.map(() => clock.stamp());
    // the button answers the hand first; two presses are judged one after the other all the same
    await pause();
    if (mode === 'intend') {
      const judged = await doneInLots(judgeInLots(drafts));
      const refused = refusals(judged.flatMap(j => j.judgements));
      if (refused.length > 0) return { is: 'refused', judgements: refused };
    }
    if (store.getState().person.name.trim() && !handOf(store.getState().person))
      dispatch(handKnown(drawId()));
    const { person } = store.getState();
    const entries = stamped(drafts, {
      by: person.name || 'someone',
      hand: handOf(person),
      stamp: () => moments.shift()!,
    });
    const waiting: Waiting = { id: entries[0]!.id, entries, mode, ...logIdOf(logOf()) };
    waitedFor.set(waiting.id, undefined);
    // kept before it is shown: a page that is closed under the hand loses nothing
    await storage.put(waiting);
    await show(async () => ((await storage.get(waiting.id)) ? queued({ waiting }) : undefined));
    await flush();
    // sent in that very moment by another tab: nobody else would take it off what is shown
    if (!(await storage.get(waiting.id))) await show(() => settled({ id: waiting.id }));
    return (await cameOf(waiting)) ?? { is: 'waiting', entries };
  };

  /** What came of something that this tab recorded; undefined while it waits, and nobody waits for it from then on. */
  async function cameOf(waiting: Waiting): Promise<Outcome | undefined> {
    const own = waitedFor.get(waiting.id);
    waitedFor.delete(waiting.id);
    if (own) return own;
    const kept = await storage.get(waiting.id);
    // another tab sent it
    if (!kept) return { is: 'recorded', entries: waiting.entries };
    if (isTurnedDown(kept)) {
      if (kept.isElsewhere) return undefined;
      await storage.remove(kept.id);
      await look();
      return outcomeOf(kept.problem);
    }
    await storage.put({ ...kept, isLeft: true });
    return undefined;
  }

  const flush: Outbox['flush'] = () =>
    storage.alone(async () => {
      let isFaulty = false;
      for (const one of await storage.all()) {
        if (isTurnedDown(one)) continue;
        const came = await send(one);
        if (came === 'no-answer') return;
        if (came === 'settled') continue;
        isFaulty = true;
        // once more may do; but what it stumbles over again and again does not hold up the others
        if (came < MOST_FAULTS) return;
      }
      if (!isFaulty) dispatch(troubled(undefined));
    });

  /** Sends one; whether it is settled, or how often the server had a fault of its own over it. */
  async function send(one: Waiting): Promise<'settled' | 'no-answer' | number> {
    // nothing is sent before it is known whose folder answers here: a demo's water is no household's
    if (one.folder && !logOf().folder) return 'no-answer';
    if (!isOf(one, logOf())) return setAside(one);
    try {
      const posted = await api.post(one.entries, one.mode, logIdOf(one));
      if (waitedFor.has(one.id)) waitedFor.set(one.id, { is: 'recorded', entries: one.entries });
      await storage.remove(one.id);
      await show(() => settled({ id: one.id, posted }));
      return 'settled';
    } catch (error) {
      if (error instanceof ProblemAnswer) {
        if (error.problem.errors?.some(e => e.pointer === '/folder' || e.pointer === '/epoch'))
          return setAside(one);
        await turnDown({ ...one, problem: error.problem });
        return 'settled';
      }
      const kind = error instanceof NoAnswer ? error.kind : undefined;
      dispatch(troubled(kind));
      if (kind !== 'internal') return 'no-answer';
      const faults = (one.faults ?? 0) + 1;
      await storage.put({ ...one, faults });
      return faults;
    }
  }

  /** Another folder is served at this address, or what was restored to it: it is kept until its own is served again, or it is brought in. */
  async function setAside(one: Waiting): Promise<'settled'> {
    await storage.put({ ...one, problem: elsewhere, isElsewhere: true });
    await show(() => settled({ id: one.id }));
    await look();
    return 'settled';
  }

  /** What somebody waits for is told to them; of what was left it stays in sight. */
  async function turnDown(one: TurnedDown): Promise<void> {
    if (waitedFor.has(one.id)) {
      waitedFor.set(one.id, outcomeOf(one.problem));
      await storage.remove(one.id);
    } else await storage.put(one);
    await show(() => settled({ id: one.id }));
    await look();
  }

  const outcomeOf = (problem: Problem): Outcome =>
    problem.judgements ? { is: 'refused', judgements: problem.judgements } : { is: 'problem', problem };

  const decide: Outbox['decide'] = async ({ problem: _, isElsewhere: __, ...one }, decision) => {
    if (decision === 'happened') await storage.put({ ...one, mode: 'happened', isLeft: true });
    else if (decision === 'here') await bringIn(one);
    else await storage.remove(one.id);
    await look();
    if (decision !== 'thrown-away') await flush();
  };

  /** What was recorded for another log is judged by this one, each entry by itself. */
  async function bringIn({ entries }: Waiting): Promise<void> {
    // the first takes the place of the whole, and comes last: cut in the midst, all of it is still there
    for (const entry of entries.toReversed())
      await storage.put({
        id: entry.id,
        entries: [entry],
        mode: 'intend',
        isLeft: true,
        ...logIdOf(logOf()),
      });
  }

  /** What was recorded for this folder, while another one was served in its place, waits for it again. */
  async function returnHome(kept: readonly Kept[]): Promise<void> {
    for (const one of kept) {
      if (!isTurnedDown(one) || !one.isElsewhere || !isOf(one, logOf())) continue;
      const { problem: _, isElsewhere: __, ...waiting } = one;
      await storage.put({ ...waiting, isLeft: true });
    }
  }

  storage.onChange(() => void look());
  return {
    judge,
    judgeInLots,
    record,
    decide,
    flush: async () => {
      await returnHome(await storage.all());
      await look();
      await flush();
    },
    look,
  };
}
