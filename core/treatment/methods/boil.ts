import { type Judgement, judge, type Message, message, type Params } from '../../base/judgement.ts';
import { credit } from '../credit/credit.ts';
import {
  type BoilSchoolId,
  boilingPointC,
  boilOf,
  boilSchools,
  coolingMin,
  holdMin,
  type Stove,
  snowLitresPerL,
  stoveOf,
  stoves,
} from '../heat/boil.ts';
import { flameBlanks, isFlame, judgeFlame } from './flame.ts';
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
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';

const AIR_C = 15;
/** Somebody stands at a stove for so long a day (minutes). */
const STOVE_DAY_MIN = 8 * 60;
/** Steps that burn. */
const OVER_FLAME = ['rolling', 'hold', 'off'];

/** How much thicker what is dissolved gets by the steam of this boil. */
function thickened(volumeL: number, inputs: Inputs): number {
  const { steamL } = boilOf({
    volumeL,
    startC: numberOf(inputs, 'startC') ?? 0,
    from: 'water',
    altitudeM: numberOf(inputs, 'altitudeM') ?? 0,
    stove: { ...stoveOf(choiceOf(inputs, 'stove')), powerKw: numberOf(inputs, 'powerKw') ?? 3 },
    holdMin: holdMin(choiceOf(inputs, 'school'), numberOf(inputs, 'altitudeM') ?? 0),
    potL: numberOf(inputs, 'potL') ?? volumeL,
    lidAjar: choiceOf(inputs, 'lid') !== 'off',
  });
  return volumeL / Math.max(volumeL / 10, volumeL - steamL);
}

type From = 'water' | 'fresh-snow' | 'settled-snow';

/** Whether it is for an infant's bottle: powder that is not sterile wants water of 70 °C (WHO). */
const isFormula = (inputs: Inputs): boolean => choiceOf(inputs, 'purpose') === 'formula';

/** What forbids it or is to be heeded: the lid, what the water looks like, the flame, and what boiling leaves in. */
function judgementsOf(inputs: Inputs, stove: Stove, school: BoilSchoolId, noGain: Message): Judgement[] {
  return [
    ...(choiceOf(inputs, 'lid') === 'shut' ? [refuse('boil.closed', 'practice')] : []),
    ...(choiceOf(inputs, 'looks') === 'usual'
      ? []
      : [refuse(`boil.${choiceOf(inputs, 'looks')}`, 'who-gdwq')]),
    ...judgeFlame(stove, inputs),
    ...(school === 'one-minute' ? [] : [judge('warn', noGain, 'who-gdwq')]),
    warn('boil.not-chemicals', 'who-gdwq'),
    ...(isFormula(inputs) ? [warn('boil.formula', 'who-gdwq')] : []),
    ...(stove.id === 'kettle' ? [warn('boil.switch', 'practice')] : []),
  ];
}

/** How long each school lets it roll, at this height. */
function scaleOf(altitudeM: number, school: BoilSchoolId, noteOf: (id: BoilSchoolId) => Message): Scale {
  return {
    ticks: [0, 5, 10, 15, 20],
    spacing: 'linear',
    marks: boilSchools.map(id => ({
      id,
      value: holdMin(id, altitudeM),
      note: noteOf(id),
      ...(id === school ? { chosen: true } : {}),
    })),
    sets: 'school',
  };
}

function stepsOf(from: From, isForInfant: boolean, minutes: number, params: Params): Step[] {
  return [
    ...(from === 'water' ? [] : [doStep('melt', message('step.boil.melt'))]),
    doStep('fill', message('step.boil.fill', params)),
    doStep('rolling', message('step.boil.rolling')),
    waitStep('hold', message('step.boil.hold', params), minutes),
    doStep('off', message('step.boil.off')),
    doStep('cool', message(isForInfant ? 'step.boil.cool-formula' : 'step.boil.cool', params)),
    doStep('pour', message('step.boil.pour')),
  ];
}

/** A rolling boil: kills every germ that drinking water can carry, and takes no chemical out. */
export const boil: Method = {
  id: 'boil',
  tool: 'boil',
  credit: credit(6, 6, 6, 6),
  barrier: 'heat',
  accepts: {},
  removes: [],
  strips: true,
  concentrates: ['salt', 'nitrate-metals'],
  adds: ['taste'],
  supplies: ['propane', 'butane', 'kerosene', 'charcoal', 'ethanol', 'wood', 'pots'],
  inTrain: {
    wantsClear: true,
    work: ({ stove }) =>
      isFlame(stove) ? { tool: 'pot', onStove: OVER_FLAME, flame: OVER_FLAME } : { tool: 'kettle' },
    takesSnow: true,
    asks: ({ volumeL, temperatureC, isSnow }) => ({
      volumeL,
      startC: isSnow ? 0 : Math.min(90, temperatureC ?? 0),
      from: isSnow ? 'fresh-snow' : 'water',
    }),
    // chemicals stay behind in what does not go off as steam
    leaves: ({ volumeL, dissolved }, inputs) => {
      const figures = Object.entries(dissolved);
      const by = figures.length > 0 ? thickened(volumeL, inputs) : 1;
      return {
        isSnow: false,
        isChlorinated: false,
        dissolved: Object.fromEntries(figures.map(([id, figure]) => [id, figure * by])),
      };
    },
  },
  blanks: [
    volumeBlank(0.1, 10_000, 10),
    { id: 'from', kind: 'choice', options: ['water', 'fresh-snow', 'settled-snow'], start: 'water' },
    { id: 'startC', kind: 'quantity', dimension: 'temperatureC', least: -30, most: 90, start: 10 },
    {
      id: 'altitudeM',
      kind: 'quantity',
      dimension: 'lengthM',
      least: -400,
      most: 6000,
      start: c => c.altitudeM,
    },
    { id: 'stove', kind: 'choice', options: stoves.map(s => s.id), start: 'gas-propane' },
    { id: 'powerKw', kind: 'quantity', dimension: 'powerKw', least: 0.2, most: 60, start: 3 },
    { id: 'potL', kind: 'quantity', dimension: 'volumeL', least: 0.3, most: 500, start: 10 },
    { id: 'school', kind: 'choice', options: boilSchools, start: 'one-minute' },
    { id: 'lid', kind: 'choice', options: ['ajar', 'off', 'shut'], start: 'ajar' },
    { id: 'looks', kind: 'choice', options: ['usual', 'scum', 'fuel'], start: 'usual' },
    { id: 'purpose', kind: 'choice', options: ['drinking', 'formula'], start: 'drinking' },
    ...flameBlanks,
    meantBlank('timeMin', 600),
  ],
  answer: (inputs, context) => {
    const [volumeL, startC] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'startC')];
    const [altitudeM, potL] = [numberOf(inputs, 'altitudeM'), numberOf(inputs, 'potL')];
    const powerKw = numberOf(inputs, 'powerKw');
    if (volumeL === undefined || startC === undefined || altitudeM === undefined) return undefined;
    if (potL === undefined || powerKw === undefined) return undefined;
    const from = choiceOf<From>(inputs, 'from');
    const school = choiceOf<BoilSchoolId>(inputs, 'school');
    const stove = { ...stoveOf(choiceOf(inputs, 'stove')), powerKw };
    const boilBy = (id: BoilSchoolId, litres = volumeL) =>
      boilOf({
        volumeL: litres,
        startC,
        from: from === 'water' ? 'water' : 'snow',
        altitudeM,
        stove,
        holdMin: holdMin(id, altitudeM),
        potL,
        lidAjar: choiceOf(inputs, 'lid') !== 'off',
      });
    const chosen = boilBy(school);
    const planned = boilBy(school, Math.max(0.1, context.dailyNeedL * context.planDays));
    // electricity is counted in kWh, everything else is weighed
    const say = (id: string, params: Params) =>
      message(stove.fuel === 'electricity' ? `${id}.kwh` : id, params);
    const minutes = holdMin(school, altitudeM);
    const said = (id: BoilSchoolId) => {
      const b = boilBy(id);
      return {
        holdMin: holdMin(id, altitudeM),
        totalMin: b.minutes,
        fuel: b.fuelAmount,
        fuelG: b.fuelAmount * 1000,
        steamL: b.steamL,
      };
    };
    const params = {
      ...said(school),
      volumeL,
      pots: chosen.pots,
      lidName: `method.boil.lid.${choiceOf(inputs, 'lid')}`,
      boilsAtC: boilingPointC(altitudeM),
      heatMj: chosen.heatMj,
      fuelMj: chosen.fuelMj,
      efficiency: stove.efficiency,
      fuelName: `fuel.${stove.fuel}`,
      startC,
      powerKw,
      coolMin: coolingMin(Math.min(potL, volumeL), chosen.boilsAtC, AIR_C),
      snowL: volumeL * snowLitresPerL[from === 'fresh-snow' ? 'fresh' : 'settled'],
      daysL: context.dailyNeedL,
      planDays: context.planDays,
      planFuel: planned.fuelAmount,
      planFuelG: planned.fuelAmount * 1000,
      minutesADay: planned.minutes / context.planDays,
      stoves: Math.max(1, Math.ceil(planned.minutes / context.planDays / STOVE_DAY_MIN)),
    };
    return {
      headline: message('boil.headline', params),
      under: say(chosen.pots > 1 ? 'boil.under-pots' : 'boil.under', params),
      working: [
        message('boil.working', params),
        message('boil.cooling', params),
        ...(context.dailyNeedL > 0 ? [say('boil.plan', params)] : []),
        ...(from === 'water' ? [] : [message('boil.snow', params)]),
      ],
      scale: scaleOf(altitudeM, school, id => say('boil.mark', said(id))),
      due: { amount: minutes, unit: 'min', onlyUnder: true },
      totalMin: chosen.minutes + params.coolMin,
      takes: { rolling: chosen.minutes - minutes * chosen.pots, cool: params.coolMin },
      judgements: judgementsOf(inputs, stove, school, say('boil.no-gain', params)),
      steps: stepsOf(from, isFormula(inputs), minutes, params),
      uses: stove.fuel === 'electricity' ? [] : [{ supply: stove.fuel, amount: chosen.fuelAmount }],
    };
  },
};
