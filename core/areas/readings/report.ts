import { addMonths, type Day, dayOf } from '../../base/day.ts';
import { type Message, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { judgeReading, type Standing } from '../../water/quality/limits.ts';
import { type ParameterId, parameterIds } from '../../water/quality/parameters.ts';
import { homesOf } from '../plan/care.ts';
import type { Kept } from './facts.ts';
import { followLines, nextStep } from './followUp.ts';
import { subjectName } from './naming.ts';
import { contactAt, purposeFor } from './standing.ts';
import { wordsOfReading } from './wordsOf.ts';

/** A reading with whom it is of. */
export interface ReadingOf {
  readonly subject: string;
  readonly reading: Kept;
}

/** How the readings of a parameter came out in a month. */
export interface ReportLine {
  readonly parameter: ParameterId;
  readonly count: number;
  readonly by: Readonly<Record<Standing, number>>;
}

/** Something that did not pass: what was read, why it matters, and how far its follow-up is. */
export interface ReportFail {
  readonly name: string;
  readonly at: string;
  readonly read: Message;
  readonly why: Message;
  readonly standing: Standing;
  readonly follow?: Message;
}

/** What a group can pin up of a month. */
export interface MonthReport {
  readonly month: string;
  readonly count: number;
  readonly subjects: number;
  readonly lines: readonly ReportLine[];
  readonly fails: readonly ReportFail[];
  /** Everything else that was not as it should be, left out of the list for want of room. */
  readonly more: number;
}

/** Lines of what failed that a page has room for. */
const MOST_FAILS = 12;

function followOf(facts: Facts, subject: string, entry: string): Message | undefined {
  const container = facts.container[subject];
  const found = container ?? facts.source[subject];
  const alarm = found?.alarms?.find(a => a.entry === entry);
  if (!found || !alarm) return undefined;
  if (alarm.closedAt) return message('report.closed', { closedAt: alarm.closedAt });
  const step = nextStep(followLines(found, alarm, container));
  return message(step ? 'report.open' : 'report.to-close', step ? { step: `follow.${step}` } : {});
}

/**
 * The readings of a month, judged as they would be today, by plain counts; what failed stands first, with its follow-up.
 * @param readings every reading of the month, in the log's order
 */
export function monthReport(
  facts: Facts,
  readings: readonly ReadingOf[],
  month: string,
  today: Day,
): MonthReport {
  const counts = new Map<ParameterId, Record<Standing, number>>();
  const fails: ReportFail[] = [];
  const hasInfant = homesOf(facts, 'nitrate', today).length > 0;
  for (const { subject, reading } of readings) {
    const on = dayOf(reading.at, facts.group.timeZone);
    const { standing, judgement } = judgeReading(
      { ...reading, on },
      { purpose: purposeFor(facts, subject), hasInfant, contactAt: contactAt(facts.container[subject]) },
    );
    const by = counts.get(reading.parameter) ?? { pass: 0, watch: 0, fail: 0, 'cannot-say': 0 };
    by[standing] += 1;
    counts.set(reading.parameter, by);
    if (standing !== 'fail' && standing !== 'watch') continue;
    const follow = followOf(facts, subject, reading.entry);
    fails.push({
      name: subjectName(facts, subject),
      at: reading.at,
      read: wordsOfReading(reading),
      why: judgement.reason,
      standing,
      ...(follow ? { follow } : {}),
    });
  }
  fails.sort((a, b) => (a.standing === b.standing ? (a.at < b.at ? 1 : -1) : a.standing === 'fail' ? -1 : 1));
  return {
    month,
    count: readings.length,
    subjects: new Set(readings.map(r => r.subject)).size,
    lines: parameterIds.flatMap(parameter => {
      const by = counts.get(parameter);
      return by ? [{ parameter, count: Object.values(by).reduce((a, b) => a + b), by }] : [];
    }),
    fails: fails.slice(0, MOST_FAILS),
    more: Math.max(0, fails.length - MOST_FAILS),
  };
}

/** First day of a month and of the next. */
export const monthBounds = (month: string): readonly [Day, Day] => [
  `${month}-01`,
  addMonths(`${month}-01`, 1),
];
