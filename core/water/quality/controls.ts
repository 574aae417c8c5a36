import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { ParameterId } from './parameters.ts';

/** What a kit showed when it was tried on itself. */
interface Shown {
  readonly value?: number;
  readonly found?: 'present' | 'absent';
}
export interface KitTrial {
  readonly what: 'blank' | 'duplicate';
  readonly parameter: ParameterId;
  readonly first: Shown;
  readonly second?: Shown;
}

/** Two readings of one sample differ by less than this share of their mean (US EPA, relative percent difference of duplicates). */
export const DUPLICATE_SHARE = 0.2;
/** Figures too small for a share: a kit's last digit. */
const SMALL = 0.1;

const isSomething = ({ value, found }: Shown): boolean => found === 'present' || (value ?? 0) > SMALL;

/** Whether two readings of one sample agree. */
export function agree(a: Shown, b: Shown): boolean {
  if (a.found !== undefined || b.found !== undefined) return a.found === b.found;
  const [x, y] = [a.value ?? 0, b.value ?? 0];
  return Math.abs(x - y) <= Math.max(SMALL, (DUPLICATE_SHARE * (x + y)) / 2);
}

/** What a trial says of the kit: something found in nothing spoils every finding since; two answers to one sample spoil both. */
export function judgeTrial({ what, parameter, first, second }: KitTrial): Judgement {
  const params = { name: `parameter.${parameter}` };
  if (what === 'blank')
    return isSomething(first)
      ? judge('refuse', message('kit.blank.bad', params), 'practice', {
          remedy: message('kit.blank.bad.remedy'),
        })
      : judge('ok', message('kit.blank.good', params), 'practice');
  return second && agree(first, second)
    ? judge('ok', message('kit.duplicate.good', params), 'practice')
    : judge('warn', message('kit.duplicate.bad', params), 'practice', {
        remedy: message('kit.duplicate.bad.remedy'),
      });
}
