import { memo } from 'react';
import { Chart } from 'react-chartjs-2';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import type { RainAnswer } from '#core/rain/catchment/question.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { token } from '../../ui/chart.ts';

/** A line for each share of the answer: the band of the years below, what is asked across. */
function linesOf({ points }: RainAnswer, askedShare: number, most: number, say: Say) {
  const percents = (of: (p: RainAnswer['points'][number]) => number) =>
    points.map(p => ({ x: p.sizeL, y: Math.round(of(p) * 1000) / 10 }));
  const line = { pointRadius: 0, borderWidth: 2 };
  const edge = { ...line, borderColor: token('ash'), borderDash: [4, 4], borderWidth: 1 };
  const asked = askedShare * 100;
  return [
    { ...edge, label: say('rain.curve.low'), data: percents(p => p.lowShare) },
    {
      ...edge,
      label: say('rain.curve.high'),
      data: percents(p => p.highShare),
      fill: '-1',
      backgroundColor: token('pool-2'),
    },
    {
      ...line,
      label: say('rain.curve.days'),
      data: percents(p => p.timeShare),
      borderColor: token('pool'),
    },
    {
      ...line,
      label: say('rain.curve.spilled'),
      data: percents(p => p.spilledShare),
      borderColor: token('silt'),
    },
    {
      ...line,
      label: say('rain.curve.asked'),
      data: [
        { x: 0, y: asked },
        { x: most, y: asked },
      ],
      borderColor: token('slate'),
      borderWidth: 1.5,
    },
  ];
}

/** How sure each size is, with the band of the years, and what spills. */
const ReliabilityChart = memo(function ReliabilityChart({
  answer,
  plan,
}: {
  answer: RainAnswer;
  plan: RainPlan;
}) {
  const say = useSay();
  const { units } = useReader();
  const axis = { ticks: { color: token('ash') }, grid: { color: token('rule') } };
  // beyond twice the tanks that are talked of nothing happens any more
  const talked = Math.max(4000, answer.life.sizeL, answer.smallestL ?? 0, answer.kneeL);
  const most = Math.min(answer.points.at(-1)!.sizeL, 2 * talked);
  return (
    <figure className="m-0" data-reliability>
      <figcaption className="text-base font-bold">{say('rain.curve')}</figcaption>
      <div className="h-[260px]">
        <Chart
          type="line"
          role="img"
          aria-label={say('rain.curve')}
          data={{ datasets: linesOf(answer, plan.askedShare, most, say) }}
          options={{
            animation: false,
            plugins: { legend: { labels: { color: token('slate'), boxHeight: 2 } } },
            scales: {
              x: {
                ...axis,
                type: 'linear',
                max: most,
                ticks: { ...axis.ticks, callback: value => format.litres(Number(value), units) },
              },
              y: { ...axis, min: 0, max: 100, ticks: { ...axis.ticks, callback: value => `${value} %` } },
            },
          }}
        />
      </div>
    </figure>
  );
});

export default ReliabilityChart;
