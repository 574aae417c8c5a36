import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessed, measured, spanOf } from './amount.ts';
import { type Dimension, dimensionOf, dimensions } from './dimension.ts';
import type { DecimalMark } from './number.ts';
import { parseQuantity } from './quantity.ts';
import { celsiusOf, fahrenheitOf, type UnitSystem } from './system.ts';
import { fromLitres, litresPer, toLitres, type VolumeUnit } from './volume.ts';
import { ownOf, unitWords } from './words.ts';

const read = (
  text: string,
  dimension: Dimension,
  units: UnitSystem = 'metric',
  decimal: DecimalMark = '.',
) => {
  const parsed = parseQuantity(text, dimension, { units, decimal });
  return parsed.ok ? parsed.value : parsed.why;
};
const litres = (text: string, units: UnitSystem = 'metric', decimal: DecimalMark = '.') =>
  read(text, 'volumeL', units, decimal);

describe('units of volume', () => {
  // NIST Handbook 44 appendix C: a US gallon is 231 cubic inches, and an inch is 25.4 mm
  it('agree with their definitions', () => {
    expect(litresPer['US gal']).toBeCloseTo(231 * 0.254 ** 3, 12);
    expect(litresPer['US qt'] * 4).toBeCloseTo(litresPer['US gal'], 12);
    expect(litresPer['US fl oz'] * 128).toBeCloseTo(litresPer['US gal'], 12);
    expect(litresPer['US cup'] * 16).toBeCloseTo(litresPer['US gal'], 12);
    expect(litresPer['US tbsp'] * 256).toBeCloseTo(litresPer['US gal'], 12);
    expect(litresPer.tsp * 768).toBeCloseTo(litresPer['US gal'], 12);
    expect(litresPer['imp fl oz'] * 160).toBeCloseTo(litresPer['imp gal'], 12);
    expect(litresPer['imp qt'] * 4).toBeCloseTo(litresPer['imp gal'], 12);
  });

  it('go there and back', () => {
    const unit = fc.constantFrom(...(Object.keys(litresPer) as VolumeUnit[]));
    fc.assert(
      fc.property(
        unit,
        fc.double({ min: 0.001, max: 1e5, noNaN: true }),
        (u, x) => Math.abs(fromLitres(toLitres(x, u), u) - x) < 1e-9 * Math.max(1, x),
      ),
    );
  });
});

describe('a typed quantity', () => {
  it.each([
    ['5 gal', 'US', 18.93],
    ['5 gal', 'imperial', 22.73],
    ['20L', 'metric', 20],
    ['2 qt', 'US', 1.893],
    ['32 oz', 'US', 0.946],
    ['1½', 'metric', 1.5],
    ['1 1/2 cups', 'US', 0.355],
    ['1,5', 'metric', 1.5],
    ['1,000', 'metric', 1000],
    ['2 500 mL', 'metric', 2.5],
    ['.5', 'metric', 0.5],
  ] as const)('%s in %s', (text, system, value) => {
    expect(litres(text, system)).toBeCloseTo(value, 2);
  });

  it('of ⅛ teaspoon is 0.616 mL', () => {
    expect(read('⅛ tsp', 'doseMl', 'US')).toBeCloseTo(0.616, 3);
  });

  it('names what it did not understand', () => {
    expect(litres('a bucket')).toBe('no-number');
    expect(litres('3 buckets')).toBe('unknown-unit');
    expect(litres(' ')).toBe('empty');
    expect(litres('7-8')).toBe('two-numbers');
    expect(litres('5 or 6 L')).toBe('two-numbers');
    expect(litres('20 L 5')).toBe('unknown-unit');
  });

  it('reads Fahrenheit and Celsius', () => {
    expect(read('50 F', 'temperatureC')).toBeCloseTo(10, 9);
    expect(read('50', 'temperatureC', 'US')).toBeCloseTo(10, 9);
    expect(celsiusOf(212)).toBe(100);
    expect(fahrenheitOf(-40)).toBe(-40);
  });

  it.each([
    // a litre of water is a kilogram of it; a US pint is half a quart, an imperial one 0.56826125 L
    ['19 kg of water', 'volumeL', 'metric', 19],
    ['5 gal 2 qt', 'volumeL', 'US', 5 * 3.785411784 + 2 * 0.946352946],
    ['2 imp pints', 'volumeL', 'US', 1.1365225],
    ['1.2 m³', 'volumeL', 'metric', 1200],
    ['two gallons', 'volumeL', 'US', 7.570823568],
    ['3 tbl', 'doseMl', 'metric', 45],
    ['12 in', 'lengthCm', 'metric', 30.48],
    ['5\'6"', 'lengthM', 'metric', 1.6764],
    ['1000 ft', 'lengthM', 'metric', 304.8],
    ['1 h', 'timeMin', 'metric', 60],
    ['1 h 30 min', 'timeMin', 'metric', 90],
    ['8 months', 'timeYears', 'metric', 8 / 12],
    ['4 months', 'timeYears', 'metric', 1 / 3],
    ['90 s', 'timeMin', 'metric', 1.5],
    ['2 weeks', 'timeDays', 'metric', 14],
    ['35 S', 'latitudeDeg', 'metric', -35],
    ['S 35', 'latitudeDeg', 'metric', -35],
    ['3.2° W', 'longitudeDeg', 'metric', -3.2],
    ['pH 7.5', 'ph', 'metric', 7.5],
    ['50 g/L', 'strengthMgMl', 'metric', 50],
    ['2 gpm', 'flowLH', 'US', 2 * 3.785411784 * 60],
    ['40 psf', 'loadKgM2', 'US', 195.3],
    ['2 kN/m²', 'loadKgM2', 'metric', 203.943],
    ['3 lb', 'massKg', 'metric', 1.36077711],
    ['$5', 'money', 'US', 5],
    ['−3', 'temperatureC', 'metric', -3],
  ] as const)('%s in a blank of %s (%s)', (text, dimension, units, value) => {
    expect(Number(read(text, dimension, units)) / value).toBeCloseTo(1, 4);
  });

  it.each([
    // a percentage is no mg/mL: 6 % is about ten times 6
    ['6 %', 'strengthMgMl', 'unknown-unit'],
    ['1e3', 'number', 'unknown-unit'],
    ['5 + baby', 'people', 'unknown-unit'],
    ['7-8', 'ph', 'two-numbers'],
    ['-35 S', 'latitudeDeg', 'two-numbers'],
    ['35 E', 'latitudeDeg', 'unknown-unit'],
    ['5 m', 'timeMin', 'unknown-unit'],
    ['20 kg', 'volumeL', 'unknown-unit'],
    ['60 °C', 'volumeL', 'unknown-unit'],
    ['12 L', 'people', 'unknown-unit'],
    ['12.5.2026', 'number', 'no-number'],
  ] as const)('%s in a blank of %s is refused: %s', (text, dimension, why) => {
    expect(read(text, dimension)).toBe(why);
  });
});

describe('marks between digits', () => {
  it.each([
    // [typed, where people write a point, where they write a comma]
    ['0,5', 0.5, 0.5],
    ['0,500', 0.5, 0.5],
    ['0.500', 0.5, 0.5],
    ['1,5', 1.5, 1.5],
    ['1,500', 1500, 1.5],
    ['1.500', 1.5, 'two-ways'],
    ['1.5', 1.5, 1.5],
    ['1.500,5', 1500.5, 1500.5],
    ['1,500.5', 1500.5, 1500.5],
    ['1.500.000', 1_500_000, 1_500_000],
    ['1 500', 1500, 1500],
    ['1 500,25', 1500.25, 1500.25],
    ['12,25', 12.25, 12.25],
    ['1234,567', 1234.567, 1234.567],
    [',5', 0.5, 0.5],
  ] as const)('%s is %s, or %s', (text, point, comma) => {
    expect(litres(text)).toBe(point);
    expect(litres(text, 'metric', ',')).toBe(comma);
  });
});

describe('every blank with every word of every unit', () => {
  it('understands the word as its measure does, or refuses it; the figure is never taken for another unit', () => {
    const words = [...new Set(dimensions.flatMap(d => unitWords(dimensionOf(d).measure)))];
    expect(words.length).toBeGreaterThan(250);
    const wrong: string[] = [];
    for (const dimension of dimensions) {
      const { measure, own = 1 } = dimensionOf(dimension);
      for (const units of ['metric', 'US', 'imperial'] as const) {
        for (const word of words) {
          const toOwn = ownOf(word, measure, units);
          for (const text of [`5 ${word}`, `5${word}`, `5 ${word.toUpperCase()}`]) {
            const value = read(text, dimension, units);
            const isRight = toOwn ? value === toOwn(5) / own : value === 'unknown-unit';
            if (!isRight) wrong.push(`${text} in ${dimension} for ${units}: ${value}`);
          }
        }
      }
    }
    expect(wrong).toEqual([]);
  });

  it('refuses whatever follows a number and is no unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...dimensions),
        fc.integer({ min: 1, max: 99 }),
        fc.stringMatching(/^[qxzj~#?!]{1,5}$/),
        (dimension, n, rest) => parseQuantity(`${n} ${rest}`, dimension, { units: 'US' }).ok === false,
      ),
    );
  });
});

it('a guess spans a quarter either way, a measurement nothing', () => {
  expect(spanOf(guessed(20))).toEqual([15, 25]);
  expect(spanOf(measured(20))).toEqual([20, 20]);
});

describe('a powder', () => {
  it('by the spoon becomes grams: two US tablespoons of alum are 28.1 g', () => {
    const parsed = parseQuantity('2 tablespoons', 'massG', { units: 'US', powderKgL: 0.95 });
    expect(parsed.ok && parsed.value).toBeCloseTo(28.09, 2);
    expect(parseQuantity('800 mg', 'massG', { units: 'metric', powderKgL: 0.95 })).toMatchObject({
      ok: true,
      value: 0.8,
    });
    expect(parseQuantity('2 tablespoons', 'massG', { units: 'US' })).toMatchObject({
      ok: false,
      why: 'unknown-unit',
    });
  });
});

it('the warmth of water in words is the coldest that it may mean', () => {
  const value = (text: string) => parseQuantity(text, 'waterC', { units: 'metric' });
  expect(['painfully cold', 'Cold', 'cool', ' warm '].map(w => value(w))).toMatchObject(
    [0.5, 5, 10, 20].map(celsius => ({ ok: true, value: celsius })),
  );
  expect(parseQuantity('cold', 'number', { units: 'metric' }).ok).toBe(false);
});

it('an Australian tablespoon is 20 mL', () => {
  expect(parseQuantity('2 AU tbsp', 'doseMl', { units: 'metric' })).toMatchObject({ ok: true, value: 40 });
});

describe('what nobody types', () => {
  it.each(['-', '5 gal ', '1', '⅛', '1,', ' 1/', 'a', '('])('%s ten thousand times is no figure', part => {
    for (const dimension of dimensions)
      expect(parseQuantity(part.repeat(10_000), dimension, { units: 'US' })).toMatchObject({ ok: false });
  });

  it('two signs are no number', () => {
    expect(parseQuantity('--5', 'temperatureC', { units: 'metric' })).toMatchObject({ ok: false });
    expect(parseQuantity('- 5', 'temperatureC', { units: 'metric' })).toMatchObject({ ok: true, value: -5 });
  });
});
