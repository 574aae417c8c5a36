import type { Only } from '../../base/only.ts';
import type { Told } from '../../log/entry.ts';
import type { SheetEnd, StepDone } from '../sheets/fields.ts';
import { passes } from '../sheets/sheets.ts';
import type { BatchFacts, WorkFacts } from './facts.ts';

/** The work with those of its batches changed that a test picks. */
export const changed = <R extends BatchFacts>(
  facts: WorkFacts,
  is: (batch: BatchFacts) => boolean,
  change: (of: BatchFacts) => Only<R, BatchFacts>,
): WorkFacts => ({ ...facts, batches: facts.batches.map(b => (is(b) ? change(b) : b)) });

/** A step on the sheet of a batch is a step of the day's work; a reading that does not pass leaves it undone. */
export function sheetStepped(facts: WorkFacts, entry: Told<StepDone>): WorkFacts {
  const { step, reading } = entry.data;
  return changed(
    facts,
    batch => batch.sheet === entry.subject,
    batch => {
      const stage = facts.problem.lines.flatMap(line => line.stages).find(s => s.id === batch.stage);
      const phase = stage?.phases.find(p => p.id === step);
      if (!phase || !passes(phase, reading)) return batch;
      return { ...batch, done: [...batch.done, { step, at: entry.happenedAt, by: entry.by }] };
    },
  );
}

/** Its end is the end of the batch: what was not finished is lost. */
export const sheetEnded = (facts: WorkFacts, entry: Told<SheetEnd>): WorkFacts =>
  changed(
    facts,
    batch => batch.sheet === entry.subject && !batch.ended,
    batch => ({ ...batch, ended: { at: entry.happenedAt, isLost: entry.data.outcome !== 'finished' } }),
  );
