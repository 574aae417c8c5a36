import type { CitationId } from '../base/citations.ts';
import { kindRow, type SourceKind } from './sourceKinds.ts';
import { rowOf } from './waters.ts';

/** What lies upstream, uphill or under the wind. `nobody` is an answer: somebody looked. */
export const upstreams = ['nobody', 'people', 'stock', 'fields', 'industry', 'mine', 'spill'] as const;
export type Upstream = (typeof upstreams)[number];

export const looks = [
  'clear',
  'cloudy',
  'brown',
  'unnatural',
  'scum-green',
  'scum-blue',
  'sheen',
  'floating',
  'dead-animals',
] as const;
export type Look = (typeof looks)[number];

export const sourceSmells = [
  'none',
  'earthy',
  'rotten-egg',
  'sewage',
  'fuel',
  'solvent',
  'chlorine',
] as const;
export type SourceSmell = (typeof sourceSmells)[number];

/** What happened there: it asks to be looked at again. */
export const sourceEvents = ['flood', 'ash', 'smoke', 'spraying', 'foam', 'works', 'spill'] as const;
export type SourceEvent = (typeof sourceEvents)[number];

/** What may be in a water. */
export const feared = [
  'bacteria',
  'viruses',
  'protozoa',
  'crypto',
  'turbidity',
  'salt',
  'nitrate-metals',
  'organics',
  'toxin',
  'taste',
] as const;
export type Feared = (typeof feared)[number];

/** A source as far as somebody looked at it. */
export interface SourceCase {
  readonly kind: SourceKind;
  readonly upstream: readonly Upstream[];
  /** The last look; undefined where nobody looked. */
  readonly seen?: {
    readonly looks: readonly Look[];
    readonly smell: SourceSmell;
    readonly turbidityNtu?: number;
  };
  /** What happened since the last look. */
  readonly events: readonly SourceEvent[];
  /** Risks of the last inspection that were answered with yes. */
  readonly risks: readonly string[];
  readonly eColi?: number;
  readonly nitrateMgL?: number;
}

export interface Fear {
  readonly of: Feared;
  /** Why, as a word of the catalogue (`fear.<why>`). */
  readonly why: string;
  readonly source: CitationId;
}

/** Cloudy from here on (NTU): it is cleared before it is disinfected. */
export const CLOUDY_NTU = 5;
/** WHO's guideline value for nitrate, as NO₃ (mg/L). */
export const NITRATE_MG_L = 50;
/** The US limit, as NO₃ (mg/L): the lower of the two, for those it hurts first. */
export const NITRATE_INFANT_MG_L = 44.3;

const germs: readonly Feared[] = ['bacteria', 'viruses', 'protozoa', 'crypto'];

/** Each rule, its condition on a case, and what is feared then. */
const rules: readonly {
  readonly why: string;
  readonly of: readonly Feared[];
  readonly source: CitationId;
  readonly holds: (c: SourceCase) => boolean;
}[] = [
  {
    why: 'surface',
    of: ['bacteria', 'protozoa', 'crypto'],
    source: 'who-hwt',
    holds: c => isOpen(c) && !isSalt(c),
  },
  // nobody said that nobody lives there
  {
    why: 'upstream-unknown',
    of: ['viruses'],
    source: 'who-hwt',
    holds: c => isOpen(c) && !isSalt(c) && c.upstream.length === 0,
  },
  { why: 'people', of: germs, source: 'who-hwt', holds: c => c.upstream.includes('people') },
  {
    why: 'stock',
    of: ['bacteria', 'protozoa', 'crypto', 'nitrate-metals'],
    source: 'who-gdwq',
    holds: c => c.upstream.includes('stock'),
  },
  {
    why: 'fields',
    of: ['nitrate-metals', 'organics', 'turbidity'],
    source: 'who-gdwq',
    holds: c => c.upstream.includes('fields'),
  },
  {
    why: 'industry',
    of: ['organics', 'nitrate-metals'],
    source: 'who-gdwq',
    holds: c => c.upstream.includes('industry'),
  },
  { why: 'mine', of: ['nitrate-metals'], source: 'who-gdwq', holds: c => c.upstream.includes('mine') },
  {
    why: 'spill',
    of: ['organics'],
    source: 'who-gdwq',
    holds: c => c.upstream.includes('spill') || c.events.includes('spill'),
  },
  {
    why: 'latrine',
    of: germs,
    source: 'who-surveillance',
    holds: c => c.risks.includes('latrine-near') || c.risks.includes('latrine-uphill'),
  },
  {
    why: 'open',
    of: ['bacteria', 'protozoa'],
    source: 'who-surveillance',
    holds: c =>
      c.risks.some(r =>
        ['no-lid', 'unprotected', 'rope-on-ground', 'stock-near', 'lining-leaks'].includes(r),
      ),
  },
  {
    why: 'roof-soiled',
    of: ['bacteria', 'protozoa', 'crypto'],
    source: 'who-gdwq',
    holds: c => c.kind === 'rain' && c.risks.some(r => r === 'roof-soiled' || r === 'gutters-dirty'),
  },
  {
    why: 'untested',
    of: ['bacteria'],
    source: 'who-gdwq',
    holds: c => rowOf(kindRow(c.kind).water).class === 'ground' && c.eColi === undefined,
  },
  { why: 'e-coli', of: germs, source: 'who-gdwq', holds: c => (c.eColi ?? 0) > 0 },
  {
    why: 'nitrate',
    of: ['nitrate-metals'],
    source: 'who-gdwq',
    holds: c => (c.nitrateMgL ?? 0) > NITRATE_MG_L,
  },
  {
    why: 'cloudy',
    of: ['turbidity'],
    source: 'who-gdwq',
    holds: c =>
      (c.seen?.turbidityNtu ?? 0) >= CLOUDY_NTU ||
      (c.seen?.looks.some(look => look === 'cloudy' || look === 'brown') ?? false) ||
      c.kind === 'silty-river',
  },
  {
    why: 'sewage',
    of: germs,
    source: 'who-gdwq',
    holds: c => c.seen?.smell === 'sewage',
  },
  {
    why: 'rotten-egg',
    of: ['taste'],
    source: 'who-gdwq',
    holds: c => c.seen?.smell === 'rotten-egg' || c.seen?.smell === 'earthy',
  },
  {
    why: 'fuel',
    of: ['organics'],
    source: 'who-gdwq',
    holds: c =>
      c.seen?.smell === 'fuel' || c.seen?.smell === 'solvent' || (c.seen?.looks.includes('sheen') ?? false),
  },
  {
    why: 'scum',
    of: ['toxin'],
    source: 'who-gdwq',
    holds: c => hasScum(c),
  },
  { why: 'salt', of: ['salt'], source: 'who-gdwq', holds: c => isSalt(c) },
  {
    why: 'flood',
    of: [...germs, 'turbidity', 'organics'],
    source: 'who-gdwq',
    holds: c => c.kind === 'flood' || c.events.includes('flood'),
  },
  {
    why: 'ash',
    of: ['turbidity', 'nitrate-metals', 'taste'],
    source: 'who-gdwq',
    holds: c => c.events.includes('ash') || c.events.includes('smoke'),
  },
  { why: 'spraying', of: ['organics'], source: 'who-gdwq', holds: c => c.events.includes('spraying') },
  { why: 'works', of: germs, source: 'who-gdwq', holds: c => c.events.includes('works') },
  {
    why: 'snow',
    of: ['bacteria', 'protozoa'],
    source: 'who-hwt',
    holds: c => c.kind === 'snow',
  },
  { why: 'pool', of: ['organics', 'salt'], source: 'who-gdwq', holds: c => c.kind === 'pool' },
];

const isOpen = (c: SourceCase): boolean => rowOf(kindRow(c.kind).water).class === 'surface';
const isSalt = (c: SourceCase): boolean => c.kind === 'brackish' || c.kind === 'sea';
const hasScum = (c: SourceCase): boolean =>
  c.seen?.looks.some(look => look === 'scum-green' || look === 'scum-blue') ?? false;

/** What is feared in a water, each with every reason for it; nothing is taken off the list by what nobody saw. */
export function fearsOf(c: SourceCase): Fear[] {
  return rules
    .filter(rule => rule.holds(c))
    .flatMap(({ of, why, source }) => of.map((one): Fear => ({ of: one, why, source })))
    .sort((a, b) => feared.indexOf(a.of) - feared.indexOf(b.of));
}
