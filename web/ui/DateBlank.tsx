import { useState } from 'react';
import { type Day, EARLIEST_DAY, LATEST_DAY } from '#core/base/day.ts';
import { useToday } from '../session/state.ts';
import type { TextId } from '../texts/texts.ts';
import { TextBlank } from './Blank.tsx';

interface Props {
  readonly label: string;
  /** Empty when no day is said. */
  readonly value: Day | '';
  readonly onValue: (day: Day | '') => void;
  /** What it dates lies behind us: a day to come is a slip. */
  readonly isPast?: boolean;
}

/** Whether a day can be meant: not long ago, not out of reach, and not to come where it dates what was done. */
export const dayFault = (day: Day | '', today: Day, isPast: boolean): TextId | undefined => {
  if (day === '') return undefined;
  if (day < EARLIEST_DAY) return 'when.long-ago';
  if (isPast && day > today) return 'bench.made-future';
  return day > LATEST_DAY ? 'when.far-off' : undefined;
};

/** A day of something kept: made, opened, printed. A year half typed is not yet a fault. */
export function DateBlank({ label, value, onValue, isPast = false }: Props) {
  const today = useToday();
  const [isTyping, setTyping] = useState(false);
  const [isUnread, setUnread] = useState(false);
  const fault = isUnread ? 'when.unread' : dayFault(value, today, isPast);
  return (
    <TextBlank
      label={label}
      type="date"
      value={value}
      {...(isPast ? { max: today } : {})}
      fault={isTyping && (isUnread || value < '1900') ? undefined : fault}
      onValue={onValue}
      onTyping={setTyping}
      onUnread={setUnread}
    />
  );
}
