import * as v from 'valibot';
import { instant } from '#core/base/fields.ts';

/** A figure as it stands in an address. */
const figure = (least: number, most: number) =>
  v.pipe(v.string(), v.transform(Number), v.number(), v.minValue(least), v.maxValue(most));

export const MeterRequestSchema = v.object({
  from: instant,
  until: instant,
  latitude: figure(-66, 66),
  longitude: v.optional(figure(-180, 180), '0'),
  shade: v.optional(figure(0, 100), '0'),
});

export interface MeterAnswer {
  readonly name: string;
  readonly isSimulated: boolean;
  readonly whM2: number;
}
