import type { MethodAnswer } from '#core/treatment/methods/method.ts';
import { useSay } from '../../texts/texts.ts';

/** Room of the drawing; the vessel is as large in it as its proportions let it be. */
const HIGH_PX = 280;
const MOST_WIDE_PX = 240;
const NOTES_PX = 330;
/** Notes of thin layers are kept a line apart. */
const LINE_PX = 18;
/** The grains of each layer, coarser upwards; the colours are the column's own. */
const fillOf: Readonly<Record<string, string>> = {
  cloth: 'var(--chalk)',
  charcoal: 'var(--char)',
  'fine-sand': 'var(--sand)',
  'coarse-sand': 'var(--gravel)',
  gravel: 'var(--pebble)',
  stones: 'var(--ground)',
};

interface Props {
  readonly method: string;
  readonly vessel: NonNullable<MethodAnswer['vessel']>;
  readonly layers: NonNullable<MethodAnswer['layers']>;
}

/** A vessel in section, to scale, with its layers, the outlet at the foot, and the room for the water above them. */
export function LayerDrawing({ method, vessel, layers }: Props) {
  const say = useSay();
  const pxPerMm = Math.min(HIGH_PX / vessel.heightMm, MOST_WIDE_PX / vessel.diameterMm);
  const [wide, high] = [vessel.diameterMm * pxPerMm, vessel.heightMm * pxPerMm];
  const top = 6;
  const foot = top + high;
  let y = foot;
  const drawn = layers.map(layer => {
    const h = layer.depthMm * pxPerMm;
    y -= h;
    return { ...layer, y, h };
  });
  const noteYs = apart(drawn.map(d => d.y + d.h / 2));
  return (
    <figure className="m-0 max-w-[600px]">
      <svg
        role="img"
        aria-label={say(`method.${method}.drawing`)}
        viewBox={`0 0 ${MOST_WIDE_PX + NOTES_PX} ${foot + 22}`}
        className="w-full"
      >
        {y > top + 8 && <rect x="2" y={top + 8} width={wide} height={y - top - 8} fill="var(--pool-2)" />}
        {drawn.map((layer, i) => (
          <g key={layer.id}>
            <rect
              x="2"
              y={layer.y}
              width={wide}
              height={layer.h}
              fill={fillOf[layer.id] ?? 'var(--lime)'}
              stroke="var(--slate)"
              strokeWidth="1"
            />
            <path
              d={`M${wide + 4} ${layer.y + layer.h / 2}L${wide + 20} ${noteYs[i]}`}
              stroke="var(--slate)"
              strokeWidth="1"
            />
            <text x={wide + 25} y={noteYs[i]! + 5} fontSize="14" fill="var(--slate)">
              {say(`method.${method}.${layer.id}`)}: {say(layer.note)}
            </text>
          </g>
        ))}
        <path
          d={`M2 ${top}V${foot}H${wide / 2 - 5}v12M${wide / 2 + 5} ${foot + 12}v-12H${wide + 2}V${top}`}
          fill="none"
          stroke="var(--slate)"
          strokeWidth="2.5"
        />
      </svg>
    </figure>
  );
}

/** Heights of notes, the lowest first, moved upwards until none lies on another. */
function apart(ys: readonly number[]): number[] {
  let last = Number.POSITIVE_INFINITY;
  return ys.map(y => {
    last = Math.min(y, last - LINE_PX);
    return last;
  });
}
