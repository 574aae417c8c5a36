import { describe, expect, it } from 'vitest';
import { vesselVolume } from './vessel.ts';

describe('the volume of an unmarked vessel', () => {
  it('of a cylinder of 58.5 × 77 cm is a drum’s 207 L', () => {
    expect(vesselVolume({ by: 'cylinder', diameterCm: 58.5, heightCm: 77 }).value).toBeCloseTo(206.97, 1);
  });

  it('of a bucket lies between the cylinders of its bottom and its top', () => {
    // π × 30 ÷ 12 × (900 + 720 + 576) = 17,247 cm³
    expect(vesselVolume({ by: 'bucket', topCm: 30, bottomCm: 24, heightCm: 30 }).value).toBeCloseTo(
      17.247,
      2,
    );
    expect(vesselVolume({ by: 'bucket', topCm: 30, bottomCm: 30, heightCm: 30 }).value).toBeCloseTo(
      vesselVolume({ by: 'cylinder', diameterCm: 30, heightCm: 30 }).value,
      3,
    );
  });

  it('of a lying drum is half at half its depth, and all of it when full', () => {
    const drum = { by: 'lying-drum', diameterCm: 58, lengthCm: 80 } as const;
    const full = (Math.PI / 4) * 58 ** 2 * 80 * 0.001;
    expect(vesselVolume({ ...drum, depthCm: 29 }).value).toBeCloseTo(full / 2, 2);
    expect(vesselVolume({ ...drum, depthCm: 58 }).value).toBeCloseTo(full, 2);
    expect(vesselVolume({ ...drum, depthCm: 70 }).value).toBeCloseTo(full, 2);
  });

  it('by weight, flow and pours is what it says, each with its own spread', () => {
    expect(vesselVolume({ by: 'weight', waterKg: 19.2 })).toEqual({
      value: 19.2,
      known: 'guessed',
      spread: 0.01,
    });
    expect(vesselVolume({ by: 'flow', minutes: 4, litresPerMinute: 9 }).value).toBe(36);
    expect(vesselVolume({ by: 'pours', count: 13, pourL: 1.5 })).toMatchObject({ value: 19.5, spread: 0.03 });
  });
});
