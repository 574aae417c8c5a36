import { addMinutes, type Instant, minutesBetween } from '../../base/day.ts';

/** When a bottle, a plate or a rack is read (hours after it was begun), and how warm it stands for that (°C), where its kit says so. */
export interface Window {
  readonly fromH: number;
  readonly toH: number;
  readonly fromC?: number | undefined;
  readonly toC?: number | undefined;
}

/** A sample that stands warm until it is read. */
export interface Incubation {
  readonly from: Instant;
  readonly temperatureC: number;
  /** Where its kit says so itself. */
  readonly window?: Window | undefined;
}

/** Colder than this nothing grows in time: what does not turn proves nothing (°C). */
export const COLDEST_C = 15;
/** From here on germs grow at their usual pace. */
export const WARM_C = 20;
/** Hotter than this what is sought dies in most kits; and hotter than the other in all of them (°C). */
export const HOT_C = 35;
export const HOTTEST_C = 45;

/**
 * The window in which a sample is read: the kit's own at the kit's own temperatures; by default 24 to 48 h at 20 to 35 °C, 48 to
 * 72 h at 15 to 20 °C, because what is sought grows at half its pace there. Colder or hotter, there is none.
 */
export function windowOf({
  temperatureC,
  window,
}: Pick<Incubation, 'temperatureC' | 'window'>): Window | undefined {
  if (window && temperatureC >= (window.fromC ?? WARM_C) && temperatureC <= (window.toC ?? HOTTEST_C))
    return window;
  if (temperatureC < COLDEST_C || temperatureC > HOT_C) return undefined;
  return temperatureC < WARM_C ? { fromH: 48, toH: 72 } : { fromH: 24, toH: 48 };
}

/** Where a sample stands at a moment. */
export type IncubationPhase = 'growing' | 'to-read' | 'void' | 'cold';

export interface IncubationStanding {
  readonly phase: IncubationPhase;
  readonly readsFrom?: Instant;
  readonly readsUntil?: Instant;
}

/** What is to be done with a sample that nobody read yet. */
export function incubationAt(incubation: Incubation, now: Instant): IncubationStanding {
  const window = windowOf(incubation);
  if (!window) return { phase: 'cold' };
  const readsFrom = addMinutes(incubation.from, window.fromH * 60);
  const readsUntil = addMinutes(incubation.from, window.toH * 60);
  const phase = now < readsFrom ? 'growing' : now <= readsUntil ? 'to-read' : 'void';
  return { phase, readsFrom, readsUntil };
}

/** Why a negative proves nothing. */
export type VoidWhy = 'early' | 'late' | 'cold' | 'hot';

/** Why a sample that had not turned when it was read proves nothing; a positive counts whenever it is seen. */
export function voidWhy(incubation: Incubation, readAt: Instant): VoidWhy | undefined {
  const window = windowOf(incubation);
  if (!window) return incubation.temperatureC > HOT_C ? 'hot' : 'cold';
  const hours = minutesBetween(incubation.from, readAt) / 60;
  if (hours < window.fromH) return 'early';
  return hours > window.toH ? 'late' : undefined;
}
