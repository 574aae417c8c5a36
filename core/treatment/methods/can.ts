import { message } from '../../base/judgement.ts';
import { litresPer } from '../../base/units/volume.ts';
import { credit } from '../credit/credit.ts';
import { stoveOf } from '../heat/boil.ts';
import { canningOf } from '../heat/can.ts';
import { flameBlanks, judgeFlame } from './flame.ts';
import { choiceOf, doStep, type Method, meantBlank, numberOf, refuse, waitStep, warn } from './method.ts';

const COOL_MIN = 12 * 60;
/** Jars with a tested time (L): there is none for larger ones. */
export const jarSizesL = { pint: litresPer['US qt'] / 2, quart: litresPer['US qt'] } as const;

/** Less water than this around the jars: they do not fit. */
const LEAST_WATER_SHARE = 0.2;

/** Boiled water sealed in glass: keeps for years, and is not sterile water for medical use. */
export const can: Method = {
  id: 'can',
  tool: 'can',
  credit: credit(6, 6, 6, 6),
  barrier: 'heat',
  accepts: { mostNtu: 5 },
  removes: [],
  concentrates: ['salt', 'nitrate-metals'],
  adds: [],
  supplies: ['jars', 'lids', 'propane'],
  inTrain: 'aid',
  blanks: [
    {
      id: 'jars',
      kind: 'quantity',
      dimension: 'number',
      least: 1,
      most: 5000,
      wholeNumbers: true,
      start: 14,
    },
    { id: 'jar', kind: 'choice', options: Object.keys(jarSizesL), start: 'quart' },
    ...flameBlanks,
    {
      id: 'perLoad',
      kind: 'quantity',
      dimension: 'number',
      least: 1,
      most: 60,
      wholeNumbers: true,
      start: 7,
    },
    { id: 'fullL', kind: 'quantity', dimension: 'volumeL', least: 2, most: 200, start: 20 },
    {
      id: 'altitudeM',
      kind: 'quantity',
      dimension: 'lengthM',
      least: -400,
      most: 6000,
      start: c => c.altitudeM,
    },
    { id: 'lids', kind: 'choice', options: ['new', 'used'], start: 'new' },
    { id: 'glass', kind: 'choice', options: ['hot', 'cold'], start: 'hot' },
    { id: 'purpose', kind: 'choice', options: ['drinking', 'wounds'], start: 'drinking' },
    meantBlank('timeMin', 300),
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const jarL = jarSizesL[choiceOf<keyof typeof jarSizesL>(inputs, 'jar')];
    const [jars, perLoad, fullL, altitudeM] = [n('jars'), n('perLoad'), n('fullL'), n('altitudeM')];
    if (jars === undefined || perLoad === undefined || fullL === undefined || altitudeM === undefined)
      return undefined;
    const load = canningOf(jars, perLoad, jarL, fullL, altitudeM);
    const params = {
      ...load,
      count: load.loads,
      jars,
      perLoad: Math.min(jars, perLoad),
      leftL: Math.max(0, load.waterL),
      jarL,
      fullL,
      altitudeM,
      totalMin: load.loads * (load.minutes + 30),
      litres: jars * jarL,
    };
    return {
      headline: message('can.headline', params),
      under: message('can.under', params),
      working: [message('can.working', params)],
      scale: {
        ticks: [0, 5, 10, 15, 20, 25],
        spacing: 'linear',
        marks: [
          {
            id: 'low',
            value: 10,
            note: message('can.mark.low'),
            ...(load.minutes === 10 ? { chosen: true } : {}),
          },
          {
            id: 'middle',
            value: 15,
            note: message('can.mark.middle'),
            ...(load.minutes === 15 ? { chosen: true } : {}),
          },
          {
            id: 'high',
            value: 20,
            note: message('can.mark.high'),
            ...(load.minutes === 20 ? { chosen: true } : {}),
          },
        ],
      },
      due: { amount: load.minutes, unit: 'min', onlyUnder: true },
      judgements: [
        ...(choiceOf(inputs, 'lids') === 'used' ? [refuse('can.used-lids', 'practice')] : []),
        ...(choiceOf(inputs, 'glass') === 'cold' ? [refuse('can.cold-glass', 'practice')] : []),
        ...(choiceOf(inputs, 'purpose') === 'wounds' ? [refuse('can.wounds', 'who-gdwq')] : []),
        ...(load.waterL < fullL * LEAST_WATER_SHARE ? [refuse('can.too-full', 'arithmetic', params)] : []),
        ...judgeFlame(stoveOf('gas-propane'), inputs),
        warn('can.not-sterile', 'practice'),
      ],
      steps: [
        doStep('boil', message('step.can.boil')),
        doStep('fill', message('step.can.fill')),
        doStep('rack', message('step.can.rack', params)),
        doStep('rolling', message('step.can.rolling')),
        waitStep('time', message('step.can.time', params), load.minutes),
        doStep('lift', message('step.can.lift')),
        waitStep('cool', message('step.can.cool'), COOL_MIN),
        {
          id: 'seal',
          kind: 'read',
          text: message('step.can.seal', params),
          reading: { unit: 'jars', least: params.perLoad },
          onFail: message('step.can.seal.fail'),
        },
        doStep('label', message('step.can.label')),
      ],
      uses: [{ supply: 'lids', amount: jars }],
    };
  },
};
