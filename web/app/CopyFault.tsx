import { useEffect, useState } from 'react';
import type { CopiesTold } from '#contract/log.ts';
import { useSession } from '../session/hooks.ts';
import { useReader } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';

/** So often it is asked whether the copies go well, beside when the page is opened. */
const ASKED_EVERY_MS = 10 * 60_000;

/** The daily copy could not be made: said until one is, because nobody looks into the server's own log. */
export function CopyFault() {
  const say = useSay();
  const { api } = useSession();
  const { timeZone } = useReader();
  const [told, setTold] = useState<CopiesTold | null>(null);
  useEffect(() => {
    // what cannot be asked now is asked later
    const ask = () => void api.copies().then(setTold, () => undefined);
    ask();
    const asking = setInterval(ask, ASKED_EVERY_MS);
    return () => clearInterval(asking);
  }, [api]);
  if (!told?.failedAt) return null;
  return (
    <div role="status" className="my-3 flex flex-col gap-1 border-l-4 border-iron bg-paper p-3">
      <p className="font-semibold">
        {say(told.lastDay ? 'copies.failed' : 'copies.never', {
          at: dates.dayAndTime(told.failedAt, timeZone),
          lastDay: told.lastDay ?? '',
        })}
      </p>
      <p>{say('copies.failed.how', { into: told.into })}</p>
    </div>
  );
}
