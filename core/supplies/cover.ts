import { addDays, type Day, daysBetween } from '../calendar/day.ts';
import { TARGET_CLEAR_MG_L } from '../chlorine/schools.ts';
import { agedStrengthMgMl, labelStrengthMgMl } from '../chlorine/strength.ts';
import { filterStanding } from '../filters/register.ts';
import { boilOf, holdMin, stoves } from '../heat/boil.ts';
import type { Facts, SupplyFacts } from '../log/facts.ts';
import type { SupplyKind } from './kinds.ts';
import { supplyUntil } from './until.ts';

/** Ways to make water safe that stand on different legs: what breaks one leaves the others. */
export type Way = 'chlorine' | 'iodine' | 'boil' | 'filter' | 'light';

const wayOf: Partial<Record<SupplyKind, Way>> = {
  bleach: 'chlorine',
  'chlorine-powder': 'chlorine',
  'chlorine-tablets': 'chlorine',
  'dioxide-tablets': 'chlorine',
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

/** How far one kind of supply goes. */
export interface Cover {
  readonly kind: SupplyKind;
  readonly way: Way;
  readonly litres: number;
  readonly days: number;
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
  const byKind = new Map<SupplyKind, { litres: number; perUnit: number }>();
  for (const supply of Object.values(facts.supply)) {
    const perUnit = litresPerUnit(supply, today, facts.group.altitudeM);
    if (!perUnit || !wayOf[supply.kind]) continue;
    const before = byKind.get(supply.kind);
    const litres = leftOf(supply, today) * perUnit + (before?.litres ?? 0);
    byKind.set(supply.kind, { litres, perUnit });
  }
  return [...byKind]
    .map(([kind, { litres, perUnit }]): Cover => {
      const days = needL > 0 ? litres / needL : 0;
      return {
        kind,
        way: wayOf[kind]!,
        litres,
        days,
        endsOn: addDays(today, Math.floor(Math.min(days, 36_500))),
        lacks: Math.max(0, (needL * planDays - litres) / perUnit),
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
