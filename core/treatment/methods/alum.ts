import { message } from '../../base/judgement.ts';
import {
  ALKALINITY_LEFT_MG_L,
  ALUM_KG_L,
  ALUM_LEAST_MG_L,
  ALUM_MOST_MG_L,
  ALUM_PH,
  judgeAlkalinity,
  judgeAlum,
  packetL,
  STOCK_MG_ML,
  USABLE_SHARE,
} from '../clearing/alum.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { noCredit } from '../credit/credit.ts';
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

/** Where no board was read: the middle of the usual doses, to be found out and not trusted. */
const GUESS_MG_L = 40;
/** What the jar that was chosen looks like: clear (NTU). */
const LEAVES_NTU = 4;
/** What a shop sells in a packet (g). */
const PACKET_G = 100;

/** Aluminium sulphate in the dose of a jar board: gathers what will not settle. No germ credit. */
export const alum: Method = {
  id: 'alum',
  tool: 'alum',
  credit: noCredit,
  accepts: {},
  removes: ['turbidity'],
  concentrates: [],
  adds: ['aluminium'],
  supplies: ['alum'],
  holds: 'water',
  inTrain: {
    clears: true,
    work: () => ({ tool: 'vessel', attended: ['fast', 'slow'] }),
    asks: ({ volumeL, ph }) => ({
      volumeL,
      ...(ph === undefined ? {} : { phAfter: Math.min(ph, ALUM_PH[1]) }),
    }),
    leaves: ({ turbidityNtu }) => ({ turbidityNtu: Math.min(turbidityNtu, LEAVES_NTU) }),
    yieldShare: () => USABLE_SHARE[0],
  },
  blanks: [
    volumeBlank(0.5, 100_000, 20),
    { id: 'jarMgL', kind: 'quantity', dimension: 'concentrationMgL', least: 1, most: 200 },
    { id: 'alkalinityMgL', kind: 'quantity', dimension: 'concentrationMgL', least: 0, most: 1000 },
    { id: 'phAfter', kind: 'quantity', dimension: 'ph', least: 2, most: 13 },
    { id: 'grade', kind: 'choice', options: ['food', 'other'], start: 'food' },
    meantBlank('massG', 100_000, ALUM_KG_L),
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const found = numberOf(inputs, 'jarMgL');
    const doseMgL = found ?? GUESS_MG_L;
    const doseG = (doseMgL * volumeL) / 1000;
    const meantG = numberOf(inputs, 'meant');
    const ph = numberOf(inputs, 'phAfter');
    const alkalinity = judgeAlkalinity(numberOf(inputs, 'alkalinityMgL'), doseMgL);
    const params = {
      volumeL,
      doseMgL,
      doseG,
      stockMl: (doseMgL * volumeL) / STOCK_MG_ML,
      usableLeastL: volumeL * USABLE_SHARE[0],
      usableMostL: volumeL * USABLE_SHARE[1],
      packetL: packetL(PACKET_G, doseMgL),
    };
    const markAt = (id: string, mgL: number) => ({ id, value: mgL, note: message('alum.mark', { mgL }) });
    return {
      headline: message('alum.headline', params),
      under: message('alum.under-headline', params),
      working: [message(found ? 'alum.by-board' : 'alum.by-guess', params), message('alum.yields', params)],
      scale: {
        ticks: [1, 5, 10, 20, 50, 100, 200, 500, 1000, 2000],
        spacing: 'log',
        band: [ALUM_LEAST_MG_L, ALUM_MOST_MG_L],
        marks: [
          { ...markAt('due', doseMgL), chosen: true },
          ...(meantG ? [markAt('meant', (meantG * 1000) / volumeL)] : []),
        ],
      },
      due: {
        amount: doseG,
        unit: 'g',
        powderKgL: ALUM_KG_L,
        judge: meant => judgeAlum(meant, volumeL, doseMgL),
      },
      judgements: [
        ...(choiceOf(inputs, 'grade') === 'food' ? [] : [refuse('alum.other-grade', 'who-emergency')]),
        ...(ph !== undefined && (ph < ALUM_PH[0] || ph > ALUM_PH[1])
          ? [refuse('alum.ph', 'who-emergency', { ph })]
          : []),
        ...(found ? [] : [warn('alum.no-board', 'who-emergency', {}, 'alum.no-board.remedy')]),
        ...(alkalinity.verdict === 'ok' ? [] : [alkalinity]),
        warn('alum.grade', 'who-emergency', { leftMgL: ALKALINITY_LEFT_MG_L }),
      ],
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
