import type { ParameterId } from './parameters.ts';

/** What is sampled by one rule. */
export type Sampled = 'store' | 'rain-tank' | 'ground' | 'tap' | 'batch';

interface SamplingRule {
  readonly of: Sampled;
  readonly parameter: ParameterId;
  /** Days from one reading to the next. */
  readonly everyDays: number;
  /** Also when it was filled, and a day after. */
  readonly atFill?: true;
  /** Also after a flood or works there. */
  readonly afterUpset?: true;
  /** Where nobody here owns what reads it, a laboratory does. */
  readonly byLaboratory?: true;
  /** Of a batch: before it is dosed, or once its time is over. It has no rhythm: its days are 1, or 0 where it is set aside. */
  readonly at?: 'before' | 'after';
}

/**
 * Who samples what, how often, until somebody says otherwise: the residual of stored water at the fill, a day after, and monthly;
 * rain tanks monthly, for germs quarterly; a batch before and after; wells and springs yearly and after a flood (WHO, surveillance of community supplies).
 */
export const samplingRules = {
  'store-chlorine': { of: 'store', parameter: 'free-chlorine', everyDays: 30, atFill: true },
  'tap-chlorine': { of: 'tap', parameter: 'free-chlorine', everyDays: 30 },
  'tank-turbidity': { of: 'rain-tank', parameter: 'turbidity', everyDays: 30 },
  'tank-ph': { of: 'rain-tank', parameter: 'ph', everyDays: 30 },
  'tank-germs': { of: 'rain-tank', parameter: 'e-coli', everyDays: 91 },
  'batch-before': { of: 'batch', parameter: 'turbidity', everyDays: 1, at: 'before' },
  'batch-after': { of: 'batch', parameter: 'free-chlorine', everyDays: 1, at: 'after' },
  'ground-germs': { of: 'ground', parameter: 'e-coli', everyDays: 365, afterUpset: true, byLaboratory: true },
  'ground-nitrate': {
    of: 'ground',
    parameter: 'nitrate',
    everyDays: 365,
    afterUpset: true,
    byLaboratory: true,
  },
} as const satisfies Record<string, SamplingRule>;

export type SamplingRuleId = keyof typeof samplingRules;
export const samplingRuleIds = Object.keys(samplingRules) as [SamplingRuleId, ...SamplingRuleId[]];

/** How often a sampling rule asks for a test, and of what. */
export const samplingRule = (id: SamplingRuleId): SamplingRule => samplingRules[id];

/** A reading so long after a fill or a dose is the one of the day after (hours). */
export const DAY_AFTER_H = 20;
