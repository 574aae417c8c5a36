import { addDays, addMinutes, dayOf, type Instant, instantOf, minutesBetween } from '../../base/day.ts';
import { FETCH, lineOf } from '../../planning/schedule/lineOf.ts';
import {
  joined,
  type Line,
  type Minute,
  type Problem,
  type Span,
  type ToolKind,
} from '../../planning/schedule/problem.ts';
import { runDay } from '../../planning/schedule/run.ts';
import { readyBy } from '../../planning/schedule/schedule.ts';
import { plainChoices } from '../../planning/schedule/search.ts';
import type { Context } from '../../treatment/methods/method.ts';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import { isDaylight, type Site } from '../../treatment/sun/daylight.ts';
import { type Tier, tiers } from '../../treatment/trains/grade.ts';
import type { Train } from '../../treatment/trains/train.ts';
import { haulOf } from '../../water/haul.ts';
import type { SourceFacts } from '../sources/facts.ts';
import type { SafeForm } from '../trains/safe.ts';
import { type ToolRow, toolsOf } from './tools.ts';

/** Somebody who helps, and from when to when they are up (`07:00`). */
export interface HandRow {
  readonly name: string;
  readonly from: string;
  readonly until: string;
}

export const beginnings = ['now', 'tomorrow'] as const;
export type Begins = (typeof beginnings)[number];

/** What is asked of a day's work, as its sentence holds it. */
export interface DayForm {
  readonly safe: SafeForm;
  readonly needL: number | undefined;
  /** Until when it should be ready (`20:00`), and whether of today or tomorrow. */
  readonly evening: string;
  readonly begins: Begins;
  readonly hands: readonly HandRow[];
  readonly tools: readonly ToolRow[];
  readonly loadL: number | undefined;
  /** There, filling, and back; worked out from the walk until somebody says. */
  readonly tripMin: number | undefined;
  /** Vessels that water waits in between two steps (L). */
  readonly waitingL: number | undefined;
}

/** How far the water of several ways goes that comes together: as far as the poorest. */
export const tierOfAll = (trains: readonly Train[]): Tier =>
  trains.map(t => t.tier).reduce((a, b) => (tiers.indexOf(a) > tiers.indexOf(b) ? a : b), 'whole' as Tier);

/** Tools that the steps of trains need, each kind once, in the order of the water. */
export function toolsFor(trains: readonly Train[]): ToolKind[] {
  const kinds = trains.flatMap(({ steps }) =>
    steps.flatMap(({ means, inputs }): ToolKind[] => {
      const { tool, onStove } = treatmentOf(means.method).inTrain.work(inputs);
      return onStove ? ['stove', tool] : [tool];
    }),
  );
  return [...new Set(kinds)];
}

/** The day's work is looked at so many days ahead, and given up beyond. */
export const HORIZON_DAYS = 3;
export const HORIZON_MIN: Minute = HORIZON_DAYS * 1440;

/** Stretches of each day between two times of the clock, from a moment on; one that ends before it begins goes over midnight. */
export function spansOf(from: string, until: string, now: Instant, timeZone: string): Span[] {
  const today = dayOf(now, timeZone);
  const spans: Span[] = [];
  for (let i = -1; i <= HORIZON_DAYS; i += 1) {
    const day = addDays(today, i);
    const last = until > from ? day : addDays(day, 1);
    const [begins, ends] = [instantOf(`${day}T${from}`, timeZone), instantOf(`${last}T${until}`, timeZone)];
    const span = {
      from: Math.max(0, Math.ceil(minutesBetween(now, begins))),
      until: Math.min(HORIZON_MIN, Math.floor(minutesBetween(now, ends))),
    };
    if (span.until > span.from) spans.push(span);
  }
  return joined(spans);
}

/** Minutes until the day is over. */
const minutesToMidnight = (now: Instant, timeZone: string): Minute =>
  Math.ceil(minutesBetween(now, instantOf(`${addDays(dayOf(now, timeZone), 1)}T00:00`, timeZone)));

const STEP_MIN = 5;

/** When the sun is up, to five minutes: a stretch begins no earlier and ends no later than it is. */
export function daylightSpans(site: Site, now: Instant): Span[] {
  const spans: Span[] = [];
  let from: Minute | undefined;
  for (let at = 0; at <= HORIZON_MIN; at += STEP_MIN) {
    const isUp = at < HORIZON_MIN && isDaylight(addMinutes(now, at), site);
    if (isUp) from ??= at;
    else if (from !== undefined) {
      if (at - STEP_MIN > from) spans.push({ from, until: at - STEP_MIN });
      from = undefined;
    }
  }
  return spans;
}

/** Where the bottles of a train lie, as its sun has it. */
const siteOf = (trains: readonly Train[]): Site | undefined => {
  const sun = trains.flatMap(t => t.steps).find(s => s.means.method === 'sun')?.inputs;
  return typeof sun?.latitude === 'number'
    ? { latitudeDeg: sun.latitude, longitudeDeg: Number(sun.longitude ?? 0) }
    : undefined;
};

/** When the sun is up for the bottles of some trains; never where none lies in it. */
export const sunOf = (trains: readonly Train[], now: Instant): Span[] => {
  const site = siteOf(trains);
  return site ? daylightSpans(site, now) : [];
};

/** One walk to a source and back, with what is carried (minutes). */
export const tripOf = ({ distanceM, climbM, flowLMin }: SourceFacts, loadL: number): Minute =>
  Math.ceil(
    haulOf({ needL: loadL, loadL, carriers: 1, distanceM, climbM, ...(flowLMin ? { flowLMin } : {}) })
      .roundMin,
  );

export type DayAsked =
  | { readonly problem: Problem }
  /** A blank is empty, a hand is nobody, or no tool takes a step of a train. */
  | { readonly missing: string };

/** The litres that can be made: no more than what is kept does for, where what is kept ends every way that is chosen. */
export const doableL = (needL: number, trains: readonly Train[]): number =>
  trains.length > 0 && trains.every(t => t.amount?.ends)
    ? Math.min(
        needL,
        trains.reduce((sum, t) => sum + t.endL, 0),
      )
    : needL;

/** The problem of what was entered: everything in minutes from now. */
export function problemOf(
  form: DayForm,
  trains: readonly Train[],
  context: Context,
  now: Instant,
  timeZone: string,
): DayAsked {
  const { needL: askedL, loadL, tripMin, waitingL, evening, safe } = form;
  if (askedL === undefined || waitingL === undefined) return { missing: 'blank' };
  if (trains.length === 0) return { missing: 'train' };
  const needL = doableL(askedL, trains);
  const isHeld = safe.container !== undefined;
  if (!isHeld && (loadL === undefined || tripMin === undefined)) return { missing: 'blank' };
  const names = form.hands.map(h => h.name.trim()).filter(Boolean);
  if (names.length === 0 || new Set(names).size < names.length) return { missing: 'hand' };
  const tools = toolsOf(form.tools);
  const lines: Line[] = [];
  for (const [i, { steps }] of trains.entries()) {
    const from = isHeld ? { heldL: safe.volumeL ?? 0 } : { loadL: loadL ?? 0, minutes: tripMin ?? 0 };
    const line = lineOf(`${i + 1}`, steps, tools, from, context);
    if ('missing' in line) return { missing: `method.${line.missing}` };
    lines.push(line);
  }
  const startMin = form.begins === 'now' ? 0 : minutesToMidnight(now, timeZone);
  const tonight = spansOf('00:00', evening, now, timeZone).find(span => span.until > startMin);
  const largest = Math.max(0, ...tools.map(t => t.litres));
  return {
    problem: {
      ...{ needL, lines, tools, waitingL },
      hands: form.hands
        .filter(h => h.name.trim())
        .map(h => ({
          id: h.name.trim(),
          awake: spansOf(h.from, h.until, now, timeZone).filter(span => span.from >= startMin),
        })),
      daylight: sunOf(trains, now),
      readyL: needL + largest,
      eveningMin: tonight?.until ?? 0,
      horizonMin: HORIZON_MIN,
    },
  };
}

/** How far a way goes with some tools by its plainest order: when it is done, how much of it by evening, and the walks for it. */
export interface FirstLook {
  readonly endMin: Minute | undefined;
  readonly eveningMin: Minute;
  readonly byEveningL: number;
  readonly walks: number;
}

/** A first look, before an order is looked for. */
export function firstLook(
  form: DayForm,
  train: Train,
  context: Context,
  now: Instant,
  timeZone: string,
): FirstLook | undefined {
  const asked = problemOf(form, [train], context, now, timeZone);
  if ('missing' in asked) return undefined;
  const { problem } = asked;
  const schedule = runDay(problem, plainChoices(problem));
  const fetched = new Set(
    problem.lines.flatMap(l => l.stages.filter(s => s.method === FETCH).map(s => s.id)),
  );
  return {
    endMin: schedule.endMin,
    eveningMin: problem.eveningMin,
    byEveningL: Math.min(problem.needL, readyBy(schedule, problem.eveningMin)),
    walks: schedule.batches.filter(b => fetched.has(b.stage)).length,
  };
}
