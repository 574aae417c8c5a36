import { memo } from 'react';
import type { Sensed } from '#core/rain/catchment/question.ts';
import { useSay } from '../../texts/texts.ts';

/** Bars shown; the least of them matter to nobody. */
const MOST = 6;
const BAR_PX = 90;

/** What one change does to the days with water: the greatest first, to the left what takes, to the right what gives. */
export const SensedBars = memo(function SensedBars({ sensed }: { sensed: readonly Sensed[] }) {
  const say = useSay();
  const shown = sensed.slice(0, MOST);
  const most = Math.max(0.001, ...shown.map(s => Math.abs(s.by)));
  return (
    <section aria-label={say('rain.sensed')}>
      <h2 className="mb-1 text-base font-bold">{say('rain.sensed')}</h2>
      <table className="w-full border-collapse text-small">
        <tbody>
          {shown.map(({ what, by }) => {
            const width = (Math.abs(by) / most) * BAR_PX;
            return (
              <tr key={what}>
                <th scope="row" className="py-0.5 pr-2 text-right font-normal">
                  {say(`rain.sensed.${what}`)}
                </th>
                <td className="w-[7ch] pr-1 text-right tabular-nums">
                  {say('rain.sensed.by', {
                    sign: by < 0 ? '−' : '+',
                    byDays: Math.abs(Math.round(by * 1000) / 10),
                  })}
                </td>
                <td>
                  <svg width={2 * BAR_PX} height="12" aria-hidden="true" className="block">
                    <rect
                      x={by < 0 ? BAR_PX - width : BAR_PX}
                      y="1"
                      width={Math.max(1, width)}
                      height="10"
                      fill={by < 0 ? 'var(--clay)' : 'var(--pool)'}
                    />
                    <path d={`M${BAR_PX} 0V12`} stroke="var(--slate)" strokeWidth="1" />
                  </svg>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
});
