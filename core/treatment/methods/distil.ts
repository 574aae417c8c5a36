import { message } from '../../base/judgement.ts';
import { takesAll } from '../../water/quality/chemicals.ts';
import { credit } from '../credit/credit.ts';
import {
  boilingPointC,
  EVAPORATE_MJ_KG,
  fuels,
  type Stove,
  stoveOf,
  stoves,
  WATER_MJ_KG_K,
} from '../heat/boil.ts';
import { flameBlanks, isFlame, judgeFlame } from './flame.ts';
import { choiceOf, doStep, type Method, numberOf, refuse, warn } from './method.ts';

/** Distilling: takes salt, nitrate and metals out as well as germs, at a great cost of fuel. */
export const distil: Method = {
  id: 'distil',
  tool: 'distil',
  credit: credit(4, 4, 4, 4),
  accepts: {},
  removes: ['turbidity', 'salt', 'nitrate-metals'],
  strips: true,
  concentrates: [],
  adds: ['taste'],
  supplies: ['propane', 'butane', 'kerosene', 'charcoal', 'ethanol', 'wood', 'carbon'],
  inTrain: {
    work: ({ stove }) => ({
      tool: 'still',
      ...(isFlame(stove) ? { flame: ['first', 'run', 'carbon', 'stop'] } : {}),
    }),
    takesSnow: true,
    asks: ({ volumeL, temperatureC }) => ({ volumeL, startC: Math.max(0, Math.min(90, temperatureC ?? 0)) }),
    leaves: () => ({
      turbidityNtu: 0.5,
      salt: 'fresh',
      isSnow: false,
      isChlorinated: false,
    }),
  },
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 1000, start: 5 },
    { id: 'startC', kind: 'quantity', dimension: 'temperatureC', least: 0, most: 90, start: 10 },
    {
      id: 'altitudeM',
      kind: 'quantity',
      dimension: 'lengthM',
      least: -400,
      most: 6000,
      start: c => c.altitudeM,
    },
    { id: 'stove', kind: 'choice', options: stoves.map(s => s.id), start: 'gas-propane' },
    { id: 'smell', kind: 'choice', options: ['none', 'fuel'], start: 'none' },
    ...flameBlanks,
  ],
  answer: inputs => {
    const [volumeL, startC, altitudeM] = [
      numberOf(inputs, 'volumeL'),
      numberOf(inputs, 'startC'),
      numberOf(inputs, 'altitudeM'),
    ];
    if (volumeL === undefined || startC === undefined || altitudeM === undefined) return undefined;
    const stove = stoveOf(choiceOf(inputs, 'stove'));
    const boilsAtC = boilingPointC(altitudeM);
    const mjOf = (s: Stove) => (WATER_MJ_KG_K * (boilsAtC - startC) + EVAPORATE_MJ_KG) / s.efficiency;
    const mjPerL = mjOf(stove);
    const fuel = (mjPerL * volumeL) / fuels[stove.fuel];
    const hours = (mjPerL * volumeL) / stove.powerKw / 3.6;
    const params = {
      volumeL,
      mjPerL,
      fuel,
      totalMin: hours * 60,
      fuelName: `fuel.${stove.fuel}`,
      fuelG: fuel * 1000,
      boilsAtC,
      efficiency: stove.efficiency,
      startC,
    };
    return {
      headline: message(stove.fuel === 'electricity' ? 'distil.headline.kwh' : 'distil.headline', params),
      under: message('distil.under', params),
      working: [message('distil.working', params)],
      desalts: true,
      // salt, metals and nitrate stay in the pot
      removes: takesAll,
      totalMin: hours * 60,
      takes: { run: hours * 60 },
      scale: {
        ticks: [1, 2, 5, 10, 20, 50],
        spacing: 'log',
        marks: stoves.map(s => ({
          id: s.id,
          value: mjOf(s),
          note: message('distil.mark', { mjPerL: mjOf(s) }),
          ...(s.id === stove.id ? { chosen: true } : {}),
        })),
        sets: 'stove',
      },
      judgements: [
        ...(choiceOf(inputs, 'smell') === 'fuel'
          ? [refuse('distil.fuel', 'who-gdwq')]
          : [warn('distil.organics', 'who-gdwq', {}, 'distil.organics.remedy')]),
        ...judgeFlame(stove, inputs),
      ],
      steps: [
        doStep('fill', message('step.distil.fill')),
        doStep('first', message('step.distil.first', { firstL: volumeL * 0.05 })),
        doStep('run', message('step.distil.run', params)),
        doStep('carbon', message('step.distil.carbon')),
        doStep('stop', message('step.distil.stop')),
      ],
      uses: stove.fuel === 'electricity' ? [] : [{ supply: stove.fuel, amount: fuel }],
    };
  },
};
