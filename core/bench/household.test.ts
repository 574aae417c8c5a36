import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import { addMinutes } from '../calendar/day.ts';
import { atOnce } from '../lots.ts';
import { type EntryData, fold } from '../record.ts';
import { stateAt } from '../store/state.ts';
import { answerTrains } from '../trains/answer.ts';
import { caseOfForm, meansOf, ofSource, type SafeForm, stepWords, trainContext } from './safe.ts';

const START = '2026-06-01T08:00:00.000Z';
const NOW = addMinutes(START, 120);

/** A family of four with a bottle of bleach that has no date, and a gas ring: no meter, no kit, nobody inspected anything. */
function family(source: Partial<EntryData['source.set']>, isNoticed = false) {
  const h = hand(START);
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}, {}, {}, { born: '2020-02' }] });
  h.write('supply.set', h.subject('supply'), {
    ...{ name: 'Bleach', kind: 'bleach', amount: 1000 },
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 20 },
  });
  h.write('supply.set', h.subject('supply'), { name: 'Gas', kind: 'propane', amount: 5 });
  const id = h.subject('source');
  h.write('source.set', id, {
    ...{ name: 'Ours', kind: 'tap', upstream: [], distanceM: 0, climbM: 0 },
    ...source,
  });
  if (isNoticed)
    h.write('notice.given', h.subject('notice'), {
      ...{ kind: 'boil', authority: 'Water board', sources: [id] },
      ...{ givenOn: '2026-06-01', suspectedFrom: '2026-06-01' },
    });
  const facts = fold(h.entries);
  const state = stateAt(facts, NOW);
  const form = {
    ...{ grain: 'silt', temperatureC: undefined, without: [], also: [] },
    ...ofSource(facts.source[id]!, facts, NOW),
    volumeL: state.need.drinkingL,
  } as SafeForm;
  const { owned, toGet } = meansOf(form, facts, state.today);
  const c = caseOfForm(form, facts, NOW)!;
  return atOnce(answerTrains(c, owned, toGet, trainContext(facts, state)));
}

describe('a household of four without a meter and without a kit', () => {
  it('drinks treated tap water as it comes', () => {
    expect(family({})).toMatchObject({ isFitAsItComes: true });
  });

  it.each([
    ['its tap under a boil notice', { kind: 'tap' }, true],
    ['a rain tank that nobody looked at', { kind: 'rain', roof: 'fit' }, false],
    ['its own open well', { kind: 'dug-well' }, false],
    ['its own closed well', { kind: 'borehole', isProtected: true }, false],
    ['a stream of which nobody knows who lives above', { kind: 'stream' }, false],
    ['a silty river', { kind: 'silty-river' }, false],
  ] as const)('is told a way that it owns: %s', (_, source, isNoticed) => {
    const { stop, trains } = family(source, isNoticed);
    expect(stop).toBeUndefined();
    const [best] = trains;
    expect(['whole', 'day']).toContain(best?.tier);
    expect(best!.steps.map(s => stepWords(s).id)).toContain('train.step.boil');
    expect(best!.minutes).toBeLessThan(24 * 60);
  });
});
