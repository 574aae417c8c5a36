import { describe, expect, it } from 'vitest';
import { type HomesReading, peopleIn, readHomes } from './homesTable.ts';

const TODAY = '2026-12-01';
const read = (text: string, known: readonly string[] = []): HomesReading =>
  readHomes(
    text.split('\n').map(line => line.split(/[,;\t]/)),
    TODAY,
    known,
  );
const counts = ({ homes }: HomesReading) => homes.map(h => [h.name, h.people.length]);

describe('a list of homes', () => {
  it.each([
    ['Mill House,4\nForge,2'],
    ['home,people\nMill House,4\nForge,2'],
    ['Household;Number of people\nMill House;4\nForge;2'],
    ['Mill House 4\nForge 2'],
    ['Mill House: 2 adults, 2 kids (5, 8)\nForge: 1 woman, 1 man'],
    ['Mill House - 4 people\nForge - 2 people'],
    ['Mill House\t4\nForge\t2'],
    ['Family,Adults,Children,Babies\nMill House,2,1,1\nForge,2,,'],
    ['home,born\nMill House,1980\n,1990\n,2019\n,2024\nForge,1956\n,1955'],
    ['home,sex\nMill House,f\n,m\n,f\n,m\nForge,f\n,f'],
    ['home,age\nMill House,40\n,42\n,7\n,2\nForge,70\n,71'],
    ['home,person,age\nMill House,Ada,40\n,Ben,42\n,Cy,7\n,Dot,2\nForge,Eve,70\n,Fay,71'],
  ])('%j has its two homes whole', text => {
    expect(counts(read(text))).toEqual([
      ['Mill House', 4],
      ['Forge', 2],
    ]);
    expect(read(text).doubts).toEqual([]);
  });

  it('tells people in words apart: women, men, children by their ages, a baby', () => {
    expect(peopleIn('2 adults, 3 kids (5, 8, 11), a baby', TODAY)).toEqual([
      {},
      {},
      { born: '2021-12' },
      { born: '2018-12' },
      { born: '2015-12' },
      { born: '2026-06' },
    ]);
    expect(peopleIn('one woman pregnant, 1 man', TODAY)).toEqual([
      { sex: 'f', condition: 'pregnant' },
      { sex: 'm' },
    ]);
    // a child of whom nobody wrote the age drinks as an adult
    expect(peopleIn('2 children', TODAY)).toEqual([{}, {}]);
  });

  it.each([
    ['2019-03-14', '2019-03'],
    ['2019', '2019-07'],
    ['8 months', '2026-04'],
    ['7', '2019-12'],
    ['7 years old', '2019-12'],
  ])('has somebody of %s born in %s', (age, born) => {
    expect(read(`home,age\nForge,${age}`).homes[0]!.people).toEqual([{ born }]);
  });

  it.each([
    ['Mill House', 'no-people', 'Mill House'],
    ['home,people\nMill House,', 'no-people', 'Mill House'],
    ['home,people\n,4', 'no-name', ''],
    ['4,5', 'no-name', '4 5'],
    ['Forge,4\nforge,3', 'twice', 'forge'],
    ['School,90', 'too-many', 'School'],
    ['home,age\nForge,elderly', 'age-unread', 'elderly'],
  ])('%j is said to be %s', (text, why, told) => {
    expect(read(text).doubts.map(d => [d.why, d.text])).toEqual([[why, told]]);
  });

  it('leaves a home that is there as it is', () => {
    expect(read('Forge,4\nMill,2', ['FORGE'])).toMatchObject({
      homes: [{ name: 'Mill' }],
      doubts: [{ line: 1, why: 'there', text: 'Forge' }],
    });
  });

  it('of sixty homes has sixty', () => {
    const text = Array.from({ length: 60 }, (_, i) => `House ${i + 1},${(i % 6) + 1}`).join('\n');
    expect(counts(read(text))).toHaveLength(60);
    expect(read(text).doubts).toEqual([]);
  });
});
