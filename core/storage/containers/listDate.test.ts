import { describe, expect, it } from 'vitest';
import { readDate } from './listDate.ts';

describe('a date', () => {
  it.each([
    ['4.6.2026', true, '2026-06-04'],
    ['2026-06-05', undefined, '2026-06-05'],
    ['5 Jun 2026', undefined, '2026-06-05'],
    ['June 5, 2026', undefined, '2026-06-05'],
    ["3 Apr '26", undefined, '2026-04-03'],
    ['13/06/2026', undefined, '2026-06-13'],
    ['06/13/2026', undefined, '2026-06-13'],
    ['3/4/26', true, '2026-04-03'],
    ['3/4/26', false, '2026-03-04'],
  ])('%s (day first: %s) is %s', (text, dayFirst, day) => {
    expect(readDate(text, dayFirst)).toMatchObject({ day });
  });

  it('that does not exist, or says nothing, is not read; one of two readings is asked about', () => {
    expect(readDate('31/6/2026', true)).toBeUndefined();
    expect(readDate('last winter', true)).toBeUndefined();
    expect(readDate('3/4/26', undefined)).toEqual({ unclear: true });
    expect(readDate('June 2026', undefined)).toEqual({ day: '2026-06-01', isMonthOnly: true });
  });
});

describe('a date at its edges', () => {
  it.each([
    ['1/1/2026', undefined, '2026-01-01'],
    ['12/12/26', undefined, '2026-12-12'],
    ['13/12/26', undefined, '2026-12-13'],
    ['12/13/26', undefined, '2026-12-13'],
    ['29/2/2024', true, '2024-02-29'],
    ['31.12.99', true, '2099-12-31'],
    ['2026/3/9', undefined, '2026-03-09'],
    ['2026.03.09', undefined, '2026-03-09'],
    ['9th March 2026', undefined, '2026-03-09'],
    ['1st-Dec-26', undefined, '2026-12-01'],
    ['sept 2nd, 2026', undefined, '2026-09-02'],
    ['  22 JUL 2026 ', undefined, '2026-07-22'],
  ] as const)('%s (day first: %s) is %s', (text, dayFirst, day) => {
    expect(readDate(text, dayFirst)).toEqual({ day });
  });

  it.each([
    '13/13/2026',
    '0/1/2026',
    '1/0/2026',
    '2026-13-01',
    '2026-00-10',
    '2026-02-29',
    '30 Feb 2026',
    '32/1/26',
    '5 Xyz 2026',
    '5 June',
    'in 2026-06-05',
    '2026-06-05 or so',
    '5/6/026',
    '',
  ])('“%s” is no day', text => expect(readDate(text, true)).toBeUndefined());

  it('of a month alone is its first day, and says so', () => {
    expect(readDate("jan '26", undefined)).toEqual({ day: '2026-01-01', isMonthOnly: true });
    expect(readDate('December, 2025', undefined)).toEqual({ day: '2025-12-01', isMonthOnly: true });
  });
});
