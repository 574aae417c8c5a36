import type { Hand, Minute } from './problem.ts';

/** Somebody at work, as far as the day has come. */
export interface Worker {
  readonly hand: Hand;
  freeAt: Minute;
  awayUntil: Minute;
  /** Flames that are theirs to look after. */
  watches: number;
  busyMin: number;
}

/** A flame that is due to go out waits for a hand at most so long: whoever watches it stays up for it (minutes). */
const OFF_MIN = 20;

/** The hands of a day: who is free, and who stays at home while something burns. */
export class Crew {
  readonly workers: readonly Worker[];

  constructor(hands: readonly Hand[]) {
    this.workers = hands.map(hand => ({ hand, freeAt: 0, awayUntil: 0, watches: 0, busyMin: 0 }));
  }

  find(id: string | undefined): Worker | undefined {
    return this.workers.find(worker => worker.hand.id === id);
  }

  /** Who has their hands free for so long: whoever had it in hand last, else the one who did least so far. */
  free(now: Minute, until: Minute, isAway: boolean, last: Worker | undefined): Worker | undefined {
    let least: Worker | undefined;
    for (const worker of this.workers) {
      if (worker.freeAt > now || (isAway && worker.watches > 0) || !isAwake(worker, now, until)) continue;
      if (worker === last) return worker;
      if (!least || worker.busyMin < least.busyMin) least = worker;
    }
    return least;
  }

  /** Who stays at home and awake while something burns: somebody who does so already, before anybody else. */
  watcher(now: Minute, flameMin: Minute): Worker | undefined {
    const until = now + flameMin + (flameMin > 0 ? OFF_MIN : 0);
    const home = this.workers.filter(w => w.awayUntil <= now && isAwake(w, now, until));
    return home.find(w => w.watches > 0) ?? home.at(-1);
  }
}

const isAwake = ({ hand }: Worker, from: Minute, until: Minute): boolean =>
  hand.awake.some(span => span.from <= from && until <= span.until);
