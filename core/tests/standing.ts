import { type Day, dayOf, type Instant } from '../calendar/day.ts';
import type { Judgement } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import { hasYoung, homesOf } from '../plan/care.ts';
import { type Judged, judgeReading, type Purpose, type ReadingCase } from '../quality/limits.ts';
import { type ParameterId, parameterIds, parameterRow } from '../quality/parameters.ts';
import type { SourceFacts } from '../sources/facts.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import type { Subject } from '../subject.ts';
import { kindRow } from '../water/sourceKinds.ts';
import { rowOf } from '../water/waters.ts';
import type { Kept, Readings } from './facts.ts';
import { lastFigure } from './readings.ts';

/** What water of a source is for as it comes: drunk at a tap, drunk fresh where it is closed all round, or treated first. */
export function purposeOf({ kind, isProtected }: Pick<SourceFacts, 'kind' | 'isProtected'>): Purpose {
  const { class: of } = rowOf(kindRow(kind).water);
  if (of === 'tap') return 'tap';
  return of === 'ground' && isProtected ? 'fresh' : 'raw';
}

/** What water of a subject is for, as far as it can be told of any moment. */
export function purposeFor(facts: Pick<Facts, 'container' | 'source'>, subject: Subject): Purpose {
  const source = facts.source[subject];
  if (source) return purposeOf(source);
  return facts.container[subject]?.role === 'clean' ? 'store' : 'raw';
}

/** Moments at which a reading was taken for the end of a contact time. */
export const contactAt = (container: ContainerFacts | undefined): Instant[] =>
  (container?.fill?.batches ?? []).flatMap(b => b.events.filter(e => e.what === 'read').map(e => e.at));

/** What a reading of a subject is judged by, beside itself. */
export const caseOf = (
  facts: Pick<Facts, 'home'>,
  purpose: Purpose,
  tests: Readings | undefined,
  today: Day,
  since?: Instant,
): ReadingCase => ({
  purpose,
  hasInfant: homesOf(facts, 'nitrate', today).length > 0,
  hasYoung: hasYoung(facts, today),
  nitrateMgL: lastFigure(tests, 'nitrate', since),
  nitriteMgL: lastFigure(tests, 'nitrite', since),
});

/** A reading as its subject has it, judged. */
export const judgedAt = (facts: Pick<Facts, 'home' | 'group'>, r: Kept, c: ReadingCase): Judged =>
  judgeReading({ ...r, on: dayOf(r.at, facts.group.timeZone) }, c);

const watched: readonly ParameterId[] = parameterIds.filter(id => {
  const { class: of } = parameterRow(id);
  return of === 'lifelong' || of === 'acute';
});

/** What was read in this very water that holds nobody back and is still not for everybody: lead, arsenic, nitrate near its limits. */
export function watchOfTests(
  facts: Pick<Facts, 'home' | 'group'>,
  { tests }: ContainerFacts,
  fill: Fill,
  today: Day,
): Judgement | undefined {
  if (!tests) return undefined;
  const said = watched.flatMap(parameter => {
    const last = tests[parameter]?.findLast(r => r.at >= fill.since);
    if (!last) return [];
    const { standing, judgement, also } = judgedAt(
      facts,
      last,
      caseOf(facts, 'store', tests, today, fill.since),
    );
    if (standing !== 'fail' && standing !== 'watch') return [];
    return [...also.filter(j => j.verdict === 'refuse'), judgement];
  });
  // whom it must not reach stands before what others may drink for a while
  const first =
    said.find(j => j.reason.id.startsWith('judged.infant.')) ?? said.find(j => j.verdict === 'refuse');
  const gravest = first ?? said[0];
  return gravest && { ...gravest, verdict: 'warn' };
}
