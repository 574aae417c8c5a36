import type { Instant } from '#core/calendar/day.ts';

/**
 * The one clock of the server. It never goes back behind what the log has seen: on a machine whose clock was
 * set back it stands still until the time catches up, so that water can only stand longer, never shorter.
 */
export interface Clock {
  readonly now: () => Instant;
  /** The clock is at least here from now on. */
  readonly raise: (instant: Instant) => void;
}

export function systemClock(source: () => number = Date.now): Clock {
  let floor = '';
  return {
    now: () => {
      const now = new Date(source()).toISOString();
      return now > floor ? now : floor;
    },
    raise: instant => {
      if (instant > floor) floor = instant;
    },
  };
}

/** A clock that tests and drills can set; it may be set back, as a machine's clock may. */
export interface TestClock extends Clock {
  readonly set: (instant: Instant) => void;
}

export function testClock(): TestClock {
  let offsetMs = 0;
  const clock = systemClock(() => Date.now() + offsetMs);
  return {
    ...clock,
    set: instant => {
      offsetMs = Date.parse(instant) - Date.now();
    },
  };
}
