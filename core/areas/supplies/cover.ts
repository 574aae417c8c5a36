import { addDays, type Day, daysBetween } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import { type SupplyKind, supplyKinds } from '../../storage/stock/kinds.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import { planDose } from '../../treatment/chlorine/instruct.ts';
import { TARGET_CLOUDY_MG_L } from '../../treatment/chlorine/schools.ts';
import { betterOf, type Credit, meets, noCredit, sumOf } from '../../treatment/credit/credit.ts';
import { deviceCredit } from '../../treatment/filters/device.ts';
import { filterStanding } from '../../treatment/filters/register.ts';
import { boilOf, holdMin, stoves } from '../../treatment/heat/boil.ts';
import { MOST_IODINE_DAYS } from '../../treatment/methods/iodine.ts';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import type { SupplyFacts } from './facts.ts';

/** Ways to make water safe that stand on different legs: what breaks one leaves the others. */
export type Way = 'chlorine' | 'iodine' | 'boil' | 'filter' | 'light';

const wayOf: Partial<Record<SupplyKind, Way>> = {
  bleach: 'chlorine',
  'chlorine-powder': 'chlorine',
  'chlorine-tablets': 'chlorine',
  'dioxide-tablets': 'chlorine',
  flocculant: 'chlorine',
  iodine: 'iodine',
  'iodine-tablets': 'iodine',
  filter: 'filter',
  lamp: 'light',
  propane: 'boil',
  butane: 'boil',
  kerosene: 'boil',
  charcoal: 'boil',
  ethanol: 'boil',
  wood: 'boil',
};

/** Where nothing else is known: a tablet for 20 L, five drops of iodine a litre, powder of 65 %. */
const TABLET_L = 20;
const IODINE_TABLET_L = 0.5;
const PACKET_L = 10;
const IODINE_ML_L = 0.25;
const POWDER_SHARE = 0.65;
const COLD_WATER_C = 10;
const POT_L = 10;

/** What decides how far a supply goes. */
type Dosed = Pick<SupplyFacts, 'kind' | 'setAt'> & Partial<Pick<SupplyFacts, 'bleach' | 'treatsL'>>;

/** Litres that one unit of a supply treats; undefined for what treats nothing by itself. */
export function litresPerUnit(
  supply: Dosed,
  today: Day,
  facts: Pick<Facts, 'group' | 'plan'>,
): number | undefined {
  switch (supply.kind) {
    case 'bleach':
      return litresPerMl(supply, today, facts);
    case 'chlorine-powder':
      return (POWDER_SHARE * 1000) / TARGET_CLOUDY_MG_L;
    case 'chlorine-tablets':
    case 'dioxide-tablets':
      return supply.treatsL ?? TABLET_L;
    case 'flocculant':
      return supply.treatsL ?? PACKET_L;
    case 'iodine':
      return 1 / IODINE_ML_L;
    case 'iodine-tablets':
      return supply.treatsL ?? IODINE_TABLET_L;
    case 'filter':
    case 'lamp':
      return 1;
    default:
      return boiledPerKg(supply.kind, facts.group.altitudeM);
  }
}

/** Bleach of which nobody knows the age counts as so old on the day it was written down (days). */
export const UNDATED_DAYS = 182;

/** How old a bottle is; one without a date goes on ageing from the day it was written down. */
export function bleachAgeDays({ bleach, setAt }: Pick<SupplyFacts, 'bleach' | 'setAt'>, today: Day): number {
  if (bleach?.madeOn) return Math.max(0, daysBetween(bleach.madeOn, today));
  return UNDATED_DAYS + Math.max(0, daysBetween(setAt.slice(0, 10), today));
}

/**
 * Litres that a millilitre of a bottle treats, by what the bench puts in with no meter and in the cold season: a store that lasts on
 * a summer's dose is empty in winter. Nothing where the bench would not dose with it.
 */
function litresPerMl(supply: Dosed, today: Day, { plan }: Pick<Facts, 'plan'>): number {
  const { bleach } = supply;
  if (bleach?.product !== 'plain') return 0;
  const madeOn = bleach.madeOn ?? addDays(today, -bleachAgeDays(supply, today));
  const { answers, chosen } = planDose({
    volumeL: { value: BATCH_L, known: 'measured' },
    clarity: 'clear',
    temperatureC: COLDEST_C,
    bleach: { ...bleach, madeOn },
    strengthSchool: plan.strengthSchool,
    isTreatedTap: false,
    ...{ tools: [], today },
  });
  const answer = [chosen, answers.find(a => a.school === 'target-dose')].find(a => a?.answers);
  return answer?.answers ? BATCH_L / answer.doseMl : 0;
}
const BATCH_L = 20;
const COLDEST_C = 1;

/** Litres boiled by a kg of fuel on the usual stove for it, a minute or three held. */
function boiledPerKg(kind: SupplyKind, altitudeM: number): number | undefined {
  const stove = stoves.find(s => s.fuel === kind);
  if (!stove) return undefined;
  const { fuelAmount } = boilOf({
    volumeL: POT_L,
    startC: COLD_WATER_C,
    from: 'water',
    altitudeM,
    stove,
    holdMin: holdMin('one-minute', altitudeM),
    potL: POT_L,
    lidAjar: true,
  });
  return POT_L / fuelAmount;
}

/** What is left of a supply, in its unit; nothing once it is past its date, nor of a filter that may not be used. */
export const leftOf = (supply: SupplyFacts, today: Day): number => {
  if (supply.kind === 'filter' && filterStanding(supply, 'UTC', today).judgement.verdict === 'refuse')
    return 0;
  const until = supplyUntil(supply);
  return until !== undefined && until < today ? 0 : Math.max(0, supply.amount - supply.used);
};

/** Days until a supply's own date; a filter, a lamp and fuel have none. */
const daysLeft = (supply: SupplyFacts, today: Day): number => {
  const until = supplyUntil(supply);
  return until === undefined ? Number.POSITIVE_INFINITY : daysBetween(today, until) + 1;
};

/** Nobody drinks iodine for longer than three weeks, however much of it there is. */
const mostDays = (kind: SupplyKind): number =>
  wayOf[kind] === 'iodine' ? MOST_IODINE_DAYS : Number.POSITIVE_INFINITY;

/** What is sold in pieces is bought whole. */
export const inWhole = (kind: SupplyKind, amount: number): number =>
  supplyKinds[kind].unit === 'pieces' ? Math.ceil(amount - 1e-9) : amount;

interface Lot {
  readonly litres: number;
  readonly days: number;
}

/**
 * Litres that a lot of supplies treats before their dates come: those that end first are used first, and nothing is
 * used after its date.
 */
function usableL(lots: readonly Lot[], needL: number): number {
  let [usedL, usedDays] = [0, 0];
  for (const lot of [...lots].sort((a, b) => a.days - b.days)) {
    const roomDays = Math.max(0, lot.days - usedDays);
    const litres = needL > 0 ? Math.min(lot.litres, roomDays * needL) : lot.litres;
    usedL += litres;
    usedDays += needL > 0 ? litres / needL : 0;
  }
  return usedL;
}

/** How far one kind of supply goes. */
export interface Cover {
  readonly kind: SupplyKind;
  readonly way: Way;
  readonly litres: number;
  readonly days: number;
  /** The day on which it runs out, or the last day that its date allows. */
  readonly endsOn: Day;
  /** What more would cover the plan's days, in the kind's unit; 0 when it does. */
  readonly lacks: number;
  /** What a run with it earns; of several filters the poorest. */
  readonly credit: Credit;
}

/**
 * How many days of drinking water each kind of supply treats, the longest first.
 * @param needL litres a day
 */
export function coverOf(
  facts: Pick<Facts, 'supply' | 'group' | 'plan'>,
  today: Day,
  needL: number,
  planDays: number,
): Cover[] {
  const byKind = new Map<SupplyKind, { lots: Lot[]; perUnit: number; credit: Credit }>();
  for (const supply of Object.values(facts.supply)) {
    const perUnit = litresPerUnit(supply, today, facts);
    if (!perUnit || !wayOf[supply.kind]) continue;
    const lot = { litres: leftOf(supply, today) * perUnit, days: daysLeft(supply, today) };
    const before = byKind.get(supply.kind);
    byKind.set(supply.kind, {
      lots: [...(before?.lots ?? []), lot],
      perUnit,
      credit: before ? poorer(before.credit, creditOf(supply)) : creditOf(supply),
    });
  }
  return [...byKind]
    .map(([kind, { lots, perUnit, credit }]): Cover => {
      const litres = Math.min(
        usableL(lots, needL),
        needL > 0 ? mostDays(kind) * needL : Number.POSITIVE_INFINITY,
      );
      const days = needL > 0 ? litres / needL : 0;
      return {
        kind,
        credit,
        way: wayOf[kind]!,
        litres,
        days,
        endsOn: addDays(today, Math.min(Math.floor(days), Math.max(...lots.map(l => l.days)) - 1, 36_500)),
        lacks: inWhole(kind, Math.max(0, (needL * Math.min(planDays, mostDays(kind)) - litres) / perUnit)),
      };
    })
    .sort((a, b) => b.days - a.days);
}

/** What a run with a supply earns: a filter by what it is, a lamp of unstated fluence, anything else by its method. */
function creditOf({ kind, device }: SupplyFacts): Credit {
  if (kind === 'filter') return device ? deviceCredit(device) : noCredit;
  const method = methodOfKind[kind];
  if (kind === 'dioxide-tablets') return DIOXIDE_LONG;
  return method ? treatmentOf(method).credit : BOILED;
}
const methodOfKind: Partial<Record<SupplyKind, string>> = {
  bleach: 'dose',
  'chlorine-powder': 'dose',
  'chlorine-tablets': 'tablets',
  flocculant: 'flocculant',
  iodine: 'iodine',
  'iodine-tablets': 'iodine-tablets',
  lamp: 'uv',
};
const BOILED = treatmentOf('boil').credit;
/** Chlorine dioxide after its four hours, by its label. */
const DIOXIDE_LONG: Credit = { bacteria: 3, viruses: 3, protozoa: 3, crypto: 2 };

const poorer = (a: Credit, b: Credit): Credit => ({
  bacteria: Math.min(a.bacteria, b.bacteria),
  viruses: Math.min(a.viruses, b.viruses),
  protozoa: Math.min(a.protozoa, b.protozoa),
  crypto: Math.min(a.crypto, b.crypto),
});

/** The water that the group would treat: what it asks, and whether iodine harms somebody here. */
export interface Asked {
  readonly least: Credit;
  readonly mayIodine: boolean;
}

/**
 * Ways that each cover the plan's days and make drinking water of what there is to treat: two are asked for. Two kinds that fall
 * short by themselves are a way together where their sum does not: a filter, and chlorine behind it.
 */
export function independentWays(
  covers: readonly Pick<Cover, 'way' | 'days' | 'credit'>[],
  planDays: number,
  { least, mayIodine }: Asked,
): Way[][] {
  const ways = new Map<Way, { days: number; credit: Credit }>();
  for (const { way, days, credit } of covers) {
    const before = ways.get(way);
    ways.set(way, {
      days: (before?.days ?? 0) + days,
      credit: before ? betterOf(before.credit, credit) : credit,
    });
  }
  const lasting = [...ways].filter(([way, { days }]) => days >= planDays && (way !== 'iodine' || mayIodine));
  const whole = lasting.filter(([, { credit }]) => meets(credit, least)).map(([way]) => [way]);
  const short = lasting.filter(([, { credit }]) => !meets(credit, least));
  const used = new Set<Way>();
  for (const [a, { credit }] of short)
    for (const [b, other] of short) {
      if (a >= b || used.has(a) || used.has(b) || !meets(sumOf([credit, other.credit]), least)) continue;
      whole.push([a, b]);
      used.add(a).add(b);
    }
  return whole;
}
