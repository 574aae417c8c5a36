import { type Instant, minutesBetween } from '../../base/day.ts';
import { type Credit, credit, noCredit } from '../credit/credit.ts';
import { giardiaLog, virusLog } from '../credit/ct.ts';
import { type Batch, type BatchStanding, standingOf } from './batch.ts';
import { type ChlorineReading, RESIDUAL_AIM_MG_L } from './residual.ts';

type TimedReading = ChlorineReading & { readonly at: Instant };

/** What the contact of a batch earned by CT, or why nobody can say. */
export type BatchCredit =
  | {
      readonly ctMgMinL: number;
      readonly giardia: number;
      readonly viruses: number;
      /** During the wait, from the last reading; the end reading gives it. */
      readonly isProvisional: boolean;
    }
  | { readonly lacks: 'reading' | 'temperature-ph' | 'clear-water' };

/** Free chlorine by the usual contact, in the household-treatment table of WHO: bacteria and viruses. */
const BASELINE_LOG = 3;
/** In the pH where chlorine is chlorine: above it the row of pH 10 holds, above 10 and below 6 there is no credit. */
const USUAL_PH = [6, 9] as const;
const HIGHEST_PH = 10;
/** Colder than the tables: no credit. */
const COLDEST_C = 0.5;

const isFree = (r: ChlorineReading): boolean =>
  r.mgL !== undefined && r.method !== 'total' && r.method !== 'smell';

/**
 * CT is what is left at the end × the minutes since stirring: free chlorine by a figure, in clear water of a known
 * temperature and pH. Cloudy water earns none; neither does a smell or a total reading. Of several readings the one that
 * documents most counts: water that stands on goes on earning.
 * @param later readings of the same water after the batch was over
 * @returns undefined before anything stands
 */
export function batchCredit(
  batch: Batch,
  now: Instant,
  later: readonly TimedReading[] = [],
): BatchCredit | undefined {
  const { standsFrom, provedAt } = standingOf(batch, now);
  if (!standsFrom) return undefined;
  const { ph, clarity } = batch.instruction;
  // above pH 9 nothing is credited but by the table: what nobody measured is as cold as the table goes
  const isHighPh = ph !== undefined && ph > USUAL_PH[1];
  const temperatureC = batch.instruction.temperatureC ?? (isHighPh ? COLDEST_C : undefined);
  if (clarity !== 'clear') return { lacks: 'clear-water' };
  const own = batch.events.filter(e => e.what === 'read');
  const readings = [...own, ...later].filter(r => isFree(r) && r.at >= standsFrom && r.at <= now);
  if (readings.length === 0) return { lacks: 'reading' };
  if (temperatureC === undefined || ph === undefined) return { lacks: 'temperature-ph' };
  const earned = readings.map(r => {
    const contact = { freeChlorineMgL: r.mgL!, minutes: minutesBetween(standsFrom, r.at), temperatureC, ph };
    return {
      ctMgMinL: contact.freeChlorineMgL * contact.minutes,
      giardia: giardiaLog(contact),
      viruses: virusLog(contact),
    };
  });
  return {
    ctMgMinL: Math.max(...earned.map(e => e.ctMgMinL)),
    giardia: Math.max(...earned.map(e => e.giardia)),
    viruses: Math.max(...earned.map(e => e.viruses)),
    isProvisional: provedAt === undefined,
  };
}

/** What a batch that passed gave its water. */
export interface BatchEarned {
  readonly credit: Credit;
  /** By a figure of free chlorine, or by the nose or a total reading, the weaker proof. */
  readonly by: 'residual' | 'smell';
  /** Cloudy water and a pH of 9 to 10 are never more than limited protection. */
  readonly isCapped: boolean;
}

/**
 * The credit of a batch that passed: 3 log of bacteria and viruses by the usual contact; by a documented CT Giardia too, and
 * up to 6 log of bacteria and viruses, or fewer viruses where the CT says so.
 * Cloudy water earns only by 0.5 mg/L read at the end, and then limited protection at most; so does a pH of 9 to 10.
 */
export function batchEarned(
  batch: Batch,
  standing: BatchStanding,
  now: Instant,
  later: readonly TimedReading[] = [],
): BatchEarned | undefined {
  if (standing.phase !== 'passed' && standing.phase !== 'passed-by-smell') return undefined;
  const by = standing.phase === 'passed' ? 'residual' : 'smell';
  const { clarity, temperatureC, ph } = batch.instruction;
  const none = { credit: noCredit, by, isCapped: false } as const;
  if (temperatureC !== undefined && temperatureC < COLDEST_C) return none;
  if (ph !== undefined && (ph > HIGHEST_PH || ph < USUAL_PH[0])) return none;
  const isHigh = ph !== undefined && ph > USUAL_PH[1];
  if (clarity !== 'clear') {
    // nobody has measured what chlorine does in cloudy water at such a pH
    if (isHigh) return none;
    const isProved = by === 'residual' && (standing.lastReading?.mgL ?? 0) >= RESIDUAL_AIM_MG_L;
    return isProved ? { credit: credit(BASELINE_LOG, BASELINE_LOG, 0, 0), by, isCapped: true } : none;
  }
  const ct = batchCredit(batch, now, later);
  const documented = ct && !('lacks' in ct) && by === 'residual' ? ct : undefined;
  if (isHigh) {
    const viruses = Math.min(BASELINE_LOG, documented?.viruses ?? 0);
    return { credit: credit(viruses, viruses, 0, 0), by, isCapped: true };
  }
  const viruses = documented?.viruses ?? BASELINE_LOG;
  return {
    credit: credit(Math.max(BASELINE_LOG, viruses), viruses, Math.min(3, documented?.giardia ?? 0), 0),
    by,
    isCapped: false,
  };
}
