import { describe, expect, it } from 'vitest';
import { atOnce } from '../../base/lots.ts';
import { answerTrains, shortfalls } from './answer.ts';
import { buyable } from './buyable.ts';
import { dissolvedIn } from './dissolved.ts';
import { caseOf, context, ids, type Thing, things } from './exampleThings.ts';
import type { TrainCase } from './grade.ts';
import { compareTrains } from './train.ts';

const ask = (c: TrainCase, ...owned: Thing[]) =>
  atOnce(
    answerTrains(
      c,
      owned.map(id => things[id]),
      buyable,
      context,
    ),
  );
/** The first train, as its tier and its steps. */
const best = (c: TrainCase, ...owned: Thing[]) => {
  const [train] = ask(c, ...owned).trains;
  return train ? `${train.tier}: ${ids(train)}` : 'none';
};
const short = (c: TrainCase, ...owned: Thing[]) =>
  shortfalls(ask(c, ...owned).trains[0]!).map(s => `${s.target} ${s.earned} of ${s.asked}`);
const more = (c: TrainCase, ...owned: Thing[]) => ask(c, ...owned).more.map(m => m.thing.id);

describe('a river that sewage runs into', () => {
  const river = () => caseOf('river', {}, { upstream: 'people' });
  const { temperatureC: _, ph: __, ...found } = river().found;
  const unmeasured: TrainCase = { ...river(), found };

  it('with a microfilter and bleach is short of viruses and Cryptosporidium, and says by how much', () => {
    expect(best(unmeasured, 'micro', 'bleach')).toBe('day: micro bleach');
    expect(short(unmeasured, 'micro', 'bleach')).toEqual([
      'viruses 3 of 5',
      'protozoa 2 of 4',
      'crypto 2 of 4',
    ]);
    // a boil, or finer pores and a documented time, would close it
    expect(more(unmeasured, 'micro', 'bleach')).toContain('stove');
  });

  it('with an ultrafilter and bleach whose time is documented lacks Cryptosporidium alone', () => {
    expect(best(river(), 'ultra', 'long')).toBe('day: ultra long');
    expect(short(river(), 'ultra', 'long')).toEqual(['crypto 3 of 4']);
    expect(more(river(), 'ultra', 'long')).toContain('stove');
  });

  it('with a microfilter alone is a last resort, with viruses left whole', () => {
    const { trains, resort } = ask(river(), 'micro');
    expect(trains).toEqual([]);
    expect(ids(resort)).toBe('micro');
    expect(resort!.fitness.left).toContain('viruses');
  });

  it('that only stood is not even a last resort', () => {
    expect(ask(river(), 'settle', 'carbon')).toMatchObject({ trains: [] });
    expect(ask(river(), 'settle', 'carbon').resort).toBeUndefined();
  });

  it('boiled alone is whole: nothing else need be done', () => {
    expect(best(river(), 'boil', 'micro', 'bleach')).toBe('whole: boil');
  });
});

describe('a silty river', () => {
  const silty = caseOf('river', { turbidityNtu: 180 }, { upstream: 'nobody' });

  it('goes through nothing before it is cleared', () => {
    const { trains, missed } = ask(silty, 'ceramic', 'tablets');
    expect(trains).toEqual([]);
    // tablets in such water would have been nothing either way
    expect(missed.map(m => `${m.broken.means.id} ${m.broken.broken.reason.id}`)).toEqual([
      'ceramic train.edge.cloudy',
    ]);
  });

  it('is cleared by alum, filtered and chlorinated, in that order', () => {
    expect(best(silty, 'alum', 'ceramic', 'bleach')).toBe('whole: alum ceramic bleach');
  });

  it('of silt settles far enough for the filter, of clay does not', () => {
    const at = (grain: 'silt' | 'clay') =>
      best(caseOf('river', { turbidityNtu: 90, grain }, { upstream: 'nobody' }), 'settle', 'ultra');
    expect([at('silt'), at('clay')]).toEqual(['whole: settle ultra', 'none']);
  });
});

describe('of two orders that earn the same', () => {
  it('the one is told that leaves the chlorine in the water for longest', () => {
    expect(best(caseOf('rain', {}, { roof: 'soiled' }), 'bleach', 'micro')).toBe('whole: micro bleach');
  });
});

describe('what a train costs', () => {
  it('is what it uses up, by the unit', () => {
    const c: TrainCase = {
      ...caseOf('spring', { volumeL: 40 }),
      prices: { 'chlorine-tablets': 0.2, bleach: 0.003 },
    };
    const [train] = ask(c, 'tablets').trains;
    expect(train!.cost).toBeCloseTo(2 * 0.2);
    const dear = { ...train!, cost: 1 };
    expect(compareTrains(train!, dear)).toBeLessThan(0);
    expect(compareTrains(dear, train!)).toBeGreaterThan(0);
  });
});

describe('a farm well with nitrate 70', () => {
  const well = caseOf('well', { dissolved: { nitrate: 70 } }, { protection: 'protected' });

  it('is never boiled for it: a membrane, a still, or other water', () => {
    expect(ask(well, 'boil', 'bleach', 'ceramic', 'carbon', 'lamp')).toMatchObject({ trains: [] });
    expect(ask(well, 'boil').resort).toBeUndefined();
    expect([...more(well, 'boil', 'bleach')].sort()).toEqual(['membrane', 'still']);
    // what nobody certified for nitrate takes none of it
    expect(best(well, 'ro', 'seaRo', 'boil')).toBe('none');
    expect(best(well, 'certified', 'boil')).toBe('whole: certified');
  });

  it('that is just within its limit is pushed over it by a boil', () => {
    const near = caseOf('well', { dissolved: { nitrate: 49.9 }, volumeL: 4 }, { protection: 'protected' });
    expect(best(near, 'boil')).toBe('none');
    expect(
      best(caseOf('well', { dissolved: { nitrate: 40 }, volumeL: 4 }, { protection: 'protected' }), 'boil'),
    ).toBe('whole: boil');
  });

  it('of 300 passes a membrane that takes four fifths of it with too much left, and a still without', () => {
    const foul = caseOf('well', { dissolved: { nitrate: 300 } }, { protection: 'protected' });
    expect([best(foul, 'certified'), best(foul, 'still')]).toEqual(['none', 'whole: still']);
  });

  it('with metals over their limits is the same', () => {
    const mine = caseOf('well', { dissolved: { lead: 60 } }, { protection: 'protected' });
    expect([best(mine, 'boil', 'carbon', 'bleach'), best(mine, 'ro')]).toEqual(['none', 'none']);
    expect(best(mine, 'certified')).toBe('whole: certified');
  });
});

describe('water that nothing makes fit', () => {
  it.each(['tainted', 'flood', 'pool'] as const)('%s is a stop, with everything there is', water => {
    const { stop, trains, more: buys, resort } = ask(caseOf(water), ...(Object.keys(things) as Thing[]));
    expect(stop?.verdict).toBe('refuse');
    expect([trains, buys, resort]).toEqual([[], [], undefined]);
  });

  it('is rain of a leaded roof too', () => {
    expect(ask(caseOf('rain', {}, { roof: 'unfit' }), 'boil').stop?.reason.id).toBe('guard.never-drunk.rain');
  });
});

describe('tap water under a boil notice', () => {
  const notice = (allows: readonly ('chlorine' | 'filter')[] = []): TrainCase => ({
    ...caseOf('unknown', { turbidityNtu: 0.5 }),
    boilNotice: { allows },
    noticed: { water: 'treated-tap' },
  });

  it('with fuel is boiled; without, chlorine is limited protection and no more', () => {
    expect(best(notice(), 'boil', 'bleach')).toBe('whole: boil');
    expect(best(notice(), 'bleach', 'ultra', 'tablets')).toMatch(/^limited: /);
    expect(more(notice(), 'bleach')).toContain('stove');
  });

  it('that names chlorine is met by it', () => {
    expect(best(notice(['chlorine']), 'bleach')).toBe('whole: bleach');
    // of what else was poured to it the notice says nothing
    const mixed = { ...notice(['chlorine']), noticed: { water: 'pond' as const } };
    expect(best(mixed, 'bleach')).toBe('limited: bleach');
  });
});

describe('sea water', () => {
  const sea = caseOf('sea', { salt: 'sea' }, { upstream: 'nobody' });

  it('takes a membrane that is rated for it, or a still', () => {
    expect(best(sea, 'boil', 'bleach', 'ultra', 'ro')).toBe('none');
    expect(best(sea, 'seaRo')).toBe('whole: seaRo');
    expect(best(sea, 'still')).toBe('whole: still');
    expect(more(sea, 'boil')).toEqual(expect.arrayContaining(['still', 'sea-membrane']));
    expect(more(sea, 'boil')).not.toContain('membrane');
  });
});

describe('snow', () => {
  const snow = caseOf('snow', { isSnow: true, temperatureC: 0 });

  it('is melted on a stove and boiled; nothing else takes it as it is', () => {
    expect(best(snow, 'boil', 'tablets', 'micro')).toBe('whole: boil');
    const { missed } = ask(snow, 'tablets', 'ceramic');
    expect(new Set(missed.map(m => m.broken.broken.reason.id))).toEqual(new Set(['train.edge.snow']));
  });
});

describe('a clear spring in winter at 3 °C', () => {
  const spring = (temperatureC: number) =>
    caseOf('spring', { temperatureC, turbidityNtu: 0.5, volumeL: 20 }, { protection: 'exposed' });

  it('stands four hours with chlorine dioxide, as long as Cryptosporidium is feared or it is cold', () => {
    const [train] = ask(spring(3), 'dioxide').trains;
    expect(train?.tier).toBe('whole');
    expect(train!.steps[0]!.answer.steps.find(s => s.kind === 'wait')?.waitMin).toBe(240);
  });

  it('stands an hour with chlorine tablets, which leave the protozoa', () => {
    const [train] = ask(spring(3), 'tablets').trains;
    expect(train?.tier).toBe('limited');
    expect(train!.steps[0]!.answer.steps.find(s => s.kind === 'wait')?.waitMin).toBe(60);
    expect(train!.fitness.left).toEqual(['protozoa', 'crypto']);
  });

  it('colder than any table earns nothing by bleach', () => {
    expect(ask(spring(0.4), 'bleach').trains).toEqual([]);
    expect(ask(spring(0.6), 'bleach').trains).toHaveLength(1);
  });
});

describe('roof water', () => {
  it('of a sound roof asks bacteria and viruses alone; of a soiled one the protozoa too', () => {
    expect(best(caseOf('rain', {}, { roof: 'sound' }), 'bleach')).toBe('whole: bleach');
    expect(best(caseOf('rain', {}, { roof: 'soiled' }), 'bleach')).toBe('limited: bleach');
    expect(best(caseOf('rain', {}, { roof: 'soiled' }), 'bleach', 'micro')).toBe('whole: micro bleach');
  });
});

describe('what is dissolved', () => {
  const lines = (c: TrainCase, ...owned: Thing[]) => dissolvedIn(c, ask(c, ...owned).trains[0]!);

  it('goes up by a boil, stays by a filter, and comes down by a membrane', () => {
    const well = caseOf('well', { dissolved: { nitrate: 40 } }, { protection: 'protected' });
    const [boiled] = lines(well, 'boil');
    expect(boiled).toMatchObject({ id: 'nitrate', rises: [true] });
    expect(boiled!.shares[1]).toBeGreaterThan(boiled!.shares[0]!);
    expect(boiled!.shares[0]).toBeCloseTo(40 / 44.3);
    expect(lines(well, 'bleach')).toMatchObject([{ shares: [40 / 44.3, 40 / 44.3], rises: [false] }]);
    const foul = caseOf('well', { dissolved: { nitrate: 70, lead: 60 } }, { protection: 'protected' });
    expect(lines(foul, 'certified').map(d => [d.id, d.shares[0]! > 1, d.shares[1]! <= 1])).toEqual([
      ['nitrate', true, true],
      ['lead', true, true],
    ]);
  });

  it('of the sea is salt, until a membrane that is rated for it', () => {
    const sea = caseOf('sea', { salt: 'sea' }, { upstream: 'nobody' });
    expect(lines(sea, 'seaRo')).toMatchObject([{ id: 'salt', shares: [1.5, 0] }]);
    expect(lines(caseOf('rain', {}, { roof: 'sound' }), 'bleach')).toEqual([]);
  });
});

describe('chlorine', () => {
  it.each([
    [9, 'whole: tablets'],
    [9.1, 'none'],
    [6, 'whole: tablets'],
    [5.9, 'none'],
  ])('of tablets at pH %d is %s', (ph, said) => {
    expect(best(caseOf('rain', { ph }, { roof: 'sound' }), 'tablets')).toBe(said);
  });

  it('of bleach at a pH of 9 to 10 is limited protection at most, by the row of pH 10', () => {
    const at = (ph: number, temperatureC = 15) =>
      best(caseOf('rain', { ph, temperatureC }, { roof: 'sound' }), 'bleach');
    // 60 min × 0.2 mg/L is 12 mg·min/L: of the 30 that 4 log of viruses ask at 15 °C, 1.6 log; of the 15 at 25 °C, 3.2
    expect([at(9), at(9.1), at(10.1)]).toEqual(['whole: bleach', 'none', 'none']);
    expect([at(9.1, 25), at(10.1, 25)]).toEqual(['limited: bleach', 'none']);
  });
});

describe('two things that disinfect', () => {
  it('are never put into the same water: the second is refused, whatever the first was', () => {
    const c = caseOf('river', {}, { upstream: 'people' });
    const all: Thing[] = [
      'bleach',
      'tablets',
      'dioxide',
      'iodine',
      'packets',
      'micro',
      'lamp',
      'ceramic',
      'sun',
    ];
    const doses: readonly string[] = ['bleach', 'tablets', 'dioxide', 'iodine', 'packets'];
    const { trains } = ask(c, ...all);
    expect(trains.length).toBeGreaterThan(3);
    for (const train of trains)
      expect(train.steps.filter(s => doses.includes(s.means.id)).length, ids(train)).toBeLessThan(2);
    // a vessel that was dosed already takes none
    const dosed = { ...c, found: { ...c.found, isChlorinated: true } };
    expect(ask(dosed, 'bleach').trains).toEqual([]);
    expect(ask(dosed, 'bleach').missed[0]?.broken.broken.reason.id).toBe('train.edge.twice');
    expect(best(dosed, 'boil', 'tablets')).toBe('whole: boil');
  });
});

describe('a pond, and only bleach', () => {
  it('is limited protection where it is clear, and where it is cloudy; muddy it is nothing', () => {
    const pond = (turbidityNtu: number) =>
      best(caseOf('pond', { turbidityNtu }, { upstream: 'people' }), 'bleach');
    expect([pond(3), pond(60), pond(150)]).toEqual(['limited: bleach', 'limited: bleach', 'none']);
  });
});

describe('drinking water', () => {
  it('needs no train', () => {
    expect(ask(caseOf('treated-tap'), 'boil')).toMatchObject({ isFitAsItComes: true, trains: [] });
  });
});

describe('a tested well', () => {
  const well = caseOf('well', {}, { protection: 'tested' });

  it('is drunk fresh; what is kept of it is made whole or not at all', () => {
    expect(ask(well)).toMatchObject({ isFitFresh: true, isFitAsItComes: false, trains: [] });
    expect(ask(well, 'micro')).toMatchObject({ isFitFresh: true, trains: [] });
    expect(best(well, 'bleach')).toBe('whole: bleach');
    expect(ask(caseOf('well', {}, { protection: 'protected' })).isFitFresh).toBe(false);
  });
});
