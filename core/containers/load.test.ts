import { describe, expect, it } from 'vitest';
import { seedKinds } from './kinds.ts';
import { floorLoad, judgeFloor, judgeShelf } from './load.ts';

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
    expect(judgeShelf({ id: 'A' }, 0, 20).verdict).toBe('warn');
  });
});
