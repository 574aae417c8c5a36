import type { Instant } from '../../base/moment.ts';
import type { Subject } from '../../base/subject.ts';
import type { Choices } from '../../planning/schedule/schedule.ts';
import type { BatchBegunFields, LaidFields } from './fields.ts';

/** A batch as it was begun, and as far as its sheet has come. */
export type BatchFacts = BatchBegunFields & {
  readonly at: Instant;
  /** Said of the step that was live then: so much longer (minutes). */
  readonly late: readonly { readonly at: Instant; readonly minutes: number }[];
  /** Steps of its sheet that were done, with a reading that passed where one is asked. */
  readonly done: readonly { readonly step: string; readonly at: Instant; readonly by: string }[];
  readonly ended?: { readonly at: Instant; readonly isLost: boolean };
};

/** A day's work: as it was laid, and what was begun of it. */
export type WorkFacts = Omit<LaidFields, 'choices'> & {
  readonly id: Subject;
  readonly laidAt: Instant;
  readonly by: string;
  readonly choices: Choices;
  readonly batches: readonly BatchFacts[];
  /** Who was called away, and when. */
  readonly gone: Readonly<Record<string, Instant>>;
  readonly closedAt?: Instant;
};

declare module '../../log/facts.ts' {
  interface Shelved {
    work: WorkFacts;
  }
}
