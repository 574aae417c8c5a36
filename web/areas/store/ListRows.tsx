import type { CellJudgement, ListRow } from '#core/storage/containers/listRow.ts';
import { useSay } from '../../texts/texts.ts';
import { useInTurn } from '../../ui/InTurn.tsx';

/** Faults that one answer above takes away from every row; the others are mended in their row. */
const askedOnce = new Set(['list.date-unclear', 'list.number-unclear', 'list.no-unit', 'list.water-asked']);
const isToMend = ({ judgement }: CellJudgement): boolean =>
  judgement.verdict === 'refuse' && !askedOnce.has(judgement.reason.id);

interface RowsProps {
  readonly rows: readonly ListRow[];
  readonly heading: readonly string[];
  readonly onMend: (line: number, column: number, cell: string) => void;
}

/** Rows drawn in one task. */
const ROWS_A_TASK = 3;

/** Most rows that are drawn at once; mended or answered, the next ones come up. */
const MOST_SHOWN = 30;

/** The rows with what was found in them; a faulty one is mended where it stands. */
export function ListRows({ rows, heading, onMend }: RowsProps) {
  const say = useSay();
  const shown = useInTurn(Math.min(rows.length, MOST_SHOWN), ROWS_A_TASK);
  return (
    <div className="max-h-[280px] overflow-auto border-y border-rule">
      <table className="w-full border-collapse text-left text-small">
        <thead className="sticky top-0 bg-chalk">
          <tr>
            <th scope="col" className="pr-3">
              {say('take-in.line')}
            </th>
            <th scope="col">{say('take-in.reading')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, shown).map(row => (
            <tr key={row.line} className="border-t border-rule align-top">
              <td className="pr-3">{row.line}</td>
              <td>
                <span className="text-ash">{row.cells.filter(Boolean).join(' · ')}</span>
                {row.judgements.map(j => (
                  <span
                    key={j.judgement.reason.id}
                    className={`block ${j.judgement.verdict === 'refuse' ? 'font-semibold text-iron' : ''}`}
                  >
                    {heading[j.column] && `${heading[j.column]}: `}
                    {say(j.judgement.reason)}
                  </span>
                ))}
                {row.judgements.some(isToMend) && <Mending row={row} heading={heading} onMend={onMend} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_SHOWN && (
        <p className="py-1 text-small text-ash">{say('take-in.more', { count: rows.length - MOST_SHOWN })}</p>
      )}
    </div>
  );
}

/** The cells that keep a row out, or all of it where no one cell does: written anew and judged again when left. */
function Mending({ row, heading, onMend }: { row: ListRow } & Omit<RowsProps, 'rows'>) {
  const say = useSay();
  const wrong = [...new Set(row.judgements.filter(isToMend).map(j => j.column))];
  const columns = wrong.some(column => column < 0) ? heading.map((_, i) => i) : wrong;
  return (
    <span className="flex flex-wrap gap-1 py-1">
      {columns.map(column => {
        const name = heading[column] ?? '';
        const cell = row.cells[column] ?? '';
        const keep = (text: string) => text !== cell && onMend(row.line, column, text);
        return (
          <input
            key={column}
            className="w-36 border border-slate bg-paper px-1.5 py-1"
            aria-label={say('take-in.mend', { heading: name, line: row.line })}
            placeholder={name}
            defaultValue={cell}
            onBlur={e => keep(e.currentTarget.value)}
            onKeyDown={e => e.key === 'Enter' && keep(e.currentTarget.value)}
          />
        );
      })}
    </span>
  );
}
