import { memo, useMemo } from 'react';
import type { PlaceFacts } from '#core/areas/store/facts.ts';
import { type WaterState, waterStates } from '#core/areas/store/state.ts';
import { floorLoad } from '#core/storage/containers/load.ts';
import { useCalmWater, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { useInTurn } from '../../ui/InTurn.tsx';
import { waterFill } from '../../ui/Textures.tsx';
import type { Item, ItemsByPlace } from './items.ts';
import { usePlaceNotes } from './placeNotes.ts';

const litresOf = (items: readonly Item[]): number => items.reduce((sum, i) => sum + i.state.litres, 0);

const BAR_W = 80;
/** Places written in one task. */
const ROWS_A_TASK = 10;
const NOTHING: readonly Item[] = [];

interface ListProps {
  readonly byPlace: ItemsByPlace;
  readonly onPlace: (place: string) => void;
}

/** The places under the drawing: what each holds and in which state, its conditions, and how a stranger finds it. */
export function PlaceList({ byPlace, onPlace }: ListProps) {
  const say = useSay();
  const { facts } = useCalmWater();
  const places = Object.values(facts.place);
  const shown = useInTurn(places.length, ROWS_A_TASK);
  const mostL = useMemo(() => Math.max(1, ...[...byPlace.values()].map(litresOf)), [byPlace]);
  return (
    <ul
      aria-label={say('place.list')}
      className="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-6 p-0 pb-3 text-small"
    >
      {places.slice(0, shown).map(place => (
        <PlaceRow
          key={place.id}
          place={place}
          items={byPlace.get(place.id) ?? NOTHING}
          mostL={mostL}
          onPlace={onPlace}
        />
      ))}
    </ul>
  );
}

interface RowProps {
  readonly place: PlaceFacts;
  readonly items: readonly Item[];
  /** Litres of the fullest place: the bars stand against it. */
  readonly mostL: number;
  readonly onPlace: (place: string) => void;
}

/** One place; written anew only when something in it changed. */
const PlaceRow = memo(function PlaceRow({ place, items, mostL, onPlace }: RowProps) {
  const say = useSay();
  const { units } = useReader();
  const notesOf = usePlaceNotes();
  const byState: Partial<Record<WaterState, number>> = {};
  for (const { state } of items) byState[state.state] = (byState[state.state] ?? 0) + state.litres;
  const shelves = new Set(place.shelves.map(s => s.id));
  const onFloor = items
    .filter(({ container }) => container.shelf === undefined || !shelves.has(container.shelf))
    .map(({ kind, state }) => ({ kind, massKg: state.massKg }));
  const { kgM2 } = floorLoad(onFloor, place);
  const limitKgM2 = place.floorLimitKgM2;
  const isOver = limitKgM2 !== undefined && kgM2 > limitKgM2;
  let x = 0;
  return (
    <li className="border-t border-rule py-1.5">
      <div className="flex items-baseline justify-between gap-2">
        <button
          type="button"
          className="font-bold underline decoration-rule underline-offset-3"
          onClick={() => onPlace(place.id)}
        >
          {place.name}
        </button>
        <span>
          {say('place.holds', { count: items.length, litres: format.litres(litresOf(items), units) })}
        </span>
      </div>
      <div className="flex items-center gap-2 text-ash">
        <svg aria-hidden="true" width={BAR_W} height="9" className="shrink-0">
          {waterStates.map(state => {
            const w = ((byState[state] ?? 0) / mostL) * BAR_W;
            const bar = w > 0 && (
              <rect
                key={state}
                x={x}
                width={w}
                height="9"
                fill={state === 'failed' ? 'var(--iron)' : waterFill(state)}
              />
            );
            x += w;
            return bar;
          })}
        </svg>
        {limitKgM2 !== undefined && (
          <span className={`truncate ${isOver ? 'font-bold text-iron' : ''}`}>
            {say('place.load', { loadKgM2: kgM2, limitKgM2 })}
          </span>
        )}
      </div>
      <p className="truncate text-ash">{[...notesOf(place), place.finding].filter(Boolean).join(' · ')}</p>
    </li>
  );
});
