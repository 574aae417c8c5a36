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
import { startTransition, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { InLots } from '#core/lots.ts';
import type { ContainerFacts } from '#core/store/facts.ts';
import type { ContainerState } from '#core/store/state.ts';
import { breathe, breathing } from '../../app/breathe.ts';
import { useCalmWater, useReader } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { TextBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { BulkActs } from './BulkActs.tsx';

interface Row {
  readonly container: ContainerFacts;
  readonly state: ContainerState;
  readonly code: string;
  /** The code as it sorts: D2 before D10. */
  readonly codeKey: string;
  readonly kind: string;
  readonly place: string;
  readonly stateName: string;
  readonly litres: number;
  readonly goodUntil: string;
  readonly massKg: number;
  /** All that the filter looks through. */
  readonly words: string;
}

/** So many rows are made between two breaths. */
const LOT = 200;

/** A row for each container. A large store's are made in lots, and the table has them once all are there. */
function useRows(): readonly Row[] {
  const say = useSay();
  const { facts, state } = useCalmWater();
  const { containers } = state;
  const kindName = useKindName();
  const made = useRef(new WeakMap<ContainerState, Row>());
  const [rows, setRows] = useState<readonly Row[]>([]);
  // names follow the person's language and units, and places may be renamed: then all rows are made anew
  // biome-ignore lint/correctness/useExhaustiveDependencies: the texts are what the rows are made of
  useMemo(() => {
    made.current = new WeakMap();
  }, [say, kindName, facts.place]);
  useEffect(() => {
    let isOver = false;
    function* make(): InLots<Row[]> {
      const list: Row[] = [];
      // few kinds, places and states, many rows: each name is said once
      const said = new Map<string, string>();
      const once = (key: string, name: () => string): string => {
        const known = said.get(key) ?? name();
        said.set(key, known);
        return known;
      };
      for (const container of Object.values(facts.container)) {
        if (list.length % LOT === LOT - 1) yield;
        if (isOver) return [];
        const state = containers[container.id];
        if (!state) continue;
        let row = made.current.get(state);
        if (!row) {
          row = rowOf(container, state, {
            kind: once(container.kind, () => kindName(container.kind)),
            place: facts.place[container.place]?.name ?? '',
            stateName: once(state.state, () => say(`state-name.${state.state}`)),
          });
          made.current.set(state, row);
        }
        list.push(row);
      }
      return list;
    }
    void (async () => {
      const list = await breathing(make());
      await breathe();
      // most are in this order already when the table sorts them
      list.sort((a, b) => compared(a.codeKey, b.codeKey));
      await breathe();
      // the table makes its lines of them when nothing more pressing waits
      if (!isOver) startTransition(() => setRows(list));
    })();
    return () => {
      isOver = true;
    };
  }, [facts, containers, kindName, say]);
  return rows;
}

function rowOf(
  container: ContainerFacts,
  state: ContainerState,
  names: Pick<Row, 'kind' | 'place' | 'stateName'>,
): Row {
  const { kind, place, stateName } = names;
  return {
    container,
    state,
    code: container.code,
    codeKey: container.code.toUpperCase().replace(/\d+/g, digits => digits.padStart(8, '0')),
    ...names,
    litres: state.litres,
    goodUntil: state.goodUntil?.day ?? '',
    massKg: state.massKg,
    words: `${container.code} ${kind} ${place} ${stateName}`.toLowerCase(),
  };
}

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });
const columns = createColumnHelper<typeof features, Row>();
const names = ['code', 'kind', 'place', 'stateName', 'litres', 'goodUntil', 'massKg'] as const;
type Column = (typeof names)[number];

const compared = <T extends string | number>(a: T, b: T): number => (a < b ? -1 : a > b ? 1 : 0);
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

/** The same rows as the drawing, for sorting and finding. */
export function StoreTable({ onSelect, onLabels, selected, find }: Props) {
  const say = useSay();
  const { units } = useReader();
  const [filter, setFilter] = useState(find);
  const all = useRows();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [sorting, setSorting] = useState<SortingState>([{ id: 'code', desc: false }]);
  const rows = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    return wanted ? all.filter(row => row.words.includes(wanted)) : all;
  }, [all, filter]);
  const table = useTable({
    features,
    columns: columnDefs,
    data: rows,
    state: { sorting: useDeferredValue(sorting) },
    onSortingChange: setSorting,
  });
  const sorted = table.getRowModel().rows;
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
  const choose = (id: string) =>
    setChosen(before => {
      const after = new Set(before);
      if (!after.delete(id)) after.add(id);
      return after;
    });
  const grid =
    'grid grid-cols-[24px_90px_1.1fr_1.1fr_90px_80px_110px_80px] items-center gap-x-2 px-2 max-wide:grid-cols-[24px_74px_minmax(0,1fr)_62px_88px] max-wide:gap-x-1.5 max-wide:px-1 max-wide:text-small';
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <p>
        <Phrase
          text="table.sentence"
          blanks={{
            filter: (
              <TextBlank
                label={say('table.filter')}
                value={filter}
                onValue={setFilter}
                placeholder={say('table.hint')}
              />
            ),
            rows: <span className="text-ash">{say('table.rows', { count: rows.length })}</span>,
          }}
        />
      </p>
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
          <div role="rowgroup">
            <div role="row" className={`${grid} border-b-2 border-slate`}>
              <div role="columnheader">
                <input
                  type="checkbox"
                  aria-label={say('table.choose-all')}
                  checked={isAllChosen}
                  onChange={chooseAll}
                  className="h-[18px] w-[18px] accent-slate"
                />
              </div>
              {table.getFlatHeaders().map(header => {
                const order = header.column.getIsSorted();
                return (
                  <div
                    key={header.id}
                    role="columnheader"
                    className={isWide.has(header.id) ? WIDE_ONLY : ''}
                    aria-sort={order ? (order === 'asc' ? 'ascending' : 'descending') : 'none'}
                  >
                    <button
                      type="button"
                      className={`flex h-9 w-full items-center gap-1 font-bold ${isFigure.has(header.id) ? 'justify-end' : ''}`}
                      onClick={() => header.column.toggleSorting()}
                    >
                      {say(`table.${header.id}`)}
                      {order === 'asc' && <ArrowUp size={13} aria-hidden="true" />}
                      {order === 'desc' && <ArrowDown size={13} aria-hidden="true" />}
                    </button>
                  </div>
                );
              })}
            </div>
          </div>
          <div ref={box} role="rowgroup" className="min-h-[200px] flex-1 overflow-y-auto">
            <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
              {virtual.getVirtualItems().map(item => {
                const row = sorted[item.index]!.original;
                return (
                  <div
                    key={item.key}
                    role="row"
                    aria-rowindex={item.index + 2}
                    aria-selected={row.container.id === selected}
                    className={`${grid} absolute inset-x-0 border-b border-rule aria-selected:bg-pool-2`}
                    style={{ height: ROW_PX, transform: `translateY(${item.start}px)` }}
                  >
                    <div role="cell">
                      <input
                        type="checkbox"
                        aria-label={say('table.choose', { code: row.code })}
                        checked={chosen.has(row.container.id)}
                        onChange={() => choose(row.container.id)}
                        className="h-[18px] w-[18px] accent-slate"
                      />
                    </div>
                    <div role="cell">
                      <button
                        type="button"
                        data-id={row.container.id}
                        className="font-mono font-semibold underline decoration-rule underline-offset-3"
                        onClick={() => onSelect(row.container.id)}
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
                      <Swatch state={row.state.state} size={14} />{' '}
                      <span className="truncate">{row.stateName}</span>
                    </div>
                    <div role="cell" className="text-right">
                      {format.litres(row.litres, units)}
                    </div>
                    <div role="cell">{row.goodUntil && format.day(row.goodUntil)}</div>
                    <div role="cell" className={`text-right ${WIDE_ONLY}`}>
                      {format.kg(row.massKg, units)}
                    </div>
                  </div>
                );
              })}
            </div>
          </div>
        </div>
      </div>
    </div>
  );
}
