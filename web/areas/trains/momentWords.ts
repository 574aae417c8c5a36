import { addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';

/** "by 16:27"; a time of another day says which. */
export function useMomentWords() {
  const say = useSay();
  const { timeZone } = useReader();
  return (now: Instant, minutes: number): string => {
    // on the minute: seconds of the clock are nobody's
    const until = new Date(Math.ceil(Date.parse(addMinutes(now, minutes)) / 60_000) * 60_000).toISOString();
    const isToday = dayOf(until, timeZone) === dayOf(now, timeZone);
    return say('safe.when', {
      untilText: isToday ? dates.time(until, timeZone) : dates.dayAndTime(until, timeZone),
    });
  };
}
