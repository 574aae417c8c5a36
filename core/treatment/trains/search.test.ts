import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atOnce } from '../../base/lots.ts';
import type { Passing } from '../../water/passing.ts';
import type { Origin, Water } from '../../water/waters.ts';
import { targets } from '../credit/credit.ts';
import { caseOf, context, ids, plan, thingIds, things } from './exampleThings.ts';
import { fitnessOnTheWay, goesAsFar, reachOf, type TrainCase, tiers } from './grade.ts';
import { searchTrains } from './search.ts';
import { isBroken, type Means } from './step.ts';
import { compareTrains, forLitres, runTrain, type Train, trainOf } from './train.ts';

/** Every order of every part of a list. */
function orders<T>(all: readonly T[]): T[][] {
  return [[], ...all.flatMap((one, i) => orders(all.filter((_, k) => k !== i)).map(rest => [one, ...rest]))];
}

/** The same by trying everything: no state is shared, nothing is left out before it is tried. */
function byForce(c: TrainCase, means: readonly Means[]): Train[] {
  const far = (order: readonly Means[]) => {
    const run = runTrain(c, order, context);
    if (!run || isBroken(run)) return undefined;
    const reach = reachOf(fitnessOnTheWay(c, run.way));
    return reach && { reach, train: trainOf(c, run.steps, run.way, reach.tier) };
  };
  const all = orders(means).flatMap(order => {
    const found = far(order);
    return found ? [{ ...found, lot: new Set(order.map(m => m.id)) }] : [];
  });
  type Tried = (typeof all)[number];
  // of one lot the best order is told, and none at all where a part of the lot does as well in any order
  const best = new Map<string, Tried>();
  for (const one of all) {
    const key = `${[...one.lot].sort()}`;
    const known = best.get(key);
    if (!known || compareTrains(one.train, known.train) < 0) best.set(key, one);
  }
  const lots = [...best.values()];
  const isPart = (a: Tried, b: Tried) => a.lot.size < b.lot.size && [...a.lot].every(id => b.lot.has(id));
  return lots
    .filter(one => one.lot.size > 0 && !lots.some(l => isPart(l, one) && goesAsFar(l.reach, one.reach)))
    .map(one => one.train)
    .sort(compareTrains);
}

const waters: readonly Water[] = [
  'river',
  'pond',
  'stream',
  'well',
  'spring',
  'rain',
  'sea',
  'brackish',
  'snow',
  'unknown',
];
const anyCase = fc
  .record({
    water: fc.constantFrom(...waters),
    upstream: fc.constantFrom(undefined, 'nobody', 'people'),
    protection: fc.constantFrom(undefined, 'tested', 'protected', 'exposed'),
    roof: fc.constantFrom(undefined, 'sound', 'soiled'),
    turbidityNtu: fc.constantFrom(0.5, 3, 4.9, 5, 5.1, 20, 49, 51, 99, 101, 400),
    grain: fc.constantFrom('silt', 'clay'),
    temperatureC: fc.constantFrom(undefined, 0.2, 3, 9.9, 10, 20),
    ph: fc.constantFrom(undefined, 5.9, 7, 8.2, 9.5, 10.4),
    nitrateMgL: fc.constantFrom(undefined, 12, 49.5, 70),
    volumeL: fc.constantFrom(0.3, 4, 20, 200),
    isCryptoFeared: fc.boolean(),
    boil: fc.constantFrom(undefined, [], ['chlorine'], ['filter']),
  })
  .map(({ water, upstream, protection, roof, boil, ...found }): TrainCase => {
    const salt = water === 'sea' ? 'sea' : water === 'brackish' ? 'brackish' : 'fresh';
    return {
      ...caseOf(water, { ...(found as Partial<Passing>), salt, isSnow: water === 'snow' }, {
        ...(upstream ? { upstream } : {}),
        ...(protection ? { protection } : {}),
        ...(roof ? { roof } : {}),
      } as Origin),
      ...(boil ? { boilNotice: { allows: boil as never } } : {}),
    };
  });

describe('the search', () => {
  it('finds what trying everything finds, and nothing else, on any water with any lot of things', () => {
    fc.assert(
      fc.property(anyCase, fc.subarray(thingIds, { minLength: 1, maxLength: 4 }), (c, owned) => {
        const means = owned.map(id => things[id]);
        const said = (train: Train) =>
          `${train.tier} ${train.steps.map(s => s.means.id).sort()} ${train.marginLog} ${Math.round(train.minutes)}`;
        expect(atOnce(searchTrains(c, means, context)).offers.map(said)).toEqual(byForce(c, means).map(said));
      }),
      { numRuns: 1900 },
    );
  });

  it.each([
    [5, 70],
    [6, 30],
  ])('agrees with trying everything on lots of %i', (size, numRuns) => {
    fc.assert(
      fc.property(anyCase, fc.subarray(thingIds, { minLength: size, maxLength: size }), (c, owned) => {
        const means = owned.map(id => things[id]);
        const said = (train: Train) => [
          train.tier,
          train.lacksLog,
          train.marginLog,
          Math.round(train.minutes),
        ];
        expect(atOnce(searchTrains(c, means, context)).offers.map(said)).toEqual(byForce(c, means).map(said));
      }),
      { numRuns },
    );
  });

  it('offers nothing that breaks an edge, misses what it says it meets, or has a step too many', () => {
    fc.assert(
      fc.property(anyCase, fc.subarray(thingIds, { minLength: 1 }), (c, owned) => {
        const { offers, resort } = atOnce(
          searchTrains(
            c,
            owned.map(id => things[id]),
            context,
          ),
        );
        for (const train of offers) {
          expect(train.steps.flatMap(s => s.answer.judgements).filter(j => j.verdict === 'refuse')).toEqual(
            [],
          );
          const { required, earned, left, grade } = train.fitness;
          if (train.tier === 'whole' && !c.boilNotice)
            for (const t of targets) expect(earned[t], t).toBeGreaterThanOrEqual(required!.aim[t]);
          // tested groundwater is drunk fresh for a day, whatever is done to it
          if (train.tier === 'day' && train.fitness.proof !== 'source')
            for (const t of targets) expect(earned[t], t).toBeGreaterThanOrEqual(required!.least[t]);
          // chlorine in a cloudy water is never more, whatever it took out
          const isCapped = train.steps.some(s => s.answer.isCapped);
          if (train.tier === 'limited' && !c.boilNotice && !isCapped) expect(left.length).toBeGreaterThan(0);
          expect(grade).toBe(train.tier === 'limited' ? 'limited' : 'drinking');
        }
        expect(offers.map(o => tiers.indexOf(o.tier))).toEqual(offers.map(o => tiers.indexOf(o.tier)).sort());
        if (resort) expect(offers).toEqual([]);
      }),
      { numRuns: 120 },
    );
  });

  it('brings what stays behind besides: the dose is for the litres that come to it', () => {
    const c = caseOf('river', { turbidityNtu: 9, volumeL: 36 }, { upstream: 'nobody' });
    const [best] = plan(c, 'settle', 'ultra', 'bleach').offers;
    const train = forLitres(c, best!, context) as Train;
    const litres = train.steps.map(s => Math.round(s.before.volumeL * 10) / 10);
    expect(litres.at(-1)).toBe(36);
    expect(litres[0]).toBe(ids(train).startsWith('settle') ? 40 : 36);
  });
});
