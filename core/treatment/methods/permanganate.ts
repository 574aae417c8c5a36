import { judge, message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { choiceOf, doStep, type Method, numberOf, refuse, waitStep } from './method.ts';

/** Permanganate: the last resort, without any credit. */
export const permanganate: Method = {
  id: 'permanganate',
  tool: 'tablets',
  credit: noCredit,
  accepts: { mostNtu: 5 },
  removes: [],
  concentrates: [],
  adds: ['taste'],
  supplies: ['permanganate'],
  holds: 'water',
  inTrain: 'aid',
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 1000, start: 10 },
    { id: 'colour', kind: 'choice', options: ['faint-pink', 'purple'], start: 'faint-pink' },
    { id: 'near', kind: 'choice', options: ['nothing', 'glycerine'], start: 'nothing' },
  ],
  answer: inputs => {
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    return {
      headline: message('permanganate.headline', { volumeL }),
      working: [message('permanganate.working')],
      judgements: [
        ...(choiceOf(inputs, 'colour') === 'purple' ? [refuse('permanganate.purple', 'practice')] : []),
        ...(choiceOf(inputs, 'near') === 'glycerine' ? [refuse('permanganate.glycerine', 'practice')] : []),
        judge('warn', message('permanganate.no-credit'), 'practice', {
          remedy: message('permanganate.remedy'),
        }),
        judge('warn', message('permanganate.burns'), 'practice'),
      ],
      steps: [
        doStep('dissolve', message('step.permanganate.dissolve')),
        doStep('drip', message('step.permanganate.drip')),
        waitStep('stand', message('step.permanganate.stand'), 30),
      ],
      uses: [],
    };
  },
};
