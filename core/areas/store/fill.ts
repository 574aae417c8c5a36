import type { Instant } from '../../base/day.ts';
import type { Told } from '../../log/entry.ts';
import { isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { type ChlorineReading, isTrusted } from '../../treatment/chlorine/residual.ts';
import { sumOf } from '../../treatment/credit/credit.ts';
import { poorerOf, rowOf } from '../../water/waters.ts';
import { onBatch } from '../sheets/batch.ts';
import type { ContainerFacts, Fill, PastFill } from './facts.ts';
import type { Draw, Failing, Filling } from './fields.ts';
import { gradeAt } from './fit.ts';
import { partsOf } from './parts.ts';
import { isOpenAt, nothingStill, openOf, stillTrue } from './still.ts';

// What entries make of the water in a container.

/** Readings kept with a fill; the rest stays in the log. */
const READINGS_KEPT = 60;
const DRAWS_KEPT = 60;
/** Parts that were poured together: older ones are forgotten, which a vessel that is emptied once a year never sees. */
const PARTS_KEPT = 40;

/** New water; onto old water the whole is as old as the oldest and as poor as the poorer of both. */
export function filled(before: Fill | undefined, entry: Told<Filling>): Fill {
  const { volumeL, water, origin, source, vessel, treated, sealed, printedUntil, residualMgL } = entry.data;
  const fresh = { water, ...(origin ? { origin } : {}) };
  const left = before && before.remainingL > 0 ? before : undefined;
  const part = {
    at: entry.happenedAt,
    ...(source ? { source } : {}),
    ...(vessel ? { vessel } : {}),
    isTap: rowOf(water).class === 'tap',
  };
  const still = left
    ? { ...stillTrue(left, entry.happenedAt), ...openOf(left, entry.happenedAt) }
    : nothingStill;
  const readings: Fill['readings'] =
    residualMgL === undefined
      ? still.readings
      : [...still.readings, { at: entry.happenedAt, method: 'dpd', mgL: residualMgL }];
  return {
    at: entry.happenedAt,
    since: left?.since ?? entry.happenedAt,
    ...(left
      ? poorerOf({ water: left.water, ...(left.origin ? { origin: left.origin } : {}) }, fresh)
      : fresh),
    volumeL,
    remainingL: volumeL.value,
    sealed: sealed && (left?.openedAt === undefined || left.openedByTap === true),
    ...(printedUntil ? { printedUntil } : {}),
    ...still,
    readings,
    // what was poured at once, from a source that nobody wrote down, is told by the fill itself
    ...(left || source || vessel ? { from: [...(left ? partsOf(left) : []), part].slice(-PARTS_KEPT) } : {}),
    ...(left?.ill ? { ill: left.ill } : {}),
    ...(left?.ended ? { ended: left.ended } : {}),
    ...(left?.undoneAt ? { undoneAt: left.undoneAt } : {}),
    ...(left?.failed ? { failed: left.failed } : {}),
    ...(left?.drunk ? { drunk: left.drunk } : {}),
    ...(left?.drawnUnfit ? { drawnUnfit: left.drawnUnfit } : {}),
    // poured onto other water it is as poor as that: what was earned in a part was not earned in the rest
    ...(treated && !left
      ? {
          treated: { ...treated, credit: sumOf(Object.values(treated.byMethod)) },
          germsTreatedAt: treated.at,
        }
      : {}),
  };
}

/** Since when it is open, where it is opened now. */
const openFrom = (fill: Fill, at: Instant): Instant => (isOpenAt(fill, at) ? fill.openedAt! : at);

/** So many waters that were in a vessel before are kept: what was poured out of it is judged by them. */
const PAST_KEPT = 6;

/** A container whose water is gone, or is about to be: what was known of it stays for what was poured out of it. */
export function passedOn({ fill, past = [], ...container }: ContainerFacts, until: Instant): ContainerFacts {
  const { spoiled } = container;
  if (!fill) return past.length > 0 ? { ...container, past } : container;
  const { since, water, origin, from, ill, ended, drawnUnfit, failed: fail } = fill;
  const runs = fill.treated?.runs;
  const gone: PastFill = {
    since,
    until,
    water,
    ...(origin ? { origin } : {}),
    ...(from ? { from } : {}),
    ...(ill ? { ill } : {}),
    ...(ended ? { ended } : {}),
    ...(fail ? { failed: fail } : {}),
    ...(drawnUnfit ? { drawnUnfit } : {}),
    ...(runs ? { runs } : {}),
    still: stillTrue(fill, until),
    ...(spoiled ? { spoiled } : {}),
  };
  return { ...container, past: [...past, gone].slice(-PAST_KEPT) };
}

/** New water in a container: onto what is left, or where the last is gone. */
export function filledAnew(facts: ContainerFacts, entry: Told<Filling>): ContainerFacts {
  const isOnto = (facts.fill?.remainingL ?? 0) > 0;
  const before = isOnto ? facts : passedOn(facts, entry.happenedAt);
  return { ...before, fill: filled(facts.fill, entry) };
}

/** Water that was poured into another vessel left this one, and opened it. */
export function pouredOut(facts: ContainerFacts, { happenedAt, data }: Told<Filling>): ContainerFacts {
  const { fill } = facts;
  if (!fill) return facts;
  const remainingL = Math.max(0, Math.round((fill.remainingL - data.volumeL.value) * 1000) / 1000);
  return {
    ...facts,
    fill: {
      ...fill,
      remainingL,
      sealed: false,
      openedAt: openFrom(fill, happenedAt),
      openedByTap: isOpenAt(fill, happenedAt) ? (fill.openedByTap ?? true) : true,
    },
  };
}

/** The fill after its seal was broken. */
export const opened = (fill: Fill, { happenedAt }: Told): Fill => ({
  ...fill,
  sealed: false,
  openedAt: openFrom(fill, happenedAt),
  openedByTap: false,
});

/** A seal that was found broken: opened when it was found, and not by a clean tap. */
export const unsealed = (fill: Fill, { happenedAt }: Told): Fill => ({
  ...fill,
  sealed: false,
  openedAt: openFrom(fill, happenedAt),
  openedByTap: false,
});

/** The fill after it failed, and why. */
export const failed = (fill: Fill, { happenedAt, data }: Told<Failing>): Fill => ({
  ...fill,
  failed: { at: happenedAt, why: data.why },
});

/** Chlorine that was read; a figure that proves nothing is kept, and the batch waits for one that does. */
export function read(fill: Fill, { id, happenedAt }: Told, chlorine: ChlorineReading): Fill {
  const reading = { at: happenedAt, ...chlorine };
  const kept = { ...fill, readings: [...fill.readings, reading].slice(-READINGS_KEPT) };
  return isTrusted(chlorine) ? onBatch(kept, { what: 'read', entry: id, ...reading }) : kept;
}

/** Takes water out; what was drunk before it was fit is kept in sight. */
export function drawn(fill: Fill, entry: Told<Draw>, container: ContainerFacts): Fill {
  const { volumeL, use, byTap, pieces, into } = entry.data;
  const remainingL = Math.max(0, Math.round((fill.remainingL - volumeL) * 1000) / 1000);
  const isDrunk = use === 'drinking' && !into;
  const why = isDrunk ? unfitAt(fill, entry.happenedAt, container) : undefined;
  return {
    ...fill,
    remainingL,
    // bottles taken out of a pack leave the others as they were
    ...(pieces
      ? {}
      : {
          sealed: byTap && fill.sealed,
          openedAt: openFrom(fill, entry.happenedAt),
          openedByTap: (!isOpenAt(fill, entry.happenedAt) || (fill.openedByTap ?? true)) && byTap,
        }),
    ...(isDrunk && !why
      ? { drunk: [...(fill.drunk ?? []), { at: entry.happenedAt, litres: volumeL }].slice(-DRAWS_KEPT) }
      : {}),
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
