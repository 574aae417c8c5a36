import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { HistoryLine } from '#contract/log.ts';
import { photoPath } from '#contract/routes.ts';
import type { Entry } from '#core/areas/entries.ts';
import { minutesBetween } from '#core/base/day.ts';
import { useSession } from '../session/hooks.ts';
import { useAppSelector } from '../session/state.ts';
import { useEntryWords } from '../texts/entryWords.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { strikesOf, useRecord } from './undo.tsx';

/** What was written down so much later than it happened is marked so. */
const WRITTEN_UP_MIN = 12 * 60;

/** Lines shown before the rest is asked for. */
const LINES_FIRST = 8;
/** Lines that are asked for before that. */
const LINES_ASKED = 60;

interface Props {
  readonly subject: string;
  /** Anything that changes when the subject changed. */
  readonly version: unknown;
  /** On a page of its own: everything, the oldest first, as it is read. */
  readonly isWhole?: boolean;
}

/** All that was recorded of a subject, newest first; a mistake is struck, and both stay in sight. */
export function History({ subject, version, isWhole = false }: Props) {
  const say = useSay();
  const { api } = useSession();
  // the server tells of an entry once it has it: what is shown already need not change for that
  const waits = useAppSelector(s => s.log.queue.length);
  const [lines, setLines] = useState<readonly HistoryLine[] | null>(null);
  const [count, setCount] = useState(0);
  const [all, setAll] = useState(isWhole);
  const [striking, setStriking] = useState<Entry | null>(null);

  useEffect(() => {
    let isCurrent = true;
    if (version && waits === 0) {
      api
        .history(subject, all ? undefined : LINES_ASKED)
        .then(history => {
          if (!isCurrent) return;
          setLines(history.lines);
          setCount(history.count);
        })
        .catch(() => undefined);
    }
    return () => {
      isCurrent = false;
    };
  }, [api, subject, version, waits, all]);

  if (!lines) return <p className="text-small text-ash">{say('history.loading')}</p>;
  const newest = isWhole ? lines : [...lines].reverse();
  const shown = all ? newest : newest.slice(0, LINES_FIRST);
  return (
    <section aria-label={say('history.title')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('history.title')}</h3>
      <ul className="m-0 list-none p-0">
        {shown.map(({ entry, isStruck }) => (
          <Line key={entry.id} entry={entry} isStruck={isStruck} onStrike={() => setStriking(entry)} />
        ))}
      </ul>
      {shown.length < count && (
        <Button look="quiet" onClick={() => setAll(true)}>
          {say('history.all', { count })}
        </Button>
      )}
      {!isWhole && subject.startsWith('container:') && (
        <Link
          to={`/store/${subject}/history`}
          className="px-1 underline decoration-rule underline-offset-3 hover:decoration-slate"
        >
          {say('history.page')}
        </Link>
      )}
      {striking && <StrikeDialog entry={striking} onClose={() => setStriking(null)} />}
    </section>
  );
}

interface LineProps {
  readonly entry: Entry;
  readonly isStruck: boolean;
  readonly onStrike: () => void;
}

/** What happened, who wrote it down and when; and striking it. */
function Line({ entry, isStruck, onStrike }: LineProps) {
  const say = useSay();
  const words = useEntryWords();
  return (
    <li className="group flex items-start gap-2 border-b border-rule py-1.5 text-small">
      <span className="min-w-0 flex-1">
        <span className={isStruck ? 'line-through' : ''}>{words(entry)}</span>
        {entry.kind === 'read' && entry.data.photo && (
          <a href={photoPath(entry.data.photo)} className="ml-2 inline-flex min-h-6 items-center underline">
            {say('history.photo')}
          </a>
        )}
        <span className="block text-ash">
          <Phrase
            text="history.line"
            params={{ at: entry.happenedAt, recorded: entry.recordedAt }}
            blanks={{ by: entry.by }}
            cases={{
              late: minutesBetween(entry.happenedAt, entry.recordedAt) > WRITTEN_UP_MIN ? 'yes' : undefined,
              struck: isStruck ? 'yes' : undefined,
            }}
          />
        </span>
      </span>
      {!isStruck && entry.kind !== 'struck' && (
        <Button
          look="quiet"
          className="text-small"
          aria-label={say('history.strike-this', { what: words(entry) })}
          onClick={onStrike}
        >
          {say('history.strike')}
        </Button>
      )}
    </li>
  );
}

/** Strikes an entry; when others rest on it they are listed, and struck with it. */
function StrikeDialog({ entry, onClose }: { entry: Entry; onClose: () => void }) {
  const say = useSay();
  const words = useEntryWords();
  const { recordAndTell } = useRecord();
  const [rests, setRests] = useState<readonly Entry[]>([]);
  const strike = async () => {
    const outcome = await recordAndTell(
      strikesOf([entry, ...rests]),
      say('history.was-struck', { what: words(entry) }),
    );
    if (outcome.is === 'problem' && outcome.problem.rests) setRests(outcome.problem.rests);
    else onClose();
  };
  return (
    <Dialog title={say('history.strike-title')} open onClose={onClose}>
      <p>{say('history.strike-what', { what: words(entry) })}</p>
      {rests.length > 0 && (
        <>
          <p className="mt-3 font-semibold">{say('history.rests')}</p>
          <ul className="list-disc pl-5">
            {rests.map(e => (
              <li key={e.id}>{words(e)}</li>
            ))}
          </ul>
        </>
      )}
      <div className="mt-4 flex gap-2">
        <Button look="primary" onClick={() => void strike()}>
          {say(rests.length > 0 ? 'history.strike-all' : 'history.strike-it')}
        </Button>
        <Button onClick={onClose}>{say('dialog.leave')}</Button>
      </div>
    </Dialog>
  );
}
