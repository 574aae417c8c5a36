import { message } from '../../base/judgement.ts';
import { credit } from '../credit/credit.ts';
import { bottlesFor, dayLengthMin, EXPOSURE_WH_M2, exposureOf, MOST_DAYS } from '../sun/sun.ts';
import { choiceOf, doStep, type Method, numberOf, refuse, waitStep, warn } from './method.ts';

/** Sunshine that a bottle has had its fill of: six hours, or the second evening. */
const SIX_HOURS_MIN = 360;
const DAY_MIN = 1440;
const SUN_NTU = 30;
const MOST_BOTTLE_L = 2;
/** Beyond these degrees north or south the sun is too low for most of the year. */
const SUNNY_LATITUDE = 35;

const isClear = (bottle: string): boolean => bottle === 'clear-pet' || bottle === 'clear-glass';

/** Clear bottles in the sun: the rule of thumb and the exposure meter must both hold. */
export const sun: Method = {
  id: 'sun',
  tool: 'sun',
  credit: credit(3, 2, 2, 1),
  accepts: { mostNtu: SUN_NTU },
  removes: [],
  strips: true,
  concentrates: [],
  adds: [],
  supplies: ['bottles'],
  stoppedBy: ['dark', 'frost'],
  inTrain: {
    work: () => ({ tool: 'bottles', attended: ['shake'] }),
    asks: ({ volumeL, turbidityNtu }) => ({
      needL: volumeL,
      // the sky of the days to come is taken for a clouded one
      oktas: 5,
      print: turbidityNtu < SUN_NTU ? 'readable' : 'unreadable',
    }),
  },
  blanks: [
    {
      id: 'needL',
      kind: 'quantity',
      dimension: 'volumeL',
      least: 0.5,
      most: 10_000,
      start: c => c.dailyNeedL || 12,
    },
    { id: 'bottleL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 20, start: 1.5 },
    {
      id: 'bottle',
      kind: 'choice',
      options: ['clear-pet', 'clear-glass', 'scratched', 'coloured', 'labelled', 'thick'],
      start: 'clear-pet',
    },
    { id: 'latitude', kind: 'quantity', dimension: 'latitudeDeg', least: -66, most: 66, start: 54.4 },
    {
      id: 'longitude',
      kind: 'quantity',
      dimension: 'longitudeDeg',
      least: -180,
      most: 180,
      start: c => c.longitudeDeg,
    },
    { id: 'oktas', kind: 'quantity', dimension: 'number', least: 0, most: 8, start: 3 },
    { id: 'shade', kind: 'quantity', dimension: 'percent', least: 0, most: 100, start: 0 },
    { id: 'rain', kind: 'choice', options: ['dry', 'showers', 'continuous'], start: 'dry' },
    { id: 'print', kind: 'choice', options: ['readable', 'unreadable'], start: 'readable' },
    { id: 'where', kind: 'choice', options: ['outdoors', 'behind-glass'], start: 'outdoors' },
  ],
  answer: (inputs, { today }) => {
    const [needL, bottleL] = [numberOf(inputs, 'needL'), numberOf(inputs, 'bottleL')];
    const [latitude, oktas, shade] = [
      numberOf(inputs, 'latitude'),
      numberOf(inputs, 'oktas'),
      numberOf(inputs, 'shade'),
    ];
    if (needL === undefined || bottleL === undefined || latitude === undefined || oktas === undefined)
      return undefined;
    const exposure = exposureOf(latitude, today, oktas, (shade ?? 0) / 100);
    const bottle = choiceOf(inputs, 'bottle');
    const isUsable = exposure.days <= MOST_DAYS;
    const shineMin = exposure.days > 1 ? exposure.days * dayLengthMin(latitude, today) : SIX_HOURS_MIN;
    const params = {
      ...exposure,
      needL,
      bottleL,
      neededWhM2: EXPOSURE_WH_M2,
      bottles: isUsable ? bottlesFor(needL, bottleL, exposure.days) : 0,
    };
    return {
      headline: message(isUsable ? 'sun.headline' : 'sun.too-weak', params),
      under: message(isUsable ? 'sun.under' : 'sun.too-weak.under', params),
      working: [message('sun.working', params)],
      scale: {
        ticks: [0, 1, 2, 3, 4, 5, 6],
        spacing: 'linear',
        band: [1, 2],
        marks: [
          { id: 'rule', value: exposure.ruleDays, note: message('sun.mark', { days: exposure.ruleDays }) },
          {
            id: 'meter',
            value: Math.min(6, exposure.meterDays),
            note: message('sun.mark', { days: Math.min(99, exposure.meterDays) }),
            chosen: true,
          },
        ],
      },
      takes: { shake: Math.max(3, params.bottles) },
      totalMin: (exposure.days - 1) * DAY_MIN + SIX_HOURS_MIN,
      judgements: [
        ...(isClear(bottle) ? [] : [refuse(`sun.bottle.${bottle}`, 'who-gdwq')]),
        ...(bottleL > MOST_BOTTLE_L ? [refuse('sun.bottle.large', 'who-gdwq')] : []),
        ...(choiceOf(inputs, 'print') === 'readable' ? [] : [refuse('sun.cloudy', 'who-gdwq')]),
        ...(choiceOf(inputs, 'where') === 'outdoors' ? [] : [refuse('sun.glass', 'who-gdwq')]),
        ...(choiceOf(inputs, 'rain') === 'continuous' ? [refuse('sun.rain', 'who-gdwq')] : []),
        ...(isUsable ? [] : [refuse('sun.weak', 'who-gdwq', params)]),
        ...(Math.abs(latitude) > SUNNY_LATITUDE ? [warn('sun.latitude', 'who-gdwq', { latitude })] : []),
        warn('sun.wear', 'practice'),
      ],
      steps: [
        doStep('shake', message('step.sun.shake')),
        doStep('lay', message('step.sun.lay')),
        {
          // six hours of one day; more than one are whole days, from sunrise to sunset
          ...waitStep('shine', message('step.sun.shine', params), shineMin),
          daylight: {
            latitudeDeg: latitude,
            longitudeDeg: numberOf(inputs, 'longitude') ?? 0,
            ...(exposure.days > 1 ? { wholeDays: exposure.days } : {}),
          },
        },
        {
          id: 'meter',
          kind: 'read',
          text: message('step.sun.meter', params),
          reading: { unit: 'Wh/m²', least: EXPOSURE_WH_M2 },
          onFail: message('step.sun.meter.fail'),
        },
        doStep('drink', message('step.sun.drink')),
      ],
      uses: [],
    };
  },
};
