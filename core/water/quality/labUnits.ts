import { type ParameterId, parameterRow } from './parameters.ts';

/** A figure without the dust of a conversion: twelve digits. */
export const near = (value: number): number => Number(value.toPrecision(12));
type Factor = (value: number) => number;
const times =
  (by: number): Factor =>
  value =>
    near(value * by);

/** Units by their plain words, in the unit that the parameter is kept in; undefined for one that is another, or none. */
export function factorOf(parameter: ParameterId, unit: string | undefined): Factor | undefined {
  const own = parameterRow(parameter).unit;
  const word = (unit ?? '')
    .toLowerCase()
    .replaceAll('\u03bc', 'µ')
    .replace(/\s*\(?as .*$|\bno[23]\b.*$|caco.*$/, '')
    .replace(/\s+/g, '')
    .replace(/^ug/, 'µg')
    .replace(/-n$/, '');
  switch (own) {
    case 'mg/L':
    case 'µg/L': {
      const inMg = { 'mg/l': 1, ppm: 1, 'µg/l': 0.001, ppb: 0.001, 'g/l': 1000 }[word];
      if (inMg === undefined) return hardness(parameter, word);
      return times(own === 'mg/L' ? inMg : inMg * 1000);
    }
    case 'per 100 mL': {
      const in100 = /^(cfu|mpn|n|col\w*|germs)?(\/|per|in)?100ml$/.test(word)
        ? 1
        : /^(cfu|mpn)?(\/|per)ml$/.test(word)
          ? 100
          : /^(cfu|mpn)?(\/|per)l$/.test(word)
            ? 0.1
            : undefined;
      return in100 === undefined ? undefined : times(in100);
    }
    case 'NTU':
      return /^(ntu|fnu|ftu)$/.test(word) ? times(1) : undefined;
    case 'pH':
      return /^(|ph|-|phunits?|units?)$/.test(word) ? times(1) : undefined;
    case '°C':
      if (/^°?c$/.test(word)) return times(1);
      return /^°?f$/.test(word) ? value => near(((value - 32) * 5) / 9) : undefined;
    case 'µS/cm': {
      const inUs = { 'µs/cm': 1, 'us/cm': 1, 'ms/cm': 1000, 'ms/m': 10 }[word];
      return inUs === undefined ? undefined : times(inUs);
    }
    default:
      return undefined;
  }
}

/** Degrees and grains are units and forms at once. */
const hardness = (parameter: ParameterId, word: string): Factor | undefined =>
  parameter === 'hardness' && /^(°?dh|gpg|grains.*)$/.test(word) ? times(1) : undefined;
