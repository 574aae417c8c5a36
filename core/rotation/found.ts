import type { HeldBefore } from '../containers/fitness.ts';
import { type Judgement, judge, message } from '../judgement.ts';

/** What can be seen and smelled of water found without a label, and what is known of its vessel. */
export interface FoundWater {
  readonly heldBefore: HeldBefore;
  /** A kind that one knows to be food grade. */
  readonly isFoodGrade: boolean;
  readonly sealed: boolean;
  readonly looks: 'clear' | 'cloudy' | 'algae';
  readonly smell: 'none' | 'chlorine' | 'stale' | 'chemical';
  /** How old it is guessed to be (months); undefined when nobody has an idea. */
  readonly ageMonths?: number;
}

/** Keep it with its guessed date; treat it again and label it anew; use it for utility only; or discard it. */
export type FoundOutcome = 'keep' | 'treat' | 'utility' | 'discard';

export interface FoundAnswer {
  readonly outcome: FoundOutcome;
  readonly judgement: Judgement;
}

/** Water guessed to be younger than this, sealed and clean, is kept: the cautious term of home-filled water. */
export const KEEP_MONTHS = 6;

const answer = (outcome: FoundOutcome, why: string): FoundAnswer => {
  const verdict = outcome === 'keep' ? 'ok' : outcome === 'treat' ? 'warn' : 'refuse';
  return {
    outcome,
    judgement: judge(verdict, message(`found-water.${why}`), 'cdc-storage', {
      remedy: message(`found-water.to.${outcome}`),
    }),
  };
};

/**
 * The short way from a jug that nobody remembers filling to what may be done with it. The gravest sign decides;
 * what held an unknown thing is never drunk from, however well its water looks.
 */
export function judgeFound(f: FoundWater): FoundAnswer {
  if (f.smell === 'chemical') return answer('discard', 'chemical-smell');
  if (f.heldBefore === 'chemical') return answer('discard', 'held-chemical');
  if (f.heldBefore === 'unknown') return answer('utility', 'held-unknown');
  if (f.heldBefore === 'milk-juice') return answer('utility', 'held-milk');
  if (!f.isFoodGrade) return answer('utility', 'not-food-grade');
  if (f.looks === 'algae') return answer('utility', 'algae');
  if (f.looks === 'cloudy') return answer('treat', 'cloudy');
  if (f.smell === 'stale') return answer('treat', 'stale');
  if (!f.sealed) return answer('treat', 'open');
  if (f.ageMonths === undefined) return answer('treat', 'age-unknown');
  return f.ageMonths < KEEP_MONTHS ? answer('keep', 'young') : answer('treat', 'old');
}
