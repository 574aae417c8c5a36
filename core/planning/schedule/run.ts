import { CRUMB_L, type Minute, minutesOf, type Problem, type Tool } from './problem.ts';
import { type Begun, type Choices, EVEN, type Schedule, SPREAD } from './schedule.ts';
import { type Live, type Place, UnderWay } from './underWay.ts';

/** A day's work has no more batches than this: what is asked beyond was not meant. */
export const MOST_BATCHES = 1000;

/**
 * A day's work carried out as its choices put it in order: whatever can be begun is begun, what is farthest along before what
 * is not; water waits rather than being taken too early. What has begun stays as it is. Pure: the same at every browser.
 * @param now what lies before it is over, and nothing is begun before it
 */
export function runDay(
  problem: Problem,
  choices: Choices,
  now: Minute = 0,
  begun: readonly Begun[] = [],
): Schedule {
  return new Day(problem, choices, now).run(begun);
}

class Day extends UnderWay {
  run(begun: readonly Begun[]): Schedule {
    for (const one of [...begun].sort((a, b) => overAt(a) - overAt(b))) this.restore(one);
    for (;;) {
      this.finish();
      if (this.isDone()) break;
      while (this.advance() || this.begin()) if (this.isDone()) break;
      const next = this.nextMoment();
      if (next === undefined || next > this.problem.horizonMin) break;
      this.t = next;
    }
    const byTime = (a: { from: Minute }, b: { from: Minute }) => a.from - b.from;
    const { bars, batches, ready, endMin } = this;
    return { bars: bars.sort(byTime), batches: batches.sort(byTime), ready, endMin };
  }

  /** A batch as it was begun goes on from where it is. */
  private restore(one: Begun): void {
    const place = this.flat.find(p => p.stage.id === one.stage);
    if (!place) return;
    const { stage } = place;
    const tool = this.problem.tools.find(t => t.id === one.tool);
    const from = one.phases[0]?.from ?? this.t;
    // numbers go on after the highest, whichever was begun first
    place.begun = Math.max(place.begun, Number(one.batch.split('#').at(-1)) || 0);
    if (stage.tool) place.waitingL -= one.litres;
    const told = (phase: BegunBar, until: Minute): void => {
      this.bars.push({
        ...{ batch: one.batch, stage: stage.id, phase: phase.id, from: phase.from, until },
        ...(tool ? { tool: tool.id } : {}),
        ...(phase.isOnStove && one.stove ? { stove: one.stove } : {}),
        ...(phase.hand ? { hand: phase.hand } : {}),
      });
    };
    for (const [i, phase] of one.phases.entries()) {
      const law = stage.phases.find(p => p.id === phase.id);
      const bar = { ...phase, isOnStove: law?.stove === true };
      // what should be over, and nobody said is, will be over in a minute
      const isLive = phase.until === undefined && !one.ended;
      if (!isLive) {
        const until = phase.until ?? one.ended?.at ?? phase.from;
        told(bar, until);
        const by = this.crew.find(phase.hand);
        if (by) by.busyMin += until - phase.from;
        continue;
      }
      const until = law
        ? Math.max(this.t + 1, this.endOf(stage, law, one.litres, phase.from) + (one.lateMin ?? 0))
        : this.t;
      told(bar, until);
      const by = this.crew.find(phase.hand);
      if (by && law?.hand) {
        by.freeAt = Math.max(by.freeAt, until);
        if (law.away) by.awayUntil = until;
      }
      this.hold(one, place, tool, from, i, until);
      return;
    }
    if (!one.ended && one.phases.length < stage.phases.length) {
      this.hold(one, place, tool, from, one.phases.length, undefined);
      return;
    }
    const ended = one.ended ?? { at: one.phases.at(-1)?.until ?? this.t, isLost: false };
    const outL = ended.isLost ? 0 : one.litres * stage.outShare;
    this.batches.push({
      ...{ id: one.batch, stage: stage.id, litres: one.litres, from, until: ended.at, outL },
      ...(tool ? { tool: tool.id } : {}),
    });
    this.goesOn(place, outL, ended.at);
  }

  private hold(
    one: Begun,
    place: Place,
    tool: Tool | undefined,
    from: Minute,
    phase: number,
    until: Minute | undefined,
  ): void {
    const { stage } = place;
    const isOnStove = (at: number) => stage.phases[at]?.stove === true;
    // one that only waits for the fire has none yet
    const burns = isOnStove(phase) && (until !== undefined || isOnStove(phase - 1));
    const stove = burns ? this.stoves.find(s => s.id === one.stove) : undefined;
    const live: Live = {
      id: one.batch,
      place,
      litres: one.litres,
      tool,
      from,
      phase,
      until,
      stove,
      watcher: undefined,
      by: undefined,
    };
    if (tool) this.taken.add(tool.id);
    if (stove) this.taken.add(stove.id);
    const isAlight = stage.phases[phase]?.flame && (until !== undefined || stage.phases[phase - 1]?.flame);
    if (isAlight) this.watchedBy(live, this.crew.watcher(this.t, 0));
    place.insideL += one.litres;
    if (place.next) place.next.comingL += one.litres * stage.outShare;
    this.lives.push(live);
  }

  /** Begins the next phase of a batch that waits for it: a flame is put out first, then what is farthest along. */
  private advance(): boolean {
    const waiting = this.lives
      .filter(live => live.until === undefined)
      .sort(
        (a, b) =>
          (a.stove ? 0 : 1) - (b.stove ? 0 : 1) ||
          b.place.at - a.place.at ||
          a.from - b.from ||
          (a.id < b.id ? -1 : 1),
      );
    return waiting.some(live => this.beginPhase(live));
  }

  private beginPhase(live: Live): boolean {
    const { stage } = live.place;
    const phase = stage.phases[live.phase]!;
    const until = this.endOf(stage, phase, live.litres, this.t);
    if (!Number.isFinite(until)) return false;
    const worker = phase.hand ? this.crew.free(this.t, until, phase.away === true, live.by) : undefined;
    if (phase.hand && !worker) return false;
    const stove = phase.stove && !live.stove ? this.stoves.find(one => !this.taken.has(one.id)) : live.stove;
    const flameMin = stage.phases
      .slice(live.phase)
      .reduce((sum, p) => sum + (p.flame ? minutesOf(stage, p, live.litres) : 0), 0);
    // whatever burns is looked after, under a pot or in a still
    const watcher = phase.flame && !live.watcher ? this.crew.watcher(this.t, flameMin) : live.watcher;
    if ((phase.stove && !stove) || (phase.flame && !watcher)) return false;
    if (stove && stove !== live.stove) this.taken.add(stove.id);
    if (watcher !== live.watcher) this.watchedBy(live, watcher);
    live.stove = stove;
    if (worker) {
      live.by = worker;
      worker.freeAt = until;
      worker.busyMin += until - this.t;
      if (phase.away) worker.awayUntil = until;
    }
    live.until = until;
    this.bars.push({
      ...{ batch: live.id, stage: stage.id, phase: phase.id, from: this.t, until },
      ...(live.tool ? { tool: live.tool.id } : {}),
      ...(live.stove && phase.stove ? { stove: live.stove.id } : {}),
      ...(worker ? { hand: worker.hand.id } : {}),
      ...(live.watcher && phase.flame ? { watcher: live.watcher.hand.id } : {}),
    });
    return true;
  }

  /** Litres under way in a line from a place on, as they are ready in the end. */
  private underWayL(places: readonly Place[], from: number): number {
    let sum = 0;
    for (const p of places.slice(from)) sum += (p.insideL + (p.at > from ? p.waitingL : 0)) * p.share;
    return sum;
  }

  /** Begins a batch of the first stage, in the order chosen, that can be begun. */
  private begin(): boolean {
    if (this.lives.length + this.batches.length >= MOST_BATCHES) return false;
    return this.inOrder.some(place => {
      const wantedL = this.wantedL(place);
      if (wantedL <= CRUMB_L) return false;
      if (!place.stage.tool) return this.beginOn(place, undefined, place.stage.sizesL.at(-1)!, wantedL);
      return place.tools.some(
        tool => !this.taken.has(tool.id) && this.beginOn(place, tool, tool.litres, wantedL),
      );
    });
  }

  /** Litres that should still go into a stage: what other lines have taken in hand is not made twice. */
  private wantedL({ lineAt, at, share }: Place): number {
    const { needL } = this.problem;
    const mineL = this.underWayL(this.places[lineAt]!, at);
    let othersL = 0;
    for (const [i, places] of this.places.entries())
      if (i !== lineAt) othersL += this.underWayL(places, places[0]?.stage.tool ? 0 : 1);
    const mostL = needL * (this.choices.most[lineAt] ?? 1) - this.readyOf[lineAt]!;
    return (Math.min(needL - this.readyL - othersL, mostL) - mineL) / share;
  }

  private beginOn(place: Place, tool: Tool | undefined, holdsL: number, wantedL: number): boolean {
    const fill = this.choices.fill[place.key] ?? 1;
    const full = fillOf(fill, holdsL, wantedL, place.tools.length);
    const { outShare } = place.stage;
    const { waitingL, readyL } = this.problem;
    const thereL = place.next ? place.next.waitingL + place.next.comingL : this.readyL + this.lastInsideL();
    const mostL = (place.next ? waitingL : readyL - thereL) / outShare;
    const litres = Math.min(full, wantedL, mostL, place.at > 0 ? waitingL : holdsL);
    if (litres <= CRUMB_L || (tool && place.waitingL < litres - CRUMB_L)) return false;
    const outL = litres * outShare;
    if (place.next && thereL + outL > waitingL + CRUMB_L) return false;
    const live: Live = {
      ...{ id: `${place.stage.id}#${place.begun + 1}`, place, litres, tool, from: this.t, phase: 0 },
      ...{ until: undefined, stove: undefined, watcher: undefined, by: undefined },
    };
    if (!this.beginPhase(live)) return false;
    place.begun += 1;
    if (tool) {
      this.taken.add(tool.id);
      place.waitingL -= litres;
    }
    place.insideL += litres;
    if (place.next) place.next.comingL += outL;
    this.lives.push(live);
    return true;
  }

  private lastInsideL(): number {
    return this.flat.reduce((sum, p) => sum + (p.next ? 0 : p.insideL * p.stage.outShare), 0);
  }

  private nextMoment(): Minute | undefined {
    let next = Number.POSITIVE_INFINITY;
    const look = (at: Minute) => {
      if (at > this.t && at < next) next = at;
    };
    for (const { until } of this.lives) if (until !== undefined) look(until);
    for (const { freeAt, hand } of this.crew.workers) {
      look(freeAt);
      for (const span of hand.awake) look(span.from);
    }
    return Number.isFinite(next) ? next : undefined;
  }
}

/** When a batch was over, as far as it is: what was ready first is counted first. */
const overAt = ({ ended, phases }: Begun): Minute =>
  ended?.at ?? phases.at(-1)?.until ?? Number.MAX_SAFE_INTEGER;

/** Litres of a batch, by how full it is made (see `Choices`). */
function fillOf(fill: number, holdsL: number, wantedL: number, tools: number): number {
  if (fill === EVEN) return wantedL / Math.ceil(wantedL / holdsL - CRUMB_L);
  if (fill === SPREAD) return Math.min(holdsL, Math.max(holdsL / 8, wantedL / Math.max(1, tools)));
  return holdsL * fill;
}

type BegunBar = {
  readonly id: string;
  readonly from: Minute;
  readonly hand?: string;
  readonly isOnStove: boolean;
};
