import { memo } from 'react';
import { type ListField, listFields } from '#core/storage/containers/listFields.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { useInTurn } from '../../ui/InTurn.tsx';

interface ColumnsProps {
  readonly heading: readonly string[];
  readonly fields: readonly ListField[];
  readonly onField: (column: number, field: ListField) => void;
}

/** What each column holds: drawn a few in a task, and again only when the headings or their meaning change. */
export const ListColumns = memo(
  function ListColumns({ heading, fields, onField }: ColumnsProps) {
    const say = useSay();
    const shown = useInTurn(heading.length);
    return (
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {heading.slice(0, shown).map((cell, i) => (
          <span key={`${cell} ${fields[i]}`}>
            {cell} ={' '}
            <ChoiceBlank<ListField>
              label={say('take-in.column', { cell })}
              value={fields[i]}
              onValue={field => onField(i, field)}
              choices={listFields.map(value => ({ value, label: say(`field.${value}`) }))}
            />
          </span>
        ))}
      </div>
    );
  },
  (a, b) =>
    a.onField === b.onField &&
    a.heading.join('\n') === b.heading.join('\n') &&
    a.fields.join() === b.fields.join(),
);
