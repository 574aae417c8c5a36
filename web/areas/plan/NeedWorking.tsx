import type { NeedLine } from '#core/planning/need/need.ts';
import type { AnimalKind, InstitutionKind } from '#core/planning/need/rates.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';

/** The day's need line by line, so that anybody can add it up. */
export function NeedWorking({
  lines,
  drinkingL,
  utilityL,
}: {
  lines: readonly NeedLine[];
  drinkingL: number;
  utilityL: number;
}) {
  const say = useSay();
  const { units } = useReader();
  const inUnits = (litres: number) => format.exactLitres(litres, units);
  return (
    <section>
      <h2 className="mb-1 text-base">{say('plan.day')}</h2>
      <table className="w-full max-w-[720px] border-collapse text-left">
        <thead className="text-small text-ash">
          <tr className="border-b border-slate">
            {(['use', 'grade', 'users', 'rate', 'climate', 'litres'] as const).map((head, i) => (
              <th key={head} scope="col" className={`py-1 font-semibold ${i > 1 ? 'text-right' : ''}`}>
                {say(`plan.table.${head}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(line => (
            <tr key={`${line.use} ${line.of ?? ''} ${line.rateL}`} className="border-b border-rule">
              <td className="py-1">
                <LineName line={line} />
              </td>
              <td>{say(`grade.${line.grade}`)}</td>
              <td className="text-right">{format.number(line.users)}</td>
              <td className="text-right">× {inUnits(line.rateL)}</td>
              <td className="text-right">{line.climate === 1 ? '' : `× ${line.climate}`}</td>
              <td className="text-right">= {inUnits(line.litres)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={6} className="py-1.5 text-right font-bold">
              {say('plan.sum', { drinkingL, utilityL })}
            </td>
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

/** Which use a line is for: of animals and institutions, which of them. */
function LineName({ line: { use, of } }: { line: NeedLine }) {
  const say = useSay();
  if (of === undefined) return say(`use.${use}`);
  return say(use === 'animals' ? `animal.${of as AnimalKind}` : `institution.${of as InstitutionKind}`);
}
