import type { Told } from '../../log/entry.ts';
import type { ChlorineReading, ReadingMethod, Smell } from '../../treatment/chlorine/residual.ts';
import type { ParameterId, TestMethod } from '../../water/quality/parameters.ts';
import { figureOf, germsOf, isExpired } from '../../water/quality/testReading.ts';
import type { Kept, Readings } from './facts.ts';
import type { ReadingFields } from './fields.ts';

/** Of each parameter so many readings are kept beside a subject; the rest stays in the log. */
const KEPT = 24;

/** A reading as it is kept with its subject: what it says, and when; its photo and its rack stay in the log. */
export function keptOf({ id, happenedAt, data }: Told<ReadingFields>): Kept {
  const { photo: _, note: __, rack: ___, sampledBy: ____, ...reading } = data;
  return { at: happenedAt, entry: id, ...reading };
}

/** The readings that an older entry held together: germs, and nitrate as NO₃. */
export const readingsOfTested = ({
  id,
  happenedAt,
  data: { eColi, nitrateMgL },
}: Pick<
  Told<{ readonly eColi?: number; readonly nitrateMgL?: number }>,
  'id' | 'happenedAt' | 'data'
>): Kept[] => [
  ...(eColi === undefined
    ? []
    : [{ at: happenedAt, entry: id, parameter: 'e-coli', method: 'laboratory', value: eColi } as const]),
  ...(nitrateMgL === undefined
    ? []
    : [
        {
          at: happenedAt,
          entry: id,
          parameter: 'nitrate',
          method: 'laboratory',
          value: nitrateMgL,
          as: 'NO3',
        } as const,
      ]),
];

/** The facts of a subject with one reading more. */
export function withReading<F extends { readonly tests?: Readings }>(facts: F, reading: Kept): F {
  const before = facts.tests?.[reading.parameter] ?? [];
  return { ...facts, tests: { ...facts.tests, [reading.parameter]: [...before, reading].slice(-KEPT) } };
}

/** The last reading of a parameter that tells something, whatever else was read since. */
export const lastOf = (
  tests: Readings | undefined,
  parameter: ParameterId,
  tells: (r: Kept) => boolean = () => true,
): Kept | undefined => tests?.[parameter]?.findLast(tells);

/** The last word on germs, by whichever way they were looked for: how many in 100 mL, and when. */
export function lastGerms(
  tests: Readings | undefined,
): { readonly at: string; readonly germs: number } | undefined {
  const tells = (r: Kept) => germsOf(r) !== undefined;
  const found = [lastOf(tests, 'e-coli', tells), lastOf(tests, 'h2s', tells)].filter(r => r !== undefined);
  const last = found.sort((a, b) => (a.at < b.at ? -1 : 1)).at(-1);
  return last && { at: last.at, germs: germsOf(last)! };
}

/**
 * The last figure of a parameter (in its own unit).
 * @param since of this water: what was read before it was filled is of another
 */
export function lastFigure(
  tests: Readings | undefined,
  parameter: ParameterId,
  since = '',
): number | undefined {
  const last = lastOf(
    tests,
    parameter,
    r => r.at >= since && figureOf(r) !== undefined && !isExpired(r, r.at.slice(0, 10)),
  );
  return last && figureOf(last);
}

/** How a kit of the one list is called in the other. */
const chlorineMethods: Partial<Record<TestMethod, ReadingMethod>> = {
  comparator: 'dpd',
  strip: 'strip',
  meter: 'meter',
  laboratory: 'meter',
};

/** A reading of chlorine as batches and residuals take it; undefined for any other. */
export function chlorineOf(r: Kept): ChlorineReading | undefined {
  if (r.parameter === 'chlorine-smell') return { method: 'smell', smell: r.found as Smell };
  if (r.parameter !== 'free-chlorine' && r.parameter !== 'total-chlorine') return undefined;
  const method = r.parameter === 'total-chlorine' ? 'total' : (chlorineMethods[r.method] ?? 'dpd');
  // "less than" may be nothing at all
  const mgL = r.beyond === 'below' ? 0 : (r.value ?? 0);
  const isAbove = r.beyond === 'above';
  return {
    method,
    mgL,
    ...(isAbove ? { isAbove: true as const } : {}),
    ...(isExpired(r, r.at.slice(0, 10)) ? { isUnsure: true as const } : {}),
  };
}

/** A reading of chlorine as it is entered, from how batches speak of it. */
export const readingOfChlorine = (r: ChlorineReading): ReadingFields => {
  if (r.method === 'smell' || r.mgL === undefined)
    return { parameter: 'chlorine-smell', method: 'senses', found: r.smell ?? 'none' };
  if (r.method === 'total') return { parameter: 'total-chlorine', method: 'comparator', value: r.mgL };
  return {
    parameter: 'free-chlorine',
    method: r.method === 'dpd' ? 'comparator' : r.method,
    value: r.mgL,
  };
};

/** Whether a reading counts that was taken before the water was written down: what is bad does, the good may be of other water. */
export const countsBefore = (reading: Kept): boolean => !chlorineOf(reading) && germsOf(reading) !== 0;
