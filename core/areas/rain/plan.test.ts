import { describe, expect, it } from 'vitest';
import type { RainPlan } from './fields.ts';
import { yearCvOf } from './plan.ts';

const plan = (more: Partial<RainPlan>) => ({ weather: 'climate', climate: 'desert', ...more }) as RainPlan;

describe('how much years differ', () => {
  it('is what was asked, before all', () => {
    expect(yearCvOf(plan({ yearCv: 0.4 }))).toBe(0.4);
    expect(yearCvOf(plan({ yearCv: 0 }))).toBe(0);
  });

  it('is what climates of its kind do, and else 18 %', () => {
    expect(yearCvOf(plan({ climate: 'oceanic-hills' }))).toBe(0.18);
    expect(yearCvOf(plan({}))).toBe(0.4);
    expect(yearCvOf(plan({ weather: 'normals' }))).toBe(0.18);
    expect(yearCvOf(plan({ weather: 'record' }))).toBe(0.18);
  });
});
