import { type Dated, figureOf } from './testReading.ts';

/** Past what taste explains it is another water: pH below 4 or above 11, more than 3,000 mg/L dissolved (4,600 µS/cm). */
export function isOtherWater(r: Dated): boolean {
  const figure = figureOf(r);
  if (figure === undefined || r.beyond === 'below') return false;
  if (r.parameter === 'ph') return figure < LEAST_PH || figure > MOST_PH;
  if (r.parameter === 'tds') return figure > MOST_TDS_MG_L;
  return r.parameter === 'conductivity' && figure > MOST_EC_US_CM;
}
export const LEAST_PH = 4;
export const MOST_PH = 11;
export const MOST_TDS_MG_L = 3000;
export const MOST_EC_US_CM = 4600;
