import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  type SortingState,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { TextBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { BulkActs } from './BulkActs.tsx';
import { compared, type Row, useRows } from './tableRows.ts';

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });
const columns = createColumnHelper<typeof features, Row>();
const names = ['code', 'kind', 'place', 'stateName', 'litres', 'goodUntil', 'massKg'] as const;
type Column = (typeof names)[number];

const sortFn = (a: { original: Row }, b: { original: Row }, column: string): number =>
  column === 'code'
    ? compared(a.original.codeKey, b.original.codeKey)
    : compared(a.original[column as Column], b.original[column as Column]);
const columnDefs = columns.columns(names.map(name => columns.accessor(name, { id: name, sortFn })));
/** Left out where the screen is narrow: what is in it and until when matters more. */
const isWide = new Set<string>(['kind', 'place', 'massKg']);
const WIDE_ONLY = 'max-wide:hidden';
const isFigure = new Set<string>(['litres', 'massKg']);
const ROW_PX = 36;

interface Props {
  readonly onSelect: (container: string) => void;
  readonly onLabels: (containers: readonly string[]) => void;
  readonly selected: string | undefined;
  /** What the filter begins with. */
  readonly find: string;
}

/** Lines in the order of the heading that was pressed last; a pause behind it, where they are many. */
function useSorted(rows: readonly Row[]) {
  const [sorting, setSorting] = useState<SortingState>([{ id: 'code', desc: false }]);
  const table = useTable({
    features,
    columns: columnDefs,
    data: rows,
    state: { sorting: useDeferredValue(sorting) },
    onSortingChange: setSorting,
  });
  const headings = table.getFlatHeaders().map(({ id, column }) => ({
    id: id as Column,
    order: column.getIsSorted(),
    onSort: () => column.toggleSorting(),
  }));
  return { headings, sorted: table.getRowModel().rows };
}

/** The same rows as the drawing, for sorting and finding. */
export function StoreTable({ onSelect, onLabels, selected, find }: Props) {
  const say = useSay();
  const [filter, setFilter] = useState(find);
  const all = useRows();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const rows = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    return wanted ? all.filter(row => row.words.includes(wanted)) : all;
  }, [all, filter]);
  const { headings, sorted } = useSorted(rows);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 6,
  });
  // the same while the same are chosen: what would be done with them is judged once
  const chosenOnes = useMemo(
    () => all.filter(row => chosen.has(row.container.id)).map(row => row.container),
    [all, chosen],
  );
  const isAllChosen = rows.length > 0 && rows.every(row => chosen.has(row.container.id));
  const chooseAll = () => setChosen(isAllChosen ? new Set() : new Set(rows.map(row => row.container.id)));
  const choose = useCallback(
    (id: string) =>
      setChosen(before => {
        const after = new Set(before);
        if (!after.delete(id)) after.add(id);
        return after;
      }),
    [],
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <Filter filter={filter} onFilter={setFilter} count={rows.length} />
      {chosen.size > 0 && (
        <BulkActs containers={chosenOnes} onLabels={onLabels} onDone={() => setChosen(new Set())} />
      )}
      <div
        role="table"
        aria-label={say('table.name')}
        aria-rowcount={rows.length + 1}
        className="flex min-h-0 flex-1 flex-col overflow-x-auto"
      >
        <div className="flex min-h-0 min-w-[680px] flex-1 max-wide:min-w-0 flex-col">
          <Headings headings={headings} isAllChosen={isAllChosen} onChooseAll={chooseAll} />
          <div ref={box} role="rowgroup" className="min-h-[200px] flex-1 overflow-y-auto">
            <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
              {virtual.getVirtualItems().map(({ key, index, start }) => {
                const row = sorted[index]!.original;
                return (
                  <Line
                    key={key}
                    row={row}
                    index={index}
                    startPx={start}
                    isSelected={row.container.id === selected}
                    isChosen={chosen.has(row.container.id)}
                    onChoose={choose}
                    onSelect={onSelect}
                  />
                );
              })}
            </div>
          </div>
        </div>
      </div>
    </div>
  );
}

interface FilterProps {
  readonly filter: string;
  readonly onFilter: (filter: string) => void;
  readonly count: number;
}

function Filter({ filter, onFilter, count }: FilterProps) {
  const say = useSay();
  return (
    <p>
      <Phrase
        text="table.sentence"
        blanks={{
          filter: (
            <TextBlank
              label={say('table.filter')}
              value={filter}
              onValue={onFilter}
              placeholder={say('table.hint')}
            />
          ),
          rows: <span className="text-ash">{say('table.rows', { count })}</span>,
        }}
      />
    </p>
  );
}

const LINE =
  'grid grid-cols-[24px_90px_1.1fr_1.1fr_90px_80px_110px_80px] items-center gap-x-2 px-2 max-wide:grid-cols-[24px_74px_minmax(0,1fr)_62px_88px] max-wide:gap-x-1.5 max-wide:px-1 max-wide:text-small';

interface HeadingsProps {
  readonly headings: ReturnType<typeof useSorted>['headings'];
  readonly isAllChosen: boolean;
  readonly onChooseAll: () => void;
}

function Headings({ headings, isAllChosen, onChooseAll }: HeadingsProps) {
  const say = useSay();
  return (
    <div role="rowgroup">
      <div role="row" className={`${LINE} border-b-2 border-slate`}>
        <div role="columnheader">
          <input
            type="checkbox"
            aria-label={say('table.choose-all')}
            checked={isAllChosen}
            onChange={onChooseAll}
            className="h-[18px] w-[18px] accent-slate"
          />
        </div>
        {headings.map(({ id, order, onSort }) => (
          <div
            key={id}
            role="columnheader"
            className={isWide.has(id) ? WIDE_ONLY : ''}
            aria-sort={order ? (order === 'asc' ? 'ascending' : 'descending') : 'none'}
          >
            <button
              type="button"
              className={`flex h-9 w-full items-center gap-1 font-bold ${isFigure.has(id) ? 'justify-end' : ''}`}
              onClick={onSort}
            >
              {say(`table.${id}`)}
              {order === 'asc' && <ArrowUp size={13} aria-hidden="true" />}
              {order === 'desc' && <ArrowDown size={13} aria-hidden="true" />}
            </button>
          </div>
        ))}
      </div>
    </div>
  );
}

interface LineProps {
  readonly row: Row;
  readonly index: number;
  readonly startPx: number;
  readonly isSelected: boolean;
  readonly isChosen: boolean;
  readonly onChoose: (container: string) => void;
  readonly onSelect: (container: string) => void;
}

/** One container; written anew only when something of it changed. */
const Line = memo(function Line({
  row,
  index,
  startPx,
  isSelected,
  isChosen,
  onChoose,
  onSelect,
}: LineProps) {
  const say = useSay();
  const { units } = useReader();
  const { id } = row.container;
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={isSelected}
      className={`${LINE} absolute inset-x-0 border-b border-rule aria-selected:bg-pool-2`}
      style={{ height: ROW_PX, transform: `translateY(${startPx}px)` }}
    >
      <div role="cell">
        <input
          type="checkbox"
          aria-label={say('table.choose', { code: row.code })}
          checked={isChosen}
          onChange={() => onChoose(id)}
          className="h-[18px] w-[18px] accent-slate"
        />
      </div>
      <div role="cell">
        <button
          type="button"
          data-id={id}
          className="font-mono font-semibold underline decoration-rule underline-offset-3"
          onClick={() => onSelect(id)}
        >
          {row.code}
        </button>
      </div>
      <div role="cell" className={`truncate ${WIDE_ONLY}`}>
        {row.kind}
      </div>
      <div role="cell" className={`truncate ${WIDE_ONLY}`}>
        {row.place}
      </div>
      <div role="cell" className="flex min-w-0 items-center gap-1.5">
        <Swatch state={row.state.state} size={14} /> <span className="truncate">{row.stateName}</span>
      </div>
      <div role="cell" className="text-right">
        {format.litres(row.litres, units)}
      </div>
      <div role="cell">{row.goodUntil && dates.day(row.goodUntil)}</div>
      <div role="cell" className={`text-right ${WIDE_ONLY}`}>
        {format.kg(row.massKg, units)}
      </div>
    </div>
  );
});
