import { describe, expect, it } from 'vitest';
import { householdOf, type Water } from '#demo/waters.ts';
import { addMinutes } from '../../base/day.ts';
import { atOnce } from '../../base/lots.ts';
import { answerTrains } from '../../treatment/trains/answer.ts';
import { fold } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { caseOfForm, meansOf, ofSource, type SafeForm, stepWords, trainContext } from '../trains/safe.ts';

const START = '2026-06-01T08:00:00.000Z';
const NOW = addMinutes(START, 120);

/** What the family of four is told of a water. */
function told(water: Water) {
  const { entries, sources } = householdOf(START);
  const id = sources[water];
  const facts = fold(entries);
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
    expect(told('tap')).toMatchObject({ isFitAsItComes: true });
  });

  it.each([
    ['its tap under a boil notice', 'noticed'],
    ['a rain tank that nobody looked at', 'roof'],
    ['its own open well', 'openWell'],
    ['its own closed well', 'closedWell'],
    ['a stream of which nobody knows who lives above', 'stream'],
    ['a silty river', 'river'],
  ] as const)('is told a way that it owns: %s', (_, water) => {
    const { stop, trains } = told(water);
    expect(stop).toBeUndefined();
    const [best] = trains;
    expect(['whole', 'day']).toContain(best?.tier);
    expect(best!.steps.map(s => stepWords(s).id)).toContain('train.step.boil');
    expect(best!.minutes).toBeLessThan(24 * 60);
  });
});
