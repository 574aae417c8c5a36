import type { WaterState } from '#core/areas/store/state.ts';

/** The textures of the states of water, the same in the drawing, the table, the reach and in print. */
export const textureId: Record<WaterState | 'smell', string> = {
  ready: 'water-ready',
  due: 'water-due',
  open: 'water-ready',
  limited: 'water-ready',
  waiting: 'water-waiting',
  utility: 'water-utility',
  past: 'water-past',
  failed: 'water-failed',
  empty: 'water-empty',
  smell: 'water-smell',
};

/** Fill of a state, for any SVG on the page. */
export const waterFill = (state: WaterState | 'smell'): string => `url(#${textureId[state]})`;

const tile = (id: string, size: number) => ({
  id,
  width: size,
  height: size,
  patternUnits: 'userSpaceOnUse' as const,
});

/** Defined once per page, drawn by reference. */
export function Textures() {
  return (
    <svg aria-hidden="true" className="absolute h-0 w-0">
      <defs>
        <pattern {...tile('water-ready', 8)}>
          <rect width="8" height="8" fill="var(--pool)" />
        </pattern>
        <pattern {...tile('water-due', 10)}>
          <rect width="10" height="10" fill="var(--pool)" />
          <path
            d="M-2.5 12.5 12.5 -2.5M-2.5 2.5 2.5 -2.5M7.5 12.5 12.5 7.5"
            stroke="var(--clay-2)"
            strokeWidth="2.5"
          />
        </pattern>
        <pattern {...tile('water-waiting', 8)}>
          <rect width="8" height="8" fill="var(--pool-2)" />
          <circle cx="2" cy="2" r="1.4" fill="var(--pool)" />
          <circle cx="6" cy="6" r="1.4" fill="var(--pool)" />
        </pattern>
        <pattern {...tile('water-past', 9)}>
          <rect width="9" height="9" fill="var(--clay-2)" />
          <path d="M0 0 9 9M9 0 0 9" stroke="var(--clay)" strokeWidth="1.3" />
        </pattern>
        <pattern id="water-utility" width="14" height="7" patternUnits="userSpaceOnUse">
          <rect width="14" height="7" fill="var(--ground)" />
          <path d="M0 4c2-3 5-3 7 0s5 3 7 0" fill="none" stroke="var(--silt)" strokeWidth="1.3" />
        </pattern>
        <pattern {...tile('water-failed', 8)}>
          <rect width="8" height="8" fill="var(--chalk)" />
        </pattern>
        <pattern {...tile('water-empty', 8)}>
          <rect width="8" height="8" fill="var(--chalk)" />
        </pattern>
        <pattern {...tile('water-smell', 6)}>
          <rect width="6" height="6" fill="var(--pool)" />
          <path d="M1.5 0V6M4.5 0V6" stroke="var(--pool-2)" strokeWidth="1" />
        </pattern>
        <pattern id="earth" width="34" height="18" patternUnits="userSpaceOnUse">
          <rect width="34" height="18" fill="var(--ground)" />
          <path
            d="M3 5c2-1.500 4-1.500 6 0M20 12c2-1.500 4-1.500 6 0M13 16c1-1 3-1 4 0"
            fill="none"
            stroke="var(--grain)"
            strokeWidth="1"
            opacity=".6"
          />
        </pattern>
      </defs>
    </svg>
  );
}

/** A swatch of a state for legends and rows; the words beside it say the same. */
export function Swatch({ state, size = 16 }: { state: WaterState | 'smell'; size?: number }) {
  return (
    <svg
      aria-hidden="true"
      width={size}
      height={size}
      viewBox="0 0 16 16"
      className="inline-block shrink-0 align-[-3px]"
    >
      <rect
        x="1"
        y="1"
        width="14"
        height="14"
        fill={waterFill(state)}
        stroke="var(--slate)"
        strokeWidth="1"
      />
      {state === 'failed' && <path d="M1 8H15" stroke="var(--iron)" strokeWidth="3.5" />}
      {state === 'open' && (
        <path d="M5 0H11V4H5Z" fill="var(--chalk)" stroke="var(--slate)" strokeWidth="1" />
      )}
      {state === 'limited' && (
        <>
          <path d="M1.5 3.5h13v-2h-2v2h-3v-2h-3v2h-3v-2h-2z" fill="var(--chalk)" />
          <path d="M1 6.5H15" stroke="var(--iron)" strokeWidth="1" />
        </>
      )}
    </svg>
  );
}
