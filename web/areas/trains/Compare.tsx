import { useMemo } from 'react';
import { Link } from 'react-router';
import { routes } from '#contract/routes.ts';
import { judgeCare } from '#core/areas/plan/care.ts';
import { comparison } from '#core/areas/trains/compare.ts';
import { useCalmWater, useFacts, usePrinted, useReader, useToday } from '../../session/state.ts';
import { type ComparedColumn, comparedCell, comparedColumns } from '../../texts/comparedWords.ts';
import { useSay } from '../../texts/texts.ts';
import { Judgements } from '../../ui/JudgementLine.tsx';

/** Columns of words, which are not squeezed to a word a line. */
const wide: readonly ComparedColumn[] = ['out', 'in', 'takes', 'bad'];

/** Every way to treat water side by side, for these people and without a water in hand: before one is bought, or tried. */
export function Compare() {
  const say = useSay();
  const facts = useFacts();
  const { state } = useCalmWater();
  const { units } = useReader();
  const today = useToday();
  const printed = usePrinted();
  const rows = useMemo(() => comparison(facts, state), [facts, state]);
  const { litres } = rows[0]!;
  return (
    <div className="flex flex-col gap-4 p-6 max-wide:p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h1 className="text-title">{say('compare.title')}</h1>
        <span className="flex flex-wrap items-baseline gap-x-4">
          <Link to="/bench" className="underline decoration-rule underline-offset-3">
            {say('area.bench')}
          </Link>
          <a
            href={`${routes.methodsPdf}?${new URLSearchParams(printed)}`}
            download
            className="underline decoration-rule underline-offset-3"
          >
            {say('compare.print')}
          </a>
        </span>
      </div>
      <p>{say('compare.for', { volumeL: litres })}</p>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what is wider than the page is moved by keys */}
      <section aria-label={say('compare.title')} className="overflow-x-auto" tabIndex={0}>
        <table className="w-full border-collapse text-small" data-compared>
          <thead>
            <tr className="border-b-2 border-slate text-left align-bottom">
              {comparedColumns.map(column => (
                <th key={column} scope="col" className="px-2 py-1 first:pl-0">
                  {say(`compare.${column}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(row => (
              <tr key={row.means.id} className="border-b border-rule align-top">
                {comparedColumns.map(column =>
                  column === 'name' ? (
                    <th
                      key={column}
                      scope="row"
                      className="sticky left-0 min-w-[130px] bg-chalk py-1.5 pr-2 text-left font-semibold max-wide:max-w-[120px] max-wide:min-w-0"
                    >
                      {comparedCell(row, column, units, say)}
                    </th>
                  ) : (
                    <td
                      key={column}
                      className={`px-2 py-1.5 ${wide.includes(column) ? 'min-w-[110px]' : ''}`}
                    >
                      {comparedCell(row, column, units, say)}
                    </td>
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <Judgements of={judgeCare(facts, ['iodine', 'dialysis'], today)} />
      <p className="max-w-[80ch] text-small text-ash">{say('compare.note')}</p>
    </div>
  );
}
