import type { ReactNode } from 'react';
import type { Judgement } from '#core/base/judgement.ts';
import { dimensionOfUnit } from '#core/base/units/dimension.ts';
import { useTyped } from '../../app/typed.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';

/** A figure that comes with an event: a flow, a number of bottles. */
export interface Figure {
  readonly label: string;
  readonly unit?: string;
  readonly least: number;
  readonly most: number;
  readonly wholeNumbers?: boolean;
  /** The event is nothing without it. */
  readonly isRequired?: boolean;
}

interface Props<E extends string> {
  readonly name: string;
  readonly facts: ReactNode;
  readonly judgement: Judgement;
  readonly events: readonly E[];
  readonly first: E;
  /** The label of the choice, and the word of each event in the catalogue. */
  readonly label: string;
  readonly wordOf: (event: E) => string;
  readonly figureOf: (event: E) => Figure | undefined;
  /** What else is asked of an event, after its figure. */
  readonly more?: (event: E) => ReactNode;
  readonly onRecord: (event: E, figure: number | undefined) => Promise<void>;
}

/** A thing that is kept a register of: how it stands, and the way to tell what happened to it. */
export function RegisterRow<E extends string>(props: Props<E>) {
  const { name, facts, judgement, events, first, label, wordOf, figureOf, more, onRecord } = props;
  const say = useSay();
  const [event, setEvent] = useTyped<E>(`register ${name}`, 'event', first);
  const [value, setValue] = useTyped<number | undefined>(`register ${name}`, 'value', undefined);
  const figure = figureOf(event);
  const record = () => {
    // cleared at once: what is typed next, while this is on its way, stays
    setValue(undefined);
    void onRecord(event, figure && value);
  };
  return (
    <li className="border-b border-rule py-2">
      <p>
        <strong>{name}</strong> <span className="text-ash">{facts}</span>
      </p>
      <JudgementLine judgement={judgement} />
      <p className="mt-1 flex flex-wrap items-center gap-2">
        <ChoiceBlank<E>
          label={label}
          value={event}
          onValue={setEvent}
          choices={events.map(id => ({ value: id, label: wordOf(id) }))}
        />
        {figure && (
          <>
            <QuantityBlank
              label={figure.label}
              dimension={dimensionOfUnit(figure.unit)}
              value={value}
              onValue={setValue}
              least={figure.least}
              most={figure.most}
              {...(figure.wholeNumbers ? { wholeNumbers: true } : {})}
            />
            {!format.writesUnit(dimensionOfUnit(figure.unit)) && figure.unit} {more?.(event)}
          </>
        )}
        <Button
          className="min-h-9!"
          disabled={figure?.isRequired === true && value === undefined}
          onClick={record}
        >
          {say('register.record')}
        </Button>
      </p>
    </li>
  );
}
