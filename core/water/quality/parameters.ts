import type { Dimension } from '../../base/units/dimension.ts';

/** What a value past its limit does: at once, over a lifetime, to taste and pipes; or it is what disinfects. */
export type ParameterClass = 'germs' | 'acute' | 'lifelong' | 'working' | 'disinfectant' | 'senses';

/** How water is read. `senses`: by eye and nose, never by tongue. */
export const testMethods = [
  'strip',
  'comparator',
  'meter',
  'tube',
  'print',
  'soap',
  'presence-absence',
  'plate',
  'tubes',
  'laboratory',
  'senses',
] as const;
export type TestMethod = (typeof testMethods)[number];

/** What is found where no figure is read. */
export const foundWords = [
  'present',
  'absent',
  'none',
  'faint',
  'strong',
  'clear',
  'cloudy',
  'muddy',
  'earthy',
  'rotten-egg',
  'chlorine',
  'sewage',
  'fuel',
  'solvent',
  'yellow',
  'brown',
  'green',
  'black',
  'unnatural',
  'grains',
  'insects',
  'algae',
  'sheen',
  'readable',
  'unreadable',
] as const;
export type FoundWord = (typeof foundWords)[number];

interface ParameterRow {
  readonly class: ParameterClass;
  /** The unit that a figure is kept and written in; empty where words are found. */
  readonly unit: string;
  readonly dimension: Dimension;
  /** What there can be: beyond it is a slip. */
  readonly least?: number;
  readonly most: number;
  readonly methods: readonly TestMethod[];
  /** As what it is reported: each in how many of the first. Never accepted without saying which. */
  readonly as?: Readonly<Record<string, number>>;
  /** What may be found of it. */
  readonly words?: readonly FoundWord[];
}

/** Nitrate and nitrite by their masses: NO₃ 62.004, NO₂ 46.005, N 14.007 g/mol. */
const NO3_PER_N = 62.004 / 14.007;
const NO2_PER_N = 46.005 / 14.007;
/** German degrees and grains per US gallon, in mg/L of calcium carbonate. */
const CACO3_PER_DH = 17.848;
const CACO3_PER_GPG = 17.118;

const bottles = ['presence-absence', 'plate', 'tubes', 'laboratory'] as const;
const kits = ['strip', 'comparator', 'meter', 'laboratory'] as const;
const germs = { class: 'germs', dimension: 'number', most: 1e7 } as const;
const mgL = { unit: 'mg/L', dimension: 'concentrationMgL' } as const;
const ugL = {
  unit: 'µg/L',
  dimension: 'concentrationUgL',
  methods: ['strip', 'comparator', 'laboratory'],
} as const;
const senses = { class: 'senses', unit: '', dimension: 'number', most: 0, methods: ['senses'] } as const;

/** What water is tested for (§ limits in limits.ts). Taste is none of them: nobody tastes water to test it. */
export const parameters = {
  'free-chlorine': { class: 'disinfectant', ...mgL, most: 500, methods: kits },
  'total-chlorine': { class: 'disinfectant', ...mgL, most: 500, methods: kits },
  'chlorine-smell': { ...senses, class: 'disinfectant', words: ['none', 'faint', 'strong'] },
  'e-coli': { ...germs, unit: 'per 100 mL', methods: bottles, words: ['present', 'absent'] },
  'total-coliforms': { ...germs, unit: 'per 100 mL', methods: bottles, words: ['present', 'absent'] },
  h2s: { ...germs, unit: '', methods: ['presence-absence'], words: ['present', 'absent'] },
  turbidity: {
    class: 'working',
    unit: 'NTU',
    dimension: 'turbidityNtu',
    most: 10_000,
    methods: ['tube', 'meter', 'print', 'laboratory'],
    words: ['readable', 'unreadable'],
  },
  ph: { class: 'working', unit: 'pH', dimension: 'ph', most: 14, methods: kits },
  temperature: {
    class: 'working',
    unit: '°C',
    dimension: 'waterC',
    least: -2,
    most: 100,
    methods: ['meter', 'laboratory'],
  },
  nitrate: { class: 'acute', ...mgL, most: 10_000, methods: kits, as: { NO3: 1, N: NO3_PER_N } },
  nitrite: { class: 'acute', ...mgL, most: 1000, methods: kits, as: { NO2: 1, N: NO2_PER_N } },
  lead: { class: 'lifelong', ...ugL, most: 1e6 },
  arsenic: { class: 'lifelong', ...ugL, most: 1e6 },
  fluoride: { class: 'lifelong', ...mgL, most: 1000, methods: kits },
  iron: { class: 'working', ...mgL, most: 1000, methods: kits },
  manganese: { class: 'working', ...mgL, most: 1000, methods: kits },
  aluminium: { class: 'working', ...mgL, most: 1000, methods: kits },
  hardness: {
    class: 'working',
    ...mgL,
    most: 5000,
    methods: ['soap', 'strip', 'comparator', 'laboratory'],
    as: { CaCO3: 1, dH: CACO3_PER_DH, gpg: CACO3_PER_GPG },
  },
  tds: { class: 'working', ...mgL, most: 400_000, methods: ['meter', 'laboratory'] },
  conductivity: {
    class: 'working',
    unit: 'µS/cm',
    dimension: 'conductivityUsCm',
    most: 600_000,
    methods: ['meter', 'laboratory'],
  },
  look: { ...senses, words: ['clear', 'cloudy', 'muddy'] },
  smell: { ...senses, words: ['none', 'earthy', 'rotten-egg', 'chlorine', 'sewage', 'fuel', 'solvent'] },
  colour: { ...senses, words: ['none', 'yellow', 'brown', 'green', 'black', 'unnatural'] },
  floating: { ...senses, words: ['none', 'grains', 'insects', 'algae', 'sheen'] },
} as const satisfies Record<string, ParameterRow>;

export type ParameterId = keyof typeof parameters;
export const parameterIds = Object.keys(parameters) as [ParameterId, ...ParameterId[]];

/** What is known of a parameter: its unit, how it is read, and what it may be. */
export const parameterRow = (id: ParameterId): ParameterRow => parameters[id];

/** The text that a parameter's unit is written by, behind its figure. */
export const unitText = (id: ParameterId): string => `unit-of.${parameterRow(id).unit || 'none'}`;

/** As what a figure may be reported, of any parameter. */
export const reportedAs = ['NO3', 'NO2', 'N', 'CaCO3', 'dH', 'gpg'] as const;
export type ReportedAs = (typeof reportedAs)[number];

/** Methods by which something is found rather than measured. */
const byWord: readonly TestMethod[] = ['presence-absence', 'senses', 'print'];

/** Whether a method answers with a word and not with a figure. */
export const isFoundBy = (method: TestMethod): boolean => byWord.includes(method);

/** Methods whose sample stands warm for a day or more before it is read. */
export const incubates: readonly TestMethod[] = ['presence-absence', 'plate', 'tubes'];

/** Steps that a strip shows, as strips for drinking water are printed; a value between two is read as the nearer. */
export const stripSteps: Partial<Record<ParameterId, readonly number[]>> = {
  'free-chlorine': [0, 0.2, 0.5, 1, 2, 4, 10],
  'total-chlorine': [0, 0.5, 1, 2, 4, 10],
  ph: [6.2, 6.8, 7.2, 7.8, 8.4, 9],
  nitrate: [0, 10, 25, 50, 100, 250],
  nitrite: [0, 0.5, 1, 3, 5, 10],
  hardness: [0, 50, 120, 180, 250, 425],
  iron: [0, 0.1, 0.3, 0.5, 1, 5],
  lead: [0, 5, 10, 15, 30, 50],
  arsenic: [0, 5, 10, 25, 50, 100],
  fluoride: [0, 0.5, 1, 1.5, 4, 10],
};
