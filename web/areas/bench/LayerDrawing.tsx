import type { MethodAnswer } from '#core/methods/method.ts';
import { useSay } from '../../texts/texts.ts';

const HIGH_PX = 260;
const WIDE_PX = 150;
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
  readonly layers: NonNullable<MethodAnswer['layers']>;
}

/** Layers of a filter to scale, the outlet at the foot, each with its litres and its mass. */
export function LayerDrawing({ method, layers }: Props) {
  const say = useSay();
  const wholeMm = Math.max(
    1,
    layers.reduce((sum, layer) => sum + layer.depthMm, 0),
  );
  let y = HIGH_PX;
  return (
    <figure className="m-0 max-w-[560px]">
      <svg
        role="img"
        aria-label={say(`method.${method}.drawing`)}
        viewBox={`0 0 560 ${HIGH_PX + 4}`}
        className="w-full"
      >
        {layers.map(layer => {
          const h = (layer.depthMm / wholeMm) * HIGH_PX;
          y -= h;
          return (
            <g key={layer.id}>
              <rect
                x="1"
                y={y + 1}
                width={WIDE_PX}
                height={h}
                fill={fillOf[layer.id] ?? 'var(--lime)'}
                stroke="var(--slate)"
                strokeWidth="1.5"
              />
              <path d={`M${WIDE_PX + 1} ${y + 1 + h / 2}h12`} stroke="var(--slate)" strokeWidth="1" />
              <text x={WIDE_PX + 18} y={y + 6 + h / 2} fontSize="14" fill="var(--slate)">
                {say(`method.${method}.${layer.id}`)}: {say(layer.note)}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
