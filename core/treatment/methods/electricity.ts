import { judge, message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { boilingPointC, EVAPORATE_MJ_KG, stoveOf, WATER_MJ_KG_K } from '../heat/boil.ts';
import { choiceOf, type Method, numberOf } from './method.ts';

const MJ_PER_WH = 0.0036;
const STARTS_AT_C = 10;
/** A lead battery that is emptied further dies young; the rest of it is not counted. */
const USABLE_SHARE = 0.5;
/** Losses of charging and of an inverter together. */
const PANEL_SHARE = 0.7;

type Device = 'kettle' | 'lamp' | 'pump' | 'still';
const devices: readonly Device[] = ['kettle', 'lamp', 'pump', 'still'];

/** Electricity of a litre in a kettle, under a lamp, through an RO pump or a still, against a battery and a panel. */
export const electricity: Method = {
  id: 'electricity',
  tool: 'boil',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: [],
  inTrain: 'aid',
  blanks: [
    { id: 'device', kind: 'choice', options: devices, start: 'kettle' },
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100_000, start: 12 },
    { id: 'lampWhL', kind: 'quantity', dimension: 'energyWhL', least: 0.01, most: 100, start: 0.25 },
    { id: 'pumpWhL', kind: 'quantity', dimension: 'energyWhL', least: 0.1, most: 200, start: 5 },
    { id: 'batteryWh', kind: 'quantity', dimension: 'energyWh', least: 0, most: 1_000_000, start: 1200 },
    { id: 'panelW', kind: 'quantity', dimension: 'powerW', least: 0, most: 1_000_000, start: 200 },
    { id: 'sunHours', kind: 'quantity', dimension: 'timeH', least: 0, most: 16, start: 2 },
  ],
  answer: (inputs, { altitudeM }) => {
    const n = (id: string) => numberOf(inputs, id);
    const volumeL = n('volumeL');
    if (volumeL === undefined) return undefined;
    const device = choiceOf<Device>(inputs, 'device');
    const heat = WATER_MJ_KG_K * (boilingPointC(altitudeM) - STARTS_AT_C);
    const { efficiency } = stoveOf('kettle');
    const whPerL: Record<Device, number> = {
      kettle: heat / efficiency / MJ_PER_WH,
      still: (heat + EVAPORATE_MJ_KG) / efficiency / MJ_PER_WH,
      lamp: n('lampWhL') ?? 0,
      pump: n('pumpWhL') ?? 0,
    };
    const batteryWh = (n('batteryWh') ?? 0) * USABLE_SHARE;
    const panelWh = (n('panelW') ?? 0) * (n('sunHours') ?? 0) * PANEL_SHARE;
    const each = whPerL[device];
    const params = {
      volumeL,
      whPerL: each,
      wh: each * volumeL,
      batteryWh,
      panelWh,
      chargeL: batteryWh / each,
      dayL: panelWh / each,
    };
    return {
      headline: message('electricity.headline', params),
      under: message('electricity.under', params),
      working: [message('electricity.working', params)],
      scale: {
        ticks: [0.1, 1, 10, 100, 1000],
        spacing: 'log',
        marks: devices.map(id => ({
          id,
          value: whPerL[id],
          note: message('electricity.mark', { whPerL: whPerL[id] }),
          ...(id === device ? { chosen: true } : {}),
        })),
        sets: 'device',
      },
      judgements:
        params.wh > panelWh && params.wh > batteryWh
          ? [
              judge('warn', message('electricity.short', params), 'arithmetic', {
                remedy: message('electricity.short.remedy'),
              }),
            ]
          : [],
      steps: [],
      uses: [],
    };
  },
};
