import { dayOf, type Instant } from '../../base/day.ts';
import type { Duty } from '../../base/duty.ts';
import { message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import type { Schedule } from '../../planning/schedule/schedule.ts';
import { turnsOf } from '../../planning/schedule/turns.ts';
import type { State } from '../store/wholeState.ts';
import type { WorkFacts } from './facts.ts';
import { instantOf, minuteOf, numberOf, openWork, scheduleNow } from './underway.ts';

/** The work of a minute is worked out once, however often it is asked for. */
const known = new WeakMap<WorkFacts, { readonly key: string; readonly of: Schedule }>();

/** The schedule of the minute. */
export function scheduleOfMinute(work: WorkFacts, now: Instant): Schedule {
  const key = now.slice(0, 16);
  const last = known.get(work);
  if (last?.key === key) return last.of;
  const of = scheduleNow(work, now);
  known.set(work, { key, of });
  return of;
}

/** So many next steps are told on the first page. */
const MOST_TOLD = 3;

/** The next hands that are wanted: by whom, for what, and when. */
export function duties(facts: Facts, state: State): Duty[] {
  const work = openWork(facts);
  if (!work) return [];
  const minute = minuteOf(work, state.now);
  const { bars } = scheduleOfMinute(work, state.now);
  const stages = work.problem.lines.flatMap(line => line.stages);
  const methods = new Map(stages.map(stage => [stage.id, stage.method]));
  return turnsOf({ bars })
    .filter(turn => turn.until > minute && turn.from >= minute)
    .slice(0, MOST_TOLD)
    .map(turn => {
      const at = instantOf(work, turn.from);
      const isNow = turn.from <= minute;
      return {
        id: `work:${work.id}:${turn.batch}:${turn.phases[0]}`,
        area: 'bench',
        when: 'now',
        day: dayOf(at, facts.group.timeZone),
        ...(isNow ? {} : { at }),
        subject: work.id,
        what: message(isNow ? 'duty.work.now' : 'duty.work', {
          hand: turn.hand,
          steps: turn.phases.map(phase => `work.step.${phase}`).join(','),
          method: `work.method.${methods.get(turn.stage)}`,
          number: numberOf(turn.batch),
          at,
        }),
        verdict: isNow ? 'warn' : 'ok',
      };
    });
}
