import { type Judgement, judge, message } from '../../base/judgement.ts';
import { RESIDUAL_LEAST_MG_L, WHO_LIMIT_MG_L } from '../../treatment/chlorine/residual.ts';
import type { Water } from '../../water/waters.ts';
import type { HeldBefore } from '../containers/fitness.ts';

/** What somebody takes the water for. */
export const foundWaters = ['factory', 'tap', 'other', 'unknown'] as const;
export type FoundKind = (typeof foundWaters)[number];

/** What can be seen, smelled and read of water found without a label, and what is known of its vessel. */
export interface FoundWater {
  readonly water: FoundKind;
  readonly heldBefore: HeldBefore;
  /** A kind that one knows to be food grade. */
  readonly isFoodGrade: boolean;
  readonly sealed: boolean;
  readonly looks: 'clear' | 'cloudy' | 'algae';
  readonly smell: 'none' | 'chlorine' | 'stale' | 'chemical';
  /** Free chlorine read in it now (mg/L); undefined when nobody read it. */
  readonly residualMgL?: number;
  /** How old it is guessed to be (months); undefined when nobody has an idea. */
  readonly ageMonths?: number;
}

/** Keep it with its guessed date; treat it again and label it anew; use it for utility only; or discard it. */
export type FoundOutcome = 'keep' | 'treat' | 'utility' | 'discard';

export interface FoundAnswer {
  readonly outcome: FoundOutcome;
  readonly judgement: Judgement;
  /** What it is written down as: unknown water counts as surface water, however it looks. */
  readonly water: Water;
}

/** A factory-sealed bottle without a date keeps so long from being filled (months). */
export const FACTORY_MONTHS = 24;

const writtenAs: Record<FoundKind, Water> = {
  factory: 'bought',
  tap: 'found-tap',
  other: 'unknown',
  unknown: 'unknown',
};

/**
 * The short way from a jug that nobody remembers filling to what may be done with it. The gravest sign decides; what held an
 * unknown thing is never drunk from, however well its water looks. Home-filled tap water counts again by a reading alone,
 * other water only by a treatment: young and sealed proves nothing.
 */
export function judgeFound(f: FoundWater): FoundAnswer {
  const answer = (outcome: FoundOutcome, why: string): FoundAnswer => {
    const verdict = outcome === 'keep' ? 'ok' : outcome === 'treat' ? 'warn' : 'refuse';
    const to = outcome === 'treat' && f.water === 'tap' ? 'treat-tap' : outcome;
    return {
      outcome,
      water: outcome === 'keep' || outcome === 'treat' ? writtenAs[f.water] : 'unknown',
      judgement: judge(verdict, message(`found-water.${why}`), 'cdc-storage', {
        remedy: message(`found-water.to.${to}`),
      }),
    };
  };
  if (f.smell === 'chemical') return answer('discard', 'chemical-smell');
  if (f.heldBefore === 'chemical') return answer('discard', 'held-chemical');
  if (f.heldBefore === 'unknown') return answer('utility', 'held-unknown');
  if (f.heldBefore === 'milk-juice') return answer('utility', 'held-milk');
  if (!f.isFoodGrade) return answer('utility', 'not-food-grade');
  if (f.looks === 'algae') return answer('utility', 'algae');
  if (f.looks === 'cloudy') return answer('treat', 'cloudy');
  if (f.smell === 'stale') return answer('treat', 'stale');
  if (f.water === 'other' || f.water === 'unknown') return answer('treat', 'no-source');
  if (f.water === 'factory') {
    if (!f.sealed) return answer('treat', 'open');
    if (f.ageMonths !== undefined && f.ageMonths >= FACTORY_MONTHS) return answer('treat', 'factory-old');
    return answer('keep', 'factory');
  }
  if (f.residualMgL === undefined) return answer('treat', 'tap-unread');
  if (f.residualMgL > WHO_LIMIT_MG_L) return answer('treat', 'tap-strong');
  return f.residualMgL < RESIDUAL_LEAST_MG_L ? answer('treat', 'tap-low') : answer('keep', 'tap-read');
}
