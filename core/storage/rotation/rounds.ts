import { addDays, type Day, daysBetween } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';

/** A container that is rotated again and again: by its due day, and a term after each time. */
export interface Rotating {
  readonly id: Subject;
  readonly place: Subject;
  readonly litres: number;
  readonly due: Day;
  readonly termDays: number;
}

export interface RoundsQuestion {
  readonly containers: readonly Rotating[];
  readonly today: Day;
  readonly horizonDays: number;
  /** A container may be done so many days before it is due. */
  readonly earlyDays: number;
  /** Ready litres that must stay untouched on every day. */
  readonly floorL: number;
  /** Ready litres that are not rotated in this plan. */
  readonly otherReadyL: number;
  /** What the helpers can move in one visit. */
  readonly mostL: number;
}

/** A visit to one place on one day. */
export interface Round {
  readonly day: Day;
  readonly place: Subject;
  readonly containers: readonly Subject[];
  readonly litres: number;
}

/** A container that cannot be done in time: too large for one visit, or the floor would be broken. */
export interface Unmet {
  readonly container: Subject;
  readonly day: Day;
  readonly why: 'too-large' | 'floor';
}

export interface RoundsPlan {
  readonly rounds: readonly Round[];
  readonly unmet: readonly Unmet[];
  /** No plan can do with fewer visits than this. */
  readonly leastVisits: number;
}

/** A container in the sweep: days are whole days after today. */
interface Turn {
  readonly at: Rotating;
  readonly due: number;
}

const sumL = (turns: readonly Turn[]): number => turns.reduce((sum, t) => sum + t.at.litres, 0);

/** A span of days that a turn of a container must fall into, both ends included. */
interface Window {
  readonly from: number;
  readonly to: number;
  readonly litres: number;
}

/** The k-th turn falls between its first due day and k terms, each shortened by the days early, and its due day and k full terms. */
function windowsOf(c: Rotating, q: RoundsQuestion): Window[] {
  const due = Math.max(0, daysBetween(q.today, c.due));
  const windows: Window[] = [];
  for (let k = 0; due + k * c.termDays < q.horizonDays; k++) {
    const from = Math.max(0, due - q.earlyDays + k * (c.termDays - q.earlyDays));
    windows.push({ from, to: due + k * c.termDays, litres: c.litres });
  }
  return windows;
}

/**
 * Spans of days that do not overlap need visits of their own, and each span as many as the litres of the windows within it
 * ask, at the helpers' limit. The best cut of the horizon into spans is found day by day: F(b) = max over a of
 * F(a − 1) + ⌈litres within [a, b] ÷ limit⌉.
 */
function leastIn(windows: readonly Window[], q: RoundsQuestion): number {
  const byEnd = new Map<number, Window[]>();
  for (const w of windows) byEnd.set(w.to, [...(byEnd.get(w.to) ?? []), w]);
  const best: number[] = [];
  // litres of the windows that end by now and begin on a day or later
  const within = new Array<number>(q.horizonDays + 1).fill(0);
  for (let b = 0; b < q.horizonDays; b++) {
    for (const w of byEnd.get(b) ?? []) for (let a = 0; a <= w.from; a++) within[a]! += w.litres;
    let most = best[b - 1] ?? 0;
    if (byEnd.has(b)) {
      for (let a = 0; a <= b; a++)
        most = Math.max(most, (best[a - 1] ?? 0) + Math.ceil(within[a]! / q.mostL - 1e-9));
    }
    best.push(most);
  }
  return best.at(-1) ?? 0;
}

/** No plan can do with fewer visits than this. */
export function leastVisits(q: RoundsQuestion): number {
  const byPlace = new Map<Subject, Window[]>();
  for (const c of q.containers) {
    const windows = byPlace.get(c.place);
    if (windows) windows.push(...windowsOf(c, q));
    else byPlace.set(c.place, windowsOf(c, q));
  }
  return [...byPlace.values()].reduce((sum, windows) => sum + leastIn(windows, q), 0);
}

/** Litres that are out on each day, over all places. */
class Outage {
  readonly #out = new Map<number, number>();
  readonly #spareL: number;
  constructor(spareL: number) {
    this.#spareL = spareL;
  }
  spareOn(day: number): number {
    return this.#spareL - (this.#out.get(day) ?? 0);
  }
  take(day: number, litres: number): void {
    this.#out.set(day, (this.#out.get(day) ?? 0) + litres);
  }
}

interface Visit {
  readonly day: number;
  readonly turns: readonly Turn[];
}

/** As many as fit the helpers and the floor, the soonest due first. */
function loadOf(candidates: readonly Turn[], roomL: number): Turn[] {
  const load: Turn[] = [];
  let left = roomL;
  for (const turn of candidates) {
    if (turn.at.litres > left + 1e-9) continue;
    load.push(turn);
    left -= turn.at.litres;
  }
  return load;
}

/** A place partly planned: what has been laid, and the turns that follow, the soonest first. */
interface Draft {
  readonly turns: readonly Turn[];
  readonly visits: readonly Visit[];
  readonly unmet: readonly Unmet[];
  readonly last: number;
  /** Visits that are still to come, as it looks from here. */
  readonly ahead: number;
}

/** Drafts kept at each step of the search. */
const BEAM = 24;

/** Groups that would each be one visit, if every visit were as late as it may. */
function groupsOf(turns: readonly Turn[], earlyDays: number): number {
  let groups = 0;
  let end = Number.NEGATIVE_INFINITY;
  for (const t of turns) {
    if (t.due <= end) continue;
    groups += 1;
    end = t.due + earlyDays;
  }
  return groups;
}

function aheadOf(turns: readonly Turn[], q: RoundsQuestion): number {
  const first = turns[0];
  if (!first || first.due >= q.horizonDays) return 0;
  return groupsOf(turns, q.earlyDays) * ((q.horizonDays - first.due) / first.at.termDays);
}

/** Days that the next visit may be laid on: as late as it may, as early as all of its group may go, between, and sooner where one visit cannot take all. */
function daysFor({ turns, last }: Draft, q: RoundsQuestion): number[] {
  const soonest = turns[0]!.due;
  const group = turns.filter(t => t.due <= soonest + q.earlyDays);
  const earliest = Math.max(0, last + 1, soonest - q.earlyDays);
  const together = Math.max(earliest, group.at(-1)!.due - q.earlyDays);
  const visitsNeeded = Math.ceil(sumL(group) / q.mostL - 1e-9);
  const crowded = soonest - (visitsNeeded - 1);
  const days = [soonest, together, Math.floor((soonest + together) / 2), crowded, earliest];
  return [...new Set(days)].filter(d => d >= earliest && d <= soonest);
}

/** The drafts that one more visit makes of a draft. */
function laid(draft: Draft, q: RoundsQuestion, outage: Outage): Draft[] {
  const next = daysFor(draft, q).flatMap((day): Draft[] => {
    const open = draft.turns.filter(t => t.due - q.earlyDays <= day);
    const load = loadOf(open, Math.min(q.mostL, outage.spareOn(day)));
    if (load.length === 0) return [];
    const done = new Set(load);
    const turns = draft.turns
      .map(t => (done.has(t) ? { at: t.at, due: day + t.at.termDays } : t))
      .sort((a, b) => a.due - b.due);
    return [
      {
        turns,
        visits: [...draft.visits, { day, turns: load }],
        unmet: draft.unmet,
        last: day,
        ahead: aheadOf(turns, q),
      },
    ];
  });
  if (next.length > 0) return next;
  const stuck = draft.turns[0]!;
  const why = stuck.at.litres > q.mostL ? 'too-large' : 'floor';
  const unmet: Unmet = { container: stuck.at.id, day: addDays(q.today, stuck.due), why };
  return [{ ...draft, turns: draft.turns.slice(1), unmet: [...draft.unmet, unmet] }];
}

/** How uneven the visits are: of as many that move as much, level ones have the least sum of squares. */
const unevenness = (d: Draft): number => d.visits.reduce((sum, v) => sum + sumL(v.turns) ** 2, 0);

/** All in time before fewest visits, fewest visits before level work. */
const byOutcome = (a: Draft, b: Draft): number =>
  a.unmet.length - b.unmet.length || a.visits.length - b.visits.length || unevenness(a) - unevenness(b);

/** Which of two drafts with as many visits promises more. */
type Better = (a: Draft, b: Draft) => number;

const soonestOf = (d: Draft): number => d.turns[0]?.due ?? Number.POSITIVE_INFINITY;

/** Fewest visits to come; or furthest on its way. Neither is always the better judge, so both are asked. */
const judges: readonly Better[] = [
  (a, b) => a.ahead - b.ahead || soonestOf(b) - soonestOf(a),
  (a, b) => soonestOf(b) - soonestOf(a) || a.ahead - b.ahead,
];

/**
 * One place through the horizon: a beam search over where each visit is laid. A visit that is laid early
 * falls due early again, and so comes within reach of the one before: the two are one visit from then on.
 */
function sweepPlace(
  containers: readonly Rotating[],
  q: RoundsQuestion,
  outage: Outage,
  better: Better,
): Draft {
  const turns = containers
    .map((at): Turn => ({ at, due: Math.max(0, daysBetween(q.today, at.due)) }))
    .sort((a, b) => a.due - b.due);
  let drafts: Draft[] = [{ turns, visits: [], unmet: [], last: -1, ahead: aheadOf(turns, q) }];
  const isDone = (d: Draft) => d.turns.length === 0 || d.turns[0]!.due >= q.horizonDays;
  for (;;) {
    const [done] = drafts.filter(isDone).sort(byOutcome);
    if (done) return done;
    drafts = drafts
      .flatMap(d => laid(d, q, outage))
      .sort((a, b) => a.unmet.length - b.unmet.length || better(a, b))
      .slice(0, BEAM);
  }
}

/** Litres that may be out at once, when every container is in date. */
const spareOf = (q: RoundsQuestion): number =>
  q.otherReadyL + q.containers.reduce((sum, c) => sum + c.litres, 0) - q.floorL;

/**
 * Rounds by place so that each container is done by its date and not more than `earlyDays` early, ready litres never fall
 * below the floor, and a visit stays within what the helpers can move.
 * @returns the rounds in order, what cannot be met, and the least visits that any plan needs
 */
export function planRounds(q: RoundsQuestion): RoundsPlan {
  const byPlace = new Map<Subject, Rotating[]>();
  for (const c of q.containers) {
    const here = byPlace.get(c.place);
    if (here) here.push(c);
    else byPlace.set(c.place, [c]);
  }
  const outage = new Outage(spareOf(q));
  const rounds: Round[] = [];
  const unmet: Unmet[] = [];
  for (const [place, containers] of byPlace) {
    const [draft] = judges.map(better => sweepPlace(containers, q, outage, better)).sort(byOutcome);
    if (!draft) continue;
    unmet.push(...draft.unmet);
    for (const { day, turns } of draft.visits) {
      outage.take(day, sumL(turns));
      rounds.push({
        day: addDays(q.today, day),
        place,
        containers: turns.map(t => t.at.id),
        litres: sumL(turns),
      });
    }
  }
  rounds.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.place < b.place ? -1 : 1));
  return { rounds, unmet, leastVisits: leastVisits(q) };
}
