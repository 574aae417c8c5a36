import type { CitationId } from '../base/citations.ts';
import { type Credit, credit, noCredit, targets } from '../treatment/credit/credit.ts';

/** What a water asks before it is drunk: which rule of §11's required credit holds for it. */
export type WaterClass =
  | 'sealed'
  | 'tap'
  | 'found-tap'
  | 'ground'
  | 'roof'
  | 'snow'
  | 'surface'
  | 'pool'
  | 'never';

interface WaterRow {
  readonly class: WaterClass;
  /** Months that it keeps as it comes, where the rule of rotation does not set them. */
  readonly months?: number;
  /** Salt must be taken out of it as well as germs. */
  readonly isSalt?: true;
  readonly source: CitationId;
}

/** What a container may be filled with. */
export const waters = {
  'treated-tap': { class: 'tap', source: 'cdc-storage' },
  bought: { class: 'sealed', months: 24, source: 'cdc-storage' },
  pouch: { class: 'sealed', months: 60, source: 'practice' },
  canned: { class: 'sealed', months: 60, source: 'practice' },
  // a jug of tap water that nobody remembers filling: it counts again by what is read in it
  'found-tap': { class: 'found-tap', source: 'cdc-storage' },
  well: { class: 'ground', source: 'cdc-storage' },
  spring: { class: 'ground', source: 'cdc-storage' },
  rain: { class: 'roof', source: 'cdc-storage' },
  snow: { class: 'snow', source: 'who-hwt' },
  stream: { class: 'surface', source: 'who-hwt' },
  river: { class: 'surface', source: 'who-hwt' },
  pond: { class: 'surface', source: 'who-hwt' },
  ditch: { class: 'surface', source: 'who-hwt' },
  carrier: { class: 'surface', source: 'who-hwt' },
  unknown: { class: 'surface', source: 'who-hwt' },
  brackish: { class: 'surface', isSalt: true, source: 'who-gdwq' },
  sea: { class: 'surface', isSalt: true, source: 'who-gdwq' },
  // cyanurate, algaecides and salts stay in it, whatever is done at home
  pool: { class: 'pool', source: 'who-gdwq' },
  flood: { class: 'never', source: 'who-gdwq' },
  // fuel, chemicals, mine or industrial discharge, blue-green scum
  tainted: { class: 'never', source: 'who-gdwq' },
} as const satisfies Record<string, WaterRow>;

export type Water = keyof typeof waters;
export const waterIds = Object.keys(waters) as Water[];

/** What is known of a water: its class, and what it asks before it is drunk. */
export const rowOf = (water: Water): WaterRow => waters[water];

/** What somebody who looked knows of where a water comes from; what nobody answered is taken on the safe side. */
export interface Origin {
  /**
   * A well or spring. `tested`: closed, inspected (score 0–2), and no E. coli in 100 mL within a year; `protected`: closed
   * and sound, not tested; `exposed`: open, score 3 or more, one critical risk, or flooded or worked on since; `latrine`: a
   * latrine lies near or uphill.
   */
  readonly protection?: 'tested' | 'protected' | 'exposed' | 'latrine';
  /**
   * The roof of rain. `sound`: screen and first flush, no droppings, no climbing animals; `soiled`: one of these is wrong;
   * `unfit`: lead, asbestos, bitumen, treated timber or thatch.
   */
  readonly roof?: 'sound' | 'soiled' | 'unfit';
  /** People upstream of a stream, pond or ditch, or where a carrier fills. */
  readonly upstream?: 'nobody' | 'people';
}

/** What is asked about where a water comes from, with the answers from the best to the worst. */
export const originAnswers = {
  protection: ['tested', 'protected', 'exposed', 'latrine'],
  roof: ['sound', 'soiled', 'unfit'],
  upstream: ['nobody', 'people'],
} as const satisfies { readonly [K in keyof Origin]-?: readonly NonNullable<Origin[K]>[] };

const askedByClass: Partial<Record<WaterClass, keyof Origin>> = {
  ground: 'protection',
  roof: 'roof',
  surface: 'upstream',
};

/** The question that a water asks about where it comes from. Nobody can answer it for unknown water. */
export const askedOf = (water: Water): keyof Origin | undefined =>
  water === 'unknown' ? undefined : askedByClass[rowOf(water).class];

/** What a run must have earned before the water is drunk. */
export interface Required {
  /** What it aims at; water that has it keeps its full term. */
  readonly aim: Credit;
  /** What makes it drinking water for a day, with a warning; the same as the aim but where human waste is likely. */
  readonly least: Credit;
}

const TWO_STARS = credit(2, 3, 2, 2);
const THREE_STARS = credit(4, 5, 4, 4);
/** Groundwater and roof water of which no protozoa are feared. */
const NO_PROTOZOA = credit(2, 3, 0, 0);

const alike = (aim: Credit): Required => ({ aim, least: aim });

/**
 * The credit that a water asks (bacteria, viruses, Giardia, Cryptosporidium): WHO's two and three stars of household
 * treatment, by where it comes from. Undefined for water that nothing done at home makes fit to drink.
 * @example requiredOf('pond', {}) // aim 4/5/4/4, least 2/3/2/2
 */
export function requiredOf(water: Water, { protection, roof, upstream }: Origin = {}): Required | undefined {
  switch (rowOf(water).class) {
    case 'sealed':
    case 'tap':
      return alike(noCredit);
    case 'ground':
      if (protection === 'latrine') return { aim: THREE_STARS, least: TWO_STARS };
      return alike(protection === 'tested' || protection === 'protected' ? NO_PROTOZOA : TWO_STARS);
    case 'roof':
      if (roof === 'unfit') return undefined;
      return alike(roof === 'sound' ? NO_PROTOZOA : TWO_STARS);
    case 'snow':
      return alike(TWO_STARS);
    case 'found-tap':
    case 'surface':
      return upstream === 'nobody' && water !== 'unknown'
        ? alike(TWO_STARS)
        : { aim: THREE_STARS, least: TWO_STARS };
    case 'pool':
    case 'never':
      return undefined;
  }
}

/** Human waste is likely in it: viruses are then feared first. */
export function hasHumanWaste(water: Water, { protection, upstream }: Origin = {}): boolean {
  const { class: of } = rowOf(water);
  if (of === 'surface' || of === 'found-tap') return upstream !== 'nobody' || water === 'unknown';
  return of === 'ground' && protection !== 'tested' && protection !== 'protected';
}

/** What a water serves when nothing is done to it. */
export function asItComes(water: Water, origin: Origin = {}): 'drinking' | 'utility' | 'never' {
  const { class: of } = rowOf(water);
  if (of === 'never') return 'never';
  const required = requiredOf(water, origin);
  return required && targets.every(target => required.aim[target] === 0) ? 'drinking' : 'utility';
}

/** No treatment at home makes it fit to drink. */
export const neverDrunk = (water: Water, origin: Origin = {}): boolean =>
  requiredOf(water, origin) === undefined;

/** Ready to drink as it comes. */
export const isDrinkable = (water: Water): boolean => asItComes(water) === 'drinking';

/** A water with what is known of where it comes from. */
export interface Sourced {
  readonly water: Water;
  readonly origin?: Origin;
}

/** How much is wrong with a water, for choosing the worse of two. */
function badness({ water, origin = {} }: Sourced): number {
  const row = rowOf(water);
  if (row.class === 'never') return 1000;
  const required = requiredOf(water, origin);
  if (!required) return 500;
  const asked = targets.reduce((sum, target) => sum + required.aim[target], 0);
  return (
    (row.isSalt ? 300 : 0) +
    asked * 10 +
    (hasHumanWaste(water, origin) ? 5 : 0) +
    // what somebody saw stands before what nobody asked
    (Object.keys(origin).length > 0 ? 0.5 : 0) +
    // what is drunk fresh stands behind what asks as much and is not
    (origin.protection === 'tested' ? 0 : 0.2) +
    (row.class === 'sealed' || row.class === 'tap' ? 0 : 1)
  );
}

/** The poorer of two waters that were poured together; human waste in either is in both. */
export function poorerOf(a: Sourced, b: Sourced): Sourced {
  const worse = badness(b) > badness(a) ? b : a;
  const isFouled = [a, b].some(s => hasHumanWaste(s.water, s.origin));
  if (!isFouled || hasHumanWaste(worse.water, worse.origin) || !requiredOf(worse.water, worse.origin))
    return worse;
  // sea water and snow have no question of their own that would tell it: the mixture is water nobody knows
  return askedOf(worse.water) === 'upstream'
    ? { water: worse.water, origin: { ...worse.origin, upstream: 'people' } }
    : { water: 'unknown' };
}
