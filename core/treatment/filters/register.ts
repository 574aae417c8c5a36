import { addMonths, type Day, dayOf } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { FilterLine, Supply } from '../../storage/stock/supply.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import type { Credit } from '../credit/credit.ts';
import { deviceCredit } from './device.ts';
import { FAST_SHARE, type FlowReading, flowRatio, WORN_SHARE } from './flow.ts';
import { type FilterTests, lettingThroughSince } from './letThrough.ts';

/** A filter, and what was read before and behind it. */
export type TestedFilter = Supply & { readonly tests?: FilterTests };

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
export function filterStanding(filter: TestedFilter, timeZone: string, today: Day): FilterStanding {
  const log = filter.log ?? [];
  const flows = log.flatMap(e => (e.flowLH === undefined ? [] : [{ ...e, flowLH: e.flowLH }]));
  const [fresh, read] = [flows[0], flows.at(-1)];
  const backflushed = log.findLast(e => e.what === 'backflushed');
  const last = log.at(-1);
  const until = supplyUntil(filter);
  const seenOn = last ? dayOf(last.at, timeZone) : dayOf(filter.setAt, timeZone);
  return {
    ...(filter.device ? { credit: deviceCredit(filter.device) } : {}),
    usedL: filter.used,
    lifeL: filter.amount,
    ...(fresh ? { newLH: fresh.flowLH } : {}),
    ...(read ? { lastLH: read.flowLH } : {}),
    ...(backflushed ? { backflushedOn: dayOf(backflushed.at, timeZone) } : {}),
    visitOn: addMonths(seenOn, VISIT_MONTHS),
    ...(until ? { until } : {}),
    judgement:
      until !== undefined && until < today
        ? replaced('register.months-over')
        : judgeFilter(filter, fresh, read, backflushed?.at),
  };
}

const replaced = (id: string): Judgement =>
  judge('refuse', message(id), 'practice', { remedy: message('register.replace') });

type TimedFlow = FlowReading & { readonly at: string };

function judgeFilter(
  filter: TestedFilter,
  fresh: TimedFlow | undefined,
  read: TimedFlow | undefined,
  backflushedAt: string | undefined,
): Judgement {
  const log = filter.log ?? [];
  if (log.some(e => e.what === 'condemned')) return replaced('register.condemned');
  // a fibre that froze wet is cracked where nobody sees it: nothing brings it back
  if (log.some(e => e.what === 'frozen')) return replaced('register.frozen');
  const tested = log.findLast(e => e.what === 'sound' || e.what === 'leaking');
  if (tested?.what === 'leaking') return replaced('register.leaking');
  const sinceAt = lettingThroughSince(filter.tests);
  if (sinceAt)
    return judge('refuse', message('register.germs', { sinceAt }), 'who-gdwq', {
      remedy: message('register.germs.remedy'),
    });
  if (filter.used >= filter.amount) return replaced('register.used-up');
  const ratio = fresh && read ? flowRatio(read, fresh) : 1;
  // faster than new is no good news: a crack, or water that goes round the filter
  const fastAt = fresh && log.find(e => isFast(e, fresh) && (!tested || e.at > tested.at))?.at;
  if (fastAt !== undefined)
    return judge('refuse', message('register.fast'), 'practice', { remedy: message('register.fast.remedy') });
  if (ratio < WORN_SHARE) {
    const isAfterBackflush = backflushedAt !== undefined && read !== undefined && read.at >= backflushedAt;
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

/** One flow above what new pores give: a later slower one does not make it whole, only a test of its integrity does. */
const isFast = (line: FilterLine, fresh: FlowReading): boolean =>
  line.flowLH !== undefined && flowRatio({ ...line, flowLH: line.flowLH }, fresh) > FAST_SHARE;
