import { judgeAgainstInstruction } from '../chlorine/slip.ts';
import { credit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { choiceOf, doStep, type Method, numberOf, waitStep } from './method.ts';

/** Colder than this the longer time holds (°C). */
const COLD_C = 10;

const IODINE_CLEAR_DROPS_L = 5;
const IODINE_CLOUDY_DROPS_L = 10;
const IODINE_MG_PER_DROP = 1;
const IODINE_DROP_ML = 0.05;
/** Days of iodine beyond which it is no longer for an emergency. */
const MOST_IODINE_DAYS = 21;

/** Tincture of iodine, 2 %: for a few weeks at most, and not for everybody. */
export const iodine: Method = {
  id: 'iodine',
  tool: 'tablets',
  credit: credit(2, 2, 1, 0),
  accepts: { mostNtu: 50 },
  removes: [],
  concentrates: [],
  adds: ['iodine', 'taste'],
  supplies: ['iodine', 'neutraliser'],
  holds: 'water',
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 1000, start: 1 },
    { id: 'clarity', kind: 'choice', options: ['clear', 'cloudy'], start: 'clear' },
    { id: 'temperatureC', kind: 'quantity', dimension: 'temperatureC', least: -5, most: 60, start: 15 },
    {
      id: 'drinkers',
      kind: 'choice',
      options: ['none', 'pregnant', 'thyroid', 'allergy', 'infant'],
      start: 'none',
    },
    { id: 'days', kind: 'quantity', dimension: 'number', least: 0, most: 365, wholeNumbers: true, start: 1 },
    { id: 'meantPerL', kind: 'quantity', dimension: 'number', least: 0, most: 200 },
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const isCloudy = choiceOf(inputs, 'clarity') === 'cloudy';
    const isCold = (numberOf(inputs, 'temperatureC') ?? 0) < COLD_C;
    const perL = isCloudy ? IODINE_CLOUDY_DROPS_L : IODINE_CLEAR_DROPS_L;
    const drops = Math.ceil(perL * volumeL - 1e-9);
    const minutes = isCold ? 60 : 30;
    const days = numberOf(inputs, 'days') ?? 0;
    const meantPerL = numberOf(inputs, 'meantPerL');
    const drinkers = choiceOf(inputs, 'drinkers');
    const params = {
      drops,
      perL,
      volumeL,
      minutes,
      mgL: perL * IODINE_MG_PER_DROP,
      doseMl: drops * IODINE_DROP_ML,
    };
    const guard = meantPerL === undefined ? undefined : judgeAgainstInstruction(meantPerL, perL);
    const isUnder = guard && (meantPerL ?? 0) < perL;
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
          ...(meantPerL === undefined
            ? []
            : [{ id: 'meant', value: meantPerL, note: message('iodine.mark', { perL: meantPerL }) }]),
        ],
      },
      judgements: [
        ...(guard && guard.verdict !== 'ok'
          ? [
              judge(
                guard.verdict,
                message(isUnder ? 'iodine.too-little' : 'iodine.too-much', {
                  meantPerL: meantPerL ?? 0,
                  perL,
                }),
                'cdc-emergency',
                {
                  remedy: message('iodine.remedy', params),
                },
              ),
            ]
          : []),
        ...(drinkers === 'none'
          ? []
          : [
              judge('refuse', message(`iodine.not-for.${drinkers}`), 'cdc-emergency', {
                remedy: message('iodine.not-for.remedy'),
              }),
            ]),
        ...(days > MOST_IODINE_DAYS
          ? [
              judge('refuse', message('iodine.too-long', { days }), 'cdc-emergency', {
                remedy: message('iodine.not-for.remedy'),
              }),
            ]
          : []),
        judge('warn', message('iodine.crypto'), 'cdc-emergency'),
      ],
      steps: [
        doStep('dose', message('step.iodine.dose', params)),
        doStep('loose', message('step.iodine.loose')),
        waitStep('five', message('step.iodine.five'), 5),
        doStep('thread', message('step.iodine.thread')),
        waitStep('stand', message('step.iodine.stand', params), minutes),
        doStep('neutralise', message('step.iodine.neutralise')),
      ],
      uses: [{ supply: 'iodine', amount: drops * IODINE_DROP_ML }],
    };
  },
};
