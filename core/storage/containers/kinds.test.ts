import { expect, it } from 'vitest';
import { footprintM, seedKinds, standingAreaM2, usableL } from './kinds.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;

it('every seed kind holds what it says, has a footprint, and its own id', () => {
  expect(new Set(seedKinds.map(k => k.id)).size).toBe(seedKinds.length);
  for (const k of seedKinds) {
    expect(usableL(k)).toBeLessThanOrEqual(k.nominalL);
    expect(standingAreaM2(k)).toBeGreaterThan(0);
    // no kind is lighter than a foil pouch or heavier empty than a sixth of its water
    expect(k.tareKg).toBeLessThan(Math.max(1, k.nominalL / 6));
  }
});

it('what is bought full is full; what is filled by hand keeps a twentieth of headspace', () => {
  expect(usableL(kind('jug-3.79l'))).toBe(3.785);
  expect(usableL(kind('pack-24x500ml'))).toBe(12);
  expect(usableL(kind('carrier-10l'))).toBe(9.5);
  expect(usableL(kind('jug-18.9l'))).toBe(17.955);
  expect(usableL(kind('drum-208l'))).toBe(197.6);
});

it('a round kind stands on a circle in a square, any other on its width by its depth', () => {
  expect(footprintM(kind('drum-208l'))).toEqual({ widthM: 0.585, depthM: 0.585 });
  expect(standingAreaM2(kind('drum-208l'))).toBeCloseTo(Math.PI * 0.2925 ** 2, 6);
  expect(footprintM(kind('can-20l'))).toEqual({ widthM: 0.28, depthM: 0.25 });
  expect(standingAreaM2(kind('can-20l'))).toBeCloseTo(0.07, 9);
  expect(footprintM(kind('pouch-125ml'))).toEqual({ widthM: 0.1, depthM: 0.04 });
  const { diameterMm: _, ...unmeasured } = kind('drum-208l');
  expect(footprintM(unmeasured)).toEqual({ widthM: 0, depthM: 0 });
});
