import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { dutiesAt } from '../duties.ts';
import { fold, guard } from '../entries.ts';
import { heldAt } from '../sources/findings.ts';
import { stateAt } from '../store/wholeState.ts';
import { type CatchmentFields, type Caught, fallouts, type RainPlan } from './fields.ts';
import { onRinsed } from './guards.ts';
import {
  builtRoof,
  catcherOf,
  catchmentInto,
  fitAt,
  frozenOf,
  poorerTanks,
  rainfallOf,
  recordOf,
  roofAt,
  settingOf,
  tankLitres,
  upkeepOf,
} from './known.ts';
import { goesByDays, normalsFor, planOf, questionOf } from './plan.ts';

const START = '2026-06-01T08:00:00.000Z';
const later = (days: number) => addMinutes(START, days * 1440);
const hall: CatchmentFields = {
  name: 'Hall roof',
  form: 'roof',
  surface: 'tile',
  lengthM: 12,
  runM: 8,
  runAlong: 'ground',
  pitchDeg: 35,
  flushMm: 1,
  trims: [],
  soiled: [],
  tanks: [],
};

let h: Hand;
let tank: Subject;
let roof: Subject;
const facts = () => fold(h.entries);
const state = (id: Subject, when: string) => stateAt(facts(), when).containers[id]!;
const duties = (when: string) => dutiesAt(facts(), stateAt(facts(), when)).filter(d => d.area === 'rain');
const catchRain = (more: Partial<Caught> = {}) =>
  h.write(
    'caught',
    roof,
    {
      gaugeMm: 10.5,
      caughtL: { value: 700, known: 'measured' },
      areaM2: 96,
      by: 'dip',
      into: tank,
      roof: 'sound',
      ...more,
    } as Caught,
    [tank],
  );
/** What the guards say to an entry, by verdict and reason. */
function said(
  kind: string,
  subject: Subject,
  data: object,
  also: readonly Subject[] = [],
  at = later(3),
): string[] {
  const entry = {
    ...h.entries.at(-1)!,
    kind,
    subject,
    data,
    happenedAt: at,
    ...(also.length ? { also } : {}),
  };
  return guard(facts(), entry as never, at).map(j => `${j.verdict} ${j.reason.id}`);
}

beforeEach(() => {
  h = hand(START);
  const building = h.subject('building');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  const place = h.subject('place');
  h.write('place.set', place, { name: 'Yard', building, level: 0, widthM: 6, heightM: 3, shelves: [] });
  h.write('home.set', h.subject('home'), { name: 'All', people: [{}, {}] });
  tank = h.subject('container');
  h.write('container.added', tank, {
    code: 'T-1',
    kind: 'tank-5000l',
    place,
    role: 'raw',
    heldBefore: 'new',
  });
  roof = h.subject('catchment');
  h.write('catchment.set', roof, { ...hall, tanks: [tank] });
});

describe('rain that runs into a tank', () => {
  it('raises its level, and is utility water until it is treated', () => {
    catchRain();
    expect(state(tank, later(1))).toMatchObject({ litres: 700, counts: 'utility' });
    h.at(later(1));
    catchRain({ caughtL: { value: 300, known: 'guessed', spread: 0.3 } });
    expect(facts().container[tank]!.fill).toMatchObject({
      remainingL: 1000,
      water: 'rain',
      origin: { roof: 'sound' },
    });
  });

  it('makes what was treated raw again', () => {
    catchRain();
    const sheet = h.at(later(0.5)).subject('sheet');
    const credit = { bacteria: 6, viruses: 6, protozoa: 6, crypto: 6 };
    h.write(
      'sheet.begun',
      sheet,
      {
        method: 'boil',
        inputs: {},
        headline: { id: 'boil.headline' },
        steps: [{ id: 'boil', text: { id: 'x' }, kind: 'do' }],
        uses: [],
        credit,
        barrier: 'heat',
      },
      [tank],
    );
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil', credit }, [tank]);
    expect(facts().container[tank]!.fill!.treated).toBeDefined();
    expect(
      said(
        'caught',
        roof,
        {
          gaugeMm: 10,
          caughtL: { value: 100, known: 'measured' },
          areaM2: 96,
          by: 'dip',
          into: tank,
          roof: 'sound',
        },
        [tank],
      ),
    ).toContain('warn guard.caught-onto-treated');
    h.at(later(1));
    catchRain();
    expect(facts().container[tank]!.fill!.treated).toBeUndefined();
    expect(state(tank, later(1)).counts).toBe('utility');
  });

  it('leaves in it what the stick shows afterwards, whatever was reckoned', () => {
    catchRain();
    h.at(later(1));
    catchRain({ caughtL: { value: 300, known: 'measured' }, levelL: 950 });
    expect(state(tank, later(1)).litres).toBe(950);
  });

  it('into jugs leaves the tank as it was', () => {
    catchRain();
    h.at(later(1)).write('caught', roof, {
      gaugeMm: 5,
      caughtL: { value: 60, known: 'measured' },
      areaM2: 96,
      by: 'jugs',
      roof: 'sound',
    });
    expect(state(tank, later(1)).litres).toBe(700);
    expect(facts().catchment[roof]!.caught).toHaveLength(2);
  });

  it('with the sea in it is salt water, and off a worse roof than it is said it is refused', () => {
    catchRain({ conductivityUsCm: 1500 });
    expect(facts().container[tank]!.fill!.water).toBe('rain');
    h.at(later(1));
    catchRain({ conductivityUsCm: 1600 });
    expect(facts().container[tank]!.fill!.water).toBe('brackish');
    h.write('catchment.set', roof, { ...hall, trims: ['lead-flashing'], tanks: [tank] });
    const rain = {
      gaugeMm: 10,
      caughtL: { value: 100, known: 'measured' },
      areaM2: 96,
      by: 'dip',
      into: tank,
    };
    const of = (said_: string) =>
      said('caught', roof, { ...rain, roof: said_ }, [tank]).filter(s => s.startsWith('refuse'));
    expect([of('sound'), of('soiled'), of('unfit')]).toEqual([
      ['refuse guard.better-roof'],
      ['refuse guard.better-roof'],
      [],
    ]);
    expect(said('dipped', tank, { litres: 4000, rise: 'rain', roof: 'sound' })).toEqual([
      'refuse guard.better-roof',
    ]);
    expect(said('dipped', tank, { litres: 4000, rise: 'rain', roof: 'unfit' })).toEqual([]);
  });

  it('leaves no more in a tank than it holds, whether the stick says so or the sum', () => {
    const of = (litres: number, more: Partial<Caught>) =>
      said(
        'caught',
        roof,
        {
          gaugeMm: 90,
          caughtL: { value: litres, known: 'measured' },
          areaM2: 96,
          by: 'marks',
          into: tank,
          roof: 'sound',
          ...more,
        },
        [tank],
      );
    expect(of(300, { levelL: 5100 })).toEqual([]);
    expect(of(300, { levelL: 5101 })).toEqual(['refuse guard.dip-over']);
    catchRain({ levelL: 4900 });
    expect(of(200, {})).toEqual([]);
    expect(of(201, {})).toEqual(['refuse guard.dip-over']);
  });

  it('that ran over says nothing of its roof', () => {
    for (let i = 0; i < 6; i++) {
      h.at(later(i));
      catchRain({ caughtL: { value: 200, known: 'measured' }, ranOver: true });
    }
    expect(fitAt(facts().catchment[roof]!)).toBeUndefined();
    expect(duties(later(6)).some(d => d.what.id === 'duty.blocked')).toBe(false);
  });

  it('is not more than fell, and runs in nowhere off a fouled roof', () => {
    const rain = {
      gaugeMm: 10,
      caughtL: { value: 960, known: 'measured' },
      areaM2: 96,
      by: 'dip',
      into: tank,
      roof: 'sound',
    };
    const of = (litres: number) =>
      said('caught', roof, { ...rain, caughtL: { value: litres, known: 'measured' } }, [tank]);
    expect(of(960)).toEqual([]);
    expect(of(961)).toEqual(['warn guard.caught-more']);
    expect(of(1537)).toContain('refuse guard.caught-more');
    expect(said('caught', roof, { ...rain, conductivityUsCm: 201 }, [tank])).toEqual([
      'warn guard.caught-salt',
    ]);
    expect(said('caught', roof, { ...rain, conductivityUsCm: 200 }, [tank])).toEqual([]);
    h.write('catchment.fouled', roof, { what: 'ash' });
    expect(of(500)).toContain('refuse guard.caught-fouled');
    expect(said('caught', roof, { ...rain, into: undefined, roof: 'unfit' })).toEqual([]);
  });
});

describe('a dip', () => {
  it('says what was used, and that rain came', () => {
    catchRain();
    h.at(later(1)).write('dipped', tank, { litres: 400, depthCm: 17 });
    expect(state(tank, later(1)).litres).toBe(400);
    h.write('dipped', tank, { litres: 900, rise: 'rain', roof: 'soiled' });
    expect(facts().container[tank]!.fill).toMatchObject({
      remainingL: 900,
      water: 'rain',
      origin: { roof: 'soiled' },
    });
  });

  it('asks where a rise comes from; told all the same, nobody knows the water', () => {
    catchRain();
    expect(said('dipped', tank, { litres: 800 })).toEqual(['refuse guard.dip-rise']);
    expect(said('dipped', tank, { litres: 800, rise: 'rain' })).toEqual([]);
    expect(said('dipped', tank, { litres: 5200, rise: 'rain' })).toEqual(['refuse guard.dip-over']);
    h.write('dipped', tank, { litres: 800 });
    expect(facts().container[tank]!.fill).toMatchObject({ remainingL: 800, water: 'unknown' });
  });
});

describe('what waits at a catchment', () => {
  const whats = (when: string) =>
    duties(when)
      .filter(d => d.when === 'now')
      .map(d => d.what.id);

  it('is screens and first flush every month, gutters every season, the tank once a year', () => {
    expect(whats(later(29))).toEqual([]);
    expect(whats(later(30))).toEqual(['duty.care', 'duty.care']);
    h.at(later(30)).write('catchment.cared', roof, { what: 'screens' });
    expect(whats(later(31))).toEqual(['duty.care']);
    expect(duties(later(365)).filter(d => d.when === 'now')).toHaveLength(5);
  });

  it('is to turn the pipe away when something fell on it, until it is rinsed', () => {
    const roofOn = (days: number) => roofAt(facts(), facts().catchment[roof]!, later(days));
    h.write('catchment.fouled', roof, { what: 'droppings' });
    // rain that fell before is as the roof was then
    expect([roofOn(-1), roofOn(0.5)]).toEqual(['sound', 'soiled']);
    // what was written down a second after the moment that a page shows is so on that page
    const fell = facts().catchment[roof]!.fouled!.at;
    const roofAfter = (seconds: number) =>
      roofAt(facts(), facts().catchment[roof]!, addMinutes(fell, -seconds / 60));
    expect([roofAfter(3), roofAfter(60)]).toEqual(['soiled', 'sound']);
    h.at(later(1)).write('catchment.rinsed', roof, {});
    expect(roofOn(1.5)).toBe('sound');
    expect(whats(later(1))).toEqual([]);
    h.write('catchment.fouled', roof, { what: 'spraying' });
    expect(whats(later(2))).toEqual(['duty.divert']);
    // poison is not boiled away, and droppings on top of it do not hide it
    expect(roofOn(2)).toBe('unfit');
    h.write('catchment.fouled', roof, { what: 'droppings' });
    expect(roofOn(2)).toBe('unfit');
  });

  it.each(fallouts)('catches nothing to drink for seven days after %s, whoever rinses it', what => {
    h.write('catchment.fouled', roof, { what });
    const fell = facts().catchment[roof]!.fouled!.at;
    const at = (hours: number) => addMinutes(fell, hours * 60);
    const rinsed = (hours: number) =>
      onRinsed(facts(), { subject: roof, happenedAt: at(hours), data: {} } as never);
    expect(rinsed(7 * 24 - 1).map(j => j.reason.id)).toEqual(['guard.rinsed-early']);
    expect(rinsed(7 * 24)).toEqual([]);
    // an old paper that says so comes to nothing either
    h.at(at(7 * 24 - 1)).write('catchment.rinsed', roof, {});
    expect(roofAt(facts(), facts().catchment[roof]!, at(7 * 24 - 1))).toBe('unfit');
    h.at(at(7 * 24)).write('catchment.rinsed', roof, {});
    expect(roofAt(facts(), facts().catchment[roof]!, at(7 * 24))).toBe('sound');
  });

  it('lies under one sky with the source that its water is known by', () => {
    const source = h.subject('source');
    h.write('source.set', source, { name: 'Hall rain', kind: 'rain', upstream: [], distanceM: 0, climbM: 0 });
    h.write('catchment.set', roof, { ...hall, tanks: [tank], source });
    const held = (days: number) => heldAt(facts(), facts().source[source]!, later(days)).map(hold => hold.of);
    h.write('catchment.fouled', roof, { what: 'ash' });
    expect(held(1)).toEqual(['ash']);
    h.at(later(9)).write('catchment.rinsed', roof, {});
    expect(held(9)).toEqual([]);
    h.write('source.happened', source, { what: 'smoke' });
    expect(roofAt(facts(), facts().catchment[roof]!, later(10))).toBe('unfit');
    expect(
      said(
        'caught',
        roof,
        {
          gaugeMm: 10,
          caughtL: { value: 90, known: 'measured' },
          areaM2: 96,
          by: 'dip',
          into: tank,
          roof: 'sound',
        },
        [tank],
        later(10),
      ),
    ).toContain('refuse guard.caught-fouled');
  });

  it('is a gutter to look at when ten rains bring three fifths, and not when they scatter around what is due', () => {
    // 96 m² × 10 mm × 0.8 = 768 L
    const ten = (from: number, share: (i: number) => number) => {
      for (let i = 0; i < 10; i++)
        h.at(later(from + i)).write('caught', roof, {
          gaugeMm: 10.5,
          caughtL: { value: 768 * share(i), known: 'measured' },
          areaM2: 96,
          by: 'jugs',
          roof: 'sound',
        });
    };
    ten(0, i => 0.95 + (i % 2 ? 0.2 : -0.2));
    expect(whats(later(10))).not.toContain('duty.blocked');
    ten(10, () => 0.6);
    expect(whats(later(20))).toContain('duty.blocked');
    // taken over into the plan, it is what is expected
    h.write('catchment.set', roof, { ...hall, tanks: [tank], coefficient: 0.48 });
    expect(whats(later(20))).not.toContain('duty.blocked');
  });

  it('is nothing at one that is no longer used', () => {
    h.write('catchment.fouled', roof, { what: 'ash' });
    h.write('catchment.removed', roof, {});
    expect(duties(later(400))).toEqual([]);
  });
});

describe('a catchment', () => {
  it('runs into its tanks, which fill as one', () => {
    expect(catchmentInto(facts(), tank)?.name).toBe('Hall roof');
    // the kind gives 95 % of what it is called; measured, it is what lies between outlet and overflow
    expect(tankLitres(facts(), [facts().catchment[roof]!])).toBe(4750);
    expect(tankLitres(facts(), [{ ...facts().catchment[roof]!, tankCm: 200, outletCm: 20 }])).toBe(4500);
    expect(tankLitres(facts(), [{ ...facts().catchment[roof]!, tankCm: 200 }])).toBe(4750);
    expect(catcherOf(hall)).toEqual({ areaM2: 96, coefficient: 0.8, flushMm: 1 });
  });

  it('that turns out worse is so for the water that it brought', () => {
    catchRain();
    const of = (more: Partial<CatchmentFields>) =>
      poorerTanks(facts(), { ...hall, tanks: [tank], ...more }).map(t => t.id);
    expect(of({})).toEqual([]);
    expect(of({ soiled: ['birds'] })).toEqual([tank]);
    expect(of({ trims: ['lead-paint'] })).toEqual([tank]);
    h.write('origin.seen', tank, { roof: 'unfit' });
    expect(of({ soiled: ['birds'] })).toEqual([]);
  });

  it('without a first flush is a soiled roof', () => {
    expect(builtRoof({ ...hall, flushMm: 0 })).toBe('soiled');
    expect(builtRoof({ ...hall, trims: ['lead-flashing'] })).toBe('unfit');
  });

  it('is warned of, never refused, for what it is made of; a tank that is not there is', () => {
    expect(said('catchment.set', roof, { ...hall, surface: 'asbestos', tanks: [tank] })).toEqual([
      'warn catchment.unfit.asbestos',
    ]);
    expect(
      said('catchment.set', roof, { ...hall, tanks: ['container:01M88X6PY5AXMXFYXH43WSY7Q9'] }),
    ).toContain('refuse guard.no-tank');
    expect(said('catchment.set', roof, hall)).toEqual(['warn guard.no-tank-yet']);
  });
});

describe('a plan', () => {
  const plan = (more: Partial<RainPlan> = {}): RainPlan => ({
    catchments: [roof],
    needL: Array.from({ length: 12 }, () => 60),
    use: 'drinking',
    askedShare: 0.95,
    rule: 'after-spillage',
    weather: 'climate',
    climate: 'oceanic-hills',
    years: 1000,
    seed: 7,
    outagePeople: 2,
    outageDays: 14,
    outageL: 3,
    ...more,
  });

  it('begins with 3 L a person, or the round figure above it in the group’s own measure', () => {
    const eachL = (units?: 'metric' | 'US' | 'imperial') =>
      planOf(
        { ...facts(), rain: {}, group: { ...facts().group, ...(units ? { units } : {}) } },
        { need: { utilityL: 0 } as never },
      ).outageL;
    expect([eachL(), eachL('metric')]).toEqual([3, 3]);
    // 0.8 US gal of 3.785411784 L, 0.7 imperial gal of 4.54609 L
    expect(eachL('US')).toBeCloseTo(3.0283, 4);
    expect(eachL('imperial')).toBeCloseTo(3.1823, 4);
  });

  it('asks for a roof, for its weather, and for a roof that may be drunk from', () => {
    expect(said('rain.planned', 'rain', plan())).toEqual([]);
    expect(said('rain.planned', 'rain', plan({ catchments: [] }))).toEqual(['refuse guard.plan-no-roof']);
    expect(said('rain.planned', 'rain', plan({ weather: 'record' }))).toEqual(['refuse guard.no-rainfall']);
    expect(said('rain.planned', 'rain', plan({ weather: 'normals' }))).toEqual(['refuse guard.no-normals']);
    h.write('catchment.set', roof, { ...hall, surface: 'thatch', tanks: [tank] });
    expect(said('rain.planned', 'rain', plan())).toEqual(['refuse guard.plan-unfit']);
    expect(said('rain.planned', 'rain', plan({ use: 'utility' }))).toEqual([]);
  });
});

describe('what is looked after', () => {
  const upkeep = () => upkeepOf(facts().catchment[roof]!, 'UTC');

  it('is due by its rhythm from when it was done last, or from when the surface was written down', () => {
    expect(upkeep().find(u => u.what === 'gutters')).toEqual({
      what: 'gutters',
      dueDay: later(91).slice(0, 10),
    });
    h.at(later(40)).write('catchment.cared', roof, { what: 'gutters' });
    expect(upkeep().find(u => u.what === 'gutters')).toEqual({
      what: 'gutters',
      lastDay: later(40).slice(0, 10),
      dueDay: later(131).slice(0, 10),
    });
  });

  it('is no first flush where there is none, and nothing where nothing runs into a tank', () => {
    expect(upkeep().map(u => u.what)).toContain('first-flush');
    h.write('catchment.set', roof, { ...hall, flushMm: 0, tanks: [tank] });
    expect(upkeep().map(u => u.what)).not.toContain('first-flush');
    h.write('catchment.set', roof, hall);
    expect(upkeep()).toEqual([]);
  });

  it('does not come into what the surface is set to', () => {
    h.write('catchment.cared', roof, { what: 'screens' });
    h.write('catchment.fouled', roof, { what: 'ash' });
    expect(settingOf(facts().catchment[roof]!)).toEqual({ ...hall, tanks: [tank] });
  });
});

describe('a record of daily rain', () => {
  it.each([
    [3651, false],
    [3653, true],
  ])('of %i days is tried day by day: %s; a shorter one gives its months alone', (days, isByDays) => {
    const record = {
      from: '2000-01-01',
      mm: Array.from({ length: days }, (_, i) => (i % 3 ? 0 : 6)),
      filledDays: 0,
    };
    const id = h.subject('rainfall');
    h.write('rainfall.taken-in', id, rainfallOf('Gauge', { ...record, meanC: record.mm.map(() => 9) }));
    const state = stateAt(facts(), later(1));
    const plan = { ...planOf(facts(), state), weather: 'record', record: id } as RainPlan;
    expect(goesByDays(facts(), plan)).toBe(isByDays);
    expect(questionOf(facts(), plan)?.weather.by).toBe(isByDays ? 'record' : 'normals');
    expect(normalsFor(facts(), plan) === undefined).toBe(isByDays);
    // a year of such rain is some 730 mm either way
    if (!isByDays) expect(normalsFor(facts(), plan)!.rainMm.reduce((a, b) => a + b)).toBeCloseTo(730, -1);
  });

  it('goes into the log and comes out as it was, with its frost', () => {
    const record = { from: '1961-12-31', mm: [0, 12.3, 0.2], meanC: [-1.5, undefined, 4], filledDays: 1 };
    const id = h.subject('rainfall');
    h.write('rainfall.taken-in', id, rainfallOf('Gauge', record));
    expect(recordOf(facts().rainfall[id]!)).toEqual(record);
    expect([...frozenOf(record)]).toEqual([1, 0, 0]);
    h.write('rainfall.removed', id, {});
    expect(facts().rainfall[id]).toBeUndefined();
  });
});
