import { useNavigate } from 'react-router';
import type { Problem } from '#contract/problem.ts';
import { useSession } from '../session/hooks.ts';
import { useAppSelector, useFacts, useReader } from '../session/state.ts';
import type { TurnedDown as Turned } from '../session/storage.ts';
import * as dates from '../texts/dates.ts';
import { useEntryWords } from '../texts/entryWords.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Judgements } from '../ui/JudgementLine.tsx';

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
            <One turned={one} onClose={onClose} />
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** Refused for safety, it may have happened all the same; what was not understood cannot be sent again. */
const mayHaveHappened = ({ judgements, rests }: Problem): boolean =>
  judgements !== undefined || rests !== undefined;

function One({ turned, onClose }: { turned: Turned; onClose: () => void }) {
  const say = useSay();
  const { outbox } = useSession();
  const facts = useFacts();
  const words = useEntryWords();
  const { timeZone } = useReader();
  const navigate = useNavigate();
  const isOfBefore = useAppSelector(s => s.log.folder === turned.folder);
  const { problem, entries, isElsewhere } = turned;
  // what was meant otherwise is told anew where it is done; of another folder there is nothing here
  const container = isElsewhere ? undefined : facts.container[entries[0]?.subject ?? ''];
  return (
    <>
      {entries.map(entry => (
        <p key={entry.id}>
          <strong>{facts.container[entry.subject]?.code}</strong> {words(entry)}{' '}
          <span className="text-small text-ash">{dates.dayAndTime(entry.happenedAt, timeZone)}</span>
        </p>
      ))}
      <Judgements of={problem.judgements ?? []} />
      {!problem.judgements && (
        <p className="border-l-4 border-iron pl-3">
          {isElsewhere ? say(isOfBefore ? 'turned-down.restored' : 'turned-down.elsewhere') : problem.title}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {mayHaveHappened(problem) && (
          <Button look="stop" onClick={() => void outbox.decide(turned, 'happened')}>
            {say('act.happened')}
          </Button>
        )}
        {isElsewhere && (
          <Button onClick={() => void outbox.decide(turned, 'here')}>{say('turned-down.here')}</Button>
        )}
        {container && (
          <Button
            onClick={() => {
              void outbox.decide(turned, 'thrown-away');
              onClose();
              void navigate(`/store/${encodeURIComponent(container.id)}`);
            }}
          >
            {say('turned-down.anew')}
          </Button>
        )}
        <Button onClick={() => void outbox.decide(turned, 'thrown-away')}>
          {say('turned-down.throw-away')}
        </Button>
      </div>
    </>
  );
}
