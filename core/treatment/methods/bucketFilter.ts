import { judge, message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { doStep, type Method, numberOf } from './method.ts';

/** Hours a day that somebody fills it. */
const HOURS_A_DAY = 8;

/** Two lidded buckets with a hollow-fibre filter between them: what to buy, where to drill, and how to prove it. */
export const bucketFilter: Method = {
  id: 'bucket-filter',
  tool: 'filter',
  // building one treats no water: a run of it is a sheet of the filter
  credit: noCredit,
  accepts: { mostNtu: 50 },
  removes: ['turbidity'],
  concentrates: [],
  adds: [],
  supplies: ['filter'],
  inTrain: 'aid',
  blanks: [
    {
      id: 'homes',
      kind: 'quantity',
      dimension: 'number',
      least: 1,
      most: 10_000,
      wholeNumbers: true,
      start: 1,
    },
    {
      id: 'people',
      kind: 'quantity',
      dimension: 'people',
      least: 1,
      most: 100,
      wholeNumbers: true,
      start: 5,
    },
    { id: 'flowLH', kind: 'quantity', dimension: 'flowLH', least: 0.1, most: 500, start: 12 },
    { id: 'hoseMm', kind: 'quantity', dimension: 'lengthMm', least: 4, most: 40, start: 12 },
    { id: 'tapMm', kind: 'quantity', dimension: 'lengthMm', least: 8, most: 60, start: 22 },
    { id: 'filterPrice', kind: 'quantity', dimension: 'money', least: 0, most: 10_000, start: 30 },
    { id: 'bucketPrice', kind: 'quantity', dimension: 'money', least: 0, most: 1000, start: 5 },
    { id: 'tapPrice', kind: 'quantity', dimension: 'money', least: 0, most: 1000, start: 3 },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [homes, people, flowLH] = [n('homes'), n('people'), n('flowLH')];
    if (homes === undefined || people === undefined || flowLH === undefined) return undefined;
    const each = (n('filterPrice') ?? 0) + 2 * (n('bucketPrice') ?? 0) + (n('tapPrice') ?? 0);
    const dayL = flowLH * HOURS_A_DAY;
    const params = {
      homes,
      count: homes,
      people,
      each,
      cost: each * homes,
      buckets: homes * 2,
      dayL,
      perHeadL: dayL / people,
      hoseMm: n('hoseMm') ?? 0,
      tapMm: n('tapMm') ?? 0,
      halfLH: flowLH / 2,
    };
    return {
      headline: message('bucket.headline', params),
      under: message('bucket.under', params),
      working: [message('bucket.working', params)],
      judgements: [
        ...(params.perHeadL < 3
          ? [
              judge('warn', message('bucket.too-slow', params), 'sphere', {
                remedy: message('bucket.too-slow.remedy'),
              }),
            ]
          : []),
        judge('warn', message('filter.viruses'), 'who-gdwq', { remedy: message('filter.viruses.remedy') }),
      ],
      steps: [
        doStep('buckets', message('step.bucket.buckets')),
        doStep('drill-dirty', message('step.bucket.drill-dirty', params)),
        doStep('drill-clean', message('step.bucket.drill-clean', params)),
        doStep('fit', message('step.bucket.fit')),
        doStep('leak', message('step.bucket.leak')),
        doStep('flush', message('step.bucket.flush')),
        {
          id: 'flow',
          kind: 'read',
          text: message('step.bucket.flow'),
          reading: { unit: 'L/h', least: params.halfLH },
          onFail: message('step.filter.flow.fail'),
        },
      ],
      uses: [],
    };
  },
};
