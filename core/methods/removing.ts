import { type RemoverId, removerG, removers } from '../chlorine/remove.ts';
import { noCredit } from '../ct/credit.ts';
import { judge, message } from '../judgement.ts';
import { choiceOf, doStep, type Method, numberOf, waitStep } from './method.ts';

/** Taking chlorine out again: standing open, or by mass of what binds it. */
export const removing: Method = {
  id: 'removing',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: ['chlorine'],
  concentrates: [],
  adds: [],
  supplies: ['neutraliser', 'carbon'],
  holds: 'water',
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 100_000, start: 198 },
    { id: 'haveMgL', kind: 'quantity', dimension: 'number', least: 0, most: 300, start: 6 },
    { id: 'wantMgL', kind: 'quantity', dimension: 'number', least: 0, most: 5, start: 0.5 },
    { id: 'remover', kind: 'choice', options: Object.keys(removers), start: 'ascorbic' },
  ],
  answer: inputs => {
    const [volumeL, haveMgL, wantMgL] = [
      numberOf(inputs, 'volumeL'),
      numberOf(inputs, 'haveMgL'),
      numberOf(inputs, 'wantMgL'),
    ];
    if (volumeL === undefined || haveMgL === undefined || wantMgL === undefined) return undefined;
    const remover = choiceOf<RemoverId>(inputs, 'remover');
    const grams = removerG(remover, volumeL, haveMgL, wantMgL);
    const params = {
      grams,
      volumeL,
      haveMgL,
      wantMgL,
      perMg: removers[remover],
      chlorineG: ((haveMgL - wantMgL) * volumeL) / 1000,
    };
    return {
      headline: message(grams > 0 ? 'removing.headline' : 'removing.nothing', params),
      under: message('removing.under'),
      working: [message('removing.working', params)],
      judgements: [
        ...(wantMgL < 0.2 ? [judge('warn', message('removing.unprotected'), 'who-gdwq')] : []),
        judge('warn', message('removing.read-again'), 'practice'),
      ],
      steps: [
        doStep('dissolve', message('step.removing.dissolve', params)),
        doStep('stir', message('step.removing.stir')),
        waitStep('stand', message('step.removing.stand'), 10),
        {
          id: 'read',
          kind: 'read',
          text: message('step.removing.read'),
          reading: { unit: 'mg/L', most: 4 },
          onFail: message('step.removing.read.fail'),
        },
      ],
      uses: [{ supply: 'neutraliser', amount: grams }],
    };
  },
};
