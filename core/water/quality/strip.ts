import type { Instant } from '../../base/moment.ts';
import type { Standing } from './limits.ts';
import { limits } from './limitTable.ts';
import { type ParameterId, parameterRow } from './parameters.ts';

/** A reading as a strip draws it: when, at which height, and how it stands. */
export interface StripPoint {
  readonly at: Instant;
  /** In the parameter's first form; of what is found, 0 for none and 1 for some. */
  readonly value: number;
  readonly beyond?: 'below' | 'above' | undefined;
  readonly standing: Standing;
  readonly point?: string | undefined;
}

/** A part of a strip's scale, from the lowest up, and what a reading in it means. */
export interface StripBand {
  readonly from: number;
  readonly to: number;
  readonly is: 'within' | 'one' | 'past';
}

/** The scale of a strip: from the least to the most that is drawn. */
export interface StripScale {
  readonly least: number;
  readonly most: number;
  /** Germs are drawn by decades. */
  readonly isLog: boolean;
  readonly bands: readonly StripBand[];
}

/** A limit is drawn where it is no more than so many times what was read. */
const NEAR = 4;

const isFound = (parameter: ParameterId): boolean => parameterRow(parameter).unit === '';

/** The scale that a parameter's readings and limits both stand on. */
export function stripScale(parameter: ParameterId, points: readonly StripPoint[]): StripScale {
  if (isFound(parameter))
    return {
      least: 0,
      most: 1,
      isLog: false,
      bands: [
        { from: 0, to: 0.5, is: 'within' },
        { from: 0.5, to: 1, is: 'past' },
      ],
    };
  const isLog = parameterRow(parameter).class === 'germs';
  const set = (limits[parameter] ?? []).filter(l => l.authority !== 'sphere');
  const values = points.map(p => p.value);
  const marks = set.flatMap(l => [l.least, l.most]).filter(b => b !== undefined);
  if (isLog) return germScale(values);
  const top = Math.max(1e-6, ...values);
  // pH is drawn where it lies, everything else from nothing
  if (parameter === 'ph') {
    const [least, most] = [Math.min(5.5, ...values), Math.max(9.5, ...values)];
    return { least, most, isLog, bands: bandsOf(set, least, most) };
  }
  // a limit far above everything that was read would press the readings to the foot of the strip
  const near = marks.filter(m => m <= top * NEAR);
  const foot = set.flatMap(l => l.least ?? []).map(m => m * NEAR);
  const most = Math.max(top * 1.2, ...near.map(m => m * 1.25), ...foot);
  const least = Math.min(0, ...values);
  return { least, most, isLog, bands: bandsOf(set, least, most) };
}

const germScale = (values: readonly number[]): StripScale => {
  const most = Math.max(100, ...values);
  return {
    least: 0,
    most,
    isLog: true,
    bands: [
      { from: 0, to: 1, is: 'within' },
      { from: 1, to: most, is: 'past' },
    ],
  };
};

/** Between two limits a figure is past one authority and within another. */
function bandsOf(
  set: readonly { readonly least?: number; readonly most?: number }[],
  least: number,
  most: number,
): StripBand[] {
  const edges = [...new Set([least, most, ...set.flatMap(l => [l.least, l.most])])]
    .filter((e): e is number => e !== undefined && e >= least && e <= most)
    .sort((a, b) => a - b);
  return edges.slice(1).flatMap((to, i): StripBand[] => {
    const from = edges[i]!;
    const middle = (from + to) / 2;
    const past = set.filter(l => middle > (l.most ?? Infinity) || middle < (l.least ?? -Infinity)).length;
    const is = past === 0 ? 'within' : past < set.length ? 'one' : 'past';
    return [{ from, to, is }];
  });
}

/** How high a value stands on a scale: 0 at its foot, 1 at its top. */
export function heightOf({ least, most, isLog }: StripScale, value: number): number {
  const share = isLog
    ? Math.log10(1 + Math.max(0, value)) / Math.log10(1 + most)
    : (value - least) / (most - least);
  return Math.min(1, Math.max(0, share));
}

/**
 * As many points as a strip can show: of each stretch of time the lowest, the highest, and the worst. What a strip leaves out is
 * never what failed.
 * @param most columns of the drawing
 */
export function thinned(points: readonly StripPoint[], most: number): StripPoint[] {
  if (points.length <= most) return [...points];
  const [first, last] = [Date.parse(points[0]!.at), Date.parse(points.at(-1)!.at)];
  const width = Math.max(1, last - first) / most;
  const columns = new Map<number, StripPoint[]>();
  for (const point of points) {
    const column = Math.min(most - 1, Math.floor((Date.parse(point.at) - first) / width));
    const list = columns.get(column);
    if (list) list.push(point);
    else columns.set(column, [point]);
  }
  const worst: Record<Standing, number> = { fail: 3, watch: 2, 'cannot-say': 1, pass: 0 };
  return [...columns.values()].flatMap(list => {
    const by = <T>(of: (p: StripPoint) => T, better: (a: T, b: T) => boolean) =>
      list.reduce((a, b) => (better(of(b), of(a)) ? b : a));
    return [
      ...new Set([
        by(
          p => p.value,
          (a, b) => a < b,
        ),
        by(
          p => p.value,
          (a, b) => a > b,
        ),
        by(
          p => worst[p.standing],
          (a, b) => a > b,
        ),
      ]),
    ].sort((a, b) => (a.at < b.at ? -1 : 1));
  });
}
