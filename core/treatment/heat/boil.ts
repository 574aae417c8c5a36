/** Specific heat of water (MJ per kg and K), of melting ice, of snow, and of evaporation (MJ/kg). */
export const WATER_MJ_KG_K = 4.186e-3;
export const MELT_MJ_KG = 0.334;
export const SNOW_MJ_KG_K = 2.1e-3;
export const EVAPORATE_MJ_KG = 2.257;

/** Air pressure (kPa) at an altitude: ICAO standard atmosphere, troposphere. */
export const pressureKpa = (altitudeM: number): number => 101.325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588;

const MMHG_PER_KPA = 7.50062;

/**
 * Boiling point of water (°C) at an altitude: Antoine equation, 1–100 °C, good to 0.2 K.
 * @example boilingPointC(2000) // 93.4
 */
export function boilingPointC(altitudeM: number): number {
  const mmHg = pressureKpa(altitudeM) * MMHG_PER_KPA;
  return 1730.63 / (8.07131 - Math.log10(mmHg)) - 233.426;
}

/** Schools of how long a rolling boil is held. */
export type BoilSchoolId = 'one-minute' | 'five-minutes' | 'ten-minutes' | 'twenty-minutes';
export const boilSchools: readonly BoilSchoolId[] = [
  'one-minute',
  'five-minutes',
  'ten-minutes',
  'twenty-minutes',
];

/** US EPA holds three minutes above 5,000 ft; CDC draws the line at 6,500 ft. The stricter one is kept. */
export const HIGH_ALTITUDE_M = 1500;

/** Minutes at a rolling boil. The longer schools buy no safety, only fuel and steam. */
export function holdMin(school: BoilSchoolId, altitudeM: number): number {
  switch (school) {
    case 'one-minute':
      return altitudeM > HIGH_ALTITUDE_M ? 3 : 1;
    case 'five-minutes':
      return 5;
    case 'ten-minutes':
      return 10;
    case 'twenty-minutes':
      return 20;
  }
}

/** What burns, with its lower heating value; electricity is counted in kWh. */
export const fuels = {
  propane: 46.4,
  butane: 45.7,
  kerosene: 43,
  charcoal: 29,
  ethanol: 26.8,
  wood: 15.5,
  electricity: 3.6,
} as const;
export type FuelId = keyof typeof fuels;

/** A stove: what it burns, the share of the heat that reaches the water, and its power (kW of fuel). */
export interface Stove {
  readonly id: string;
  readonly fuel: FuelId;
  readonly efficiency: number;
  readonly powerKw: number;
  /** Put in by a licensed trade, with the air that it needs. */
  readonly isInstalled?: true;
}

export const stoves: readonly Stove[] = [
  { id: 'gas-propane', fuel: 'propane', efficiency: 0.5, powerKw: 3 },
  { id: 'gas-cooker', fuel: 'propane', efficiency: 0.5, powerKw: 2.5, isInstalled: true },
  { id: 'gas-butane', fuel: 'butane', efficiency: 0.5, powerKw: 2 },
  { id: 'kerosene', fuel: 'kerosene', efficiency: 0.45, powerKw: 2.5 },
  { id: 'alcohol', fuel: 'ethanol', efficiency: 0.45, powerKw: 1.5 },
  { id: 'kettle', fuel: 'electricity', efficiency: 0.85, powerKw: 2.2 },
  { id: 'charcoal', fuel: 'charcoal', efficiency: 0.25, powerKw: 4 },
  { id: 'improved-wood', fuel: 'wood', efficiency: 0.3, powerKw: 5 },
  { id: 'open-fire', fuel: 'wood', efficiency: 0.12, powerKw: 12 },
];

/** The stove of an id. Throws RangeError for an unknown one. */
export function stoveOf(id: string): Stove {
  const stove = stoves.find(s => s.id === id);
  if (!stove) throw new RangeError(`no stove "${id}"`);
  return stove;
}

export interface BoilCase {
  readonly volumeL: number;
  /** Temperature it begins at (°C); of the snow itself where it is snow. */
  readonly startC: number;
  readonly from: 'water' | 'snow';
  readonly altitudeM: number;
  readonly stove: Stove;
  readonly holdMin: number;
  /** Litres in the pot at once. */
  readonly potL: number;
  readonly lidAjar: boolean;
}

export interface Boil {
  readonly boilsAtC: number;
  readonly pots: number;
  /** Minutes until all pots have come to the boil and been held, one after another. */
  readonly minutes: number;
  /** Heat that goes into the water (MJ), and energy of the fuel for heating and holding (MJ). */
  readonly heatMj: number;
  readonly fuelMj: number;
  /** Fuel (kg), or kWh where it is electricity. */
  readonly fuelAmount: number;
  /** Water lost as steam while it is held (kg or L). */
  readonly steamL: number;
}

/** Heat to bring water, or snow, to the boil (MJ). */
export function heatMj(volumeL: number, startC: number, from: 'water' | 'snow', boilsAtC: number): number {
  if (from === 'water') return volumeL * WATER_MJ_KG_K * Math.max(0, boilsAtC - startC);
  return volumeL * (SNOW_MJ_KG_K * Math.max(0, -startC) + MELT_MJ_KG + WATER_MJ_KG_K * boilsAtC);
}

/** A lid ajar halves the steam. */
export const LID_SHARE = 0.5;

/**
 * Time, fuel and steam of boiling: the burner's power goes on through the hold.
 * @example boilOf({ volumeL: 10, startC: 10, …propane }).fuelAmount // 0.162 kg without the hold
 */
export function boilOf(c: BoilCase): Boil {
  const boilsAtC = boilingPointC(c.altitudeM);
  const pots = Math.max(1, Math.ceil(c.volumeL / c.potL - 1e-9));
  const heat = heatMj(c.volumeL, c.startC, c.from, boilsAtC);
  const netKw = c.stove.powerKw * c.stove.efficiency;
  const heatMin = heat / (netKw * 0.06);
  const holdAllMin = pots * c.holdMin;
  const fuelMj = heat / c.stove.efficiency + c.stove.powerKw * 0.06 * holdAllMin;
  const steamL = ((netKw * 0.06 * holdAllMin) / EVAPORATE_MJ_KG) * (c.lidAjar ? LID_SHARE : 1);
  return {
    boilsAtC,
    pots,
    minutes: heatMin + holdAllMin,
    heatMj: heat,
    fuelMj,
    fuelAmount: fuelMj / fuels[c.stove.fuel],
    steamL,
  };
}

/** Heat a covered pot loses to still air (W per m² and K), and what hands can drink (°C). */
const STILL_AIR_W_M2_K = 10;
export const DRINKABLE_C = 40;

/** Minutes until a covered pot as high as it is wide has cooled to drink, in still air (Newton's law of cooling). */
export function coolingMin(volumeL: number, fromC: number, airC: number): number {
  if (airC >= DRINKABLE_C || fromC <= DRINKABLE_C) return fromC <= DRINKABLE_C ? 0 : Number.POSITIVE_INFINITY;
  const widthM = ((4 * volumeL) / 1000 / Math.PI) ** (1 / 3);
  const areaM2 = 1.5 * Math.PI * widthM ** 2;
  const timeS = (volumeL * WATER_MJ_KG_K * 1e6) / (STILL_AIR_W_M2_K * areaM2);
  return (timeS * Math.log((fromC - airC) / (DRINKABLE_C - airC))) / 60;
}

/** Litres of fresh and of settled snow that melt to a litre of water. */
export const snowLitresPerL = { fresh: 10, settled: 1 / 0.3 } as const;
