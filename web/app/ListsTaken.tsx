import { toast } from 'sonner';
import { addDays, dayOf } from '#core/base/day.ts';
import { useSession } from '../session/hooks.ts';
import { useFacts, useReader, useToday } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { useRecord } from './undo.tsx';

/** So long a list stands where it can be taken back with one press (days). */
const SHOWN_DAYS = 14;

/** Lists taken in lately: each can be taken back as a whole, also after a reload or from another browser. */
export function ListsTaken() {
  const say = useSay();
  const { api } = useSession();
  const facts = useFacts();
  const today = useToday();
  const { timeZone } = useReader();
  const { undo } = useRecord();
  const lists = (facts.group.lists ?? []).filter(
    list => dayOf(list.at, timeZone) >= addDays(today, -SHOWN_DAYS),
  );
  if (lists.length === 0) return null;
  return (
    <section aria-labelledby="lists-taken">
      <h2 id="lists-taken" className="mb-1 border-b border-slate pb-1 text-base">
        {say('lists.title')}
      </h2>
      <ul className="m-0 list-none p-0">
        {[...lists].reverse().map(list => (
          <li
            key={list.entry}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule"
          >
            <span>
              {say('lists.line', {
                rows: list.rows,
                at: dates.dayAndTime(list.at, timeZone),
                by: list.by,
              })}
            </span>
            <Button
              look="quiet"
              aria-label={say('lists.undo-label', { at: dates.dayAndTime(list.at, timeZone) })}
              onClick={() =>
                void api.list(list.entry).then(
                  ({ entries }) => undo(entries),
                  () => toast.error(say('shell.unreachable')),
                )
              }
            >
              {say('lists.undo')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
