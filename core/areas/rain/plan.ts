import type { UnitSystem } from '../../base/units/system.ts';
import { toLitres } from '../../base/units/volume.ts';
import type { Facts } from '../../log/facts.ts';
import type { RainQuestion, Weather } from '../../rain/catchment/question.ts';
import { climateOf, USUAL_YEAR_CV, yearCvOfClimate } from '../../rain/weather/climates.ts';
import type { RainRecord } from '../../rain/weather/dailyRecord.ts';
import { normalsOf, TEACHING_YEARS } from '../../rain/weather/fit.ts';
import { MONTHS, type Normals, yearsOf } from '../../rain/weather/normals.ts';
import type { State } from '../store/wholeState.ts';
import type { RainPlan } from './fields.ts';
import { catcherOf, catchmentsOf, frozenOf, recordOf, tankLitres } from './known.ts';

/** The seed of a plan that nobody gave one: told beside the answer, so that it can be had again. */
const SEED = 20_261_126;
const YEARS = 1000;
/** Sizes are told in whole litres of a day. */
const LEAST_NEED_L = 20;

/** What a person drinks of the rain in an outage at first: 3 L, or the next round figure of the group's own measure, or of the reader's (L a day). */
const EACH_L: Readonly<Record<UnitSystem, number>> = {
  metric: 3,
  US: toLitres(0.8, 'US gal'),
  imperial: toLitres(0.7, 'imp gal'),
};

/** The same litres a day in each month of the year. */
export const sameEachMonth = (litres: number): number[] => Array.from({ length: MONTHS }, () => litres);

/** What is asked at first, in round figures of a measure: all roofs, what the household uses besides drinking, for the days that it plans for. */
export function planOf(
  facts: Facts,
  state: Pick<State, 'need'>,
  units: UnitSystem = facts.group.units ?? 'metric',
): RainPlan {
  const { plan } = facts.rain;
  const known = catchmentsOf(facts);
  if (plan) return { ...plan, catchments: plan.catchments.filter(id => known.some(c => c.id === id)) };
  const people = Object.values(facts.home).reduce((sum, home) => sum + home.people.length, 0);
  const records = Object.values(facts.rainfall);
  return {
    catchments: known.map(c => c.id),
    needL: sameEachMonth(Math.max(LEAST_NEED_L, Math.round(state.need.utilityL))),
    use: 'utility',
    askedShare: 0.95,
    rule: 'after-spillage',
    weather: records.length > 0 ? 'record' : facts.rain.normals ? 'normals' : 'climate',
    climate: 'oceanic-hills',
    ...(records[0] ? { record: records[0].id } : {}),
    years: YEARS,
    seed: SEED,
    outagePeople: people,
    outageDays: facts.plan.targetDays,
    outageL: EACH_L[units],
  };
}

/** What an outage takes (L). */
export const outageL = (plan: RainPlan): number => plan.outagePeople * plan.outageDays * plan.outageL;

/** The record that is chosen; nothing where the weather is another. */
const recordFor = (facts: Pick<Facts, 'rainfall'>, { weather, record }: RainPlan): RainRecord | undefined => {
  const rainfall = weather === 'record' && record ? facts.rainfall[record] : undefined;
  return rainfall && recordOf(rainfall);
};

/** A record that is long enough for its own days to be tried: fewer years than that have seen too little drought. */
const isLong = ({ mm }: RainRecord): boolean => yearsOf(mm) >= TEACHING_YEARS;

/** The days of the record are tried as they were measured; else years are made from months. */
export function goesByDays(facts: Pick<Facts, 'rainfall'>, plan: RainPlan): boolean {
  const record = recordFor(facts, plan);
  return record !== undefined && isLong(record);
}

/** The months that years are made from; nothing where days are tried that were measured. */
export function normalsFor(facts: Facts, plan: RainPlan): Normals | undefined {
  if (plan.weather === 'normals') return facts.rain.normals;
  const record = recordFor(facts, plan);
  if (record) return isLong(record) ? undefined : normalsOf(record);
  return plan.weather === 'climate' ? climateOf(plan.climate) : undefined;
}

/** How much years differ, as it is asked or as climates of its kind do. */
export const yearCvOf = ({ yearCv, climate, weather }: RainPlan): number =>
  yearCv ?? (weather === 'climate' ? yearCvOfClimate[climate] : USUAL_YEAR_CV);

function weatherOf(facts: Facts, plan: RainPlan): Weather | undefined {
  const normals = normalsFor(facts, plan);
  if (normals) return { by: 'normals', normals, yearCv: yearCvOf(plan), years: plan.years, seed: plan.seed };
  const record = recordFor(facts, plan);
  if (!record) return undefined;
  return { by: 'record', from: record.from, mm: Float64Array.from(record.mm), frozen: frozenOf(record) };
}

/** The tanks that are there, or those that are planned. */
export const ownLitres = (facts: Facts, plan: RainPlan): number =>
  plan.tankL ?? tankLitres(facts, chosen(facts, plan));

const chosen = (facts: Facts, plan: RainPlan) =>
  catchmentsOf(facts).filter(c => plan.catchments.includes(c.id));

/** What is worked out; nothing while there is no roof or no weather. */
export function questionOf(facts: Facts, plan: RainPlan): RainQuestion | undefined {
  const weather = weatherOf(facts, plan);
  const catchers = chosen(facts, plan).map(catcherOf);
  if (!weather || catchers.length === 0) return undefined;
  return {
    catchers,
    needL: plan.needL,
    weather,
    rule: plan.rule,
    askedShare: plan.askedShare,
    outageL: outageL(plan),
    ownL: ownLitres(facts, plan),
    perPersonL: plan.outageL,
  };
}
