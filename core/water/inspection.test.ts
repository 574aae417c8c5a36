import { describe, expect, it } from 'vitest';
import { gradeOfEcoli, gradeOfScore, inspectionForms, riskOf } from './inspection.ts';

describe('a sanitary inspection', () => {
  it('asks ten different questions on each form', () => {
    for (const risks of Object.values(inspectionForms)) expect(new Set(risks).size).toBe(10);
  });

  it.each([
    [0, 'low'],
    [2, 'low'],
    [3, 'middle'],
    [5, 'middle'],
    [6, 'high'],
    [8, 'high'],
    [9, 'urgent'],
    [10, 'urgent'],
  ])('of %d risks is %s', (score, grade) => expect(gradeOfScore(score)).toBe(grade));

  it.each([
    [0, 'low'],
    [0.9, 'low'],
    [1, 'middle'],
    [10, 'middle'],
    [11, 'high'],
    [100, 'high'],
    [101, 'urgent'],
  ])('%d E. coli in 100 mL are %s', (count, grade) => expect(gradeOfEcoli(count)).toBe(grade));

  it('is as bad as the worse of both: 6 risks with 15 E. coli are high', () => {
    expect(riskOf(6, 15)).toBe('high');
    expect(riskOf(1, 15)).toBe('high');
    expect(riskOf(9, 0)).toBe('urgent');
    expect(riskOf(undefined, 0)).toBe('low');
    expect(riskOf(undefined, undefined)).toBeUndefined();
  });
});
