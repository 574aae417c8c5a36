import { type Judgement, judge, type Message, message } from '../../base/judgement.ts';
import { likelySlip, STOP_OVER, STOP_UNDER, WARN_SHARE } from '../chlorine/slip.ts';
import type { Due } from './method.ts';

/**
 * The slip guard of every chemical, minute and tablet: what somebody would do against what is due.
 * ≥ 2× or ≤ ½ is refused, beyond ± 33 % warned, unless the method states bands of its own.
 * @returns undefined where it fits
 */
export function judgeMeant(due: Due, meant: number): Judgement | undefined {
  if (due.judge) {
    const own = due.judge(meant);
    return own.verdict === 'ok' ? undefined : own;
  }
  if (due.amount <= 0) return undefined;
  const ratio = meant / due.amount;
  // a time is a least: a minute too short is told however little it is, a longer one only costs
  if (due.onlyUnder ? ratio >= 1 : Math.abs(ratio - 1) <= WARN_SHARE) return undefined;
  const params = { meant, amount: due.amount, unit: `due.${due.unit}`, ratio };
  const slip = slipOf(due, meant);
  const more = { remedy: message('due.remedy', params), ...(slip ? { slip } : {}) };
  if (ratio >= STOP_OVER) return judge('refuse', message('due.far-over', params), 'arithmetic', more);
  if (ratio <= STOP_UNDER) return judge('refuse', message('due.far-under', params), 'arithmetic', more);
  return judge('warn', message(due.onlyUnder ? 'due.too-short' : 'due.off', params), 'arithmetic', more);
}

/** The likely slip: of spoons and units where it is poured or spooned, of counting or of the decimal point elsewhere. */
function slipOf({ amount, unit, powderKgL }: Due, meant: number): Message | undefined {
  if (meant <= 0) return undefined;
  if (unit === 'mL') return likelySlip(meant, amount);
  if (unit === 'g' && powderKgL) return likelySlip(meant / powderKgL, amount / powderKgL);
  const ratio = meant / amount;
  return ratio > 8 || ratio < 1 / 8 ? message('slip.decimal', { ratio }) : undefined;
}
