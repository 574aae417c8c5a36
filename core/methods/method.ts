import type { Day } from '../calendar/day.ts';
import type { Credit } from '../ct/credit.ts';
import type { Judgement, Message } from '../judgement.ts';
import type { SupplyKind } from '../supplies/kinds.ts';
import type { Dimension } from '../units/quantity.ts';

/** The tools of the bench, in the order of the work. */
export const benchTools = [
  'settle',
  'alum',
  'filter',
  'boil',
  'chlorine',
  'tablets',
  'sun',
  'uv',
  'distil',
  'can',
] as const;
export type BenchTool = (typeof benchTools)[number];

/** One input of a method's sentence. Its name on the screen is the text `method.<method>.<id>`. */
export type Blank =
  | {
      readonly id: string;
      readonly kind: 'quantity';
      readonly dimension: Dimension;
      readonly least: number;
      readonly most: number;
      readonly wholeNumbers?: boolean;
      /** What it begins with; absent, it begins empty and may stay so. */
      readonly start?: number | ((c: Context) => number | undefined);
      /** Spoons of a powder become grams by this (kg/L). */
      readonly powderKgL?: number;
    }
  | {
      readonly id: string;
      readonly kind: 'choice';
      readonly options: readonly string[];
      readonly start: string;
    };

/** What was entered, by the id of its blank; undefined where a blank is empty. */
export type Inputs = Readonly<Record<string, number | string | undefined>>;

/** What the group and the day add to a case. */
export interface Context {
  readonly altitudeM: number;
  readonly today: Day;
  /** Litres of drinking water that the group needs a day. */
  readonly dailyNeedL: number;
}

/** One answer of a school on the method's scale. */
export interface Mark {
  readonly id: string;
  readonly value: number;
  readonly note: Message;
  readonly chosen?: boolean;
}

export interface Scale {
  readonly ticks: readonly number[];
  readonly spacing: 'log' | 'linear';
  readonly marks: readonly Mark[];
  /** What is usual. */
  readonly band?: readonly [number, number];
  /** The blank that a click on a mark sets to the mark's id. */
  readonly sets?: string;
}

/** One step of a bench sheet, frozen into the log when the sheet is begun. */
export interface Step {
  readonly id: string;
  readonly text: Message;
  /** `do`: said to be done; `wait`: done when its clock has run; `read`: done with a reading that passes. */
  readonly kind: 'do' | 'wait' | 'read';
  readonly waitMin?: number;
  /** What a reading must be, and what to do when it is not. */
  readonly reading?: { readonly unit: string; readonly least?: number; readonly most?: number };
  readonly onFail?: Message;
}

/** What a sheet takes from the supplies when it is begun. */
export interface Use {
  readonly supply: SupplyKind;
  /** In the unit of the supply's kind. */
  readonly amount: number;
}

export interface MethodAnswer {
  /** The answer first, in the unit it is done in. */
  readonly headline: Message;
  readonly under?: Message;
  readonly working: readonly Message[];
  readonly scale?: Scale;
  /** How something falls with time: points of a curve, and where on it this case stands. */
  readonly curve?: Curve;
  /** Layers drawn to scale, the lowest first (mm). */
  readonly layers?: readonly { readonly id: string; readonly depthMm: number; readonly note: Message }[];
  /** Where it depends on the case: what this run earns, instead of the method's own credit. */
  readonly credit?: Credit;
  readonly judgements: readonly Judgement[];
  readonly steps: readonly Step[];
  readonly uses: readonly Use[];
}

export interface Curve {
  readonly name: Message;
  readonly xName: Message;
  readonly yName: Message;
  /** y at x = 0, 1, 2 … */
  readonly ys: readonly number[];
  readonly atX: number;
}

/**
 * A treatment, declared once: what it accepts, credits, removes, concentrates, adds, uses and takes.
 * To add one is to add a file beside this one, put it in `methods.ts`, and write its texts.
 */
export interface Method {
  readonly id: string;
  readonly tool: BenchTool;
  /** Log₁₀ reductions for a documented run; none for what only clears or keeps. */
  readonly credit: Credit;
  /** Water it works on. */
  readonly accepts: {
    readonly mostNtu?: number;
    readonly leastC?: number;
    readonly leastPh?: number;
    readonly mostPh?: number;
  };
  readonly removes: readonly Hazard[];
  readonly concentrates: readonly Hazard[];
  readonly adds: readonly Hazard[];
  readonly supplies: readonly SupplyKind[];
  /** Its water is not drunk from the sheet's beginning to its end: that very water, or whatever the vessel holds meanwhile. */
  readonly holds?: Hold;
  readonly blanks: readonly Blank[];
  /** The answer for these inputs; undefined while a blank that it needs is empty. */
  readonly answer: (inputs: Inputs, context: Context) => MethodAnswer | undefined;
}

/** What a running sheet keeps from being drunk. */
export type Hold = 'water' | 'vessel';

/** What water may hold beside germs. */
export type Hazard =
  | 'turbidity'
  | 'salt'
  | 'nitrate-metals'
  | 'organics'
  | 'taste'
  | 'chlorine'
  | 'aluminium'
  | 'iodine';

/** A number among inputs, or undefined. */
export const numberOf = (inputs: Inputs, id: string): number | undefined => {
  const value = inputs[id];
  return typeof value === 'number' ? value : undefined;
};

/** A choice among inputs. */
export const choiceOf = <T extends string>(inputs: Inputs, id: string): T => inputs[id] as T;

/** What a blank begins with, for a context. */
export const startOf = (blank: Blank, c: Context): number | string | undefined =>
  typeof blank.start === 'function' ? blank.start(c) : blank.start;

/** A step that is said to be done. */
export const doStep = (id: string, text: Message): Step => ({ id, text, kind: 'do' });
export const waitStep = (id: string, text: Message, waitMin: number): Step => ({
  id,
  text,
  kind: 'wait',
  waitMin,
});
