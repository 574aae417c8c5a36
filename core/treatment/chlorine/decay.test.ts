import { describe, expect, it } from 'vitest';
import { seeded } from '../../../scripts/generate.ts';
import type { Batch } from './batch.ts';
import { fitDecay, forecastResidual, sinceLastDose } from './decay.ts';
import { hoclPka, hoclShare } from './hocl.ts';
import { removerG } from './remove.ts';
import { powderG, wellL } from './shock.ts';

/** A normal deviate of two uniform ones (Box and Muller). */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

const at = (day: number, mgL: number) => ({ at: new Date(Date.UTC(2026, 0, 1 + day)).toISOString(), mgL });

describe('a residual in store', () => {
  it('gives back k and C₀ of readings without noise', () => {
    const fit = fitDecay([0, 5, 10, 20].map(days => ({ days, mgL: 1.2 * Math.exp(-0.04 * days) })))!;
    expect(fit.kPerDay).toBeCloseTo(0.04, 9);
    expect(fit.c0MgL).toBeCloseTo(1.2, 9);
  });

  it('has the true k within its 95 % band in nine of ten trials and more, with 10 % noise', () => {
    let within = 0;
    const random = seeded(7);
    for (let trial = 0; trial < 1000; trial++) {
      const k = 0.01 + random() * 0.1;
      const points = Array.from({ length: 6 }, (_, i) => ({
        days: i * 4,
        mgL: 1.5 * Math.exp(-k * i * 4) * Math.exp(0.1 * normal(random)),
      }));
      const [least, most] = fitDecay(points)!.bandPerDay!;
      if (least <= k && k <= most) within += 1;
    }
    expect(within).toBeGreaterThanOrEqual(900);
    // a band that holds everything would say nothing
    expect(within).toBeLessThan(990);
  });

  it('is forecast to the day it passes 0.2, and says why where it cannot be', () => {
    const forecast = forecastResidual([at(0, 0.8), at(10, 0.4)]);
    // halves in 10 days: 0.8 → 0.2 in 20
    expect(typeof forecast === 'object' && forecast.days).toBeCloseTo(20, 9);
    expect(forecastResidual([at(0, 0.8)])).toBe('too-few');
    expect(forecastResidual([at(0, 0.5), at(10, 0.6)])).toBe('not-falling');
    expect(forecastResidual([at(0, 0.5), at(10, 0.1)])).toBe('ended');
  });
});

describe('readings of one decay', () => {
  it('begin anew with a top-up, so that a rise does not end the forecast', () => {
    const batch = (dosedDay: number): Batch => ({
      id: `b${dosedDay}`,
      begunAt: at(dosedDay, 0).at,
      by: 'Odile',
      instruction: {} as Batch['instruction'],
      events: [{ what: 'dosed', at: at(dosedDay, 0).at, entry: 'e', doseMl: 3, mgL: 1 }],
    });
    const readings = [at(1, 0.8), at(20, 0.3), at(31, 0.8), at(41, 0.4)];
    expect(sinceLastDose(readings, [batch(0), batch(30)])).toEqual(readings.slice(2));
    expect(sinceLastDose(readings, [])).toEqual(readings);
    expect(forecastResidual(readings)).not.toMatchObject({ days: 20 });
    expect(forecastResidual(readings.slice(2))).toMatchObject({ days: expect.closeTo(20, 6) });
  });
});

describe('hypochlorous acid', () => {
  it('has pKa 7.54 at 25 °C; 77.5 % of the chlorine at pH 7 and 9.8 % at 8.5', () => {
    expect(hoclPka(25)).toBeCloseTo(7.54, 2);
    expect(hoclShare(7, 25)).toBeCloseTo(0.775, 2);
    expect(hoclShare(8.5, 25)).toBeCloseTo(0.098, 2);
  });
});

describe('large amounts', () => {
  it('are taken out by mass, and put in by the powder’s strength', () => {
    // 4 mg/L too much in 200 L: 0.8 g of chlorine
    expect(removerG('ascorbic', 200, 5, 1)).toBeCloseTo(2, 9);
    expect(removerG('thiosulphate', 200, 5, 1)).toBeCloseTo(5.6, 9);
    expect(removerG('ascorbic', 200, 0.5, 1)).toBe(0);
    // 1 % stock: 15.4 g of 65 % in a litre is 10,000 mg/L
    expect(powderG(1, 10_000, 65)).toBeCloseTo(15.4, 1);
    // a well of 1 m across with 3 m of water
    expect(wellL(1, 3)).toBeCloseTo(2356, 0);
  });
});
