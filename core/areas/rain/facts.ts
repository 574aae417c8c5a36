import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Normals } from '../../rain/weather/normals.ts';
import type { Care, CatchmentFields, Caught, Fouling, RainfallFields, RainPlan } from './fields.ts';

/** A rain that was caught, beside its catchment. */
export type CaughtThere = Caught & { readonly at: Instant; readonly entry: string };

export interface CatchmentFacts extends CatchmentFields {
  readonly id: Subject;
  readonly setAt: Instant;
  /** The last rains; older ones stay in the log. */
  readonly caught: readonly CaughtThere[];
  /** What was done last, and when. */
  readonly cared: Readonly<Partial<Record<Care, Instant>>>;
  /** What fouled it since it was rinsed last: its pipe is to be turned away. */
  readonly fouled?: { readonly at: Instant; readonly what: Fouling };
  readonly removedAt?: Instant;
}

export type RainfallFacts = RainfallFields & { readonly id: Subject; readonly takenInAt: Instant };

/** What is asked of roof and tank, and the months as somebody typed them. */
export interface RainFacts {
  readonly plan?: RainPlan;
  readonly normals?: Normals;
}

declare module '../../log/facts.ts' {
  interface One {
    rain: RainFacts;
  }
  interface Shelved {
    catchment: CatchmentFacts;
    rainfall: RainfallFacts;
  }
}

export const freshRain: RainFacts = {};
