import type { Day } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { HomeFacts } from '../plan/facts.ts';
import { type Asked, type Cover, coverOf, independentWays, type Way } from './cover.ts';

/** Ways that a home can count on for the plan's days. */
export interface HomeWays {
  readonly home: HomeFacts;
  readonly ways: readonly (readonly Way[])[];
}

/** What the group keeps for all: not what one of several homes keeps for itself. */
export function sharedSupply(facts: Pick<Facts, 'supply' | 'home'>): Facts['supply'] {
  if (Object.keys(facts.home).length < 2) return facts.supply;
  return Object.fromEntries(Object.entries(facts.supply).filter(([, s]) => s.home === undefined));
}

/** How far each kind of supply that passes a test goes, for a need. */
function coversOf(
  facts: Pick<Facts, 'supply' | 'group' | 'plan'>,
  isTheirs: (home: string | undefined) => boolean,
  today: Day,
  needL: number,
): Cover[] {
  const supply = Object.fromEntries(Object.entries(facts.supply).filter(([, s]) => isTheirs(s.home)));
  return coverOf({ ...facts, supply }, today, needL, 1);
}

/**
 * Independent ways of each home: what the group keeps for all, shared by head, and what the home keeps itself.
 * Two are asked for, so that what breaks one leaves the other.
 * @param needL litres a day of the whole group
 */
export function waysByHome(
  facts: Pick<Facts, 'supply' | 'group' | 'plan' | 'home'>,
  today: Day,
  needL: number,
  planDays: number,
  asked: Asked,
): HomeWays[] {
  const homes = Object.values(facts.home);
  const heads = homes.reduce((sum, home) => sum + home.people.length, 0);
  const shared = coversOf(facts, home => home === undefined, today, needL);
  return homes
    .filter(home => home.people.length > 0)
    .map(home => {
      const ownL = (needL * home.people.length) / heads;
      const own = coversOf(facts, id => id === home.id, today, ownL);
      return { home, ways: independentWays([...shared, ...own], planDays, asked) };
    });
}
