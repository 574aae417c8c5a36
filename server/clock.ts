import { addMinutes, type Instant } from '#core/base/day.ts';

/**
 * The one clock of the server. It never goes back behind what the log has seen: on a machine whose clock was
 * set back it stands still until the time catches up, so that water can only stand longer, never shorter.
 */
export interface Clock {
  readonly now: () => Instant;
  /** The clock is at least here from now on. */
  readonly raise: (instant: Instant) => void;
  /** What the machine says, whatever the log has seen. */
  readonly machine: () => Instant;
  /** The machine is right after all: what the log saw was stamped by a clock that ran ahead. */
  readonly putRight: () => void;
}

/** A phone's clock may run this far ahead of the server's (minutes). */
export const PHONE_AHEAD_MIN = 5;

/** A log further ahead of the machine than this is no matter of seconds: one of the two is wrong, and somebody is asked (minutes). */
export const AHEAD_MIN = 10;

/** Whether the log has seen a later time than the machine tells. */
export const isAhead = (clock: Clock): boolean => clock.now() > addMinutes(clock.machine(), AHEAD_MIN);

export function systemClock(source: () => number = Date.now): Clock {
  let floor = '';
  const machine = () => new Date(source()).toISOString();
  return {
    machine,
    putRight: () => {
      floor = machine();
    },
    now: () => {
      const now = machine();
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

/** @param start the moment that it begins at; anything that is none begins now */
export function testClock(start = ''): TestClock {
  const offsetOf = (instant: string) => Date.parse(instant) - Date.now();
  let offsetMs = offsetOf(start.includes('T') ? start : new Date().toISOString());
  return {
    ...systemClock(() => Date.now() + offsetMs),
    set: instant => {
      offsetMs = offsetOf(instant);
    },
  };
}
