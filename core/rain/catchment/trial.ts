import type { InLots } from '../../base/lots.ts';
import { MONTHS, sumOf, YEAR_DAYS } from '../weather/normals.ts';
import { runTank } from './balance.ts';
import { type Catcher, Catching } from './catching.ts';
import { ManyTanks } from './manyTanks.ts';
import { FAN_POINTS, type RainQuestion, type SizePoint, type TankLife } from './question.ts';
import { calendarYears, type Days, LEAST_DAYS, LOT_YEARS } from './series.ts';

/** Forty tanks go through so many lots of years in a few milliseconds. */
export const LOTS_A_PAUSE = 10;
/** The worst tenth of the years. */
export const TENTH = 0.1;

interface Caught {
  readonly perDayL: Float64Array;
  readonly runoffL: number;
  readonly flushedL: number;
  readonly caughtL: number;
}

/** What catchments bring together through all days. */
function catchOf(catchers: readonly Catcher[], { mm, frozen }: Days): Caught {
  const perDayL = new Float64Array(mm.length);
  let [runoffL, flushedL, caughtL] = [0, 0, 0];
  for (const catcher of catchers) {
    const sums = new Catching(catcher).add(mm, frozen, perDayL);
    runoffL += sums.runoffL;
    flushedL += sums.flushedL;
    caughtL += sums.caughtL;
  }
  return { perDayL, runoffL, flushedL, caughtL };
}

/**
 * The value that a share of what is still to come lies under: between the ranks, at share × (n + 1) (Weibull 1939; Hyndman and Fan
 * 1996, type 6). Of twenty years of a record the band of 10 to 90 % then holds eighty of a hundred true years, not seventy.
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const rank = Math.min(sorted.length - 1, Math.max(0, share * (sorted.length + 1) - 1));
  const [below, above] = [sorted[Math.floor(rank)] ?? 0, sorted[Math.ceil(rank)] ?? 0];
  return below + (above - below) * (rank - Math.floor(rank));
}

/** Everything that one question works with, once its rain is known. */
export class Trial {
  readonly #q: RainQuestion;
  readonly days: Days;
  readonly caught: Caught;
  readonly #needL: (day: number) => number;
  readonly needTotalL: number;

  constructor(q: RainQuestion, days: Days) {
    this.#q = q;
    this.days = days;
    this.caught = catchOf(q.catchers, days);
    this.#needL = day => q.needL[days.month(day)]!;
    let total = 0;
    for (let day = 0; day < days.mm.length; day++) total += this.#needL(day);
    this.needTotalL = total;
  }

  get #isMade(): boolean {
    return this.#q.weather.by === 'normals';
  }

  /** Points of several sizes; made years go through the kernel, a record day by day. */
  *points(sizesL: readonly number[]): InLots<SizePoint[]> {
    const { rule, outageL } = this.#q;
    const { perDayL } = this.caught;
    if (!this.#isMade) {
      const points: SizePoint[] = [];
      for (const sizeL of sizesL) {
        points.push(this.#pointAlone(sizeL));
        yield;
      }
      return points;
    }
    const { years } = this.days;
    const needOfYear = Float64Array.from({ length: YEAR_DAYS }, (_, day) => this.#needL(day));
    const many = new ManyTanks(sizesL, { needL: needOfYear, yearsAtOnce: LOT_YEARS, rule, holdL: outageL });
    const met = new Uint16Array(years * sizesL.length);
    for (let year = 0; year < years; year += LOT_YEARS) {
      const count = Math.min(LOT_YEARS, years - year);
      many.caughtL.set(perDayL.subarray(year * YEAR_DAYS, (year + count) * YEAR_DAYS));
      many.run(count, met.subarray(year * sizesL.length));
      if ((year / LOT_YEARS) % LOTS_A_PAUSE === LOTS_A_PAUSE - 1) yield;
    }
    return sizesL.map((sizeL, i) => {
      const perYear = Uint16Array.from({ length: years }, (_, year) => met[year * sizesL.length + i]!);
      return this.#pointOf(sizeL, {
        metDays: perYear.reduce((sum, days) => sum + days, 0),
        usedL: many.usedL[i]!,
        toL: many.storeL[i]!,
        heldDays: many.heldDays[i]!,
        yearShares: [...perYear.sort()].map(days => days / YEAR_DAYS),
      });
    });
  }

  #pointAlone(sizeL: number): SizePoint {
    const { yearOf } = this.days;
    const years: [number, number][] = [];
    let heldDays = 0;
    const sums = this.run(sizeL, (day, storeL, isMet) => {
      if (storeL >= this.#q.outageL) heldDays += 1;
      const year = yearOf(day);
      years[year] ??= [0, 0];
      years[year][0] += isMet ? 1 : 0;
      years[year][1] += 1;
    });
    const yearShares = years
      .flatMap(([met, days]) => (days >= LEAST_DAYS ? [met / days] : []))
      .sort((a, b) => a - b);
    // a record in which no calendar year is whole has no better and worse years to tell apart
    const told = yearShares.length > 0 ? yearShares : [sums.metDays / Math.max(1, sums.days)];
    return this.#pointOf(sizeL, { ...sums, heldDays, yearShares: told });
  }

  #pointOf(
    sizeL: number,
    t: {
      readonly metDays: number;
      readonly usedL: number;
      readonly toL: number;
      readonly heldDays: number;
      readonly yearShares: readonly number[];
    },
  ): SizePoint {
    const days = this.days.mm.length;
    const { caughtL } = this.caught;
    return {
      sizeL,
      timeShare: days === 0 ? 0 : t.metDays / days,
      volumeShare: this.needTotalL === 0 ? 1 : t.usedL / this.needTotalL,
      lowShare: quantile(t.yearShares, TENTH),
      highShare: quantile(t.yearShares, 1 - TENTH),
      spilledShare: caughtL === 0 ? 0 : Math.max(0, (caughtL - t.usedL - t.toL) / caughtL),
      heldShare: days === 0 ? 0 : t.heldDays / days,
    };
  }

  /** One tank through all days. */
  run(sizeL: number, told?: (day: number, storeL: number, isMet: boolean) => void, needShare = 1) {
    return runTank(
      this.caught.perDayL,
      day => this.#needL(day) * needShare,
      { sizeL, rule: this.#q.rule },
      told,
    );
  }

  /** The smallest size, to what a shop would print, that passes; nothing where the largest does not. */
  *smallest(points: readonly SizePoint[], passes: (p: SizePoint) => boolean): InLots<number | undefined> {
    const at = points.findIndex(passes);
    if (at < 0) return undefined;
    let [low, high] = [at === 0 ? 0 : points[at - 1]!.sizeL, points[at]!.sizeL];
    while (high - low > 10) {
      const middle = Math.round((low + high) / 20) * 10;
      if (middle === low || middle === high) break;
      if (passes((yield* this.points([middle]))[0]!)) high = middle;
      else low = middle;
    }
    return high;
  }

  *life(sizeL: number): InLots<TankLife> {
    const { month, yearOf, dayOfYear, years } = this.days;
    const whole = calendarYears(this.days);
    const levels = Array.from({ length: FAN_POINTS }, () => new Float32Array(whole).fill(Number.NaN));
    const shortByMonth = new Float64Array(MONTHS);
    const shortByYear = new Float64Array(whole);
    const shortOf = Array.from({ length: whole }, () => new Uint16Array(MONTHS));
    const { longestShortDays } = this.run(sizeL, (day, storeL, isMet) => {
      const at = dayOfYear(day);
      const year = yearOf(day);
      if (at % 5 === 2) levels[Math.min(FAN_POINTS - 1, Math.floor(at / 5))]![year] = storeL;
      if (isMet) return;
      shortByMonth[month(day)]! += 1;
      shortByYear[year]! += 1;
      shortOf[year]![month(day)]! += 1;
    });
    const sorted = levels.map(column => column.filter(level => !Number.isNaN(level)).sort());
    const byWorst = Array.from({ length: whole }, (_, year) => year).sort(
      (a, b) => shortByYear[b]! - shortByYear[a]!,
    );
    const worst = byWorst.slice(0, Math.max(1, Math.round(whole * TENTH)));
    const inMonth = Array.from({ length: MONTHS }, (_, m) => sumOf(worst.map(year => shortOf[year]![m]!)));
    const [point] = yield* this.points([sizeL]);
    const at = (share: number) => Float32Array.from(sorted, column => quantile(column, share));
    return {
      ...point!,
      lowL: at(TENTH),
      midL: at(0.5),
      highL: at(1 - TENTH),
      shortDays: [...shortByMonth].map(days => days / years),
      longestShortDays,
      worstShortDays: sumOf(worst.map(year => shortByYear[year]!)) / worst.length,
      worstMonth: inMonth.indexOf(Math.max(...inMonth)),
    };
  }

  /** People whom a tank serves as often as is asked, each with the same need every day. */
  *people(sizeL: number): InLots<number> {
    const { perPersonL, askedShare, rule } = this.#q;
    if (perPersonL <= 0) return 0;
    const serves = (people: number): boolean => {
      const sums = runTank(this.caught.perDayL, () => people * perPersonL, { sizeL, rule });
      return sums.metDays >= askedShare * sums.days;
    };
    let [low, high] = [0, 1];
    while (serves(high) && high < 100_000) {
      [low, high] = [high, high * 2];
      yield;
    }
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (serves(middle)) low = middle;
      else high = middle;
      yield;
    }
    return low;
  }
}
