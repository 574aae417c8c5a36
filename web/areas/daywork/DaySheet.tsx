import { useRef } from 'react';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Minute, Problem } from '#core/planning/schedule/problem.ts';
import { readyBy, type Schedule } from '#core/planning/schedule/schedule.ts';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { useWidth } from '../../ui/useWidth.ts';
import { batchesIn, HandRows, RowName, StoveBar, ToolBatch } from './DayRows.tsx';
import { HOUR_MIN, type HourScale, scaleOf } from './hourScale.ts';
import { ReadyVessel } from './ReadyVessel.tsx';
import { HEAD_PX, LABEL_PX, RIGHT_PX, ROW_PX } from './sheetPx.ts';
import { toolName } from './words.ts';

const GAP_PX = 12;

/** A day of work is not squeezed below this: it is scrolled. */
const LEAST_PX = 720;

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
          {dates.time(addMinutes(from, at), timeZone)}
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
