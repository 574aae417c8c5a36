import { addMonths, type Day, dayOf } from '../calendar/day.ts';
import { type Duty, whenOf } from '../duty.ts';
import { judge, message } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import type { State } from '../store/state.ts';
import { stopsOf } from '../water/hazards.ts';
import { kindRow } from '../water/sourceKinds.ts';
import type { NoticeFacts, SourceFacts } from './facts.ts';
import { caseOf, isInForce, isUnderWatch, judgeNotice, openRisks, sourcesOf } from './known.ts';

/** A source is inspected again after so long (months), and after a flood at once. */
const INSPECT_MONTHS = 12;

function noticeDuty(facts: Facts, notice: NoticeFacts, today: Day): Duty | undefined {
  const about = { area: 'sources', when: 'now', subject: notice.id } as const;
  const names = notice.sources.map(id => facts.source[id]?.name ?? '').join(', ');
  if (isInForce(notice))
    return {
      ...about,
      id: `notice:${notice.id}`,
      day: notice.givenOn,
      what: message(`duty.notice.${notice.kind}`, { names, authority: notice.authority }),
      verdict: 'refuse',
      judgement: judgeNotice(notice),
    };
  if (isUnderWatch(notice))
    return {
      ...about,
      id: `flush:${notice.id}`,
      day: today,
      what: message('duty.flush', { names }),
      verdict: 'warn',
    };
  return undefined;
}

function sourceDuties(source: SourceFacts, today: Day, timeZone: string): Duty[] {
  const about = { area: 'sources', subject: source.id } as const;
  const { name } = source;
  const happened = source.happened.at(-1);
  const last = source.inspected.at(-1);
  const dueDay = last && addMonths(dayOf(last.at, timeZone), INSPECT_MONTHS);
  const isInspected = kindRow(source.kind).form !== undefined && stopsOf(caseOf(source, today)).length === 0;
  return [
    ...(happened
      ? [
          {
            ...about,
            id: `look:${source.id}`,
            when: 'now' as const,
            day: dayOf(happened.at, timeZone),
            what: message('duty.look-again', { name, what: `source-event.${happened.what}` }),
            verdict: 'warn' as const,
            judgement: judge('warn', message('source.look-again'), 'who-gdwq'),
          },
        ]
      : []),
    ...openRisks(source).map(
      (risk): Duty => ({
        ...about,
        id: `mend:${source.id}:${risk}`,
        when: 'later',
        day: today,
        what: message('duty.mend', { name, remedy: `inspect.${risk}.remedy` }),
        verdict: 'warn',
      }),
    ),
    ...(isInspected && dueDay
      ? [
          {
            ...about,
            id: `inspect:${source.id}`,
            when: whenOf(dueDay, today),
            day: dueDay,
            what: message('duty.inspect', { name }),
            verdict: 'ok' as const,
          },
        ]
      : []),
  ];
}

/** Notices in force, what is to be flushed, what is to be looked at again, inspected and mended. */
export const duties = (facts: Facts, { today }: State): Duty[] => [
  ...Object.values(facts.notice).flatMap(notice => noticeDuty(facts, notice, today) ?? []),
  ...sourcesOf(facts).flatMap(source => sourceDuties(source, today, facts.group.timeZone)),
];
