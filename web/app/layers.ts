import type { Area } from '#core/base/duty.ts';

/** A layer of the column: an area of the work, its key, and the sediment it is drawn as. */
export interface Layer {
  readonly area: Area;
  readonly key: string;
  readonly sediment: Sediment;
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

/** The column from air to clean water, in the order of the work. The key of an area that is not built yet stays free. */
export const column: readonly Layer[] = [
  { area: 'today', key: '1', sediment: 'air', onStrip: true },
  { area: 'plan', key: '2', sediment: 'soil', onStrip: false },
  { area: 'store', key: '3', sediment: 'cobble', onStrip: true },
  { area: 'rain', key: '4', sediment: 'pebble', onStrip: false },
  { area: 'sources', key: '5', sediment: 'gravel', onStrip: false },
  { area: 'bench', key: '6', sediment: 'sand', onStrip: true },
  { area: 'tests', key: '7', sediment: 'fine', onStrip: true },
  { area: 'supplies', key: '8', sediment: 'char', onStrip: false },
  { area: 'outage', key: '9', sediment: 'cloth', onStrip: false },
  { area: 'book', key: '0', sediment: 'spring', onStrip: false },
];

export const pathOf = (area: Area): string => `/${area}`;
