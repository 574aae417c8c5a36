import { useMemo } from 'react';
import type { FoundTable, SheetLies } from '#core/water/quality/labTable.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { testedOf } from './subjects.ts';

/** So far down a line can be said to hold the headings, and so much of it is shown. */
const MOST_LINES = 60;
const SHOWN = 60;

interface Props {
  readonly lines: readonly (readonly string[])[];
  readonly table: FoundTable;
  readonly lies: SheetLies;
  readonly onLies: (lies: SheetLies) => void;
}

/** How the sheet lies, as it was found, to be said otherwise: its headings, its samples, and what holds for all of it. */
export function LabLies({ lines, table, lies, onLies }: Props) {
  const say = useSay();
  const facts = useFacts();
  const tested = useMemo(() => testedOf(facts).slice(0, 200), [facts]);
  const headings = lines.slice(0, MOST_LINES).flatMap((row, i) => {
    const words = row.filter(cell => cell.trim() !== '').join(' · ');
    return words === ''
      ? []
      : [{ value: `${i + 1}`, label: say('sheet-in.line', { line: i + 1, words: words.slice(0, SHOWN) }) }];
  });
  return (
    <Sentence>
      <Phrase
        text="sheet-in.lies"
        blanks={{
          headings: (
            <ChoiceBlank<string>
              label={say('sheet-in.headings')}
              value={`${table.headingLine}`}
              onValue={line => onLies({ ...lies, headingLine: Number(line) })}
              choices={[{ value: '0', label: say('sheet-in.headings.none') }, ...headings]}
            />
          ),
          samples: (
            <ChoiceBlank<'rows' | 'columns'>
              label={say('sheet-in.lie')}
              value={table.samples}
              onValue={samples => onLies({ ...lies, samples })}
              choices={(['rows', 'columns'] as const).map(value => ({
                value,
                label: say(`sheet-in.lie.${value}`),
              }))}
            />
          ),
          taken: (
            <DateBlank
              label={say('sheet-in.taken')}
              isPast
              value={lies.taken ?? ''}
              onValue={taken => onLies({ ...lies, taken: taken || undefined })}
            />
          ),
          sample: (
            <ChoiceBlank<string>
              label={say('sheet-in.all-of')}
              value={lies.sample}
              placeholder={say('sheet-in.all-of.ask')}
              onValue={sample => onLies({ ...lies, sample })}
              choices={tested.map(({ name }) => ({ value: name, label: name }))}
            />
          ),
        }}
      />
    </Sentence>
  );
}
