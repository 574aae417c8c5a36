import { useState } from 'react';
import { EARLIEST_DAY, type Instant, instantOf, wallClockOf } from '#core/base/day.ts';
import { useSession } from '../session/hooks.ts';
import { useReader } from '../session/state.ts';
import { type TextId, useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from './Blank.tsx';
import { Phrase } from './Phrase.tsx';

/** When an act was done: just now, or on a day that somebody names. `undefined` while the day is not understood. */
export type When = 'now' | Instant | undefined;

/** When a draft happened, where it was not just now. */
export const atOf = (when: When): { at?: Instant } =>
  when === 'now' || when === undefined ? {} : { at: when };

/** A day of which nobody tells the hour. */
const NOON = '12:00';

/** Says when it happened; most acts are written down as they are done, some a day or a season later. */
export function WhenBlank({ onWhen }: { onWhen: (when: When) => void }) {
  const say = useSay();
  const { timeZone } = useReader();
  const { clock } = useSession();
  const [isEarlier, setEarlier] = useState(false);
  const [day, setDay] = useState('');
  const [time, setTime] = useState(NOON);
  const today = wallClockOf(clock.now(), timeZone).slice(0, 10);
  const faultOf = (day: string, time: string): TextId | undefined => {
    if (day === '' || time === '') return undefined;
    if (day < EARLIEST_DAY) return 'when.long-ago';
    return instantOf(`${day}T${time}`, timeZone) > clock.now() ? 'when.to-come' : undefined;
  };
  const tell = (day: string, time: string) => {
    setDay(day);
    setTime(time);
    const isRead = /^\d{4}-/.test(day) && time !== '' && !faultOf(day, time);
    onWhen(isRead ? instantOf(`${day}T${time}`, timeZone) : undefined);
  };
  return (
    <Sentence>
      <span className="text-base">
        <Phrase
          text="when.sentence"
          blanks={{
            when: (
              <ChoiceBlank<'now' | 'earlier'>
                label={say('when.label')}
                value={isEarlier ? 'earlier' : 'now'}
                onValue={choice => {
                  setEarlier(choice === 'earlier');
                  if (choice === 'now') onWhen('now');
                  else tell(day, time);
                }}
                choices={(['now', 'earlier'] as const).map(value => ({ value, label: say(`when.${value}`) }))}
              />
            ),
            earlier: isEarlier && (
              <Phrase
                text="when.sentence.earlier"
                blanks={{
                  day: (
                    <TextBlank
                      label={say('when.day')}
                      type="date"
                      value={day}
                      max={today}
                      onValue={next => tell(next, time)}
                      fault={faultOf(day, time)}
                    />
                  ),
                  time: (
                    <TextBlank
                      label={say('when.time')}
                      type="time"
                      value={time}
                      onValue={next => tell(day, next)}
                    />
                  ),
                }}
              />
            ),
          }}
        />
      </span>
    </Sentence>
  );
}
