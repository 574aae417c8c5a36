import { describe, expect, it } from 'vitest';
import { type Illness, outbreaksOf } from './illness.ts';

const village = { people: 47, isOneHome: false };
const family = { people: 4, isOneHome: true };
const on = (day: number, people: number, more: Partial<Illness> = {}): Illness => ({
  on: `2026-11-${day}`,
  people,
  ...more,
});

describe('an outbreak', () => {
  it.each([
    ['is none of one person', [on(20, 1)], village, []],
    ['is two people of whom nobody said where they live', [on(20, 2)], village, ['2026-11-20']],
    ['is two within three days', [on(22, 1), on(20, 1)], village, ['2026-11-20']],
    ['is none of two in four days', [on(20, 1), on(23, 1)], village, []],
    [
      'is none of two of one home among many',
      [on(20, 1, { home: 'home:a' }), on(21, 1, { home: 'home:a' })],
      village,
      [],
    ],
    [
      'is two of different homes',
      [on(20, 1, { home: 'home:a' }), on(21, 1, { home: 'home:b' })],
      village,
      ['2026-11-20'],
    ],
    [
      'is two of the one home that there is',
      [on(20, 1, { home: 'home:a' }), on(21, 1, { home: 'home:a' })],
      family,
      ['2026-11-20'],
    ],
    ['is none of 3 among 177, which is under 2 %', [on(20, 3)], { people: 177, isOneHome: false }, []],
    ['is 4 among 177', [on(20, 4)], { people: 177, isOneHome: false }, ['2026-11-20']],
  ])('%s', (_, ill, drinkers, from) => {
    expect(outbreaksOf(ill, drinkers).map(o => o.from)).toEqual(from);
  });

  it('goes on while somebody falls ill within 14 days of the last, and another begins after', () => {
    const ill = [{ on: '2026-11-01', people: 2 }, on(14, 1), on(28, 1)];
    expect(outbreaksOf(ill, village)).toEqual([
      { from: '2026-11-01', last: '2026-11-28', isChemical: false },
    ]);
    expect(outbreaksOf([on(10, 2), on(25, 1)], village).map(o => o.last)).toEqual(['2026-11-10']);
  });

  it('is of a chemical when one case of it looks like one', () => {
    expect(outbreaksOf([on(10, 2), on(12, 1, { isChemical: true })], village)[0]?.isChemical).toBe(true);
  });
});
