import { describe, expect, it } from 'vitest';
import { columnUnits, readSize, readVolume, unitOfHeading } from './listSize.ts';

describe('a size', () => {
  const gal = 3.785411784;
  it.each([
    ['5 gal', { count: 1, litres: 5 * gal }],
    ['20-gal', { count: 1, litres: 20 * gal }],
    ['20 000 L', { count: 1, litres: 20_000 }],
    ['two 20 L', { count: 2, litres: 20 }],
    ['20 L x 3', { count: 3, litres: 20 }],
    ['2 x 1.5 l', { count: 2, litres: 1.5 }],
    ['3 × 26 L cube with tap', { count: 3, litres: 26, shape: 'cube' }],
    ['55 gallon (half)', { count: 1, litres: 55 * gal, share: 0.5 }],
    ['20 litre can half full', { count: 1, litres: 20, shape: 'can', share: 0.5 }],
    ['1 1/2 gal', { count: 1, litres: 1.5 * gal }],
    ['½ gal', { count: 1, litres: gal / 2 }],
    ['208L barrel', { count: 1, litres: 208, shape: 'drum' }],
    ['55 gal drum (blue, plastic)', { count: 1, litres: 55 * gal, shape: 'drum' }],
    ['5 gal 2 qt', { count: 1, litres: 5.5 * gal }],
  ] as const)('%s', (text, size) => {
    const read = readSize(text, { units: 'US' });
    expect(read).toMatchObject({ ...size, litres: expect.closeTo(size.litres, 6) });
    if (typeof read === 'object') expect(Object.keys(read).sort()).toEqual(Object.keys(size).sort());
  });

  it.each([
    ['1/2', 'no-unit'],
    ['500', 'no-unit'],
    ['-20 L', 'negative'],
    ['1.500 L', 'two-ways'],
    ['1,000 L tote', 'two-ways'],
    ['7 or 8 L', 'unread'],
    ['bucket', 'unread'],
    ['2 20 L jugs', 'unread'],
    ['20 L or so', 'unread'],
  ] as const)('%s is asked: %s', (text, why) => {
    expect(readSize(text, { units: 'US' })).toBe(why);
  });

  it('takes the unit of its column, and the decimal mark that somebody named', () => {
    expect(readSize('500', { units: 'metric', unit: 'mL' })).toMatchObject({ litres: 0.5 });
    expect(readSize('5', { units: 'US', unit: 'US gal' })).toMatchObject({
      litres: expect.closeTo(18.927, 3),
    });
    expect(readSize('1.500 L', { units: 'metric', decimal: ',' })).toMatchObject({ litres: 1500 });
    expect(readSize('1.500 L', { units: 'metric', decimal: '.' })).toMatchObject({ litres: 1.5 });
    expect(readSize('1,000 L tote', { units: 'metric', decimal: '.' })).toMatchObject({ litres: 1000 });
    expect(unitOfHeading('Size (gal)', 'imp gal')).toBe('imp gal');
    expect(unitOfHeading('How big, ml', 'US gal')).toBe('mL');
    expect(unitOfHeading('Label', 'US gal')).toBeUndefined();
  });

  it('of an imperial list is imperial', () => {
    expect(readSize('5 gal', { units: 'imperial' })).toMatchObject({ litres: expect.closeTo(22.73, 2) });
  });
});

describe('the shape that a size names', () => {
  it.each([
    ['55 gal drum', 'drum'],
    ['200 L barrel', 'drum'],
    ['1000 L tote', 'tote'],
    ['1000 L caged', 'tote'],
    ['1000 L IBC', 'tote'],
    ['20 L jerry', 'can'],
    ['20 L can', 'can'],
    ['5 gal jug', 'jug'],
    ['20 L carboy', 'jug'],
    ['10 L demijohn', 'jug'],
    ['5 gal cooler', 'jug'],
    ['26 L cube', 'cube'],
    ['10 L carrier', 'cube'],
    ['1 L jar', 'jar'],
    ['2 L bottle', 'bottle'],
    ['2 L PET', 'bottle'],
    ['0.1 L pouch', 'pouch'],
    ['0.1 L sachet', 'pouch'],
    ['500 L tank', 'tank'],
    ['500 L cistern', 'tank'],
    ['12 L bucket', undefined],
  ] as const)('%s: %s', (text, shape) => {
    const read = readSize(text, { units: 'US' });
    expect(typeof read === 'object' ? read.shape : read).toBe(shape);
  });
});

it.each([
  ['20 L half', 0.5],
  ['20 L, a third full', 1 / 3],
  ['20 L (a quarter)', 0.25],
  ['20 L three quarters full', 0.75],
  ['20 L full', 1],
  ['20 L nearly full', 0.9],
  ['20 L (empty)', 0],
  // no figure stands before it: it is the size that is a half
  ['half a drum 20 L', undefined],
] as const)('what is in “%s”', (text, share) => {
  const read = readSize(text, { units: 'metric' });
  expect(typeof read === 'object' ? read.share : undefined).toBe(share);
});

describe('how many of a size', () => {
  it.each([
    ['6 x 20 L', 6],
    ['6*20 L', 6],
    ['six × 20 L', 6],
    ['20 L × 12', 12],
    ['a dozen 20 L', undefined],
    ['0 x 20 L', undefined],
    ['1.5 x 20 L', undefined],
    ['20 L x 0', undefined],
    ['many x 20 L', undefined],
    ['ten 1/2 gal', 10],
  ] as const)('%s: %s', (text, count) => {
    const read = readSize(text, { units: 'US' });
    expect(typeof read === 'object' ? read.count : undefined).toBe(count);
  });

  it('of nothing is none', () => {
    expect(readSize('0 L', { units: 'metric' })).toBe('unread');
    expect(readSize('0.001 L', { units: 'metric' })).toMatchObject({ litres: 0.001 });
  });
});

describe('the unit of a heading', () => {
  it.each([
    ['Size (l)', 'L'],
    ['Litres', 'L'],
    ['liter', 'L'],
    ['ltrs', 'L'],
    ['mL', 'mL'],
    ['millilitres', 'mL'],
    ['milliliter each', 'mL'],
    ['imp. gallons', 'imp gal'],
    ['Imperial gal', 'imp gal'],
    ['UK gallons', 'imp gal'],
    ['US gal', 'US gal'],
    ['gals', 'US gal'],
    ['gallon', 'US gal'],
    ['qt', 'US qt'],
    ['Quarts', 'US qt'],
    ['m³', 'm³'],
    ['cubic metres', 'm³'],
    ['cubic meter', 'm³'],
    ['Level', undefined],
    ['Galley', undefined],
  ] as const)('“%s”: %s', (heading, unit) => expect(unitOfHeading(heading, 'US gal')).toBe(unit));

  it('is one that a column’s figures can be read in', () => {
    const litresOf = Object.fromEntries(
      columnUnits.map(unit => [unit, readVolume('2', { units: 'metric', unit })]),
    );
    // US gallon 231 in³, imperial gallon 4.54609 L by definition
    expect(litresOf).toEqual({
      L: 2,
      mL: 0.002,
      'US gal': expect.closeTo(7.570823568, 9),
      'imp gal': expect.closeTo(9.09218, 9),
      'US qt': expect.closeTo(1.892705892, 9),
      'm³': 2000,
    });
  });
});

describe('a volume', () => {
  it('that can be two numbers is asked, until the mark is known', () => {
    for (const text of ['1.500', '999,000 L', '12.345 L'])
      expect([text, readVolume(text, { units: 'metric', unit: 'L' })]).toEqual([text, 'two-ways']);
    for (const [text, litres] of [
      ['0.500', 0.5],
      ['1.50', 1.5],
      ['1.5000', 1.5],
      ['1234.567', 1234.567],
    ] as const)
      expect([text, readVolume(text, { units: 'metric', unit: 'L' })]).toEqual([text, litres]);
  });

  it('with a decimal comma has points between its thousands', () => {
    const comma = { units: 'metric', unit: 'L', decimal: ',' } as const;
    expect(readVolume('1.234.500', comma)).toBe(1_234_500);
    expect(readVolume('1.500,5 L', comma)).toBe(1500.5);
    expect(readVolume('1,5', comma)).toBe(1.5);
  });

  it('needs a unit, is not below nothing, and is a figure', () => {
    expect(readVolume('20', { units: 'metric' })).toBe('no-unit');
    expect(readVolume('-1 L', { units: 'metric' })).toBe('negative');
    expect(readVolume('-0.5', { units: 'metric', unit: 'L' })).toBe('negative');
    expect(readVolume('some', { units: 'metric', unit: 'L' })).toBe('unread');
    expect(readVolume('20 kg', { units: 'metric', unit: 'L' })).toBe('unread');
  });
});
