import { message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { type Blank, choiceOf, doStep, type Method, numberOf, refuse, warn } from './method.ts';

const cartridge = (id: string, most: number, start: number): Blank => ({
  id,
  kind: 'quantity',
  dimension: id.endsWith('L') ? 'volumeL' : 'timeMonths',
  least: 0,
  most,
  start,
});

/** Carbon by itself: takes taste, chlorine and some organics out until it is full. It holds no germs back. */
export const carbon: Method = {
  id: 'carbon',
  tool: 'filter',
  credit: noCredit,
  accepts: { mostNtu: 5 },
  removes: ['taste', 'chlorine', 'organics'],
  concentrates: [],
  adds: [],
  supplies: ['carbon'],
  stoppedBy: ['frost'],
  untimed: 'flow',
  inTrain: {
    work: () => ({ tool: 'filter' }),
    asks: ({ volumeL, isChlorinated }) => ({ volumeL, against: isChlorinated ? 'chlorine' : 'taste' }),
    leaves: () => ({ isChlorinated: false }),
  },
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100_000, start: 20 },
    {
      id: 'against',
      kind: 'choice',
      options: ['taste', 'chlorine', 'fuel', 'salt', 'germs'],
      start: 'taste',
    },
    cartridge('lifeL', 1_000_000, 1000),
    cartridge('usedL', 1_000_000, 0),
    cartridge('lifeMonths', 60, 6),
    cartridge('months', 60, 0),
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id) ?? 0;
    const volumeL = numberOf(inputs, 'volumeL');
    if (volumeL === undefined) return undefined;
    const leftL = Math.max(0, n('lifeL') - n('usedL'));
    const params = { volumeL, leftL, lifeL: n('lifeL'), usedL: n('usedL'), months: n('months') };
    const against = choiceOf(inputs, 'against');
    const helps = against === 'taste' || against === 'chlorine';
    const isFull = volumeL > leftL || n('months') >= n('lifeMonths');
    return {
      headline: message('carbon.headline', params),
      working: [message('carbon.working', params)],
      judgements: [
        ...(helps ? [] : [refuse(`carbon.${against}`, 'who-gdwq')]),
        ...(isFull ? [refuse('carbon.full', 'practice', params)] : []),
        ...(against === 'chlorine' ? [warn('removing.unprotected', 'who-gdwq')] : []),
        warn('carbon.germs', 'who-gdwq'),
      ],
      steps: [
        doStep('flush', message('step.carbon.flush')),
        doStep('run', message('step.carbon.run', params)),
        doStep('drink', message('step.carbon.drink')),
      ],
      uses: [{ supply: 'carbon', amount: volumeL }],
    };
  },
};
