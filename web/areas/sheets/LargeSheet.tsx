import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { foldSubject } from '#core/areas/entries.ts';
import type { SheetFacts } from '#core/areas/sheets/facts.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { DoseSheet } from './DoseSheet.tsx';
import { MethodSheet } from './MethodSheet.tsx';

/** A bench sheet alone on the screen, large enough to read at arm's length. */
export function LargeSheet() {
  const say = useSay();
  const facts = useFacts();
  const { container: id = '' } = useParams();
  const container = facts.container[id];
  const sheet = facts.sheet[id];
  return (
    <div className="mx-auto max-w-[620px] p-4 max-wide:p-0">
      <p className="px-4 pt-2">
        <Link to="/bench" className="underline decoration-rule underline-offset-3">
          {say('sheet.back')}
        </Link>
      </p>
      {container ? (
        <DoseSheet container={container} large />
      ) : sheet ? (
        <MethodSheet sheet={sheet} large />
      ) : (
        <EndedSheet id={id} />
      )}
    </div>
  );
}

/** A sheet that has ended is not among the facts any more: its story is in the log. */
function EndedSheet({ id }: { id: string }) {
  const say = useSay();
  const { api } = useSession();
  const [sheet, setSheet] = useState<SheetFacts | null>(null);
  useEffect(() => {
    let isCurrent = true;
    if (id.startsWith('sheet:'))
      api.history(id).then(
        ({ lines }) => {
          const told = foldSubject(
            id,
            lines.map(line => line.entry),
          );
          if (isCurrent && told) setSheet(told as SheetFacts);
        },
        () => undefined,
      );
    return () => {
      isCurrent = false;
    };
  }, [api, id]);
  return sheet ? <MethodSheet sheet={sheet} large /> : <p className="p-4">{say('guard.no-container')}</p>;
}
