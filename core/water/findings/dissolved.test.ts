import { describe, expect, it } from 'vitest';
import { isHeldBy, passedOn, pastLimits } from '../quality/chemicals.ts';
import { dissolvedIn, figuresOf, worseTraced } from './dissolved.ts';
import type { Finding } from './finding.ts';

let hour = 0;
const read = (parameter: string, value: number, more: object = {}): Finding => {
  hour += 1;
  const at = `2026-06-0${1 + Math.floor(hour / 24)}T${String(hour % 24).padStart(2, '0')}:00:00.000Z`;
  return { at, is: 'read', reading: { parameter, method: 'laboratory', value, ...more } } as Finding;
};
const figures = (...findings: Finding[]) => figuresOf(dissolvedIn(findings));
const severities = (chemicals: Parameters<typeof pastLimits>[0]) =>
  Object.fromEntries(pastLimits(chemicals).map(d => [d.id, d.severity]));

describe('a figure of what is dissolved', () => {
  it('is ended by a later one under the limit, of the same method or a better one', () => {
    expect(figures(read('arsenic', 60), read('arsenic', 4))).toEqual({ arsenic: 4 });
    expect(figures(read('arsenic', 60), read('arsenic', 4, { method: 'strip' }))).toEqual({ arsenic: 60 });
    expect(figures(read('arsenic', 60, { method: 'strip' }), read('arsenic', 4))).toEqual({ arsenic: 4 });
    expect(figures(read('arsenic', 4), read('arsenic', 60, { method: 'strip' }))).toEqual({ arsenic: 60 });
  });

  it('is not ended by a kit past its day, nor by a method that does not reach the limit', () => {
    const old = read('lead', 2, { kit: { expires: '2026-01-01' } });
    expect(figures(read('lead', 60), old)).toEqual({ lead: 60 });
    expect(figures(read('lead', 60), read('lead', 50, { beyond: 'below' }))).toEqual({ lead: 60 });
    expect(figures(read('lead', 60), read('lead', 5, { beyond: 'below' }))).toEqual({ lead: 5 });
  });

  it('falls by what a certificate takes of that very substance, and a reading after the run stands as it is', () => {
    const run: Finding = { at: '2026-06-09T00:00:00.000Z', is: 'removed', shares: { arsenic: 0.95 } };
    expect(figures(read('arsenic', 100), read('lead', 60), run)).toEqual({
      arsenic: expect.closeTo(5),
      lead: 60,
    });
    const after = { ...read('arsenic', 40), at: '2026-06-09T01:00:00.000Z' };
    expect(figures(read('arsenic', 100), run, after)).toEqual({ arsenic: 40 });
  });

  it('is that of the worse water, however little of it was poured in', () => {
    const [a, b] = [
      dissolvedIn([read('lead', 3), read('nitrate', 60, { as: 'NO3' })]),
      dissolvedIn([read('lead', 90)]),
    ];
    expect(figuresOf(worseTraced(a, b))).toEqual({ nitrate: 60, lead: 90 });
    expect(figuresOf(worseTraced(b, a))).toEqual({ nitrate: 60, lead: 90 });
  });

  it('of metals that somebody confirmed is as much as there can be, until that is ended', () => {
    const confirmed: Finding = { at: '2026-06-01T00:00:00.000Z', is: 'confirmed', of: 'nitrate-metals' };
    const said = (of: 'confirmed' | 'metals-confirmed'): Finding => ({
      ...{ at: '2026-06-02T00:00:00.000Z', is: 'said', of, by: 'laboratory' },
    });
    const still: Finding = { at: '2026-06-02T00:00:00.000Z', is: 'removed', shares: { lead: 1 } };
    const device: Finding = { ...still, shares: { lead: 0.95 } };
    const infinite = { lead: Number.POSITIVE_INFINITY };
    expect(figures(confirmed)).toEqual(infinite);
    expect(figures(confirmed, said('metals-confirmed'))).toEqual({});
    expect(figures(confirmed, device)).toEqual(infinite);
    expect(figures(confirmed, still)).toEqual({});
    // what is said of fuel or a toxin says nothing of metals, and what was measured stays measured
    expect(figures(confirmed, said('confirmed'))).toEqual(infinite);
    expect(figures(read('lead', 60), said('confirmed'))).toEqual({ lead: 60 });
    expect(figures(read('lead', 60), confirmed, said('metals-confirmed'))).toEqual({ lead: 60 });
    expect(passedOn({ lead: Number.POSITIVE_INFINITY }, { lead: 0.95 }).lead).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('what figures mean', () => {
  // WHO, Guidelines for Drinking-water Quality (4th ed. with addenda), and US EPA, 40 CFR 141
  it.each([
    [{ nitrate: 44 }, {}],
    [{ nitrate: 45 }, { nitrate: 'some' }],
    [{ nitrate: 50.1 }, { nitrate: 'nobody' }],
    [
      { nitrate: 30, nitrite: 1.3 },
      { nitrate: 'nobody', nitrite: 'nobody' },
    ],
    [{ nitrate: 30, nitrite: 1.1 }, {}],
    [{ nitrite: 2.9 }, {}],
    [{ nitrite: 3.1 }, { nitrite: 'nobody' }],
    [{ nitrite: 3.4 }, { nitrite: 'nobody' }],
    [{ lead: 10 }, {}],
    [{ lead: 11 }, { lead: 'short' }],
    [{ lead: 50 }, { lead: 'short' }],
    [{ lead: 51 }, { lead: 'nobody' }],
    [{ arsenic: 3000 }, { arsenic: 'nobody' }],
    [{ fluoride: 2 }, { fluoride: 'some' }],
    [{ fluoride: 4.5 }, { fluoride: 'short' }],
    [{ fluoride: 7.6 }, { fluoride: 'nobody' }],
    [{ manganese: 0.08 }, {}],
    [{ manganese: 5 }, { manganese: 'some' }],
  ] as const)('%j', (chemicals, expected) => {
    expect(severities(chemicals)).toEqual(expected);
  });

  it('holds what harms over a lifetime back where it is to be drunk for more than a fortnight', () => {
    const past = pastLimits({ lead: 20 });
    expect([isHeldBy(past, 14), isHeldBy(past, 15)]).toEqual([false, true]);
    expect(isHeldBy(pastLimits({ lead: 60 }), 1)).toBe(true);
    expect(isHeldBy(pastLimits({ manganese: 1 }), 99)).toBe(false);
  });
});
