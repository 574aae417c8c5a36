import { message } from '../../base/judgement.ts';
import { type Credit, credit } from '../credit/credit.ts';
import { UV_VIRUS_2_MJ_CM2, uvMjCm2 } from '../credit/ct.ts';
import { doStep, type Method, meantBlank, numberOf, refuse, waitStep, warn } from './method.ts';

const MOST_NTU = 5;

/** A lamp at the end of its hours gives too little light while it still shines. */
const LAMP_SHARE = 1;

/** A lamp of unstated fluence earns nothing for viruses, which stand far more light than anything else. */
const earnedBy = (mjCm2: number | undefined): Credit => {
  const viruses = mjCm2 === undefined || mjCm2 < UV_VIRUS_2_MJ_CM2 ? 0 : mjCm2 < uvMjCm2.viruses ? 2 : 4;
  return credit(3, viruses, 3, 3);
};

/** A lamp in clear, stirred water. Nothing stays in the water, so it is drunk soon. */
export const uv: Method = {
  id: 'uv',
  tool: 'uv',
  credit: credit(3, 0, 3, 3),
  accepts: { mostNtu: MOST_NTU },
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['lamp'],
  stoppedBy: ['power'],
  inTrain: {
    isCarried: true,
    work: () => ({ tool: 'lamp', attended: ['light'] }),
    asks: ({ volumeL, turbidityNtu }) => ({ volumeL, ntu: turbidityNtu }),
  },
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 10_000, start: 20 },
    { id: 'ratedL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 1000, start: 1 },
    { id: 'ratedS', kind: 'quantity', dimension: 'timeS', least: 5, most: 3600, start: 90 },
    { id: 'watts', kind: 'quantity', dimension: 'powerW', least: 0.5, most: 500, start: 10 },
    { id: 'batteryWh', kind: 'quantity', dimension: 'energyWh', least: 1, most: 20_000, start: 40 },
    { id: 'lampHours', kind: 'quantity', dimension: 'timeH', least: 0, most: 20_000, start: 0 },
    { id: 'lifeHours', kind: 'quantity', dimension: 'timeH', least: 1, most: 20_000, start: 8000 },
    { id: 'ntu', kind: 'quantity', dimension: 'turbidityNtu', least: 0, most: 1000, start: 1 },
    { id: 'mjCm2', kind: 'quantity', dimension: 'fluenceMjCm2', least: 1, most: 1000 },
    meantBlank('timeMin', 1000),
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [volumeL, ratedL, ratedS, watts] = [n('volumeL'), n('ratedL'), n('ratedS'), n('watts')];
    if (volumeL === undefined || ratedL === undefined || ratedS === undefined || watts === undefined)
      return undefined;
    const goes = Math.ceil(volumeL / ratedL - 1e-9);
    const minutes = (goes * ratedS) / 60;
    const whPerL = (watts * ratedS) / 3600 / ratedL;
    const batteryWh = n('batteryWh') ?? 0;
    const ntu = n('ntu');
    const mjCm2 = n('mjCm2');
    const markAt = (id: string, mj: number) => ({ id, value: mj, note: message('uv.mark', { mj }) });
    const isWorn = (n('lampHours') ?? 0) >= LAMP_SHARE * (n('lifeHours') ?? Number.POSITIVE_INFINITY);
    const params = {
      volumeL,
      goes,
      count: goes,
      ratedS,
      ratedL,
      minutes,
      whPerL,
      wh: whPerL * volumeL,
      batteryL: batteryWh / whPerL,
    };
    return {
      headline: message('uv.headline', params),
      under: message('uv.under', params),
      working: [message('uv.working', params)],
      credit: earnedBy(mjCm2),
      scale: {
        ticks: [5, 10, 20, 40, 100, 200],
        spacing: 'log',
        marks: [
          ...Object.entries(uvMjCm2).map(([id, mj]) => markAt(id, mj)),
          ...(mjCm2 === undefined ? [] : [{ ...markAt('lamp', mjCm2), chosen: true }]),
        ],
      },
      due: { amount: minutes, unit: 'min', onlyUnder: true },
      judgements: [
        ...(ntu === undefined || ntu >= MOST_NTU ? [refuse('uv.cloudy', 'who-gdwq', { ntu: ntu ?? 0 })] : []),
        ...(mjCm2 !== undefined && mjCm2 < uvMjCm2.crypto ? [refuse('uv.weak', 'epa-lt2', { mjCm2 })] : []),
        ...(isWorn ? [refuse('uv.worn', 'practice')] : []),
        ...(mjCm2 === undefined || mjCm2 < UV_VIRUS_2_MJ_CM2 ? [warn('uv.viruses', 'epa-lt2')] : []),
        warn('uv.no-residual', 'who-gdwq'),
      ],
      steps: [
        doStep('clear', message('step.uv.clear')),
        doStep('stir', message('step.uv.stir', params)),
        waitStep('light', message('step.uv.light', params), minutes),
        doStep('drink', message('step.uv.drink')),
      ],
      uses: [{ supply: 'lamp', amount: volumeL }],
    };
  },
};
