import type { Normals } from './normals.ts';

/**
 * Climates that ship with the application: made up, each like a kind of place and none like one place. They are for trying, and for
 * a group that has no figures of its own yet; records of a gauge nearby are always better.
 */
export const climates = {
  // the hamlet of the demo: rain all year, least in early summer
  'oceanic-hills': {
    rainMm: [92, 68, 66, 54, 52, 56, 58, 68, 72, 88, 94, 98],
    wetDays: [16, 12, 13, 11, 11, 11, 11, 12, 12, 15, 16, 16],
    meanC: [3, 3, 5, 7, 10, 13, 15, 15, 12, 9, 6, 4],
  },
  'summer-dry': {
    rainMm: [84, 70, 58, 44, 22, 8, 2, 4, 24, 62, 88, 96],
    wetDays: [11, 9, 8, 7, 4, 2, 0.5, 1, 4, 7, 10, 11],
    meanC: [10, 11, 13, 16, 20, 24, 27, 27, 24, 19, 14, 11],
  },
  'continental-cold': {
    rainMm: [30, 26, 30, 38, 56, 76, 80, 68, 48, 40, 38, 34],
    wetDays: [9, 8, 8, 8, 9, 10, 10, 9, 8, 8, 9, 10],
    meanC: [-7, -5, 1, 8, 14, 18, 20, 19, 14, 8, 1, -5],
  },
  monsoon: {
    rainMm: [4, 6, 12, 24, 70, 320, 560, 520, 300, 90, 16, 4],
    wetDays: [0.5, 1, 1.5, 3, 6, 17, 25, 24, 15, 6, 1.5, 0.5],
    meanC: [22, 24, 27, 30, 31, 29, 27, 27, 27, 27, 25, 22],
  },
  'two-rains': {
    rainMm: [48, 44, 92, 180, 128, 32, 16, 20, 26, 64, 130, 82],
    wetDays: [5, 5, 9, 15, 12, 5, 3, 3, 4, 8, 14, 9],
    meanC: [19, 20, 20, 19, 18, 17, 16, 17, 18, 19, 19, 18],
  },
  desert: {
    rainMm: [9, 8, 6, 3, 1, 0, 0, 0, 0, 1, 4, 8],
    wetDays: [1.4, 1.3, 1, 0.6, 0.2, 0, 0, 0, 0, 0.2, 0.7, 1.2],
    meanC: [13, 15, 19, 24, 29, 32, 34, 34, 31, 26, 19, 14],
  },
  'tropical-wet': {
    rainMm: [240, 190, 220, 230, 200, 160, 150, 150, 170, 210, 260, 280],
    wetDays: [19, 15, 17, 18, 17, 14, 14, 14, 15, 18, 20, 21],
    meanC: [27, 27, 27, 28, 28, 28, 27, 27, 27, 27, 27, 27],
  },
} as const satisfies Record<string, Normals>;

export type ClimateId = keyof typeof climates;
export const climateIds = Object.keys(climates) as [ClimateId, ...ClimateId[]];

/** The months of a climate: rain (mm), wet days and warmth (°C). */
export const climateOf = (id: ClimateId): Normals => climates[id];

/** How much the rain of years differs in temperate places (standard deviation ÷ mean). */
export const USUAL_YEAR_CV = 0.18;
/** The same by climate: more under a monsoon, most where it is dry. */
export const yearCvOfClimate: Readonly<Record<ClimateId, number>> = {
  'oceanic-hills': USUAL_YEAR_CV,
  'summer-dry': 0.25,
  'continental-cold': USUAL_YEAR_CV,
  monsoon: 0.25,
  'two-rains': 0.25,
  desert: 0.4,
  'tropical-wet': USUAL_YEAR_CV,
};
