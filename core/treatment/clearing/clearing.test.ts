import { describe, expect, it } from 'vitest';
import { alkalinityLeftMgL, judgeAlkalinity, judgeAlum, leastClear, packetL } from './alum.ts';
import { settlingMin, tubeNtu, viscosityPas } from './settle.ts';

describe('settling', () => {
  it('follows Stokes: 50 µm fall 30 cm in 2.2 min, 2 µm in 23 h, 1 µm in 3.9 days at 20 °C', () => {
    expect(settlingMin(50, 0.3, 20)).toBeCloseTo(2.2, 1);
    expect(settlingMin(2, 0.3, 20) / 60).toBeCloseTo(23, 0);
    expect(settlingMin(1, 0.3, 20) / 1440).toBeCloseTo(3.9, 1);
  });
  it('is slower in cold water, which is thicker: 1.0 mPa·s at 20 °C', () => {
    expect(viscosityPas(20) * 1000).toBeCloseTo(1.0, 1);
    expect(settlingMin(10, 0.3, 5)).toBeGreaterThan(settlingMin(10, 0.3, 20));
  });
  it('reads a tube: 60 cm are 8.3 NTU', () => {
    expect(tubeNtu(60)).toBeCloseTo(8.3, 1);
  });
});

describe('alum', () => {
  // two US tablespoons are 29.6 mL, at 0.95 kg/L 28.1 g
  const twoTablespoonsG = 2 * 14.78676478125 * 0.95;
  it('of two tablespoons in a 20 L bucket is stopped as about 1,400 mg/L', () => {
    const judgement = judgeAlum(twoTablespoonsG, 20, 40);
    expect(judgement.verdict).toBe('refuse');
    expect(Number(judgement.reason.params?.alumMgL)).toBeCloseTo(1405, 0);
    expect(judgement.slip?.id).toBe('alum.slip.dry');
    expect(judgement.remedy?.params?.dueG).toBeCloseTo(0.8, 9);
  });
  it('fits from 10 to 100 mg/L, is warned of beyond, and does nothing far below', () => {
    expect(judgeAlum(0.8, 20, 40).verdict).toBe('ok');
    expect(judgeAlum(3, 20, 40).verdict).toBe('warn');
    expect(judgeAlum(0.15, 20, 40).verdict).toBe('warn');
    expect(judgeAlum(0.05, 20, 40).verdict).toBe('refuse');
  });
  it.each([
    [10, 'alum.fits'],
    [9.9, 'alum.under'],
    [5, 'alum.under'],
    [4.9, 'alum.far-under'],
    [100, 'alum.fits'],
    [100.1, 'alum.over'],
    [200, 'alum.over'],
    [200.1, 'alum.far-over'],
  ])('of %f mg/L is %s', (mgL, id) => {
    expect(judgeAlum((mgL * 20) / 1000, 20, 40).reason.id).toBe(id);
  });
  it('takes half its mass in alkalinity, and 20 mg/L must be left', () => {
    expect(alkalinityLeftMgL(60, 40)).toBe(40);
    expect(judgeAlkalinity(60, 40).verdict).toBe('ok');
    expect(judgeAlkalinity(30, 40).verdict).toBe('refuse');
    const unknown = judgeAlkalinity(undefined, 40);
    expect(unknown.verdict).toBe('warn');
    // 20 that stay and half of 40
    expect(unknown.reason.params?.neededMgL).toBe(40);
  });
  it('is dosed by the least jar that came clear; a packet of 100 g treats 2,500 L at 40 mg/L', () => {
    const jars = [
      { mgL: 20, look: 'hazy' },
      { mgL: 60, look: 'clear' },
      { mgL: 40, look: 'clear' },
    ] as const;
    expect(leastClear(jars)).toBe(40);
    expect(leastClear([{ mgL: 10, look: 'cloudy' }])).toBeUndefined();
    expect(packetL(100, 40)).toBe(2500);
  });
});

it.each([
  [210, 2.1],
  [1400, 14],
  [2000, 20],
])('%i mg/L of alum is said to be %f times the most', (mgL, times) => {
  const { reason } = judgeAlum((mgL * 20) / 1000, 20, 40);
  expect(reason.id).toBe('alum.far-over');
  expect(reason.params?.times).toBe(times);
});
