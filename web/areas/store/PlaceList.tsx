import { useMemo } from 'react';
import { floorLoad, type Standing } from '#core/containers/load.ts';
import { type WaterState, waterStates } from '#core/log/state.ts';
import { useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { useInTurn } from '../../ui/InTurn.tsx';
import { waterFill } from '../../ui/Textures.tsx';
import { itemsByPlace } from './items.ts';
import { usePlaceNotes } from './placeNotes.ts';

/** What a place holds, by state. */
interface Held {
  litres: number;
  count: number;
  readonly byState: Partial<Record<WaterState, number>>;
  readonly onFloor: Standing[];
}

const nothing = (): Held => ({ litres: 0, count: 0, byState: {}, onFloor: [] });

function useHeld(): ReadonlyMap<string, Held> {
  const facts = useFacts();
  const { containers } = useWaterState();
  return useMemo(() => {
    const held = new Map(Object.keys(facts.place).map(place => [place, nothing()]));
    const shelves = new Map(Object.values(facts.place).map(p => [p.id, new Set(p.shelves.map(s => s.id))]));
    for (const [place, items] of itemsByPlace(facts, containers)) {
      const at = held.get(place);
      if (!at) continue;
      for (const { container, kind, state } of items) {
        at.litres += state.litres;
        at.count += 1;
        at.byState[state.state] = (at.byState[state.state] ?? 0) + state.litres;
        const onShelf = container.shelf !== undefined && shelves.get(place)?.has(container.shelf);
        if (!onShelf) at.onFloor.push({ kind, massKg: state.massKg });
      }
    }
    return held;
  }, [facts, containers]);
}

const BAR_W = 80;
/** Places written in one task. */
const ROWS_A_TASK = 10;

/** The places under the drawing: what each holds and in which state, its conditions, and how a stranger finds it. */
export function PlaceList({ onPlace }: { onPlace: (place: string) => void }) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const held = useHeld();
  const notesOf = usePlaceNotes();
  const places = Object.values(facts.place);
  const shown = useInTurn(places.length, ROWS_A_TASK);
  const most = Math.max(1, ...[...held.values()].map(h => h.litres));
  return (
    <ul
      aria-label={say('place.list')}
      className="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-6 p-0 pb-3 text-small"
    >
      {places.slice(0, shown).map(place => {
        const { litres, count, byState, onFloor } = held.get(place.id) ?? nothing();
        const { kgM2 } = floorLoad(onFloor, place);
        const limitKgM2 = place.floorLimitKgM2;
        const isOver = limitKgM2 !== undefined && kgM2 > limitKgM2;
        let x = 0;
        return (
          <li key={place.id} className="border-t border-rule py-1.5">
            <div className="flex items-baseline justify-between gap-2">
              <button
                type="button"
                className="font-bold underline decoration-rule underline-offset-3"
                onClick={() => onPlace(place.id)}
              >
                {place.name}
              </button>
              <span>{say('place.holds', { count, litres: format.litres(litres, units) })}</span>
            </div>
            <div className="flex items-center gap-2 text-ash">
              <svg aria-hidden="true" width={BAR_W} height="9" className="shrink-0">
                {waterStates.map(state => {
                  const w = ((byState[state] ?? 0) / most) * BAR_W;
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
            <p className="truncate text-ash">
              {[...notesOf(place), place.finding].filter(Boolean).join(' · ')}
            </p>
          </li>
        );
      })}
    </ul>
  );
}
