import { describe, expect, it } from 'vitest';
import type { Person } from '../../planning/need/people.ts';
import { type Care, cares, hasYoung, homesOf, iodineBar, judgeCare } from './care.ts';

const DAY = '2026-11-26';
const people: Readonly<Record<string, Person>> = {
  plain: { sex: 'm', born: '1986-01' },
  unknown: {},
  pregnant: { sex: 'f', condition: 'pregnant' },
  nursing: { sex: 'f', condition: 'nursing' },
  'five months': { born: '2026-06' },
  'six months': { born: '2026-05' },
  'eleven months': { born: '2025-12' },
  'a year': { born: '2025-11' },
  'just 65': { born: '1961-11' },
  'over 65': { born: '1961-10' },
  thyroid: { marks: ['thyroid'] },
  allergy: { marks: ['iodine-allergy'] },
  dialysis: { marks: ['dialysis'] },
  weak: { marks: ['immune-weak'] },
};
const facts = {
  home: Object.fromEntries(
    Object.entries(people).map(([name, person]) => [name, { id: name, name, people: [person] }]),
  ),
};

describe('what is chosen for people', () => {
  it.each<[Care, readonly string[]]>([
    ['iodine', ['pregnant', 'nursing', 'five months', 'six months', 'eleven months', 'thyroid', 'allergy']],
    ['limited', ['pregnant', 'five months', 'six months', 'eleven months', 'over 65', 'weak']],
    ['nitrate', ['five months']],
    ['lifelong', ['pregnant', 'five months', 'six months', 'eleven months']],
    ['dialysis', ['dialysis']],
  ])('%s concerns these and nobody else', (care, homes) => {
    expect(homesOf(facts, care, DAY)).toEqual(homes);
  });

  it('looks for somebody under a year in any home', () => {
    const lives = (name: string) =>
      hasYoung({ home: { plain: facts.home.plain!, one: facts.home[name]! } }, DAY);
    expect(['eleven months', 'a year', 'unknown'].map(lives)).toEqual([true, false, false]);
  });

  it('of iodine says which of its reasons it is', () => {
    const barFor = (name: string) => iodineBar({ home: { one: facts.home[name]! } }, DAY);
    expect(['pregnant', 'nursing', 'five months', 'thyroid', 'allergy'].map(barFor)).toEqual([
      'pregnant',
      'nursing',
      'infant',
      'thyroid',
      'allergy',
    ]);
    expect(['plain', 'unknown', 'a year', 'over 65', 'dialysis'].map(barFor)).toEqual(
      Array(5).fill(undefined),
    );
  });

  it('says nothing where nobody is concerned', () => {
    const plain = { home: { plain: facts.home.plain!, unknown: facts.home.unknown! } };
    expect(judgeCare(plain, cares, DAY)).toEqual([]);
    expect(judgeCare(facts, ['dialysis'], DAY)).toMatchObject([
      { verdict: 'warn', reason: { id: 'care.dialysis', params: { homes: 'dialysis' } } },
    ]);
  });
});
