import type { Problem } from '#contract/problem.ts';
import type { TurnedDown as Turned } from '../log/logSlice.ts';
import { decideOn } from '../log/record.ts';
import { useEntryWords } from '../texts/entryWords.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Judgements } from '../ui/JudgementLine.tsx';
import { useAppDispatch, useAppSelector, useFacts, useReader } from './hooks.ts';

/** What the server would not take of what was recorded while it was away: each with its reason, until somebody decides. */
export function TurnedDown({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  const list = useAppSelector(s => s.log.turnedDown);
  return (
    <Dialog title={say('turned-down.title')} open={open} onClose={onClose} wide>
      <p>{say(list.length === 0 ? 'turned-down.none' : 'turned-down.how')}</p>
      <ul className="m-0 list-none p-0">
        {list.map(one => (
          <li key={one.entries[0]?.id} className="flex flex-col gap-2 border-t border-rule py-3">
            <One turned={one} />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** Refused for safety, it may have happened all the same; what was not understood cannot be sent again. */
const mayHaveHappened = ({ judgements, rests }: Problem): boolean =>
  judgements !== undefined || rests !== undefined;

function One({ turned }: { turned: Turned }) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const facts = useFacts();
  const words = useEntryWords();
  const { timeZone } = useReader();
  const { problem, entries, isElsewhere } = turned;
  return (
    <>
      {entries.map(entry => (
        <p key={entry.id}>
          <strong>{facts.container[entry.subject]?.code}</strong> {words(entry)}{' '}
          <span className="text-small text-ash">{format.dayAndTime(entry.happenedAt, timeZone)}</span>
        </p>
      ))}
      <Judgements of={problem.judgements ?? []} />
      {!problem.judgements && (
        <p className="border-l-4 border-iron pl-3">
          {isElsewhere ? say('turned-down.elsewhere') : problem.title}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {mayHaveHappened(problem) && (
          <Button look="stop" onClick={() => void dispatch(decideOn(turned, 'happened'))}>
            {say('act.happened')}
          </Button>
        )}
        <Button onClick={() => void dispatch(decideOn(turned, 'thrown-away'))}>
          {say('turned-down.throw-away')}
        </Button>
      </div>
    </>
  );
}
