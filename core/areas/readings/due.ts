import { addDays, addMinutes, type Day, dayOf, minutesBetween } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import {
  DAY_AFTER_H,
  type Sampled,
  type SamplingRuleId,
  samplingRule,
  samplingRuleIds,
} from '../../water/quality/samplingPlan.ts';
import { germsOf } from '../../water/quality/testReading.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { rowOf } from '../../water/waters.ts';
import type { SourceFacts } from '../sources/facts.ts';
import { sourcesOf } from '../sources/known.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import type { ContainerState } from '../store/state.ts';
import type { SamplingFacts } from './facts.ts';
import { lastOf } from './readings.ts';

/** A sample that a rule of the plan asks for, and the day. */
export interface DueSample {
  readonly rule: SamplingRuleId;
  readonly parameter: ParameterId;
  readonly subject: string;
  readonly day: Day;
}

/** How often a rule asks (days); 0 where it was set aside. */
export const everyDaysOf = (sampling: SamplingFacts, rule: SamplingRuleId): number =>
  sampling.everyDays[rule] ?? samplingRule(rule).everyDays;

/**
 * Whether a rule asks anything of this group: somebody set it, owns what reads it, or a laboratory can. A household without a kit is
 * not told every month to read what it cannot.
 */
export function asks(facts: Pick<Facts, 'sampling' | 'supply'>, rule: SamplingRuleId): boolean {
  if (everyDaysOf(facts.sampling, rule) === 0) return false;
  if (facts.sampling.everyDays[rule] !== undefined) return true;
  const { parameter, byLaboratory } = samplingRule(rule);
  if (byLaboratory) return true;
  return Object.values(facts.supply).some(
    s => s.kind === 'test-kit' && (s.reads ?? ['free-chlorine']).includes(parameter) && s.amount > s.used,
  );
}

/** Rules that ask something, by what they sample. */
export const rulesFor = (facts: Pick<Facts, 'sampling' | 'supply'>, of: Sampled): SamplingRuleId[] =>
  samplingRuleIds.filter(id => samplingRule(id).of === of && asks(facts, id));

const sampledAs = ({ fill, kind }: ContainerFacts): Sampled | undefined => {
  if (!fill || fill.remainingL <= 0) return undefined;
  if (rowOf(fill.water).class === 'roof') return kind.startsWith('tank-') ? 'rain-tank' : undefined;
  return 'store';
};

/**
 * What a batch of chlorine is to be read for: how clear the water is while it waits for its dose, and the residual where the batch
 * was passed by smell alone.
 */
function dueOfBatch(
  container: ContainerFacts,
  { batch, standing }: ContainerState,
  rule: SamplingRuleId,
  timeZone: string,
): DueSample | undefined {
  const { fill } = container;
  if (!fill || !batch || !standing) return undefined;
  const { at, parameter } = samplingRule(rule);
  const isBefore = at === 'before';
  const isAsked = isBefore
    ? ['check', 'dose'].includes(standing.phase)
    : standing.phase === 'passed-by-smell';
  const readings = isBefore ? (container.tests?.[parameter] ?? []) : fill.readings.filter(isMeasured);
  const from = isBefore ? fill.since : (standing.provedAt ?? batch.begunAt);
  if (!isAsked || readings.some(r => r.at >= from)) return undefined;
  const day = dayOf(isBefore ? batch.begunAt : from, timeZone);
  return { rule, parameter, subject: container.id, day };
}

/** A figure by a kit, not by the nose. */
const isMeasured = ({ mgL }: { readonly mgL?: number }): boolean => mgL !== undefined;

/** When the next sample of a container is due by a rule; undefined where the rule is not about it. */
export function dueOfContainer(
  container: ContainerFacts,
  state: ContainerState,
  rule: SamplingRuleId,
  everyDays: number,
  timeZone: string,
): DueSample | undefined {
  const { of, parameter, atFill } = { atFill: false, ...samplingRule(rule) };
  if (of === 'batch') return dueOfBatch(container, state, rule, timeZone);
  const { fill } = container;
  if (!fill || sampledAs(container) !== of) return undefined;
  // what is not drunk, or is sealed for good by a factory, is not read every month
  if (of === 'store' && (state.counts !== 'drinking' || !mayHoldChlorine(fill))) return undefined;
  const sample = (day: Day): DueSample => ({ rule, parameter, subject: container.id, day });
  const readings = parameter === 'free-chlorine' ? fill.readings : (container.tests?.[parameter] ?? []);
  const since = readings.filter(r => r.at >= fill.at);
  const last = since.at(-1) ?? (atFill ? undefined : readings.at(-1));
  if (!last) return sample(dayOf(fill.at, timeZone));
  const isDayAfterRead = !atFill || since.some(r => minutesBetween(fill.at, r.at) >= DAY_AFTER_H * 60);
  if (!isDayAfterRead) return sample(dayOf(addMinutes(fill.at, 24 * 60), timeZone));
  return sample(addDays(dayOf(last.at, timeZone), everyDays));
}

/** Tap water brings chlorine along, other water got some here; bought and canned water has none that could fall. */
const mayHoldChlorine = (fill: Fill): boolean =>
  rowOf(fill.water).class === 'tap' || fill.batches.length > 0 || fill.readings.length > 0;

const sampledSource = ({ kind }: SourceFacts): Sampled | undefined => {
  const { class: of } = rowOf(kindRow(kind).water);
  if (of === 'tap') return 'tap';
  if (of === 'roof') return 'rain-tank';
  return of === 'ground' ? 'ground' : undefined;
};

/** Samples of the sources that the plan asks for. */
export function dueOfSources(facts: Facts): DueSample[] {
  const { timeZone } = facts.group;
  return sourcesOf(facts).flatMap(source => {
    const of = sampledSource(source);
    if (!of) return [];
    return rulesFor(facts, of).map((rule): DueSample => {
      const { parameter, afterUpset } = { afterUpset: false, ...samplingRule(rule) };
      const tells = parameter === 'e-coli' ? germsOf : () => true;
      const last = lastOf(source.tests, parameter, r => tells(r) !== undefined);
      const upsetAt = source.happened.filter(h => h.what === 'flood' || h.what === 'works').at(-1)?.at;
      const isUpset = afterUpset && upsetAt !== undefined && (!last || last.at <= upsetAt);
      const day =
        isUpset && upsetAt
          ? dayOf(upsetAt, timeZone)
          : last
            ? addDays(dayOf(last.at, timeZone), everyDaysOf(facts.sampling, rule))
            : dayOf(source.setAt, timeZone);
      return { rule, parameter, subject: source.id, day };
    });
  });
}
