import { addDays, type Day, daysBetween } from '../calendar/day.ts';
import { TARGET_CLEAR_MG_L } from '../chlorine/schools.ts';
import { agedStrengthMgMl, labelStrengthMgMl } from '../chlorine/strength.ts';
import { filterStanding } from '../filters/register.ts';
import { boilOf, holdMin, stoves } from '../heat/boil.ts';
import type { Facts } from '../log/facts.ts';
import { MOST_IODINE_DAYS } from '../methods/iodine.ts';
import type { SupplyKind } from '../stock/kinds.ts';
import { supplyUntil } from '../stock/until.ts';
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
const PACKET_L = 10;
const IODINE_ML_L = 0.25;
const POWDER_SHARE = 0.65;
const COLD_WATER_C = 10;
const POT_L = 10;

/** Litres that one unit of a supply treats; undefined for what treats nothing by itself. */
export function litresPerUnit(supply: SupplyFacts, today: Day, altitudeM: number): number | undefined {
  switch (supply.kind) {
    case 'bleach': {
      const { bleach } = supply;
      if (bleach?.product !== 'plain') return 0;
      const freshMgMl = labelStrengthMgMl(bleach.basis, bleach.strength);
      const days = bleach.madeOn ? daysBetween(bleach.madeOn, today) : 0;
      return (bleach.measuredMgMl ?? agedStrengthMgMl(freshMgMl, days, bleach.keptC)) / TARGET_CLEAR_MG_L;
    }
    case 'chlorine-powder':
      return (POWDER_SHARE * 1000) / TARGET_CLEAR_MG_L;
    case 'chlorine-tablets':
    case 'dioxide-tablets':
      return supply.treatsL ?? TABLET_L;
    case 'flocculant':
      return supply.treatsL ?? PACKET_L;
    case 'iodine':
      return 1 / IODINE_ML_L;
    case 'filter':
    case 'lamp':
      return 1;
    default:
      return boiledPerKg(supply.kind, altitudeM);
  }
}

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
  kind === 'iodine' ? MOST_IODINE_DAYS : Number.POSITIVE_INFINITY;

/**
 * Litres that a lot of supplies treats before their dates come: those that end first are used first, and nothing is
 * used after its date.
 */
function usableL(lots: readonly { litres: number; days: number }[], needL: number): number {
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
}

/**
 * How many days of drinking water each kind of supply treats, the longest first.
 * @param needL litres a day
 */
export function coverOf(
  facts: Pick<Facts, 'supply' | 'group'>,
  today: Day,
  needL: number,
  planDays: number,
): Cover[] {
  const byKind = new Map<SupplyKind, { lots: { litres: number; days: number }[]; perUnit: number }>();
  for (const supply of Object.values(facts.supply)) {
    const perUnit = litresPerUnit(supply, today, facts.group.altitudeM);
    if (!perUnit || !wayOf[supply.kind]) continue;
    const lot = { litres: leftOf(supply, today) * perUnit, days: daysLeft(supply, today) };
    byKind.set(supply.kind, { lots: [...(byKind.get(supply.kind)?.lots ?? []), lot], perUnit });
  }
  return [...byKind]
    .map(([kind, { lots, perUnit }]): Cover => {
      const litres = Math.min(
        usableL(lots, needL),
        needL > 0 ? mostDays(kind) * needL : Number.POSITIVE_INFINITY,
      );
      const days = needL > 0 ? litres / needL : 0;
      return {
        kind,
        way: wayOf[kind]!,
        litres,
        days,
        endsOn: addDays(today, Math.min(Math.floor(days), Math.max(...lots.map(l => l.days)) - 1, 36_500)),
        lacks: Math.max(0, (needL * Math.min(planDays, mostDays(kind)) - litres) / perUnit),
      };
    })
    .sort((a, b) => b.days - a.days);
}

/** Ways that each cover the plan's days by themselves: two are asked for. */
export function independentWays(covers: readonly Cover[], planDays: number): Way[] {
  const days = new Map<Way, number>();
  for (const c of covers) days.set(c.way, (days.get(c.way) ?? 0) + c.days);
  return [...days].filter(([, d]) => d >= planDays).map(([way]) => way);
}
