import { type ParameterId, parameterRow, stripSteps } from '#core/water/quality/parameters.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../ui/Blank.tsx';

interface Props {
  readonly parameter: ParameterId;
  readonly value: number | undefined;
  readonly onValue: (value: number | undefined) => void;
}

/** The steps of a strip's own scale; what has no printed scale here is typed. */
export function StepBlank({ parameter, value, onValue }: Props) {
  const say = useSay();
  const { dimension, most } = parameterRow(parameter);
  const steps = stripSteps[parameter];
  if (!steps)
    return (
      <QuantityBlank
        label={say('reading.value')}
        dimension={dimension}
        value={value}
        onValue={onValue}
        least={0}
        most={most}
      />
    );
  return (
    <ChoiceBlank<string>
      label={say('reading.step')}
      value={value === undefined ? undefined : String(value)}
      onValue={next => onValue(Number(next))}
      choices={steps.map(step => ({ value: String(step), label: format.number(step) }))}
    />
  );
}
