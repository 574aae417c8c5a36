import type { InspectionForm } from './inspection.ts';
import type { Water } from './waters.ts';

interface SourceKindRow {
  /** What is in a vessel that was filled there. */
  readonly water: Water;
  /** The form that it is inspected by; none where there is nothing to inspect. */
  readonly form?: InspectionForm;
  /** Where many fill at one outlet: see `queueSchools`. */
  readonly outlet?: 'tap' | 'hand-pump' | 'open-well';
  /** Somebody else treats and brings it: a notice may be given for it. */
  readonly isSupplied?: true;
}

/** Where water is fetched, caught or bought. */
export const sourceKinds = {
  tap: { water: 'treated-tap', form: 'standpipe', outlet: 'tap', isSupplied: true },
  'dug-well': { water: 'well', form: 'dug-well', outlet: 'open-well' },
  borehole: { water: 'well', form: 'borehole', outlet: 'hand-pump' },
  spring: { water: 'spring', form: 'spring' },
  stream: { water: 'stream', form: 'intake' },
  'silty-river': { water: 'river', form: 'intake' },
  pond: { water: 'pond', form: 'intake' },
  ditch: { water: 'ditch', form: 'intake' },
  rain: { water: 'rain', form: 'rain-tank' },
  snow: { water: 'snow' },
  carrier: { water: 'carrier', form: 'carrier', isSupplied: true },
  // somebody else's store: nobody here knows what was put in it
  stored: { water: 'unknown', form: 'household' },
  pool: { water: 'pool' },
  brackish: { water: 'brackish', form: 'intake' },
  sea: { water: 'sea' },
  flood: { water: 'flood' },
} as const satisfies Record<string, SourceKindRow>;

export type SourceKind = keyof typeof sourceKinds;
export const sourceKindIds = Object.keys(sourceKinds) as [SourceKind, ...SourceKind[]];

/** What is known of a kind of source: its water, how it is drawn, and whether somebody supplies it. */
export const kindRow = (kind: SourceKind): SourceKindRow => sourceKinds[kind];
