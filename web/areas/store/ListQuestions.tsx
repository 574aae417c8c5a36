import { type ColumnUnit, columnUnits } from '#core/storage/containers/listSize.ts';
import type { ListedWater } from '#core/storage/containers/listWater.ts';
import { waterIds } from '#core/water/waters.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import type { ListAnswer } from '../../workers/listWorker.ts';
import {
  type First,
  type Gallon,
  type ListAnswers,
  type Mark,
  noAnswers,
  type OnAnswers,
} from './listAnswers.ts';

interface Props {
  readonly read: ListAnswer;
  readonly answers: ListAnswers;
  readonly onAnswers: OnAnswers;
}

/** Which line of a list is its heading. */
export function ListHead({ read: { head, above }, onAnswers }: Omit<Props, 'answers'>) {
  const say = useSay();
  return (
    <p className="leading-9">
      <Phrase
        text="take-in.sentence"
        blanks={{
          head: (
            <ChoiceBlank
              label={say('take-in.head-label')}
              value={String(head)}
              onValue={line => onAnswers(() => ({ ...noAnswers, head: Number(line) }))}
              choices={[
                { value: '-1', label: say('take-in.no-head') },
                ...above.map((row, i) => ({
                  value: String(i),
                  label: say('take-in.head-line', { line: i + 1 }),
                  note: row.filter(Boolean).join(' · ').slice(0, 80),
                })),
              ]}
            />
          ),
          above: head > 0 && say('take-in.above', { count: head }),
        }}
      />
    </p>
  );
}

interface MeaningProps extends Props {
  /** Undefined where the list has none. */
  readonly gallon: Gallon | undefined;
  readonly onGallon: (gallon: Gallon) => void;
}

/** What its dates, gallons, numbers and figures without a unit mean; asked as far as it has any. */
export function ListMeaning({ read, answers, onAnswers, gallon, onGallon }: MeaningProps) {
  const say = useSay();
  const { heading, reading } = read;
  const asksNumbers = reading.unclearNumbers > 0 || answers.mark !== undefined;
  const unitless = [...new Set([...reading.unitless, ...Object.keys(answers.units).map(Number)])];
  return (
    <p className="leading-9">
      <Phrase
        text="take-in.meaning-sentence"
        blanks={{
          'which-first': (
            <ChoiceBlank<First>
              label={say('take-in.which-first')}
              value={answers.first}
              onValue={first => onAnswers(a => ({ ...a, first }))}
              choices={(['day', 'month'] as const).map(value => ({ value, label: say(`take-in.${value}`) }))}
            />
          ),
          gallons: gallon && <Gallons gallon={gallon} onGallon={onGallon} />,
          numbers: asksNumbers && (
            <Numbers mark={answers.mark} onMark={mark => onAnswers(a => ({ ...a, mark }))} />
          ),
          units: unitless.map(column => (
            <UnitOf
              key={column}
              heading={heading[column] ?? ''}
              unit={answers.units[column]}
              onUnit={unit => onAnswers(a => ({ ...a, units: { ...a.units, [column]: unit } }))}
            />
          )),
        }}
      />
    </p>
  );
}

function Gallons({ gallon, onGallon }: { gallon: Gallon; onGallon: (gallon: Gallon) => void }) {
  const say = useSay();
  const choices = (['US', 'imperial'] as const).map(value => ({ value, label: say(`units.${value}`) }));
  return (
    <Phrase
      text="take-in.meaning-sentence.gallons"
      blanks={{
        gallon: (
          <ChoiceBlank<Gallon>
            label={say('take-in.gallon')}
            value={gallon}
            onValue={onGallon}
            choices={choices}
          />
        ),
      }}
    />
  );
}

function Numbers({ mark, onMark }: { mark: Mark | undefined; onMark: (mark: Mark) => void }) {
  const say = useSay();
  const choices = (['point', 'comma'] as const).map(value => ({
    value,
    label: say(`take-in.mark.${value}`),
  }));
  return (
    <Phrase
      text="take-in.meaning-sentence.numbers"
      blanks={{
        mark: (
          <ChoiceBlank<Mark> label={say('take-in.mark')} value={mark} onValue={onMark} choices={choices} />
        ),
      }}
    />
  );
}

interface UnitProps {
  readonly heading: string;
  readonly unit: ColumnUnit | undefined;
  readonly onUnit: (unit: ColumnUnit) => void;
}

function UnitOf({ heading, unit, onUnit }: UnitProps) {
  const say = useSay();
  return (
    <Phrase
      text="take-in.unit"
      blanks={{
        heading,
        unit: (
          <ChoiceBlank<ColumnUnit>
            label={say('take-in.unit-label', { heading })}
            value={unit}
            onValue={onUnit}
            choices={columnUnits.map(value => ({ value, label: value }))}
          />
        ),
      }}
    />
  );
}

/** What waters are meant by wordings that nobody knows: each is asked once for all its rows. */
export function ListWaters({ read, answers, onAnswers }: Props) {
  const say = useSay();
  const asked = [...new Set([...read.reading.askedWaters, ...Object.keys(answers.waters)])];
  if (asked.length === 0) return null;
  const choices = [
    ...waterIds.map(value => ({ value, label: say(`water.${value}`) })),
    { value: 'empty' as const, label: say('take-in.nothing') },
  ];
  return (
    <div className="border-l-4 border-clay py-1 pl-3">
      <p>{say('take-in.waters')}</p>
      {asked.map(wording => (
        <p key={wording} className="leading-9">
          <Phrase
            text="take-in.water-sentence"
            blanks={{
              wording,
              water: (
                <ChoiceBlank<ListedWater>
                  label={say('take-in.water-label', { wording })}
                  value={answers.waters[wording]}
                  onValue={water => onAnswers(a => ({ ...a, waters: { ...a.waters, [wording]: water } }))}
                  choices={choices}
                />
              ),
            }}
          />
        </p>
      ))}
    </div>
  );
}
