import type { Day } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { judgeReading, type ReadingCase } from '../../water/quality/limits.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import type { StripPoint } from '../../water/quality/strip.ts';
import { figureOf, germsOf } from '../../water/quality/testReading.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import type { Kept, Readings } from './facts.ts';
import { caseOf, contactAt, purposeFor } from './standing.ts';

/** How batches speak of chlorine, as readings do. */
function chlorineReadings(fill: Fill | undefined, parameter: ParameterId): Kept[] {
  return (fill?.readings ?? []).flatMap((r): Kept[] => {
    const of =
      r.method === 'smell' ? 'chlorine-smell' : r.method === 'total' ? 'total-chlorine' : 'free-chlorine';
    if (of !== parameter) return [];
    const about = { at: r.at, entry: r.at, parameter };
    if (r.mgL === undefined) return [{ ...about, method: 'senses', found: r.smell ?? 'none' }];
    return [{ ...about, method: 'comparator', value: r.mgL }];
  });
}

/** The readings of a parameter that are kept beside a subject, the oldest first. */
export function readingsAt(facts: Facts, subject: Subject, parameter: ParameterId): readonly Kept[] {
  const container: ContainerFacts | undefined = facts.container[subject];
  if (parameter === 'free-chlorine' || parameter === 'total-chlorine' || parameter === 'chlorine-smell')
    if (container) return chlorineReadings(container.fill, parameter);
  return testsOf(facts, subject)?.[parameter] ?? [];
}

/** What is kept of the tests of any subject. */
export const testsOf = (facts: Facts, subject: Subject): Readings | undefined =>
  (facts.container[subject] ?? facts.source[subject] ?? facts.supply[subject])?.tests;

/** Parameters that were read at a subject. */
export function parametersAt(facts: Facts, subject: Subject): ParameterId[] {
  const chlorine = (['free-chlorine', 'total-chlorine', 'chlorine-smell'] as const).filter(
    p => facts.container[subject] && readingsAt(facts, subject, p).length > 0,
  );
  return [...new Set([...chlorine, ...(Object.keys(testsOf(facts, subject) ?? {}) as ParameterId[])])];
}

/** What readings of a subject are judged by. */
export const readingCaseAt = (facts: Facts, subject: Subject, today: Day): ReadingCase => ({
  ...caseOf(
    facts,
    purposeFor(facts, subject),
    testsOf(facts, subject),
    today,
    facts.container[subject]?.fill?.since,
  ),
  contactAt: contactAt(facts.container[subject]),
});

/** Words that say that nothing was found. */
const noneWords: readonly string[] = ['absent', 'none', 'clear', 'readable'];

/** A reading as a strip draws it; undefined where it tells nothing that could stand on its scale. */
export function pointOf(r: Kept, c: ReadingCase): StripPoint | undefined {
  const figure = r.parameter === 'e-coli' && r.beyond === 'below' ? (germsOf(r) ?? figureOf(r)) : figureOf(r);
  const value = r.found === undefined ? figure : noneWords.includes(r.found) ? 0 : 1;
  if (value === undefined) return undefined;
  const { standing } = judgeReading({ ...r, on: r.at.slice(0, 10) }, c);
  return {
    at: r.at,
    value,
    standing,
    ...(r.beyond ? { beyond: r.beyond } : {}),
    ...(r.point ? { point: r.point } : {}),
  };
}
