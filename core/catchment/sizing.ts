import { addDays } from '../calendar/day.ts';
import type { InLots } from '../lots.ts';
import { type DailyRain, RainGenerator } from '../weather/generator.ts';
import { MONTH_OF_DAY, MONTHS, sumOf, WET_MM, YEAR_DAYS } from '../weather/normals.ts';
import { runTank } from './balance.ts';
import { type Catcher, Catching } from './catching.ts';
import { ManyTanks } from './manyTanks.ts';
import {
  FAN_POINTS,
  type RainAnswer,
  type RainQuestion,
  type Sensed,
  type Sensitivity,
  type SizePoint,
  type TankLife,
  type Weather,
} from './question.ts';

/** Tanks that are tried at once. */
export const SIZES = 40;
const LEAST_L = 100;
/** The largest tank that is tried where nobody has a larger one (L). */
const MOST_L = 20_000;
/** Years made between two breaths. */
const LOT_YEARS = 20;
/** Forty tanks go through so many lots of years in a few milliseconds. */
const LOTS_A_BREATH = 10;
/** On so many days of ten the outage's litres are to stand in the tank. */
export const HELD_SHARE = 0.9;
/** The worst tenth of the years. */
const TENTH = 0.1;

/** Sizes to try (L), each a tenth or so larger than the last, in figures that a shop would print. */
export function sizesFor({ ownL, outageL }: Pick<RainQuestion, 'ownL' | 'outageL'>): number[] {
  const most = Math.max(MOST_L, 2 * ownL, 2 * outageL);
  const step = (most / LEAST_L) ** (1 / (SIZES - 1));
  return Array.from({ length: SIZES }, (_, i) => roundL(LEAST_L * step ** i));
}

/** Two figures and a half: to 10 L below 1,000, to 50 below 5,000, then to 100. */
function roundL(litres: number): number {
  const to = litres < 1000 ? 10 : litres < 5000 ? 50 : 100;
  return Math.round(litres / to) * to;
}

/** A series of days with its months, in whole years. */
interface Days {
  readonly years: number;
  readonly mm: ArrayLike<number>;
  readonly frozen: ArrayLike<number>;
  /** The month of a day, and the point of the fan that it tells, if any. */
  readonly month: (day: number) => number;
  readonly yearOf: (day: number) => number;
  readonly dayOfYear: (day: number) => number;
}

/** Series are made once: a hand that drags a blank asks for the same years over and over. */
const made = new Map<string, DailyRain>();
const MOST_MADE = 3;

function* madeYears({ normals, years, seed }: Extract<Weather, { by: 'normals' }>): InLots<DailyRain> {
  const key = JSON.stringify([normals, seed]);
  const before = made.get(key);
  if (before && before.years >= years) {
    const days = years * YEAR_DAYS;
    return { years, mm: before.mm.subarray(0, days), frozen: before.frozen.subarray(0, days) };
  }
  const mm = new Float64Array(years * YEAR_DAYS);
  const frozen = new Uint8Array(years * YEAR_DAYS);
  const generator = new RainGenerator(normals, seed);
  const lot = LOT_YEARS * YEAR_DAYS;
  for (let at = 0; at < mm.length; at += lot) {
    generator.fill(mm.subarray(at, at + lot), frozen.subarray(at, at + lot));
    yield;
  }
  const rain = { years, mm, frozen };
  made.delete(key);
  made.set(key, rain);
  if (made.size > MOST_MADE) made.delete(made.keys().next().value!);
  return rain;
}

function recordDays({ from, mm, frozen }: Extract<Weather, { by: 'record' }>): Days {
  const dates = Array.from({ length: mm.length }, (_, i) => addDays(from, i));
  const starts = dates.map(day => Date.parse(`${day.slice(0, 4)}-01-01`));
  const first = Number(from.slice(0, 4));
  return {
    years: mm.length / 365.25,
    mm,
    frozen,
    month: day => Number(dates[day]!.slice(5, 7)) - 1,
    yearOf: day => Number(dates[day]!.slice(0, 4)) - first,
    dayOfYear: day =>
      Math.min(YEAR_DAYS - 1, Math.round((Date.parse(dates[day]!) - starts[day]!) / 86_400_000)),
  };
}

function* daysOf(weather: Weather): InLots<Days> {
  if (weather.by === 'record') return recordDays(weather);
  const { years, mm, frozen } = yield* madeYears(weather);
  return {
    years,
    mm,
    frozen,
    month: day => MONTH_OF_DAY[day % YEAR_DAYS]!,
    yearOf: day => Math.floor(day / YEAR_DAYS),
    dayOfYear: day => day % YEAR_DAYS,
  };
}

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

/** Years that some day of a series lies in: a record that begins in July has one more than it is long. */
const calendarYears = ({ mm, yearOf }: Days): number => (mm.length === 0 ? 1 : yearOf(mm.length - 1) + 1);

/** The value that a share of sorted values lies under. */
const quantile = (sorted: ArrayLike<number>, share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))] ?? 0;

/** Everything that one question works with, once its rain is known. */
class Trial {
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
      if ((year / LOT_YEARS) % LOTS_A_BREATH === LOTS_A_BREATH - 1) yield;
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
    // a year of which only some weeks were measured is none
    const yearShares = years.flatMap(([met, days]) => (days > 300 ? [met / days] : [])).sort((a, b) => a - b);
    return this.#pointOf(sizeL, { ...sums, heldDays, yearShares });
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

/** Where a curve turns: the point farthest above the line from its first to its last (Satopää and others 2011). */
export function kneeOf(points: readonly SizePoint[]): number {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || last.timeShare <= first.timeShare) return first?.sizeL ?? 0;
  const above = ({ sizeL, timeShare }: SizePoint): number =>
    (timeShare - first.timeShare) / (last.timeShare - first.timeShare) -
    (sizeL - first.sizeL) / (last.sizeL - first.sizeL);
  return points.reduce((best, p) => (above(p) > above(best) ? p : best), first).sizeL;
}

/** Cases beside the one that is asked, each with one thing changed. */
function changed(q: RainQuestion, what: Sensitivity): { q: RainQuestion; times?: number } | undefined {
  const catchers = (change: (c: Catcher) => Catcher) => ({ q: { ...q, catchers: q.catchers.map(change) } });
  switch (what) {
    case 'quarter-more':
      return { q: { ...q, needL: q.needL.map(litres => litres * 1.25) } };
    case 'half-roof':
      return catchers(c => ({ ...c, areaM2: c.areaM2 / 2 }));
    case 'low-coefficient':
      return catchers(c => ({ ...c, coefficient: c.coefficient * 0.8 }));
    case 'no-flush':
      return q.catchers.some(c => c.flushMm > 0) ? catchers(c => ({ ...c, flushMm: 0 })) : undefined;
    case 'second-tank':
      return { q, times: 2 };
    case 'second-roof':
      return { q: { ...q, catchers: [...q.catchers, ...q.catchers] } };
    case 'dry-tenth':
      return undefined;
  }
}

/** Share of days met in the driest tenth of the years. */
function dryTenth(trial: Trial, sizeL: number): number {
  const { yearOf, mm } = trial.days;
  const sums = Array.from({ length: calendarYears(trial.days) }, () => ({ mm: 0, met: 0, days: 0 }));
  trial.run(sizeL, (day, _, isMet) => {
    const sum = sums[yearOf(day)]!;
    sum.mm += mm[day]!;
    sum.days += 1;
    if (isMet) sum.met += 1;
  });
  const wholeYears = sums.filter(s => s.days > 300).sort((a, b) => a.mm - b.mm);
  const driest = wholeYears.slice(0, Math.max(1, Math.round(wholeYears.length * TENTH)));
  return sumOf(driest.map(s => s.met)) / Math.max(1, sumOf(driest.map(s => s.days)));
}

/**
 * How big a tank, and how sure: the days of all years through tanks of forty sizes; then the smallest that does what is asked, the
 * knee, the tank for an outage, the people that the roof can serve, a year of levels, and what matters most.
 * Made years are fewer droughts than there are: what they promise is more than comes, and a record says it better.
 */
export function* sizing(q: RainQuestion): InLots<RainAnswer> {
  const days = yield* daysOf(q.weather);
  const trial = new Trial(q, days);
  yield;
  const points = yield* trial.points(sizesFor(q));
  yield;
  const smallestL = yield* trial.smallest(points, p => p.timeShare >= q.askedShare);
  yield;
  const outageTankL = yield* trial.smallest(points, p => p.heldShare >= HELD_SHARE && p.sizeL >= q.outageL);
  yield;
  const lookedL = q.ownL > 0 ? q.ownL : (smallestL ?? kneeOf(points));
  const life = yield* trial.life(lookedL);
  yield;
  const people = yield* trial.people(lookedL);
  yield;
  const sensed: Sensed[] = [];
  const sense = (what: Sensitivity, timeShare: number) =>
    sensed.push({ what, timeShare, by: timeShare - life.timeShare });
  for (const what of [
    'quarter-more',
    'half-roof',
    'low-coefficient',
    'no-flush',
    'second-tank',
    'second-roof',
  ] as const) {
    const other = changed(q, what);
    if (!other) continue;
    const [point] = yield* new Trial(other.q, days).points([lookedL * (other.times ?? 1)]);
    sense(what, point!.timeShare);
    yield;
  }
  sense('dry-tenth', dryTenth(trial, lookedL));
  let [mm, wetDays] = [0, 0];
  for (let day = 0; day < days.mm.length; day++) {
    mm += days.mm[day]!;
    if (days.mm[day]! >= WET_MM) wetDays += 1;
  }
  const { runoffL, flushedL, caughtL } = trial.caught;
  return {
    points,
    ...(smallestL === undefined ? {} : { smallestL }),
    kneeL: kneeOf(points),
    ...(outageTankL === undefined ? {} : { outageTankL }),
    people,
    life,
    sensed: sensed.sort((a, b) => Math.abs(b.by) - Math.abs(a.by)),
    yearMm: mm / days.years,
    yearWetDays: wetDays / days.years,
    runoffL: runoffL / days.years,
    flushedL: flushedL / days.years,
    caughtL: caughtL / days.years,
    needYearL: trial.needTotalL / days.years,
    years: days.years,
  };
}

/** About how many pieces a question is worked in, for telling how far it is; years that are there already are none. */
export function piecesOf({ weather }: RainQuestion): number {
  if (weather.by === 'record') return 80;
  const lots = Math.ceil(weather.years / LOT_YEARS);
  return 20 + lots + Math.ceil((16 * lots) / LOTS_A_BREATH);
}
