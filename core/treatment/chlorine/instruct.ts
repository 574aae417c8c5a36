import type { Day } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import { type Amount, spanOf } from '../../base/units/amount.ts';
import { giardiaMin } from '../credit/ct.ts';
import type { DoseInstruction } from './batch.ts';
import { type ContactTime, contactTime } from './contact.ts';
import { deliveredMl, type MeasurePlan, measurePlan, type Tool } from './measure.ts';
import { RESIDUAL_AIM_MG_L } from './residual.ts';
import {
  type Clarity,
  type DoseAnswer,
  type DoseCase,
  type DoseSchoolId,
  defaultDoseSchool,
  doseAnswers,
} from './schools.ts';
import { WARN_SHARE } from './slip.ts';
import {
  type Bleach,
  judgeBottle,
  judgeProduct,
  type StrengthAnswer,
  type StrengthSchoolId,
  strengthBy,
  strengthSchools,
  trueStrengthMgMl,
} from './strength.ts';

/** What the bench is asked. Unmeasured water has no temperature or pH; the answer is then on the safe side. */
export interface DoseQuestion {
  readonly volumeL: Amount;
  readonly clarity: Clarity;
  readonly temperatureC?: number;
  readonly ph?: number;
  readonly isTreatedTap: boolean;
  readonly isProved?: boolean;
  readonly residualMgL?: number;
  readonly jars?: DoseCase['jars'];
  readonly bleach: Bleach;
  readonly strengthSchool: StrengthSchoolId;
  /** How far the strength may be off, as a share, where it is a guess. */
  readonly strengthSpread?: number;
  /** The school chosen; absent, the default one answers. */
  readonly school?: DoseSchoolId;
  readonly tools: readonly Tool[];
  readonly today: Day;
}

/** What the bench answers: every school, the chosen one measured out, the contact time, and whether to go on. */
export interface DosePlan {
  readonly answers: readonly DoseAnswer[];
  readonly chosen: DoseAnswer;
  readonly strengths: readonly StrengthAnswer[];
  readonly strength: StrengthAnswer;
  readonly measure: MeasurePlan;
  /** Undiluted bleach after rounding (mL), and what it makes (mg/L): a span when the volume or the strength is a guess. */
  readonly roundedMl: number;
  readonly roundedMgL: number;
  readonly spanMgL: readonly [number, number];
  readonly contact: ContactTime;
  /** Minutes with 0.5 mg/L left that earn 2 log of Giardia as well, where temperature and pH are known: offered, never imposed. */
  readonly giardiaMin?: number;
  readonly judgements: readonly Judgement[];
}

/** What a longer stand is offered for: two stars of WHO ask so much of Giardia (log₁₀). */
const GIARDIA_LOG = 2;

/**
 * Answers a dose question by all schools.
 * Judgements of `refuse` among the answer mean: do not begin.
 */
export function planDose(q: DoseQuestion): DosePlan {
  const strengths = strengthSchools.map(s => strengthBy(s, q.bleach, q.today));
  const strength = strengths.find(s => s.school === q.strengthSchool)!;
  const strengthMgMl = strength.mgMl ?? strengths[0]!.mgMl!;
  const trueMgMl = trueStrengthMgMl(q.bleach, q.today);
  const dosing: DoseCase = {
    volumeL: q.volumeL.value,
    clarity: q.clarity,
    bleach: q.bleach,
    strengthMgMl,
    ...(trueMgMl === undefined ? {} : { trueMgMl }),
    isTreatedTap: q.isTreatedTap,
    ...(q.isProved ? { isProved: true } : {}),
    ...(q.temperatureC === undefined ? {} : { temperatureC: q.temperatureC }),
    ...(q.residualMgL === undefined ? {} : { residualMgL: q.residualMgL }),
    ...(q.jars ? { jars: q.jars } : {}),
  };
  const answers = doseAnswers(dosing);
  const school = q.school ?? defaultDoseSchool(dosing);
  const chosen = answers.find(a => a.school === school)!;
  const exactMl = chosen.answers ? chosen.doseMl : 0;
  const measure: MeasurePlan = exactMl > 0 ? measurePlan(exactMl, q.tools) : { way: 'none' };
  const roundedMl = deliveredMl(measure, exactMl);
  const [leastL, mostL] = spanOf(q.volumeL);
  const spread = q.strengthSpread ?? 0;
  const longer =
    q.temperatureC === undefined || q.ph === undefined || q.clarity !== 'clear'
      ? undefined
      : giardiaMin(GIARDIA_LOG, {
          freeChlorineMgL: RESIDUAL_AIM_MG_L,
          temperatureC: q.temperatureC,
          ph: q.ph,
        });
  const mgL = (volumeL: number) => (volumeL > 0 ? (roundedMl * strengthMgMl) / volumeL : 0);
  return {
    answers,
    chosen,
    strengths,
    strength,
    measure,
    roundedMl,
    roundedMgL: mgL(q.volumeL.value),
    spanMgL: [mgL(mostL) * (1 - spread), mgL(leastL) * (1 + spread)],
    contact: contactTime(q),
    ...(longer === undefined ? {} : { giardiaMin: longer }),
    judgements: [
      ...judgePlan(q, strength, chosen, measure, exactMl),
      ...judgeGuesses(q, [mgL(mostL) * (1 - spread), mgL(leastL) * (1 + spread)]),
    ],
  };
}

function judgePlan(
  q: DoseQuestion,
  strength: StrengthAnswer,
  chosen: DoseAnswer,
  measure: MeasurePlan,
  exactMl: number,
): Judgement[] {
  const judgements: Judgement[] = [];
  const keep = (j: Judgement) => {
    if (j.verdict !== 'ok') judgements.push(j);
  };
  // where nothing is added, the state of the bottle is nothing to the water
  if (!chosen.answers || chosen.doseMl > 0) {
    keep(judgeProduct(q.bleach.product));
    keep(strength.judgement);
    const bottle = judgeBottle(q.bleach, q.strengthSchool, q.today);
    if (bottle) judgements.push(bottle);
    if (q.ph !== undefined) judgements.push(...judgePh(q.ph));
    if (q.temperatureC !== undefined && q.temperatureC < ICY_C)
      judgements.push(judge('warn', message('dose.icy'), 'epa-lt2', { remedy: message('dose.icy.remedy') }));
  }
  if (q.clarity === 'muddy') {
    judgements.push(
      judge('refuse', message('clarity.muddy'), 'epa-emergency', { remedy: message('clarity.muddy.remedy') }),
    );
  } else if (q.clarity === 'cloudy') {
    judgements.push(
      judge('warn', message('clarity.cloudy'), 'epa-emergency', { remedy: message('clarity.cloudy.remedy') }),
    );
  }
  if (!chosen.answers)
    judgements.push(judge('refuse', chosen.working, 'record', { remedy: message('dose.choose-other') }));
  if (exactMl > 0 && measure.way === 'none') {
    judgements.push(
      judge('refuse', message('measure.none', { doseMl: exactMl }), 'arithmetic', {
        remedy: message('measure.none.remedy'),
      }),
    );
  }
  return judgements;
}

/** Colder than any table of contact times (°C): nothing is credited. */
const ICY_C = 0.5;

/** Above pH 9 chlorine hardly works, above 10 and below 6 nobody has measured that it does. */
function judgePh(ph: number): Judgement[] {
  if (ph > 10 || ph < 6)
    return [
      judge('refuse', message('dose.ph-none', { ph }), 'who-gdwq', {
        remedy: message('dose.ph-none.remedy'),
      }),
    ];
  return ph > 9
    ? [judge('warn', message('dose.ph-high', { ph }), 'who-gdwq', { remedy: message('dose.ph-high.remedy') })]
    : [];
}

/** Guesses wider than a third either way together: the dose may be too little or too much. */
const WIDE = (1 + WARN_SHARE) / (1 - WARN_SHARE) / 1.25;

/** Names the one measurement that would narrow the span most: of the volume, or of the strength. */
function judgeGuesses(q: DoseQuestion, [leastMgL, mostMgL]: readonly [number, number]): Judgement[] {
  if (leastMgL <= 0 || mostMgL / leastMgL < WIDE) return [];
  const [leastL, mostL] = spanOf(q.volumeL);
  const strengthSpread = q.strengthSpread ?? 0;
  const isVolume = mostL / leastL >= (1 + strengthSpread) / (1 - strengthSpread);
  const params = { leastMgL, mostMgL, leastL, mostL };
  return [
    judge(
      'warn',
      message(isVolume ? 'measure.guessed-volume' : 'measure.guessed-strength', params),
      'arithmetic',
      {
        remedy: message(isVolume ? 'measure.guessed-volume.remedy' : 'measure.guessed-strength.remedy'),
      },
    ),
  ];
}

/** The instruction that a batch is begun with, kept in the log. */
export function instructionOf(q: DoseQuestion, plan: DosePlan): DoseInstruction {
  const { measure, chosen } = plan;
  const poured =
    measure.way === 'tool' ? measure.measured : measure.way === 'dilute' ? measure.dilution.dose : undefined;
  return {
    school: chosen.school,
    strengthSchool: q.strengthSchool,
    volumeL: q.volumeL.value,
    strengthMgMl: plan.strength.mgMl ?? 0,
    targetMgL: chosen.answers ? chosen.targetMgL : 0,
    doseMl: plan.roundedMl,
    way: measure.way,
    ...(poured ? { tool: poured.tool.id, steps: poured.steps, pourMl: poured.deliveredMl } : {}),
    ...(measure.way === 'dilute'
      ? {
          dilution: {
            factor: measure.dilution.factor,
            bleachMl: measure.dilution.bleach.deliveredMl,
            waterMl: measure.dilution.waterMl,
          },
        }
      : {}),
    contactMin: plan.contact.minutes,
    clarity: q.clarity,
    ...(q.temperatureC === undefined ? {} : { temperatureC: q.temperatureC }),
    ...(q.ph === undefined ? {} : { ph: q.ph }),
  };
}
