import type { UnitSystem } from './system.ts';
import { type Measure, MONTH_MIN } from './words.ts';

interface DimensionRow {
  readonly measure: Measure;
  /** What one of the blank's own unit is in the measure's. */
  readonly own?: number;
  /** Unit of a figure without one where it is not the blank's own: a word of the measure, by the person's system. */
  readonly bare?: Partial<Record<UnitSystem, string>>;
  /** The systems in which a figure without a unit is asked for one. */
  readonly asked?: readonly UnitSystem[];
  /** Words of another measure that a density makes one of this (spoons of a powder). */
  readonly spoons?: true;
}

/** What a blank asks for; its value is in the unit that the name ends with. */
const rows = {
  volumeL: { measure: 'volume', bare: { US: 'us gal', imperial: 'imp gal' } },
  /** Where people pour by spoons and ounces, a figure alone may be of either: it is asked. */
  doseMl: { measure: 'volume', own: 0.001, asked: ['US', 'imperial'] },
  massKg: { measure: 'mass', own: 1000, bare: { US: 'lb', imperial: 'lb' } },
  massG: { measure: 'mass', spoons: true },
  lengthM: { measure: 'length', bare: { US: 'ft', imperial: 'ft' } },
  lengthCm: { measure: 'length', own: 0.01, bare: { US: 'in' } },
  lengthMm: { measure: 'length', own: 0.001, bare: { US: 'in' } },
  lengthUm: { measure: 'length', own: 1e-6 },
  temperatureC: { measure: 'temperature', bare: { US: 'f' } },
  /** Of water that stands somewhere: it may be said in words, and °F and °C are told apart. */
  waterC: { measure: 'temperature', bare: { US: 'f' } },
  timeS: { measure: 'time', own: 1 / 60 },
  timeMin: { measure: 'time' },
  timeH: { measure: 'time', own: 60 },
  timeDays: { measure: 'time', own: 1440 },
  timeWeeks: { measure: 'time', own: 7 * 1440 },
  timeMonths: { measure: 'time', own: MONTH_MIN },
  timeYears: { measure: 'time', own: 12 * MONTH_MIN },
  percent: { measure: 'share' },
  concentrationMgL: { measure: 'concentration' },
  /** Of metals, which laboratories write in either: a figure alone is asked for its unit. */
  concentrationUgL: { measure: 'concentration', own: 0.001, asked: ['metric', 'US', 'imperial'] },
  strengthMgMl: { measure: 'strength' },
  turbidityNtu: { measure: 'turbidity' },
  ph: { measure: 'acidity' },
  latitudeDeg: { measure: 'latitude' },
  longitudeDeg: { measure: 'longitude' },
  flowLH: { measure: 'flow', bare: { US: 'gph', imperial: 'gph' } },
  flowLMin: { measure: 'flow', own: 60 },
  flowLDay: { measure: 'flow', own: 1 / 24, bare: { US: 'gpd', imperial: 'gpd' } },
  powerW: { measure: 'power' },
  powerKw: { measure: 'power', own: 1000 },
  energyWh: { measure: 'energy' },
  energyWhL: { measure: 'energy-per-volume' },
  energyWhM2: { measure: 'exposure' },
  loadKgM2: { measure: 'load', bare: { US: 'psf', imperial: 'psf' } },
  fluenceMjCm2: { measure: 'fluence' },
  money: { measure: 'money' },
  conductivityUsCm: { measure: 'conductivity' },
  removalLog: { measure: 'removal' },
  pitchDeg: { measure: 'angle' },
  rainMmH: { measure: 'rainfall', bare: { US: 'in/h' } },
  dropsPerMl: { measure: 'drops-per-volume' },
  dropsPerL: { measure: 'drops-per-litre' },
  tablets: { measure: 'tablets' },
  people: { measure: 'people' },
  number: { measure: 'plain' },
} as const satisfies Record<string, DimensionRow>;

export type Dimension = keyof typeof rows;
export const dimensions = Object.keys(rows) as Dimension[];

/** What a dimension is measured in, in each system of units. */
export const dimensionOf = (dimension: Dimension): DimensionRow => rows[dimension];

/** What a figure is of whose unit is written beside it; a count of anything else is a plain number. */
const byUnit: Readonly<Record<string, Dimension>> = {
  L: 'volumeL',
  mL: 'doseMl',
  g: 'massG',
  kg: 'massKg',
  cm: 'lengthCm',
  'mg/L': 'concentrationMgL',
  'µg/L': 'concentrationUgL',
  'µS/cm': 'conductivityUsCm',
  NTU: 'turbidityNtu',
  pH: 'ph',
  '°C': 'temperatureC',
  'L/h': 'flowLH',
  'Wh/m²': 'energyWhM2',
};

/** The dimension of a figure whose unit is written beside it; a plain number where there is none. */
export const dimensionOfUnit = (unit: string | undefined): Dimension => byUnit[unit ?? ''] ?? 'number';
