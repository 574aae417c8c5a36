import type { Instant } from '../../base/day.ts';
import { germsOf } from '../quality/testReading.ts';
import { poorerOf, type Sourced } from '../waters.ts';
import { dissolvedIn, type Traced, worseTraced } from './dissolved.ts';
import type { Finding } from './finding.ts';
import { type Hold, holdsAt } from './holds.ts';
import { type Site, sourcedAt } from './sourced.ts';

/** What everything that was found makes of a water: one answer, wherever it was found and wherever the water is. */
export interface Meaning {
  /** What it is taken for, and so what is asked of it. */
  readonly sourced: Sourced;
  /** What holds it back, the gravest first, each with what ends it. */
  readonly holds: readonly Hold[];
  /** What is dissolved in it. */
  readonly dissolved: Traced;
}

/** What a finding tells about: the first of each that comes after a water was drawn still speaks of that water. */
function thingOf(finding: Finding): string | undefined {
  if (finding.is === 'looked' || finding.is === 'inspected' || finding.is === 'failed') return finding.is;
  if (finding.is !== 'read') return undefined;
  const { reading, at } = finding;
  if (reading.parameter === 'e-coli' || reading.parameter === 'h2s')
    return germsOf({ ...reading, at }) === undefined ? undefined : 'germs';
  return reading.parameter;
}

/** The first finding of each thing after a moment: it reaches back to what was drawn since the last one that found it good. */
function firstsAfter(findings: readonly Finding[], at: Instant): Finding[] {
  const told = new Set<string>();
  return findings.filter(finding => {
    if (finding.at <= at) return false;
    const thing = thingOf(finding);
    if (thing === undefined || told.has(thing)) return false;
    told.add(thing);
    return true;
  });
}

/**
 * What is known of water that was drawn somewhere at a moment: everything that stood there then, and of each thing the first
 * finding after. A bad one holds that water for good, whatever is found of other water later; and what ended there later ended for
 * what is drawn from then on.
 * @param findings of the place, the oldest first
 * @param isGermFree that very water was tested since, and no germs were in it
 * @param now for what is told by who fell ill: that is asked of all of it, whenever it was drawn
 */
export function meaningOf(
  site: Site,
  findings: readonly Finding[],
  drawnAt: Instant,
  now: Instant,
  timeZone: string,
  isGermFree = false,
): Meaning {
  const before = findings.filter(f => f.at <= drawnAt);
  const firsts = firstsAfter(findings, drawnAt);
  const ofIllness = holdsAt(findings, site, now).filter(h => h.of === 'illness');
  const standing = holdsAt(before, site, drawnAt).filter(h => h.of !== 'illness');
  const later = firsts.flatMap(f => holdsAt([f], site, f.at));
  const holds = [...standing, ...later.filter(h => !standing.some(s => s.of === h.of)), ...ofIllness].filter(
    h => h.of !== 'germs' || !isGermFree,
  );
  const then = sourcedAt(site, before, holds, drawnAt, timeZone);
  const since = sourcedAt(site, [...before, ...firsts], holds, drawnAt, timeZone);
  return {
    // where nobody knew anything when it was drawn, what was found first holds
    sourced: then.origin === undefined && then.water === since.water ? since : poorerOf(then, since),
    holds,
    dissolved: worseTraced(dissolvedIn(before), dissolvedIn(firsts)),
  };
}

/** What two waters are that were poured together: as poor as the poorer, held by what holds either. */
export const mixedOf = (a: Meaning, b: Meaning): Meaning => ({
  sourced: poorerOf(a.sourced, b.sourced),
  holds: [...a.holds, ...b.holds.filter(h => !a.holds.some(other => other.of === h.of))],
  dissolved: worseTraced(a.dissolved, b.dissolved),
});
