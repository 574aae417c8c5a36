import { addDays, type Day, dayOf } from '../../base/day.ts';
import { type Duty, WEEK_DAYS, whenOf } from '../../base/duty.ts';
import { judge, message } from '../../base/judgement.ts';
import type { InLots } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { heldByAlarm } from '../readings/alarms.ts';
import type { ContainerFacts } from './facts.ts';
import { heldFirst } from './heldBack.ts';
import { overloaded } from './placing.ts';
import type { ContainerState } from './state.ts';
import type { State } from './wholeState.ts';

// `stateAt` makes a state anew whenever its container, its place or the day changes: what waits there follows from it alone
const kept = new WeakMap<ContainerState, readonly Waiting[]>();

/** A duty, and what it may be merged with: duties of one key become one line. */
interface Waiting {
  readonly duty: Duty;
  readonly key: string;
}

function waitingAt(facts: Facts, state: ContainerState, today: Day): readonly Waiting[] {
  const last = kept.get(state);
  if (last) return last;
  const container = facts.container[state.id]!;
  const waiting = [
    containerDuty(facts, state, today),
    stoppedDuty(facts, state, today),
    watchDuty(container, state, today),
    begunDuty(container, state, today),
    ...incidentDuties(container, facts.group.timeZone, today),
    drunkDuty(container, state, facts.group.timeZone, today),
  ]
    .filter(duty => duty !== undefined)
    .map(duty => ({ duty, key: mergeKey(duty, container.place) }));
  kept.set(state, waiting);
  return waiting;
}

function containerDuty(facts: Facts, state: ContainerState, today: Day): Duty | undefined {
  const container = facts.container[state.id]!;
  const params = { code: container.code, litres: state.litres };
  const about = { subject: state.id, judgement: state.judgement };
  const place = facts.place[container.place]?.name ?? '';
  const { standing } = state;
  if (container.held && state.state === 'waiting') return heldDuty(container, state, today);
  if (state.state === 'waiting' && standing) {
    const at = standing.phase === 'stand' ? standing.standsUntil : undefined;
    return {
      id: `batch:${state.id}`,
      area: 'bench',
      when: 'now',
      day: today,
      ...(at ? { at } : {}),
      what: message(`duty.${standing.phase}`, { ...params, ...(at ? { untilAt: at } : {}) }),
      verdict: standing.phase === 'stand' ? 'ok' : 'warn',
      ...about,
    };
  }
  switch (state.state) {
    case 'failed':
      // a fail that was found is followed up: its next step stands in its place
      if (heldByAlarm(container)) return undefined;
      return {
        id: `failed:${state.id}`,
        area: 'store',
        when: 'now',
        day: today,
        what: message('duty.failed', { ...params, place }),
        verdict: 'refuse',
        ...about,
      };
    case 'past':
      return {
        id: `past:${state.id}`,
        area: 'store',
        when: 'now',
        day: state.goodUntil!.day,
        what: message('duty.past', { ...params, place, untilDay: state.goodUntil!.day }),
        verdict: 'warn',
        ...about,
      };
    case 'limited':
    case 'due':
    case 'open': {
      const { day, at, rule } = state.goodUntil!;
      const what = hourlyDuty[rule.rule.id] ?? (state.state === 'open' ? 'duty.use-up' : 'duty.rotate');
      return {
        id: `${state.state}:${state.id}`,
        area: at ? 'bench' : 'store',
        when: at ? 'now' : whenOf(day, today),
        day,
        ...(at ? { at } : {}),
        what: message(what, { ...params, place, untilDay: day, ...(at ? { untilAt: at } : {}) }),
        verdict: 'warn',
        ...about,
      };
    }
    default:
      return undefined;
  }
}

/** Water that would be drunk but for what was found: why, and the way on. What a notice holds is told with the notice. */
function stoppedDuty(facts: Facts, state: ContainerState, today: Day): Duty | undefined {
  if (!state.isStopped || state.judgement.reason.id.startsWith('notice.')) return undefined;
  const { code, place, fill } = facts.container[state.id]!;
  const { sinceAt } = state.judgement.reason.params ?? {};
  const since = typeof sinceAt === 'string' ? sinceAt : fill?.since;
  return {
    id: `stopped:${state.id}`,
    area: 'store',
    when: 'now',
    // the day from which it was so, not every day anew
    day: since ? dayOf(since, facts.group.timeZone) : today,
    subject: state.id,
    what: message('duty.stopped', { code, litres: state.litres, place: facts.place[place]?.name ?? '' }),
    verdict: 'refuse',
    judgement: state.judgement,
  };
}

/** What is to be done about water that is good for hours: read its chlorine again, or use it. */
const hourlyDuty: Readonly<Record<string, string>> = {
  'rule.one-day-dose': 'duty.reread',
  'rule.until-read': 'duty.reread',
  'rule.limited': 'duty.limited',
  'rule.human-waste': 'duty.use-today',
  'rule.no-residual': 'duty.use-today',
  'rule.no-residual.cold': 'duty.use-today',
  'rule.fresh': 'duty.use-today',
};

/** Something to be done that does not end the water: a low reading wants a top-up. */
function watchDuty({ code }: ContainerFacts, state: ContainerState, today: Day): Duty | undefined {
  if (!state.watch || state.counts !== 'drinking') return undefined;
  return {
    id: `watch:${state.id}`,
    area: 'bench',
    when: 'now',
    day: today,
    subject: state.id,
    judgement: state.watch,
    what: message(`duty.${state.watch.reason.id}`, { code, ...state.watch.reason.params }),
    verdict: 'warn',
  };
}

/** A sheet given up half-way left something in the water; one that runs has a duty of its own. */
function heldDuty(
  { held: sheets, code }: ContainerFacts,
  state: ContainerState,
  today: Day,
): Duty | undefined {
  const held = heldFirst(sheets);
  if (!held?.ended) return undefined;
  return {
    id: `held:${state.id}`,
    area: 'bench',
    when: 'now',
    day: today,
    subject: state.id,
    judgement: state.judgement,
    what: message('duty.held', { code, method: `method.${held.method}` }),
    verdict: 'refuse',
  };
}

/** Like duties of a place merge into one line from this many on. */
const MERGE_FROM = 2;

/** Rotations that fall on one day in one place are one line, and all that is past, or stopped by one thing, in one place. */
function mergeKey({ id, what, day, judgement }: Duty, place: Subject): string {
  if (what.id === 'duty.stopped') return `${what.id}|${place}|${judgement?.reason.id}`;
  if (what.id === 'duty.rotate') return `${what.id}|${place}|${day}`;
  return what.id === 'duty.past' ? `${what.id}|${place}` : id;
}

function merged(waiting: readonly Waiting[]): Duty[] {
  const groups = new Map<string, Duty[]>();
  for (const { key, duty } of waiting) {
    const group = groups.get(key);
    if (group) group.push(duty);
    else groups.set(key, [duty]);
  }
  return [...groups.values()].flatMap(group => {
    if (group.length < MERGE_FROM) return group;
    const first = group[0]!;
    const litres = group.reduce((sum, d) => sum + Number(d.what.params?.litres ?? 0), 0);
    const what = message(`${first.what.id}.many`, { ...first.what.params, count: group.length, litres });
    return [{ ...first, id: `${first.id}+${group.length}`, what, subjects: group.map(d => d.subject) }];
  });
}

/** Water that was drunk from a container before it was fit, in the last week. */
function incidentDuties(container: ContainerFacts, timeZone: string, today: Day): Duty[] {
  // who drank of it is told, wherever the rest of the water went
  const { fill, past = [] } = container;
  return [...past, ...(fill ? [fill] : [])]
    .flatMap(water => water.drawnUnfit ?? [])
    .map(
      (d): Duty => ({
        id: `unfit:${d.entry}`,
        area: 'store',
        when: 'now',
        day: dayOf(d.at, timeZone),
        at: d.at,
        subject: container.id,
        what: message(`duty.drawn-unfit.${d.why}`, { code: container.code, litres: d.litres }),
        verdict: 'refuse',
        judgement: judge('refuse', message('judgement.drawn-unfit'), 'who-gdwq', {
          remedy: message('judgement.drawn-unfit.remedy'),
        }),
      }),
    )
    .filter(duty => duty.day >= addDays(today, -WEEK_DAYS));
}

/**
 * What was drunk in the last week of water that was fit as far as anybody knew, and is held back by what was found since: a notice
 * from an earlier day, a laboratory's sheet of the well, fuel in it.
 */
function drunkDuty(
  container: ContainerFacts,
  state: ContainerState,
  timeZone: string,
  today: Day,
): Duty | undefined {
  if (!state.isStopped && state.state !== 'failed') return undefined;
  const since = addDays(today, -WEEK_DAYS);
  const drunk = (container.fill?.drunk ?? []).filter(d => dayOf(d.at, timeZone) >= since);
  const last = drunk.at(-1);
  if (!last) return undefined;
  const litres = drunk.reduce((sum, d) => sum + d.litres, 0);
  return {
    id: `drunk:${container.id}`,
    area: 'store',
    when: 'now',
    day: dayOf(last.at, timeZone),
    subject: container.id,
    what: message('duty.drunk-since', {
      code: container.code,
      litres,
      sinceDay: dayOf(drunk[0]!.at, timeZone),
    }),
    verdict: 'refuse',
    judgement: judge('refuse', state.judgement.reason, 'who-gdwq', {
      remedy: message('judgement.drawn-unfit.remedy'),
    }),
  };
}

/** Floors and shelves that bear more than they should. */
function* loadDuties(facts: Facts, today: Day): InLots<Duty[]> {
  return (yield* overloaded(facts)).map(({ place, shelf, judgement }) => ({
    id: `load:${place.id}:${shelf ?? ''}`,
    area: 'store',
    when: 'now',
    day: today,
    subject: place.id,
    what: message(shelf ? 'duty.shelf' : 'duty.floor', { ...judgement.reason.params, place: place.name }),
    verdict: judgement.verdict,
    judgement,
  }));
}

/** A sheet that was begun and waits for its first dose. */
function begunDuty({ id, code }: ContainerFacts, { standing }: ContainerState, today: Day): Duty | undefined {
  if (standing?.phase !== 'check' && standing?.phase !== 'dose') return undefined;
  return {
    id: `begun:${id}`,
    area: 'bench',
    when: 'now',
    day: today,
    subject: id,
    what: message('duty.begun', { code }),
    verdict: 'ok',
  };
}

/** Containers looked at between two pauses. */
const LOT = 25;

/** What waits at the containers, and the floors and shelves that bear too much. */
export function* duties(facts: Facts, state: State): InLots<Duty[]> {
  const { today } = state;
  const waiting: Waiting[] = [];
  let done = 0;
  for (const container of Object.values(state.containers)) {
    waiting.push(...waitingAt(facts, container, today));
    if (++done % LOT === 0) yield;
  }
  const found = merged(waiting);
  yield;
  return [...found, ...(yield* loadDuties(facts, today))];
}
