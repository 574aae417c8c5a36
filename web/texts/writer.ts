import { inEachTongue, type Tongue, tongue } from './tongue.ts';

/** Between a figure and its unit, which stay on one line. */
export const NBSP = '\u00a0';

/** A writer of numbers or dates, made when its tongue first needs it: each costs milliseconds, which opening a page should not pay. */
export function writer<T, V>(make: (of: Tongue) => { format(value: V): T }): (value: V) => T {
  const own = inEachTongue(make);
  return value => own().format(value);
}

export const numbers = (options: Intl.NumberFormatOptions) =>
  writer<string, number>(of => new Intl.NumberFormat(of.numbers, options));
export const datesWith = (options: Intl.DateTimeFormatOptions) =>
  writer<string, Date>(of => new Intl.DateTimeFormat(of.dates, options));

export const tenths = numbers({ maximumFractionDigits: 1 });
export const whole = numbers({ maximumFractionDigits: 0 });

/** The word for what a figure counts, in the form that the language has for it. */
export const word = (unit: 'day' | 'drop' | 'test' | 'piece', value: number): string =>
  tongue().texts[`unit.${unit}_${tongue().plurals.select(value)}`] ??
  tongue().texts[`unit.${unit}_other`] ??
  unit;
