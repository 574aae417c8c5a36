import { powderG } from '../chlorine/shock.ts';
import { noCredit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { choiceOf, doStep, type Method, numberOf, waitStep } from './method.ts';

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
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100, start: 1 },
    { id: 'percent', kind: 'quantity', dimension: 'number', least: 20, most: 75, start: 65 },
    { id: 'product', kind: 'choice', options: ['calcium', 'pool', 'unknown'], start: 'calcium' },
    { id: 'meantG', kind: 'quantity', dimension: 'massG', least: 0, most: 100_000, powderKgL: 0.8 },
  ],
  answer: inputs => {
    const [volumeL, percent] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'percent')];
    if (volumeL === undefined || percent === undefined) return undefined;
    const grams = powderG(volumeL, 10_000, percent);
    const meantG = numberOf(inputs, 'meantG');
    const ratio = meantG === undefined ? 1 : meantG / grams;
    const params = { volumeL, percent, grams, meantG: meantG ?? 0, ratio, spoons: grams / 0.8 / 5 };
    const product = choiceOf(inputs, 'product');
    return {
      headline: message('stock.headline', params),
      under: message('stock.under', params),
      working: [message('stock.working', params)],
      judgements: [
        ...(product === 'calcium'
          ? []
          : [
              judge('refuse', message(`stock.${product}`), 'epa-emergency', {
                remedy: message('bleach.unfit.remedy'),
              }),
            ]),
        ...(ratio >= 2 || ratio <= 0.5
          ? [
              judge('refuse', message('stock.guard', params), 'arithmetic', {
                remedy: message('stock.guard.remedy', params),
              }),
            ]
          : []),
        judge('warn', message('stock.order'), 'practice'),
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
