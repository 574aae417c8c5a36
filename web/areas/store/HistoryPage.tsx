import { Link, useParams } from 'react-router';
import { History } from '../../app/History.tsx';
import { useFacts, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

/** A container's life on a page of its own, from its first day to now, as it is read or printed. */
export function HistoryPage() {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const kindName = useKindName();
  const { container: id } = useParams();
  const container = id ? facts.container[id] : undefined;
  if (!container) return <p className="p-6">{say('reader.unknown')}</p>;
  return (
    <div className="flex max-w-[760px] flex-col gap-4 p-6 max-wide:p-4">
      <p className="no-print">
        <Link to={`/store/${container.id}`} className="underline decoration-rule underline-offset-3">
          {say('history.back', { code: container.code })}
        </Link>
      </p>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1 className="text-title">{say('history.of', { code: container.code })}</h1>
          <p className="text-ash">
            {kindName(container.kind)}, {facts.place[container.place]?.name},{' '}
            {say('history.since', { since: dates.dayAndTime(container.addedAt, timeZone) })}
          </p>
        </div>
        <Button className="no-print" onClick={() => window.print()}>
          {say('history.print')}
        </Button>
      </div>
      <History subject={container.id} version={container} isWhole />
    </div>
  );
}
