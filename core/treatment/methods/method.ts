import type { CitationId } from '../../base/citations.ts';
import type { Day } from '../../base/day.ts';
import { type Judgement, judge, type Message, message, type Params } from '../../base/judgement.ts';
import type { Provenance } from '../../base/units/amount.ts';
import type { Dimension } from '../../base/units/quantity.ts';
import type { ToolKind } from '../../planning/schedule/problem.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import type { SupplyFields } from '../../storage/stock/supply.ts';
import type { Passing } from '../../water/passing.ts';
import type { Removal } from '../../water/quality/chemicals.ts';
import type { Tool } from '../chlorine/measure.ts';
import type { Credit } from '../credit/credit.ts';

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
      /** It may be a guess, so far off either way (0.25 for ± 25 %); how it is known is asked beside it. */
      readonly guess?: number;
      /** How it is known until somebody says otherwise; measured. */
      readonly known?: Provenance;
    }
  | {
      readonly id: string;
      readonly kind: 'choice';
      readonly options: readonly string[];
      readonly start: string;
    };

/** What was entered, by the id of its blank, and how it is known by `<id>.known`; undefined where a blank is empty. */
export type Inputs = Readonly<Record<string, number | string | undefined>>;

/** What the group and the day add to a case. */
export interface Context {
  readonly altitudeM: number;
  readonly today: Day;
  /** Litres of drinking water that the group needs a day. */
  readonly dailyNeedL: number;
  /** Days that the plan is made for. */
  readonly planDays: number;
  /** What a dose is measured with; anything usual where nobody said. */
  readonly tools?: readonly Tool[];
  /** East of Greenwich, as far as the group's clock tells it. */
  readonly longitudeDeg: number;
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

export const stepKinds = ['do', 'wait', 'read'] as const;

/** One step of a bench sheet, frozen into the log when the sheet is begun. */
export interface Step {
  readonly id: string;
  readonly text: Message;
  /** `do`: said to be done; `wait`: done when its clock has run; `read`: done with a reading that passes. */
  readonly kind: (typeof stepKinds)[number];
  readonly waitMin?: number;
  /** Its minutes run only while the sun is up there. */
  readonly daylight?: {
    readonly latitudeDeg: number;
    readonly longitudeDeg: number;
    /** So many days from sunrise to sunset, however long they are, in place of the minutes. */
    readonly wholeDays?: number;
  };
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

/** The one amount or time that an answer comes down to: the slip guard and the span of guesses hang on it. */
export interface Due {
  readonly amount: number;
  readonly unit: 'g' | 'mL' | 'min' | 's' | 'tablets' | 'drops/L';
  /** Too much of it only costs: minutes of a boil. */
  readonly onlyUnder?: true;
  /** What a litre of the powder weighs (kg): a spoon is then recognised. */
  readonly powderKgL?: number;
  /** A method's own bands instead of the usual ones. */
  readonly judge?: (meant: number) => Judgement;
}

export interface MethodAnswer {
  /** The answer first, in the unit it is done in. */
  readonly headline: Message;
  readonly under?: Message;
  readonly working: readonly Message[];
  readonly scale?: Scale;
  /** How something falls with time: points of a curve, and where on it this case stands. */
  readonly curve?: Curve;
  /** A round vessel drawn to scale, and the layers in it, the lowest first (mm). */
  readonly vessel?: { readonly diameterMm: number; readonly heightMm: number };
  readonly layers?: readonly { readonly id: string; readonly depthMm: number; readonly note: Message }[];
  /** Where it depends on the case: what this run earns, instead of the method's own credit. */
  readonly credit?: Credit;
  readonly due?: Due;
  /** It takes the salt out, and what is dissolved like it. */
  readonly desalts?: true;
  /** The share of what is dissolved that it takes out, of each substance by its own certificate. */
  readonly removes?: Removal;
  /** Water that had nothing better is no more than limited protection by this run. */
  readonly isCapped?: true;
  /** Minutes from the first litre to the last, where its steps do not tell: a flow, a fire, days of sun. */
  readonly totalMin?: number;
  /** Minutes of its steps that take their time without a clock: heating, a flow, a drip, cooling. */
  readonly takes?: Readonly<Record<string, number>>;
  /** What it found out for another method, which a click takes there. */
  readonly carries?: { readonly method: string; readonly inputs: Inputs };
  readonly judgements: readonly Judgement[];
  readonly steps: readonly Step[];
  readonly uses: readonly Use[];
}

export interface Curve {
  readonly name: Message;
  readonly xName: Message;
  readonly yName: Message;
  readonly points: readonly { readonly x: number; readonly y: number }[];
  /** Where on it this case stands. */
  readonly atX?: number;
}

/** What a batch of a method keeps busy, as a day's work counts it. */
export interface Work {
  /** What holds it from its first step to its last. */
  readonly tool: ToolKind;
  /** Steps with a stove under it, and those that burn with an open flame. */
  readonly onStove?: readonly string[];
  readonly flame?: readonly string[];
  /** Steps that take their time, and somebody at them all the while. */
  readonly attended?: readonly string[];
}

/** How a method stands in a train of methods on the same water. */
export interface InTrain {
  /** What its sentence says of water that comes to it; the rest of it is what is owned. */
  readonly asks: (water: Passing) => Inputs;
  /** What it changes of that water. */
  readonly leaves?: (water: Passing, inputs: Inputs) => Partial<Passing>;
  /** It takes out what clouds water and asks nothing else of it. */
  readonly clears?: true;
  /** Cloudy water spoils it: the pot scales, the filter clogs. */
  readonly wantsClear?: true;
  /** It goes into a bag, with all that it needs. */
  readonly isCarried?: true;
  /** It begins with snow. */
  readonly takesSnow?: true;
  /** Litres that come out of each litre that goes in. */
  readonly yieldShare?: (inputs: Inputs) => number;
  readonly work: (inputs: Inputs) => Work;
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
  /** What kind of barrier it is: two of a kind count once. Its own id where nothing else is said. */
  readonly barrier?: string | ((inputs: Inputs) => string);
  /** Water it works on. */
  readonly accepts: {
    readonly mostNtu?: number;
    readonly leastC?: number;
    readonly leastPh?: number;
    readonly mostPh?: number;
  };
  readonly removes: readonly Hazard[];
  /** Heat, light and beds take the chlorine that kept the water too; where only some of its kinds do, which. */
  readonly strips?: true | ((inputs: Inputs) => boolean);
  readonly concentrates: readonly Hazard[];
  readonly adds: readonly Hazard[];
  readonly supplies: readonly SupplyKind[];
  /** What stops it whatever the water: it lives by light or by current, or stands wet and bursts when it freezes. */
  readonly stoppedBy?: readonly Stop[];
  /** What its minutes leave out: it runs as fast as its bed lets it, or is heated by whatever fire there is. */
  readonly untimed?: Untimed;
  /** Its water is not drunk from the sheet's beginning to its end: that very water, or whatever the vessel holds meanwhile. */
  readonly holds?: Hold;
  readonly blanks: readonly Blank[];
  /** How it stands among others on the same water; an aid treats none, and is not looked for. */
  readonly inTrain: InTrain | 'aid';
  /** What a finished sheet adds to the supplies; its name is the text `method.<method>.made`. */
  readonly makes?: (inputs: Inputs, today: Day) => Omit<SupplyFields, 'name'> | undefined;
  /** Jars that stand side by side: choices of how each looks, or readings of each. */
  readonly board?: readonly string[];
  /** The answer for these inputs; undefined while a blank that it needs is empty. */
  readonly answer: (inputs: Inputs, context: Context) => MethodAnswer | undefined;
}

/** What comes over a day and stops a way to treat water. */
export type Stop = 'dark' | 'frost' | 'power';
export type Untimed = 'flow' | 'heating';

/** What a running sheet keeps from being drunk. */
export const holds = ['water', 'vessel'] as const;
export type Hold = (typeof holds)[number];

/** What water may hold beside germs. */
export const hazards = [
  'turbidity',
  'salt',
  'nitrate-metals',
  'organics',
  'taste',
  'chlorine',
  'aluminium',
  'iodine',
] as const;
export type Hazard = (typeof hazards)[number];

/** Whether a run takes out what kept the water: it keeps a day then, until it is dosed and read again. */
export const stripsResidual = (
  { removes, strips }: Pick<Method, 'removes' | 'strips'>,
  inputs: Inputs,
): boolean =>
  removes.includes('chlorine') || (typeof strips === 'function' ? strips(inputs) : strips === true);

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

/** Where one says what one would put in, or how long one would wait, for the slip guard to compare with what is due. */
export const meantBlank = (dimension: Dimension, most: number, powderKgL?: number): Blank => ({
  id: MEANT,
  kind: 'quantity',
  dimension,
  least: 0,
  most,
  ...(powderKgL === undefined ? {} : { powderKgL }),
});
export const MEANT = 'meant';

/** A volume of water that may be "about a bucket". */
export const volumeBlank = (least: number, most: number, start: number): Blank => ({
  id: 'volumeL',
  kind: 'quantity',
  dimension: 'volumeL',
  least,
  most,
  start,
  guess: 0.25,
});

/** A refusal with the way out beside it: its texts are `<id>` and `<id>.remedy`. */
export const refuse = (id: string, source: CitationId, params?: Params): Judgement =>
  judge('refuse', message(id, params), source, { remedy: message(`${id}.remedy`, params) });

/** A caution in one line, and a way out where there is one. */
export const warn = (id: string, source: CitationId, params?: Params, remedy?: string): Judgement =>
  judge('warn', message(id, params), source, remedy ? { remedy: message(remedy, params) } : {});

/** What kind of barrier a run is. */
export const barrierOf = ({ id, barrier }: Method, inputs: Inputs): string =>
  typeof barrier === 'function' ? barrier(inputs) : (barrier ?? id);

/** A step that is said to be done. */
export const doStep = (id: string, text: Message): Step => ({ id, text, kind: 'do' });

/** A step that takes its time (minutes) before the next is free. */
export const waitStep = (id: string, text: Message, waitMin: number): Step => ({
  id,
  text,
  kind: 'wait',
  waitMin,
});
