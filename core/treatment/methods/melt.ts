import { message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { snowLitresPerL } from '../heat/boil.ts';
import { choiceOf, doStep, type Method, numberOf, volumeBlank, waitStep, warn } from './method.ts';

/**
 * Minutes until snow for a litre is water, by what warms it: a dark sheet in the sun (some 250 W/m² come into it, and melting takes
 * 0.334 MJ/kg), a warm room, where air alone gives it heat. Nothing of it is boiling, so it earns nothing.
 */
const minutesPerL = { sun: 25, room: 40 } as const;
type Warmth = keyof typeof minutesPerL;
const warmths = Object.keys(minutesPerL) as Warmth[];
/** However little it is. */
const LEAST_MIN = 30;

/** Snow or ice melted without a stove: it is then raw water, to be filtered and disinfected. */
export const melt: Method = {
  id: 'melt',
  tool: 'settle',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: [],
  inTrain: {
    work: () => ({ tool: 'vessel' }),
    takesSnow: true,
    asks: ({ volumeL }) => ({ volumeL, by: 'room' }),
    leaves: () => ({ isSnow: false, temperatureC: 1 }),
  },
  blanks: [
    volumeBlank(0.2, 1000, 5),
    { id: 'by', kind: 'choice', options: warmths, start: 'sun' },
    { id: 'snow', kind: 'choice', options: ['fresh', 'settled'], start: 'fresh' },
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const by = choiceOf<Warmth>(inputs, 'by');
    const snow = choiceOf<'fresh' | 'settled'>(inputs, 'snow');
    const minutes = Math.max(LEAST_MIN, Math.ceil((volumeL * minutesPerL[by]) / 5) * 5);
    const params = { volumeL, minutes, snowL: volumeL * snowLitresPerL[snow], by: `method.melt.by.${by}` };
    return {
      headline: message('melt.headline', params),
      working: [message('melt.working', params)],
      judgements: [warn('melt.raw', 'who-hwt', params, 'melt.raw.remedy'), warn('melt.eaten', 'practice')],
      steps: [
        doStep('gather', message('step.melt.gather', params)),
        waitStep('melt', message('step.melt.melt', params), minutes),
        doStep('strain', message('step.melt.strain')),
      ],
      uses: [],
    };
  },
};
