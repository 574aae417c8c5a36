import type { Instant } from '../../base/moment.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import { germsOf, type TestReading } from '../../water/quality/testReading.ts';

/** What was read at a filter, by parameter; `point` says on which side. */
export type FilterTests = Readonly<
  Partial<
    Record<
      ParameterId,
      readonly (TestReading & { readonly at: Instant; readonly point?: string | undefined })[]
    >
  >
>;

/** What a filter let through: from the last clean test behind it to the next clean one. */
interface LetThrough {
  /** Empty where no clean test came before. */
  readonly from: Instant;
  readonly readAt: Instant;
  /** Absent while no clean test followed. */
  readonly until?: Instant;
}

/**
 * The spans in which germs are known to have passed a filter. E. coli, or a black H₂S bottle, read at its outlet says that
 * nobody knows how long it has let them through: not since the last clean test behind it, and until the next
 * (none in 100 mL; an H₂S bottle that stays clear is a screen and ends nothing).
 * Source: WHO Guidelines for drinking-water quality, verification of household treatment.
 */
export function letThrough(tests: FilterTests = {}): LetThrough[] {
  const outlet = [...(tests['e-coli'] ?? []), ...(tests.h2s ?? [])].filter(r => r.point !== 'inlet');
  const dirty = outlet.filter(r => (germsOf(r) ?? 0) > 0);
  const clean = outlet.filter(r => germsOf(r) === 0).map(r => r.at);
  return dirty.map(({ at }) => {
    const from =
      clean
        .filter(c => c < at)
        .sort()
        .at(-1) ?? '';
    const until = clean.filter(c => c > at).sort()[0];
    return { from, readAt: at, ...(until ? { until } : {}) };
  });
}

/** Whether what went through a filter at a moment counts as not filtered. */
export const isLetThrough = (tests: FilterTests | undefined, at: Instant): boolean =>
  letThrough(tests).some(({ from, until }) => at > from && (until === undefined || at < until));

/** When germs were read behind a filter that no clean test has followed; undefined where it is trusted. */
export const lettingThroughSince = (tests: FilterTests | undefined): Instant | undefined =>
  letThrough(tests).find(l => l.until === undefined)?.readAt;
