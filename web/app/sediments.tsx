import type { ReactNode } from 'react';
import type { Sediment } from './layers.ts';

/** Grains of a sediment within one tile: x, y, width and height of rounded stones. */
type Grain = readonly [number, number, number, number];

interface Bed {
  readonly ground: string;
  readonly size: readonly [number, number];
  readonly draw: ReactNode;
}

const stones = (grains: readonly Grain[], fill: string): ReactNode =>
  grains.map(([x, y, w, h]) => (
    <rect
      key={`${x},${y}`}
      x={x}
      y={y}
      width={w}
      height={h}
      rx={h / 2.2}
      fill={fill}
      stroke="var(--grain)"
      strokeWidth="0.8"
      strokeOpacity="0.75"
    />
  ));

const dots = (list: readonly (readonly [number, number, number])[]): ReactNode =>
  list.map(([cx, cy, r]) => (
    <circle key={`${cx},${cy}`} cx={cx} cy={cy} r={r} fill="var(--grain)" fillOpacity="0.55" />
  ));

const beds: Record<Sediment, Bed> = {
  air: { ground: 'var(--chalk)', size: [8, 8], draw: null },
  soil: {
    ground: 'var(--lime)',
    size: [46, 30],
    draw: dots([
      [6, 6, 0.8],
      [27, 12, 0.8],
      [14, 22, 0.8],
      [40, 26, 0.8],
    ]),
  },
  cobble: {
    ground: 'var(--cobble)',
    size: [62, 40],
    draw: stones(
      [
        [2, 2, 26, 15],
        [32, 0, 18, 13],
        [52, 5, 14, 11],
        [-8, 22, 20, 14],
        [15, 21, 22, 14],
        [41, 19, 19, 18],
      ],
      'var(--lime)',
    ),
  },
  pebble: {
    ground: 'var(--pebble)',
    size: [30, 24],
    draw: stones(
      [
        [1, 1, 10, 8],
        [14, 0, 8, 7],
        [23, 4, 9, 8],
        [5, 12, 9, 8],
        [17, 11, 10, 9],
      ],
      'var(--lime)',
    ),
  },
  gravel: {
    ground: 'var(--gravel)',
    size: [15, 13],
    draw: stones(
      [
        [1, 1, 5, 4],
        [8, 3, 5, 4],
        [3, 8, 5, 4],
      ],
      'var(--lime)',
    ),
  },
  sand: {
    ground: 'var(--sand)',
    size: [11, 11],
    draw: dots([
      [2, 3, 1.1],
      [7, 1.5, 0.9],
      [5, 7, 1],
      [9.5, 8, 1.1],
    ]),
  },
  fine: {
    ground: 'var(--fine)',
    size: [7, 7],
    draw: dots([
      [1.5, 2, 0.6],
      [5, 1, 0.5],
      [3.5, 5, 0.6],
    ]),
  },
  char: {
    ground: 'var(--char)',
    size: [16, 14],
    draw: <path d="M2 3l3-2 3 2-1 3-4 0ZM10 8l3-1 2 3-3 2-2-2Z" fill="var(--coal)" />,
  },
  cloth: {
    ground: 'var(--cloth)',
    size: [7, 7],
    draw: <path d="M0 .5H7M.5 0V7" stroke="var(--grain)" strokeOpacity=".35" strokeWidth=".8" />,
  },
  spring: {
    ground: 'var(--spring)',
    size: [28, 12],
    draw: (
      <path
        d="M0 6c5-5 9-5 14 0s9 5 14 0"
        fill="none"
        stroke="var(--pool)"
        strokeOpacity=".45"
        strokeWidth="1"
      />
    ),
  },
};

/** The patterns of the column, defined once per page. */
export function SedimentPatterns() {
  return (
    <svg aria-hidden="true" className="absolute h-0 w-0">
      <defs>
        {Object.entries(beds).map(([name, { ground, size, draw }]) => (
          <pattern
            key={name}
            id={`bed-${name}`}
            width={size[0]}
            height={size[1]}
            patternUnits="userSpaceOnUse"
          >
            <rect width={size[0]} height={size[1]} fill={ground} />
            {draw}
          </pattern>
        ))}
      </defs>
    </svg>
  );
}

/** One layer's ground, with the wavy top edge it was laid down with. */
export function SedimentBed({ sediment, phase }: { sediment: Sediment; phase: number }) {
  const lift = phase % 2 === 0 ? 3 : -3;
  return (
    <svg
      aria-hidden="true"
      className="absolute inset-x-0 -top-[6px] -z-10 h-[calc(100%+6px)] w-full"
      preserveAspectRatio="none"
    >
      <svg viewBox="0 0 164 12" preserveAspectRatio="none" width="100%" height="12">
        <path
          d={`M0 6C27 ${6 - lift} 55 ${6 - lift} 82 6S137 ${6 + lift} 164 6V12H0Z`}
          fill={`url(#bed-${sediment})`}
        />
        <path
          d={`M0 6C27 ${6 - lift} 55 ${6 - lift} 82 6S137 ${6 + lift} 164 6`}
          fill="none"
          stroke="var(--grain)"
          strokeWidth="1"
        />
      </svg>
      <rect y="11" width="100%" height="100%" fill={`url(#bed-${sediment})`} />
    </svg>
  );
}
