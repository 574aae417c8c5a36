import { addMonths, type Day, dayOf, type Instant } from '../../base/day.ts';
import type { Upstream } from '../hazards.ts';
import { criticalRisks, latrineRisks } from '../inspection.ts';
import { type Origin, poorerOf, type Sourced } from '../waters.ts';
import { classOf, type Finding, type FindingOf, type Place } from './finding.ts';
import { type Hold, isGermFree } from './holds.ts';

// What a water asks before it is drunk, by what was found where it comes from (§11).

/** A place with what it is, beside what was found there. */
export interface Site extends Place {
  readonly upstream: readonly Upstream[];
  readonly roof?: 'fit' | 'unfit';
}

/** An inspection and a test each hold for a year. */
const HOLDS_MONTHS = 12;
/** An inspection with no more risks than this is that of a sound source. */
const SOUND_SCORE = 2;

const isInDate = (at: Instant, day: Day, timeZone: string): boolean =>
  day < addMonths(dayOf(at, timeZone), HOLDS_MONTHS);

/** Risks of the last inspection that were not put right since; undefined where nobody inspected it. */
export function openRisks(findings: readonly Finding[]): readonly string[] | undefined {
  const last = findings.findLastIndex(f => f.is === 'inspected');
  if (last < 0) return undefined;
  const mended = findings.slice(last).flatMap(f => (f.is === 'mended' ? [f.risk] : []));
  return (findings[last] as FindingOf<'inspected'>).yes.filter(risk => !mended.includes(risk));
}

const soiling: readonly string[] = [
  'roof-soiled',
  'gutters-dirty',
  'no-first-flush',
  'no-screen',
  'no-lid',
  'branches-over',
];
const people: readonly string[] = ['people-upstream', 'latrine-uphill', 'washing-upstream'];

/**
 * What a place's water asks at a moment.
 * @param findings up to the moment, the oldest first
 * @param holds what of them still stands
 */
export function sourcedAt(
  site: Site,
  findings: readonly Finding[],
  holds: readonly Hold[],
  now: Instant,
  timeZone: string,
): Sourced {
  const is = (of: Hold['of']) => holds.some(h => h.of === of);
  if (is('flood')) return { water: 'flood' };
  if (holds.some(h => h.most === 'never')) return { water: 'tainted' };
  const own = ownOrigin(site, findings, holds, now, timeZone);
  const plain: Sourced = own ? { water: site.water, origin: own } : { water: site.water };
  const asked = is('salty') ? poorerOf({ water: 'brackish' }, plain) : plain;
  // what comes out of a tap is tap water only as long as nothing came in
  const isFouled =
    is('germs') ||
    is('germs-confirmed') ||
    is('cloudy') ||
    is('works') ||
    is('flooded-tap') ||
    is('sewage') ||
    is('brown-tap');
  const kind = classOf(site);
  return isFouled && (kind === 'tap' || kind === 'sealed') ? poorerOf({ water: 'unknown' }, asked) : asked;
}

function ownOrigin(
  site: Site,
  findings: readonly Finding[],
  holds: readonly Hold[],
  now: Instant,
  timeZone: string,
): Origin | undefined {
  const risks = openRisks(findings);
  const is = (of: Hold['of']) => holds.some(h => h.of === of);
  switch (classOf(site)) {
    case 'ground': {
      if (risks?.some(risk => latrineRisks.includes(risk))) return { protection: 'latrine' };
      if (is('germs-confirmed')) return { protection: 'latrine' };
      const isUpset = is('germs') || is('upset') || is('sewage') || is('cloudy');
      const isCritical = risks?.some(risk => criticalRisks.includes(risk)) ?? false;
      if (risks === undefined || isUpset || isCritical || !site.isClosed || risks.length > SOUND_SCORE)
        return risks || isUpset ? { protection: 'exposed' } : undefined;
      const day = dayOf(now, timeZone);
      const inspected = findings.findLast(f => f.is === 'inspected')!;
      if (!isInDate(inspected.at, day, timeZone)) return undefined;
      const clean = findings.findLast(isGermFree);
      return { protection: clean && isInDate(clean.at, day, timeZone) ? 'tested' : 'protected' };
    }
    case 'roof': {
      if (site.roof === 'unfit') return { roof: 'unfit' };
      if (is('germs') || is('germs-confirmed') || is('works')) return { roof: 'soiled' };
      if (risks === undefined || site.roof === undefined) return undefined;
      const isSoiled = risks.length > SOUND_SCORE || risks.some(risk => soiling.includes(risk));
      return { roof: isSoiled ? 'soiled' : 'sound' };
    }
    case 'surface': {
      if (
        is('germs-confirmed') ||
        risks?.some(risk => people.includes(risk)) ||
        site.upstream.includes('people')
      )
        return { upstream: 'people' };
      // germs of people are looked for by those of beasts: nobody knows whose they are, and nobody lives there
      return site.upstream.includes('nobody') ? { upstream: 'nobody' } : undefined;
    }
    default:
      return undefined;
  }
}
