import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { SheetFields, SheetOutcome, StepDone } from './fields.ts';

/** A step that was done, with its reading. */
export interface SheetDone extends StepDone {
  readonly at: Instant;
  readonly by: string;
}

/** A bench sheet: what it is, and what was done on it. */
export interface SheetFacts extends SheetFields {
  readonly id: Subject;
  readonly begunAt: Instant;
  readonly by: string;
  /** The container it treats. */
  readonly container?: Subject;
  /** The day's work that it is a batch of. */
  readonly work?: Subject;
  readonly done: readonly SheetDone[];
  readonly photo?: string;
  readonly ended?: { readonly at: Instant; readonly outcome: SheetOutcome };
}

declare module '../../log/facts.ts' {
  interface Shelved {
    sheet: SheetFacts;
  }
}
