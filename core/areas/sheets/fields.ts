import * as v from 'valibot';
import {
  between,
  type Fields,
  fields,
  isKey,
  key,
  line,
  litres,
  name,
  subjectOf,
  whole,
} from '../../base/fields.ts';
import type { Message } from '../../base/judgement.ts';
import type { DataOf } from '../../log/define.ts';
import { type BatchCheck, type DoseInstruction, doseWays } from '../../treatment/chlorine/batch.ts';
import { clarities, doseSchoolIds } from '../../treatment/chlorine/schools.ts';
import { strengthSchools } from '../../treatment/chlorine/strength.ts';
import type { Credit } from '../../treatment/credit/credit.ts';
import { holds, type Step, stepKinds } from '../../treatment/methods/method.ts';
import type { Removal } from '../../water/quality/chemicals.ts';

/** Names that the library of texts reads as its own options, or that it is handed beside the parameters. */
const taken = new Set([
  'lng',
  'lngs',
  'ns',
  'context',
  'defaultValue',
  'returnObjects',
  'returnDetails',
  'joinArrays',
  'interpolation',
  'postProcess',
  'keySeparator',
  'nsSeparator',
  'skipInterpolation',
  'fallbackLng',
  'replace',
  'reader',
]);
const param = v.pipe(
  name(40),
  v.check(word => isKey(word) && !taken.has(word), 'reserved'),
);
const figure = v.pipe(v.number(), v.finite());

const text: Fields<Message> = fields({
  id: name(80),
  params: v.exactOptional(v.record(param, v.union([figure, line(200)]))),
});

const log10 = between(0, 10);
const credit: Fields<Credit> = fields({ bacteria: log10, viruses: log10, protozoa: log10, crypto: log10 });

const anyFigure = between(-1e6, 1e6);

const reading = fields({
  unit: name(20),
  least: v.exactOptional(anyFigure),
  most: v.exactOptional(anyFigure),
});

const step: Fields<Step> = fields({
  id: name(40),
  text,
  kind: v.picklist(stepKinds),
  waitMin: v.exactOptional(between(0, 60 * 24 * 14)),
  daylight: v.exactOptional(
    fields({
      latitudeDeg: between(-90, 90),
      longitudeDeg: between(-180, 180),
      wholeDays: v.exactOptional(whole(1, 14)),
    }),
  ),
  reading: v.exactOptional(reading),
  onFail: v.exactOptional(text),
});

/** The share of what is dissolved that the device's certificate says it takes out. */
const removal: Fields<Removal> = fields({
  nitrate: v.exactOptional(between(0, 1)),
  nitrite: v.exactOptional(between(0, 1)),
  lead: v.exactOptional(between(0, 1)),
  arsenic: v.exactOptional(between(0, 1)),
  fluoride: v.exactOptional(between(0, 1)),
  manganese: v.exactOptional(between(0, 1)),
});

/** One method of a train: what it earns when its last step is done, and the thing that it is done with. */
const leg = fields({
  method: name(40),
  /** Its first step, and its last, with what must be read there. */
  first: name(40),
  last: name(40),
  reading: v.exactOptional(reading),
  credit,
  barrier: name(40),
  desalts: v.exactOptional(v.literal(true)),
  /** Older sheets said so of a membrane that was rated for germs: it proves nothing of what is dissolved. */
  demineralises: v.exactOptional(v.literal(true)),
  removes: v.exactOptional(removal),
  dechlorinates: v.exactOptional(v.literal(true)),
  /** Something was put in that another dose would be a second one of. */
  holds: v.exactOptional(v.picklist(holds)),
  supply: v.exactOptional(subjectOf('supply')),
});

/** A sheet as it was begun: frozen, so that it reads the same when a method changes later. */
export const sheet = fields({
  method: name(40),
  inputs: v.record(key(40), v.union([figure, name(60)])),
  headline: text,
  steps: v.pipe(v.array(step), v.minLength(1, 'required'), v.maxLength(60)),
  /** Of a train: its methods in their order. Each earns what it earns when it is done, and not before. */
  legs: v.exactOptional(v.pipe(v.array(leg), v.minLength(1, 'required'), v.maxLength(6))),
  /** What it took from which supply. */
  uses: v.pipe(v.array(fields({ supply: subjectOf('supply'), amount: between(0, 1e7) })), v.maxLength(8)),
  /** Log reductions of a finished run. */
  credit,
  /** What kind of barrier it is: two of one kind count once. Its method where nothing else is said. */
  barrier: v.exactOptional(name(40)),
  /** It takes salt out; it takes the chlorine out that was in. */
  desalts: v.exactOptional(v.literal(true)),
  /** Older sheets said so of a membrane that was rated for germs: it proves nothing of what is dissolved. */
  demineralises: v.exactOptional(v.literal(true)),
  removes: v.exactOptional(removal),
  dechlorinates: v.exactOptional(v.literal(true)),
  /** What is not drunk until it is finished. */
  holds: v.exactOptional(v.picklist(holds)),
});
export type SheetFields = DataOf<typeof sheet>;

/** A step that was done; an estimated reading was worked out, not read. */
export const stepDone = fields({
  step: name(40),
  reading: v.exactOptional(anyFigure),
  isEstimated: v.exactOptional(v.literal(true)),
});
export type StepDone = DataOf<typeof stepDone>;

export const outcomes = ['finished', 'failed', 'stopped'] as const;
export type SheetOutcome = (typeof outcomes)[number];

/** The end of a sheet; a finished one proves what its method credits. */
export const sheetEnd = fields({
  outcome: v.picklist(outcomes),
  method: name(40),
  credit: v.exactOptional(credit),
});
export type SheetEnd = DataOf<typeof sheetEnd>;

const dilution = fields({
  factor: between(1, 10_000),
  bleachMl: between(0, 10_000),
  waterMl: between(0, 100_000),
});

/** A batch of bleach as it was begun: the answer that the bench gave. */
export const instruction: Fields<DoseInstruction> = fields({
  school: v.picklist(doseSchoolIds),
  strengthSchool: v.picklist(strengthSchools),
  volumeL: litres,
  strengthMgMl: between(0.1, 250),
  targetMgL: between(0, 1000),
  doseMl: between(0, 100_000),
  way: v.picklist(doseWays),
  tool: v.exactOptional(name(40)),
  steps: v.exactOptional(between(0, 100_000)),
  pourMl: v.exactOptional(between(0, 100_000)),
  dilution: v.exactOptional(dilution),
  supply: v.exactOptional(subjectOf('supply')),
  contactMin: between(15, 1440),
  clarity: v.picklist(clarities),
  temperatureC: v.exactOptional(between(-5, 60)),
  ph: v.exactOptional(between(3, 12)),
});

export const check: Fields<BatchCheck> = fields({
  clarity: v.picklist(clarities),
  chemicalSmell: v.boolean(),
});

export const dose = fields({
  doseMl: between(0, 100_000),
  strengthMgMl: between(0.1, 250),
  instructedMl: v.exactOptional(between(0, 100_000)),
});
export type Dose = DataOf<typeof dose>;

/** A batch that was left: why, as a word of the catalogue (`why.<code>`) or in the hand's own words. */
export const leaving = fields({ why: line(300) });
export type Leaving = DataOf<typeof leaving>;

/** A vessel washed with bleach in water. */
export const sanitising = fields({ waterL: between(0, 1000), bleachMl: between(0, 100_000) });
