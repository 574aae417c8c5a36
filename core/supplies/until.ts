import { addMonths, type Day } from '../calendar/day.ts';
import { replaceBleachBy } from '../chlorine/strength.ts';
import type { SupplyFields } from '../log/entry.ts';
import { supplyKinds } from './kinds.ts';

/** The day a supply is trusted to: bleach by its age, the rest by what its pack says or what is usual for its kind. */
export function supplyUntil(supply: SupplyFields): Day | undefined {
  if (supply.bleach) return replaceBleachBy(supply.bleach);
  if (supply.expiresOn) return supply.expiresOn;
  const { keepsMonths } = supplyKinds[supply.kind];
  return supply.madeOn && keepsMonths > 0 ? addMonths(supply.madeOn, keepsMonths) : undefined;
}
