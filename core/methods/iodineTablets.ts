import { STOP_OVER } from '../chlorine/slip.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { credit } from '../ct/credit.ts';
import { message } from '../judgement.ts';
import { COLD_C, drinkerBlanks, judgeDrinkers } from './iodine.ts';
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

/** Tablets of iodine: iodine in everything but that the label says pieces and minutes. */
export const iodineTablets: Method = {
  id: 'iodine-tablets',
  tool: 'tablets',
  credit: credit(2, 2, 1, 0),
  // tincture and tablets are one kind of barrier
  barrier: 'iodine',
  accepts: { mostNtu: 50, leastC: 0.5, leastPh: 6, mostPh: 9 },
  removes: [],
  concentrates: [],
  adds: ['iodine', 'taste'],
  supplies: ['iodine-tablets', 'neutraliser'],
  holds: 'water',
  inTrain: {
    isCarried: true,
    work: () => ({ tool: 'clean-vessel' }),
    asks: ({ volumeL, turbidityNtu, temperatureC }) => ({
      volumeL,
      clarity: turbidityNtu < CLEAR_NTU ? 'clear' : 'cloudy',
      temperatureC,
    }),
    leaves: () => ({ isChlorinated: true }),
  },
  blanks: [
    volumeBlank(0.2, 1000, 1),
    { id: 'packL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100, start: 0.5 },
    { id: 'packMin', kind: 'quantity', dimension: 'timeMin', least: 5, most: 600, start: 30 },
    { id: 'clarity', kind: 'choice', options: ['clear', 'cloudy'], start: 'clear' },
    // unanswered is cold
    { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: -2, most: 60 },
    ...drinkerBlanks,
    meantBlank('tablets', 10_000),
  ],
  answer: inputs => {
    const [volumeL, packL] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'packL')];
    const packMin = numberOf(inputs, 'packMin');
    if (volumeL === undefined || packL === undefined || packMin === undefined) return undefined;
    const isCloudy = choiceOf(inputs, 'clarity') === 'cloudy';
    const isCold = (numberOf(inputs, 'temperatureC') ?? 0) < COLD_C;
    const pieces = Math.ceil(volumeL / packL - 1e-9) * (isCloudy ? 2 : 1);
    const minutes = isCold ? packMin * 2 : packMin;
    const params = { pieces, count: pieces, volumeL, packL, packMin, minutes };
    return {
      headline: message('tablets.headline', params),
      under: message('tablets.under', params),
      working: [message('tablets.working', params)],
      due: { amount: pieces, unit: 'tablets' },
      judgements: [
        ...judgeDrinkers(inputs),
        ...(volumeL <= packL / STOP_OVER + 1e-9 ? [refuse('tablets.over', 'arithmetic', params)] : []),
        warn('iodine.crypto', 'cdc-emergency'),
      ],
      steps: [
        doStep('look', message('step.tablets.look')),
        doStep('dose', message('step.tablets.dose', params)),
        doStep('loose', message('step.iodine.loose')),
        waitStep('five', message('step.iodine.five'), 5),
        doStep('thread', message('step.iodine.thread')),
        waitStep('stand', message('step.iodine.stand', params), minutes),
        doStep('neutralise', message('step.iodine.neutralise')),
      ],
      uses: [{ supply: 'iodine-tablets', amount: pieces }],
    };
  },
};
