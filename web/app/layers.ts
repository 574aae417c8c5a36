import type { Area } from '#core/log/duties.ts';

/** A layer of the column: an area of the work, its key, and the sediment it is drawn as. */
export interface Layer {
  readonly area: Area;
  readonly key: string;
  readonly sediment: Sediment;
  /** Built, or told in two lines what it will be for. */
  readonly isBuilt: boolean;
  /** On the strip of a phone. */
  readonly onStrip: boolean;
}

export type Sediment =
  | 'air'
  | 'soil'
  | 'cobble'
  | 'pebble'
  | 'gravel'
  | 'sand'
  | 'fine'
  | 'char'
  | 'cloth'
  | 'spring';

/** The column from air to clean water, in the order of the work. */
export const layers: readonly Layer[] = [
  { area: 'today', key: '1', sediment: 'air', isBuilt: true, onStrip: true },
  { area: 'plan', key: '2', sediment: 'soil', isBuilt: true, onStrip: false },
  { area: 'store', key: '3', sediment: 'cobble', isBuilt: true, onStrip: true },
  { area: 'rain', key: '4', sediment: 'pebble', isBuilt: false, onStrip: false },
  { area: 'sources', key: '5', sediment: 'gravel', isBuilt: false, onStrip: false },
  { area: 'bench', key: '6', sediment: 'sand', isBuilt: true, onStrip: true },
  { area: 'tests', key: '7', sediment: 'fine', isBuilt: false, onStrip: true },
  { area: 'supplies', key: '8', sediment: 'char', isBuilt: true, onStrip: false },
  { area: 'outage', key: '9', sediment: 'cloth', isBuilt: false, onStrip: false },
  { area: 'book', key: '0', sediment: 'spring', isBuilt: false, onStrip: false },
];

export const pathOf = (area: Area): string => `/${area}`;
