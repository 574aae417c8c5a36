import { Chart } from 'react-chartjs-2';
import type { Curve } from '#core/methods/method.ts';
import { useSay } from '../../texts/texts.ts';
import { token } from '../../ui/chart.ts';

/** A curve of a method, with this case on it. */
export default function CurveChart({ curve }: { curve: Curve }) {
  const say = useSay();
  const axis = { ticks: { color: token('ash') }, grid: { color: token('rule') } };
  const at = Math.round(curve.atX);
  return (
    <figure className="m-0">
      <figcaption className="text-base font-bold">{say(curve.name)}</figcaption>
      <div className="h-[230px]">
        <Chart
          type="line"
          role="img"
          aria-label={say(curve.name)}
          data={{
            labels: curve.ys.map((_, x) => x),
            datasets: [
              {
                data: [...curve.ys],
                borderColor: token('pool'),
                backgroundColor: token('pool'),
                borderWidth: 2,
                pointRadius: curve.ys.map((_, x) => (x === at ? 7 : 0)),
              },
            ],
          }}
          options={{
            plugins: { legend: { display: false } },
            scales: {
              x: { ...axis, title: { display: true, text: say(curve.xName), color: token('ash') } },
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
