import type { CitationId } from '../../base/citations.ts';
import type { ParameterId } from './parameters.ts';
import { type Dated, figureOf } from './testReading.ts';

/** Who sets a limit. */
export type Authority = 'who' | 'us-epa' | 'us-epa-taste' | 'sphere' | 'practice';

/** A bound of an authority, in the parameter's unit; figures on the bound keep it. */
export interface Limit {
  readonly authority: Authority;
  readonly least?: number;
  readonly most?: number;
}

export const sourceOf: Readonly<Record<Authority, CitationId>> = {
  who: 'who-gdwq',
  'us-epa': 'epa-primary',
  'us-epa-taste': 'epa-secondary',
  sphere: 'sphere',
  practice: 'practice',
};

const who = (bound: Omit<Limit, 'authority'>): Limit => ({ authority: 'who', ...bound });
const epa = (bound: Omit<Limit, 'authority'>): Limit => ({ authority: 'us-epa', ...bound });
const taste = (bound: Omit<Limit, 'authority'>): Limit => ({ authority: 'us-epa-taste', ...bound });

/**
 * Limits for water that is drunk: WHO, Guidelines for Drinking-water Quality, 4th ed. with addenda; US EPA, 40 CFR 141 (10 mg/L
 * of nitrate and 1 of nitrite as N) and 40 CFR 143. Sphere's 10 E. coli in 100 mL is for unchlorinated water in a disaster.
 */
export const limits: Readonly<Partial<Record<ParameterId, readonly Limit[]>>> = {
  'e-coli': [who({ most: 0 }), epa({ most: 0 }), { authority: 'sphere', most: 9 }],
  'free-chlorine': [who({ least: 0.2, most: 5 }), epa({ most: 4 })],
  'total-chlorine': [epa({ most: 4 }), who({ most: 5 })],
  turbidity: [who({ most: 5 })],
  ph: [who({ least: 6.5, most: 8.5 }), taste({ least: 6.5, most: 8.5 })],
  nitrate: [who({ most: 50 }), epa({ most: 44.3 })],
  nitrite: [who({ most: 3 }), epa({ most: 3.29 })],
  lead: [who({ most: 10 })],
  arsenic: [who({ most: 10 }), epa({ most: 10 })],
  fluoride: [who({ most: 1.5 }), epa({ most: 4 })],
  iron: [who({ most: 0.3 }), taste({ most: 0.3 })],
  manganese: [who({ most: 0.08 })],
  aluminium: [who({ most: 0.2 }), taste({ most: 0.2 })],
  hardness: [who({ most: 500 })],
  tds: [who({ most: 1000 })],
  // an estimate: µS/cm × 0.65 = mg/L of what is dissolved
  conductivity: [who({ most: 1538 })],
};

/** How a figure stands to a limit; a bound that the method does not reach leaves it open. */
type Against = 'within' | 'past' | 'open';

export interface SeenLimit extends Limit {
  readonly is: Against;
}

function against(figure: number, beyond: Dated['beyond'], { least, most }: Limit): Against {
  const over = most === undefined ? 'within' : overOf(figure, beyond, most);
  const under = least === undefined ? 'within' : underOf(figure, beyond, least);
  if (over === 'past' || under === 'past') return 'past';
  return over === 'open' || under === 'open' ? 'open' : 'within';
}

function overOf(figure: number, beyond: Dated['beyond'], most: number): Against {
  if (beyond === 'below') return figure <= most || (most === 0 && figure <= 1) ? 'within' : 'open';
  if (beyond === 'above') return figure >= most ? 'past' : 'open';
  return figure > most ? 'past' : 'within';
}

function underOf(figure: number, beyond: Dated['beyond'], least: number): Against {
  if (beyond === 'below') return figure <= least ? 'past' : 'open';
  if (beyond === 'above') return figure >= least ? 'within' : 'open';
  return figure < least ? 'past' : 'within';
}

/** Limits of a parameter, and how a reading stands to each. */
export function limitsSeen(r: Dated): SeenLimit[] {
  const figure = r.found === 'present' ? 1 : r.found === 'absent' ? 0 : figureOf(r);
  if (figure === undefined) return [];
  // a bottle that turned does not say how many
  const beyond = r.found === 'present' ? 'above' : r.beyond;
  return (limits[r.parameter] ?? []).map(limit => ({ ...limit, is: against(figure, beyond, limit) }));
}
