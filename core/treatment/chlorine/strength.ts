import { addDays, addMonths, type Day, daysBetween } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';

/** How a label states its strength. Trade % is grams of available chlorine per 100 mL. */
export const strengthBases = ['wt-naocl', 'wt-available', 'trade', 'g-per-l'] as const;
export type StrengthBasis = (typeof strengthBases)[number];

/** What a bottle is beside sodium hypochlorite and water. Only `plain` may be drunk. */
export const bleachProducts = ['plain', 'scented', 'thickened', 'cleaner', 'pool'] as const;
export type BleachProduct = (typeof bleachProducts)[number];

/** A bottle of bleach as owned. */
export interface Bleach {
  readonly product: BleachProduct;
  readonly basis: StrengthBasis;
  readonly strength: number;
  /** Day of manufacture, or of purchase where that is all one knows. The clock runs from here, not from opening. */
  readonly madeOn?: Day;
  /** Mean temperature it is kept at (°C). */
  readonly keptC: number;
  /** A solution made here keeps until then, whatever its age says. */
  readonly useBy?: Day;
  /** Available chlorine as titrated or read from a strip (mg/mL). */
  readonly measuredMgMl?: number;
}

const CHLORINE_G_MOL = 70.906;
const NAOCL_G_MOL = 74.442;

/** Density of hypochlorite solution (kg/L) by wt %, AWWA B300: ≈ 1 + 0.0135·wt%. */
const densityKgL = (weightPercent: number): number => 1 + 0.0135 * weightPercent;

/**
 * Available chlorine of a fresh bottle (mg/mL).
 * @example labelStrengthMgMl('wt-naocl', 6) // 61.8
 */
export function labelStrengthMgMl(basis: StrengthBasis, strength: number): number {
  switch (basis) {
    case 'wt-naocl':
      return strength * 10 * densityKgL(strength) * (CHLORINE_G_MOL / NAOCL_G_MOL);
    case 'wt-available':
      return strength * 10 * densityKgL(strength);
    case 'trade':
      return strength * 10;
    case 'g-per-l':
      return strength;
  }
}

/**
 * Rate constant of hypochlorite's own decomposition (M⁻¹ s⁻¹), Gordon, Adam & Bubnis 1995.
 * @param molar hypochlorite at the start (mol/L)
 */
function decayRate(molar: number, temperatureC: number): number {
  const kelvin = temperatureC + 273.15;
  const ionicStrength = 2 * molar + 0.1;
  const log10k =
    0.149 * ionicStrength +
    Math.log10(2.083e10 * kelvin * Math.exp(-1.018e5 / (8.314 * kelvin)) * Math.exp(-56.5 / 8.314));
  return 10 ** log10k;
}

const SECONDS_PER_DAY = 86_400;

/**
 * Available chlorine left (mg/mL) after `days` at a steady temperature: second-order decay
 * d[OCl⁻]/dt = −k[OCl⁻]². Trace metals make real bottles faster, none slower.
 * @example agedStrengthMgMl(61.8, 365, 25) / 61.8 // ≈ 0.66
 */
export function agedStrengthMgMl(freshMgMl: number, days: number, temperatureC: number): number {
  if (days <= 0 || freshMgMl <= 0) return freshMgMl;
  const molar = freshMgMl / CHLORINE_G_MOL;
  const seconds = days * SECONDS_PER_DAY;
  return freshMgMl / (1 + decayRate(molar, temperatureC) * molar * seconds);
}

/** Days until half of a fresh strength is left. */
export function halfLifeDays(freshMgMl: number, temperatureC: number): number {
  const molar = freshMgMl / CHLORINE_G_MOL;
  return 1 / (decayRate(molar, temperatureC) * molar) / SECONDS_PER_DAY;
}

export const strengthSchools = ['replace-yearly', 'computed-strength', 'measured'] as const;
export type StrengthSchoolId = (typeof strengthSchools)[number];

/** Kept warmer than this, bleach is replaced after six months instead of twelve. */
export const HOT_BLEACH_C = 30;

/** The last day that `replace-yearly` trusts the label; undefined when nobody knows its age. */
export function replaceBleachBy(bleach: Pick<Bleach, 'madeOn' | 'keptC' | 'useBy'>): Day | undefined {
  if (bleach.useBy) return bleach.useBy;
  return bleach.madeOn && addMonths(bleach.madeOn, bleach.keptC > HOT_BLEACH_C ? 6 : 12);
}

export interface StrengthAnswer {
  readonly school: StrengthSchoolId;
  /** mg/mL to dose with; undefined where the school has no answer. */
  readonly mgMl?: number;
  readonly judgement: Judgement;
}

/** What a school takes a bottle's strength to be on a day, and whether it would use it at all. */
export function strengthBy(school: StrengthSchoolId, bleach: Bleach, today: Day): StrengthAnswer {
  const labelMgMl = labelStrengthMgMl(bleach.basis, bleach.strength);
  const ageDays = bleach.madeOn ? Math.max(0, daysBetween(bleach.madeOn, today)) : undefined;
  const params = { labelMgMl, ageDays: ageDays ?? 0, keptC: bleach.keptC };
  switch (school) {
    case 'replace-yearly':
      return { school, mgMl: labelMgMl, judgement: judgeAge(bleach, today) };
    case 'computed-strength': {
      if (ageDays === undefined) {
        return { school, judgement: judge('refuse', message('strength.no-date'), 'gordon-adam') };
      }
      // what settles out of a stock of powder is not in the decay of bleach
      if (bleach.useBy && today > bleach.useBy) return { school, judgement: judgeAge(bleach, today) };
      const mgMl = agedStrengthMgMl(labelMgMl, ageDays, bleach.keptC);
      return {
        school,
        mgMl,
        judgement: judge('ok', message('strength.computed', { ...params, mgMl }), 'gordon-adam'),
      };
    }
    case 'measured':
      return bleach.measuredMgMl === undefined
        ? { school, judgement: judge('refuse', message('strength.not-measured'), 'practice') }
        : {
            school,
            mgMl: bleach.measuredMgMl,
            judgement: judge('ok', message('strength.measured', { mgMl: bleach.measuredMgMl }), 'practice'),
          };
  }
}

function judgeAge(bleach: Bleach, today: Day): Judgement {
  const byDay = replaceBleachBy(bleach);
  if (!byDay) {
    return judge('warn', message('strength.age-unknown'), 'epa-emergency', {
      remedy: message('strength.age-unknown.remedy'),
    });
  }
  if (today > byDay) {
    const reason = bleach.useBy ? 'strength.stock-old' : 'strength.too-old';
    return judge('refuse', message(reason, { byDay, keptC: bleach.keptC }), 'epa-emergency', {
      remedy: message('strength.too-old.remedy'),
    });
  }
  if (!bleach.useBy && today > addDays(byDay, -30)) {
    return judge('warn', message('strength.ages-soon', { byDay }), 'epa-emergency');
  }
  return judge(
    'ok',
    message('strength.label', { byDay, labelMgMl: labelStrengthMgMl(bleach.basis, bleach.strength) }),
    'epa-emergency',
  );
}

/** What a bottle really holds (mg/mL): as measured, else as computed from its age; undefined where nobody knows its age. */
export function trueStrengthMgMl(bleach: Bleach, today: Day): number | undefined {
  if (bleach.measuredMgMl !== undefined) return bleach.measuredMgMl;
  if (!bleach.madeOn) return undefined;
  const days = Math.max(0, daysBetween(bleach.madeOn, today));
  return agedStrengthMgMl(labelStrengthMgMl(bleach.basis, bleach.strength), days, bleach.keptC);
}

/** Below this share of its label a bottle is not for store: what was chlorine has become chlorate. */
export const WORN_SHARE = 0.5;
/** Hypochlorite solution is not sold above this (wt %). */
export const MOST_WEIGHT_PERCENT = 16;

/**
 * Judges what is in a bottle whatever the school: a label that cannot be bleach, and one that has lost more than half. Where
 * a worn bottle is all there is, it is dosed by its measured strength.
 * @returns undefined where nothing speaks against it
 */
export function judgeBottle(bleach: Bleach, school: StrengthSchoolId, today: Day): Judgement | undefined {
  const isWeight = bleach.basis === 'wt-naocl' || bleach.basis === 'wt-available';
  if (isWeight && bleach.strength > MOST_WEIGHT_PERCENT)
    return judge('refuse', message('strength.not-bleach', { percent: bleach.strength }), 'awwa', {
      remedy: message('strength.not-bleach.remedy'),
    });
  const mgMl = trueStrengthMgMl(bleach, today);
  const labelMgMl = labelStrengthMgMl(bleach.basis, bleach.strength);
  if (mgMl === undefined || mgMl >= WORN_SHARE * labelMgMl) return undefined;
  const isMeasured = school === 'measured' && bleach.measuredMgMl !== undefined;
  return judge(isMeasured ? 'warn' : 'refuse', message('strength.worn', { mgMl, labelMgMl }), 'who-gdwq', {
    remedy: message(isMeasured ? 'strength.worn.measured' : 'strength.worn.remedy'),
  });
}

/** Refuses everything but plain sodium hypochlorite. */
export function judgeProduct(product: BleachProduct): Judgement {
  return product === 'plain'
    ? judge('ok', message('bleach.plain'), 'epa-emergency')
    : judge('refuse', message(`bleach.${product}`), 'epa-emergency', {
        remedy: message('bleach.unfit.remedy'),
      });
}
