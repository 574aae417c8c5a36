import { toast } from 'sonner';
import type { Entry } from '#core/log/entry.ts';
import { type Draft, draft, type Outcome, record } from '../log/record.ts';
import { useSay } from '../texts/texts.ts';
import { useAppDispatch } from './hooks.ts';

/** Strikes of entries, the last first: together they restore what was there before. */
export function strikesOf(entries: readonly Entry[]): Draft[] {
  return [...entries]
    .reverse()
    .map(e => draft('struck', e.subject, { target: e.id }, e.also ? { also: e.also } : {}));
}

let lastDone: readonly Entry[] = [];

/**
 * Records and says so, with the way back: undo is a strike, so both stay in sight.
 * @returns what came of it; a refusal is for the caller to show beside the act
 */
export function useRecord() {
  const dispatch = useAppDispatch();
  const say = useSay();

  const undo = async (entries: readonly Entry[]) => {
    if (entries.length === 0) return;
    lastDone = [];
    const outcome = await dispatch(record(strikesOf(entries)));
    if (outcome.is === 'recorded') toast(say('undo.done'));
    else if (outcome.is === 'problem')
      toast.error(say('undo.rests', { count: outcome.problem.rests?.length ?? 0 }));
  };

  const recordAndTell = async (
    drafts: readonly Draft[],
    told: string,
    mode: 'intend' | 'happened' = 'intend',
  ): Promise<Outcome> => {
    const outcome = await dispatch(record(drafts, mode));
    if (outcome.is === 'recorded' || outcome.is === 'waiting') {
      lastDone = outcome.entries;
      toast(outcome.is === 'recorded' ? told : say('undo.waiting', { told }), {
        action: { label: say('undo.label'), onClick: () => void undo(outcome.entries) },
      });
    } else if (outcome.is === 'problem') {
      toast.error(say('problem.not-recorded', { title: outcome.problem.title }));
    }
    return outcome;
  };

  return { recordAndTell, undoLast: () => void undo(lastDone) };
}
