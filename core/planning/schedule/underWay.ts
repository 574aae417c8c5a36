import { Crew, type Worker } from './crew.ts';
import {
  afterSpans,
  CRUMB_L,
  type Line,
  type Minute,
  minutesOf,
  type Phase,
  type Problem,
  type Stage,
  shareAfter,
  type Tool,
} from './problem.ts';
import type { Bar, Batch, Choices, Ready } from './schedule.ts';

/** A stage in its line, and the water that waits before it. */
export interface Place {
  readonly stage: Stage;
  readonly line: Line;
  readonly lineAt: number;
  readonly at: number;
  /** Place in `Choices`. */
  readonly key: number;
  /** Litres ready in the end for each that goes in. */
  readonly share: number;
  readonly tools: readonly Tool[];
  readonly next: Place | undefined;
  waitingL: number;
  /** Litres on their way into `waitingL`, and in batches of this stage. */
  comingL: number;
  insideL: number;
  begun: number;
}

export interface Live {
  readonly id: string;
  readonly place: Place;
  readonly litres: number;
  readonly tool: Tool | undefined;
  readonly from: Minute;
  /** The phase that runs, or waits to be begun. */
  phase: number;
  until: Minute | undefined;
  stove: Tool | undefined;
  watcher: Worker | undefined;
  /** Who had it in hand last. */
  by: Worker | undefined;
}

/** What is under way in a day, and the water before and behind it: batches end by themselves, and give their water on. */
export class UnderWay {
  protected readonly places: Place[][] = [];
  protected readonly flat: Place[] = [];
  protected readonly crew: Crew;
  protected readonly taken = new Set<string>();
  protected readonly lives: Live[] = [];
  protected readonly bars: Bar[] = [];
  protected readonly batches: Batch[] = [];
  protected readonly ready: Ready[] = [];
  protected readonly stoves: readonly Tool[];
  protected readonly inOrder: readonly Place[];
  protected readyL = 0;
  protected readonly readyOf: number[];
  protected endMin: Minute | undefined;
  protected t: Minute;

  constructor(
    protected readonly problem: Problem,
    protected readonly choices: Choices,
    now: Minute,
  ) {
    this.t = now;
    this.crew = new Crew(problem.hands);
    this.readyOf = problem.lines.map(() => 0);
    this.stoves = problem.tools.filter(tool => tool.kind === 'stove');
    let key = problem.lines.reduce((sum, line) => sum + line.stages.length, 0);
    for (const [lineAt, line] of [...problem.lines.entries()].reverse()) {
      const places: Place[] = [];
      for (let at = line.stages.length - 1; at >= 0; at -= 1) {
        const stage = line.stages[at]!;
        key -= 1;
        const place: Place = {
          ...{ stage, line, lineAt, at, key, next: places[0] },
          share: stage.outShare * shareAfter(line, at),
          tools: problem.tools.filter(tool => tool.kind === stage.tool).sort((a, b) => b.litres - a.litres),
          waitingL: at === 0 && stage.tool ? line.heldL : 0,
          ...{ comingL: 0, insideL: 0, begun: 0 },
        };
        places.unshift(place);
        this.flat.unshift(place);
      }
      this.places.unshift(places);
    }
    this.inOrder = [...this.flat].sort(
      (a, b) => (choices.order[b.key] ?? 0) - (choices.order[a.key] ?? 0) || b.at - a.at || a.key - b.key,
    );
  }

  /** What is needed is there, and nothing is half-way. */
  protected isDone(): boolean {
    return this.readyL >= this.problem.needL - CRUMB_L && this.lives.length === 0;
  }

  protected watchedBy(live: Live, watcher: Worker | undefined): void {
    live.watcher = watcher;
    if (watcher) watcher.watches += 1;
  }

  protected endOf(stage: Stage, phase: Phase, litres: number, from: Minute): Minute {
    const minutes = minutesOf(stage, phase, litres);
    return phase.daylight ? afterSpans(this.problem.daylight, from, minutes) : from + minutes;
  }

  /** Phases that are over give way to the next; batches that are over give their water on. */
  protected finish(): void {
    for (let i = this.lives.length - 1; i >= 0; i -= 1) {
      const live = this.lives[i]!;
      if (live.until === undefined || live.until > this.t) continue;
      const { stage } = live.place;
      live.phase += 1;
      const at = live.until;
      live.until = undefined;
      this.leaveBehind(live, stage.phases[live.phase]);
      if (live.phase < stage.phases.length) continue;
      this.lives.splice(i, 1);
      if (live.tool) this.taken.delete(live.tool.id);
      live.place.insideL -= live.litres;
      const outL = live.litres * stage.outShare;
      if (live.place.next) live.place.next.comingL -= outL;
      this.batches.push({
        ...{ id: live.id, stage: stage.id, litres: live.litres, from: live.from, until: at, outL },
        ...(live.tool ? { tool: live.tool.id } : {}),
      });
      this.goesOn(live.place, outL, at);
    }
  }

  /** The stove that is needed no more is free, and so is whoever looked after the flame. */
  protected leaveBehind(live: Live, next: Phase | undefined): void {
    if (live.stove && !next?.stove) {
      this.taken.delete(live.stove.id);
      live.stove = undefined;
    }
    if (live.watcher && !next?.flame) {
      live.watcher.watches -= 1;
      live.watcher = undefined;
    }
  }

  protected goesOn({ next, lineAt }: Place, outL: number, at: Minute): void {
    if (next) {
      next.waitingL += outL;
      return;
    }
    if (outL <= 0) return;
    this.readyL += outL;
    this.readyOf[lineAt]! += outL;
    this.ready.push({ at, litres: this.readyL });
    if (this.endMin === undefined && this.readyL >= this.problem.needL - CRUMB_L) this.endMin = at;
  }
}
