import { message } from '../../base/judgement.ts';
import { measured } from '../../base/units/amount.ts';
import { type DosePlan, type DoseQuestion, planDose } from '../chlorine/instruct.ts';
import { toolCatalogue } from '../chlorine/measure.ts';
import { type Contact, earnedByDose, usualContact } from '../chlorine/promised.ts';
import { MRDL_MG_L, RESIDUAL_AIM_MG_L } from '../chlorine/residual.ts';
import { clarityOf } from '../chlorine/schools.ts';
import {
  type Bleach,
  type BleachProduct,
  bleachProducts,
  type StrengthBasis,
  type StrengthSchoolId,
  strengthBases,
  strengthSchools,
} from '../chlorine/strength.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { credit, noCredit } from '../credit/credit.ts';
import {
  type Context,
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  numberOf,
  volumeBlank,
  waitStep,
} from './method.ts';

const stands = ['usual', 'giardia'] as const;

function bleachIn(inputs: Inputs): Bleach {
  const [madeOn, measuredMgMl] = [inputs.madeOn, numberOf(inputs, 'measuredMgMl')];
  return {
    product: choiceOf<BleachProduct>(inputs, 'product'),
    basis: choiceOf<StrengthBasis>(inputs, 'basis'),
    strength: numberOf(inputs, 'strength') ?? 0,
    keptC: numberOf(inputs, 'keptC') ?? 0,
    ...(typeof madeOn === 'string' ? { madeOn } : {}),
    ...(measuredMgMl === undefined ? {} : { measuredMgMl }),
  };
}

/** The question that the sentence of a train asks of the bench. */
export function doseQuestion(
  inputs: Inputs,
  { today, tools = toolCatalogue }: Context,
): DoseQuestion | undefined {
  const volumeL = numberOf(inputs, 'volumeL');
  if (volumeL === undefined) return undefined;
  const [temperatureC, ph] = [numberOf(inputs, 'temperatureC'), numberOf(inputs, 'ph')];
  return {
    volumeL: measured(volumeL),
    clarity: clarityOf(numberOf(inputs, 'ntu') ?? CLEAR_NTU),
    ...(temperatureC === undefined ? {} : { temperatureC }),
    ...(ph === undefined ? {} : { ph }),
    isTreatedTap: false,
    bleach: bleachIn(inputs),
    strengthSchool: choiceOf<StrengthSchoolId>(inputs, 'strengthSchool'),
    tools,
    today,
  };
}

/** The usual contact, or the longer one that earns Giardia too, where temperature and pH are known. */
function contactOf(inputs: Inputs, question: DoseQuestion, plan: DosePlan): Contact | undefined {
  const usual = usualContact(question, plan);
  if (choiceOf(inputs, 'stand') === 'usual') return usual;
  if (plan.giardiaMin === undefined || plan.giardiaMin <= usual.minutes) return undefined;
  return { minutes: Math.ceil(plan.giardiaMin / 5) * 5, mgL: RESIDUAL_AIM_MG_L };
}

/**
 * The dose of bleach, declared as the others are, so that it stands in trains; its screen at the bench is its own.
 * What it earns is what a batch earns that ends with the least reading that passes.
 */
export const bleach: Method = {
  id: 'dose',
  tool: 'chlorine',
  credit: credit(3, 3, 0, 0),
  barrier: 'chlorine',
  accepts: { mostNtu: 100, leastC: 0.5, leastPh: 6, mostPh: 10 },
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['bleach'],
  holds: 'water',
  inTrain: {
    isCarried: true,
    work: () => ({ tool: 'clean-vessel' }),
    asks: ({ volumeL, turbidityNtu, temperatureC, ph }) => ({ volumeL, ntu: turbidityNtu, temperatureC, ph }),
    leaves: () => ({ isChlorinated: true }),
  },
  blanks: [
    volumeBlank(0.1, 100_000, 20),
    { id: 'ntu', kind: 'quantity', dimension: 'turbidityNtu', least: 0, most: 5000, start: 1 },
    { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: -2, most: 60 },
    { id: 'ph', kind: 'quantity', dimension: 'ph', least: 3, most: 12 },
    { id: 'strength', kind: 'quantity', dimension: 'percent', least: 0.1, most: 20, start: 6 },
    { id: 'basis', kind: 'choice', options: strengthBases, start: 'wt-naocl' },
    { id: 'product', kind: 'choice', options: bleachProducts, start: 'plain' },
    { id: 'strengthSchool', kind: 'choice', options: strengthSchools, start: 'replace-yearly' },
    { id: 'keptC', kind: 'quantity', dimension: 'temperatureC', least: -20, most: 50, start: 20 },
    { id: 'measuredMgMl', kind: 'quantity', dimension: 'number', least: 0, most: 200 },
    { id: 'stand', kind: 'choice', options: stands, start: 'usual' },
  ],
  answer: (inputs, context) => {
    const question = doseQuestion(inputs, context);
    if (!question) return undefined;
    const plan = planDose(question);
    const contact = contactOf(inputs, question, plan);
    // no longer stand earns more than the usual one, or nobody can say
    if (!contact) return undefined;
    const isRefused = plan.judgements.some(j => j.verdict === 'refuse');
    // the moment stands for any: what is earned hangs on the minutes alone
    const now = `${context.today}T12:00:00.000Z`;
    const earned = isRefused ? undefined : earnedByDose(question, plan, contact, now);
    const params = {
      doseMl: plan.roundedMl,
      volumeL: question.volumeL.value,
      minutes: contact.minutes,
      leastMgL: contact.mgL,
      mostMgL: MRDL_MG_L,
    };
    return {
      headline: message('bleach.headline', params),
      working: [plan.chosen.working],
      credit: earned?.credit ?? noCredit,
      ...(earned?.isCapped ? { isCapped: true as const } : {}),
      due: { amount: plan.roundedMl, unit: 'mL' },
      judgements: plan.judgements,
      steps: [
        doStep('look', message('step.tablets.look')),
        doStep('dose', message('step.bleach.dose', params)),
        doStep('stir', message('step.tablets.stir')),
        waitStep('stand', message('step.tablets.stand', params), params.minutes),
        {
          id: 'residual',
          kind: 'read',
          text: message('step.bleach.residual', params),
          reading: { unit: 'mg/L', least: params.leastMgL },
          onFail: message('step.bleach.residual.fail'),
        },
        doStep('label', message('step.tablets.label')),
      ],
      uses: [{ supply: 'bleach', amount: plan.roundedMl }],
    };
  },
};
