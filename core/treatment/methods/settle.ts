import { message } from '../../base/judgement.ts';
import { CLEAR_NTU, PATIENCE_MIN, settlingMin } from '../clearing/settle.ts';
import { noCredit } from '../credit/credit.ts';
import {
  choiceOf,
  doStep,
  type Method,
  meantBlank,
  numberOf,
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';

/** Grains by their size (µm). */
const grains = { sand: 100, 'fine-sand': 50, silt: 10, 'fine-silt': 2, clay: 1 } as const;
type Grain = keyof typeof grains;
const grainIds = Object.keys(grains) as Grain[];
const LEAST_STAND_MIN = 30;
/** No clearer than this is promised of water that only stood (NTU). */
const LEAVES_NTU = 4;

/** Standing, decanting and straining: makes water clear, not safe. */
export const settle: Method = {
  id: 'settle',
  tool: 'settle',
  credit: noCredit,
  accepts: {},
  removes: ['turbidity'],
  concentrates: [],
  adds: [],
  supplies: ['cloth'],
  inTrain: {
    clears: true,
    work: () => ({ tool: 'vessel' }),
    asks: ({ volumeL, temperatureC, grain }) => ({
      volumeL,
      temperatureC: Math.max(0, temperatureC ?? 0),
      grain,
    }),
    // half of what clouds a river falls; the look at the end says whether it did
    leaves: ({ turbidityNtu, grain }) =>
      grain === 'clay'
        ? {}
        : { turbidityNtu: Math.min(turbidityNtu, Math.max(LEAVES_NTU, turbidityNtu / 2)) },
    // the top is decanted, the ground stays
    yieldShare: () => 0.9,
  },
  blanks: [
    volumeBlank(0.5, 100_000, 20),
    { id: 'depthM', kind: 'quantity', dimension: 'lengthM', least: 0.02, most: 5, start: 0.3 },
    { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: 0, most: 60, start: 10 },
    { id: 'grain', kind: 'choice', options: grainIds, start: 'silt' },
    { id: 'folds', kind: 'quantity', dimension: 'number', least: 1, most: 16, wholeNumbers: true, start: 4 },
    meantBlank('timeMin', 20_000),
  ],
  answer: inputs => {
    const [depthM, temperatureC] = [numberOf(inputs, 'depthM'), numberOf(inputs, 'temperatureC')];
    const folds = numberOf(inputs, 'folds');
    if (depthM === undefined || temperatureC === undefined || folds === undefined) return undefined;
    const grain = choiceOf<Grain>(inputs, 'grain');
    const minutesOf = (id: Grain) => settlingMin(grains[id], depthM, temperatureC);
    const minutes = minutesOf(grain);
    const settles = minutes <= PATIENCE_MIN;
    const standMin = Math.max(LEAST_STAND_MIN, Math.ceil(minutes / 5) * 5);
    const params = { minutes, grainUm: grains[grain], depthM, temperatureC, standMin };
    return {
      headline: message(settles ? 'settle.stand' : 'settle.never', params),
      working: [message('settle.working', params)],
      scale: {
        ticks: [0.1, 1, 10, 100, 1000, 10_000],
        spacing: 'log',
        band: [LEAST_STAND_MIN, PATIENCE_MIN],
        marks: grainIds.map(id => ({
          id,
          value: minutesOf(id),
          note: message('settle.mark', { minutes: minutesOf(id) }),
          ...(id === grain ? { chosen: true } : {}),
        })),
        sets: 'grain',
      },
      ...(settles ? { due: { amount: standMin, unit: 'min', onlyUnder: true } as const } : {}),
      judgements: [
        ...(settles ? [] : [warn('settle.wont', 'who-emergency', params, 'settle.wont.remedy')]),
        warn('settle.not-safe', 'who-emergency', { ntu: CLEAR_NTU }),
      ],
      steps: settles
        ? [
            waitStep('stand', message('step.settle.stand', params), standMin),
            doStep('decant', message('step.settle.decant')),
            doStep('strain', message('step.settle.strain', { folds })),
            {
              id: 'look',
              kind: 'read',
              text: message('step.settle.look'),
              reading: { unit: 'NTU', most: CLEAR_NTU },
              onFail: message('step.settle.look.fail'),
            },
          ]
        : [],
      uses: [],
    };
  },
};
