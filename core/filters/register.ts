import { addMonths, type Day, dayOf } from '../calendar/day.ts';
import type { Credit } from '../ct/credit.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { SupplyFacts } from '../log/facts.ts';
import { supplyUntil } from '../supplies/until.ts';
import { deviceCredit } from './device.ts';

/** A filter gives at least this share of its first flow after a backflush, or it is replaced. */
const WORN_SHARE = 0.5;
/** Somebody looks at each filter of a programme this often. */
const VISIT_MONTHS = 3;

export interface FilterStanding {
  /** What it holds back (log reductions), where it is known what it is. */
  readonly credit?: Credit;
  readonly usedL: number;
  readonly lifeL: number;
  /** First and last flow read (L/h). */
  readonly newLH?: number;
  readonly lastLH?: number;
  readonly backflushedOn?: Day;
  /** The day its months of use are over. */
  readonly until?: Day;
  readonly visitOn: Day;
  readonly judgement: Judgement;
}

/** A filter of the register as it stands: litres used of its life, its flow, its next visit, and whether it may be used. */
export function filterStanding(filter: SupplyFacts, timeZone: string, today: Day): FilterStanding {
  const log = filter.log ?? [];
  const flows = log.flatMap(e => (e.flowLH === undefined ? [] : [{ at: e.at, lH: e.flowLH }]));
  const [newLH, lastLH] = [flows[0]?.lH, flows.at(-1)?.lH];
  const backflushed = log.findLast(e => e.what === 'backflushed');
  const last = log.at(-1);
  const until = supplyUntil(filter);
  const seenOn = last ? dayOf(last.at, timeZone) : dayOf(filter.setAt, timeZone);
  return {
    ...(filter.device ? { credit: deviceCredit(filter.device) } : {}),
    usedL: filter.used,
    lifeL: filter.amount,
    ...(newLH === undefined ? {} : { newLH }),
    ...(lastLH === undefined ? {} : { lastLH }),
    ...(backflushed ? { backflushedOn: dayOf(backflushed.at, timeZone) } : {}),
    visitOn: addMonths(seenOn, VISIT_MONTHS),
    ...(until ? { until } : {}),
    judgement:
      until !== undefined && until < today
        ? replaced('register.months-over')
        : judgeFilter(filter, newLH, lastLH, backflushed?.at, flows.at(-1)?.at),
  };
}

const replaced = (id: string): Judgement =>
  judge('refuse', message(id), 'practice', { remedy: message('register.replace') });

function judgeFilter(
  filter: SupplyFacts,
  newLH: number | undefined,
  lastLH: number | undefined,
  backflushedAt: string | undefined,
  flowAt: string | undefined,
): Judgement {
  const log = filter.log ?? [];
  if (log.some(e => e.what === 'condemned')) return replaced('register.condemned');
  // a fibre that froze wet is cracked where nobody sees it: nothing brings it back
  if (log.some(e => e.what === 'frozen')) return replaced('register.frozen');
  if (filter.used >= filter.amount) return replaced('register.used-up');
  if (newLH !== undefined && lastLH !== undefined && lastLH < WORN_SHARE * newLH) {
    const isAfterBackflush = backflushedAt !== undefined && flowAt !== undefined && flowAt >= backflushedAt;
    return isAfterBackflush
      ? replaced('register.worn')
      : judge('warn', message('register.slow'), 'practice', { remedy: message('register.slow.remedy') });
  }
  if (!log.some(e => e.what === 'commissioned'))
    return judge('warn', message('register.not-commissioned'), 'practice', {
      remedy: message('register.not-commissioned.remedy'),
    });
  return judge('ok', message('register.fit'), 'practice');
}
