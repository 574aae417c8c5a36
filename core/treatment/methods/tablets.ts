import { type Judgement, message } from '../../base/judgement.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { STOP_OVER } from '../chlorine/slip.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { type Credit, credit, noCredit } from '../credit/credit.ts';
import {
  type Blank,
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  meantBlank,
  numberOf,
  refuse,
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';

type Product = 'nadcc' | 'dioxide';
/** Colder than this the pack's longer time holds. */
const COLD_C = 10;
/** Minutes that chlorine dioxide needs for Cryptosporidium, or in cold and dirty water. */
const DIOXIDE_LONG_MIN = 240;

/**
 * What a run by the label earns. NaDCC is not credited by CT, because cyanurate makes its readings optimistic, and not in
 * cloudy water. Chlorine dioxide earns for Cryptosporidium what its label claims, after its long time only.
 */
function earnedBy(product: Product, isCloudy: boolean, isLong: boolean): Credit {
  if (product === 'nadcc') return isCloudy ? noCredit : credit(3, 3, 0, 0);
  return isLong ? credit(3, 3, 3, 2) : credit(3, 3, 2, 0);
}

/** How old a pack of tablets is, and for how long it was open. */
export const packBlank: Blank = {
  id: 'pack',
  kind: 'choice',
  options: ['in-date', 'expired', 'opened-long', 'unknown'],
  start: 'in-date',
};

/** A pack past its date, or open for long, is obeyed too: nothing is made safe with it. */
export function judgePack(inputs: Inputs): Judgement[] {
  const pack = choiceOf(inputs, 'pack');
  return pack === 'in-date' ? [] : [refuse(`tablets.${pack}`, 'practice')];
}

/** Tablets sold for drinking water: the pack decides litres, minutes and expiry, and is obeyed. */
export const tablets: Method = {
  id: 'tablets',
  tool: 'tablets',
  credit: credit(3, 3, 0, 0),
  // tablets of chlorine and bleach are one kind of barrier
  barrier: inputs => (inputs.product === 'dioxide' ? 'dioxide' : 'chlorine'),
  // chlorine of a tablet is chlorine: see the dose of bleach for its cold and its pH
  accepts: { mostNtu: 5, leastC: 0.5, leastPh: 6, mostPh: 9 },
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['chlorine-tablets', 'dioxide-tablets'],
  holds: 'water',
  inTrain: {
    isCarried: true,
    work: () => ({ tool: 'clean-vessel' }),
    asks: ({ volumeL, turbidityNtu, temperatureC, isCryptoFeared }) => ({
      volumeL,
      clarity: turbidityNtu < CLEAR_NTU ? 'clear' : 'cloudy',
      temperatureC,
      crypto: isCryptoFeared ? 'yes' : 'no',
    }),
    leaves: () => ({ isChlorinated: true }),
  },
  blanks: [
    volumeBlank(0.2, 100_000, 20),
    { id: 'product', kind: 'choice', options: ['nadcc', 'dioxide'], start: 'nadcc' },
    { id: 'packL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 10_000, start: 20 },
    { id: 'packMin', kind: 'quantity', dimension: 'timeMin', least: 5, most: 600, start: 30 },
    { id: 'clarity', kind: 'choice', options: ['clear', 'cloudy'], start: 'clear' },
    // unanswered is cold
    { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: -2, most: 60 },
    { id: 'crypto', kind: 'choice', options: ['no', 'yes'], start: 'no' },
    packBlank,
    meantBlank('tablets', 10_000),
  ],
  answer: inputs => {
    const [volumeL, packL] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'packL')];
    const [packMin, temperatureC] = [numberOf(inputs, 'packMin'), numberOf(inputs, 'temperatureC')];
    if (volumeL === undefined || packL === undefined || packMin === undefined) return undefined;
    const product = choiceOf<Product>(inputs, 'product');
    const isCloudy = choiceOf(inputs, 'clarity') === 'cloudy';
    const isCold = (temperatureC ?? 0) < COLD_C;
    const isCryptoLikely = choiceOf(inputs, 'crypto') === 'yes';
    const pieces = Math.ceil(volumeL / packL - 1e-9) * (isCloudy ? 2 : 1);
    const isLong = product === 'dioxide' && (isCryptoLikely || isCloudy || isCold);
    const minutes = isLong ? Math.max(packMin, DIOXIDE_LONG_MIN) : isCold ? packMin * 2 : packMin;
    const params = { pieces, count: pieces, volumeL, packL, packMin, minutes };
    const supply: SupplyKind = product === 'nadcc' ? 'chlorine-tablets' : 'dioxide-tablets';
    return {
      headline: message('tablets.headline', params),
      under: message('tablets.under', params),
      working: [
        message('tablets.working', params),
        ...(minutes === packMin ? [] : [message(isLong ? 'tablets.long' : 'tablets.cold')]),
      ],
      credit: earnedBy(product, isCloudy, isLong),
      scale: {
        ticks: [0, 30, 60, 120, 180, 240],
        spacing: 'linear',
        marks: [
          { id: 'pack', value: packMin, note: message('tablets.mark', { minutes: packMin }) },
          ...(minutes === packMin
            ? []
            : [{ id: 'this', value: minutes, note: message('tablets.mark', { minutes }), chosen: true }]),
        ],
      },
      due: { amount: pieces, unit: 'tablets' },
      judgements: [
        ...judgePack(inputs),
        // a piece that treats more than twice the water is an overdose whatever is counted
        ...(volumeL <= packL / STOP_OVER + 1e-9 ? [refuse('tablets.over', 'arithmetic', params)] : []),
        ...(isCloudy
          ? [
              warn(
                product === 'nadcc' ? 'tablets.cloudy' : 'tablets.cloudy.dioxide',
                'epa-emergency',
                {},
                'clarity.cloudy.remedy',
              ),
            ]
          : []),
        ...(isCryptoLikely && product === 'nadcc'
          ? [warn('tablets.crypto', 'cdc-emergency', {}, 'tablets.crypto.remedy')]
          : []),
        warn(product === 'nadcc' ? 'tablets.nadcc' : 'tablets.dioxide', 'who-gdwq'),
      ],
      steps: [
        doStep('look', message('step.tablets.look')),
        doStep('dose', message('step.tablets.dose', params)),
        doStep('stir', message('step.tablets.stir')),
        waitStep('stand', message('step.tablets.stand', params), minutes),
        doStep('label', message('step.tablets.label')),
      ],
      uses: [{ supply, amount: pieces }],
    };
  },
};
