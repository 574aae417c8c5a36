import { Chart } from 'react-chartjs-2';
import type { Curve } from '#core/treatment/methods/method.ts';
import { useSay } from '../../texts/texts.ts';
import { token } from '../../ui/chart.ts';

/** Few points were read one by one, and are shown so. */
const MOST_DOTS = 10;

/** A curve of a method, with this case on it. */
export default function CurveChart({ curve }: { curve: Curve }) {
  const say = useSay();
  const axis = { ticks: { color: token('ash') }, grid: { color: token('rule') } };
  return (
    <figure className="m-0">
      <figcaption className="text-base font-bold">{say(curve.name)}</figcaption>
      <div className="h-[230px]">
        <Chart
          type="line"
          role="img"
          aria-label={say(curve.name)}
          data={{
            datasets: [
              {
                data: [...curve.points],
                borderColor: token('pool'),
                backgroundColor: token('pool'),
                borderWidth: 2,
                pointRadius: curve.points.map(({ x }) =>
                  x === curve.atX ? 7 : curve.points.length > MOST_DOTS ? 0 : 3,
                ),
              },
            ],
          }}
          options={{
            plugins: { legend: { display: false } },
            scales: {
              x: {
                ...axis,
                type: 'linear',
                title: { display: true, text: say(curve.xName), color: token('ash') },
              },
              y: {
                ...axis,
                beginAtZero: true,
                title: { display: true, text: say(curve.yName), color: token('ash') },
              },
            },
          }}
        />
      </div>
    </figure>
  );
}
