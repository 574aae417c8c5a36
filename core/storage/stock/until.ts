import { addMonths, type Day, dayOf } from '../../base/day.ts';
import { replaceBleachBy } from '../../treatment/chlorine/strength.ts';
import { supplyKinds } from './kinds.ts';
import type { Supply, SupplyFields } from './supply.ts';

type Kept = SupplyFields & Pick<Supply, 'log'> & Partial<Pick<Supply, 'setAt'>>;

/**
 * The day a supply is trusted to: bleach by its age, the rest by what its pack says or what is usual for its kind;
 * an opened pack, or a filter in use, by the months it lasts then, if they end sooner.
 */
export function supplyUntil(supply: Kept): Day | undefined {
  if (supply.bleach) return bleachUntil(supply);
  const { keepsMonths } = supplyKinds[supply.kind];
  const kept = supply.madeOn && keepsMonths > 0 ? addMonths(supply.madeOn, keepsMonths) : undefined;
  const days = [supply.expiresOn ?? kept, inUseUntil(supply)].filter(day => day !== undefined);
  return days.sort()[0];
}

/** Bleach without a date counts as half a year old on the day it was written down (§15). */
const UNDATED_MONTHS = 6;
function bleachUntil({ bleach, setAt }: Kept): Day | undefined {
  if (bleach!.madeOn || bleach!.useBy || !setAt) return replaceBleachBy(bleach!);
  return replaceBleachBy({ ...bleach!, madeOn: addMonths(setAt.slice(0, 10), -UNDATED_MONTHS) });
}

/** Months count from the day it was opened or taken into use. */
function inUseUntil({ openedOn, lastsMonths, log }: Kept): Day | undefined {
  if (lastsMonths === undefined) return undefined;
  const begun = log?.find(e => e.what === 'commissioned');
  const since = openedOn ?? (begun && dayOf(begun.at, 'UTC'));
  return since && addMonths(since, lastsMonths);
}
