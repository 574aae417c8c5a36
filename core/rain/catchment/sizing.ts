import type { InLots } from '../../base/lots.ts';
import { sumOf, WET_MM } from '../weather/normals.ts';
import type { Catcher } from './catching.ts';
import {
  type RainAnswer,
  type RainQuestion,
  type Sensed,
  type Sensitivity,
  type SizePoint,
  sensitivities,
} from './question.ts';
import { calendarYears, daysOf, LEAST_DAYS, LOT_YEARS } from './series.ts';
import { LOTS_A_PAUSE, TENTH, Trial } from './trial.ts';

/** Tanks that are tried at once. */
export const SIZES = 40;
const LEAST_L = 100;
/** The largest tank that is tried where nobody has a larger one (L). */
const MOST_L = 20_000;
/** On so many days of ten the outage's litres are to stand in the tank. */
export const HELD_SHARE = 0.9;

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

/** Where a curve turns: the point farthest above the line from its first to its last (Satopää and others 2011). */
export function kneeOf(points: readonly SizePoint[]): number {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || last.timeShare <= first.timeShare) return first?.sizeL ?? 0;
  const above = ({ sizeL, timeShare }: SizePoint): number =>
    (timeShare - first.timeShare) / (last.timeShare - first.timeShare) -
    (sizeL - first.sizeL) / (last.sizeL - first.sizeL);
  return points.reduce((best, p) => (above(p) > above(best) ? p : best), first).sizeL;
}

/** Cases beside the one that is asked, each with one thing changed; of the dry years nothing is changed but which are looked at. */
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

/** Share of days met in the driest tenth of the years; undefined where none is whole. */
function dryTenth(trial: Trial, sizeL: number): number | undefined {
  const { yearOf, mm } = trial.days;
  const sums = Array.from({ length: calendarYears(trial.days) }, () => ({ mm: 0, met: 0, days: 0 }));
  trial.run(sizeL, (day, _, isMet) => {
    const sum = sums[yearOf(day)]!;
    sum.mm += mm[day]!;
    sum.days += 1;
    if (isMet) sum.met += 1;
  });
  const wholeYears = sums.filter(s => s.days >= LEAST_DAYS).sort((a, b) => a.mm - b.mm);
  const driest = wholeYears.slice(0, Math.max(1, Math.round(wholeYears.length * TENTH)));
  return driest.length === 0 ? undefined : sumOf(driest.map(s => s.met)) / sumOf(driest.map(s => s.days));
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
  for (const what of sensitivities) {
    const other = changed(q, what);
    if (!other) continue;
    const [point] = yield* new Trial(other.q, days).points([lookedL * (other.times ?? 1)]);
    sense(what, point!.timeShare);
    yield;
  }
  const inDry = dryTenth(trial, lookedL);
  if (inDry !== undefined) sense('dry-tenth', inDry);
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
  return 20 + lots + Math.ceil((16 * lots) / LOTS_A_PAUSE);
}
