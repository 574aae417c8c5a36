import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  agedStrengthMgMl,
  type Bleach,
  halfLifeDays,
  judgeBottle,
  judgeProduct,
  labelStrengthMgMl,
  strengthBy,
  trueStrengthMgMl,
} from './strength.ts';

const bleach: Bleach = { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2026-03-03', keptC: 14 };

describe('label strength', () => {
  it.each([
    ['wt-naocl', 6, 61.8],
    ['wt-naocl', 8.25, 87.3],
    ['trade', 12.5, 125],
    ['g-per-l', 50, 50],
    ['wt-available', 5, 53.4],
  ] as const)('%s %s is %s mg/mL', (basis, strength, mgMl) => {
    expect(labelStrengthMgMl(basis, strength)).toBeCloseTo(mgMl, 1);
  });
});

describe('ageing by Gordon, Adam and Bubnis', () => {
  it.each([
    [25, 0.66],
    [15, 0.89],
    [35, 0.33],
  ])('6 wt%% after a year at %s °C keeps %s', (celsius, share) => {
    const fresh = labelStrengthMgMl('wt-naocl', 6);
    expect(agedStrengthMgMl(fresh, 365, celsius) / fresh).toBeCloseTo(share, 2);
  });

  it('halves 5 wt% in about 940 days and 10 wt% in about 254 at 25 °C', () => {
    expect(halfLifeDays(labelStrengthMgMl('wt-naocl', 5), 25)).toBeCloseTo(940, -1);
    expect(halfLifeDays(labelStrengthMgMl('wt-naocl', 10), 25)).toBeCloseTo(254, 0);
  });

  it('never grows with age or warmth', () => {
    const days = fc.integer({ min: 0, max: 2000 });
    const celsius = fc.integer({ min: 0, max: 45 });
    fc.assert(
      fc.property(days, days, celsius, celsius, (d1, d2, t1, t2) => {
        const younger = agedStrengthMgMl(80, Math.min(d1, d2), Math.min(t1, t2));
        const older = agedStrengthMgMl(80, Math.max(d1, d2), Math.max(t1, t2));
        return older <= younger + 1e-9 && older > 0;
      }),
    );
  });
});

describe('schools of strength', () => {
  it('take the label for a year, six months in the heat, and refuse it after', () => {
    expect(strengthBy('replace-yearly', bleach, '2026-11-25').judgement.verdict).toBe('ok');
    expect(strengthBy('replace-yearly', bleach, '2027-03-03').judgement.verdict).toBe('warn');
    expect(strengthBy('replace-yearly', bleach, '2027-03-04').judgement.verdict).toBe('refuse');
    expect(strengthBy('replace-yearly', { ...bleach, keptC: 32 }, '2026-09-04').judgement.verdict).toBe(
      'refuse',
    );
  });

  it('compute 57.4 mg/mL for 6 wt% made 267 days ago and kept at 14 °C', () => {
    expect(strengthBy('computed-strength', bleach, '2026-11-25').mgMl).toBeCloseTo(57.4, 1);
  });

  it('have no answer without what they need', () => {
    const { madeOn: _, ...undated } = bleach;
    expect(strengthBy('computed-strength', undated, '2026-11-25').mgMl).toBeUndefined();
    expect(strengthBy('measured', bleach, '2026-11-25').mgMl).toBeUndefined();
    expect(strengthBy('measured', { ...bleach, measuredMgMl: 50 }, '2026-11-25').mgMl).toBe(50);
  });

  it('refuse everything but plain bleach', () => {
    for (const product of ['scented', 'thickened', 'cleaner', 'pool'] as const)
      expect(judgeProduct(product).verdict).toBe('refuse');
    expect(judgeProduct('plain').verdict).toBe('ok');
  });
});

describe('a bottle', () => {
  const verdictOf = (more: Partial<Bleach>, school: Parameters<typeof judgeBottle>[1] = 'replace-yearly') => {
    const said = judgeBottle({ ...bleach, ...more }, school, '2026-11-25');
    return said && `${said.verdict} ${said.reason.id}`;
  };
  it('above 16 % by weight is no bleach: a powder, or a slip', () => {
    expect(verdictOf({ strength: 16, madeOn: '2026-11-25' })).toBeUndefined();
    expect(verdictOf({ strength: 16.1, madeOn: '2026-11-25' })).toBe('refuse strength.not-bleach');
    expect(verdictOf({ basis: 'wt-available', strength: 65 })).toBe('refuse strength.not-bleach');
    expect(verdictOf({ basis: 'g-per-l', strength: 65 })).toBeUndefined();
  });
  it('below half its label is not for store; the only one there is is dosed by what was measured', () => {
    expect(verdictOf({ measuredMgMl: 31 })).toBeUndefined();
    expect(verdictOf({ measuredMgMl: 30 })).toBe('refuse strength.worn');
    expect(verdictOf({ measuredMgMl: 30 }, 'measured')).toBe('warn strength.worn');
    // 6 % after three years at 30 °C holds less than half
    expect(verdictOf({ madeOn: '2023-11-25', keptC: 30 }, 'computed-strength')).toBe('refuse strength.worn');
  });
  it('holds what was measured in it, else what its age leaves, else nobody knows', () => {
    expect(trueStrengthMgMl({ ...bleach, measuredMgMl: 44 }, '2026-11-25')).toBe(44);
    expect(trueStrengthMgMl(bleach, '2026-11-25')).toBeLessThan(61.8);
    const { madeOn: _, ...ageless } = bleach;
    expect(trueStrengthMgMl(ageless, '2026-11-25')).toBeUndefined();
  });
});
