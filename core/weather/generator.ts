import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { MONTH_DAYS, MONTH_OF_DAY, MONTHS, type Normals, YEAR_DAYS } from './normals.ts';

/**
 * Daily rain of a month, as a chain of wet and dry days with gamma amounts (Geng, Penning de Vries and Supit 1986, "A simple
 * method for generating daily rainfall data", Agricultural and Forest Meteorology 36).
 */
export interface MonthRain {
  /** Share of days that are wet. */
  readonly wetShare: number;
  /** Chance that a day is wet after a dry one, and after a wet one. */
  readonly wetAfterDry: number;
  readonly wetAfterWet: number;
  /** Shape and scale (mm) of what falls on a wet day; their product is the mean. */
  readonly shape: number;
  readonly scaleMm: number;
  /** Chance that a wet day is below 0 °C. */
  readonly frostShare: number;
}

/** Days of a month lie so far around its mean (standard deviation, °C); a common figure of temperate places. */
const DAY_SD_C = 3.5;

/** The share of a normal distribution below a point (Abramowitz and Stegun 7.1.26; error below 1.5e-7). */
function normalShare(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const tail = (poly * Math.exp(-x * x)) / 2;
  return z > 0 ? 1 - tail : tail;
}

/** The chain and the amounts of each month from its normals. */
export function monthsOfRain({ rainMm, wetDays, meanC }: Normals): MonthRain[] {
  return Array.from({ length: MONTHS }, (_, month): MonthRain => {
    const wetShare = Math.min(1, (wetDays[month] ?? 0) / MONTH_DAYS[month]!);
    const meanMm = wetShare > 0 ? (rainMm[month] ?? 0) / (wetDays[month] ?? 1) : 0;
    const scaleMm = Math.max(0.5, -2.16 + 1.83 * meanMm);
    return {
      wetShare,
      wetAfterDry: 0.75 * wetShare,
      wetAfterWet: 0.25 + 0.75 * wetShare,
      shape: meanMm / scaleMm,
      scaleMm,
      frostShare: normalShare(-(meanC[month] ?? 15) / DAY_SD_C),
    };
  });
}

/** Rain of whole years, day by day. */
export interface DailyRain {
  readonly years: number;
  /** What fell (mm), 365 days a year. */
  readonly mm: Float64Array;
  /** 1 where it was below 0 °C: it fell as snow, or on ice, and is not caught. */
  readonly frozen: Uint8Array;
}

const TO_SHARE = 2 ** -32;

/** Uniform between 0 and 1, neither included, and standard normal, from one seed. */
class Chance {
  readonly #rng;
  #spare: number | undefined;

  constructor(seed: number) {
    this.#rng = xoroshiro128plus(seed);
  }

  share(): number {
    return ((this.#rng.next() >>> 0) + 0.5) * TO_SHARE;
  }

  /** Marsaglia's polar method: by root and logarithm alone, so that every machine gives the same last digit; pairs are used up. */
  normal(): number {
    if (this.#spare !== undefined) {
      const spare = this.#spare;
      this.#spare = undefined;
      return spare;
    }
    for (;;) {
      const x = 2 * this.share() - 1;
      const y = 2 * this.share() - 1;
      const s = x * x + y * y;
      if (s >= 1 || s === 0) continue;
      const factor = Math.sqrt((-2 * Math.log(s)) / s);
      this.#spare = y * factor;
      return x * factor;
    }
  }
}

/** Constants of a month's gamma distribution, worked out once (Marsaglia and Tsang 2000; below a shape of 1 by their boost). */
interface Gamma {
  readonly d: number;
  readonly c: number;
  readonly scaleMm: number;
  /** 1 ÷ shape where it is below 1: the draw is multiplied by a uniform to this power. */
  readonly boost: number;
}

const gammaOf = ({ shape, scaleMm }: MonthRain): Gamma => {
  const d = (shape < 1 ? shape + 1 : shape) - 1 / 3;
  return { d, c: 1 / Math.sqrt(9 * d), scaleMm, boost: shape < 1 && shape > 0 ? 1 / shape : 0 };
};

function amountMm(chance: Chance, { d, c, scaleMm, boost }: Gamma): number {
  for (;;) {
    const x = chance.normal();
    const t = 1 + c * x;
    if (t <= 0) continue;
    const v = t * t * t;
    const u = chance.share();
    const x2 = x * x;
    if (u >= 1 - 0.0331 * x2 * x2 && Math.log(u) >= 0.5 * x2 + d * (1 - v + Math.log(v))) continue;
    const draw = d * v * scaleMm;
    return boost === 0 ? draw : draw * Math.exp(Math.log(chance.share()) * boost);
  }
}

/** Another stream for frost: what falls does not depend on how warm it is. */
const FROST_SEED = 0x5eed_f057;

/** Years without end from one seed: the same on every machine, to the last digit. */
export class RainGenerator {
  readonly #months: readonly MonthRain[];
  readonly #gammas: readonly Gamma[];
  readonly #rain: Chance;
  readonly #frost: Chance;
  #isWet: boolean;

  constructor(normals: Normals, seed: number) {
    this.#months = monthsOfRain(normals);
    this.#gammas = this.#months.map(gammaOf);
    this.#rain = new Chance(seed);
    this.#frost = new Chance(seed ^ FROST_SEED);
    this.#isWet = this.#rain.share() < this.#months[0]!.wetShare;
  }

  /** The next years into arrays of 365 days each. */
  fill(mm: Float64Array, frozen: Uint8Array): void {
    const [rain, frost, gammas] = [this.#rain, this.#frost, this.#gammas];
    const afterWet = this.#months.map(m => m.wetAfterWet);
    const afterDry = this.#months.map(m => m.wetAfterDry);
    const frostShare = this.#months.map(m => m.frostShare);
    let isWet = this.#isWet;
    for (let i = 0; i < mm.length; ) {
      for (let day = 0; day < YEAR_DAYS && i < mm.length; day++, i++) {
        const month = MONTH_OF_DAY[day]!;
        isWet = rain.share() < (isWet ? afterWet[month]! : afterDry[month]!);
        mm[i] = isWet ? amountMm(rain, gammas[month]!) : 0;
        frozen[i] = isWet && frostShare[month]! > 0.001 && frost.share() < frostShare[month]! ? 1 : 0;
      }
    }
    this.#isWet = isWet;
  }
}

/** Years of daily rain from normals and a seed. */
export function generateRain(normals: Normals, years: number, seed: number): DailyRain {
  const mm = new Float64Array(years * YEAR_DAYS);
  const frozen = new Uint8Array(years * YEAR_DAYS);
  new RainGenerator(normals, seed).fill(mm, frozen);
  return { years, mm, frozen };
}
