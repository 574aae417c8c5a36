import { memo, useRef } from 'react';
import type { Reach as ReachFigures } from '#core/planning/need/reach.ts';
import { useCalmWater, usePreviewReach } from '../session/state.ts';
import { number } from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { Swatch, waterFill } from '../ui/Textures.tsx';
import { useWidth } from '../ui/useWidth.ts';

/** Steps of the day scale that keep its figures apart. */
const steps = [1, 2, 5, 7, 14, 30, 60, 90, 180, 365, 730];

/** Room that a figure of the scale takes, with air beside it. */
const TICK_PX = 34;

/** Days shown: the goal and all that is held, with some room; and the step of the scale. */
function scaleOf(reach: ReachFigures, widthPx: number): { mostDays: number; stepDays: number } {
  const most = Math.max(
    reach.goalDays * 1.4,
    (reach.days ?? 0) * 1.12,
    (reach.utilityDays ?? 0) > reach.goalDays * 4 ? 0 : (reach.utilityDays ?? 0),
    7,
  );
  const mostTicks = Math.max(2, Math.min(10, Math.floor(widthPx / TICK_PX)));
  const stepDays = steps.find(step => most / step <= mostTicks) ?? 1000;
  return { mostDays: Math.ceil(most / stepDays) * stepDays, stepDays };
}

const HEIGHT = 64;
/** Words at the foot: of the goal, and an average character. */
const GOAL_PX = 90;
const CHAR_PX = 6.6;
const BAR_Y = 17;
const BAR_H = 18;
const THIN_Y = 39;
const THIN_H = 6;

type XOf = (days: number) => number;

/** What a preview would add, or take away. */
function Ahead({ days, aheadDays, x }: { days: number; aheadDays: number; x: XOf }) {
  return (
    <rect
      x={x(Math.min(days, aheadDays))}
      y={BAR_Y - 2}
      width={Math.abs(x(aheadDays) - x(days))}
      height={BAR_H + 4}
      fill={aheadDays > days ? 'var(--pool-2)' : 'var(--chalk)'}
      fillOpacity="0.75"
      stroke="var(--slate)"
      strokeWidth="1.5"
      strokeDasharray="4 3"
    />
  );
}

interface GoalProps {
  readonly reach: ReachFigures;
  readonly x: XOf;
  readonly left: number;
  readonly right: number;
}

/** The goal, and how far the utility water goes. */
function Goal({ reach, x, left, right }: GoalProps) {
  const say = useSay();
  const goalX = x(reach.goalDays);
  const isGoalFar = goalX > right - GOAL_PX;
  // where both do not fit, the goal stands: the utility water is told to the ear, and on the Plan
  const goalWordsX = isGoalFar ? goalX - GOAL_PX : goalX;
  const utilityWords =
    reach.utilityDays === null
      ? say('reach.utility-litres', { litres: reach.utilityL })
      : say('reach.utility-days', { days: reach.utilityDays });
  return (
    <>
      <path d={`M${goalX} ${BAR_Y - 4}V${THIN_Y + THIN_H + 3}`} stroke="var(--slate)" strokeWidth="2.5" />
      <text
        x={isGoalFar ? goalX - 6 : goalX + 4}
        y={HEIGHT - 5}
        textAnchor={isGoalFar ? 'end' : 'start'}
        fontSize="13"
        fontWeight="700"
        fill="var(--slate)"
      >
        {say('reach.goal', { days: reach.goalDays })}
      </text>
      {left + utilityWords.length * CHAR_PX < goalWordsX && (
        <text x={left} y={HEIGHT - 5} fontSize="13" fill="var(--ash)">
          {utilityWords}
        </text>
      )}
    </>
  );
}

/** The bar: solid what is ready, ruled what passed by smell only, striped what is due, and the goal. */
function ReachBar({ reach, ahead }: { reach: ReachFigures; ahead: ReachFigures | undefined }) {
  const box = useRef<HTMLDivElement>(null);
  const widthPx = useWidth(box, 600);
  const { mostDays, stepDays } = scaleOf(
    ahead && (ahead.days ?? 0) > (reach.days ?? 0) ? ahead : reach,
    widthPx,
  );
  const left = 6;
  const right = Math.max(left + 1, widthPx - 26);
  const x = (days: number) => left + (Math.min(days, mostDays) / mostDays) * (right - left);
  const days = reach.days ?? 0;
  const solidDays = days - reach.dueDays - reach.bySmellDays;
  const parts = [
    { state: 'ready', from: 0, to: solidDays },
    { state: 'smell', from: solidDays, to: solidDays + reach.bySmellDays },
    { state: 'due', from: solidDays + reach.bySmellDays, to: days },
  ] as const;
  const ticks = Array.from({ length: Math.floor(mostDays / stepDays) + 1 }, (_, i) => i * stepDays);
  return (
    <div ref={box} className="min-w-0 flex-1 max-wide:hidden">
      <svg aria-hidden="true" width={widthPx} height={HEIGHT}>
        {ticks.map(tick => (
          <g key={tick}>
            <path d={`M${x(tick)} ${BAR_Y - 5}v5`} stroke="var(--slate)" strokeWidth="1" />
            <text x={x(tick) + 3} y={BAR_Y - 5} fontSize="13" fill="var(--ash)">
              {tick}
            </text>
          </g>
        ))}
        <rect
          x={left}
          y={BAR_Y}
          width={right - left}
          height={BAR_H}
          fill="var(--lime)"
          stroke="var(--slate)"
          strokeWidth="1"
        />
        {parts.map(
          p =>
            p.to > p.from && (
              <rect
                key={p.state}
                x={x(p.from)}
                y={BAR_Y}
                width={Math.max(0, x(p.to) - x(p.from))}
                height={BAR_H}
                fill={waterFill(p.state)}
              />
            ),
        )}
        <rect
          x={left}
          y={THIN_Y}
          width={right - left}
          height={THIN_H}
          fill="none"
          stroke="var(--silt)"
          strokeWidth="1"
        />
        {reach.utilityDays !== null && (
          <rect x={left} y={THIN_Y} width={x(reach.utilityDays) - left} height={THIN_H} fill="var(--silt)" />
        )}
        {ahead && <Ahead days={days} aheadDays={ahead.days ?? 0} x={x} />}
        <Goal reach={reach} x={x} left={left} right={right} />
      </svg>
    </div>
  );
}

/** Always on top: how many days the drinking water lasts for these people. */
export const Reach = memo(function Reach() {
  const say = useSay();
  const { reach } = useCalmWater().state;
  const ahead = usePreviewReach();
  const words = reach.days === null ? say('reach.nobody') : say('reach.days', { days: reach.days });
  const full =
    reach.days === null
      ? words
      : say(reach.limitedL > 0 ? 'reach.full-limited' : 'reach.full', {
          days: reach.days,
          goal: reach.goalDays,
          litres: reach.drinkingL,
          needL: reach.drinkingNeedL,
          utilityL: reach.utilityL,
          limitedL: reach.limitedL,
        });
  return (
    <div className="flex min-w-0 flex-1 items-center gap-4 max-wide:flex-col max-wide:items-start max-wide:gap-0">
      <div className="w-[190px] shrink-0 max-wide:flex max-wide:w-auto max-wide:items-baseline max-wide:gap-2">
        <p className="text-small text-ash">{say('reach.label')}</p>
        <p className="text-[25px] leading-7 font-extrabold max-wide:text-large" data-testid="reach-days">
          {words}
          {ahead?.days !== null && ahead?.days !== undefined && ahead.days !== reach.days && (
            <span className="ml-2 text-base font-semibold" data-testid="reach-preview">
              → {number(Math.floor(ahead.days * 10) / 10)}
            </span>
          )}
        </p>
      </div>
      {reach.limitedL > 0 && (
        <p
          className="flex shrink-0 items-center gap-1.5 border-l border-rule pl-3 text-small max-wide:border-0 max-wide:pl-0"
          data-testid="reach-limited"
          title={say('reach.limited-note')}
        >
          <Swatch state="limited" size={14} />
          <span>{say('reach.limited', { litres: reach.limitedL })}</span>
        </p>
      )}
      <p className="sr-only" aria-live="polite">
        {full}
      </p>
      <ReachBar reach={reach} ahead={ahead} />
    </div>
  );
});
