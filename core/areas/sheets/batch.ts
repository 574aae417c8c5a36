import type { Only } from '../../base/only.ts';
import type { Told } from '../../log/entry.ts';
import type { Batch, BatchCheck, BatchEvent, DoseInstruction } from '../../treatment/chlorine/batch.ts';
import { isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { LONG_CONTACT_MIN } from '../../treatment/chlorine/contact.ts';
import type { Fill } from '../store/facts.ts';
import type { Dose, Leaving } from './fields.ts';

// What entries make of the batches of a fill: each takes the fill as it was and gives it as it is.

function onLast<R extends Batch>(fill: Fill, change: (batch: Batch) => Only<R, Batch>): Fill {
  const last = fill.batches.at(-1);
  return last ? { ...fill, batches: [...fill.batches.slice(0, -1), change(last)] } : fill;
}

/** An event goes to the batch that runs; a finished one keeps only what belongs to it. */
export function onBatch(fill: Fill, event: BatchEvent): Fill {
  const last = fill.batches.at(-1);
  if (!last || last.abandoned) return fill;
  const { phase } = standingOf(last, event.at);
  const belongs = isRunning(phase) || event.what === 'labelled';
  return belongs ? onLast(fill, batch => ({ ...batch, events: [...batch.events, event] })) : fill;
}

const when = ({ happenedAt, id }: Told) => ({ at: happenedAt, entry: id });

/** The fill with a batch that was begun: its dose, and when the water may be read. */
export function begun(fill: Fill, entry: Told<DoseInstruction>): Fill {
  const { id, happenedAt, by, data: instruction } = entry;
  return { ...fill, batches: [...fill.batches, { id, begunAt: happenedAt, by, instruction, events: [] }] };
}

/** The fill after a look at its running batch. */
export const checked = (fill: Fill, entry: Told<BatchCheck>): Fill =>
  onBatch(fill, { what: 'checked', ...when(entry), ...entry.data });

/** The fill after its running batch was mixed. */
export const mixed = (fill: Fill, entry: Told): Fill => onBatch(fill, { what: 'mixed', ...when(entry) });

/** The fill after its running batch was labelled. */
export const labelled = (fill: Fill, entry: Told): Fill =>
  onBatch(fill, { what: 'labelled', ...when(entry) });

/** The fill after its running batch was given up. */
export const left = (fill: Fill, { happenedAt, data }: Told<Leaving>): Fill =>
  onLast(fill, batch => ({ ...batch, abandoned: { at: happenedAt, why: data.why } }));

/** A dose that no sheet asked for still happened: it opens a sheet of its own, with the longer contact time. */
export function dosed(fill: Fill, entry: Told<Dose>): Fill {
  const { doseMl, strengthMgMl, instructedMl } = entry.data;
  const mgL = fill.remainingL > 0 ? (doseMl * strengthMgMl) / fill.remainingL : 0;
  const event: BatchEvent = {
    what: 'dosed',
    ...when(entry),
    doseMl,
    mgL,
    ...(instructedMl === undefined ? {} : { instructedMl }),
  };
  const last = fill.batches.at(-1);
  if (last && !last.abandoned && isRunning(standingOf(last, entry.happenedAt).phase))
    return onBatch(fill, event);
  const instruction: DoseInstruction = {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: fill.remainingL,
    strengthMgMl,
    targetMgL: mgL,
    doseMl,
    way: 'none',
    contactMin: LONG_CONTACT_MIN,
    clarity: 'clear',
  };
  const { id, happenedAt, by } = entry;
  return {
    ...fill,
    batches: [...fill.batches, { id, begunAt: happenedAt, by, instruction, events: [event] }],
  };
}
