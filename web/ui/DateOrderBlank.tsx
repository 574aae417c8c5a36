import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from './Blank.tsx';

interface Props {
  /** Undefined until a hand says which. */
  readonly dayFirst: boolean | undefined;
  readonly onDayFirst: (dayFirst: boolean) => void;
}

/** Which of 03/04 is the day, where a table tells it by nothing. */
export function DateOrderBlank({ dayFirst, onDayFirst }: Props) {
  const say = useSay();
  return (
    <ChoiceBlank<'day' | 'month'>
      label={say('sheet-in.order')}
      value={dayFirst === undefined ? undefined : dayFirst ? 'day' : 'month'}
      placeholder={say('sheet-in.order.ask')}
      onValue={order => onDayFirst(order === 'day')}
      choices={(['day', 'month'] as const).map(value => ({ value, label: say(`sheet-in.order.${value}`) }))}
    />
  );
}
