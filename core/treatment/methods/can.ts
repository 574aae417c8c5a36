import { type Judgement, message, type Params } from '../../base/judgement.ts';
import { litresPer } from '../../base/units/volume.ts';
import { credit } from '../credit/credit.ts';
import { type Stove, stoveOf, stoves } from '../heat/boil.ts';
import { type Canning, canningOf } from '../heat/can.ts';
import { flameBlanks, judgeFlame } from './flame.ts';
import {
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  meantBlank,
  numberOf,
  refuse,
  type Scale,
  type Step,
  waitStep,
  warn,
} from './method.ts';

const COOL_MIN = 12 * 60;
/** Jars with a tested time (L): there is none for larger ones. */
export const jarSizesL = { pint: litresPer['US qt'] / 2, quart: litresPer['US qt'] } as const;

/** Less water than this around the jars: they do not fit. */
const LEAST_WATER_SHARE = 0.2;

/** A day's work: so many loads go on one sheet. */
const MOST_LOADS = 8;
/** An electric kettle takes no jars. */
const burning = stoves.filter(s => s.fuel !== 'electricity').map(s => s.id);
const fuelKinds = ['propane', 'butane', 'kerosene', 'charcoal', 'ethanol', 'wood'] as const;

const scaleOf = (minutes: number): Scale => ({
  ticks: [0, 5, 10, 15, 20, 25],
  spacing: 'linear',
  marks: (
    [
      ['low', 10],
      ['middle', 15],
      ['high', 20],
    ] as const
  ).map(([id, value]) => ({
    ...{ id, value, note: message(`can.mark.${id}`) },
    ...(minutes === value ? { chosen: true } : {}),
  })),
});

/** What forbids it or is to be heeded: lids, cold glass, what it is for, a vessel too small, loads beyond a day, the fire. */
function judgementsOf(inputs: Inputs, stove: Stove, canning: Canning, params: Params): Judgement[] {
  const isTooFull = canning.loads[0]!.waterL < Number(params.fullL) * LEAST_WATER_SHARE;
  return [
    ...(choiceOf(inputs, 'lids') === 'used' ? [refuse('can.used-lids', 'practice')] : []),
    ...(choiceOf(inputs, 'glass') === 'cold' ? [refuse('can.cold-glass', 'practice')] : []),
    ...(choiceOf(inputs, 'purpose') === 'wounds' ? [refuse('can.wounds', 'who-gdwq')] : []),
    ...(isTooFull ? [refuse('can.too-full', 'arithmetic', params)] : []),
    ...(canning.loads.length > MOST_LOADS ? [refuse('can.too-many', 'practice', params)] : []),
    ...judgeFlame(stove, inputs),
    warn('can.not-sterile', 'practice'),
  ];
}

/** Each load has its own clock; the jars of the next are kept hot meanwhile. */
function stepsOf({ minutes, loads }: Canning, params: Params): Step[] {
  return [
    doStep('boil', message('step.can.boil', params)),
    doStep('fill', message('step.can.fill')),
    ...loads.slice(0, MOST_LOADS).flatMap(({ jars, waterL }, i) => {
      const own = { ...params, minutes, loadJars: jars, waterL, load: i + 1 };
      const after = i === 0 ? '' : `-${i + 1}`;
      return [
        doStep(`rack${after}`, message(i === 0 ? 'step.can.rack' : 'step.can.rack-next', own)),
        doStep(`rolling${after}`, message('step.can.rolling', own)),
        waitStep(`time${after}`, message('step.can.time', own), minutes),
        doStep(`lift${after}`, message('step.can.lift', own)),
      ];
    }),
    waitStep('cool', message('step.can.cool'), COOL_MIN),
    {
      id: 'seal',
      kind: 'read',
      text: message('step.can.seal', params),
      reading: { unit: 'jars', least: Number(params.jars) },
      onFail: message('step.can.seal.fail'),
    },
    doStep('label', message('step.can.label')),
  ];
}

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
  supplies: ['jars', 'lids', 'rings', 'canner', 'rack', 'funnel', ...fuelKinds],
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
    { id: 'stove', kind: 'choice', options: burning, start: 'gas-propane' },
    { id: 'powerKw', kind: 'quantity', dimension: 'powerKw', least: 0.2, most: 60, start: 3 },
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
    { id: 'startC', kind: 'quantity', dimension: 'temperatureC', least: 0, most: 90, start: 10 },
    { id: 'preBoilMin', kind: 'quantity', dimension: 'timeMin', least: 1, most: 60, start: 5 },
    { id: 'filterKeepsL', kind: 'quantity', dimension: 'volumeL', least: 0, most: 50, start: 0.5 },
    { id: 'lids', kind: 'choice', options: ['new', 'used'], start: 'new' },
    { id: 'glass', kind: 'choice', options: ['hot', 'cold'], start: 'hot' },
    { id: 'purpose', kind: 'choice', options: ['drinking', 'wounds'], start: 'drinking' },
    meantBlank('timeMin', 300),
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const jarL = jarSizesL[choiceOf<keyof typeof jarSizesL>(inputs, 'jar')];
    const [jars, perLoad, fullL, altitudeM] = [n('jars'), n('perLoad'), n('fullL'), n('altitudeM')];
    const [powerKw, startC, preBoilMin] = [n('powerKw'), n('startC'), n('preBoilMin')];
    const filterKeepsL = n('filterKeepsL');
    if (jars === undefined || perLoad === undefined || fullL === undefined || altitudeM === undefined)
      return undefined;
    if (powerKw === undefined || startC === undefined || preBoilMin === undefined) return undefined;
    if (filterKeepsL === undefined) return undefined;
    const stove = { ...stoveOf(choiceOf(inputs, 'stove')), powerKw };
    const canning = canningOf({
      ...{ jars, perLoad, jarL, fullL, altitudeM, startC, preBoilMin, filterKeepsL, stove },
    });
    const { loads } = canning;
    const [first, last] = [loads[0]!, loads.at(-1)!];
    const params = {
      ...{ jars, jarL, fullL, altitudeM, filterKeepsL, startC, boilMin: preBoilMin },
      ...{ minutes: canning.minutes, totalMin: canning.totalMin, inJarsL: canning.inJarsL },
      ...{
        intoPotL: canning.inJarsL + canning.boilOffL,
        boilOffL: canning.boilOffL,
        toFilterL: canning.toFilterL,
        bathL: canning.bathL,
      },
      ...{ fetchL: canning.fetchL, fuelG: canning.fuelKg * 1000, fuelName: `fuel.${stove.fuel}` },
      ...{ firstG: first.fuelKg * 1000, lastG: last.fuelKg * 1000 },
      count: loads.length,
      mostLoads: MOST_LOADS,
      perLoad: first.jars,
      leftL: first.waterL,
      loadJars: first.jars,
    };
    return {
      headline: message('can.headline', params),
      under: message('can.under', params),
      working: [
        message('can.working', params),
        message('can.bath', params),
        message(loads.length > 1 ? 'can.fuel.loads' : 'can.fuel', params),
        message('can.kit', params),
        message('can.salt'),
        message('can.keeps'),
      ],
      scale: scaleOf(canning.minutes),
      due: { amount: canning.minutes, unit: 'min', onlyUnder: true },
      totalMin: canning.totalMin + COOL_MIN,
      judgements: judgementsOf(inputs, stove, canning, params),
      steps: stepsOf(canning, params),
      uses: [
        { supply: 'lids', amount: jars },
        ...(stove.fuel === 'electricity' ? [] : [{ supply: stove.fuel, amount: canning.fuelKg }]),
      ],
    };
  },
};
