import { expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { hand } from '#demo/hand.ts';
import { atOnce } from '../../base/lots.ts';
import { fold } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { kitsDueInLots } from './kitsDue.ts';

const START = '2026-06-01T08:00:00.000Z';

it.each([
  // a drum of tap water is read at its fill, and each month after it
  [14, 50, [{ parameter: 'free-chlorine', due: 1, left: 50 }]],
  [31, 50, [{ parameter: 'free-chlorine', due: 2, left: 50 }]],
  [365, 3, [{ parameter: 'free-chlorine', due: 13, left: 3 }]],
])('in %i days, with %i tests left, the plan asks for %j', (days, left, told) => {
  const h = hand(START);
  const drum = drumInCellar(h);
  h.write('filled', drum, {
    volumeL: { value: 200, known: 'measured' },
    water: 'treated-tap',
    sealed: true,
  });
  h.write('supply.set', h.subject('supply'), {
    ...{ name: 'Strips', kind: 'test-kit', amount: left, expiresOn: '2028-01-01' },
    reads: ['free-chlorine'],
  });
  const facts = fold(h.entries);
  expect(atOnce(kitsDueInLots(facts, stateAt(facts, START), days))).toEqual(told);
});

it('asks nothing of a kit that is not there', () => {
  const facts = fold(hand(START).entries);
  expect(atOnce(kitsDueInLots(facts, stateAt(facts, START), 30))).toEqual([]);
});
