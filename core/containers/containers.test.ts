import { describe, expect, it } from 'vitest';
import { type HeldBefore, judgeFinding, judgeHeldBefore } from './fitness.ts';
import { seedKinds, standingAreaM2, usableL } from './kinds.ts';
import { judgeLift, massKg, pointPressureKgM2, portability } from './mass.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;

describe('mass', () => {
  it('of a brimful 208 L drum is 218 kg, and nobody carries it', () => {
    expect(massKg(kind('drum-208l'), 208)).toBe(218);
    expect(portability(218)).toBe('fixed');
    expect(judgeLift(218).verdict).toBe('warn');
  });

  it('of a full jug is one person’s, of a 26 L cube two people’s (ISO 11228-1: 25 kg)', () => {
    expect(portability(massKg(kind('jug-18.9l'), 18.9))).toBe('one');
    expect(portability(massKg(kind('cube-26l'), 26))).toBe('two');
    expect(portability(25)).toBe('one');
    expect(portability(50.1)).toBe('fixed');
  });

  it('presses about 810 kg/m² under a drum', () => {
    expect(standingAreaM2(kind('drum-208l'))).toBeCloseTo(Math.PI * 0.2925 ** 2, 6);
    expect(pointPressureKgM2(kind('drum-208l'), 208)).toBeGreaterThan(805);
    expect(pointPressureKgM2(kind('drum-208l'), 208)).toBeLessThan(815);
  });
});

it('every seed kind holds what it says, has a footprint, and its own id', () => {
  expect(new Set(seedKinds.map(k => k.id)).size).toBe(seedKinds.length);
  for (const k of seedKinds) {
    expect(usableL(k)).toBeLessThanOrEqual(k.nominalL);
    expect(standingAreaM2(k)).toBeGreaterThan(0);
    // no kind is lighter than a foil pouch or heavier empty than a sixth of its water
    expect(k.tareKg).toBeLessThan(Math.max(1, k.nominalL / 6));
  }
});

describe('fitness', () => {
  it.each<[HeldBefore, string]>([
    ['new', 'ok'],
    ['water', 'ok'],
    ['food', 'warn'],
    ['milk-juice', 'refuse'],
    ['chemical', 'refuse'],
    ['unknown', 'refuse'],
  ])('of a vessel that held %s: %s', (held, verdict) => {
    expect(judgeHeldBefore(held).verdict).toBe(verdict);
  });

  it('ends with a crack, a leak, a smell, algae or fuel beside it', () => {
    for (const found of ['cracked', 'leaking', 'smell', 'algae', 'near-fuel'] as const)
      expect(judgeFinding(found).verdict).toBe('refuse');
    expect(judgeFinding('frozen-sound').verdict).toBe('ok');
  });
});
