import { type ParameterId, parameterRow } from '../../water/quality/parameters.ts';
import { figureOf, type TestReading } from '../../water/quality/testReading.ts';

/** A reading at one side of a filter. */
type Sided = TestReading & { readonly at: string; readonly point?: string };

/** A reading before a filter and the one behind it of the same hours. */
export interface ReadingPair {
  readonly parameter: ParameterId;
  readonly at: string;
  readonly before: number;
  readonly after: number;
  /** Share that was taken out; less than nothing where it got worse. */
  readonly removal: number | undefined;
  /** Media take out no salt and no nitrate: a fall of those is a slip of the meter, or of the jars. */
  readonly isOdd: boolean;
  readonly isWorse: boolean;
}

/** Two readings further apart are not of the same water (ms). */
const TOGETHER_MS = 24 * 3_600_000;
/** Meters and days differ by so much. */
const LIKENESS = 0.1;

/** What only membranes and stills change. */
const dissolved: readonly ParameterId[] = ['conductivity', 'tds', 'nitrate', 'nitrite', 'fluoride'];

/**
 * Readings of a parameter before and behind a filter, put together: each behind with the nearest before it.
 * @param readings in the order they were read
 */
export function pairsOf(parameter: ParameterId, readings: readonly Sided[]): ReadingPair[] {
  const side = (point: string) => readings.filter(r => r.point === point && figureOf(r) !== undefined);
  const inlets = side('inlet');
  return side('outlet').flatMap(outlet => {
    const away = (r: Sided) => Math.abs(Date.parse(r.at) - Date.parse(outlet.at));
    const inlet = inlets.toSorted((a, b) => away(a) - away(b))[0];
    if (!inlet || away(inlet) > TOGETHER_MS) return [];
    const [before, after] = [figureOf(inlet)!, figureOf(outlet)!];
    const isDissolved = dissolved.includes(parameter);
    const isRange = parameter === 'ph' || parameter === 'temperature';
    return [
      {
        parameter,
        at: outlet.at,
        before,
        after,
        removal: before > 0 && !isRange && !isDissolved ? 1 - after / before : undefined,
        isOdd: isDissolved && after < before * (1 - LIKENESS),
        isWorse:
          !isRange && parameterRow(parameter).class !== 'disinfectant' && after > before * (1 + LIKENESS),
      },
    ];
  });
}

/** Removal that fell, or rose, by so much is told. */
const CHANGE = 0.05;

/** Whether removal falls from pair to pair: the mean of the later half against that of the earlier; undefined for fewer than four. */
export function trendOf(pairs: readonly ReadingPair[]): 'steady' | 'falling' | 'rising' | undefined {
  const removals = pairs.flatMap(p => p.removal ?? []);
  if (removals.length < 4) return undefined;
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const half = Math.floor(removals.length / 2);
  const change = mean(removals.slice(-half)) - mean(removals.slice(0, half));
  return change < -CHANGE ? 'falling' : change > CHANGE ? 'rising' : 'steady';
}
