import type { SupplyKind } from '../../storage/stock/kinds.ts';

/** Whole minutes from the moment that the day's work is planned from. */
export type Minute = number;

/** A stretch of time; `until` is no part of it. */
export interface Span {
  readonly from: Minute;
  readonly until: Minute;
}

/** What a batch is in, or burns under it. */
export const toolKinds = [
  'stove',
  'pot',
  'kettle',
  'vessel',
  'clean-vessel',
  'filter',
  'membrane',
  'lamp',
  'bottles',
  'still',
] as const;
export type ToolKind = (typeof toolKinds)[number];

export interface Tool {
  readonly id: string;
  readonly kind: ToolKind;
  /** What goes into it at once; a stove holds nothing. */
  readonly litres: number;
}

/** Somebody who works, and when they are awake for it: stretches that do not touch, in their order. */
export interface Hand {
  readonly id: string;
  readonly awake: readonly Span[];
}

/** One thing that is done with a batch. */
export interface Phase {
  readonly id: string;
  /** How long it takes for each of its stage's sizes. */
  readonly minutes: readonly Minute[];
  /** Somebody is at it all the while, and out of the house. */
  readonly hand?: true;
  readonly away?: true;
  /** A stove is under it; an open flame is watched by somebody who is awake and at home. */
  readonly stove?: true;
  readonly flame?: true;
  /** Its time is its effect: a contact, a lamp, a mixing. Never shortened, whoever is at it. */
  readonly isEffect?: true;
  /** Its minutes run only while the sun is up. */
  readonly daylight?: true;
  /** What must be read for it to be done. */
  readonly reading?: { readonly least?: number; readonly most?: number };
}

/** What all water of a line goes through at one place, batch by batch. */
export interface Stage {
  readonly id: string;
  readonly method: string;
  /** What holds a batch from its first phase to its last; carrying water home needs only hands. */
  readonly tool?: ToolKind;
  /** Sizes of a batch that its phases are known for (litres that go in), ascending. */
  readonly sizesL: readonly number[];
  readonly phases: readonly Phase[];
  /** Litres that come out of each that goes in. */
  readonly outShare: number;
  /** What its method was asked, but for the litres: the sheet of a batch is begun with it. */
  readonly inputs?: Readonly<Record<string, string | number>>;
  /** The very thing that it is done with, where it is kept as a supply. */
  readonly supply?: string;
  /** What a batch of each size takes from the supplies. */
  readonly uses: readonly { readonly supply: SupplyKind; readonly amounts: readonly number[] }[];
}

/** A way of the water, from where it is fetched to where it is ready. */
export interface Line {
  readonly id: string;
  readonly stages: readonly Stage[];
  /** Water that stands before the first stage already (L); one that fetches needs none. */
  readonly heldL: number;
}

/** A day's work, whole: what is wanted, and with what. */
export interface Problem {
  readonly needL: number;
  readonly lines: readonly Line[];
  readonly tools: readonly Tool[];
  readonly hands: readonly Hand[];
  readonly daylight: readonly Span[];
  /** Litres that may wait before a stage (raw, or between two), and that what is ready has vessels for. */
  readonly waitingL: number;
  readonly readyL: number;
  /** Until when it should be done, and when looking for an end is given up. */
  readonly eveningMin: Minute;
  readonly horizonMin: Minute;
}

/** Litres that are none: what sums of doubles leave behind. */
export const CRUMB_L = 0.01;

/** Which of a stage's sizes a batch goes by: the first that is no smaller, for a larger one takes no less time. */
export function sizeOf({ sizesL }: Stage, litres: number): number {
  const at = sizesL.findIndex(size => size >= litres - CRUMB_L);
  return at < 0 ? sizesL.length - 1 : at;
}

/** Minutes that a phase of a stage takes for a batch of so many litres. */
export const minutesOf = (stage: Stage, phase: Phase, litres: number): Minute =>
  phase.minutes[sizeOf(stage, litres)]!;

/** Litres that are ready in the end for each that comes out of a stage. */
export const shareAfter = ({ stages }: Line, place: number): number =>
  stages.slice(place + 1).reduce((share, stage) => share * stage.outShare, 1);

/** Minutes of a stretch that lie in some spans. */
export const within = (spans: readonly Span[], from: Minute, until: Minute): Minute =>
  spans.reduce((sum, span) => sum + Math.max(0, Math.min(span.until, until) - Math.max(span.from, from)), 0);

/** The minute at which so many minutes of some spans have passed; never, where there are not so many. */
export function afterSpans(spans: readonly Span[], from: Minute, minutes: Minute): Minute {
  let left = minutes;
  if (left <= 0) return from;
  for (const span of spans) {
    const begins = Math.max(span.from, from);
    if (begins >= span.until) continue;
    if (span.until - begins >= left) return begins + left;
    left -= span.until - begins;
  }
  return Number.POSITIVE_INFINITY;
}

/** Spans that overlap or touch become one. */
export function joined(spans: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && span.from <= last.until)
      out[out.length - 1] = { from: last.from, until: Math.max(last.until, span.until) };
    else out.push(span);
  }
  return out;
}
