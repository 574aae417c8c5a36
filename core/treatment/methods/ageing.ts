import { judge, message } from '../../base/judgement.ts';
import { ageingCurve, ageingMarks } from '../chlorine/ageing.ts';
import { noCredit } from '../credit/credit.ts';
import { type Method, numberOf } from './method.ts';

/** A bottle of bleach through the months: what each school takes its strength to be. */
export const ageing: Method = {
  id: 'ageing',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach'],
  inTrain: 'aid',
  blanks: [
    { id: 'percent', kind: 'quantity', dimension: 'percent', least: 0.5, most: 20, start: 6 },
    { id: 'months', kind: 'quantity', dimension: 'timeMonths', least: 0, most: 120, start: 8 },
    { id: 'keptC', kind: 'quantity', dimension: 'temperatureC', least: -10, most: 50, start: 24 },
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.5, most: 100_000, start: 198 },
    { id: 'targetMgL', kind: 'quantity', dimension: 'concentrationMgL', least: 0.2, most: 20, start: 2 },
    { id: 'measuredMgMl', kind: 'quantity', dimension: 'strengthMgMl', least: 0.1, most: 250 },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [percent, months, keptC] = [n('percent'), n('months'), n('keptC')];
    const [volumeL, targetMgL] = [n('volumeL'), n('targetMgL')];
    if (percent === undefined || months === undefined || keptC === undefined) return undefined;
    if (volumeL === undefined || targetMgL === undefined) return undefined;
    const marks = ageingMarks({ percent, months, keptC, measuredMgMl: n('measuredMgMl') });
    const doseOf = (mgMl: number) => (targetMgL * volumeL) / mgMl;
    const [label, computed] = [marks.labelMgMl, marks.computedMgMl];
    // what was measured is what is there; without it the weaker of the others is the safe side
    const used = marks.measuredMgMl ?? computed;
    const params = {
      percent,
      months,
      keptC,
      labelMgMl: label,
      usedMgMl: used,
      share: used / label,
      halfLifeDays: marks.halfLifeDays,
      volumeL,
      targetMgL,
      doseMl: doseOf(used),
    };
    return {
      headline: message('ageing.headline', params),
      under: message('ageing.under', params),
      working: [
        message('ageing.working', params),
        message(marks.measuredMgMl ? 'ageing.by-measured' : 'ageing.by-computed', params),
      ],
      scale: {
        ticks: [1, 2, 5, 10, 20, 50, 100],
        spacing: 'log',
        marks: [
          {
            id: 'replace-yearly',
            value: doseOf(label),
            note: message('ageing.mark.label', { doseMl: doseOf(label) }),
          },
          {
            id: 'computed-strength',
            value: doseOf(computed),
            note: message('ageing.mark.computed', { doseMl: doseOf(computed) }),
            ...(marks.measuredMgMl ? {} : { chosen: true }),
          },
          ...(marks.measuredMgMl
            ? [
                {
                  id: 'measured',
                  value: doseOf(marks.measuredMgMl),
                  note: message('ageing.mark.measured', { doseMl: doseOf(marks.measuredMgMl) }),
                  chosen: true,
                },
              ]
            : []),
        ],
      },
      curve: {
        name: message('ageing.curve', params),
        xName: message('ageing.curve.x'),
        yName: message('ageing.curve.y'),
        points: ageingCurve(percent, keptC, Math.max(12, Math.ceil(months))).map((y, x) => ({ x, y })),
        atX: Math.round(months),
      },
      judgements: marks.isTooOld
        ? [
            judge('refuse', message('ageing.too-old', params), 'epa-emergency', {
              remedy: message('strength.too-old.remedy'),
            }),
          ]
        : [],
      steps: [],
      uses: [],
    };
  },
};
