import type { CitationId } from '../../base/citations.ts';
import { type Message, message } from '../../base/judgement.ts';
import { litresPer, STANDARD_DROPS_PER_ML } from '../../base/units/volume.ts';
import { MRDL_MG_L } from './residual.ts';
import { type Bleach, labelStrengthMgMl } from './strength.ts';

/** Water as the eye judges it: below 5 NTU is clear, to 100 cloudy, above that (muddy) no dose is offered. */
export const clarities = ['clear', 'cloudy', 'muddy'] as const;
export type Clarity = (typeof clarities)[number];

export const doseSchoolIds = [
  'drops-rule',
  'eighth-teaspoon',
  'target-dose',
  'measured-demand',
  'tap-as-is',
  'tap-top-up',
] as const;
export type DoseSchoolId = (typeof doseSchoolIds)[number];

/** One jar of a demand test: the dose put in, and the free chlorine read after 30 minutes. */
export interface Jar {
  readonly doseMgL: number;
  readonly residualMgL: number;
}

/** The case that the schools answer. */
export interface DoseCase {
  readonly volumeL: number;
  readonly clarity: Clarity;
  /** Water temperature; undefined when nobody measured it. */
  readonly temperatureC?: number;
  readonly bleach: Pick<Bleach, 'basis' | 'strength'>;
  /** Strength to dose with (mg/mL), by the chosen school of strength. */
  readonly strengthMgMl: number;
  /** What the bottle really holds (mg/mL), as measured or as computed from its age; absent where nobody knows. */
  readonly trueMgMl?: number;
  /** Treated water from the mains, and the free chlorine read in it. */
  readonly isTreatedTap: boolean;
  /** Treated here before, and proved by a reading: its residual may be topped up. */
  readonly isProved?: boolean;
  readonly residualMgL?: number;
  readonly jars?: readonly Jar[];
}

/** What a school says: a dose, or why it has none. */
export type DoseAnswer =
  | {
      readonly school: DoseSchoolId;
      readonly answers: true;
      readonly doseMl: number;
      readonly targetMgL: number;
      readonly working: Message;
    }
  | { readonly school: DoseSchoolId; readonly answers: false; readonly working: Message };

export interface DoseSchool {
  readonly id: DoseSchoolId;
  readonly source: CitationId;
  readonly answer: (c: DoseCase) => DoseAnswer;
}

/** Drops (20 per mL) in a US gallon by the label's wt % (US EPA, US CDC). Other strengths: no answer. */
const dropsPerGallon: readonly { percent: number; drops: number }[] = [
  { percent: 1, drops: 40 },
  { percent: 6, drops: 8 },
  { percent: 8.25, drops: 6 },
];

const CLEAR_NTU = 5;
const MUDDY_NTU = 100;

/** Cold or cloudy water takes the double dose of the drop and spoon rules. */
export const COLD_DOSE_C = 5;
// water of which nobody measured the temperature counts as cold
const isDoubled = (c: DoseCase): boolean => c.clarity !== 'clear' || (c.temperatureC ?? 0) < COLD_DOSE_C;

/** The tables of drops and spoons are made for what the label says: a bottle further off it has no answer in them. */
const OFF_LABEL_SHARE = 0.2;
function offLabelShare({ bleach, trueMgMl }: DoseCase): number | undefined {
  if (trueMgMl === undefined) return undefined;
  const share = trueMgMl / labelStrengthMgMl(bleach.basis, bleach.strength);
  return Math.abs(share - 1) > OFF_LABEL_SHARE ? share : undefined;
}

const EIGHTH_TEASPOON_ML = (litresPer.tsp * 1000) / 8;
const GALLON_L = litresPer['US gal'];

/** Target dose: 2 mg/L for clear water, 4 for cloudy (safe-water-system practice). */
export const TARGET_CLEAR_MG_L = 2;
export const TARGET_CLOUDY_MG_L = 4;
/** Residual that a demand jar must keep after 30 minutes. */
export const JAR_RESIDUAL_MG_L = 0.5;
/** Treated tap water with at least this residual is stored as it is. */
export const TAP_RESIDUAL_MG_L = 0.2;
export const TOP_UP_MG_L = 1;

const none = (school: DoseSchoolId, id: string, params?: Record<string, number | string>): DoseAnswer => ({
  school,
  answers: false,
  working: message(id, params),
});

/** A dose from a volume of bleach, told with the mg/L it makes. */
function byVolume(school: DoseSchoolId, c: DoseCase, doseMl: number, working: Message): DoseAnswer {
  return { school, answers: true, doseMl, targetMgL: (doseMl * c.strengthMgMl) / c.volumeL, working };
}

/** A dose from a target: mL = target mg/L × V ÷ strength. */
function byTarget(school: DoseSchoolId, c: DoseCase, targetMgL: number, id: string): DoseAnswer {
  const doseMl = (targetMgL * c.volumeL) / c.strengthMgMl;
  const params = { targetMgL, volumeL: c.volumeL, strengthMgMl: c.strengthMgMl, doseMl };
  return { school, answers: true, doseMl, targetMgL, working: message(id, params) };
}

function dropsRule(c: DoseCase): DoseAnswer {
  const row =
    c.bleach.basis === 'wt-naocl' &&
    dropsPerGallon.find(r => Math.abs(r.percent - c.bleach.strength) < 0.005);
  if (!row) return none('drops-rule', 'dose.drops-rule.none', { percent: c.bleach.strength });
  const share = offLabelShare(c);
  if (share !== undefined) return none('drops-rule', 'dose.off-label', { share });
  const factor = isDoubled(c) ? 2 : 1;
  const gallons = c.volumeL / GALLON_L;
  const drops = Math.max(1, Math.round(row.drops * factor * gallons));
  const params = {
    drops,
    perGallon: row.drops * factor,
    gallons,
    percent: row.percent,
    doseMl: drops / STANDARD_DROPS_PER_ML,
  };
  const id = factor === 2 ? 'dose.drops-rule.double' : 'dose.drops-rule';
  return byVolume('drops-rule', c, drops / STANDARD_DROPS_PER_ML, message(id, params));
}

function eighthTeaspoon(c: DoseCase): DoseAnswer {
  const { basis, strength } = c.bleach;
  if (basis !== 'wt-naocl' || strength < 5 || strength > 9) {
    return none('eighth-teaspoon', 'dose.eighth-teaspoon.none', { percent: strength });
  }
  const share = offLabelShare(c);
  if (share !== undefined) return none('eighth-teaspoon', 'dose.off-label', { share });
  const factor = isDoubled(c) ? 2 : 1;
  const gallons = c.volumeL / GALLON_L;
  const doseMl = EIGHTH_TEASPOON_ML * factor * gallons;
  const id = factor === 2 ? 'dose.eighth-teaspoon.double' : 'dose.eighth-teaspoon';
  return byVolume('eighth-teaspoon', c, doseMl, message(id, { gallons, doseMl }));
}

/** Demand read from the jars: the least dose that kept 0.5 mg/L. */
export function leastDose(jars: readonly Jar[]): (Jar & { demandMgL: number }) | undefined {
  const kept = jars.filter(j => j.residualMgL >= JAR_RESIDUAL_MG_L).sort((a, b) => a.doseMgL - b.doseMgL)[0];
  return kept && { ...kept, demandMgL: kept.doseMgL - kept.residualMgL };
}

function measuredDemand(c: DoseCase): DoseAnswer {
  if (!c.jars?.length) return none('measured-demand', 'dose.measured-demand.none');
  const least = leastDose(c.jars);
  if (!least) return none('measured-demand', 'dose.measured-demand.too-little');
  return byTarget('measured-demand', c, least.doseMgL, 'dose.measured-demand');
}

function tapAsIs(c: DoseCase): DoseAnswer {
  if (!c.isTreatedTap) return none('tap-as-is', 'dose.tap-as-is.not-tap');
  // without a notice nothing is asked of it, read or not; cloudy it is not what was put into the pipe
  if (c.residualMgL === undefined)
    return c.clarity === 'clear'
      ? {
          school: 'tap-as-is',
          answers: true,
          doseMl: 0,
          targetMgL: 0,
          working: message('dose.tap-as-is.unread'),
        }
      : none('tap-as-is', 'dose.tap-as-is.cloudy');
  if (c.residualMgL < TAP_RESIDUAL_MG_L)
    return none('tap-as-is', 'dose.tap-as-is.low', { residualMgL: c.residualMgL });
  if (c.residualMgL > MRDL_MG_L)
    return none('tap-as-is', 'dose.tap-as-is.high', { residualMgL: c.residualMgL });
  return {
    school: 'tap-as-is',
    answers: true,
    doseMl: 0,
    targetMgL: 0,
    working: message('dose.tap-as-is', { residualMgL: c.residualMgL }),
  };
}

function tapTopUp(c: DoseCase): DoseAnswer {
  if (!c.isTreatedTap && !c.isProved) return none('tap-top-up', 'dose.tap-top-up.not-tap');
  if (c.residualMgL === undefined) return none('tap-top-up', 'dose.tap-top-up.unread');
  if (c.residualMgL >= TOP_UP_MG_L)
    return none('tap-top-up', 'dose.tap-top-up.enough', { residualMgL: c.residualMgL });
  return byTarget('tap-top-up', c, TOP_UP_MG_L - c.residualMgL, 'dose.tap-top-up');
}

/** The schools of how much bleach goes in. */
export const doseSchools: readonly DoseSchool[] = [
  { id: 'drops-rule', source: 'epa-emergency', answer: dropsRule },
  { id: 'eighth-teaspoon', source: 'epa-emergency', answer: eighthTeaspoon },
  {
    id: 'target-dose',
    source: 'cdc-sws',
    answer: c =>
      byTarget(
        'target-dose',
        c,
        c.clarity === 'clear' ? TARGET_CLEAR_MG_L : TARGET_CLOUDY_MG_L,
        'dose.target-dose',
      ),
  },
  { id: 'measured-demand', source: 'who-emergency', answer: measuredDemand },
  { id: 'tap-as-is', source: 'cdc-storage', answer: tapAsIs },
  { id: 'tap-top-up', source: 'who-emergency', answer: tapTopUp },
];

/** What every school says for this very case. */
export function doseAnswers(c: DoseCase): DoseAnswer[] {
  return doseSchools.map(s => s.answer(c));
}

/**
 * The school to begin with: treated tap stays as it is unless it reads too little, jars that were read decide, anything else
 * follows the drop rule. It goes by the water, never by the bottle: where the rule has no answer for a bottle, another one is asked
 * for and not taken in silence.
 */
export function defaultDoseSchool(c: DoseCase): DoseSchoolId {
  const answers = (id: DoseSchoolId) => doseAnswers(c).some(a => a.school === id && a.answers);
  // jars that were read tell more of a water than that nobody read it
  if (answers('measured-demand') && c.residualMgL === undefined) return 'measured-demand';
  if (answers('tap-as-is')) return 'tap-as-is';
  return answers('measured-demand') ? 'measured-demand' : 'drops-rule';
}

/** Turbidity (NTU) as the eye judges it: clear below 5, cloudy to 100, muddy above. */
export function clarityOf(ntu: number): Clarity {
  if (ntu < CLEAR_NTU) return 'clear';
  return ntu <= MUDDY_NTU ? 'cloudy' : 'muddy';
}
