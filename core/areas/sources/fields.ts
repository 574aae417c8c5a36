import * as v from 'valibot';
import { between, day, fields, instant, line, name, subjectOf, whole } from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { words } from '../../water/findings/conditions.ts';
import { holdIds } from '../../water/findings/holds.ts';
import { feared, looks, sourceEvents, sourceSmells, upstreams } from '../../water/hazards.ts';
import { inspectionFormIds, inspectionRisks, risksOf } from '../../water/inspection.ts';
import { allClears, noticeAllows, noticeKinds } from '../../water/notices.ts';
import { sourceKindIds } from '../../water/sourceKinds.ts';

/** The farthest that water is fetched from (m): what is more is a slip of the unit. */
export const MOST_DISTANCE_M = 50_000;

const upstream = v.pipe(
  v.array(v.picklist(upstreams)),
  v.maxLength(upstreams.length),
  v.check(list => !list.includes('nobody') || !list.includes('people'), 'nobody-and-people'),
);

/** Where water is fetched, caught, drawn or bought. */
export const source = fields({
  name: name(),
  kind: v.picklist(sourceKindIds),
  upstream,
  /** One way, along the path, and how much higher the home lies than the source. */
  distanceM: between(0, MOST_DISTANCE_M),
  climbM: between(-2000, 2000),
  flowLMin: v.exactOptional(between(0.01, 10_000)),
  /** Others who fill there. */
  sharedBy: v.exactOptional(whole(0, 100_000)),
  season: v.exactOptional(v.picklist(['all-year', 'dry-in-summer', 'frozen-in-winter'])),
  permission: v.exactOptional(v.picklist(['ours', 'asked', 'to-ask', 'refused'])),
  knownBy: v.exactOptional(line(120)),
  /** Of a seller or carrier (money a litre). */
  pricePerL: v.exactOptional(between(0, 1000)),
  /** Of the roof that rain is caught on. */
  roof: v.exactOptional(v.picklist(['fit', 'unfit'])),
  /** Closed all round, with a cover and a drain: a well or spring that nothing falls into. */
  isProtected: v.exactOptional(v.boolean()),
  note: v.exactOptional(line(500)),
});
export type SourceFields = DataOf<typeof source>;

/** What somebody saw there. */
export const look = fields({
  looks: v.pipe(v.array(v.picklist(looks)), v.minLength(1, 'required'), v.maxLength(looks.length)),
  smell: v.picklist(sourceSmells),
  turbidityNtu: v.exactOptional(between(0, 10_000)),
  temperatureC: v.exactOptional(between(-2, 60)),
  flowLMin: v.exactOptional(between(0, 10_000)),
});
export type Looking = DataOf<typeof look>;

export const inspected = v.pipe(
  fields({
    form: v.picklist(inspectionFormIds),
    /** Risks that are there: questions of the form that were answered with yes. */
    yes: v.pipe(v.array(v.picklist(inspectionRisks)), v.maxLength(10, 'too-many')),
  }),
  v.check(
    ({ form, yes }) => new Set(yes).size === yes.length && yes.every(risk => risksOf(form).includes(risk)),
    'other-form',
  ),
);
export type Inspecting = DataOf<typeof inspected>;

/** A risk that was put right since the last inspection. */
export const mended = fields({ risk: v.picklist(inspectionRisks) });

export const tested = fields({
  eColi: v.exactOptional(between(0, 1e7)),
  nitrateMgL: v.exactOptional(between(0, 10_000)),
});
export type Testing = DataOf<typeof tested>;

export const event = fields({ what: v.picklist(sourceEvents) });

/** Something that is feared there: confirmed, or struck by somebody who knows better, and why. */
export const hazard = fields({
  of: v.picklist(feared),
  is: v.picklist(['confirmed', 'struck']),
  why: v.exactOptional(line(200)),
});
export type HazardSaid = DataOf<typeof hazard>;

export const notice = v.pipe(
  fields({
    kind: v.picklist(noticeKinds),
    /** Who says so. */
    authority: name(120),
    area: v.exactOptional(line(200)),
    /** The taps, carriers and other sources that it is given for. */
    sources: v.pipe(v.array(subjectOf('source')), v.minLength(1, 'required'), v.maxLength(200)),
    givenOn: day,
    /** From when on the water is suspected: often before the notice was given. */
    suspectedFrom: day,
    allows: v.exactOptional(v.pipe(v.array(v.picklist(noticeAllows)), v.maxLength(noticeAllows.length))),
  }),
  v.check(n => n.suspectedFrom <= n.givenOn, 'suspected-after-given'),
);
export type NoticeFields = DataOf<typeof notice>;

export const allClear = fields({ at: instant, found: v.picklist(allClears) });
export type Clearing = DataOf<typeof allClear>;

/** What is flushed before a tap counts again. */
export const flushParts = ['lines', 'heater', 'ice', 'cartridges', 'filters'] as const;
export const flushed = fields({ part: v.picklist(flushParts), isNone: v.exactOptional(v.literal(true)) });
export type FlushPart = (typeof flushParts)[number];

/** The word of somebody who may say so: what is needed for a finding to be over, and that the record cannot show. */
export const ending = fields({
  of: v.picklist(holdIds),
  by: v.picklist(words),
  /** Who said it: an authority, a laboratory, a supplier; or what the cause was. */
  who: v.exactOptional(line(200)),
});
export type Ending = DataOf<typeof ending>;

/** People who fell ill, and what they drank. */
export const illness = fields({
  people: whole(1, 10_000),
  fellIllOn: day,
  home: v.exactOptional(subjectOf('home')),
  /** All at once, with a taste, a rash or a sore mouth: it looks like a chemical. */
  isChemical: v.exactOptional(v.literal(true)),
});
export type Illness = DataOf<typeof illness>;
