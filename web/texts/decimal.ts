import type { DecimalMark } from '#core/base/units/number.ts';
import { tongue } from './tongue.ts';

/** The decimal mark that the person types: as the numbers on this page are written. */
export const decimalMark: DecimalMark =
  new Intl.NumberFormat(tongue().numbers).formatToParts(1.5).find(p => p.type === 'decimal')?.value === ','
    ? ','
    : '.';
