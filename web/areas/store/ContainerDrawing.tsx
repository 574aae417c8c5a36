import { type KeyboardEvent, memo } from 'react';
import type { Shape } from '#core/storage/containers/kinds.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';
import { useDrag } from './drag.tsx';
import type { Drawn } from './layout.ts';
import type { Scale } from './SectionDrawing.tsx';

/** Below this a texture cannot be told; a plain tone with a mark stands for it. */
const GLYPH_PX = 9;

/** Outline of a vessel in its rectangle. */
function outline(shape: Shape, x: number, y: number, w: number, h: number): string {
  const r = Math.min(4, w / 5);
  if (shape === 'bottle' || shape === 'jar') {
    const neck = shape === 'bottle' ? w * 0.32 : w * 0.12;
    const shoulder = h * (shape === 'bottle' ? 0.24 : 0.12);
    return `M${x + neck} ${y}H${x + w - neck}V${y + shoulder * 0.5}L${x + w} ${y + shoulder}V${y + h}H${x}V${y + shoulder}L${x + neck} ${y + shoulder * 0.5}Z`;
  }
  if (shape === 'pack') {
    const shoulder = h * 0.16;
    const step = w / 6;
    // a row of necks over one body
    const necks = Array.from({ length: 6 }, (_, i) => {
      const at = x + i * step;
      return `L${at + step * 0.25} ${y + shoulder}V${y}H${at + step * 0.75}V${y + shoulder}`;
    }).join('');
    return `M${x} ${y + h}V${y + shoulder}${necks}L${x + w} ${y + shoulder}V${y + h}Z`;
  }
  if (shape === 'pouch') return `M${x + w * 0.1} ${y}H${x + w * 0.9}L${x + w} ${y + h}H${x}Z`;
  return `M${x + r} ${y}H${x + w - r}Q${x + w} ${y} ${x + w} ${y + r}V${y + h - r}Q${x + w} ${y + h} ${x + w - r} ${y + h}H${x + r}Q${x} ${y + h} ${x} ${y + h - r}V${y + r}Q${x} ${y} ${x + r} ${y}Z`;
}

/** What tells one shape from another: hoops of a drum, the cage of a tote, a tap, a handle. */
function details(shape: Shape, x: number, y: number, w: number, h: number): string {
  const hoop = (share: number) => `M${x} ${y + h * share}H${x + w}`;
  const post = (share: number) => `M${x + w * share} ${y}V${y + h}`;
  switch (shape) {
    case 'drum':
      return hoop(0.33) + hoop(0.66);
    case 'tote':
      return hoop(0.3) + hoop(0.6) + post(0.25) + post(0.5) + post(0.75);
    case 'pack':
      return [1, 2, 3, 4, 5].map(i => post(i / 6).replace(`${y}V`, `${y + h * 0.16}V`)).join('');
    case 'tank':
      return hoop(0.2) + hoop(0.4) + hoop(0.6) + hoop(0.8);
    case 'cube':
      return `M${x + w} ${y + h * 0.88}h${Math.min(5, w * 0.15)}`;
    case 'can':
      return `M${x + w * 0.3} ${y + h * 0.14}H${x + w * 0.7}`;
    case 'jug':
      return `M${x + w * 0.7} ${y + h * 0.15}q${w * 0.2} ${h * 0.1} 0 ${h * 0.25}`;
    default:
      return '';
  }
}

interface Props {
  readonly drawn: Drawn;
  readonly scale: Scale;
  readonly kindName: (id: string) => string;
  readonly isSelected: boolean;
  readonly isTabStop: boolean;
  readonly onSelect: (container: string) => void;
  /** Opens a counted block: the like ones of a room, one by one. */
  readonly onBlock: (kind: string, place: string) => void;
}

/** A container to scale, filled to its level; the texture tells the state. */
export const ContainerDrawing = memo(function ContainerDrawing({
  drawn,
  scale,
  kindName,
  isSelected,
  isTabStop,
  onSelect,
  onBlock,
}: Props) {
  const say = useSay();
  const { units } = useReader();
  const { container, state, count } = drawn;
  const w = Math.max(3, drawn.w * scale.pxPerM);
  const h = Math.max(4, drawn.h * scale.pxPerM);
  const x = scale.x(drawn.x);
  const y = scale.y(drawn.y) - h;
  const drag = useDrag(container.id);
  const name = say(count > 1 ? 'section.block' : 'section.container', {
    count,
    code: container.code,
    kind: kindName(container.kind),
    state: `state-name.${state}`,
    litres: format.litres(container.fill?.remainingL ?? 0, units),
  });
  const open = () => (count > 1 ? onBlock(container.kind, container.place) : onSelect(container.id));
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    open();
  };
  return (
    // biome wants an HTML button, which an SVG cannot hold to scale; the role, name and keys are the button's
    <g
      role="button"
      tabIndex={isTabStop ? 0 : -1}
      aria-label={name}
      aria-pressed={isSelected}
      data-container={container.code}
      data-id={container.id}
      data-state={state}
      ref={drag.ref}
      {...drag.listeners}
      transform={drag.transform}
      className={`cursor-pointer ${drag.isDragging ? 'opacity-80' : ''}`}
      onClick={open}
      onKeyDown={onKeyDown}
    >
      <title>{name}</title>
      <Vessel drawn={drawn} box={{ x, y, w, h }} />
      {count > 1 && w >= badgeW(count) && <Badge count={count} x={x + w / 2} y={y + h / 2} />}
      {isSelected && (
        <rect
          x={x - 4}
          y={y - 4}
          width={w + 8}
          height={h + 8}
          fill="none"
          stroke="var(--slate)"
          strokeWidth="2"
          strokeDasharray="5 3"
        />
      )}
    </g>
  );
});

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Its outline with what tells its shape, filled to its level. */
function Vessel({ drawn, box }: { drawn: Drawn; box: Box }) {
  const { container, kind } = drawn;
  const { x, y, w, h } = box;
  const path = outline(kind.shape, x, y, w, h);
  const clip = `clip-${container.id.replace(':', '-')}`;
  return (
    <>
      <clipPath id={clip}>
        <path d={path} />
      </clipPath>
      <path d={path} fill="var(--paper)" />
      <g clipPath={`url(#${clip})`}>
        <Water drawn={drawn} box={box} />
      </g>
      <path
        d={details(kind.shape, x, y, w, h)}
        fill="none"
        stroke="var(--slate)"
        strokeOpacity=".55"
        strokeWidth="1"
      />
      <path d={path} fill="none" stroke="var(--slate)" strokeWidth="1.5" />
    </>
  );
}

/** The water in it, by its texture; what failed is a bar, what stands open a lid that is off. */
function Water({ drawn: { state, level }, box: { x, y, w, h } }: { drawn: Drawn; box: Box }) {
  const filledH = h * level;
  return (
    <>
      {state !== 'failed' && state !== 'empty' && (
        <rect
          x={x}
          y={y + h - filledH}
          width={w}
          height={filledH}
          fill={w < GLYPH_PX ? glyphFill(state) : waterFill(state)}
        />
      )}
      {state === 'failed' && (
        <rect
          x={x}
          y={y + h / 2 - Math.max(1.5, h * 0.05)}
          width={w}
          height={Math.max(3, h * 0.1)}
          fill="var(--iron)"
        />
      )}
      {state === 'limited' && <BrokenEdge x={x} y={y + h - filledH} w={w} h={filledH} />}
      {state === 'open' && (
        <rect
          x={x + w * 0.35}
          y={y + h - filledH - 1}
          width={w * 0.3}
          height={Math.max(4, h * 0.08)}
          fill="var(--paper)"
          stroke="var(--slate)"
          strokeWidth="1"
        />
      )}
    </>
  );
}

/** How many a block stands for. */
function Badge({ count, x, y }: { count: number; x: number; y: number }) {
  return (
    <g>
      <rect
        x={x - badgeW(count) / 2}
        y={y - 10}
        width={badgeW(count)}
        height="20"
        fill="var(--chalk)"
        stroke="var(--slate)"
        strokeWidth="1"
      />
      <text x={x} y={y + 5} textAnchor="middle" fontSize="13" fontWeight="700" fill="var(--slate)">
        ×{count}
      </text>
    </g>
  );
}

/** A count in its box (px): where the block is narrower than that it would lie over its neighbours; its name still tells it. */
const badgeW = (count: number): number => 12 + 8 * String(count).length + 2;

/** Limited protection: a broken upper edge, and one iron hairline under it. */
function BrokenEdge({ x, y, w, h }: { x: number; y: number; w: number; h: number }) {
  const tooth = Math.max(2, w / 9);
  const deep = Math.min(h / 3, Math.max(2, tooth * 0.8));
  const teeth = Array.from({ length: Math.ceil(w / tooth / 2) }, (_, i) => i * tooth * 2);
  return (
    <>
      {teeth.map(from => (
        <rect key={from} x={x + from} y={y - 1} width={tooth} height={deep + 1} fill="var(--paper)" />
      ))}
      <path d={`M${x} ${y + deep + 2.5}h${w}`} stroke="var(--iron)" strokeWidth="1" />
    </>
  );
}

const glyphFill = (state: Drawn['state']): string =>
  state === 'past'
    ? 'var(--clay)'
    : state === 'utility'
      ? 'var(--silt)'
      : state === 'waiting'
        ? 'var(--pool-2)'
        : state === 'due'
          ? 'url(#water-due)'
          : 'var(--pool)';
