import * as v from 'valibot';
import { key, subjectOf } from '#core/base/fields.ts';
import { shorts } from '#core/treatment/trains/grade.ts';
import { originAnswers, waterIds } from '#core/water/waters.ts';
import { printed } from './paper.ts';

const name = v.pipe(v.string(), v.maxLength(100));
const figure = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most));

/** Asks for a train as a card: it is worked out anew, whoever asks. */
export const TrainCardRequestSchema = v.object({
  form: v.object({
    source: v.optional(subjectOf('source')),
    container: v.optional(subjectOf('container')),
    water: v.picklist(waterIds),
    origin: v.object({
      protection: v.exactOptional(v.picklist(originAnswers.protection)),
      roof: v.exactOptional(v.picklist(originAnswers.roof)),
      upstream: v.exactOptional(v.picklist(originAnswers.upstream)),
    }),
    volumeL: figure(0.1, 1e6),
    turbidityNtu: figure(0, 5000),
    grain: v.picklist(['silt', 'clay']),
    temperatureC: v.optional(figure(-2, 60)),
    ph: v.optional(figure(0, 14)),
    nitrateMgL: v.optional(figure(0, 1e5)),
    short: v.optional(v.picklist(shorts)),
    without: v.pipe(v.array(name), v.maxLength(200)),
    also: v.pipe(v.array(name), v.maxLength(50)),
  }),
  /** The means of its steps, in their order. */
  steps: v.pipe(v.array(name), v.minLength(1, 'required'), v.maxLength(6)),
  ...printed,
});

/** Asks for a method as a card, with what stands in the blanks of its sentence. */
export const MethodCardRequestSchema = v.object({
  method: name,
  inputs: v.record(key(100), v.union([v.pipe(v.number(), v.finite()), name])),
  ...printed,
});
