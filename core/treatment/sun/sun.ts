import { type Day, daysBetween } from '../../base/day.ts';

const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/** Declination of the sun (degrees) on a day of the year: Cooper 1969, good to half a degree. */
export const declinationDeg = (dayOfYear: number): number =>
  23.45 * Math.sin(rad((360 * (284 + dayOfYear)) / 365));

/** Cosine of the sun's zenith angle at a solar hour (12 = noon). */
export function cosZenith(latitudeDeg: number, dayOfYear: number, solarHour: number): number {
  const declination = rad(declinationDeg(dayOfYear));
  const latitude = rad(latitudeDeg);
  const hourAngle = rad(15 * (solarHour - 12));
  return (
    Math.sin(latitude) * Math.sin(declination) +
    Math.cos(latitude) * Math.cos(declination) * Math.cos(hourAngle)
  );
}

/** Minutes from sunrise to sunset on a day: the whole of it where the sun does not set, none where it does not rise. */
export function dayLengthMin(latitudeDeg: number, day: Day): number {
  const declination = rad(declinationDeg(daysBetween(`${day.slice(0, 4)}-01-01`, day) + 1));
  const cosHour = -Math.tan(rad(latitudeDeg)) * Math.tan(declination);
  return (Math.acos(Math.max(-1, Math.min(1, cosHour))) / Math.PI) * 1440;
}

/** Global radiation under a clear sky (W/m²): Haurwitz 1945. */
export const clearSkyWM2 = (cosTheta: number): number =>
  cosTheta <= 0 ? 0 : 1098 * cosTheta * Math.exp(-0.057 / cosTheta);

/** Share that clouds let through, by oktas (0 clear, 8 overcast): Kasten & Czeplak 1980. */
export const cloudFactor = (oktas: number): number => 1 - 0.75 * (oktas / 8) ** 3.4;

/** Steps of the sum over a day (hours). */
const STEP_H = 1 / 12;

/** Radiation that a flat bottle gets in a day (Wh/m²). */
export function dailyWhM2(latitudeDeg: number, day: Day, oktas: number, shadeShare: number): number {
  const dayOfYear = daysBetween(`${day.slice(0, 4)}-01-01`, day) + 1;
  let sum = 0;
  for (let hour = STEP_H / 2; hour < 24; hour += STEP_H)
    sum += clearSkyWM2(cosZenith(latitudeDeg, dayOfYear, hour)) * STEP_H;
  return sum * cloudFactor(oktas) * (1 - shadeShare);
}

/** What a bottle must have got (Wh/m²). */
export const EXPOSURE_WH_M2 = 3000;
/** More days than this are no treatment but a hope. */
export const MOST_DAYS = 3;

export interface Exposure {
  /** Whole days by the rule: one with less than half the sky clouded, two else. */
  readonly ruleDays: number;
  readonly meterDays: number;
  /** Both must hold. */
  readonly days: number;
  readonly whM2: number;
}

/** Days in the sun by the rule of thumb and by the meter; both must hold. */
export function exposureOf(latitudeDeg: number, day: Day, oktas: number, shadeShare: number): Exposure {
  const whM2 = dailyWhM2(latitudeDeg, day, oktas, shadeShare);
  const ruleDays = oktas < 4 ? 1 : 2;
  const meterDays = whM2 > 0 ? Math.ceil(EXPOSURE_WH_M2 / whM2 - 1e-9) : Number.POSITIVE_INFINITY;
  return { ruleDays, meterDays, days: Math.max(ruleDays, meterDays), whM2 };
}

/** Bottles for a daily need: enough for each day of the exposure and one to drink from, so that two sets go round. */
export const bottlesFor = (needL: number, bottleL: number, days: number): number =>
  Math.ceil(needL / bottleL - 1e-9) * (days + 1);
