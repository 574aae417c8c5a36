import { type Day, dayOf, type Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { type Judged, judgeReading, type Purpose, type ReadingCase } from '../../water/quality/limits.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { rowOf } from '../../water/waters.ts';
import { hasYoung, homesOf } from '../plan/care.ts';
import type { SourceFacts } from '../sources/facts.ts';
import type { ContainerFacts } from '../store/facts.ts';
import type { Kept, Readings } from './facts.ts';
import { lastFigure } from './readings.ts';

/** What water of a source is for as it comes: drunk at a tap, drunk fresh where it is closed all round, or treated first. */
export function purposeOf({ kind, isProtected }: Pick<SourceFacts, 'kind' | 'isProtected'>): Purpose {
  const { class: of } = rowOf(kindRow(kind).water);
  if (of === 'tap') return 'tap';
  if (kind === 'carrier') return 'delivery';
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
