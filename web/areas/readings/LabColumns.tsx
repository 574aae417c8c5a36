import { type ColumnMeaning, columnMeanings, type SheetColumn } from '#core/water/quality/labColumns.ts';
import { parameterIds, parameterRow, type ReportedAs } from '#core/water/quality/parameters.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';

interface ColumnsProps {
  readonly columns: readonly SheetColumn[];
  readonly onMeans: (heading: string, means: ColumnMeaning) => void;
  readonly onForm: (heading: string, as: ReportedAs) => void;
  readonly onUnit: (heading: string, unit: string) => void;
}

const germUnits = ['per 100 mL', 'per mL', 'per L'];
const unitsFor = (unit: string): readonly string[] => {
  if (unit === 'mg/L' || unit === 'µg/L') return ['mg/L', 'µg/L'];
  return unit === 'per 100 mL' ? germUnits : unit === '' ? [] : [unit];
};

/** What each heading means, in which unit and form: as it was understood, to be told otherwise. */
export function LabColumns({ columns, onMeans, onForm, onUnit }: ColumnsProps) {
  const say = useSay();
  return (
    <section aria-label={say('sheet-in.columns')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('sheet-in.columns')}</h2>
      <ul className="m-0 columns-2 list-none p-0 max-wide:columns-1">
        {columns.map(({ heading, means, unit, as }) => {
          const parameter = parameterIds.find(id => id === means);
          const row = parameter && parameterRow(parameter);
          return (
            <li key={heading} className="break-inside-avoid border-b border-rule py-1 text-base">
              <strong>{heading}</strong>{' '}
              <ChoiceBlank<ColumnMeaning>
                label={say('sheet-in.means', { heading })}
                value={means}
                placeholder={say('sheet-in.means.ask')}
                onValue={next => onMeans(heading, next)}
                choices={columnMeanings.map(value => ({
                  value,
                  label: parameterIds.some(id => id === value)
                    ? say(`parameter.${value as 'ph'}`)
                    : say(`lab-column.${value as 'sample'}`),
                }))}
              />{' '}
              {row && unitsFor(row.unit).length > 0 && row.unit !== 'pH' && (
                <ChoiceBlank<string>
                  label={say('sheet-in.unit', { heading })}
                  value={unit}
                  placeholder={say('sheet-in.unit.ask')}
                  onValue={next => onUnit(heading, next)}
                  choices={[...new Set([...(unit ? [unit] : []), ...unitsFor(row.unit)])].map(value => ({
                    value,
                    label: value,
                  }))}
                />
              )}{' '}
              {row?.as && (
                <ChoiceBlank<ReportedAs>
                  label={say('sheet-in.as', { heading })}
                  value={as}
                  placeholder={say('reading.as.ask')}
                  onValue={next => onForm(heading, next)}
                  choices={(Object.keys(row.as) as ReportedAs[]).map(value => ({
                    value,
                    label: say(`as.${value}`),
                  }))}
                />
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
