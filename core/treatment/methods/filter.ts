import { type Judgement, message, type Params } from '../../base/judgement.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { credit, noCredit, targets } from '../credit/credit.ts';
import {
  type DeviceKind,
  deviceCredit,
  deviceKinds,
  devices,
  type FilterDevice,
  filterBarrier,
  RIPENING_WEEKS,
} from '../filters/device.ts';
import { FAST_SHARE, flowRatio, WORN_SHARE } from '../filters/flow.ts';
import { certificateBlanks, removalOf } from './certificate.ts';
import {
  type Blank,
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  numberOf,
  refuse,
  type Step,
  warn,
} from './method.ts';

/** Log reductions that a device's own certificate states; none is taken for granted. */
const certifiedBlanks: readonly Blank[] = targets.map(target => ({
  id: target,
  kind: 'quantity',
  dimension: 'removalLog',
  least: 0,
  most: 9,
  start: 0,
}));

function deviceOf(inputs: Inputs): FilterDevice {
  const poreUm = numberOf(inputs, 'poreUm');
  const [bacteria, viruses, protozoa, crypto] = targets.map(target => numberOf(inputs, target) ?? 0);
  return {
    kind: choiceOf<DeviceKind>(inputs, 'device'),
    rating: choiceOf<'absolute' | 'nominal'>(inputs, 'rating'),
    certified: credit(bacteria!, viruses!, protozoa!, crypto!),
    ...(poreUm === undefined ? {} : { poreUm }),
  };
}

/** What passes pores that hold germs back (NTU). */
const FINE_NTU = 0.5;

/** The share of the cloud that passes: beds of sand and media let some through, and of a certificate for germs nobody knows. */
function cloudShare(inputs: Inputs): number {
  const device = choiceOf<DeviceKind>(inputs, 'device');
  if (device === 'certified') return deviceCredit(deviceOf(inputs)).crypto >= 2 ? 0 : 1;
  if (device === 'by-pore') return deviceCredit(deviceOf(inputs)).crypto >= 2 ? 0 : 0.5;
  return device === 'media' || device === 'layered' ? 0.5 : device === 'slow-sand' ? 0.1 : 0;
}

/** Cloudier water blocks the pores within minutes. */
const MOST_NTU = 50;

/** Cloudy water that it may still run: it clogs as so much more clear water would. */
const clogging = (ntu: number, volumeL: number): Judgement[] =>
  ntu >= CLEAR_NTU && ntu <= MOST_NTU
    ? [
        warn(
          'filter.clogs',
          'practice',
          { ntu, likeL: volumeL * (ntu / CLEAR_NTU), volumeL },
          'filter.clogs.remedy',
        ),
      ]
    : [];

function stepsOf(newLH: number, params: Params): Step[] {
  return [
    doStep('flush', message('step.filter.flush')),
    doStep('raw', message('step.filter.raw')),
    doStep('run', message('step.filter.run', params)),
    {
      id: 'flow',
      kind: 'read',
      text: message('step.filter.flow'),
      reading: { unit: 'L/h', least: WORN_SHARE * newLH, most: FAST_SHARE * newLH },
      onFail: message('step.filter.flow.fail'),
    },
    doStep('backflush', message('step.filter.backflush')),
    doStep('dry', message('step.filter.dry')),
  ];
}

/** Straining through pores. What passes is told for each kind of germ; no filter keeps a residual. */
export const filter: Method = {
  id: 'filter',
  tool: 'filter',
  credit: devices['hollow-fibre'].credit,
  barrier: inputs => filterBarrier(deviceOf(inputs)),
  accepts: { mostNtu: MOST_NTU },
  removes: ['turbidity'],
  // beds and blocks of carbon use it up; pores alone let it pass
  strips: inputs => ['ceramic', 'slow-sand', 'media', 'layered', 'certified'].includes(String(inputs.device)),
  concentrates: [],
  adds: [],
  supplies: ['filter'],
  stoppedBy: ['frost'],
  inTrain: {
    isCarried: true,
    wantsClear: true,
    work: () => ({ tool: 'filter' }),
    asks: ({ volumeL, turbidityNtu }) => ({ volumeL, ntu: turbidityNtu }),
    leaves: ({ turbidityNtu }, inputs) => ({
      turbidityNtu: Math.min(turbidityNtu, Math.max(FINE_NTU, turbidityNtu * cloudShare(inputs))),
    }),
  },
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100_000, start: 20 },
    { id: 'ntu', kind: 'quantity', dimension: 'turbidityNtu', least: 0, most: 5000, start: 5 },
    { id: 'device', kind: 'choice', options: deviceKinds, start: 'hollow-fibre' },
    { id: 'poreUm', kind: 'quantity', dimension: 'lengthUm', least: 0.0001, most: 100, start: 0.1 },
    { id: 'rating', kind: 'choice', options: ['absolute', 'nominal'], start: 'absolute' },
    ...certifiedBlanks,
    ...certificateBlanks,
    { id: 'newLH', kind: 'quantity', dimension: 'flowLH', least: 0.01, most: 10_000, start: 20 },
    { id: 'nowLH', kind: 'quantity', dimension: 'flowLH', least: 0, most: 10_000 },
    { id: 'newC', kind: 'quantity', dimension: 'waterC', least: 0, most: 60 },
    { id: 'nowC', kind: 'quantity', dimension: 'waterC', least: 0, most: 60 },
    { id: 'integrity', kind: 'choice', options: ['not-tested', 'passed'], start: 'not-tested' },
    { id: 'weeks', kind: 'quantity', dimension: 'timeWeeks', least: 0, most: 2000, start: 0 },
    { id: 'frozen', kind: 'choice', options: ['no', 'yes'], start: 'no' },
    {
      id: 'people',
      kind: 'quantity',
      dimension: 'people',
      least: 1,
      most: 10_000,
      wholeNumbers: true,
      start: 4,
    },
  ],
  answer: inputs => {
    const [volumeL, newLH] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'newLH')];
    const people = numberOf(inputs, 'people');
    if (volumeL === undefined || newLH === undefined || people === undefined) return undefined;
    const device = choiceOf<DeviceKind>(inputs, 'device');
    const nowLH = numberOf(inputs, 'nowLH');
    const flowLH = nowLH ?? newLH;
    const weeks = numberOf(inputs, 'weeks') ?? 0;
    const isUnripe = device === 'slow-sand' && weeks < RIPENING_WEEKS;
    const earned = isUnripe ? noCredit : deviceCredit(deviceOf(inputs));
    const removes = device === 'certified' ? removalOf(inputs) : undefined;
    const hours = flowLH > 0 ? volumeL / flowLH : Number.POSITIVE_INFINITY;
    const isFrozen = choiceOf(inputs, 'frozen') === 'yes' && devices[device].freezes;
    const ratio =
      nowLH === undefined
        ? 1
        : flowRatio(
            { flowLH: nowLH, waterC: numberOf(inputs, 'nowC') },
            { flowLH: newLH, waterC: numberOf(inputs, 'newC') },
          );
    const isFast = ratio > FAST_SHARE && choiceOf(inputs, 'integrity') !== 'passed';
    const ntu = numberOf(inputs, 'ntu') ?? 0;
    const params = {
      ntu,
      mostNtu: MOST_NTU,
      minutes: hours * 60,
      volumeL,
      hours,
      flowLH,
      newLH,
      people,
      perHeadL: (flowLH * 8) / people,
      ratio,
      ripensWeeks: RIPENING_WEEKS,
      weeks,
      ...earned,
    };
    return {
      headline: message('filter.headline', params),
      under: message('filter.passes', params),
      working: [message('filter.working', params)],
      credit: earned,
      ...(removes ? { removes } : {}),
      totalMin: hours * 60,
      takes: { run: hours * 60 },
      scale: {
        ticks: [0, 1, 2, 3, 4],
        spacing: 'linear',
        marks: targets.map(id => ({
          id,
          value: earned[id],
          note: message('log.earned', { log: earned[id] }),
        })),
      },
      judgements: [
        ...(isFrozen ? [refuse('filter.frozen', 'practice')] : []),
        ...(ratio < WORN_SHARE ? [refuse('filter.worn', 'practice', params)] : []),
        ...(isFast ? [refuse('filter.fast', 'practice', params)] : []),
        ...(isUnripe ? [warn('filter.unripe', 'who-hwt', params, 'filter.unripe.remedy')] : []),
        ...(ntu > MOST_NTU ? [refuse('filter.cloudy', 'practice', params)] : []),
        ...clogging(ntu, volumeL),
        ...(device === 'by-pore' && choiceOf(inputs, 'rating') === 'nominal'
          ? [warn('filter.nominal', 'who-gdwq')]
          : []),
        ...(device === 'layered'
          ? [warn('filter.layered', 'who-gdwq')]
          : earned.viruses < 3
            ? [warn('filter.viruses', 'who-gdwq', {}, 'filter.viruses.remedy')]
            : []),
        warn('filter.no-residual', 'who-gdwq'),
      ],
      steps: stepsOf(newLH, params),
      // cloudy water takes of its life what so many litres of clear water would
      uses: [{ supply: 'filter', amount: volumeL * Math.max(1, ntu / CLEAR_NTU) }],
    };
  },
};
