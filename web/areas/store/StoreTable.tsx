import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import type { ContainerFacts } from '#core/log/facts.ts';
import { type ContainerState, waterStates } from '#core/log/state.ts';
import { useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { TextBlank } from '../../ui/Blank.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { useKindName } from './kindName.ts';

interface Row {
  readonly container: ContainerFacts;
  readonly state: ContainerState;
  readonly code: string;
  readonly kind: string;
  readonly place: string;
  readonly stateName: string;
  readonly litres: number;
  readonly goodUntil: string;
  readonly massKg: number;
}

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns });
const columns = createColumnHelper<typeof features, Row>();
const names = ['code', 'kind', 'place', 'stateName', 'litres', 'goodUntil', 'massKg'] as const;
const columnDefs = columns.columns(names.map(name => columns.accessor(name, { id: name, sortFn: 'basic' })));
const isFigure = new Set<string>(['litres', 'massKg']);
const ROW_PX = 36;

interface Props {
  readonly onSelect: (container: string) => void;
  readonly selected: string | undefined;
  /** What the filter begins with. */
  readonly find: string;
}

/** The same rows as the drawing, for sorting and finding. */
export function StoreTable({ onSelect, selected, find }: Props) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { containers } = useWaterState();
  const kindName = useKindName();
  const [filter, setFilter] = useState(find);
  const rows = useMemo(() => {
    const kinds = new Map<string, string>();
    const kindOnce = (id: string): string => {
      const name = kinds.get(id) ?? kindName(id);
      kinds.set(id, name);
      return name;
    };
    const stateNames = new Map(waterStates.map(state => [state, say(`state-name.${state}`)]));
    const wanted = filter.trim().toLowerCase();
    return Object.values(facts.container).flatMap((container): Row[] => {
      const state = containers[container.id];
      if (!state) return [];
      const row = {
        container,
        state,
        code: container.code,
        kind: kindOnce(container.kind),
        place: facts.place[container.place]?.name ?? '',
        stateName: stateNames.get(state.state) ?? '',
        litres: state.litres,
        goodUntil: state.goodUntil?.day ?? '',
        massKg: state.massKg,
      };
      const isWanted =
        !wanted || `${row.code} ${row.kind} ${row.place} ${row.stateName}`.toLowerCase().includes(wanted);
      return isWanted ? [row] : [];
    });
  }, [facts, containers, filter, kindName, say]);
  const table = useTable({
    features,
    columns: columnDefs,
    data: rows,
    initialState: { sorting: [{ id: 'code', desc: false }] },
  });
  const sorted = table.getRowModel().rows;
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  });
  const grid = 'grid grid-cols-[90px_1.1fr_1.1fr_90px_80px_110px_80px] items-center gap-x-2 px-2';
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <p>
        {say('table.find')}{' '}
        <TextBlank
          label={say('table.filter')}
          value={filter}
          onValue={setFilter}
          placeholder={say('table.hint')}
        />{' '}
        <span className="text-ash">{say('table.rows', { count: rows.length })}</span>
      </p>
      <div
        role="table"
        aria-label={say('table.name')}
        aria-rowcount={rows.length + 1}
        className="flex min-h-0 flex-1 flex-col overflow-x-auto"
      >
        <div className="flex min-h-0 min-w-[680px] flex-1 flex-col">
          <div role="rowgroup">
            <div role="row" className={`${grid} border-b-2 border-slate`}>
              {table.getFlatHeaders().map(header => {
                const order = header.column.getIsSorted();
                return (
                  <div
                    key={header.id}
                    role="columnheader"
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
                    key={row.container.id}
                    role="row"
                    aria-rowindex={item.index + 2}
                    aria-selected={row.container.id === selected}
                    className={`${grid} absolute inset-x-0 border-b border-rule aria-selected:bg-pool-2`}
                    style={{ height: ROW_PX, transform: `translateY(${item.start}px)` }}
                  >
                    <div role="cell">
                      <button
                        type="button"
                        className="font-mono font-semibold underline decoration-rule underline-offset-3"
                        onClick={() => onSelect(row.container.id)}
                      >
                        {row.code}
                      </button>
                    </div>
                    <div role="cell" className="truncate">
                      {row.kind}
                    </div>
                    <div role="cell" className="truncate">
                      {row.place}
                    </div>
                    <div role="cell" className="flex items-center gap-1.5">
                      <Swatch state={row.state.state} size={14} /> {row.stateName}
                    </div>
                    <div role="cell" className="text-right">
                      {format.litres(row.litres, units)}
                    </div>
                    <div role="cell">{row.goodUntil && format.day(row.goodUntil)}</div>
                    <div role="cell" className="text-right">
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
