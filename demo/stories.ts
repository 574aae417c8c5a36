import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { type Bleach, labelStrengthMgMl } from '#core/treatment/chlorine/strength.ts';
import type { Origin, Water } from '#core/water/waters.ts';
import type { Hand } from './hand.ts';
import type { Sources } from './sources.ts';

/** What a story is told with: the hand that writes, the day it is told on, and the bleach at hand. */
export interface Telling {
  readonly h: Hand;
  readonly now: Instant;
  readonly supply: Subject;
  readonly bleach: Bleach;
  readonly sources?: Sources;
}

const DAY_MIN = 1440;

/** Sets the hand some days before now, at a waking hour. */
export function daysAgo({ h, now }: Telling, days: number, by?: string): Hand {
  return h.at(addMinutes(now, -days * DAY_MIN), by);
}

/** Filled some days ago. */
export function filled(
  t: Telling,
  container: Subject,
  days: number,
  litres: number,
  water: Water = 'treated-tap',
  by?: string,
  origin?: Origin,
): void {
  const source = t.sources?.[water];
  const residual = water === 'treated-tap' ? { residualMgL: 0.6 } : {};
  daysAgo(t, days, by).write('filled', container, {
    volumeL: { value: litres, known: 'measured' },
    water,
    ...(origin ? { origin } : {}),
    ...(source ? { source } : {}),
    sealed: true,
    ...residual,
  });
}

/** A safe-storage dose of what is in a container, begun so many minutes before now; as far as it got. */
export function dosed(
  t: Telling,
  container: Subject,
  litres: number,
  minutesAgo: number,
  upTo: { mixed?: boolean; readMgL?: number; smell?: 'faint' | 'none'; labelled?: boolean } = {},
  by?: string,
): void {
  const { h, now, supply, bleach } = t;
  const strengthMgMl = labelStrengthMgMl(bleach.basis, bleach.strength);
  const doseMl = Math.round(((2 * litres) / strengthMgMl) * 5) / 5;
  const start = addMinutes(now, -minutesAgo);
  h.at(start, by);
  h.write('batch.begun', container, {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: litres,
    strengthMgMl,
    targetMgL: 2,
    doseMl,
    way: 'tool',
    tool: 'syringe-10',
    contactMin: 60,
    clarity: 'clear',
    temperatureC: 8,
    ph: 7.4,
  });
  h.write('checked', container, { clarity: 'clear', chemicalSmell: false });
  h.at(addMinutes(start, 3), by).write('dosed', container, { doseMl, strengthMgMl, instructedMl: doseMl }, [
    supply,
  ]);
  if (!upTo.mixed) return;
  h.at(addMinutes(start, 5), by).write('mixed', container, {});
  const readAt = addMinutes(start, 70);
  if (upTo.readMgL !== undefined)
    h.at(readAt, by).write('read', container, readingOfChlorine({ method: 'dpd', mgL: upTo.readMgL }));
  if (upTo.smell)
    h.at(readAt, by).write('read', container, readingOfChlorine({ method: 'smell', smell: upTo.smell }));
  if (upTo.labelled) h.at(addMinutes(start, 74), by).write('labelled', container, {});
}

/** Read again a day and more after a dose, which keeps it for its full term. */
export function rereadAfter(t: Telling, container: Subject, days: number, mgL: number): void {
  daysAgo(t, days).write('read', container, readingOfChlorine({ method: 'dpd', mgL }));
}
