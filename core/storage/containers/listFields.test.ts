import { describe, expect, it } from 'vitest';
import { guessFields, headLine } from './listFields.ts';

describe('headings', () => {
  it('are guessed in any order and wording', () => {
    expect(
      guessFields(['Where', 'What', 'label no.', 'Filled on', 'water from', 'how much in it', 'Remarks']),
    ).toEqual(['place', 'size', 'code', 'filled', 'water', 'litres', 'note']);
    expect(guessFields(['Tag', 'Location', 'Container type', 'Qty', 'Date filled', 'Colour'])).toEqual([
      'code',
      'place',
      'size',
      'count',
      'filled',
      'ignore',
    ]);
  });
});

describe('a heading', () => {
  it.each([
    ['Best before date', 'until'],
    ['Expires', 'until'],
    ['BBE', 'until'],
    ['Until', 'until'],
    ['Good until', 'ignore'],
    ['Good until (rule)', 'ignore'],
    ['Days left', 'ignore'],
    ['Weight (kg)', 'ignore'],
    ['Used for', 'held'],
    ['Previous contents', 'held'],
    ['Packed', 'filled'],
    ['#', 'code'],
    ['Nr.', 'code'],
    ['Qty.', 'count'],
    ['How many?', 'count'],
    ['UoM', 'unit'],
    ['In it', 'litres'],
    ['Capacity', 'size'],
    ['Rack', 'shelf'],
    ['Site', 'building'],
    ['Location', 'place'],
    ['residual_mg_l', 'residual'],
    ['Upstream', 'origin'],
    ['Source', 'water'],
    ['Seal', 'sealed'],
    ['Use', 'role'],
    ['Status', 'state'],
    ['Reserved for', 'apart'],
    ['Comments', 'note'],
    ['Storeroom', 'place'],
    ['Colour', 'ignore'],
    // a short word inside another is no word: "no" in "snow", "id" in "side"
    ['Snow', 'ignore'],
    ['Side', 'ignore'],
  ])('“%s” means %s', (heading, field) => expect(guessFields([heading])).toEqual([field]));

  it('that is exactly a word goes before one that only holds it; each field is taken once', () => {
    expect(guessFields(['Date filled', 'Date'])).toEqual(['filled', 'ignore']);
    expect(guessFields(['The date of it', 'Date'])).toEqual(['ignore', 'filled']);
    // but for the kind in one column and its size in another
    expect(guessFields(['Kind', 'Capacity', 'Place'])).toEqual(['size', 'size', 'place']);
    expect(guessFields(['Size', 'Type of water', 'Vessel colour'])).toEqual(['size', 'water', 'ignore']);
    expect(guessFields(['Days left', 'Mass', '', 'Label'])).toEqual(['ignore', 'ignore', 'ignore', 'code']);
  });
});

describe('the line of the headings', () => {
  it('is the first in which the most columns are understood', () => {
    expect(headLine([['Water in the barn'], [''], ['Label', 'Size', 'Place'], ['B1', '20 L', 'Barn']])).toBe(
      2,
    );
    expect(
      headLine([
        ['Label', 'Size'],
        ['Size', 'Label'],
      ]),
    ).toBe(0);
    expect(
      headLine([
        ['Code', 'Size', 'Place', 'Filled', 'Residual after 24 h'],
        ['A', '20 L', 'Shed', '1 May 2026', '0.4'],
      ]),
    ).toBe(0);
    expect(
      headLine([
        ['5 gal container', 'Garage', 'well water'],
        ['20 L', 'Shed', 'tap'],
      ]),
    ).toBe(-1);
    // a list that begins with its first container keeps it
    expect(headLine([['x'], ['y']])).toBe(-1);
    expect(
      headLine([
        ['TH-1', '20 L jerry can', 'Garage', 'tap'],
        ['TH-2', '20 L', 'Garage', 'tap'],
      ]),
    ).toBe(-1);
  });

  it('is looked for in the first dozen lines', () => {
    const above = (n: number) => [...Array.from({ length: n }, () => ['…']), ['Label', 'Size']];
    expect(headLine(above(11))).toBe(11);
    expect(headLine(above(12))).toBe(-1);
  });
});
