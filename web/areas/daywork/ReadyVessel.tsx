import type { Minute, Problem } from '#core/planning/schedule/problem.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import { waterFill } from '../../ui/Textures.tsx';
import { HEAD_PX, VESSEL_PX } from './sheetPx.ts';

/** Marks beside the vessel keep so far apart. */
const MARK_PX = 15;

interface VesselProps {
  readonly problem: Problem;
  readonly schedule: Schedule;
  readonly leftPx: number;
  readonly heightPx: number;
  readonly words: (at: Minute, litres: number) => string;
  readonly needWords: string;
}

/** What is ready, hour by hour, against what is needed: marks beside a vessel that fills. */
export function ReadyVessel({ problem, schedule, leftPx, heightPx, words, needWords }: VesselProps) {
  const topPx = HEAD_PX + 8;
  const bottomPx = heightPx - 4;
  const endL = schedule.ready.at(-1)?.litres ?? 0;
  const most = Math.max(problem.needL, endL) || 1;
  const yOf = (litres: number) => bottomPx - (litres / most) * (bottomPx - topPx);
  let last = Number.POSITIVE_INFINITY;
  // what is ready at the same minute is one mark
  const minutes = schedule.ready.filter(({ at }, i) => schedule.ready[i + 1]?.at !== at);
  const marks = minutes.filter(({ litres }, i) => {
    const isTold = last - yOf(litres) >= MARK_PX || i === minutes.length - 1;
    if (isTold) last = yOf(litres);
    return isTold;
  });
  // the last mark stands whatever is under it
  const told = marks.filter(
    (m, i) => i === marks.length - 1 || yOf(m.litres) - yOf(marks.at(-1)!.litres) >= MARK_PX,
  );
  return (
    <g>
      <rect
        x={leftPx}
        width={VESSEL_PX - 20}
        y={yOf(endL)}
        height={bottomPx - yOf(endL)}
        fill={waterFill('ready')}
      />
      <path
        d={`M${leftPx} ${topPx - 6}V${bottomPx}H${leftPx + VESSEL_PX - 20}V${topPx - 6}`}
        fill="none"
        stroke="var(--slate)"
        strokeWidth={1.5}
      />
      <line
        x1={leftPx - 6}
        x2={leftPx + VESSEL_PX - 14}
        y1={yOf(problem.needL)}
        y2={yOf(problem.needL)}
        stroke="var(--slate)"
        strokeWidth={2.5}
      />
      <text x={leftPx} y={13} className="fill-slate text-[13px] font-bold">
        {needWords}
      </text>
      {told.map(({ at, litres }) => (
        <g key={at}>
          <line
            x1={leftPx}
            x2={leftPx + VESSEL_PX - 20}
            y1={yOf(litres)}
            y2={yOf(litres)}
            stroke="var(--chalk)"
          />
          <text
            x={leftPx + VESSEL_PX - 14}
            y={yOf(litres) + 4}
            className="fill-slate text-[13px] tabular-nums"
          >
            {words(at, litres)}
          </text>
        </g>
      ))}
    </g>
  );
}
