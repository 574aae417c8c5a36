import { addDays, type Day, dayOf, daysBetween, type Instant, minutesBetween } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Supply } from '../../storage/stock/supply.ts';

/** Water from the sun is drunk from its bottle within a day (minutes). */
const DRINK_MIN = 1440;
const WASH_DAYS = 7;
/** What a bottle holds where nobody said. */
const BOTTLE_L = 1.5;

export type SetPhase = 'resting' | 'lying' | 'drinking' | 'stale';

export interface SetStanding {
  readonly phase: SetPhase;
  readonly count: number;
  readonly litres: number;
  /** Since when it lies, or may be drunk. */
  readonly since?: Instant;
  readonly washOn: Day;
  readonly judgement: Judgement;
}

/** A set of bottles for the sun as it stands: where it is in its round, when it is washed next, and what is left of it. */
export function setStanding(set: Supply, now: Instant, timeZone: string): SetStanding {
  const events = set.bottles ?? [];
  const last = events.findLast(e => e.what === 'laid-out' || e.what === 'taken-in');
  const washed = events.findLast(e => e.what === 'washed');
  const count = Math.max(0, set.amount - set.used);
  const washOn = addDays(dayOf(washed?.at ?? set.setAt, timeZone), WASH_DAYS);
  const phase = phaseOf(last, now);
  return {
    phase,
    count,
    litres: count * (set.treatsL ?? BOTTLE_L),
    ...(last && phase !== 'resting' ? { since: last.at } : {}),
    washOn,
    judgement: judgeSet(phase, count, washOn < dayOf(now, timeZone)),
  };
}

function phaseOf(last: { at: Instant; what: string } | undefined, now: Instant): SetPhase {
  if (!last) return 'resting';
  if (last.what === 'laid-out') return 'lying';
  return minutesBetween(last.at, now) <= DRINK_MIN ? 'drinking' : 'stale';
}

function judgeSet(phase: SetPhase, count: number, isUnwashed: boolean): Judgement {
  const told = (verdict: 'warn' | 'refuse', id: string) =>
    judge(verdict, message(id), 'who-gdwq', { remedy: message(`${id}.remedy`) });
  if (count === 0) return told('refuse', 'sets.none');
  if (phase === 'lying') return judge('warn', message('sets.lying'), 'who-gdwq');
  if (phase === 'stale') return told('warn', 'sets.stale');
  if (isUnwashed) return told('warn', 'sets.unwashed');
  return judge('ok', message(`sets.${phase}`), 'who-gdwq');
}

/** A day of the rota: the set that is drunk, and those that lie in the sun. */
export interface RotaDay<T> {
  readonly day: Day;
  readonly drunk: T;
  readonly lying: readonly T[];
}

/**
 * Who lies when: with k sets each lies k − 1 days and is drunk on the one after, so that one is always ready.
 * Two sets do where a day of sun is enough. None for fewer than two.
 * @param since any fixed day: the round does not begin anew with each look at it
 */
export function rotaOf<T>(
  sets: readonly T[],
  from: Day,
  days: number,
  since: Day = '2026-01-01',
): RotaDay<T>[] {
  if (sets.length < 2) return [];
  return Array.from({ length: days }, (_, i) => {
    const day = addDays(from, i);
    const turn = ((daysBetween(since, day) % sets.length) + sets.length) % sets.length;
    return { day, drunk: sets[turn]!, lying: sets.filter((_, n) => n !== turn) };
  });
}
