import { toast } from 'sonner';
import type { Entry } from '#core/areas/entries.ts';
import { type Draft, draft } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import type { Outcome } from '../session/outcome.ts';
import { useSay } from '../texts/texts.ts';

/** Strikes of entries, the last first: together they restore what was there before. */
export function strikesOf(entries: readonly Entry[]): Draft[] {
  return [...entries]
    .reverse()
    .map(e => draft('struck', e.subject, { target: e.id }, e.also ? { also: e.also } : {}));
}

/** What was recorded last, once it is known what came of it: undo waits for it rather than undo what was before. */
let lastDone: Promise<readonly Entry[]> = Promise.resolve([]);

const entriesOf = (outcome: Outcome): readonly Entry[] =>
  outcome.is === 'recorded' || outcome.is === 'waiting' ? outcome.entries : [];

/**
 * Records and says so, with the way back: undo is a strike, so both stay in sight.
 * @returns what came of it; a refusal is for the caller to show beside the act
 */
export function useRecord() {
  const { outbox } = useSession();
  const say = useSay();

  const undo = async (entries: readonly Entry[]) => {
    if (entries.length === 0) return;
    lastDone = Promise.resolve([]);
    const outcome = await outbox.record(strikesOf(entries));
    if (outcome.is === 'recorded') toast(say('undo.done'));
    else if (outcome.is === 'problem')
      toast.error(say('undo.rests', { count: outcome.problem.rests?.length ?? 0 }));
  };

  const recordAndTell = async (
    drafts: readonly Draft[],
    told: string,
    mode: 'intend' | 'happened' = 'intend',
  ): Promise<Outcome> => {
    const recording = outbox.record(drafts, mode);
    const before = lastDone;
    lastDone = recording.then(async outcome => {
      const entries = entriesOf(outcome);
      return entries.length > 0 ? entries : before;
    });
    const outcome = await recording;
    if (outcome.is === 'recorded' || outcome.is === 'waiting') {
      toast(outcome.is === 'recorded' ? told : say('undo.waiting', { told }), {
        action: { label: say('undo.label'), onClick: () => void undo(outcome.entries) },
      });
    } else if (outcome.is === 'problem') {
      toast.error(say('problem.not-recorded', { title: outcome.problem.title }));
    }
    return outcome;
  };

  return { recordAndTell, undo, undoLast: () => void lastDone.then(undo) };
}
