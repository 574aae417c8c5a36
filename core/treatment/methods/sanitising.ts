import { message } from '../../base/judgement.ts';
import { SANITISE_MG_L, SANITISE_WET_S, sanitisingRinse } from '../chlorine/sanitise.ts';
import { shockSchools } from '../chlorine/shock.ts';
import { noCredit } from '../credit/credit.ts';
import { besideBlank, judgeBeside } from './beside.ts';
import {
  choiceOf,
  doStep,
  type Method,
  meantBlank,
  numberOf,
  refuse,
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';

import { strengthBlank } from './strengthBlank.ts';

const swabAndFull = ['swab-200', 'fifty-full'] as const;
const RINSE_WET_MIN = SANITISE_WET_S / 60;

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
  inTrain: 'aid',
  blanks: [
    volumeBlank(0.2, 10_000, 20),
    strengthBlank,
    {
      id: 'held',
      kind: 'choice',
      options: ['water', 'food', 'milk-juice', 'chemical', 'unknown'],
      start: 'water',
    },
    besideBlank,
    meantBlank('doseMl', 100_000),
  ],
  answer: inputs => {
    const [volumeL, strengthMgMl] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'strengthMgMl')];
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const { waterL, bleachMl } = sanitisingRinse(volumeL, strengthMgMl);
    const held = choiceOf(inputs, 'held');
    const params = { waterL, bleachMl, volumeL, mgL: SANITISE_MG_L };
    return {
      headline: message('sanitising.headline', params),
      under: message('sanitising.under', params),
      working: [message('sanitising.working', params)],
      scale: {
        ticks: [10, 50, 100, 200, 500, 1000],
        spacing: 'log',
        marks: [
          { id: 'rinse', value: SANITISE_MG_L, note: message('sanitising.mark.rinse'), chosen: true },
          ...swabAndFull.map(id => ({
            id,
            value: shockSchools[id].mgL,
            note: message('sanitising.mark.hours', { minutes: shockSchools[id].hours * 60 }),
          })),
        ],
      },
      due: { amount: bleachMl, unit: 'mL' },
      judgements: [
        ...(held === 'water' || held === 'food'
          ? []
          : [refuse('sanitising.unfit', 'cdc-storage', { what: `method.sanitising.held.${held}` })]),
        ...judgeBeside(inputs),
        warn('sanitising.own-tools', 'practice'),
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
