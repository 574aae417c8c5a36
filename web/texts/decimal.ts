import type { DecimalMark } from '#core/base/units/number.ts';

/** The decimal mark of the person's language, as the browser tells it. */
export const decimalMark: DecimalMark =
  new Intl.NumberFormat(globalThis.navigator?.language).formatToParts(1.5).find(p => p.type === 'decimal')
    ?.value === ','
    ? ','
    : '.';
