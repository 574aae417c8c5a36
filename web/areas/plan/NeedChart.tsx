import { useRef } from 'react';
import { Chart } from 'react-chartjs-2';
import type { DailyNeed } from '#core/planning/need/need.ts';
import { useReader } from '../../session/state.ts';
import { volumeFigure } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ruled, token } from '../../ui/chart.ts';
import { useWidth } from '../../ui/useWidth.ts';
import { drinkingByUse } from './drinkingByUse.ts';

/** Narrower than this the legend stands below, or it takes half of the drawing (px). */
const NARROW_PX = 560;

/** Days drawn at most; a longer plan is drawn in steps. */
const MOST_BARS = 30;
/** Gaps of the rules that tell one use from another within the colour of drinking water. */
const gaps = [0, 9, 6, 4, 3];

interface Props {
  readonly need: DailyNeed;
  readonly share: number;
  readonly days: number;
  /** Drinking water held. */
  readonly heldL: number;
}

/** What will have been used by each day, use upon use, against what is held. */
export default function NeedChart({ need, share, days, heldL }: Props) {
  const say = useSay();
  const box = useRef<HTMLDivElement>(null);
  const widthPx = useWidth(box, 760);
  const { units } = useReader();
  const step = Math.max(1, Math.ceil(days / MOST_BARS));
  const at = Array.from({ length: Math.floor(days / step) }, (_, i) => (i + 1) * step);
  const bars = [...drinkingByUse(need)].map(([use, litres], i) => ({
    type: 'bar' as const,
    label: say(`use.${use}`),
    data: at.map(day => volumeFigure(litres * share * day, units)),
    backgroundColor: ruled(token('pool'), gaps[i % gaps.length]!),
    borderColor: token('pool'),
    borderWidth: 1,
    stack: 'need',
    order: 2,
  }));
  const held = {
    type: 'line' as const,
    label: say('chart.held'),
    data: at.map(() => volumeFigure(heldL, units)),
    borderColor: token('slate'),
    borderWidth: 2.5,
    pointRadius: 0,
    order: 1,
  };
  const axis = (title: string) => ({
    title: { display: true, text: title, color: token('ash') },
    ticks: { color: token('ash') },
    grid: { color: token('rule') },
  });
  return (
    <div ref={box} className={widthPx < NARROW_PX ? 'h-[320px]' : 'h-[230px]'}>
      <Chart
        type="bar"
        aria-label={say('chart.need', { days, litres: need.drinkingL * share * days, held: heldL })}
        role="img"
        data={{ labels: at, datasets: [held, ...bars] }}
        options={{
          plugins: {
            legend: {
              position: widthPx < NARROW_PX ? 'bottom' : 'right',
              labels: { color: token('slate'), boxWidth: 14 },
            },
          },
          scales: {
            x: { ...axis(say('chart.days')), stacked: true },
            y: { ...axis(say('chart.litres')), stacked: true },
          },
        }}
      />
    </div>
  );
}
