import { atOnce } from '../../base/lots.ts';
import { mildWater, type Passing } from '../../water/passing.ts';
import type { Origin, Water } from '../../water/waters.ts';
import type { Context } from '../methods/method.ts';
import type { TrainCase } from './grade.ts';
import { searchTrains } from './search.ts';
import type { Means } from './step.ts';
import type { Train } from './train.ts';

// Waters and things that the tests of trains are made with.

export const context: Context = {
  altitudeM: 200,
  today: '2026-07-01',
  dailyNeedL: 16,
  planDays: 14,
  longitudeDeg: 0,
};

export const clearWater: Passing = { ...mildWater, turbidityNtu: 2 };

export const caseOf = (water: Water, found: Partial<Passing> = {}, origin?: Origin): TrainCase => ({
  water,
  ...(origin ? { origin } : {}),
  found: { ...clearWater, ...found },
  now: '2026-07-01T08:00:00.000Z',
});

const own = (id: string, method: string, inputs: Means['inputs'] = {}): Means => ({ id, method, inputs });

/** Everything that a household may have. */
export const things = {
  settle: own('settle', 'settle'),
  alum: own('alum', 'alum', { jarMgL: 40 }),
  micro: own('micro', 'filter', { device: 'hollow-fibre' }),
  ultra: own('ultra', 'filter', { device: 'ultrafilter' }),
  ceramic: own('ceramic', 'filter', { device: 'ceramic' }),
  sand: own('sand', 'filter', { device: 'slow-sand', weeks: 30 }),
  carbon: own('carbon', 'carbon'),
  boil: own('boil', 'boil'),
  bleach: own('bleach', 'dose', { madeOn: '2026-05-01' }),
  long: own('long', 'dose', { madeOn: '2026-05-01', stand: 'giardia' }),
  tablets: own('tablets', 'tablets'),
  dioxide: own('dioxide', 'tablets', { product: 'dioxide', packL: 1 }),
  iodine: own('iodine', 'iodine'),
  packets: own('packets', 'flocculant'),
  sun: own('sun', 'sun', { latitude: 30 }),
  lamp: own('lamp', 'uv'),
  still: own('still', 'distil'),
  ro: own('ro', 'reverse-osmosis', { rated: 'germs' }),
  certified: own('certified', 'reverse-osmosis', { rated: 'germs', takesNitrate: 80, takesLead: 95 }),
  seaRo: own('seaRo', 'reverse-osmosis', { rated: 'sea' }),
} as const satisfies Record<string, Means>;
export type Thing = keyof typeof things;
export const thingIds = Object.keys(things) as Thing[];

export const plan = (c: TrainCase, ...ids: Thing[]) =>
  atOnce(
    searchTrains(
      c,
      ids.map(id => things[id]),
      context,
    ),
  );
export const ids = (train: Train | undefined): string =>
  train?.steps.map(s => s.means.id).join(' ') ?? 'none';
