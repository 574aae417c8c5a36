import {
  ALKALINITY_LEFT_MG_L,
  ALUM_KG_L,
  ALUM_LEAST_MG_L,
  ALUM_MOST_MG_L,
  alumJarsMgL,
  judgeAlkalinity,
  judgeAlum,
  type Look,
  leastClear,
  packetL,
  STOCK_MG_ML,
  USABLE_SHARE,
} from '../clearing/alum.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { noCredit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { type Blank, choiceOf, doStep, type Inputs, type Method, numberOf, waitStep } from './method.ts';

/** Where no board was read: the middle of the usual doses, to be found out and not trusted. */
const GUESS_MG_L = 40;
const looks: readonly Look[] = ['cloudy', 'hazy', 'clear'];

const board: readonly Blank[] = alumJarsMgL.map(mgL => ({
  id: `jar${mgL}`,
  kind: 'choice',
  options: ['unread', ...looks],
  start: 'unread',
}));

const jarsOf = (inputs: Inputs) =>
  alumJarsMgL
    .map(mgL => ({ mgL, look: choiceOf<Look | 'unread'>(inputs, `jar${mgL}`) }))
    .filter((jar): jar is { mgL: (typeof alumJarsMgL)[number]; look: Look } => jar.look !== 'unread');

/** Aluminium sulphate by a jar board: gathers what will not settle. No germ credit. */
export const alum: Method = {
  id: 'alum',
  tool: 'alum',
  credit: noCredit,
  accepts: { leastPh: 5.5, mostPh: 7.5 },
  removes: ['turbidity'],
  concentrates: [],
  adds: ['aluminium'],
  supplies: ['alum'],
  holds: 'water',
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.5, most: 100_000, start: 20 },
    { id: 'alkalinityMgL', kind: 'quantity', dimension: 'number', least: 0, most: 1000 },
    { id: 'meantG', kind: 'quantity', dimension: 'massG', least: 0, most: 100_000, powderKgL: ALUM_KG_L },
    ...board,
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const jars = jarsOf(inputs);
    const found = leastClear(jars);
    const doseMgL = found ?? GUESS_MG_L;
    const doseG = (doseMgL * volumeL) / 1000;
    const stockMl = (doseMgL * volumeL) / STOCK_MG_ML;
    const meantG = numberOf(inputs, 'meantG');
    const params = {
      volumeL,
      doseMgL,
      doseG,
      stockMl,
      usableLeastL: volumeL * USABLE_SHARE[0],
      usableMostL: volumeL * USABLE_SHARE[1],
      packetL: packetL(100, doseMgL),
    };
    const meant = meantG === undefined ? undefined : judgeAlum(meantG, volumeL, doseMgL);
    const noneClear = jars.length === alumJarsMgL.length && found === undefined;
    return {
      headline: message('alum.headline', params),
      under: message('alum.under-headline', params),
      working: [message(found ? 'alum.by-board' : 'alum.by-guess', params), message('alum.yields', params)],
      scale: {
        ticks: [1, 5, 10, 20, 50, 100, 200, 500, 1000, 2000],
        spacing: 'log',
        band: [ALUM_LEAST_MG_L, ALUM_MOST_MG_L],
        marks: [
          { id: 'due', value: doseMgL, note: message('alum.mark', { mgL: doseMgL }), chosen: true },
          ...(meantG
            ? [
                {
                  id: 'meant',
                  value: (meantG * 1000) / volumeL,
                  note: message('alum.mark', { mgL: (meantG * 1000) / volumeL }),
                },
              ]
            : []),
        ],
      },
      judgements: [
        ...(meant ? [meant] : []),
        ...(found
          ? []
          : [
              judge('warn', message(noneClear ? 'alum.none-clear' : 'alum.no-board'), 'who-emergency', {
                remedy: message(noneClear ? 'alum.none-clear.remedy' : 'alum.no-board.remedy'),
              }),
            ]),
        judgeAlkalinity(numberOf(inputs, 'alkalinityMgL'), doseMgL),
        judge('warn', message('alum.grade', { leftMgL: ALKALINITY_LEFT_MG_L }), 'who-emergency'),
      ].filter(j => j.verdict !== 'ok'),
      steps: [
        doStep('stock', message('step.alum.stock')),
        doStep('dose', message('step.alum.dose', params)),
        waitStep('fast', message('step.alum.fast'), 1),
        waitStep('slow', message('step.alum.slow'), 10),
        waitStep('stand', message('step.alum.stand'), 60),
        doStep('draw', message('step.alum.draw', params)),
        {
          id: 'look',
          kind: 'read',
          text: message('step.settle.look'),
          reading: { unit: 'NTU', most: CLEAR_NTU },
          onFail: message('step.alum.look.fail'),
        },
        doStep('sludge', message('step.alum.sludge')),
      ],
      uses: [{ supply: 'alum', amount: doseG }],
    };
  },
};
