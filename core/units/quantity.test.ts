import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessed, measured, spanOf } from './amount.ts';
import { parseQuantity } from './quantity.ts';
import { celsiusOf, fahrenheitOf } from './system.ts';
import { fromLitres, litresPer, toLitres, type VolumeUnit } from './volume.ts';

const litres = (text: string, system: 'metric' | 'US' | 'imperial' = 'metric', bare = 'l') => {
  const parsed = parseQuantity(text, 'volumeL', system, bare);
  return parsed.ok ? parsed.value : parsed.why;
};

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
    const parsed = parseQuantity('⅛ tsp', 'doseMl', 'US', 'ml');
    expect(parsed.ok && parsed.value).toBeCloseTo(0.616, 3);
  });

  it('names what it did not understand', () => {
    expect(litres('a bucket')).toBe('no-number');
    expect(litres('3 buckets')).toBe('unknown-unit');
    expect(litres(' ')).toBe('empty');
  });

  it('reads Fahrenheit and Celsius', () => {
    const fahrenheit = parseQuantity('50 F', 'temperatureC', 'metric', 'c');
    expect(fahrenheit.ok && fahrenheit.value).toBeCloseTo(10, 9);
    expect(celsiusOf(212)).toBe(100);
    expect(fahrenheitOf(-40)).toBe(-40);
  });
});

it('a guess spans a quarter either way, a measurement nothing', () => {
  expect(spanOf(guessed(20))).toEqual([15, 25]);
  expect(spanOf(measured(20))).toEqual([20, 20]);
});

describe('a powder', () => {
  it('by the spoon becomes grams: two US tablespoons of alum are 28.1 g', () => {
    const parsed = parseQuantity('2 tablespoons', 'massG', 'US', 'g', 0.95);
    expect(parsed.ok && parsed.value).toBeCloseTo(28.09, 2);
    expect(parseQuantity('800 mg', 'massG', 'metric', 'g', 0.95)).toMatchObject({ ok: true, value: 0.8 });
    expect(parseQuantity('2 tablespoons', 'massG', 'US', 'g')).toMatchObject({
      ok: false,
      why: 'unknown-unit',
    });
  });
});
