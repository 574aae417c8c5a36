import type { Batch, BatchEvent, DoseInstruction } from '../chlorine/batch.ts';
import { isRunning, standingOf } from '../chlorine/batch.ts';
import { LONG_CONTACT_MIN } from '../chlorine/contact.ts';
import { betterOf, noCredit, sumOf } from '../ct/credit.ts';
import { poorerOf } from '../sources/waters.ts';
import type { Entry, EntryOf } from './entry.ts';
import type { ContainerFacts, Fill, HeldBack } from './facts.ts';
import { gradeAt } from './fit.ts';

/** Readings kept with a fill; the rest stays in the log. */
const READINGS_KEPT = 60;

/** Folds one entry into a container's facts. Entries before `container.added` have nothing to act on. */
export function foldContainer(facts: ContainerFacts | undefined, entry: Entry): ContainerFacts | undefined {
  if (entry.kind === 'container.added')
    return { id: entry.subject, addedAt: entry.happenedAt, ...entry.data };
  if (!facts) return undefined;
  switch (entry.kind) {
    case 'container.changed':
      return changed(facts, entry);
    case 'moved': {
      const { shelf: _, ...rest } = facts;
      return { ...rest, ...entry.data };
    }
    case 'photographed':
      return { ...facts, photo: entry.data.digest };
    case 'condemned':
      return { ...facts, condemned: { at: entry.happenedAt, why: entry.data.why } };
    case 'taken-up':
      return { ...facts, takenUp: { at: entry.happenedAt, by: entry.by, browser: entry.data.browser } };
    case 'label.printed':
      return { ...facts, label: { at: entry.happenedAt, says: entry.data.says } };
    case 'sanitised':
      return { ...facts, sanitisedAt: entry.happenedAt, role: 'clean' };
    case 'sheet.begun':
      return sheetBegun(facts, entry);
    case 'sheet.ended':
      return released(sheetEnded(facts, entry), entry);
    case 'filled':
      return { ...facts, fill: filled(facts.fill, entry) };
    case 'emptied': {
      const { fill: _, ...rest } = facts;
      return heldBy(rest, h => (h.holds === 'vessel' ? h : undefined));
    }
    case 'inspected': {
      const inspected = {
        ...facts,
        inspected: { at: entry.happenedAt, found: entry.data.found },
        ...(entry.data.found === 'lime-gone' ? { curedAt: entry.happenedAt } : {}),
      };
      return entry.data.found === 'broken-seal'
        ? withFill(inspected, fill => ({
            ...fill,
            sealed: false,
            openedAt: fill.openedAt ?? entry.happenedAt,
          }))
        : inspected;
    }
    default:
      return withFill(facts, fill => foldFill(fill, entry, facts));
  }
}

/** An empty word sets a container free again from what it was set apart for. */
function changed(facts: ContainerFacts, entry: EntryOf<'container.changed'>): ContainerFacts {
  const { setApart, ...rest } = { ...facts, ...entry.data };
  return setApart ? { ...rest, setApart } : rest;
}

function sheetBegun(facts: ContainerFacts, entry: EntryOf<'sheet.begun'>): ContainerFacts {
  const { method, holds, credit, barrier, desalts, dechlorinates } = entry.data;
  const run = {
    ...credit,
    ...(barrier ? { barrier } : {}),
    ...(holds ? { holds } : {}),
    ...(desalts ? { desalts } : {}),
    ...(dechlorinates ? { dechlorinates } : {}),
  };
  const begun = withFill(facts, fill => ({ ...fill, sheets: { ...fill.sheets, [entry.subject]: run } }));
  if (!holds) return begun;
  return { ...begun, held: [...(begun.held ?? []), { sheet: entry.subject, method, holds }] };
}

/**
 * A finished sheet sets free what it held, and what earlier ones of its method left half-way; what another method put in
 * goes on holding. One that is given up frees nothing, for what it put in is still there.
 */
function released(facts: ContainerFacts, entry: EntryOf<'sheet.ended'>): ContainerFacts {
  const { outcome, method } = entry.data;
  return heldBy(facts, h => {
    if (outcome !== 'finished') return h.sheet === entry.subject ? { ...h, ended: outcome } : h;
    return h.sheet === entry.subject || (h.ended && h.method === method) ? undefined : h;
  });
}

/** A container with each of its holds changed, or without those that are over. */
function heldBy(
  { held = [], ...free }: ContainerFacts,
  change: (h: HeldBack) => HeldBack | undefined,
): ContainerFacts {
  const left = held.map(change).filter(h => h !== undefined);
  return left.length > 0 ? { ...free, held: left } : free;
}

/** The sheet that cleans a vessel gives it back its role; any other credits the water in it. */
function sheetEnded(facts: ContainerFacts, entry: EntryOf<'sheet.ended'>): ContainerFacts {
  const { outcome, method } = entry.data;
  if (outcome !== 'finished') return facts;
  if (method === 'sanitising') return { ...facts, sanitisedAt: entry.happenedAt, role: 'clean' };
  // what it earned stands in its beginning; a vessel filled anew meanwhile holds other water, which it did not treat
  const run = facts.fill?.sheets?.[entry.subject];
  if (!run) return facts;
  const { barrier = method, desalts, dechlorinates, holds, ...credit } = run;
  return withFill(facts, fill => {
    // filters in series of the same kind count once, and so does a second round of anything
    const before = fill.treated?.byMethod ?? {};
    const byMethod = { ...before, [barrier]: betterOf(before[barrier] ?? noCredit, credit) };
    const isDesalted = desalts ?? fill.treated?.isDesalted;
    const treated = {
      at: entry.happenedAt,
      credit: sumOf(Object.values(byMethod)),
      byMethod,
      ...(isDesalted ? { isDesalted } : {}),
    };
    return {
      ...fill,
      treated,
      ...(holds && credit.bacteria > 0 ? { disinfectedAt: entry.happenedAt } : {}),
      ...(dechlorinates ? { dechlorinatedAt: entry.happenedAt } : {}),
    };
  });
}

function withFill(facts: ContainerFacts, change: (fill: Fill) => Fill): ContainerFacts {
  return facts.fill ? { ...facts, fill: change(facts.fill) } : facts;
}

/** New water; onto old water the whole is as old as the oldest and as poor as the poorer of both. */
function filled(before: Fill | undefined, entry: EntryOf<'filled'>): Fill {
  const { volumeL, water, origin, sealed, printedUntil, residualMgL } = entry.data;
  const fresh = { water, ...(origin ? { origin } : {}) };
  const left = before && before.remainingL > 0 ? before : undefined;
  const readings: Fill['readings'] =
    residualMgL === undefined
      ? []
      : [{ at: entry.happenedAt, entry: entry.id, method: 'dpd', mgL: residualMgL }];
  return {
    entry: entry.id,
    at: entry.happenedAt,
    since: left?.since ?? entry.happenedAt,
    ...(left
      ? poorerOf({ water: left.water, ...(left.origin ? { origin: left.origin } : {}) }, fresh)
      : fresh),
    volumeL,
    remainingL: volumeL.value,
    sealed,
    ...(printedUntil ? { printedUntil } : {}),
    ...(left?.failed ? { failed: left.failed } : {}),
    readings,
    batches: [],
  };
}

function foldFill(fill: Fill, entry: Entry, container: ContainerFacts): Fill {
  switch (entry.kind) {
    case 'origin.seen':
      return { ...fill, origin: { ...fill.origin, ...entry.data } };
    case 'opened':
      return { ...fill, sealed: false, openedAt: fill.openedAt ?? entry.happenedAt, openedByTap: false };
    case 'drawn':
      return drawn(fill, entry, container);
    case 'failed':
      return { ...fill, failed: { at: entry.happenedAt, why: entry.data.why } };
    case 'read': {
      const { method, mgL, smell } = entry.data;
      const reading = {
        at: entry.happenedAt,
        entry: entry.id,
        method,
        ...(mgL === undefined ? {} : { mgL }),
        ...(smell === undefined ? {} : { smell }),
      };
      const kept = { ...fill, readings: [...fill.readings, reading].slice(-READINGS_KEPT) };
      return onBatch(kept, { what: 'read', ...reading });
    }
    case 'batch.begun': {
      const batch: Batch = {
        id: entry.id,
        begunAt: entry.happenedAt,
        by: entry.by,
        instruction: entry.data,
        events: [],
      };
      return { ...fill, batches: [...fill.batches, batch] };
    }
    case 'checked':
      return onBatch(fill, { what: 'checked', at: entry.happenedAt, entry: entry.id, ...entry.data });
    case 'dosed':
      return dosed(fill, entry);
    case 'mixed':
      return onBatch(fill, { what: 'mixed', at: entry.happenedAt, entry: entry.id });
    case 'labelled':
      return onBatch(fill, { what: 'labelled', at: entry.happenedAt, entry: entry.id });
    case 'batch.abandoned':
      return onLast(fill, batch => ({ ...batch, abandoned: { at: entry.happenedAt, why: entry.data.why } }));
    default:
      return fill;
  }
}

function onLast(fill: Fill, change: (batch: Batch) => Batch): Fill {
  const last = fill.batches.at(-1);
  return last ? { ...fill, batches: [...fill.batches.slice(0, -1), change(last)] } : fill;
}

/** An event goes to the batch that runs; a finished one keeps only what belongs to it. */
function onBatch(fill: Fill, event: BatchEvent): Fill {
  const last = fill.batches.at(-1);
  if (!last || last.abandoned) return fill;
  const { phase } = standingOf(last, event.at);
  const belongs = isRunning(phase) || event.what === 'labelled';
  return belongs ? onLast(fill, batch => ({ ...batch, events: [...batch.events, event] })) : fill;
}

/** A dose that no sheet asked for still happened: it opens a sheet of its own, with the longer contact time. */
function dosed(fill: Fill, entry: EntryOf<'dosed'>): Fill {
  const { doseMl, strengthMgMl, instructedMl } = entry.data;
  const mgL = fill.remainingL > 0 ? (doseMl * strengthMgMl) / fill.remainingL : 0;
  const event: BatchEvent = {
    what: 'dosed',
    at: entry.happenedAt,
    entry: entry.id,
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
  const batch: Batch = {
    id: entry.id,
    begunAt: entry.happenedAt,
    by: entry.by,
    instruction,
    events: [event],
  };
  return { ...fill, batches: [...fill.batches, batch] };
}

/** Takes water out; what was drunk before it was fit is kept in sight. */
function drawn(fill: Fill, entry: EntryOf<'drawn'>, container: ContainerFacts): Fill {
  const { volumeL, use, byTap, pieces, into } = entry.data;
  const remainingL = Math.max(0, Math.round((fill.remainingL - volumeL) * 1000) / 1000);
  const why = use === 'drinking' && !into ? unfitAt(fill, entry.happenedAt, container) : undefined;
  return {
    ...fill,
    remainingL,
    // bottles taken out of a pack leave the others as they were
    ...(pieces
      ? {}
      : {
          sealed: byTap && fill.sealed,
          openedAt: fill.openedAt ?? entry.happenedAt,
          openedByTap: (fill.openedByTap ?? true) && byTap,
        }),
    ...(why
      ? {
          drawnUnfit: [
            ...(fill.drawnUnfit ?? []),
            { at: entry.happenedAt, entry: entry.id, litres: volumeL, why },
          ],
        }
      : {}),
  };
}

function unfitAt(
  fill: Fill,
  at: string,
  container: ContainerFacts,
): 'standing' | 'failed' | 'utility' | undefined {
  if (fill.failed) return 'failed';
  const last = fill.batches.at(-1);
  const standing = last && standingOf(last, at);
  if (standing?.phase === 'unfit') return 'failed';
  if (standing && standing.doses > 0) {
    if (isRunning(standing.phase)) return 'standing';
    if (standing.phase === 'failed') return 'failed';
  }
  const grade = gradeAt(container, fill, at);
  if (grade === 'utility' || grade === 'never') return 'utility';
  return container.held ? 'standing' : undefined;
}
