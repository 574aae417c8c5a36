import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Feared, SourceEvent } from '../../water/hazards.ts';
import type { Illness } from '../../water/illness.ts';
import type { Alarm, Readings } from '../readings/facts.ts';
import type {
  Clearing,
  Ending,
  FlushPart,
  HazardSaid,
  Inspecting,
  Looking,
  NoticeFields,
  SourceFields,
} from './fields.ts';

type At<T> = T & { readonly at: Instant };

export interface SourceFacts extends SourceFields {
  readonly id: Subject;
  /** When it was written down first. */
  readonly setAt: Instant;
  readonly photo?: string;
  readonly looked: readonly At<Looking>[];
  readonly inspected: readonly At<Inspecting & { readonly by: string }>[];
  /** Risks that were put right. */
  readonly mended: readonly At<{ readonly risk: string }>[];
  readonly tests?: Readings;
  readonly alarms?: readonly Alarm[];
  /** What happened there, each the last time: a look at it ends none of it. */
  readonly happened: readonly At<{ readonly what: SourceEvent }>[];
  readonly said: Readonly<Partial<Record<Feared, HazardSaid>>>;
  /** Hazards that somebody who knows confirmed, each the last time. */
  readonly confirmed: readonly At<{ readonly of: Feared }>[];
  /** What was said to end a finding. */
  readonly ended: readonly At<Ending>[];
  readonly ill: readonly Illness[];
  /** Taken off the list: no longer fetched from. */
  readonly removedAt?: Instant;
}

export interface NoticeFacts extends NoticeFields {
  readonly id: Subject;
  readonly allClear?: Clearing;
  /** What was flushed, or found not to be there. */
  readonly flushed: readonly FlushPart[];
  /** When the last of it was. */
  readonly flushedAt?: Instant;
}

declare module '../../log/facts.ts' {
  interface Shelved {
    source: SourceFacts;
    notice: NoticeFacts;
  }
}
