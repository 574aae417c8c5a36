import { message } from '../../base/judgement.ts';
import {
  powderG,
  type ShockSchoolId,
  SWAB_SHARE,
  shockSchools,
  wellL,
  wellSchools,
} from '../chlorine/shock.ts';
import { noCredit } from '../credit/credit.ts';
import { besideBlank, judgeBeside } from './beside.ts';
import {
  choiceOf,
  doStep,
  type Method,
  meantBlank,
  numberOf,
  refuse,
  volumeBlank,
  waitStep,
  warn,
} from './method.ts';
import { strengthBlank } from './strengthBlank.ts';

/** Disinfecting a tank or a well as a whole; its water is not drunk until it is flushed. */
export const shock: Method = {
  id: 'shock',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['bleach', 'chlorine-powder'],
  holds: 'vessel',
  inTrain: 'aid',
  blanks: [
    { id: 'vessel', kind: 'choice', options: ['tank', 'well'], start: 'tank' },
    volumeBlank(5, 1_000_000, 5000),
    { id: 'diameterM', kind: 'quantity', dimension: 'lengthM', least: 0.05, most: 20, start: 1 },
    { id: 'depthM', kind: 'quantity', dimension: 'lengthM', least: 0.05, most: 200, start: 3 },
    { id: 'school', kind: 'choice', options: Object.keys(shockSchools), start: 'fifty-full' },
    strengthBlank,
    { id: 'powderPercent', kind: 'quantity', dimension: 'percent', least: 20, most: 75, start: 65 },
    besideBlank,
    meantBlank('doseMl', 1_000_000),
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const isWell = choiceOf(inputs, 'vessel') === 'well';
    const [diameterM, depthM, strengthMgMl] = [n('diameterM'), n('depthM'), n('strengthMgMl')];
    const volumeL = isWell ? (diameterM && depthM ? wellL(diameterM, depthM) : undefined) : n('volumeL');
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const school = choiceOf<ShockSchoolId>(inputs, 'school');
    const litresOf = (id: ShockSchoolId) => (id === 'swab-200' ? volumeL * SWAB_SHARE : volumeL);
    const doseOf = (id: ShockSchoolId) => (litresOf(id) * shockSchools[id].mgL) / strengthMgMl;
    const { mgL, hours } = shockSchools[school];
    const params = {
      volumeL,
      mgL,
      hours,
      doseMl: doseOf(school),
      doseL: doseOf(school) / 1000,
      powderG: powderG(litresOf(school), mgL, n('powderPercent') ?? 65),
      wetL: litresOf(school),
    };
    return {
      headline: message('shock.headline', params),
      under: message('shock.under', params),
      working: [message(isWell ? 'shock.working-well' : 'shock.working', params)],
      scale: {
        ticks: [5, 10, 20, 50, 100, 200, 500],
        spacing: 'log',
        marks: (isWell ? wellSchools : (Object.keys(shockSchools) as ShockSchoolId[])).map(id => ({
          id,
          value: shockSchools[id].mgL,
          note: message('shock.mark', { hours: shockSchools[id].hours, doseMl: doseOf(id) }),
          ...(id === school ? { chosen: true } : {}),
        })),
        sets: 'school',
      },
      due: { amount: doseOf(school), unit: 'mL' },
      judgements: [
        ...(isWell && !wellSchools.includes(school) ? [refuse('shock.well-weak', 'awwa', params)] : []),
        ...judgeBeside(inputs),
        warn('shock.not-drunk', 'awwa', {}, 'shock.not-drunk.remedy'),
        warn('shock.mixing', 'practice'),
        ...(isWell ? [warn('shock.well', 'awwa')] : []),
      ],
      steps: [
        doStep('sign', message('step.shock.sign')),
        doStep('dose', message('step.shock.dose', params)),
        waitStep('stand', message('step.shock.stand', params), hours * 60),
        doStep('drain', message('step.shock.drain')),
        {
          id: 'read',
          kind: 'read',
          text: message('step.shock.read'),
          reading: { unit: 'mg/L', most: 4 },
          onFail: message('step.shock.read.fail'),
        },
        doStep('test', message('step.shock.test')),
      ],
      uses: [{ supply: 'bleach', amount: doseOf(school) }],
    };
  },
};
