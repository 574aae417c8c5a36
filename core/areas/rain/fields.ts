import * as v from 'valibot';
import { amount, between, fields, line, litres, name, subjectOf, whole } from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { yieldRules } from '../../rain/catchment/balance.ts';
import { MOST_PITCH_DEG, MOST_SIDE_M } from '../../rain/catchment/size.ts';
import { catchmentForms, soilings, surfaceIds, trims } from '../../rain/catchment/surfaces.ts';
import { climateIds } from '../../rain/weather/climates.ts';
import { faultOfNormals, MONTHS } from '../../rain/weather/normals.ts';

const manyOf = <const T extends readonly [string, ...string[]]>(words: T) =>
  v.pipe(v.array(v.picklist(words)), v.maxLength(words.length, 'too-many'));

/** A surface that rain is caught on, and where its water runs. */
export const catchment = fields({
  name: name(),
  form: v.picklist(catchmentForms),
  surface: v.picklist(surfaceIds),
  lengthM: between(0.3, MOST_SIDE_M),
  runM: between(0.3, MOST_SIDE_M),
  runAlong: v.picklist(['ground', 'slope']),
  pitchDeg: between(0, MOST_PITCH_DEG),
  /** Where it was measured or is known better than by what it is made of. */
  coefficient: v.exactOptional(between(0.05, 1)),
  /** 0 where the first water is not thrown away. */
  flushMm: between(0, 5),
  /** What its first-flush pipe holds (L). */
  flushPipeL: v.exactOptional(between(0, 5000)),
  gutterMm: v.exactOptional(between(40, 500)),
  trims: manyOf(trims),
  soiled: manyOf(soilings),
  /** The source that its water is known by: inspected and tested there. */
  source: v.exactOptional(subjectOf('source')),
  /** The tanks it runs into: the first, and where that overflows to, one after another. */
  tanks: v.pipe(v.array(subjectOf('container')), v.maxLength(12, 'too-many')),
  /** From its floor to its overflow, where a stick dips (cm), of the first tank. */
  tankCm: v.exactOptional(between(10, 1000)),
  tankLies: v.exactOptional(v.boolean()),
  /** From its floor to its outlet (cm): what stands below it is not drawn. */
  outletCm: v.exactOptional(between(0, 1000)),
});
export type CatchmentFields = DataOf<typeof catchment>;

/** The most rain that a gauge is read at (mm): more than ever fell in a day anywhere. */
const gaugeMm = between(0, 1825);

/** How a catch is measured: by a stick, by the litre marks of a tank of another shape, or in jugs. */
export const catchWays = ['dip', 'marks', 'jugs'] as const;
export type CatchWay = (typeof catchWays)[number];

/** A rain that was caught, as it was measured. */
export const caught = fields({
  gaugeMm,
  /** What came into tank or jugs. */
  caughtL: amount,
  /** What the first flush took (L); as much as it holds where nobody looked. */
  flushedL: v.exactOptional(litres),
  /** The plan area that it fell on (m²), as it was then. */
  areaM2: between(0.05, 40_000),
  by: v.picklist(catchWays),
  /** The tank was full before it ended: nobody knows how much would have come. */
  ranOver: v.exactOptional(v.literal(true)),
  minutes: v.exactOptional(between(0, 10_000)),
  conductivityUsCm: v.exactOptional(between(0, 100_000)),
  /** What a dip shows in the tank afterwards (L): it stands before what was reckoned. */
  levelL: v.exactOptional(litres),
  /** Where it ran: what was in there is raw again. */
  into: v.exactOptional(subjectOf('container')),
  /** What the surface was to it then. */
  roof: v.picklist(['sound', 'soiled', 'unfit']),
  source: v.exactOptional(subjectOf('source')),
  note: v.exactOptional(line(300)),
});
export type Caught = DataOf<typeof caught>;

/** The level of a tank, by a stick or by its marks. What rose came from the sky. */
export const dipped = fields({
  litres,
  depthCm: v.exactOptional(between(0, 1000)),
  rise: v.exactOptional(v.literal('rain')),
  roof: v.exactOptional(v.picklist(['sound', 'soiled', 'unfit'])),
  source: v.exactOptional(subjectOf('source')),
});
export type Dipped = DataOf<typeof dipped>;

/** What fell on it or was sprayed near it: until it is rinsed nothing of it runs into a tank. */
export const foulings = ['ash', 'smoke', 'spraying', 'droppings', 'works'] as const;
export type Fouling = (typeof foulings)[number];
/** What comes out of the air and is poison: rinsed by time and rain alone. */
export const fallouts = ['ash', 'smoke', 'spraying'] as const satisfies readonly Fouling[];
export type Fallout = (typeof fallouts)[number];
export const fouled = fields({ what: v.picklist(foulings) });

/** What is looked after at a catchment, and how often (days). */
export const cares = {
  screens: 30,
  'first-flush': 30,
  gutters: 91,
  overflow: 182,
  'tank-clean': 365,
} as const;
export type Care = keyof typeof cares;
export const careIds = Object.keys(cares) as [Care, ...Care[]];
export const cared = fields({ what: v.picklist(careIds) });

/** Before a storm, one after another. */
export const stormSteps = [
  'gutters',
  'screens',
  'first-flush',
  'room',
  'overflow',
  'empties',
  'tie-down',
] as const;

/** Hundredths of a millimetre of each day, one after another, parted by blanks; and tenths of a degree, or `x`. */
const dailyMm = v.pipe(
  v.string(),
  v.minLength(1, 'required'),
  v.maxLength(400_000, 'too-long'),
  v.regex(/^\d{1,6}(?: \d{1,6})*$/, 'daily-figures'),
);
const dailyC = v.pipe(
  v.string(),
  v.maxLength(400_000, 'too-long'),
  v.regex(/^(?:x|-?\d{1,3})(?: (?:x|-?\d{1,3}))*$/, 'daily-figures'),
);
/** Of a gauge that was read for a century, too. */
const recordDay = v.pipe(
  v.string(),
  v.regex(/^(?:18|19|20|21)\d{2}-\d\d-\d\d$/, 'day'),
  v.check(text => !Number.isNaN(Date.parse(text)), 'day'),
);

/** Daily rain of years, gaps filled. */
export const rainfall = fields({
  name: name(),
  from: recordDay,
  mm: dailyMm,
  meanC: v.exactOptional(dailyC),
  filledDays: whole(0, 100_000),
});
export type RainfallFields = DataOf<typeof rainfall>;

const months = (figure: v.GenericSchema<unknown, number>) =>
  v.pipe(v.array(figure), v.length(MONTHS, 'twelve'));

export const normals = v.pipe(
  fields({
    rainMm: months(between(0, 9300)),
    wetDays: months(between(0, 31)),
    meanC: months(between(-60, 60)),
  }),
  v.check(n => faultOfNormals(n) === undefined, 'normals'),
);

/** The weather that a tank is tried under. */
export const weathers = ['climate', 'normals', 'record'] as const;

/** What a tank is sized by: kept, so that the answer can be had again to the last digit. */
export const rainPlan = fields({
  catchments: v.pipe(v.array(subjectOf('catchment')), v.maxLength(20, 'too-many')),
  /** The tanks together; those that the catchments run into where nobody says otherwise. */
  tankL: v.exactOptional(between(10, 1_000_000)),
  needL: months(between(0, 100_000)),
  use: v.picklist(['utility', 'drinking']),
  askedShare: between(0.5, 0.999),
  rule: v.picklist(yieldRules),
  weather: v.picklist(weathers),
  climate: v.picklist(climateIds),
  record: v.exactOptional(subjectOf('rainfall')),
  /** How much years differ as a whole (standard deviation ÷ mean), where they are made; what the climate is like where nobody says. */
  yearCv: v.exactOptional(between(0, 1)),
  years: whole(30, 10_000),
  seed: whole(1, 2_147_483_647),
  outagePeople: whole(0, 100_000),
  outageDays: whole(0, 365),
  outageL: between(0, 1000),
  /** Money for a thousand litres of a tank that is built. */
  builtPer1000L: v.exactOptional(between(0, 1_000_000)),
});
export type RainPlan = DataOf<typeof rainPlan>;
