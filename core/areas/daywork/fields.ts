import * as v from 'valibot';
import { between, fields, key, keysOf, line, name, subjectOf, whole } from '../../base/fields.ts';
import type { DataOf } from '../../log/define.ts';
import { type Problem, toolKinds } from '../../planning/schedule/problem.ts';
import type { Choices } from '../../planning/schedule/schedule.ts';
import { supplyKinds } from '../../storage/stock/kinds.ts';
import { tiers } from '../../treatment/trains/grade.ts';

/** Nobody plans further than so many minutes. */
const MOST_MIN = 14 * 1440;

const minute = whole(0, MOST_MIN);
const lasts = whole(1, MOST_MIN);
const litres = between(0.01, 100_000);
const id = key(60);
const some = <S extends v.GenericSchema>(of: S, most: number, least = 0) =>
  v.pipe(v.array(of), v.minLength(least, 'required'), v.maxLength(most, 'too-many'));
const yes = v.exactOptional(v.literal(true));

const spans = v.pipe(
  some(fields({ from: minute, until: minute }), 40),
  v.check(all => all.every((s, i) => s.from < s.until && s.from >= (all[i - 1]?.until ?? 0)), 'out-of-order'),
);

const phase = fields({
  id,
  minutes: some(lasts, 40, 1),
  hand: yes,
  away: yes,
  stove: yes,
  flame: yes,
  isEffect: yes,
  daylight: yes,
  reading: v.exactOptional(
    fields({ least: v.exactOptional(between(-1e6, 1e6)), most: v.exactOptional(between(-1e6, 1e6)) }),
  ),
});

const stage = v.pipe(
  fields({
    id,
    method: name(40),
    tool: v.exactOptional(v.picklist(toolKinds)),
    sizesL: some(litres, 40, 1),
    phases: some(phase, 16, 1),
    outShare: between(0.05, 1),
    inputs: v.exactOptional(v.record(key(40), v.union([v.pipe(v.number(), v.finite()), line(60)]))),
    supply: v.exactOptional(subjectOf('supply')),
    uses: some(fields({ supply: v.picklist(keysOf(supplyKinds)), amounts: some(between(0, 1e7), 40) }), 6),
  }),
  v.check(
    s =>
      s.sizesL.every((size, i) => size > (s.sizesL[i - 1] ?? 0)) &&
      [...s.phases.map(p => p.minutes), ...s.uses.map(u => u.amounts)].every(
        all => all.length === s.sizesL.length,
      ),
    'sizes',
  ),
);

const unlike = (all: readonly { readonly id: string }[]) =>
  new Set(all.map(one => one.id)).size === all.length;

/** A day's work as it was laid: frozen, so that every browser reckons with the same. */
export const problem = v.pipe(
  fields({
    needL: between(0.1, 100_000),
    lines: some(fields({ id, stages: some(stage, 8, 1), heldL: between(0, 1e6) }), 4, 1),
    tools: some(fields({ id, kind: v.picklist(toolKinds), litres: between(0, 100_000) }), 100),
    hands: some(fields({ id, awake: spans }), 40, 1),
    daylight: spans,
    waitingL: between(0, 1e6),
    readyL: between(0, 1e6),
    eveningMin: minute,
    horizonMin: minute,
  }),
  v.check(p => unlike(p.tools) && unlike(p.hands) && unlike(p.lines.flatMap(l => l.stages)), 'twice'),
) satisfies v.GenericSchema<unknown, Problem>;

export const choices = fields({
  order: some(between(-100, 100), 40),
  fill: some(between(0, 2), 40),
  most: some(between(0, 1), 4),
}) satisfies v.GenericSchema<unknown, Choices>;

/** A day's work that is begun upon: what is wanted with what, in which order, and before when nothing could do it. */
export const laid = fields({
  problem,
  choices,
  boundMin: minute,
  /** Where the water is fetched, or what it stands in. */
  from: v.exactOptional(subjectOf('source', 'container')),
  /** How far its water goes, where that is not all that is asked. */
  tier: v.exactOptional(v.picklist(tiers)),
  /** The steps of its lines in words that a card says as well: method by method. */
  methods: some(some(name(40), 8, 1), 4, 1),
});
export type LaidFields = DataOf<typeof laid>;

/** A batch that somebody begins: which, how much, in what; the sheet that it is done by. */
export const batchBegun = fields({
  batch: id,
  stage: id,
  litres,
  tool: v.exactOptional(id),
  stove: v.exactOptional(id),
  hand: v.exactOptional(id),
  sheet: v.exactOptional(subjectOf('sheet')),
});
export type BatchBegunFields = DataOf<typeof batchBegun>;

/** The end of a batch that no sheet tells: its water went on, or was lost. */
export const batchDone = fields({ batch: id, isLost: yes });

/** The live step of a batch takes so much longer than was reckoned (minutes). */
export const batchLate = fields({ batch: id, minutes: whole(1, 1440) });

/** Somebody is called away, or is back. */
export const handThere = fields({ hand: id, isGone: v.boolean() });

export const rearranged = fields({ choices });

/** Why a day's work is put away, in the hand's own words. */
export const closing = fields({ why: v.exactOptional(line(200)) });
