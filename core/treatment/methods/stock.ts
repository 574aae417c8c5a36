import { addDays } from '../../base/day.ts';
import { message } from '../../base/judgement.ts';
import { powderG } from '../chlorine/shock.ts';
import { noCredit } from '../credit/credit.ts';
import { besideBlank, judgeBeside } from './beside.ts';
import {
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  type MethodAnswer,
  meantBlank,
  numberOf,
  refuse,
  waitStep,
  warn,
} from './method.ts';
import { strengthBlank } from './strengthBlank.ts';

/** Granules by the spoon (kg/L), and a metric teaspoon. */
const POWDER_KG_L = 0.8;
const TEASPOON_ML = 5;
const STOCK_MG_L = 10_000;
/** A week or so in the dark (days), at the temperature of a cellar (°C). */
const STOCK_KEEPS_DAYS = 7;
const STOCK_KEPT_C = 15;

/** A 1 % stock from calcium hypochlorite: powder into water, never water onto powder. */
export const stock: Method = {
  id: 'stock',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['chlorine-powder'],
  inTrain: 'aid',
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100, start: 1 },
    { id: 'percent', kind: 'quantity', dimension: 'percent', least: 20, most: 75, start: 65 },
    { id: 'product', kind: 'choice', options: ['calcium', 'bleach', 'pool', 'unknown'], start: 'calcium' },
    strengthBlank,
    {
      id: 'order',
      kind: 'choice',
      options: ['powder-into-water', 'water-onto-powder'],
      start: 'powder-into-water',
    },
    besideBlank,
    meantBlank('massG', 100_000, POWDER_KG_L),
  ],
  makes: (inputs, today) => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (!volumeL) return undefined;
    const bleach = {
      product: 'plain',
      basis: 'g-per-l',
      strength: STOCK_MG_L / 1000,
      madeOn: today,
      useBy: addDays(today, STOCK_KEEPS_DAYS),
      keptC: STOCK_KEPT_C,
    } as const;
    return { kind: 'bleach', amount: volumeL * 1000, bleach };
  },
  answer: inputs => {
    const [volumeL, percent] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'percent')];
    if (volumeL === undefined || percent === undefined) return undefined;
    if (choiceOf(inputs, 'product') === 'bleach') return fromBleach(inputs, volumeL);
    const grams = powderG(volumeL, STOCK_MG_L, percent);
    const params = { volumeL, percent, grams, spoons: grams / POWDER_KG_L / TEASPOON_ML };
    const product = choiceOf(inputs, 'product');
    return {
      headline: message('stock.headline', params),
      under: message('stock.under', params),
      working: [message('stock.working', params)],
      due: { amount: grams, unit: 'g', powderKgL: POWDER_KG_L },
      judgements: [
        ...(product === 'calcium' ? [] : [refuse(`stock.${product}`, 'epa-emergency')]),
        ...(choiceOf(inputs, 'order') === 'powder-into-water'
          ? []
          : [refuse('stock.onto-powder', 'practice')]),
        ...judgeBeside(inputs),
        warn('stock.order', 'practice'),
      ],
      steps: [
        doStep('water', message('step.stock.water', params)),
        doStep('powder', message('step.stock.powder', params)),
        waitStep('settle', message('step.stock.settle'), 30),
        doStep('label', message('step.stock.label')),
      ],
      uses: [{ supply: 'chlorine-powder', amount: grams }],
    };
  },
};

/** The same stock by thinning bleach, which must be stronger than it. */
function fromBleach(inputs: Inputs, volumeL: number): MethodAnswer | undefined {
  const strengthMgMl = numberOf(inputs, 'strengthMgMl');
  if (strengthMgMl === undefined) return undefined;
  const bleachMl = (volumeL * STOCK_MG_L) / strengthMgMl;
  const params = { volumeL, bleachMl, waterMl: Math.max(0, volumeL * 1000 - bleachMl), strengthMgMl };
  return {
    headline: message('stock.bleach', params),
    under: message('stock.bleach.under', params),
    working: [message('stock.bleach.working', params)],
    due: { amount: bleachMl, unit: 'mL' },
    judgements: [
      ...(strengthMgMl <= STOCK_MG_L / 1000 ? [refuse('stock.too-weak', 'arithmetic', params)] : []),
      ...judgeBeside(inputs),
    ],
    steps: [
      doStep('water', message('step.stock.bleach-water', params)),
      doStep('powder', message('step.stock.bleach', params)),
      doStep('label', message('step.stock.label')),
    ],
    uses: [{ supply: 'bleach', amount: bleachMl }],
  };
}
