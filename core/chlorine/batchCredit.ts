import { type Instant, minutesBetween } from '../calendar/day.ts';
import { giardiaLog, virusLog } from '../ct/ct.ts';
import { type Batch, standingOf } from './batch.ts';

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

/**
 * CT is what is left at the end × the minutes since stirring: free chlorine by a figure, in clear water of a known
 * temperature and pH. Cloudy water earns none; neither does a smell or a total reading.
 * @returns undefined before anything stands
 */
export function batchCredit(batch: Batch, now: Instant): BatchCredit | undefined {
  const { standsFrom, provedAt } = standingOf(batch, now);
  if (!standsFrom) return undefined;
  const { temperatureC, ph, clarity } = batch.instruction;
  if (clarity !== 'clear') return { lacks: 'clear-water' };
  const reading = batch.events.findLast(
    e => e.what === 'read' && e.mgL !== undefined && e.method !== 'total' && e.at >= standsFrom,
  );
  if (reading?.what !== 'read' || reading.mgL === undefined) return { lacks: 'reading' };
  if (temperatureC === undefined || ph === undefined) return { lacks: 'temperature-ph' };
  const contact = {
    freeChlorineMgL: reading.mgL,
    minutes: minutesBetween(standsFrom, reading.at),
    temperatureC,
    ph,
  };
  return {
    ctMgMinL: contact.freeChlorineMgL * contact.minutes,
    giardia: giardiaLog(contact),
    viruses: virusLog(contact),
    isProvisional: provedAt === undefined,
  };
}
