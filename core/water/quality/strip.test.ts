import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Standing } from './limits.ts';
import { heightOf, type StripPoint, stripScale, thinned } from './strip.ts';

const at = (minute: number): string => new Date(Date.UTC(2026, 0, 1) + minute * 60_000).toISOString();
const point = (minute: number, value: number, standing: Standing = 'pass'): StripPoint => ({
  at: at(minute),
  value,
  standing,
});
const bands = (parameter: Parameters<typeof stripScale>[0], ...values: number[]) =>
  stripScale(
    parameter,
    values.map((v, i) => point(i, v)),
  ).bands.map(b => [b.from, b.to, b.is]);

describe('the scale of a strip', () => {
  it('has the limits as its bands: past one authority, past every one', () => {
    expect(bands('nitrate', 40)).toEqual([
      [0, 44.3, 'within'],
      [44.3, 50, 'one'],
      [50, 62.5, 'past'],
    ]);
    expect(bands('ph', 7)).toEqual([
      [5.5, 6.5, 'past'],
      [6.5, 8.5, 'within'],
      [8.5, 9.5, 'past'],
    ]);
  });

  it('leaves a limit out that is far above everything that was read, and never the one below', () => {
    expect(bands('lead', 0.5)).toEqual([[0, 0.6, 'within']]);
    // 0.2 mg/L of chlorine is what matters in store, and only WHO asks for it
    const [low, good] = bands('free-chlorine', 0.4, 0.3);
    expect([low, good?.[2]]).toEqual([[0, 0.2, 'one'], 'within']);
  });

  it('of germs goes by decades, and none is its foot', () => {
    const scale = stripScale('e-coli', [point(0, 999)]);
    expect([0, 9, 99, 999].map(v => heightOf(scale, v))).toEqual([
      0,
      expect.closeTo(1 / 3, 6),
      expect.closeTo(2 / 3, 6),
      1,
    ]);
  });

  it('puts what lies beyond it on its edge', () => {
    const scale = stripScale('turbidity', [point(0, 8)]);
    expect([heightOf(scale, -3), heightOf(scale, 1e6)]).toEqual([0, 1]);
  });
});

describe('thinning', () => {
  const many = fc
    .array(
      fc.record({
        value: fc.integer({ min: 0, max: 50 }),
        standing: fc.constantFrom<Standing>('pass', 'pass', 'pass', 'watch', 'fail', 'cannot-say'),
      }),
      { minLength: 1, maxLength: 400 },
    )
    .map(list => list.map(({ value, standing }, i) => point(i * 7, value, standing)));

  it('keeps few enough, in order, with the lowest, the highest, and a fail wherever there is one', () => {
    fc.assert(
      fc.property(many, fc.integer({ min: 1, max: 40 }), (points, most) => {
        const kept = thinned(points, most);
        expect(kept.length).toBeLessThanOrEqual(
          Math.max(points.length <= most ? points.length : 0, most * 3),
        );
        expect([...kept].sort((a, b) => (a.at < b.at ? -1 : 1))).toEqual(kept);
        const values = (list: readonly StripPoint[]) => list.map(p => p.value);
        expect(Math.max(...values(kept))).toBe(Math.max(...values(points)));
        expect(Math.min(...values(kept))).toBe(Math.min(...values(points)));
        const hasFail = (list: readonly StripPoint[]) => list.some(p => p.standing === 'fail');
        expect(hasFail(kept)).toBe(hasFail(points));
        for (const p of kept) expect(points).toContain(p);
      }),
    );
  });

  it('leaves alone what fits', () => {
    const points = [point(0, 1), point(1, 2)];
    expect(thinned(points, 2)).toEqual(points);
  });
});
