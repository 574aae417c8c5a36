import * as v from 'valibot';
import {
  between,
  day,
  digest,
  entryId,
  fields,
  instant,
  line,
  name,
  subjectOf,
  whole,
} from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { columnMeanings } from '../../water/quality/labColumns.ts';
import { MOST_DILUTIONS, MOST_TUBES, mpnEstimate } from '../../water/quality/mpn.ts';
import { foundWords, parameterIds, reportedAs, testMethods } from '../../water/quality/parameters.ts';
import { samplingRuleIds } from '../../water/quality/samplingPlan.ts';
import { faultOf } from '../../water/quality/testReading.ts';

/** What a reading may be of: stored water, where water comes from, a supply that treats it. */
export const readable = ['container', 'source', 'supply'] as const;

const hours = between(1, 24 * 30);
const kitC = between(0, 60);
/** When a kit is read by its own rule, and how warm it stands for that. */
const window = fields({
  fromH: hours,
  toH: hours,
  fromC: v.exactOptional(kitC),
  toC: v.exactOptional(kitC),
});

/** What it was read with: a kit of the supplies, or one that is named by its lot alone. */
const kit = fields({
  supply: v.exactOptional(subjectOf('supply')),
  lot: v.exactOptional(line(60)),
  expires: v.exactOptional(day),
});

/** Where in a system: before or after a filter, at a tap, at a dip. */
const point = line(80);

const dilution = fields({
  volumeMl: between(0.0001, 10_000),
  tubes: whole(1, MOST_TUBES),
  positive: whole(0, MOST_TUBES),
});

/** A figure that comes from tubes is the one that these tubes give, to the two digits that tables print. */
const TUBES_TOLERANCE = 0.05;

/** One reading of one parameter. */
export const testReading = v.pipe(
  fields({
    parameter: v.picklist(parameterIds),
    method: v.picklist(testMethods),
    value: v.exactOptional(between(-10, 1e9)),
    beyond: v.exactOptional(v.picklist(['below', 'above'])),
    as: v.exactOptional(v.picklist(reportedAs)),
    found: v.exactOptional(v.picklist(foundWords)),
    rack: v.exactOptional(v.pipe(v.array(dilution), v.minLength(1), v.maxLength(MOST_DILUTIONS))),
    /** 95 % interval. */
    range: v.exactOptional(fields({ least: between(0, 1e12), most: between(0, 1e12) })),
    volumeMl: v.exactOptional(between(0.01, 10_000)),
    depthCm: v.exactOptional(between(0.1, 1000)),
    point: v.exactOptional(point),
    kit: v.exactOptional(kit),
    incubated: v.exactOptional(
      fields({ from: instant, temperatureC: between(-5, 60), window: v.exactOptional(window) }),
    ),
    photo: v.exactOptional(digest),
    /** Who took the sample, where another hand writes it down. */
    sampledBy: v.exactOptional(line(60)),
    note: v.exactOptional(line(300)),
  }),
  v.rawCheck(({ dataset, addIssue }) => {
    const fault = dataset.typed ? faultOf(dataset.value) : undefined;
    if (fault) addIssue({ message: fault });
  }),
  v.check(({ rack, value }) => {
    if (!rack) return true;
    if (rack.some(d => d.positive > d.tubes)) return false;
    const { per100Ml } = mpnEstimate(rack);
    return value !== undefined && Math.abs(value - per100Ml) <= per100Ml * TUBES_TOLERANCE + 0.05;
  }, 'tubes'),
);
export type ReadingFields = DataOf<typeof testReading>;

/** A sample that was set to stand warm. */
export const testBegun = v.pipe(
  fields({
    of: subjectOf(...readable),
    method: v.picklist(['presence-absence', 'plate', 'tubes']),
    parameters: v.pipe(
      v.array(v.picklist(['e-coli', 'total-coliforms', 'h2s'])),
      v.minLength(1, 'required'),
      v.maxLength(3),
    ),
    temperatureC: between(-5, 60),
    window: v.exactOptional(window),
    point: v.exactOptional(point),
    kit: v.exactOptional(kit),
    /** The chlorine in it was taken out with thiosulphate, so that it does not go on killing in the bottle. */
    isDechlorinated: v.exactOptional(v.boolean()),
  }),
  v.check(({ window: w }) => !w || w.fromH < w.toH, 'incubation'),
);
export type TestBegun = DataOf<typeof testBegun>;

export const testGivenUp = fields({ why: v.picklist(['spilt', 'void', 'lost', 'mistake']) });

/** Steps of following up a fail, in their order. */
export const followSteps = ['stop', 'tell', 'resample', 'treat', 'cause', 'clean', 'retest'] as const;
export type FollowStep = (typeof followSteps)[number];

/** A step of a follow-up that was done, of the reading that began it. */
export const followed = fields({
  of: entryId,
  step: v.picklist(followSteps),
  way: v.exactOptional(v.picklist(['treated', 'discarded'])),
  note: v.exactOptional(line(300)),
});
export type Followed = DataOf<typeof followed>;

export const followUpClosed = fields({ of: entryId });

const checkedResult = fields({
  value: v.exactOptional(between(0, 1e9)),
  found: v.exactOptional(v.picklist(['present', 'absent'])),
});

/** A kit tried on itself: on water in which nothing is (a blank), or twice on the same sample (a duplicate). */
export const kitChecked = v.pipe(
  fields({
    what: v.picklist(['blank', 'duplicate']),
    parameter: v.picklist(parameterIds),
    first: checkedResult,
    second: v.exactOptional(checkedResult),
  }),
  v.check(({ what, second }) => (what === 'duplicate') === (second !== undefined), 'second'),
  v.check(
    ({ first, second }) =>
      [first, ...(second ? [second] : [])].every(r => (r.value === undefined) !== (r.found === undefined)),
    'value',
  ),
);
export type KitChecked = DataOf<typeof kitChecked>;

/** How often a rule of the sampling plan asks; 0 sets it aside. */
export const samplingSet = fields({ rule: v.picklist(samplingRuleIds), everyDays: whole(0, 3650) });

/** What a heading of a laboratory's sheet means here: told once. */
export const headingMapped = fields({
  heading: v.pipe(
    name(120),
    v.check(word => !(word.toLowerCase() in {}), 'reserved'),
  ),
  means: v.picklist(columnMeanings),
});
