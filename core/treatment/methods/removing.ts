import { message } from '../../base/judgement.ts';
import { type RemoverId, removerG, removerIds, removerKgL, removers } from '../chlorine/remove.ts';
import { noCredit } from '../credit/credit.ts';
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
  inTrain: 'aid',
  blanks: [
    volumeBlank(0.2, 100_000, 198),
    { id: 'haveMgL', kind: 'quantity', dimension: 'concentrationMgL', least: 0, most: 300, start: 6 },
    { id: 'wantMgL', kind: 'quantity', dimension: 'concentrationMgL', least: 0, most: 5, start: 0.5 },
    { id: 'remover', kind: 'choice', options: removerIds, start: 'ascorbic' },
    { id: 'kind', kind: 'choice', options: ['free', 'chloramine'], start: 'free' },
    { id: 'use', kind: 'choice', options: ['drinking', 'dialysis', 'animals'], start: 'drinking' },
    meantBlank('massG', 100_000, removerKgL.ascorbic),
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
      scale: {
        ticks: [0.1, 1, 10, 100, 1000],
        spacing: 'log',
        marks: removerIds.map(id => {
          const each = removerG(id, volumeL, haveMgL, wantMgL);
          return {
            id,
            value: each,
            note: message('removing.mark', { grams: each }),
            ...(id === remover ? { chosen: true } : {}),
          };
        }),
        sets: 'remover',
      },
      due: { amount: grams, unit: 'g', powderKgL: removerKgL[remover] },
      judgements: [
        ...(choiceOf(inputs, 'use') === 'dialysis' ? [refuse('removing.dialysis', 'who-gdwq')] : []),
        ...(choiceOf(inputs, 'kind') === 'chloramine' ? [warn('removing.chloramine', 'who-gdwq')] : []),
        ...(wantMgL < 0.2 ? [warn('removing.unprotected', 'who-gdwq')] : []),
        warn('removing.read-again', 'practice'),
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
