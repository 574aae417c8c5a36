import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { MONTH_DAYS, MONTHS, type Normals, YEAR_DAYS } from './normals.ts';

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
  /** The least that falls on a wet day (mm); shape and scale (mm) of what falls beyond it, whose product is the mean of that. */
  readonly leastMm: number;
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

/** What years are made from: twelve months, and how much one year differs from another as a whole. */
export interface RainModel {
  readonly months: readonly MonthRain[];
  /** Standard deviation ÷ mean of the factor that all rain of a year is multiplied by; 0 where years differ by their days alone. */
  readonly yearCv: number;
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
      leastMm: 0,
      shape: meanMm / scaleMm,
      scaleMm,
      frostShare: normalShare(-(meanC[month] ?? 15) / DAY_SD_C),
    };
  });
}

/** A model from normals alone. @param yearCv how much years differ: about 0.18 in temperate places, 0.25 under a monsoon, 0.4 where it is dry */
export const modelOf = (normals: Normals, yearCv = 0): RainModel => ({
  months: monthsOfRain(normals),
  yearCv,
});

/** Rain of whole years, day by day. */
export interface DailyRain {
  readonly years: number;
  /** What fell (mm), 365 days a year. */
  readonly mm: Float64Array;
  /** 1 where it was below 0 °C: it fell as snow, or on ice, and is not caught. */
  readonly frozen: Uint8Array;
}

const TO_SHARE = 2 ** -32;
/** Draws that are made at once, in one tight loop. */
const AT_ONCE = 4096;

/** Uniform draws between 0 and 1, neither included, from one seed: the same on every machine. */
class Draws {
  readonly #rng: RandomGenerator;
  readonly share = new Float64Array(AT_ONCE);
  /** The next one that is not used up. */
  at = AT_ONCE;

  constructor(seed: number) {
    this.#rng = xoroshiro128plus(seed);
  }

  /** Moves what is left from `at` on to the front and fills up behind it, so that the order stays that of the seed. @returns 0 */
  refill(at: number): number {
    const rng = this.#rng;
    const share = this.share;
    share.copyWithin(0, at);
    for (let i = AT_ONCE - at; i < AT_ONCE; i++) share[i] = ((rng.next() >>> 0) + 0.5) * TO_SHARE;
    return 0;
  }
}

/** Constants of a month's gamma distribution, worked out once (Marsaglia and Tsang 2000; below a shape of 1 by their boost). */
interface Gamma {
  readonly d: number;
  readonly c: number;
  readonly scaleMm: number;
  readonly leastMm: number;
  /** 1 ÷ shape where it is below 1: the draw is multiplied by a uniform to this power. */
  readonly boost: number;
}

const gammaOf = ({ shape, scaleMm, leastMm }: MonthRain): Gamma => {
  const d = (shape < 1 ? shape + 1 : shape) - 1 / 3;
  return { d, c: 1 / Math.sqrt(9 * d), scaleMm, leastMm, boost: shape < 1 && shape > 0 ? 1 / shape : 0 };
};

/** Another stream for frost: what falls does not depend on how warm it is. */
const FROST_SEED = 0x5eed_f057;
/** And another for the years: the same days under every spread between years. */
const YEAR_SEED = 0x5eed_7ea5;
/**
 * Engines differ in the last digit of a logarithm: what falls is told to a millionth of a millimetre, so that it is the same on each.
 */
const toMillionth = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** Rarer than this it never freezes. */
const LEAST_FROST = 0.001;
/** No normal is left over from a pair. */
const NONE = Number.POSITIVE_INFINITY;

/** Years without end from one seed: the same on every machine, to the last digit. */
export class RainGenerator {
  readonly #months: readonly MonthRain[];
  readonly #gammas: readonly Gamma[];
  readonly #rain: Draws;
  readonly #frost: Draws;
  readonly #years: Draws;
  readonly #yearCv: number;
  #isWet: boolean;
  /** The other half of a pair of normals. */
  #spare = NONE;

  constructor({ months, yearCv }: RainModel, seed: number) {
    this.#months = months;
    this.#yearCv = yearCv;
    this.#gammas = this.#months.map(gammaOf);
    this.#rain = new Draws(seed);
    this.#frost = new Draws(seed ^ FROST_SEED);
    this.#years = new Draws(seed ^ YEAR_SEED);
    this.#rain.refill(AT_ONCE);
    this.#isWet = this.#rain.share[0]! < this.#months[0]!.wetShare;
    this.#rain.at = 1;
  }

  /** The next whole years, into arrays of 365 days each. */
  fill(mm: Float64Array, frozen: Uint8Array): void {
    for (let from = 0; from + YEAR_DAYS <= mm.length; from += YEAR_DAYS) {
      for (let [month, day] = [0, from]; month < MONTHS; day += MONTH_DAYS[month]!, month++) {
        this.#fillMonth(month, mm, day, day + MONTH_DAYS[month]!);
        this.#freeze(month, mm, frozen, day, day + MONTH_DAYS[month]!);
      }
      if (this.#yearCv > 0) {
        const factor = this.#yearFactor();
        for (let day = from; day < from + YEAR_DAYS; day++) mm[day] = toMillionth(mm[day]! * factor);
      }
    }
  }

  /** What all rain of a year is multiplied by: lognormal, of mean 1; its normal by Marsaglia's polar method. */
  #yearFactor(): number {
    const draws = this.#years;
    let [x, s] = [0, 0];
    do {
      if (draws.at > AT_ONCE - 2) draws.at = draws.refill(draws.at);
      x = 2 * draws.share[draws.at++]! - 1;
      const y = 2 * draws.share[draws.at++]! - 1;
      s = x * x + y * y;
    } while (s >= 1 || s === 0);
    // a product, no power: what a power comes to differs in its last digit from engine to engine
    const variance = Math.log(1 + this.#yearCv * this.#yearCv);
    return Math.exp(x * Math.sqrt((-2 * Math.log(s)) / s) * Math.sqrt(variance) - variance / 2);
  }

  /**
   * A month of days. Written in one piece, its draws taken from the array that holds them: hundreds of thousands of days are made
   * while a hand waits. Normals by Marsaglia's polar method: by root and logarithm alone, whose last digit every machine has alike.
   */
  #fillMonth(month: number, mm: Float64Array, from: number, until: number): void {
    const { wetAfterWet, wetAfterDry } = this.#months[month]!;
    const { d, c, scaleMm, leastMm, boost } = this.#gammas[month]!;
    const draws = this.#rain;
    const share = draws.share;
    let at = draws.at;
    let isWet = this.#isWet;
    let spare = this.#spare;
    for (let day = from; day < until; day++) {
      // what a day may take at the most, but for one in a million, is there
      if (at > AT_ONCE - 64) at = draws.refill(at);
      isWet = share[at++]! < (isWet ? wetAfterWet : wetAfterDry);
      let amountMm = 0;
      while (isWet) {
        if (at > AT_ONCE - 16) at = draws.refill(at);
        let x = spare;
        if (x === NONE) {
          let y = 0;
          let s = 0;
          do {
            if (at > AT_ONCE - 8) at = draws.refill(at);
            x = 2 * share[at++]! - 1;
            y = 2 * share[at++]! - 1;
            s = x * x + y * y;
          } while (s >= 1 || s === 0);
          const factor = Math.sqrt((-2 * Math.log(s)) / s);
          spare = y * factor;
          x *= factor;
        } else spare = NONE;
        const t = 1 + c * x;
        if (t <= 0) continue;
        const v = t * t * t;
        const u = share[at++]!;
        const x2 = x * x;
        if (u >= 1 - 0.0331 * x2 * x2 && Math.log(u) >= 0.5 * x2 + d * (1 - v + Math.log(v))) continue;
        amountMm = d * v * scaleMm;
        if (boost !== 0) amountMm *= Math.exp(Math.log(share[at++]!) * boost);
        amountMm = toMillionth(amountMm + leastMm);
        break;
      }
      mm[day] = amountMm;
    }
    draws.at = at;
    this.#isWet = isWet;
    this.#spare = spare;
  }

  /** Wet days of a month on which it is below freezing. */
  #freeze(month: number, mm: Float64Array, frozen: Uint8Array, from: number, until: number): void {
    const { frostShare } = this.#months[month]!;
    const draws = this.#frost;
    frozen.fill(0, from, until);
    if (frostShare < LEAST_FROST) return;
    for (let day = from; day < until; day++) {
      if (mm[day] === 0) continue;
      if (draws.at === AT_ONCE) draws.at = draws.refill(AT_ONCE);
      frozen[day] = draws.share[draws.at]! < frostShare ? 1 : 0;
      draws.at += 1;
    }
  }
}

/** Years of daily rain from a model and a seed. */
export function generateRain(model: RainModel, years: number, seed: number): DailyRain {
  const mm = new Float64Array(years * YEAR_DAYS);
  const frozen = new Uint8Array(years * YEAR_DAYS);
  new RainGenerator(model, seed).fill(mm, frozen);
  return { years, mm, frozen };
}
