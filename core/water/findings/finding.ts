import type { Instant } from '../../base/moment.ts';
import {
  CLOUDY_NTU,
  type Feared,
  type Look,
  type SourceEvent,
  type SourceSmell,
  type Upstream,
} from '../hazards.ts';
import type { Removal } from '../quality/chemicals.ts';
import { figureOf, type TestReading } from '../quality/testReading.ts';
import { rowOf, type Water, type WaterClass } from '../waters.ts';
import type { Word } from './conditions.ts';
import type { HoldId } from './holds.ts';

/**
 * One thing that was found out about a water: by a test, by eye and nose, by what happened there, by who fell ill, by an
 * inspection, or by the word of somebody who may say that it is over. It is the same thing wherever it was found: at a source, a
 * tap, a roof, in a delivery, a batch or a vessel of any grade.
 */
export type Finding = { readonly at: Instant } & (
  | {
      readonly is: 'read';
      readonly reading: TestReading;
      /** It failed, and is followed up step by step. */
      readonly isFollowed?: true;
    }
  | {
      readonly is: 'looked';
      readonly looks: readonly Look[];
      readonly smell: SourceSmell;
      readonly turbidityNtu?: number;
    }
  | { readonly is: 'happened'; readonly what: SourceEvent }
  /** What lies above it, for as long as it is said to. */
  | { readonly is: 'upstream'; readonly of: Upstream }
  | { readonly is: 'confirmed'; readonly of: Feared }
  | { readonly is: 'inspected'; readonly yes: readonly string[] }
  | { readonly is: 'mended'; readonly risk: string }
  | { readonly is: 'ill'; readonly stopsFrom: Instant; readonly isChemical: boolean }
  /** A run that takes germs out was finished; one that takes out what is dissolved, by its certificate. */
  | { readonly is: 'treated' }
  | { readonly is: 'removed'; readonly shares: Removal }
  /** Somebody set it aside as failed: a recall, a broken seal. */
  | { readonly is: 'failed' }
  | { readonly is: 'rained'; readonly mm: number }
  | { readonly is: 'said'; readonly of: HoldId; readonly by: Word }
);
export type FindingOf<I extends Finding['is']> = Extract<Finding, { readonly is: I }>;

/** Where a water was when something was found about it. */
export interface Place {
  /** What is taken there, or stands there. */
  readonly water: Water;
  /** It stands in a vessel. */
  readonly isStored: boolean;
  /** Closed all round: a well or spring that nothing falls into. */
  readonly isClosed: boolean;
}

/** The class of the water at a place: tap, ground, surface, rain. */
export const classOf = ({ water }: Pick<Place, 'water'>): WaterClass => rowOf(water).class;

/** What eye and nose tell of a water. */
export const signs = [
  'fuel',
  'solvent',
  'sheen',
  'sewage',
  'unnatural',
  'brown',
  'cloudy',
  'scum',
  'dead-animals',
  'clear',
] as const;
export type Sign = (typeof signs)[number];

const signOfLook: Readonly<Record<Look, Sign | undefined>> = {
  clear: 'clear',
  cloudy: 'cloudy',
  brown: 'brown',
  unnatural: 'unnatural',
  'scum-green': 'scum',
  'scum-blue': 'scum',
  sheen: 'sheen',
  floating: undefined,
  'dead-animals': 'dead-animals',
};

/** Words of a reading by the senses, as signs; `algae` that float on open water are scum. */
const signOfWord: Readonly<Partial<Record<NonNullable<TestReading['found']>, Sign>>> = {
  clear: 'clear',
  cloudy: 'cloudy',
  muddy: 'cloudy',
  sewage: 'sewage',
  fuel: 'fuel',
  solvent: 'solvent',
  yellow: 'brown',
  brown: 'brown',
  unnatural: 'unnatural',
  algae: 'scum',
  sheen: 'sheen',
  unreadable: 'cloudy',
};

/** Signs that a finding shows; none where it is no matter of eye and nose. */
export function signsOf(finding: Finding, place: Pick<Place, 'water'>): readonly Sign[] {
  if (finding.is === 'looked') {
    const { looks, smell, turbidityNtu } = finding;
    const seen = looks.map(look => signOfLook[look]).filter(sign => sign !== undefined);
    const smelt = smell === 'fuel' || smell === 'solvent' || smell === 'sewage' ? [smell] : [];
    return [...seen, ...smelt, ...(isCloudy(turbidityNtu) ? (['cloudy'] as const) : [])];
  }
  if (finding.is !== 'read') return [];
  const { parameter, found, beyond } = finding.reading;
  if (parameter === 'turbidity' && found === undefined) {
    const ntu = figureOf(finding.reading);
    if (ntu === undefined || (beyond === 'below' && ntu > CLOUDY_NTU)) return [];
    return [isCloudy(ntu) && beyond !== 'below' ? 'cloudy' : 'clear'];
  }
  const sign = found && signOfWord[found];
  // algae that float in a vessel are the vessel's: its inspection tells them
  if (!sign || (sign === 'scum' && classOf(place) !== 'surface')) return [];
  return [sign];
}

const isCloudy = (ntu: number | undefined): boolean => ntu !== undefined && ntu >= CLOUDY_NTU;
