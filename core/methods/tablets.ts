import { judgeAgainstInstruction } from '../chlorine/slip.ts';
import { credit, noCredit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import type { SupplyKind } from '../supplies/kinds.ts';
import { choiceOf, doStep, type Method, numberOf, waitStep } from './method.ts';

type Product = 'nadcc' | 'dioxide';
/** Colder than this the pack's longer time holds. */
const COLD_C = 10;
/** Minutes that chlorine dioxide needs for Cryptosporidium, or in cold and dirty water. */
const DIOXIDE_LONG_MIN = 240;

/** Tablets sold for drinking water: the pack decides litres, minutes and expiry, and is obeyed. */
export const tablets: Method = {
  id: 'tablets',
  tool: 'tablets',
  // by the label, not by CT: cyanurate makes the readings of NaDCC optimistic
  credit: credit(3, 3, 0, 0),
  accepts: { mostNtu: 5 },
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['chlorine-tablets', 'dioxide-tablets'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 100_000, start: 20 },
    { id: 'product', kind: 'choice', options: ['nadcc', 'dioxide'], start: 'nadcc' },
    { id: 'packL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 10_000, start: 20 },
    { id: 'packMin', kind: 'quantity', dimension: 'number', least: 5, most: 600, start: 30 },
    { id: 'clarity', kind: 'choice', options: ['clear', 'cloudy'], start: 'clear' },
    { id: 'temperatureC', kind: 'quantity', dimension: 'temperatureC', least: -5, most: 60, start: 10 },
    { id: 'crypto', kind: 'choice', options: ['no', 'yes'], start: 'no' },
    { id: 'pack', kind: 'choice', options: ['in-date', 'expired', 'unknown'], start: 'in-date' },
    { id: 'meant', kind: 'quantity', dimension: 'number', least: 0, most: 10_000 },
  ],
  answer: inputs => {
    const [volumeL, packL] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'packL')];
    const [packMin, temperatureC] = [numberOf(inputs, 'packMin'), numberOf(inputs, 'temperatureC')];
    if (volumeL === undefined || packL === undefined || packMin === undefined) return undefined;
    const product = choiceOf<Product>(inputs, 'product');
    const isCloudy = choiceOf(inputs, 'clarity') === 'cloudy';
    const isCold = (temperatureC ?? 0) < COLD_C;
    const pieces = Math.ceil(volumeL / packL - 1e-9) * (isCloudy ? 2 : 1);
    const isLong = product === 'dioxide' && (choiceOf(inputs, 'crypto') === 'yes' || isCloudy || isCold);
    const minutes = isLong ? Math.max(packMin, DIOXIDE_LONG_MIN) : isCold ? packMin * 2 : packMin;
    const params = { pieces, count: pieces, volumeL, packL, packMin, minutes };
    const meant = numberOf(inputs, 'meant');
    const guard = meant === undefined ? undefined : judgeAgainstInstruction(meant, pieces);
    const supply: SupplyKind = product === 'nadcc' ? 'chlorine-tablets' : 'dioxide-tablets';
    const pack = choiceOf(inputs, 'pack');
    return {
      headline: message('tablets.headline', params),
      under: message('tablets.under', params),
      working: [message('tablets.working', params)],
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
      judgements: [
        ...(pack === 'in-date'
          ? []
          : [
              judge('refuse', message(`tablets.${pack}`), 'practice', {
                remedy: message('tablets.pack.remedy'),
              }),
            ]),
        ...(guard && guard.verdict !== 'ok'
          ? [
              judge(guard.verdict, message('tablets.guard', { meant: meant ?? 0, pieces }), 'practice', {
                remedy: message('tablets.guard.remedy', params),
              }),
            ]
          : []),
        ...(isCloudy
          ? [
              judge('warn', message('tablets.cloudy'), 'epa-emergency', {
                remedy: message('clarity.cloudy.remedy'),
              }),
            ]
          : []),
        judge('warn', message(product === 'nadcc' ? 'tablets.nadcc' : 'tablets.dioxide'), 'who-gdwq'),
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

/** Permanganate: the last resort, without any credit. */
export const permanganate: Method = {
  id: 'permanganate',
  tool: 'tablets',
  credit: noCredit,
  accepts: { mostNtu: 5 },
  removes: [],
  concentrates: [],
  adds: ['taste'],
  supplies: ['permanganate'],
  blanks: [{ id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 1000, start: 10 }],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    return {
      headline: message('permanganate.headline', { volumeL }),
      working: [message('permanganate.working')],
      judgements: [
        judge('warn', message('permanganate.no-credit'), 'practice', {
          remedy: message('permanganate.remedy'),
        }),
        judge('warn', message('permanganate.burns'), 'practice'),
      ],
      steps: [
        doStep('dissolve', message('step.permanganate.dissolve')),
        doStep('drip', message('step.permanganate.drip')),
        waitStep('stand', message('step.permanganate.stand'), 30),
      ],
      uses: [],
    };
  },
};
