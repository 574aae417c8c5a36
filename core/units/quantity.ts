import { celsiusOf, KG_PER_LB, M_PER_FT, type UnitSystem } from './system.ts';
import { litresPer } from './volume.ts';

/** What a blank asks for; the parsed value is in the unit named here. */
export type Dimension = 'volumeL' | 'doseMl' | 'temperatureC' | 'massKg' | 'massG' | 'lengthM' | 'number';

export type Parsed =
  | { readonly ok: true; readonly value: number; readonly unit: string; readonly readAs?: string }
  | { readonly ok: false; readonly why: 'empty' | 'no-number' | 'unknown-unit'; readonly text: string };

interface UnitWord {
  readonly words: readonly string[];
  readonly litres: number | Record<UnitSystem, number>;
}

/**
 * Words people write for volumes. "gal", "qt" and "oz" mean US or imperial by the person's own
 * system (a metric person writing "gal" gets US measure, and the blank says so).
 */
const volumeWords: readonly UnitWord[] = [
  { words: ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc'], litres: 0.001 },
  { words: ['l', 'litre', 'litres', 'liter', 'liters', 'lt', 'ltr'], litres: 1 },
  { words: ['us gal', 'us gallon', 'us gallons'], litres: litresPer['US gal'] },
  { words: ['imp gal', 'imperial gal', 'uk gal', 'imperial gallons'], litres: litresPer['imp gal'] },
  {
    words: ['gal', 'gals', 'gallon', 'gallons'],
    litres: { metric: litresPer['US gal'], US: litresPer['US gal'], imperial: litresPer['imp gal'] },
  },
  {
    words: ['qt', 'qts', 'quart', 'quarts', 'us qt', 'imp qt'],
    litres: { metric: litresPer['US qt'], US: litresPer['US qt'], imperial: litresPer['imp qt'] },
  },
  {
    words: ['oz', 'fl oz', 'floz', 'ounce', 'ounces'],
    litres: { metric: litresPer['US fl oz'], US: litresPer['US fl oz'], imperial: litresPer['imp fl oz'] },
  },
  { words: ['cup', 'cups'], litres: litresPer['US cup'] },
  {
    words: ['tbsp', 'tablespoon', 'tablespoons', 'tbs'],
    litres: {
      metric: litresPer['metric tbsp'],
      US: litresPer['US tbsp'],
      imperial: litresPer['metric tbsp'],
    },
  },
  {
    words: ['tsp', 'teaspoon', 'teaspoons'],
    litres: { metric: litresPer['metric tsp'], US: litresPer.tsp, imperial: litresPer['metric tsp'] },
  },
  { words: ['drop', 'drops'], litres: litresPer.drop },
];

const litresByWord = new Map<string, UnitWord['litres']>(
  volumeWords.flatMap(u => u.words.map(w => [w, u.litres] as const)),
);

const vulgar: Record<string, number> = {
  '⅛': 1 / 8,
  '¼': 1 / 4,
  '⅜': 3 / 8,
  '½': 1 / 2,
  '¾': 3 / 4,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
};

/** Reads "1 1/2", "½", "1,5", "1,000" or "0.6" from the head of a text; null when it starts with no number. */
function readNumber(text: string): { value: number; rest: string } | null {
  const t = text.trim();
  const mixed = /^(-?\d+)?\s*([⅛¼⅜½¾⅓⅔])/.exec(t);
  if (mixed) return { value: Number(mixed[1] ?? 0) + vulgar[mixed[2]!]!, rest: t.slice(mixed[0].length) };
  const fraction = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)/.exec(t);
  if (fraction && Number(fraction[3]) > 0) {
    const value = Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
    return { value, rest: t.slice(fraction[0].length) };
  }
  const plain =
    /^-?(?:\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:[.,]\d+)?|\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:[.,]\d+)?|[.,]\d+)/.exec(
      t,
    );
  if (!plain) return null;
  const digits = /^-?\d{1,3}(,\d{3})+(\.\d+)?$/.test(plain[0])
    ? plain[0].replaceAll(',', '')
    : plain[0].replace(/[ \u00a0\u202f]/g, '').replace(',', '.');
  return { value: Number(digits), rest: t.slice(plain[0].length) };
}

/**
 * Reads a quantity as people type it ("5 gal", "⅛ tsp", "20L", "1,5").
 * A bare number is in the blank's own unit for the person's system: `bareUnit` says which.
 *
 * @param text what was typed
 * @param dimension what the blank asks for
 * @param system US or imperial decide what a gallon, quart or ounce is
 * @param powderKgL what a litre of a powder weighs: spoons and cups of it become grams
 * @param bareUnit unit of a number without one, as a word of this module ("gal", "ml", "c", "f", "lb")
 * @example parseQuantity('⅛ tsp', 'doseMl', 'US') // value 0.616
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  system: UnitSystem,
  bareUnit?: string,
  powderKgL?: number,
): Parsed {
  if (text.trim() === '') return { ok: false, why: 'empty', text };
  const number = readNumber(text);
  if (!number || !Number.isFinite(number.value)) return { ok: false, why: 'no-number', text };
  const word = number.rest.trim().toLowerCase().replaceAll('.', '').replace(/\s+/g, ' ');
  const unit = word || bareUnit?.toLowerCase() || '';
  const factor = factorOf(unit, dimension, system, powderKgL);
  if (factor === null) return { ok: false, why: 'unknown-unit', text: word };
  return { ok: true, value: factor(number.value), unit };
}

function factorOf(
  unit: string,
  dimension: Dimension,
  system: UnitSystem,
  powderKgL?: number,
): ((value: number) => number) | null {
  switch (dimension) {
    case 'volumeL':
    case 'doseMl': {
      const perUnit = dimension === 'doseMl' ? 1000 : 1;
      if (unit === '') return value => value;
      const litres = litresByWord.get(unit);
      if (litres === undefined) return null;
      const each = typeof litres === 'number' ? litres : litres[system];
      return value => value * each * perUnit;
    }
    case 'temperatureC':
      if (['', 'c', '°c', 'celsius'].includes(unit)) return value => value;
      if (['f', '°f', 'fahrenheit'].includes(unit)) return celsiusOf;
      return null;
    case 'massG': {
      if (['', 'g', 'gram', 'grams'].includes(unit)) return value => value;
      if (unit === 'mg') return value => value / 1000;
      if (['kg', 'kilo', 'kilos'].includes(unit)) return value => value * 1000;
      const spoon = powderKgL === undefined ? undefined : litresByWord.get(unit);
      if (spoon === undefined || powderKgL === undefined) return null;
      const litres = typeof spoon === 'number' ? spoon : spoon[system];
      return value => value * litres * powderKgL * 1000;
    }
    case 'massKg':
      if (['', 'kg', 'kilo', 'kilos'].includes(unit)) return value => value;
      if (['lb', 'lbs', 'pound', 'pounds'].includes(unit)) return value => value * KG_PER_LB;
      return null;
    case 'lengthM':
      if (['', 'm', 'metre', 'metres'].includes(unit)) return value => value;
      if (unit === 'cm') return value => value / 100;
      if (['ft', "'", 'feet', 'foot'].includes(unit)) return value => value * M_PER_FT;
      return null;
    case 'number':
      return value => value;
  }
}
