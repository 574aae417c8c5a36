import { Check } from 'lucide-react';
import type { ReactNode } from 'react';

export interface SheetLine {
  readonly id: string;
  readonly status: 'done' | 'live' | 'ahead';
  readonly title: string;
  /** What is known or asked of a step, under its title. */
  readonly note?: string;
}

/**
 * A running procedure: a numbered sheet with one live step at a time.
 * @param live what the live step asks for
 */
export function BenchSheet({ lines, live }: { lines: readonly SheetLine[]; live: ReactNode }) {
  return (
    <ol className="m-0 list-none p-0">
      {lines.map((line, i) => (
        <li
          key={line.id}
          aria-current={line.status === 'live' ? 'step' : undefined}
          data-status={line.status}
          className={`flex gap-3 border-b border-rule px-4 py-3 ${line.status === 'live' ? 'bg-pool-2' : ''}`}
        >
          <span
            aria-hidden="true"
            className={`flex h-[26px] w-[26px] shrink-0 items-center justify-center rounded-full border-[1.5px] text-small font-bold ${
              line.status === 'done' ? 'border-reed bg-reed text-paper' : 'border-slate bg-paper'
            }`}
          >
            {line.status === 'done' ? <Check size={15} strokeWidth={3} /> : i + 1}
          </span>
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
