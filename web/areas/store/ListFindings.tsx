import { useState } from 'react';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import type { ListAnswer } from '../../workers/listWorker.ts';
import { ListRows } from './ListRows.tsx';
import { saveLeftOut } from './leftOut.ts';

interface Props {
  readonly read: ListAnswer;
  /** When this very list was taken in before. */
  readonly takenAt: string | undefined;
  readonly onMend: (line: number, column: number, cell: string) => void;
  /** Takes in so many containers. */
  readonly onTake: (count: number) => Promise<void>;
}

/** What was found in a list, row by row, and the button that takes in what is good of it. */
export function ListFindings({ read: { heading, fields, reading }, takenAt, onMend, onTake }: Props) {
  const say = useSay();
  const { timeZone } = useReader();
  const [onlyFaults, setOnlyFaults] = useState(true);
  const { rows } = reading;
  const good = rows.reduce((sum, r) => sum + r.proposals.length, 0);
  const bad = rows.filter(r => r.judgements.some(j => j.judgement.verdict === 'refuse'));
  return (
    <InTurn>
      {reading.unclearDates > 0 && (
        <p className="border-l-4 border-clay py-1 pl-3">
          {say('take-in.unclear', { count: reading.unclearDates })}
        </p>
      )}
      {takenAt && (
        <p className="border-l-4 border-clay py-1 pl-3">
          {say('take-in.again', { at: dates.dayAndTime(takenAt, timeZone) })}
        </p>
      )}
      <p className="font-semibold" data-testid="take-in-summary">
        {say('take-in.summary', {
          rows: rows.length,
          good,
          known: rows.filter(r => r.isKnown).length,
          bad: bad.length,
        })}
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="h-4 w-4 accent-[var(--pool)]"
          checked={onlyFaults}
          onChange={e => setOnlyFaults(e.currentTarget.checked)}
        />
        {say('take-in.faults-only')}
      </label>
      <ListRows
        rows={onlyFaults ? rows.filter(r => r.judgements.length > 0) : rows}
        heading={heading}
        onMend={onMend}
      />
      {bad.length > 0 && <p className="text-small text-ash">{say('take-in.mend-how')}</p>}
      {bad.length > 0 && (
        <Button look="quiet" className="self-start" onClick={() => void saveLeftOut(heading, bad, say)}>
          {say('take-in.left-out', { count: bad.length })}
        </Button>
      )}
      {!fields.includes('held') && <p className="text-small text-ash">{say('take-in.held')}</p>}
      <div>
        <Button look="primary" disabled={good === 0} onClick={() => void onTake(good)}>
          {say('take-in.do', { count: good })}
        </Button>
      </div>
    </InTurn>
  );
}
