import type { Inputs } from '../methods/method.ts';
import type { Means } from './step.ts';

/** A vessel to let water stand in, and a cloth: everybody has them. */
export const settling: Means = { id: 'settle', method: 'settle', inputs: {} };

/** Warmth that is there anyway, for snow and ice. */
export const melting: Means = { id: 'melt', method: 'melt', inputs: {} };

const thing = (id: string, method: string, inputs: Inputs = {}): Means => ({ id, method, inputs });

/**
 * What a group may get that it has not got: one of each kind, as new, with the beginnings of its method where nothing else is
 * said. Its name is the text `thing.<id>`.
 */
export const buyable: readonly Means[] = [
  thing('stove', 'boil'),
  thing('bleach', 'dose', { strength: 6 }),
  thing('tablets', 'tablets', { product: 'nadcc' }),
  thing('dioxide', 'tablets', { product: 'dioxide', packL: 1 }),
  thing('packets', 'flocculant'),
  thing('alum', 'alum'),
  thing('microfilter', 'filter', { device: 'hollow-fibre' }),
  thing('ultrafilter', 'filter', { device: 'ultrafilter' }),
  thing('ceramic', 'filter', { device: 'ceramic' }),
  thing('bottles', 'sun'),
  thing('lamp', 'uv', { mjCm2: 186 }),
  thing('still', 'distil'),
  // certified for what is dissolved too: of one that is not nobody knows what it takes
  thing('membrane', 'reverse-osmosis', {
    ...{ rated: 'germs', takesNitrate: 80, takesLead: 95, takesArsenic: 90, takesFluoride: 90 },
  }),
  thing('sea-membrane', 'reverse-osmosis', { rated: 'sea' }),
];

/**
 * What may be there without being kept as a supply, to be ticked: what one may get, and what runs on electricity, which nobody
 * would be told to get for the day that the mains fail.
 */
export const tickable: readonly Means[] = [
  ...buyable,
  thing('kettle', 'boil', { stove: 'kettle', powerKw: 2.2 }),
  thing('electric-still', 'distil', { stove: 'kettle' }),
];
