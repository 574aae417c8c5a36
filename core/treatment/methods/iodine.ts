import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { credit } from '../credit/credit.ts';
import { judgeMeant } from './guard.ts';
import {
  type Blank,
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  meantBlank,
  numberOf,
  type Step,
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';

/** Colder than this the longer time holds (°C). */
export const COLD_C = 10;

const IODINE_CLEAR_DROPS_L = 5;
const IODINE_CLOUDY_DROPS_L = 10;
const IODINE_MG_PER_DROP = 1;
const IODINE_DROP_ML = 0.05;
/** Days of iodine beyond which it is no longer for an emergency. */
export const MOST_IODINE_DAYS = 21;

const notFor = (id: string, params?: Params): Judgement =>
  judge('refuse', message(id, params), 'cdc-emergency', { remedy: message('iodine.not-for.remedy') });

/** Who drinks it, and for how long it has been drunk. */
const drinkerBlanks: readonly Blank[] = [
  {
    id: 'drinkers',
    kind: 'choice',
    options: ['none', 'pregnant', 'nursing', 'thyroid', 'allergy', 'infant'],
    start: 'none',
  },
  { id: 'days', kind: 'quantity', dimension: 'timeDays', least: 0, most: 365, wholeNumbers: true, start: 1 },
];

/** Whom iodine harms, in whatever form, and for how long it is no longer for an emergency. */
export function judgeDrinkers(inputs: Inputs): Judgement[] {
  const drinkers = choiceOf(inputs, 'drinkers');
  const days = numberOf(inputs, 'days') ?? 0;
  return [
    ...(drinkers === 'none' ? [] : [notFor(`iodine.not-for.${drinkers}`)]),
    ...(days > MOST_IODINE_DAYS ? [notFor('iodine.too-long', { days })] : []),
  ];
}

/** The usual bands, said as what they mean here: fewer drops are no lighter cure but none. */
function judgeDrops(meantPerL: number, params: Params & { perL: number }): Judgement {
  const judged = judgeMeant({ amount: params.perL, unit: 'drops/L' }, meantPerL);
  const said = message(meantPerL < params.perL ? 'iodine.too-little' : 'iodine.too-much', {
    meantPerL,
    perL: params.perL,
  });
  return judge(judged?.verdict ?? 'ok', said, 'cdc-emergency', { remedy: message('iodine.remedy', params) });
}

/** What iodine is to a water, in whatever form: one kind of barrier. */
export const ofIodine = {
  tool: 'tablets',
  credit: credit(2, 2, 1, 0),
  barrier: 'iodine',
  accepts: { mostNtu: 50, leastC: 0.5, leastPh: 6, mostPh: 9 },
  removes: [],
  concentrates: [],
  adds: ['iodine', 'taste'],
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
} as const satisfies Partial<Method>;

/** The water that comes to it, and who drinks it. */
export const iodineBlanks: readonly Blank[] = [
  { id: 'clarity', kind: 'choice', options: ['clear', 'cloudy'], start: 'clear' },
  // unanswered is cold
  { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: -2, most: 60 },
  ...drinkerBlanks,
];

/** From the shaking to the neutraliser. */
export const iodineSteps = (params: Params & { readonly minutes: number }): Step[] => [
  doStep('close', message('step.iodine.close')),
  doStep('rim', message('step.iodine.rim')),
  waitStep('stand', message('step.iodine.stand', params), params.minutes),
  doStep('neutralise', message('step.iodine.neutralise')),
];

/** Tincture of iodine, 2 %: for a few weeks at most, and not for everybody. */
export const iodine: Method = {
  ...ofIodine,
  id: 'iodine',
  supplies: ['iodine', 'neutraliser'],
  blanks: [volumeBlank(0.2, 1000, 1), ...iodineBlanks, meantBlank('dropsPerL', 200)],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const isCloudy = choiceOf(inputs, 'clarity') === 'cloudy';
    const isCold = (numberOf(inputs, 'temperatureC') ?? 0) < COLD_C;
    const perL = isCloudy ? IODINE_CLOUDY_DROPS_L : IODINE_CLEAR_DROPS_L;
    const drops = Math.ceil(perL * volumeL - 1e-9);
    const minutes = isCold ? 60 : 30;
    const meant = numberOf(inputs, 'meant');
    const params = {
      drops,
      perL,
      volumeL,
      minutes,
      mgL: perL * IODINE_MG_PER_DROP,
      doseMl: drops * IODINE_DROP_ML,
    };
    return {
      headline: message('iodine.headline', params),
      under: message('iodine.under', params),
      working: [message('iodine.working', params)],
      scale: {
        ticks: [0, 5, 10, 15, 20],
        spacing: 'linear',
        band: [IODINE_CLEAR_DROPS_L, IODINE_CLOUDY_DROPS_L],
        marks: [
          { id: 'due', value: perL, note: message('iodine.mark', { perL }), chosen: true },
          ...(meant === undefined
            ? []
            : [{ id: 'meant', value: meant, note: message('iodine.mark', { perL: meant }) }]),
        ],
      },
      due: { amount: perL, unit: 'drops/L', judge: dropsPerL => judgeDrops(dropsPerL, params) },
      judgements: [...judgeDrinkers(inputs), warn('iodine.crypto', 'cdc-emergency')],
      steps: [doStep('dose', message('step.iodine.dose', params)), ...iodineSteps(params)],
      uses: [{ supply: 'iodine', amount: drops * IODINE_DROP_ML }],
    };
  },
};
