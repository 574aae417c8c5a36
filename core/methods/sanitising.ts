import { noCredit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { choiceOf, doStep, type Method, numberOf, waitStep } from './method.ts';

import { strengthBlank } from './strengthBlank.ts';

const RINSE_MG_L = 300;
const RINSE_WET_MIN = 0.5;
/** A rinse wets every face; this much of the vessel is enough to turn it with. */
const RINSE_SHARE = 0.05;

/** Cleaning and sanitising an empty vessel before clean water goes in. */
export const sanitising: Method = {
  id: 'sanitising',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 10_000, start: 20 },
    strengthBlank,
    {
      id: 'held',
      kind: 'choice',
      options: ['water', 'food', 'milk-juice', 'chemical', 'unknown'],
      start: 'water',
    },
  ],
  answer: inputs => {
    const [volumeL, strengthMgMl] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'strengthMgMl')];
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const waterL = Math.min(10, Math.max(0.5, volumeL * RINSE_SHARE));
    const bleachMl = (waterL * RINSE_MG_L) / strengthMgMl;
    const held = choiceOf(inputs, 'held');
    const params = { waterL, bleachMl, volumeL, mgL: RINSE_MG_L };
    return {
      headline: message('sanitising.headline', params),
      under: message('sanitising.under', params),
      working: [message('sanitising.working', params)],
      judgements: [
        ...(held === 'water' || held === 'food'
          ? []
          : [
              judge('refuse', message('sanitising.unfit', { what: `held.${held}` }), 'cdc-storage', {
                remedy: message('sanitising.unfit.remedy'),
              }),
            ]),
        judge('warn', message('sanitising.own-tools'), 'practice'),
      ],
      steps: [
        doStep('wash', message('step.sanitising.wash')),
        doStep('rinse', message('step.sanitising.rinse', params)),
        waitStep('wet', message('step.sanitising.wet'), RINSE_WET_MIN),
        doStep('drain', message('step.sanitising.drain')),
        doStep('dry', message('step.sanitising.dry')),
      ],
      uses: [{ supply: 'bleach', amount: bleachMl }],
    };
  },
};
