import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { footprintM, seedKinds } from './kinds.ts';
import { floorLoad, heaviestGroup, judgeFloor, judgeShelf, rowKgM } from './load.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;
const drum = { kind: kind('drum-208l'), massKg: 218 };

describe('the load on a floor', () => {
  it('of one brimful drum in a corner: 218 kg over 1.085 × 1.085 m', () => {
    const load = floorLoad([drum], { widthM: 4 });
    expect(load.widthM).toBeCloseTo(1.085, 9);
    expect(load.depthM).toBeCloseTo(1.085, 9);
    expect(load.kgM2).toBeCloseTo(218 / 1.085 ** 2, 6);
    expect(judgeFloor(load, 195).verdict).toBe('ok');
  });

  it('of three drums is beyond what a dwelling is built for', () => {
    const load = floorLoad([drum, drum, drum], { widthM: 4 });
    // 654 kg over (3 × 0.585 + 0.5) × 1.085 m
    expect(load.kgM2).toBeCloseTo(654 / (2.255 * 1.085), 6);
    expect(judgeFloor(load, undefined)).toMatchObject({
      verdict: 'warn',
      reason: { id: 'floor.over-unknown' },
    });
    expect(judgeFloor(load, 300).verdict).toBe('ok');
  });

  it('spreads on every open side: a drum that stands free bears on 1.585 × 1.585 m', () => {
    const free = floorLoad([drum], { widthM: 4, walls: [] });
    expect([free.widthM, free.depthM]).toEqual([1.585, 1.585].map(m => expect.closeTo(m, 9)));
    const backOnly = floorLoad([drum], { widthM: 4, walls: ['back'] });
    expect(backOnly.widthM).toBeCloseTo(1.585, 9);
    expect(backOnly.depthM).toBeCloseTo(1.085, 9);
  });

  it('is never lowered by what is added: a jug beside three drums spreads nothing', () => {
    const jug = { kind: kind('jug-18.9l'), massKg: 19.7 };
    const drums = floorLoad([drum, drum, drum], { widthM: 6 });
    expect(floorLoad([drum, drum, drum, jug], { widthM: 6 }).kgM2).toBe(drums.kgM2);
    const vessel = fc.record({
      kind: fc.constantFrom(...seedKinds),
      massKg: fc.double({ min: 0.1, max: 1200, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(vessel, { maxLength: 8 }),
        vessel,
        fc.double({ min: 0.5, max: 8, noNaN: true }),
        (before, added, widthM) =>
          floorLoad([...before, added], { widthM }).kgM2 >= floorLoad(before, { widthM }).kgM2,
      ),
    );
  });

  it('is that of the group which bears most, whatever the order: tried over all groups', () => {
    const vessel = fc.record({
      kind: fc.constantFrom(kind('drum-208l'), kind('jug-18.9l'), kind('tote-1040l'), kind('can-20l')),
      massKg: fc.double({ min: 0.5, max: 1100, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(vessel, { minLength: 1, maxLength: 7 }), standing => {
        // a bay of 3 m with walls behind and at both ends, by the rule of the rectangle
        const loadOf = (group: typeof standing) => {
          const width = Math.min(3, group.reduce((m, s) => m + footprintM(s.kind).widthM, 0) + 0.5);
          const depth = Math.min(1.2, Math.max(...group.map(s => footprintM(s.kind).depthM)) + 0.5);
          return group.reduce((m, s) => m + s.massKg, 0) / (width * depth);
        };
        const groups = Array.from({ length: 2 ** standing.length - 1 }, (_, mask) =>
          standing.filter((_, i) => ((mask + 1) >> i) & 1),
        );
        const most = Math.max(...groups.map(loadOf));
        expect(floorLoad(standing, { widthM: 3 }).kgM2 / most).toBeCloseTo(1, 9);
      }),
    );
  });

  it('spreads through an open end beyond the bay, and through an open back', () => {
    const bay = { widthM: 0.6, depthM: 0.6 } as const;
    // left, right and back: half a metre each beyond the bay of 0.6 × 0.6 m
    expect(floorLoad([drum], { ...bay, walls: ['back', 'right'] })).toMatchObject({
      widthM: 1.1,
      depthM: 0.6,
    });
    expect(floorLoad([drum], { ...bay, walls: ['back', 'left'] })).toMatchObject({
      widthM: expect.closeTo(1.085, 9),
      depthM: 0.6,
    });
    expect(floorLoad([drum], { ...bay, walls: ['left', 'right'] })).toMatchObject({
      widthM: 0.6,
      depthM: 1.1,
    });
  });

  it('reaches no further than a bay of 1.2 m where nobody measured it', () => {
    const tote = { kind: kind('tote-1040l'), massKg: 1048 };
    const load = floorLoad([tote], { widthM: 4 });
    expect([load.widthM, load.depthM]).toEqual([expect.closeTo(1.7, 9), 1.2]);
    expect(load).toMatchObject({ massKg: 1048, kgM2: expect.closeTo(1048 / (1.7 * 1.2), 9) });
  });

  it('names the group: those as deep, and those that bear most on their metre of the row', () => {
    const jug = { kind: kind('jug-18.9l'), massKg: 19.7 };
    expect(rowKgM(drum)).toBeCloseTo(218 / 0.585, 9);
    const free = heaviestGroup([jug, drum], { widthM: 4 })!;
    expect(free).toMatchObject({ mostDeepM: 0.585, fillsBay: false, spreadM: 0.5 });
    expect(free.leastKgM).toBeCloseTo(218 / 0.585, 9);
    // a drum alone leaves 0.015 m of a bay of 1.1 m; of 1.085 m it fills the whole
    expect(heaviestGroup([drum], { widthM: 1.1 })!.fillsBay).toBe(false);
    expect(heaviestGroup([drum], { widthM: 1.085 })!.fillsBay).toBe(true);
    expect(heaviestGroup([drum], { widthM: 4, walls: ['back'] })!.spreadM).toBe(1);
    expect(heaviestGroup([], { widthM: 4 })).toBeUndefined();
  });

  it('at its limit bears; a kilogram more does not, and says what it was reckoned over', () => {
    const load = { massKg: 390, widthM: 2, depthM: 1, kgM2: 195 };
    expect(judgeFloor(load, 195)).toMatchObject({
      verdict: 'ok',
      reason: {
        id: 'floor.bears',
        params: { massKg: 390, loadKgM2: 195, limitKgM2: 195, widthM: 2, depthM: 1 },
      },
    });
    expect(judgeFloor(load, undefined).verdict).toBe('ok');
    expect(judgeFloor({ ...load, kgM2: 195.1 }, 195)).toMatchObject({
      verdict: 'warn',
      reason: { id: 'floor.over' },
      remedy: { id: 'floor.over.remedy' },
    });
  });

  it('does not spread through walls', () => {
    expect(floorLoad([drum, drum], { widthM: 1.2, depthM: 0.6 })).toMatchObject({ widthM: 1.2, depthM: 0.6 });
    expect(floorLoad([], { widthM: 4 }).kgM2).toBe(0);
  });
});

describe('a shelf', () => {
  it('over its kg is refused, kg against kg; of unknown strength it is warned of', () => {
    expect(judgeShelf({ id: 'A', limitKg: 250 }, 155, 95).verdict).toBe('ok');
    const over = judgeShelf({ id: 'A', limitKg: 250 }, 155, 208);
    expect(over).toMatchObject({
      verdict: 'refuse',
      reason: { params: { totalKg: 363, limitKg: 250 } },
      remedy: { params: { overKg: 113 } },
    });
    expect(judgeShelf({ id: 'A' }, 0, 20)).toMatchObject({
      verdict: 'warn',
      reason: { id: 'shelf.unknown', params: { totalKg: 20, limitKg: 0 } },
      remedy: { id: 'shelf.unknown.remedy' },
    });
    // half a kilogram over is a whole one to take off
    expect(judgeShelf({ id: 'A', limitKg: 20 }, 10, 10.5).remedy?.params).toMatchObject({ overKg: 1 });
  });
});
