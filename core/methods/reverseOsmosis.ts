import { credit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { choiceOf, doStep, type Method, numberOf } from './method.ts';

/** Reverse osmosis at home: the feed is the product and what it rejects. */
export const reverseOsmosis: Method = {
  id: 'reverse-osmosis',
  tool: 'distil',
  credit: credit(3, 3, 3, 3),
  accepts: { mostNtu: 5 },
  removes: ['turbidity', 'salt', 'nitrate-metals'],
  concentrates: [],
  adds: [],
  supplies: ['filter', 'carbon'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 10_000, start: 20 },
    { id: 'rejectRatio', kind: 'quantity', dimension: 'number', least: 0, most: 20, start: 3 },
    { id: 'litresPerDay', kind: 'quantity', dimension: 'number', least: 1, most: 10_000, start: 150 },
    { id: 'pumpW', kind: 'quantity', dimension: 'number', least: 0, most: 2000, start: 30 },
    { id: 'source', kind: 'choice', options: ['fresh', 'brackish', 'sea'], start: 'fresh' },
    { id: 'chlorinated', kind: 'choice', options: ['no', 'with-carbon', 'without-carbon'], start: 'no' },
  ],
  answer: inputs => {
    const [volumeL, rejectRatio, litresPerDay] = [
      numberOf(inputs, 'volumeL'),
      numberOf(inputs, 'rejectRatio'),
      numberOf(inputs, 'litresPerDay'),
    ];
    if (volumeL === undefined || rejectRatio === undefined || litresPerDay === undefined) return undefined;
    const hours = (volumeL / litresPerDay) * 24;
    const whPerL = ((numberOf(inputs, 'pumpW') ?? 0) * 24) / litresPerDay;
    const params = {
      volumeL,
      feedL: volumeL * (1 + rejectRatio),
      rejectL: volumeL * rejectRatio,
      rejectRatio,
      totalMin: hours * 60,
      whPerL,
      wh: whPerL * volumeL,
    };
    const source = choiceOf(inputs, 'source');
    return {
      headline: message('ro.headline', params),
      under: message('ro.under', params),
      working: [message('ro.working', params)],
      judgements: [
        ...(source === 'sea'
          ? [judge('refuse', message('ro.sea'), 'who-gdwq', { remedy: message('ro.sea.remedy') })]
          : source === 'brackish'
            ? [judge('warn', message('ro.brackish'), 'who-gdwq')]
            : []),
        ...(choiceOf(inputs, 'chlorinated') === 'without-carbon'
          ? [judge('refuse', message('ro.chlorine'), 'practice', { remedy: message('ro.chlorine.remedy') })]
          : []),
        judge('warn', message('ro.reject'), 'practice'),
      ],
      steps: [
        doStep('flush', message('step.ro.flush')),
        doStep('run', message('step.ro.run', params)),
        doStep('reject', message('step.ro.reject', params)),
      ],
      uses: [{ supply: 'filter', amount: volumeL }],
    };
  },
};
