import { type KeyboardEvent, memo, type ReactNode, useDeferredValue, useMemo, useRef } from 'react';
import { roomAbove } from '#core/areas/store/mixRoom.ts';
import { useAppSelector, useCalmWater, useLastWorkedOut, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { useInTurn } from '../../ui/InTurn.tsx';
import { useWidth } from '../../ui/useWidth.ts';
import { ContainerDrawing } from './ContainerDrawing.tsx';
import { DragField, DropZone } from './drag.tsx';
import type { ItemsByPlace } from './items.ts';
import { type DrawnBuilding, type DrawnGhost, type DrawnPlace, laidOut, type Section } from './layout.ts';
import { usePlaceNotes } from './placeNotes.ts';

/** Metres to pixels: y turns over, because screens count downwards. */
export interface Scale {
  readonly pxPerM: number;
  readonly x: (m: number) => number;
  readonly y: (m: number) => number;
}

const LEAST_PX_PER_M = 22;
const MOST_PX_PER_M = 130;
/** The drawing leaves room for the places under it. */
const SHARE_OF_WINDOW = 0.58;
/** A room narrower than this has room for its name only; the list under the drawing has its litres. */
const NARROW_PX = 210;

const nothingDrawn: Section = { buildings: [], extent: { x: 0, y: -0.4, w: 3, h: 2 } };

function scaleFor(
  extent: Section['extent'],
  widthPx: number,
  heightPx: number,
): Scale & { widthPx: number; heightPx: number } {
  const fit = Math.min(widthPx / extent.w, heightPx / extent.h);
  const pxPerM = Math.max(LEAST_PX_PER_M, Math.min(MOST_PX_PER_M, fit));
  return {
    pxPerM,
    x: m => (m - extent.x) * pxPerM,
    y: m => (extent.y + extent.h - m) * pxPerM,
    widthPx: Math.max(widthPx, extent.w * pxPerM),
    heightPx: extent.h * pxPerM,
  };
}

interface Props {
  readonly selected: string | undefined;
  readonly onSelect: (container: string) => void;
  readonly onBlock: (kind: string, place: string) => void;
  readonly onPlace: (place: string) => void;
  /** What follows under the drawing, once that is drawn. */
  readonly below: (byPlace: ItemsByPlace) => ReactNode;
}

/** A store of more containers is laid out with pauses between. */
const MANY = 1000;

/** The store, drawn to scale: buildings in section, shelves, and every container filled to its level. */
export function SectionDrawing({ selected, onSelect, onBlock, onPlace, below }: Props) {
  const say = useSay();
  const { facts, state } = useCalmWater();
  const { containers } = state;
  const ghosts = useAppSelector(s => s.ghosts);
  const work = useMemo(() => () => laidOut(facts, containers, ghosts), [facts, containers, ghosts]);
  const laid = useLastWorkedOut(work, Object.keys(containers).length > MANY);
  const section = laid?.section ?? nothingDrawn;
  const box = useRef<HTMLDivElement>(null);
  // a drawer that opens beside it makes it narrower: it is drawn anew in pieces, after the drawer
  const widthPx = useDeferredValue(useWidth(box, 760));
  // as long as the store keeps its outline the scale is the same one, and rooms in which nothing changed are not drawn anew
  const { x: leftM, y: bottomM, w: wideM, h: highM } = section.extent;
  const scale = useMemo(() => {
    const extent = { x: leftM, y: bottomM, w: wideM, h: highM };
    return scaleFor(extent, widthPx, window.innerHeight * SHARE_OF_WINDOW);
  }, [leftM, bottomM, wideM, highM, widthPx]);
  const places = section.buildings.flatMap(b => b.places);
  const shown = useInTurn(places.length);

  // one stop for the tab key; the arrows walk from container to container
  const walk = (e: KeyboardEvent<SVGSVGElement>) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
    if (!step) return;
    const all = [...e.currentTarget.querySelectorAll<SVGGElement>('[data-container]')];
    const next = all[all.indexOf(document.activeElement as unknown as SVGGElement) + step];
    if (!next) return;
    e.preventDefault();
    next.focus();
  };
  const tabStop = selected ?? places.find(p => p.drawn.length > 0)?.drawn[0]?.container.id;
  const groundY = scale.y(0);
  return (
    <DragField>
      <div ref={box} className="mb-3 overflow-x-auto">
        <svg
          width={scale.widthPx}
          height={scale.heightPx}
          data-section
          role="group"
          aria-label={say('section.name')}
          onKeyDown={walk}
          className="block"
        >
          <rect
            x="0"
            y={groundY}
            width={scale.widthPx}
            height={Math.max(0, scale.heightPx - groundY)}
            fill="url(#earth)"
          />
          {section.buildings.map(b => (
            <Building key={b.building.id} building={b} scale={scale} />
          ))}
          <path d={`M0 ${groundY}H${scale.widthPx}`} stroke="var(--slate)" strokeWidth="2.5" />
          {places.slice(0, shown).map(p => {
            const holds = (id: string | undefined) =>
              p.drawn.some(d => d.container.id === id) ? id : undefined;
            return (
              <Place
                key={p.place.id}
                drawn={p}
                scale={scale}
                selected={holds(selected)}
                tabStop={holds(tabStop)}
                onPlace={onPlace}
                onSelect={onSelect}
                onBlock={onBlock}
              />
            );
          })}
        </svg>
      </div>
      {laid && shown === places.length && below(laid.byPlace)}
    </DragField>
  );
}

/** A planned vessel: a dashed outline with its count, nothing to click. */
function Ghost({ ghost, scale }: { ghost: DrawnGhost; scale: Scale }) {
  const say = useSay();
  const kindName = useKindName();
  const [w, h] = [ghost.w * scale.pxPerM, ghost.h * scale.pxPerM];
  const [x, y] = [scale.x(ghost.x), scale.y(ghost.y) - h];
  return (
    <g data-ghost={ghost.kind.id}>
      <title>{say('section.ghost', { count: ghost.count, kind: kindName(ghost.kind.id) })}</title>
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill="var(--pool-2)"
        fillOpacity="0.6"
        stroke="var(--slate)"
        strokeWidth="1.5"
        strokeDasharray="3 3"
      />
      <text
        x={x + w / 2}
        y={y + h / 2 + 5}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        fill="var(--slate)"
      >
        {ghost.count}
      </text>
    </g>
  );
}

/** Walls, and the roof over what stands above ground. */
function Building({ building: b, scale }: { building: DrawnBuilding; scale: Scale }) {
  const above = b.places.filter(p => p.place.level >= 0);
  if (b.building.roof === 'none') return null;
  const left = scale.x(b.x);
  const right = scale.x(Math.max(b.x, ...above.map(p => p.x + p.w)));
  const top = scale.y(Math.max(0, ...above.map(p => p.y + p.h)));
  return (
    <g stroke="var(--slate)" strokeWidth="2.5" fill="var(--chalk)" strokeLinejoin="round">
      {b.places.map(p => (
        <rect
          key={p.place.id}
          x={scale.x(p.x)}
          y={scale.y(p.y + p.h)}
          width={p.w * scale.pxPerM}
          height={p.h * scale.pxPerM}
        />
      ))}
      {above.length > 0 && b.building.roof === 'pitched' && (
        <path
          d={`M${left - 12} ${top}L${(left + right) / 2} ${top - b.roofM * scale.pxPerM}L${right + 12} ${top}Z`}
        />
      )}
      {above.length > 0 && b.building.roof === 'flat' && (
        <rect x={left - 6} y={top - 6} width={right - left + 12} height="6" fill="var(--slate)" />
      )}
    </g>
  );
}

interface PlaceProps {
  readonly drawn: DrawnPlace;
  readonly scale: Scale;
  readonly selected: string | undefined;
  readonly tabStop: string | undefined;
  readonly onPlace: (place: string) => void;
  readonly onSelect: (container: string) => void;
  readonly onBlock: (kind: string, place: string) => void;
}

/** Where a container may be put down: the floor of a place, and each shelf, up to what is above. */
function Spots({ drawn, scale }: Pick<PlaceProps, 'drawn' | 'scale'>) {
  const { place } = drawn;
  const lowest = roomAbove(place, 0);
  return (
    <>
      <DropZone
        spot={{ place: place.id }}
        x={scale.x(drawn.x)}
        y={scale.y(drawn.y + lowest)}
        width={drawn.w * scale.pxPerM}
        height={lowest * scale.pxPerM}
      />
      {place.shelves.map(shelf => {
        const roomM = roomAbove(place, shelf.heightM);
        return (
          <DropZone
            key={shelf.id}
            spot={{ place: place.id, shelf: shelf.id }}
            x={scale.x(drawn.x + shelf.fromM)}
            y={scale.y(drawn.y + shelf.heightM + roomM)}
            width={(shelf.toM - shelf.fromM) * scale.pxPerM}
            height={roomM * scale.pxPerM}
          />
        );
      })}
    </>
  );
}

/** A room with its name, its conditions, its shelves and what stands in it. */
const Place = memo(function Place({
  drawn,
  scale,
  selected,
  tabStop,
  onPlace,
  onSelect,
  onBlock,
}: PlaceProps) {
  const { units } = useReader();
  const kindName = useKindName();
  const { place } = drawn;
  const x = scale.x(drawn.x);
  const top = scale.y(drawn.y + drawn.h);
  const widthPx = drawn.w * scale.pxPerM;
  const notes = usePlaceNotes()(place);
  return (
    <g>
      <Spots drawn={drawn} scale={scale} />
      {place.shelves.map(shelf => (
        <path
          key={shelf.id}
          d={`M${scale.x(drawn.x + shelf.fromM)} ${scale.y(drawn.y + shelf.heightM) + 1.5}H${scale.x(drawn.x + shelf.toM)}`}
          stroke="var(--slate)"
          strokeWidth="3"
        />
      ))}
      {drawn.drawn.map(d => (
        <ContainerDrawing
          key={d.container.id}
          drawn={d}
          scale={scale}
          kindName={kindName}
          isSelected={d.container.id === selected}
          isTabStop={d.container.id === tabStop}
          onSelect={onSelect}
          onBlock={onBlock}
        />
      ))}
      {drawn.ghosts.map(g => (
        <Ghost key={`${g.kind.id} ${g.x} ${g.y}`} ghost={g} scale={scale} />
      ))}
      <foreignObject
        x={x + 4}
        y={top + 3}
        width={Math.max(60, widthPx - 8)}
        height="40"
        className="pointer-events-none overflow-visible"
      >
        <button
          type="button"
          onClick={() => onPlace(place.id)}
          className="pointer-events-auto block max-w-full truncate bg-chalk px-1 text-left text-small leading-[17px] hover:underline"
          title={notes.join(' · ')}
        >
          <strong>{place.name}</strong>{' '}
          {widthPx >= NARROW_PX && <span className="text-ash">{format.litres(drawn.litres, units)}</span>}
        </button>
      </foreignObject>
    </g>
  );
});
