import { addMonths, type Day, dayOf } from '../../base/day.ts';
import { type Duty, whenOf } from '../../base/duty.ts';
import { judge, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import type { Hold } from '../../water/findings/holds.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { rowOf } from '../../water/waters.ts';
import type { State } from '../store/wholeState.ts';
import type { NoticeFacts, SourceFacts } from './facts.ts';
import { heldAt } from './findings.ts';
import { isInForce, isUnderWatch, judgeHold, judgeNotice, openRisks, sourcesOf } from './known.ts';

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

/** What stands at a source until something ends it, with what is to be done next: by the day on which it was found. */
const holdDuty = (source: SourceFacts, hold: Hold, today: Day, timeZone: string): Duty[] => {
  const next = hold.ends[0]?.find(c => !c.isMet)?.condition;
  // what lies upstream is no news, and a failed test is followed up by its own steps
  if (!hold.since || hold.of === 'germs') return [];
  return [
    {
      id: `hold:${source.id}:${hold.of}`,
      area: 'sources',
      subject: source.id,
      when: 'now',
      day: dayOf(hold.since, timeZone) < today ? dayOf(hold.since, timeZone) : today,
      what: message('duty.hold', {
        name: source.name,
        hold: `hold.${hold.of}`,
        next: `condition.${next ?? 'over'}`,
      }),
      verdict: hold.most === 'as-asked' ? 'warn' : 'refuse',
      judgement: judgeHold(hold),
    },
  ];
};

/** A well or a spring: what an inspection finds decides what its water is taken for. */
const isGround = ({ kind }: SourceFacts): boolean => rowOf(kindRow(kind).water).class === 'ground';

/** What happened there holds nothing back, and what was seen before it proves nothing now. */
const lookAgain = (source: SourceFacts, holds: readonly Hold[]) =>
  source.happened.findLast(h => !source.looked.some(look => look.at > h.at) && holds.length === 0);

function sourceDuties(facts: Facts, source: SourceFacts, { now, today }: State): Duty[] {
  const { timeZone } = facts.group;
  const about = { area: 'sources', subject: source.id } as const;
  const { name } = source;
  const holds = heldAt(facts, source, now);
  const happened = lookAgain(source, holds);
  const last = source.inspected.at(-1);
  const dueDay = last && addMonths(dayOf(last.at, timeZone), INSPECT_MONTHS);
  const isInspected = kindRow(source.kind).form !== undefined && holds.every(h => h.most === 'as-asked');
  return [
    ...holds.flatMap(hold => holdDuty(source, hold, today, timeZone)),
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
    ...(isInspected && !last && isGround(source)
      ? [
          {
            ...about,
            id: `inspect:${source.id}`,
            when: 'now' as const,
            day: dayOf(source.setAt, timeZone),
            what: message('duty.inspect-first', { name }),
            verdict: 'warn' as const,
            judgement: judge('warn', message('source.never-inspected'), 'who-gdwq', {
              remedy: message('source.never-inspected.remedy'),
            }),
          },
        ]
      : []),
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
export const duties = (facts: Facts, state: State): Duty[] => [
  ...Object.values(facts.notice).flatMap(notice => noticeDuty(facts, notice, state.today) ?? []),
  ...sourcesOf(facts).flatMap(source => sourceDuties(facts, source, state)),
];
