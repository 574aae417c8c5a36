import type { Day } from '../../base/moment.ts';
import type { Normals } from '../weather/normals.ts';
import type { YieldRule } from './balance.ts';
import type { Catcher } from './catching.ts';

/** The weather that a tank is tried under: years made from normals and a seed, or days as they were measured. */
export type Weather =
  | {
      readonly by: 'normals';
      readonly normals: Normals;
      /** How much years differ as a whole (standard deviation ÷ mean). */
      readonly yearCv: number;
      readonly years: number;
      readonly seed: number;
    }
  | {
      readonly by: 'record';
      readonly from: Day;
      readonly mm: ArrayLike<number>;
      /** 1 where it was below 0 °C. */
      readonly frozen: ArrayLike<number>;
    };

/** What is asked of a catchment and a tank. */
export interface RainQuestion {
  readonly catchers: readonly Catcher[];
  /** Litres a day, by month. */
  readonly needL: readonly number[];
  readonly weather: Weather;
  readonly rule: YieldRule;
  /** Share of days on which all is to be there that is asked. */
  readonly askedShare: number;
  /** What an outage takes: held back on nine days of ten (L). */
  readonly outageL: number;
  /** The tanks that are there, joined (L). */
  readonly ownL: number;
  /** The need of one person (L a day): how many the roof can serve. */
  readonly perPersonL: number;
}

/** A tank of one size under that weather. */
export interface SizePoint {
  readonly sizeL: number;
  /** Share of days on which all was there that was asked, and of the litres. */
  readonly timeShare: number;
  readonly volumeShare: number;
  /** The share of days in a year that one year in ten stays under, and one in ten goes over. */
  readonly lowShare: number;
  readonly highShare: number;
  /** Of what was caught. */
  readonly spilledShare: number;
  /** Share of days at the end of which the outage's litres stood in it. */
  readonly heldShare: number;
}

/** Points of a year at which levels are told. */
export const FAN_POINTS = 73;

/** A tank looked at closely. */
export interface TankLife extends SizePoint {
  /** Levels through a year (L), five days apart: one year in ten is lower; every second; one in ten is higher. */
  readonly lowL: Float32Array;
  readonly midL: Float32Array;
  readonly highL: Float32Array;
  /** Days short in a year, on the mean, by month. */
  readonly shortDays: readonly number[];
  readonly longestShortDays: number;
  /** Days short in each of the worst tenth of the years, on the mean, and the month in which most of them lie. */
  readonly worstShortDays: number;
  readonly worstMonth: number;
}

export const sensitivities = [
  'quarter-more',
  'half-roof',
  'dry-tenth',
  'low-coefficient',
  'no-flush',
  'second-tank',
  'second-roof',
] as const;
export type Sensitivity = (typeof sensitivities)[number];

/** What a change of one input does to the share of days. */
export interface Sensed {
  readonly what: Sensitivity;
  readonly timeShare: number;
  /** Beside the case as it is. */
  readonly by: number;
}

export interface RainAnswer {
  readonly points: readonly SizePoint[];
  /** The smallest that does what is asked; nothing where none does. */
  readonly smallestL?: number;
  /** Where more tank begins to give little. */
  readonly kneeL: number;
  /** The smallest that holds the outage's litres on nine days of ten. */
  readonly outageTankL?: number;
  /** People that the tank looked at serves as often as is asked. */
  readonly people: number;
  /** The tank that is there, or the smallest. */
  readonly life: TankLife;
  readonly sensed: readonly Sensed[];
  /** Means of a year: rain (mm), wet days, and what came of it (L). */
  readonly yearMm: number;
  readonly yearWetDays: number;
  readonly runoffL: number;
  readonly flushedL: number;
  readonly caughtL: number;
  readonly needYearL: number;
  readonly years: number;
}
