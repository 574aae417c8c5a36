import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { ColumnMeaning } from '../../water/quality/labColumns.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import type { SamplingRuleId } from '../../water/quality/samplingPlan.ts';
import type { TestReading } from '../../water/quality/testReading.ts';
import type { Water } from '../../water/waters.ts';
import type { Followed, FollowStep, KitChecked, TestBegun } from './fields.ts';

/** A reading as it is kept beside its subject: without what only the log needs. */
export interface Kept extends TestReading {
  readonly at: Instant;
  readonly entry: string;
  readonly point?: string;
}

/** Readings of a subject by parameter, the oldest first; the last few, the rest stays in the log. */
export type Readings = Readonly<Partial<Record<ParameterId, readonly Kept[]>>>;

/** A fail that holds a water back until it is followed up. */
export interface Alarm {
  /** The reading that found it. */
  readonly entry: string;
  readonly at: Instant;
  readonly reading: TestReading;
  /** Where the water came from that failed, and when: what was filled with it is watched. */
  readonly parts: readonly { readonly at: Instant; readonly source?: Subject; readonly water: Water }[];
  readonly steps: Readonly<
    Partial<
      Record<FollowStep, { readonly at: Instant; readonly by: string } & Pick<Followed, 'way' | 'note'>>
    >
  >;
  readonly closedAt?: Instant;
}

/** A sample that stands warm. */
export interface TestFacts extends TestBegun {
  readonly id: Subject;
  readonly begunAt: Instant;
  readonly by: string;
  readonly photo?: string;
  /** What was read in it, by parameter. */
  readonly read: Readonly<Partial<Record<ParameterId, Instant>>>;
  readonly givenUp?: Instant;
}

/** How a kit did when it was tried on itself. */
export type KitCheck = KitChecked & { readonly at: Instant };

/** How often what is sampled, and what the headings of laboratories mean. */
export interface SamplingFacts {
  readonly everyDays: Readonly<Partial<Record<SamplingRuleId, number>>>;
  readonly headings: Readonly<Record<string, ColumnMeaning>>;
}

declare module '../../log/facts.ts' {
  interface One {
    sampling: SamplingFacts;
  }
  interface Shelved {
    test: TestFacts;
  }
}

export const freshSampling: SamplingFacts = { everyDays: {}, headings: {} };
