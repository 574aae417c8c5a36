import { describe, expect, it } from 'vitest';
import { type Dimension, dimensions } from './dimension.ts';
import { parseQuantity } from './quantity.ts';
import type { UnitSystem } from './system.ts';
import { chiefWords, type Measure, ownOf } from './words.ts';

// Every unit and every blank against what the unit is defined as (NIST SP 811, appendix B; UK Weights and Measures Act 1985).

const [US_GAL, IMP_GAL, INCH, FOOT, POUND] = [3.785411784, 4.54609, 0.0254, 0.3048, 0.45359237];
const MONTH = 365.2425 * 120;
type Three = readonly [metric: number, us: number, imperial: number];
const both = (us: number, imperial: number): Three => [us, us, imperial];

/** The first word of each line of a measure, and what one of it is in the measure's own unit. */
const units: Readonly<Record<Measure, Readonly<Record<string, number | Three>>>> = {
  volume: {
    ...{ ml: 0.001, cl: 0.01, dl: 0.1, l: 1, m3: 1000, ft3: 28.316846592, 'lb of water': POUND },
    ...{ gal: both(US_GAL, IMP_GAL), 'us gal': US_GAL, 'imp gal': IMP_GAL },
    ...{ qt: both(US_GAL / 4, IMP_GAL / 4), 'us qt': US_GAL / 4, 'imp qt': IMP_GAL / 4 },
    ...{ pt: both(US_GAL / 8, IMP_GAL / 8), 'us pt': US_GAL / 8, 'imp pt': IMP_GAL / 8 },
    ...{ oz: both(US_GAL / 128, IMP_GAL / 160), 'us fl oz': US_GAL / 128, 'imp fl oz': IMP_GAL / 160 },
    // spoons: 15 and 5 mL, in the US a half and a sixth of a fluid ounce; a drop is a twentieth of a millilitre
    ...{ cup: US_GAL / 16, tbsp: [0.015, US_GAL / 256, 0.015], tsp: [0.005, US_GAL / 768, 0.005] },
    ...{ 'au tbsp': 0.02, drop: 0.00005 },
  },
  mass: { mg: 0.001, g: 1, kg: 1000, t: 1e6, lb: POUND * 1000, oz: (POUND * 1000) / 16 },
  length: { µm: 1e-6, mm: 0.001, cm: 0.01, m: 1, km: 1000, in: INCH, ft: FOOT, yd: 0.9144 },
  time: { s: 1 / 60, min: 1, h: 60, d: 1440, w: 10_080, mo: MONTH, y: MONTH * 12 },
  temperature: { c: 1, f: -155 / 9 },
  share: { '%': 1 },
  concentration: { 'µg/l': 0.001, 'mg/l': 1, 'g/l': 1000 },
  strength: { 'mg/l': 0.001, 'mg/ml': 1 },
  turbidity: { ntu: 1 },
  acidity: { ph: 1 },
  latitude: { '°': 1, s: -1 },
  longitude: { '°': 1, w: -1 },
  flow: {
    ...{ 'l/h': 1, 'l/min': 60, 'l/s': 3600, 'ml/min': 0.06, 'ml/s': 3.6, 'l/day': 1 / 24 },
    'gal/h': both(US_GAL, IMP_GAL),
    'gal/min': both(US_GAL * 60, IMP_GAL * 60),
    'gal/day': both(US_GAL / 24, IMP_GAL / 24),
  },
  power: { w: 1, kw: 1000, 'btu/h': 0.293071 },
  energy: { wh: 1, kwh: 1000 },
  'energy-per-volume': { 'wh/l': 1, 'kwh/l': 1000, 'kwh/m3': 1 },
  exposure: { 'wh/m2': 1, 'kwh/m2': 1000 },
  load: { 'kg/m2': 1, 'kn/m2': 101.971621, psf: 4.8824276 },
  fluence: { 'mj/cm2': 1, 'j/m2': 0.1 },
  money: { $: 1 },
  removal: { log: 1 },
  conductivity: { 'µs/cm': 1, 'ms/cm': 1000 },
  angle: { '°': 1 },
  rainfall: { 'mm/h': 1, 'in/h': 25.4 },
  'drops-per-volume': { 'drops/ml': 1 },
  'drops-per-litre': { 'drops/l': 1 },
  tablets: { tablet: 1 },
  people: { people: 1 },
  plain: {},
};

const systems: readonly UnitSystem[] = ['metric', 'US', 'imperial'];

/** What a figure of 12 alone is in each blank, by whose units it is typed in; where there is none it is asked for its unit. */
const bare: Readonly<Record<Dimension, number | readonly (number | 'asked')[]>> = {
  volumeL: [12, 12 * US_GAL, 12 * IMP_GAL],
  doseMl: [12, 'asked', 'asked'],
  massKg: [12, 12 * POUND, 12 * POUND],
  massG: 12,
  lengthM: [12, 12 * FOOT, 12 * FOOT],
  lengthCm: [12, 30.48, 12],
  lengthMm: [12, 304.8, 12],
  lengthUm: 12,
  temperatureC: [12, -100 / 9, 12],
  waterC: [12, -100 / 9, 12],
  ...{ timeS: 12, timeMin: 12, timeH: 12, timeDays: 12, timeWeeks: 12, timeMonths: 12, timeYears: 12 },
  ...{ percent: 12, concentrationMgL: 12, concentrationUgL: ['asked', 'asked', 'asked'], strengthMgMl: 12 },
  ...{ turbidityNtu: 12, ph: 12, latitudeDeg: 12, longitudeDeg: 12 },
  flowLH: [12, 12 * US_GAL, 12 * IMP_GAL],
  flowLMin: 12,
  flowLDay: [12, 12 * US_GAL, 12 * IMP_GAL],
  ...{ powerW: 12, powerKw: 12, energyWh: 12, energyWhL: 12, energyWhM2: 12 },
  loadKgM2: [12, 12 * 4.882428, 12 * 4.882428],
  ...{ fluenceMjCm2: 12, money: 12, conductivityUsCm: 12, removalLog: 12, pitchDeg: 12 },
  rainMmH: [12, 12 * 25.4, 12],
  ...{ dropsPerMl: 12, dropsPerL: 12, tablets: 12, people: 12, number: 12 },
};

/** A figure with a unit in a blank whose own unit is another one. */
const inOther: readonly (readonly [string, Dimension, number])[] = [
  ['2 L', 'doseMl', 2000],
  ['500 g', 'massKg', 0.5],
  ['1 kg', 'massG', 1000],
  ['40 cm', 'lengthM', 0.4],
  ['1 m', 'lengthCm', 100],
  ['3 cm', 'lengthMm', 30],
  ['1 mm', 'lengthUm', 1000],
  ['2 min', 'timeS', 120],
  ['2 h', 'timeMin', 120],
  ['30 min', 'timeH', 0.5],
  ['36 h', 'timeDays', 1.5],
  ['21 days', 'timeWeeks', 3],
  ['1 year', 'timeMonths', 12],
  ['6 months', 'timeYears', 0.5],
  ['2 mg/L', 'concentrationUgL', 2000],
  ['3000 µg/L', 'concentrationMgL', 3],
  ['2 L/min', 'flowLH', 120],
  ['120 L/h', 'flowLMin', 2],
  ['2 L/h', 'flowLDay', 48],
  ['2 kW', 'powerW', 2000],
  ['500 W', 'powerKw', 0.5],
];

describe('every unit', () => {
  it('is in the table, and no unit of the table is gone', () => {
    for (const measure of Object.keys(units) as Measure[])
      expect(chiefWords(measure), measure).toEqual(Object.keys(units[measure]));
  });

  it.each(
    (Object.keys(units) as Measure[]).flatMap(measure =>
      Object.entries(units[measure]).map(([word, one]) => [measure, word, one] as const),
    ),
  )('of %s, %s, is what it is defined as', (measure, word, one) => {
    for (const [i, system] of systems.entries())
      expect(ownOf(word, measure, system)!(1), system).toBeCloseTo(
        typeof one === 'number' ? one : one[i]!,
        6,
      );
  });
});

describe('a figure alone', () => {
  it.each(dimensions)('in a blank of %s is in the unit of whoever types it', dimension => {
    const expected = bare[dimension];
    for (const [i, units] of systems.entries()) {
      const parsed = parseQuantity('12', dimension, { units });
      const value = typeof expected === 'object' ? expected[i]! : expected;
      if (value === 'asked') expect(parsed).toMatchObject({ ok: false, why: 'no-unit' });
      else expect(parsed.ok && parsed.value, units).toBeCloseTo(value, 3);
    }
  });

  it.each(inOther)('with a unit beside it, %s, in a blank of %s, is %d', (text, dimension, value) => {
    const parsed = parseQuantity(text, dimension, { units: 'metric' });
    expect(parsed.ok && parsed.value).toBeCloseTo(value, 6);
  });
});
