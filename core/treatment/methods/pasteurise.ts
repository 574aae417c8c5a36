import { message } from '../../base/judgement.ts';
import { credit } from '../credit/credit.ts';
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

/** The coldest point of the water reaches this, and stays there so long (WHO, household treatment). */
export const PASTEURISE_C = 65;
export const PASTEURISE_MIN = 6;

/** Heat short of a boil, proved by a thermometer or a wax that melts: less fuel, and no sign to the eye. */
export const pasteurise: Method = {
  id: 'pasteurise',
  tool: 'boil',
  credit: credit(6, 4, 6, 6),
  barrier: 'heat',
  accepts: {},
  removes: [],
  strips: true,
  concentrates: [],
  adds: [],
  supplies: ['propane', 'wood', 'pots'],
  untimed: 'heating',
  inTrain: {
    wantsClear: true,
    work: () => ({ tool: 'pot', onStove: ['heat', 'read', 'hold'], flame: ['heat', 'read', 'hold'] }),
    asks: ({ volumeL }) => ({ volumeL }),
  },
  blanks: [
    volumeBlank(0.1, 1000, 4),
    { id: 'proof', kind: 'choice', options: ['thermometer', 'wax', 'by-eye'], start: 'thermometer' },
    meantBlank('timeMin', 600),
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const params = { volumeL, temperatureC: PASTEURISE_C, minutes: PASTEURISE_MIN };
    return {
      headline: message('pasteurise.headline', params),
      working: [message('pasteurise.working', params)],
      due: { amount: PASTEURISE_MIN, unit: 'min', onlyUnder: true },
      judgements: [
        ...(choiceOf(inputs, 'proof') === 'by-eye' ? [refuse('pasteurise.by-eye', 'who-hwt')] : []),
        warn('pasteurise.not-chemicals', 'who-gdwq'),
      ],
      steps: [
        doStep('heat', message('step.pasteurise.heat', params)),
        {
          id: 'read',
          kind: 'read',
          text: message('step.pasteurise.read'),
          reading: { unit: '°C', least: PASTEURISE_C },
          onFail: message('step.pasteurise.read.fail'),
        },
        waitStep('hold', message('step.pasteurise.hold', params), PASTEURISE_MIN),
        doStep('pour', message('step.boil.pour')),
      ],
      uses: [],
    };
  },
};
