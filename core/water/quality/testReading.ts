import type { Day, Instant } from '../../base/moment.ts';
import { type Incubation, type VoidWhy, voidWhy } from './incubation.ts';
import type { Dilution } from './mpn.ts';
import {
  type FoundWord,
  isFoundBy,
  type ParameterId,
  parameterRow,
  type ReportedAs,
  type TestMethod,
} from './parameters.ts';

/** One reading of one parameter by one method. */
export interface TestReading {
  readonly parameter: ParameterId;
  readonly method: TestMethod;
  /** In the parameter's unit, as it was reported. */
  readonly value?: number | undefined;
  /** Less than the least, or more than the most, that the method tells. */
  readonly beyond?: 'below' | 'above' | undefined;
  /** As what the figure is reported: nitrate as N or as NO₃. */
  readonly as?: ReportedAs | undefined;
  readonly found?: FoundWord | undefined;
  /** The tubes that a most probable number comes from. */
  readonly rack?: readonly Dilution[] | undefined;
  /** How much of the sample was examined for germs (mL): none found in less than 100 proves nothing. */
  readonly volumeMl?: number | undefined;
  readonly range?: { readonly least: number; readonly most: number } | undefined;
  /** Of a tube: the depth at which its mark is lost (cm). */
  readonly depthCm?: number | undefined;
  readonly incubated?: Incubation | undefined;
  /** What it was read with. */
  readonly kit?: { readonly lot?: string; readonly expires?: Day } | undefined;
}

/** With the moment it was read at, and the local day of that. */
export type Dated<R = TestReading> = R & { readonly at: Instant; readonly on?: Day };

/** What a figure is in the parameter's first form: nitrate as NO₃, nitrite as NO₂, hardness as calcium carbonate. */
export function figureOf({
  parameter,
  value,
  as,
}: Pick<TestReading, 'parameter' | 'value' | 'as'>): number | undefined {
  if (value === undefined) return undefined;
  const factor = (as && parameterRow(parameter).as?.[as]) ?? 1;
  return Math.round(value * factor * 1e6) / 1e6;
}

/** What is wrong with a reading before anybody asks what it means; a word that the interface knows the fault by. */
export type ReadingFault = 'value' | 'found' | 'method' | 'as' | 'impossible' | 'incubation' | 'range';

/** The first fault of a reading as it stands; undefined where it can be one. */
export function faultOf(r: TestReading): ReadingFault | undefined {
  const row = parameterRow(r.parameter);
  if (!row.methods.includes(r.method)) return 'method';
  if (isFoundBy(r.method) ? r.found === undefined : r.value === undefined)
    return isFoundBy(r.method) ? 'found' : 'value';
  if (r.found !== undefined && !row.words?.includes(r.found)) return 'found';
  if (r.found !== undefined && r.value !== undefined) return 'found';
  if (r.value !== undefined && row.as ? r.as === undefined || !(r.as in row.as) : r.as !== undefined)
    return 'as';
  const figure = figureOf(r);
  if (figure !== undefined && (figure < (row.least ?? 0) || figure > row.most)) return 'impossible';
  if (r.incubated?.window && r.incubated.window.fromH >= r.incubated.window.toH) return 'incubation';
  return r.range && r.range.least > r.range.most ? 'range' : undefined;
}

/** Likely slips of a figure that cannot be: a decimal point that was lost. */
export function slipOf({ parameter, value }: TestReading): number | undefined {
  const { most } = parameterRow(parameter);
  return value !== undefined && value > most && value / 10 <= most ? value / 10 : undefined;
}

/** A kit past its day: what it shows may be anything. */
export const isExpired = ({ kit }: Pick<TestReading, 'kit'>, on: Day | undefined): boolean =>
  kit?.expires !== undefined && on !== undefined && on > kit.expires;

/** Why a sample that did not turn proves nothing; undefined where it proves what it can. */
export const whyVoid = (r: Dated): VoidWhy | undefined => {
  const isNegative = r.found === 'absent' || r.value === 0 || r.beyond === 'below';
  return r.incubated && isNegative ? voidWhy(r.incubated, r.at) : undefined;
};

/** None found counts only in so much (mL): what is in 100 mL is not seen in a drop of it (WHO). */
export const EXAMINED_ML = 100;

/** How much was examined for germs: the tubes of a rack together, what was said of a plate, and 100 mL of a bottle or a laboratory. */
export function examinedMl({
  method,
  rack,
  volumeMl,
}: Pick<TestReading, 'method' | 'rack' | 'volumeMl'>): number {
  if (rack) return rack.reduce((sum, d) => sum + d.tubes * d.volumeMl, 0);
  // a film or a plate takes a millilitre, a membrane a hundred: nobody said which
  return volumeMl ?? (method === 'plate' ? 0 : EXAMINED_ML);
}

/** Whether a reading that found none may prove that there is none: enough of it, in its window, by a kit in date, and no screen. */
const provesNone = (r: Dated): boolean =>
  r.parameter !== 'h2s' &&
  examinedMl(r) >= EXAMINED_ML - 1e-9 &&
  whyVoid(r) === undefined &&
  // what is kept beside a subject has no local day: the day of its moment tells as well
  !isExpired(r, r.on ?? r.at.slice(0, 10));

/**
 * Germs that a reading tells of (per 100 mL): a bottle that turned counts as one at least, and any figure above none is one;
 * undefined where it tells nothing, as a void one, an expired kit, a millilitre without any, a screen that stayed clear, or a
 * reading of something else does not.
 */
export function germsOf(r: Dated): number | undefined {
  if (parameterRow(r.parameter).class !== 'germs') return undefined;
  if (r.found === 'present') return 1;
  if (r.found === 'absent') return provesNone(r) ? 0 : undefined;
  const figure = figureOf(r);
  if (figure === undefined) return undefined;
  // "<1" is none found; "<10" leaves room for some
  if (r.beyond === 'below') return figure <= 1 && provesNone(r) ? 0 : undefined;
  // more than none, however little was looked at
  if (r.beyond === 'above') return Math.max(1, figure);
  return figure > 0 ? figure : provesNone(r) ? 0 : undefined;
}
