import { Chart } from 'react-chartjs-2';
import { type ContainerKind, usableL } from '#core/storage/containers/kinds.ts';
import { costOver } from '#core/storage/containers/mixProgram.ts';
import { useReader } from '../../session/state.ts';
import { volumeFigure } from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ruled, token } from '../../ui/chart.ts';

interface Props {
  readonly kinds: readonly ContainerKind[];
  readonly years: number;
  readonly fillsPerYear: number;
  readonly litrePrice: number;
}

/** What a litre kept costs over the years, by kind; bought bottles, replaced when their date is over, among them. */
export default function CostChart({ kinds, years, fillsPerYear, litrePrice }: Props) {
  const say = useSay();
  const { units } = useReader();
  const kindName = useKindName();
  const rows = kinds
    .map(kind => {
      // a bought bottle is not refilled: it is bought again at the end of its date
      const isBought = kind.shape === 'bottle' || kind.shape === 'pouch';
      const cost = isBought
        ? kind.price * Math.ceil(years / kind.serviceYears)
        : costOver(kind, { years, fillsPerYear, litrePrice });
      return {
        name: isBought ? say('chart.bought-kind', { kind: kindName(kind.id) }) : kindName(kind.id),
        perVolume: cost / volumeFigure(usableL(kind), units),
        isBought,
      };
    })
    .sort((a, b) => a.perVolume - b.perVolume);
  const axis = { ticks: { color: token('ash') }, grid: { color: token('rule') } };
  return (
    <div style={{ height: rows.length * 22 + 60 }}>
      <Chart
        type="bar"
        role="img"
        aria-label={say('chart.cost', {
          years,
          cheapest: rows[0]?.name ?? '',
          dearest: rows.at(-1)?.name ?? '',
        })}
        data={{
          labels: rows.map(r => r.name),
          datasets: [
            {
              data: rows.map(r => r.perVolume),
              backgroundColor: rows.map(r => (r.isBought ? ruled(token('pool'), 4) : token('pool'))),
            },
          ],
        }}
        options={{
          indexAxis: 'y',
          plugins: { legend: { display: false } },
          scales: {
            x: {
              ...axis,
              title: { display: true, text: say('chart.per-litre', { years }), color: token('ash') },
            },
            y: axis,
          },
        }}
      />
    </div>
  );
}
