import { useState } from 'react';
import { useSession } from '../session/hooks.ts';
import { putClockRight } from '../session/putRight.ts';
import { useAppSelector, useReader } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';

/** The log has seen a later time than the server's machine tells: what is wrong is asked, and nothing is guessed. */
export function ClockFault() {
  const say = useSay();
  const session = useSession();
  const { timeZone } = useReader();
  const isAhead = useAppSelector(s => s.log.isAhead);
  const [isBusy, setBusy] = useState(false);
  if (!isAhead) return null;
  const at = dates.dayAndTime(session.clock.now(), timeZone);
  return (
    <div role="alert" className="m-4 flex flex-col gap-2 border-l-4 border-iron bg-paper p-3">
      <p className="font-semibold">{say('clock.ahead', { at })}</p>
      <p>{say('clock.ahead.how')}</p>
      <p>
        <Button
          disabled={isBusy}
          onClick={() => {
            setBusy(true);
            void putClockRight(session).finally(() => setBusy(false));
          }}
        >
          {say('clock.put-right')}
        </Button>
      </p>
    </div>
  );
}
