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

/** Packets that gather the dirt and disinfect in one: the pack decides litres and minutes, and is obeyed. */
export const flocculant: Method = {
  id: 'flocculant',
  tool: 'tablets',
  credit: credit(7, 4.5, 3, 3),
  // it disinfects by chlorine: bleach after it is the same barrier again
  barrier: 'chlorine',
  accepts: { leastC: 0.5, leastPh: 6, mostPh: 9 },
  removes: ['turbidity'],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['flocculant'],
  holds: 'water',
  inTrain: {
    work: () => ({ tool: 'vessel', attended: ['stir-time'] }),
    asks: ({ volumeL }) => ({ volumeL }),
    leaves: ({ turbidityNtu }) => ({ turbidityNtu: Math.min(turbidityNtu, 4), isChlorinated: true }),
    yieldShare: () => 0.9,
  },
  blanks: [
    volumeBlank(0.5, 10_000, 10),
    { id: 'packL', kind: 'quantity', dimension: 'volumeL', least: 0.5, most: 1000, start: 10 },
    { id: 'packMin', kind: 'quantity', dimension: 'timeMin', least: 5, most: 120, start: 20 },
    { id: 'pack', kind: 'choice', options: ['in-date', 'expired', 'unknown'], start: 'in-date' },
    meantBlank('number', 10_000),
  ],
  answer: inputs => {
    const [volumeL, packL] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'packL')];
    const packMin = numberOf(inputs, 'packMin');
    if (volumeL === undefined || packL === undefined || packMin === undefined) return undefined;
    const pieces = Math.ceil(volumeL / packL - 1e-9);
    const params = { pieces, count: pieces, volumeL, packL, packMin, minutes: packMin };
    const pack = choiceOf(inputs, 'pack');
    return {
      headline: message('flocculant.headline', params),
      under: message('flocculant.under', params),
      working: [message('tablets.working', params)],
      due: { amount: pieces, unit: 'tablets' },
      judgements: [
        ...(pack === 'in-date' ? [] : [refuse(`tablets.${pack}`, 'practice')]),
        ...(volumeL <= packL / 2 + 1e-9 ? [refuse('tablets.over', 'arithmetic', params)] : []),
        warn('flocculant.cloth', 'who-hwt'),
      ],
      steps: [
        doStep('stir', message('step.flocculant.stir', params)),
        waitStep('stir-time', message('step.flocculant.stir-time'), 5),
        waitStep('settle', message('step.flocculant.settle'), 5),
        doStep('strain', message('step.flocculant.strain')),
        waitStep('stand', message('step.tablets.stand', params), packMin),
        doStep('label', message('step.tablets.label')),
      ],
      uses: [{ supply: 'flocculant', amount: pieces }],
    };
  },
};
