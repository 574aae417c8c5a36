import { describe, expect, it } from 'vitest';
import { seedKinds } from './kinds.ts';
import { judgeLift, massKg, pointPressureKgM2, portability } from './mass.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;

describe('mass', () => {
  it('of a brimful 208 L drum is 218 kg, and nobody carries it', () => {
    expect(massKg(kind('drum-208l'), 208)).toBe(218);
    expect(portability(218)).toBe('fixed');
  });

  it('of a full jug is one person’s, of a 26 L cube two people’s (ISO 11228-1: 25 kg)', () => {
    expect(portability(massKg(kind('jug-18.9l'), 18.9))).toBe('one');
    expect(portability(massKg(kind('cube-26l'), 26))).toBe('two');
    expect(portability(25)).toBe('one');
    expect(portability(50)).toBe('two');
    expect(portability(50.1)).toBe('fixed');
    expect(portability(16, 15)).toBe('two');
  });

  it('is judged by who carries it, and only what nobody carries is warned of', () => {
    expect(judgeLift(25)).toMatchObject({ verdict: 'ok', reason: { id: 'lift.one' } });
    expect(judgeLift(25.1)).toMatchObject({
      verdict: 'ok',
      reason: { id: 'lift.two', params: { massKg: 25.1, liftKg: 25, twoKg: 50 } },
    });
    expect(judgeLift(218)).toMatchObject({
      verdict: 'warn',
      reason: { id: 'lift.fixed' },
      remedy: { id: 'lift.fixed.remedy' },
    });
    expect(judgeLift(16, 7)).toMatchObject({ verdict: 'warn', reason: { params: { twoKg: 14 } } });
  });

  it('presses about 810 kg/m² under a drum', () => {
    expect(pointPressureKgM2(kind('drum-208l'), 208)).toBeGreaterThan(805);
    expect(pointPressureKgM2(kind('drum-208l'), 208)).toBeLessThan(815);
  });
});
