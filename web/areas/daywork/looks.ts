import { type DayForm, firstLook } from '#core/areas/daywork/form.ts';
import type { Instant } from '#core/base/day.ts';
import type { InLots } from '#core/base/lots.ts';
import type { Context } from '#core/treatment/methods/method.ts';
import { cloudyAt } from '#core/treatment/trains/clearing.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { trainId } from './trains.ts';

export type Looks = ReadonlyMap<string, NonNullable<ReturnType<typeof firstLook>>>;

/** How far each way would go, one after another with pauses between. */
export function* looksOf(
  form: DayForm,
  offered: readonly Train[],
  context: Context,
  now: Instant,
  timeZone: string,
): InLots<Looks> {
  const looks = new Map<string, NonNullable<ReturnType<typeof firstLook>>>();
  for (const train of offered) {
    const look = firstLook(form, train, context, now, timeZone);
    if (look) looks.set(trainId(train), look);
    yield;
  }
  return looks;
}

/**
 * The ways that were chosen, as far as they are offered; else, of those as good as the best, the one that goes furthest by evening,
 * cloudy water cleared first where that goes as far.
 */
export function chosenOf(
  offered: readonly Train[],
  chosen: readonly string[] | undefined,
  seen: Looks,
): readonly Train[] {
  const kept = offered.filter(train => chosen?.includes(trainId(train)));
  if (kept.length > 0) return kept;
  const [first] = offered;
  const rank = (train: Train): readonly [number, number, number] => {
    const look = seen.get(trainId(train));
    return [-(look?.byEveningL ?? 0), cloudyAt(train) < 0 ? 0 : 1, look?.endMin ?? Number.POSITIVE_INFINITY];
  };
  return offered
    .filter(train => train.tier === first?.tier && train.barriers >= Math.min(2, first.barriers))
    .sort((a, b) => rank(a)[0] - rank(b)[0] || rank(a)[1] - rank(b)[1] || rank(a)[2] - rank(b)[2])
    .slice(0, 1);
}
