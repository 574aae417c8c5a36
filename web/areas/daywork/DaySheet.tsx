import { useRef } from 'react';
import { addMinutes, type Instant } from '#core/base/day.ts';
import { message } from '#core/base/judgement.ts';
import type { Minute, Phase, Problem, Stage } from '#core/planning/schedule/problem.ts';
import { type Bar, readyBy, type Schedule } from '#core/planning/schedule/schedule.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';
import { useWidth } from '../../ui/useWidth.ts';
import { ReadyVessel } from './ReadyVessel.tsx';
import { HEAD_PX, VESSEL_PX } from './sheetPx.ts';
import { batchName, toolName } from './words.ts';

const LABEL_PX = 104;

const RIGHT_PX = VESSEL_PX + 96;

const ROW_PX = 26;

const BAR_PX = 18;

const GAP_PX = 12;

/** A day of work is not squeezed below this: it is scrolled. */
const LEAST_PX = 720;

const HOUR_MIN = 60;

/** A word is written where there is room for it (px a letter, about). */
const LETTER_PX = 7.5;

interface Props {
  readonly problem: Problem;
  readonly schedule: Schedule;
  /** The moment that minutes are counted from. */
  readonly from: Instant;
  /** How far the day is, where it goes on. */
  readonly nowMin?: Minute;
  /** Batches that have begun: drawn firmly. */
  readonly begun?: ReadonlySet<string>;
}

/** The hours that a sheet shows, and where a minute of them lies. */
interface HourScale {
  readonly leastMin: Minute;
  readonly mostMin: Minute;
  readonly everyHours: number;
  readonly xOf: (at: Minute) => number;
}

function scaleOf(
  { bars }: Schedule,
  from: Instant,
  nowMin: Minute | undefined,
  timeZone: string,
  widthPx: number,
): HourScale {
  // from the first hour that something is done in, to the one after the last
  const firstMin = Math.min(nowMin ?? Number.POSITIVE_INFINITY, bars[0]?.from ?? 0);
  const lastMin = Math.max(firstMin + 4 * HOUR_MIN, ...bars.map(b => b.until));
  const offMin = minutesIntoHour(addMinutes(from, firstMin), timeZone);
  const leastMin = firstMin - offMin;
  const mostMin = leastMin + Math.ceil((lastMin - leastMin) / HOUR_MIN) * HOUR_MIN;
  const perMin = (widthPx - LABEL_PX - RIGHT_PX) / (mostMin - leastMin);
  const everyHours = Math.max(1, Math.ceil(44 / perMin / HOUR_MIN));
  return { leastMin, mostMin, everyHours, xOf: at => LABEL_PX + (at - leastMin) * perMin };
}

/** The day's work as a ruled sheet of hours: one line a person, one a tool; what is ready fills the vessel at the right. */
export function DaySheet({ problem, schedule, from, nowMin, begun = new Set() }: Props) {
  const say = useSay();
  const { timeZone, units } = useReader();
  const box = useRef<HTMLDivElement>(null);
  const widthPx = Math.max(LEAST_PX, useWidth(box, 1000));
  const { bars } = schedule;
  const scale = scaleOf(schedule, from, nowMin, timeZone, widthPx);
  const { xOf } = scale;
  const used = problem.tools.filter(tool => bars.some(b => b.tool === tool.id || b.stove === tool.id));
  const handsPx = HEAD_PX + problem.hands.length * ROW_PX;
  const toolsPx = handsPx + GAP_PX;
  const heightPx = toolsPx + used.length * ROW_PX + 6;
  const stages = new Map(problem.lines.flatMap(line => line.stages).map(s => [s.id, s]));
  const right = widthPx - RIGHT_PX;
  return (
    <div>
      <div ref={box} className="h-0" />
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is scrolled by keys as well */}
      <section aria-label={say('day.sheet-name')} tabIndex={0} className="overflow-x-auto">
        <svg
          width={widthPx}
          height={heightPx}
          role="img"
          aria-label={say('day.drawing', {
            litres: readyBy(schedule, Number.POSITIVE_INFINITY),
            batches: schedule.batches.length,
          })}
          className="block"
        >
          <Hours scale={scale} from={from} heightPx={heightPx} rightPx={right} />
          <HandRows problem={problem} bars={bars} scale={scale} begun={begun} />
          {used.map((tool, row) => (
            <g key={tool.id} transform={`translate(0 ${toolsPx + row * ROW_PX})`}>
              <RowName name={toolName(tool, say)} />
              {tool.kind === 'stove'
                ? bars
                    .filter(bar => bar.stove === tool.id)
                    .map(bar => <StoveBar key={`${bar.batch} ${bar.phase}`} bar={bar} xOf={xOf} />)
                : batchesIn(bars, tool.id).map(batch => (
                    <ToolBatch
                      key={batch[0]!.batch}
                      bars={batch}
                      stage={stages.get(batch[0]!.stage)!}
                      xOf={xOf}
                    />
                  ))}
            </g>
          ))}
          <line
            x1={LABEL_PX}
            x2={right}
            y1={handsPx + GAP_PX / 2}
            y2={handsPx + GAP_PX / 2}
            stroke="var(--slate)"
          />
          <Marks problem={problem} nowMin={nowMin} scale={scale} heightPx={heightPx} />
          <ReadyVessel
            problem={problem}
            schedule={schedule}
            leftPx={right + 12}
            heightPx={heightPx}
            words={(at, litres) =>
              say('day.ready-by', {
                at: addMinutes(from, at),
                litres: format.litres(litres, units),
              })
            }
            needWords={format.litres(problem.needL, units)}
          />
        </svg>
      </section>
    </div>
  );
}

/** Minutes since the clock last struck. */
const minutesIntoHour = (at: Instant, timeZone: string): number =>
  Number(format.time(at, timeZone).slice(-2)) || 0;

/** A line at each hour, with its time where there is room. */
function Hours({
  scale: { leastMin, mostMin, everyHours, xOf },
  from,
  heightPx,
  rightPx,
}: {
  readonly scale: HourScale;
  readonly from: Instant;
  readonly heightPx: number;
  readonly rightPx: number;
}) {
  const { timeZone } = useReader();
  return Array.from(
    { length: Math.floor((mostMin - leastMin) / HOUR_MIN / everyHours) + 1 },
    (_, i) => leastMin + i * everyHours * HOUR_MIN,
  ).map(at => (
    <g key={at}>
      <line x1={xOf(at)} x2={xOf(at)} y1={HEAD_PX - 6} y2={heightPx} stroke="var(--rule)" />
      {xOf(at) < rightPx - 30 && (
        <text x={xOf(at) + 3} y={13} className="fill-ash text-[13px] tabular-nums">
          {format.time(addMinutes(from, at), timeZone)}
        </text>
      )}
    </g>
  ));
}

/** The evening that the water is wanted by, and how far the day is. */
function Marks({
  problem: { eveningMin },
  nowMin,
  scale: { leastMin, mostMin, xOf },
  heightPx,
}: {
  readonly problem: Problem;
  readonly nowMin: Minute | undefined;
  readonly scale: HourScale;
  readonly heightPx: number;
}) {
  return (
    <>
      {eveningMin > leastMin && eveningMin <= mostMin && (
        <line
          x1={xOf(eveningMin)}
          x2={xOf(eveningMin)}
          y1={HEAD_PX - 6}
          y2={heightPx}
          stroke="var(--slate)"
          strokeWidth={1.5}
          strokeDasharray="2 4"
        />
      )}
      {nowMin !== undefined && (
        <line
          x1={xOf(nowMin)}
          x2={xOf(nowMin)}
          y1={HEAD_PX - 8}
          y2={heightPx}
          stroke="var(--slate)"
          strokeWidth={2.5}
        />
      )}
    </>
  );
}

function RowName({ name }: { readonly name: string }) {
  return (
    <text x={LABEL_PX - 8} y={ROW_PX / 2 + 5} textAnchor="end" className="fill-slate text-[13px]">
      {name.length > 15 ? `${name.slice(0, 14)}…` : name}
    </text>
  );
}

/** One line a person: when they sleep, and what they do. */
function HandRows({
  problem,
  bars,
  scale: { leastMin, mostMin, xOf },
  begun,
}: {
  readonly problem: Problem;
  readonly bars: readonly Bar[];
  readonly scale: HourScale;
  readonly begun: ReadonlySet<string>;
}) {
  return problem.hands.map((hand, row) => (
    <g key={hand.id} transform={`translate(0 ${HEAD_PX + row * ROW_PX})`}>
      <RowName name={hand.id} />
      <Asleep awake={hand.awake} leastMin={leastMin} mostMin={mostMin} xOf={xOf} />
      {bars
        .filter(bar => bar.hand === hand.id)
        .map(bar => (
          <HandBar key={`${bar.batch} ${bar.phase}`} bar={bar} xOf={xOf} isBegun={begun.has(bar.batch)} />
        ))}
    </g>
  ));
}

interface AsleepProps {
  readonly awake: Problem['hands'][number]['awake'];
  readonly leastMin: Minute;
  readonly mostMin: Minute;
  readonly xOf: (at: Minute) => number;
}

/** When somebody sleeps, or is gone, their line is earth. */
function Asleep({ awake, leastMin, mostMin, xOf }: AsleepProps) {
  // what lies before the plan is nobody's
  const first = Math.max(0, leastMin);
  const edges = [{ from: first, until: first }, ...awake, { from: mostMin, until: mostMin }];
  return edges.slice(1).map((span, i) => {
    const [begins, ends] = [Math.max(leastMin, edges[i]!.until), Math.min(mostMin, span.from)];
    return ends > begins ? (
      <rect
        // biome-ignore lint/suspicious/noArrayIndexKey: gaps have no other name
        key={i}
        x={xOf(begins)}
        width={xOf(ends) - xOf(begins)}
        y={2}
        height={ROW_PX - 4}
        fill="url(#earth)"
      />
    ) : null;
  });
}

function HandBar({ bar, xOf, isBegun }: { bar: Bar; xOf: (at: Minute) => number; isBegun: boolean }) {
  const say = useSay();
  const widthPx = Math.max(3, xOf(bar.until) - xOf(bar.from));
  const words = say(message(`work.step.${bar.phase}`));
  return (
    <g>
      <rect
        x={xOf(bar.from)}
        width={widthPx}
        y={(ROW_PX - BAR_PX) / 2}
        height={BAR_PX}
        fill={isBegun ? 'var(--slate)' : 'var(--paper)'}
        stroke="var(--slate)"
      />
      {words.length * LETTER_PX < widthPx && (
        <text
          x={xOf(bar.from) + 4}
          y={ROW_PX / 2 + 5}
          className={`text-[13px] ${isBegun ? 'fill-chalk' : 'fill-slate'}`}
        >
          {words}
        </text>
      )}
    </g>
  );
}

function StoveBar({ bar, xOf }: { bar: Bar; xOf: (at: Minute) => number }) {
  return (
    <rect
      x={xOf(bar.from)}
      width={Math.max(1, xOf(bar.until) - xOf(bar.from))}
      y={(ROW_PX - BAR_PX) / 2 + 5}
      height={BAR_PX - 10}
      fill="var(--slate)"
    />
  );
}

const batchesIn = (bars: readonly Bar[], tool: string): Bar[][] => {
  const of = new Map<string, Bar[]>();
  for (const bar of bars) if (bar.tool === tool) of.set(bar.batch, [...(of.get(bar.batch) ?? []), bar]);
  return [...of.values()];
};

/** What stands is drawn as water that is not to be drunk yet; what is on the fire or runs, as raw water. */
const textureOf = (phase: Phase | undefined): string =>
  waterFill(phase?.hand || phase?.stove ? 'utility' : 'waiting');

interface ToolBatchProps {
  readonly bars: readonly Bar[];
  readonly stage: Stage;
  readonly xOf: (at: Minute) => number;
}

function ToolBatch({ bars, stage, xOf }: ToolBatchProps) {
  const say = useSay();
  const [from, until] = [xOf(bars[0]!.from), xOf(bars.at(-1)!.until)];
  const name = batchName(bars[0]!.batch, stage.method, say);
  return (
    <g>
      {bars.map(bar => (
        <rect
          key={bar.phase}
          x={xOf(bar.from)}
          width={Math.max(0.5, xOf(bar.until) - xOf(bar.from))}
          y={(ROW_PX - BAR_PX) / 2}
          height={BAR_PX}
          fill={textureOf(stage.phases.find(p => p.id === bar.phase))}
        />
      ))}
      <rect
        x={from}
        width={Math.max(2, until - from)}
        y={(ROW_PX - BAR_PX) / 2}
        height={BAR_PX}
        fill="none"
        stroke="var(--slate)"
      />
      {name.length * LETTER_PX + 8 < until - from && (
        <>
          <rect
            x={from + 3}
            width={name.length * LETTER_PX + 4}
            y={(ROW_PX - 15) / 2}
            height={15}
            fill="var(--paper)"
          />
          <text x={from + 5} y={ROW_PX / 2 + 5} className="fill-slate text-[13px]">
            {name}
          </text>
        </>
      )}
    </g>
  );
}
