import { Check } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useSay } from '../texts/texts.ts';

export interface SheetLine {
  readonly id: string;
  readonly status: 'done' | 'live' | 'ahead';
  readonly title: string;
  /** What is known or asked of a step, under its title. */
  readonly note?: string;
}

/** Steps done that stay in sight above the live one; more are folded away until they are asked for. */
const DONE_SHOWN = 3;

/**
 * A running procedure: a numbered sheet with one live step at a time.
 * @param live what the live step asks for
 */
export function BenchSheet({ lines, live }: { lines: readonly SheetLine[]; live: ReactNode }) {
  const say = useSay();
  const [all, setAll] = useState(false);
  const liveAt = lines.findIndex(line => line.status === 'live');
  const list = useRef<HTMLOListElement>(null);
  const liveId = lines[liveAt]?.id;
  const shownId = useRef(liveId);
  // a step done takes its button with it: whoever was at this sheet goes on with the next step
  useEffect(() => {
    if (shownId.current === liveId) return;
    shownId.current = liveId;
    const at = document.activeElement;
    const next = list.current?.querySelector<HTMLElement>('[aria-current="step"]');
    if (at === document.body || list.current?.contains(at)) next?.focus();
  }, [liveId]);
  // the live step stays near the top of a phone; a finished sheet shows all that was done
  const folded = all || liveAt <= DONE_SHOWN ? 0 : liveAt - 1;
  return (
    <ol ref={list} className="m-0 list-none p-0">
      {folded > 0 && (
        <li className="border-b border-rule px-4 py-2">
          <button
            type="button"
            className="flex min-h-9 items-center gap-3 text-ash underline decoration-rule underline-offset-3"
            onClick={() => setAll(true)}
          >
            <Mark isDone />
            {say('sheet.done-before', { count: folded })}
          </button>
        </li>
      )}
      {lines.slice(folded).map((line, i) => (
        <li
          key={line.id}
          aria-current={line.status === 'live' ? 'step' : undefined}
          data-status={line.status}
          tabIndex={line.status === 'live' ? -1 : undefined}
          className={`flex gap-3 border-b border-rule px-4 py-3 ${line.status === 'live' ? 'bg-pool-2' : ''}`}
        >
          <Mark isDone={line.status === 'done'}>{folded + i + 1}</Mark>
          <div className="min-w-0 flex-1">
            <p className={line.status === 'live' ? 'font-bold' : line.status === 'done' ? 'text-ash' : ''}>
              {line.title}
            </p>
            {line.note && (
              <p className={`text-small ${line.status === 'live' ? '' : 'text-ash'}`}>{line.note}</p>
            )}
            {line.status === 'live' && <div className="mt-2">{live}</div>}
          </div>
        </li>
      ))}
    </ol>
  );
}

/** A step's number, or the tick of one that is done. */
function Mark({ isDone, children }: { isDone: boolean; children?: ReactNode }) {
  return (
    <span
      aria-hidden="true"
      className={`flex h-[26px] w-[26px] shrink-0 items-center justify-center rounded-full border-[1.5px] text-small font-bold ${
        isDone ? 'border-reed bg-reed text-paper' : 'border-slate bg-paper'
      }`}
    >
      {isDone ? <Check size={15} strokeWidth={3} /> : children}
    </span>
  );
}
