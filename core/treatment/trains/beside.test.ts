import { describe, expect, it } from 'vitest';
import { atOnce } from '../../base/lots.ts';
import type { Fear, Feared } from '../../water/hazards.ts';
import type { Origin } from '../../water/waters.ts';
import { treatments } from '../methods/treatments.ts';
import { answerTrains } from './answer.ts';
import { otherSchools, unsettled } from './beside.ts';
import { melting } from './buyable.ts';
import { cloudyAt } from './clearing.ts';
import { caseOf, context, ids, type Thing, things } from './exampleThings.ts';
import { isTimeShort, type Short, shorts } from './grade.ts';
import type { Means } from './step.ts';

const answer = (c: ReturnType<typeof caseOf>, ...of: Thing[]) =>
  atOnce(
    answerTrains(
      c,
      of.map(id => things[id]),
      [],
      context,
    ),
  );

describe('cloudy water', () => {
  it.each([
    ['boil', 60, ['settle', 'boil'], 'settle boil'],
    ['boil, with alum as well', 60, ['settle', 'alum', 'boil'], 'alum boil'],
    ['what is all but clear', 4.9, ['settle', 'boil'], 'boil'],
    ['from here on', 5, ['settle', 'boil'], 'settle boil'],
    ['boil, where nothing clears it', 60, ['boil'], 'boil'],
  ] as const)('is cleared before it is boiled: %s', (_, turbidityNtu, of, order) => {
    const { trains, isUncleared } = answer(caseOf('river', { turbidityNtu }), ...of);
    expect(ids(trains[0])).toBe(order);
    expect(isUncleared === true).toBe(cloudyAt(trains[0]!) >= 0);
  });

  it('of clay is not let stand: it does not clear', () => {
    const { trains, isUncleared } = answer(
      caseOf('river', { turbidityNtu: 60, grain: 'clay' }),
      'settle',
      'boil',
    );
    expect([ids(trains[0]), isUncleared]).toEqual(['boil', true]);
  });

  it('goes as it is where time is short, and that is said', () => {
    const { trains, isUncleared } = answer(
      { ...caseOf('river', { turbidityNtu: 60 }), short: 'time' },
      'settle',
      'boil',
    );
    expect([ids(trains[0]), isUncleared]).toEqual(['boil', true]);
  });

  it('is told of each train, not of the first alone', () => {
    const { trains } = answer(
      caseOf('river', { turbidityNtu: 60 }),
      'settle',
      'boil',
      'still',
      'ultra',
      'bleach',
    );
    expect(trains.length).toBeGreaterThan(1);
    const heated = trains.filter(t => t.steps.some(step => step.means.method === 'boil'));
    expect(heated.length).toBeGreaterThan(0);
    for (const train of heated) expect(ids(train)).toMatch(/settle .*boil/);
  });
});

describe('snow', () => {
  const snow = caseOf('snow', { isSnow: true, turbidityNtu: 2 });
  const by = (...of: Means[]) => atOnce(answerTrains(snow, of, [], context)).trains;

  it('is melted by other heat where there is no stove, then filtered and disinfected', () => {
    const [best] = by(melting, things.ultra, things.long);
    expect(ids(best)).toMatch(/^melt /);
    expect(best!.tier).toBe('whole');
    expect(best!.steps[0]!.after).toMatchObject({ isSnow: false, temperatureC: 1 });
  });

  it('is nothing to drink when it is only melted, nor where nothing melts it', () => {
    expect(by(melting)).toEqual([]);
    expect(by(things.ultra, things.long)).toEqual([]);
  });
});

describe('what is short', () => {
  const of = (short: Short) =>
    answer(
      { ...caseOf('river', { turbidityNtu: 2 }), short },
      'boil',
      'ultra',
      'long',
      'still',
      'dioxide',
      'settle',
    );
  it('is of time where the hours count, till evening too: then cloudy water is not cleared first', () => {
    expect(shorts.filter(isTimeShort)).toEqual(['time', 'evening']);
    expect(isTimeShort(undefined)).toBe(false);
  });

  it.each(shorts)('%s: changes the order of the ways, never which there are', short => {
    const lots = (s: Short) =>
      of(s)
        .trains.map(train => ids(train).split(' ').sort().join(' '))
        .sort();
    expect(lots(short)).toEqual(lots('nothing'));
    const tiers = of(short).trains.map(train => train.tier);
    expect(tiers).toEqual(
      [...tiers].sort(
        (a, b) => ['whole', 'day', 'limited'].indexOf(a) - ['whole', 'day', 'limited'].indexOf(b),
      ),
    );
  });

  it('is what the first way takes least of', () => {
    const whole = (short: Short) =>
      of(short).trains.filter(train => train.tier === of(short).trains[0]!.tier);
    const least = (short: Short, taken: (t: (typeof first)[number]) => number) => {
      const all = whole(short);
      expect(taken(all[0]!)).toBe(Math.min(...all.map(taken)));
    };
    const first = whole('nothing');
    least('time', t => t.minutes);
    least('fuel', t => t.fuelKg);
    least('hands', t => t.handMin);
    expect(ids(whole('moving')[0])).not.toContain('boil');
  });

  it('is told by methods that are carried: all of them that go into a bag', () => {
    expect(
      treatments
        .filter(t => t.inTrain.isCarried)
        .map(t => t.id)
        .sort(),
    ).toEqual(['dose', 'filter', 'iodine', 'iodine-tablets', 'tablets', 'uv']);
  });
});

describe('a fear of the walk', () => {
  const fears: Fear[] = (
    [
      'bacteria',
      'viruses',
      'crypto',
      'turbidity',
      'organics',
      'nitrate-metals',
      'taste',
      'organics',
    ] as Feared[]
  ).map((of, i) => ({ of, why: `why-${i}`, source: 'who-hwt' }));

  it('stays beside the answer until the train settles it; a chemical that nobody measured always does', () => {
    const [boil] = answer(caseOf('river', { turbidityNtu: 8 }), 'settle', 'boil').trains;
    expect(unsettled(boil, fears).map(f => f.of)).toEqual(['organics', 'nitrate-metals', 'taste']);
    expect(unsettled(boil, fears)[0]!.why).toBe('why-4');
    expect(unsettled(undefined, fears).map(f => f.of)).toContain('bacteria');
  });

  it('of a germ is open where the train takes less of it than is asked', () => {
    const [limited] = answer(caseOf('river', { turbidityNtu: 2 }), 'bleach').trains;
    expect(limited!.tier).toBe('limited');
    expect(unsettled(limited, fears).map(f => f.of)).toContain('crypto');
    expect(unsettled(limited, fears).map(f => f.of)).not.toContain('bacteria');
  });

  it('of cloud is open where the water stays cloudy', () => {
    const [muddy] = answer({ ...caseOf('river', { turbidityNtu: 60 }), short: 'time' }, 'boil').trains;
    expect(unsettled(muddy, fears).map(f => f.of)).toContain('turbidity');
  });
});

describe('the schools of others', () => {
  const said = (water: 'stream' | 'spring' | 'tap', origin: Origin, ...of: Thing[]) =>
    otherSchools(
      caseOf(water as 'stream', {}, origin),
      of.map(id => things[id]),
      [],
    ).map(j => `${j.verdict} ${j.reason.id}`);

  it('are named where they would be followed, with why not', () => {
    expect(said('stream', { upstream: 'nobody' }, 'micro')).toEqual(['warn school.filter-alone']);
    expect(said('stream', { upstream: 'nobody' }, 'boil')).toEqual(['warn school.as-it-runs']);
    expect(said('spring', { protection: 'exposed' }, 'sun')).toEqual(['warn school.sun-on-spring']);
  });

  it('are not where they do not speak of this water', () => {
    expect(said('stream', { upstream: 'people' }, 'micro')).toEqual([]);
    expect(said('spring', { protection: 'tested' }, 'sun')).toEqual([]);
  });
});
