import { message } from '../../base/judgement.ts';
import { STOP_OVER } from '../chlorine/slip.ts';
import { COLD_C, iodineBlanks, iodineSteps, judgeDrinkers, ofIodine } from './iodine.ts';
import { choiceOf, doStep, type Method, meantBlank, numberOf, refuse, volumeBlank, warn } from './method.ts';
import { judgePack, packBlank } from './tablets.ts';

/** Tablets of iodine: iodine in everything but that the label says pieces and minutes. */
export const iodineTablets: Method = {
  ...ofIodine,
  id: 'iodine-tablets',
  supplies: ['iodine-tablets', 'neutraliser'],
  blanks: [
    volumeBlank(0.2, 1000, 1),
    { id: 'packL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100, start: 0.5 },
    { id: 'packMin', kind: 'quantity', dimension: 'timeMin', least: 5, most: 600, start: 30 },
    packBlank,
    ...iodineBlanks,
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
      working: [message('tablets.working', params), ...(isCold ? [message('tablets.cold')] : [])],
      due: { amount: pieces, unit: 'tablets' },
      judgements: [
        ...judgeDrinkers(inputs),
        ...judgePack(inputs),
        ...(volumeL <= packL / STOP_OVER + 1e-9 ? [refuse('tablets.over', 'arithmetic', params)] : []),
        warn('iodine.crypto', 'cdc-emergency'),
      ],
      steps: [
        doStep('look', message('step.tablets.look')),
        doStep('dose', message('step.tablets.dose', params)),
        ...iodineSteps(params),
      ],
      uses: [{ supply: 'iodine-tablets', amount: pieces }],
    };
  },
};
