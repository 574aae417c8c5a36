import { useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { runningSheets } from '#core/areas/sheets/sheets.ts';
import { useFacts, useWaterState } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { DoseSheet } from './DoseSheet.tsx';
import { MethodSheet } from './MethodSheet.tsx';

interface Props {
  /** A container whose batch is shown, or a sheet. */
  readonly shown: string | null;
  readonly onShow: (subject: string) => void;
}

/** All that runs on the bench, several at once: batches of bleach and the sheets of every other method. */
export function Sheets({ shown, onShow }: Props) {
  const say = useSay();
  const facts = useFacts();
  const { containers, now } = useWaterState();
  const [search] = useSearchParams();
  const batches = Object.values(containers)
    .filter(
      c =>
        c.standing && (c.state === 'waiting' || c.standing.phase === 'check' || c.standing.phase === 'dose'),
    )
    .map(c => ({ id: c.id, name: facts.container[c.id]!.code }));
  const sheets = runningSheets(facts.sheet, now).map(s => ({
    id: s.id,
    name: [say(`method.${s.method}`), facts.container[s.container ?? '']?.code].filter(Boolean).join(' '),
  }));
  const running = [...batches, ...sheets];
  // what was chosen last, else what the address asks for, else what was open: a batch that passed still wants its label
  const last = useRef<string | undefined>(undefined);
  const asked = search.get('container');
  const open = [shown, asked, last.current].find(id => id && isThere(id)) ?? running[0]?.id;
  useEffect(() => {
    last.current = open ?? undefined;
  }, [open]);
  function isThere(id: string): boolean {
    return facts.sheet[id] !== undefined || (facts.container[id]?.fill?.batches.length ?? 0) > 0;
  }
  const container = open ? facts.container[open] : undefined;
  const sheet = open ? facts.sheet[open] : undefined;
  return (
    <>
      {running.length > 1 && (
        <p className="flex flex-wrap gap-1 border-b border-rule p-3">
          {running.map(({ id, name }) => (
            <Button
              key={id}
              look="quiet"
              aria-pressed={id === open}
              className={id === open ? 'font-bold' : ''}
              onClick={() => onShow(id)}
            >
              {name}
            </Button>
          ))}
        </p>
      )}
      {container ? (
        <DoseSheet key={container.id} container={container} />
      ) : sheet ? (
        <MethodSheet key={sheet.id} sheet={sheet} />
      ) : (
        <p className="p-4 text-ash">{say('bench.no-sheet')}</p>
      )}
    </>
  );
}
