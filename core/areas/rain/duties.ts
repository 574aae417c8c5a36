import { dayOf } from '../../base/day.ts';
import { type Duty, whenOf } from '../../base/duty.ts';
import { judge, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { WASHING_MM } from '../../water/findings/holds.ts';
import type { State } from '../store/wholeState.ts';
import type { CatchmentFacts } from './facts.ts';
import {
  assumedCoefficient,
  catchmentsOf,
  fitAt,
  foulingAt,
  isBlockedAt,
  isFallout,
  runsAgainFrom,
  upkeepOf,
} from './known.ts';

function dutiesOf(facts: Facts, c: CatchmentFacts, { today, now }: State): Duty[] {
  const { timeZone } = facts.group;
  const lies = foulingAt(facts, c, now);
  const about = { area: 'rain', subject: c.id } as const;
  const { name } = c;
  const fouled: Duty[] = lies
    ? [
        {
          ...about,
          id: `divert:${c.id}`,
          when: 'now',
          day: dayOf(lies.at, timeZone),
          what: message('duty.divert', { name, what: `fouling.${lies.what}` }),
          verdict: 'refuse',
          judgement: judge('refuse', message(`fouling.${lies.what}.why`), 'who-gdwq', {
            remedy: isFallout(lies.what)
              ? message('fouling.fallout.remedy', {
                  fromDay: dayOf(runsAgainFrom(lies), timeZone),
                  washingMm: WASHING_MM,
                })
              : message('fouling.remedy'),
          }),
        },
      ]
    : [];
  const fit = isBlockedAt(c) ? fitAt(c) : undefined;
  const blocked: Duty[] = fit
    ? [
        {
          ...about,
          id: `blocked:${c.id}`,
          when: 'now',
          day: today,
          what: message('duty.blocked', {
            name,
            sharePercent: Math.round((100 * fit.coefficient) / assumedCoefficient(c)),
          }),
          verdict: 'warn',
          judgement: judge('warn', message('catch.blocked', { count: fit.count }), 'arithmetic', {
            remedy: message('catch.blocked.remedy'),
          }),
        },
      ]
    : [];
  return [
    ...fouled,
    ...blocked,
    ...upkeepOf(c, timeZone).map(
      ({ what, dueDay }): Duty => ({
        ...about,
        id: `care:${c.id}:${what}`,
        when: whenOf(dueDay, today),
        day: dueDay,
        what: message('duty.care', { name, what: `care.${what}` }),
        verdict: 'ok',
      }),
    ),
  ];
}

/** What keeps the catch honest: a pipe to be turned away, less that comes than should, and what is looked after. */
export const duties = (facts: Facts, state: State): Duty[] =>
  catchmentsOf(facts).flatMap(c => dutiesOf(facts, c, state));
