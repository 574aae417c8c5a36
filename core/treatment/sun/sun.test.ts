import { describe, expect, it } from 'vitest';
import {
  bottlesFor,
  clearSkyWM2,
  cloudFactor,
  cosZenith,
  dailyWhM2,
  declinationDeg,
  exposureOf,
} from './sun.ts';

describe('the sun', () => {
  it('stands over the tropics at the solstices and over the equator at the equinoxes', () => {
    expect(declinationDeg(172)).toBeCloseTo(23.45, 1);
    expect(declinationDeg(355)).toBeCloseTo(-23.45, 1);
    expect(Math.abs(declinationDeg(81))).toBeLessThan(0.5);
    expect(cosZenith(0, 81, 12)).toBeCloseTo(1, 3);
  });
  it('gives 1,037 W/m² overhead (Haurwitz), and a quarter of it through a full cover', () => {
    expect(clearSkyWM2(1)).toBeCloseTo(1098 * Math.exp(-0.057), 9);
    expect(clearSkyWM2(-0.1)).toBe(0);
    expect(cloudFactor(8)).toBe(0.25);
    expect(cloudFactor(0)).toBe(1);
  });
  it('gives less to shade, and in winter', () => {
    const june = dailyWhM2(54.4, '2026-06-21', 2, 0);
    expect(dailyWhM2(54.4, '2026-06-21', 2, 0.5)).toBeCloseTo(june / 2, 6);
    expect(dailyWhM2(54.4, '2026-12-21', 2, 0)).toBeLessThan(june / 5);
  });
  it('asks for the rule and the meter both', () => {
    expect(exposureOf(10, '2026-03-21', 2, 0)).toMatchObject({ ruleDays: 1, meterDays: 1, days: 1 });
    expect(exposureOf(10, '2026-03-21', 5, 0).days).toBe(2);
    const december = exposureOf(54.4, '2026-12-21', 2, 0);
    expect(december.ruleDays).toBe(1);
    expect(december.days).toBe(Math.ceil(3000 / december.whM2));
  });
  it('wants two sets of bottles: 12 L a day from 1.5 L bottles over 2 days are 24', () => {
    expect(bottlesFor(12, 1.5, 2)).toBe(24);
  });
});
