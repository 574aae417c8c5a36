import { type Message, message } from '../../base/judgement.ts';
import type { Clarity } from './schools.ts';

/** Contact time after a dose is stirred in, and after the one repeat (minutes). */
export const CONTACT_MIN = 30;
export const LONG_CONTACT_MIN = 60;
export const REPEAT_CONTACT_MIN = 15;
/** Colder than this or above this pH the hypochlorous share or the rate is too low for 30 minutes. */
export const COLD_CONTACT_C = 10;
export const HIGH_PH = 8;

export interface ContactTime {
  readonly minutes: number;
  readonly why: readonly Message[];
}

/**
 * Minutes that dosed and stirred water stands closed: 30, or 60 when cloudy, colder than 10 °C or above pH 8.
 * What nobody measured is taken on the safe side, and the measurement that would settle it is named.
 * Source: WHO/WEDC technical notes; US CDC.
 */
export function contactTime(water: { temperatureC?: number; ph?: number; clarity?: Clarity }): ContactTime {
  const why: Message[] = [];
  if (water.clarity !== undefined && water.clarity !== 'clear') why.push(message('contact.cloudy'));
  if (water.temperatureC === undefined && water.ph === undefined)
    return { minutes: LONG_CONTACT_MIN, why: [...why, message('contact.unknown')] };
  if (water.temperatureC === undefined) why.push(message('contact.temperature-unknown'));
  else if (water.temperatureC < COLD_CONTACT_C)
    why.push(message('contact.cold', { temperatureC: water.temperatureC }));
  if (water.ph === undefined) why.push(message('contact.ph-unknown'));
  else if (water.ph > HIGH_PH) why.push(message('contact.high-ph', { ph: water.ph }));
  return why.length > 0
    ? { minutes: LONG_CONTACT_MIN, why }
    : { minutes: CONTACT_MIN, why: [message('contact.usual')] };
}

export type StandRule = 'usual' | 'long' | 'giardia';

/** The stands that are taught, each with its minutes, for a scale: which one holds here, and what a longer one would earn too. */
export function standRules(
  contact: ContactTime,
  giardiaMin?: number,
): readonly { readonly rule: StandRule; readonly minutes: number; readonly isChosen: boolean }[] {
  const longer = giardiaMin !== undefined && giardiaMin > contact.minutes ? giardiaMin : undefined;
  const rules: readonly (readonly [StandRule, number | undefined])[] = [
    ['usual', CONTACT_MIN],
    ['long', LONG_CONTACT_MIN],
    ['giardia', longer],
  ];
  return rules.flatMap(([rule, minutes]) =>
    minutes === undefined ? [] : [{ rule, minutes, isChosen: minutes === contact.minutes }],
  );
}
