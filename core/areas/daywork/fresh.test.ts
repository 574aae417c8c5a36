import { describe, expect, it } from 'vitest';
import { household } from '#demo/household.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { generate, seeded } from '../../../scripts/generate.ts';
import { atOnce } from '../../base/lots.ts';
import { boundOf } from '../../planning/schedule/bound.ts';
import { checkDay } from '../../planning/schedule/check.ts';
import { searchDay } from '../../planning/schedule/search.ts';
import { answerTrains } from '../../treatment/trains/answer.ts';
import { fold } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { caseOfForm, meansOf, trainContext } from '../trains/safe.ts';
import { type DayForm, firstLook, problemOf, spansOf, toolsFor, tripOf } from './form.ts';
import { freshForm, handRow } from './fresh.ts';
import { toolRow, usualHands } from './tools.ts';

const NOW = '2026-11-25T08:00:00.000Z';
const TODAY = '2026-11-25';
const zone = 'Europe/London';

function begin(entries: Parameters<typeof fold>[0]) {
  const facts = fold(entries);
  const state = stateAt(facts, NOW);
  const form = (sourceId: string | null = null) =>
    freshForm({
      ...{ facts, now: NOW, needL: state.need.drinkingL, sourceId },
      nameOf: number => `Hands ${number}`,
    });
  const context = trainContext(facts, state);
  const offers = (of: DayForm) => {
    const c = caseOfForm(of.safe, facts, NOW)!;
    return atOnce(answerTrains(c, meansOf(of.safe, facts, TODAY).owned, [], context)).trains;
  };
  const whole = (of: DayForm): DayForm => ({
    ...of,
    tools: toolsFor(offers(of)).map(kind => toolRow(kind, of.needL ?? 1, facts, TODAY)),
  });
  return { facts, form, offers, whole, context };
}

const hollow = begin(tarnHollow(NOW, seeded(4)));
const beck = Object.values(hollow.facts.source).find(s => /beck/i.test(s.name))!;

describe('Tarn Hollow from the beck for one day', () => {
  const form = hollow.whole(hollow.form(beck.id));
  const offers = hollow.offers(form);

  it('is asked with four pairs of hands, the walk as it is, and a hall’s tools', () => {
    expect(form.hands.map(h => h.name)).toEqual(['Hands 1', 'Hands 2', 'Hands 3', 'Hands 4']);
    expect(form.tripMin).toBe(tripOf(beck, 20));
    expect(form.tools.find(t => t.kind === 'pot')).toEqual({ kind: 'pot', count: 4, litres: 25 });
    expect(offers.length).toBeGreaterThan(2);
  });

  it.each([0, 1, 2])(
    'is feasible by way %i, and ends within 1.3 × of its bound',
    n => {
      const asked = problemOf(form, [offers[n]!], hollow.context, NOW, zone);
      if ('missing' in asked) throw new Error(asked.missing);
      const { schedule } = atOnce(searchDay(asked.problem));
      expect(checkDay(asked.problem, schedule)).toEqual([]);
      expect(schedule.endMin! / boundOf(asked.problem)).toBeLessThanOrEqual(1.3);
      // the first look goes no further than what is found
      const look = firstLook(form, offers[n]!, hollow.context, NOW, zone);
      expect(look?.endMin ?? 9999).toBeGreaterThanOrEqual(schedule.endMin!);
    },
    120_000,
  );

  it('begins tomorrow when it is asked to: no hand before midnight, and the evening is tomorrow’s', () => {
    const asked = problemOf({ ...form, begins: 'tomorrow' }, [offers[1]!], hollow.context, NOW, zone);
    if ('missing' in asked) throw new Error(asked.missing);
    // eight in the morning: seven of the next day is 23 hours on, its evening 36
    expect(asked.problem.hands.map(h => h.awake[0]!.from)).toEqual([1380, 1380, 1380, 1380]);
    expect(asked.problem.eveningMin).toBe(36 * 60);
    const { schedule } = atOnce(searchDay(asked.problem));
    expect(schedule.bars[0]!.from).toBe(1380);
    expect(checkDay(asked.problem, schedule)).toEqual([]);
  });

  it('says what is missing: a blank, a way, a name, a tool', () => {
    const ask = (change: Partial<DayForm>, trains = offers.slice(0, 1)) =>
      problemOf({ ...form, ...change }, trains, hollow.context, NOW, zone);
    expect(ask({ needL: undefined })).toEqual({ missing: 'blank' });
    expect(ask({ tripMin: undefined })).toEqual({ missing: 'blank' });
    expect(ask({}, [])).toEqual({ missing: 'train' });
    expect(ask({ hands: [handRow('Ash'), handRow('Ash ')] })).toEqual({ missing: 'hand' });
    expect(ask({ hands: [handRow(' ')] })).toEqual({ missing: 'hand' });
    expect(ask({ tools: [] })).toMatchObject({ missing: expect.stringMatching(/^method\./) });
  });
});

it('a household asks for two pairs of hands and a kitchen’s tools; thousands of containers ask no more', () => {
  const flat = begin(household(NOW));
  expect(flat.form().hands.length).toBe(2);
  expect(toolRow('pot', 12, flat.facts, TODAY)).toMatchObject({ litres: 10 });
  const large = begin(generate(500, 2000, NOW, 7));
  expect(large.form().needL).toBeGreaterThan(0);
});

describe('hours that somebody is up', () => {
  it('are counted from now, and go over midnight for whoever watches at night', () => {
    // eight o’clock in London in winter
    expect(spansOf('07:00', '22:00', NOW, zone)[0]).toEqual({ from: 0, until: 840 });
    expect(spansOf('07:00', '22:00', NOW, zone)[1]).toEqual({ from: 23 * 60, until: 38 * 60 });
    const [night] = spansOf('22:00', '06:00', NOW, zone);
    expect(night).toEqual({ from: 14 * 60, until: 22 * 60 });
    // whoever is up all round the clock is never asleep
    expect(spansOf('00:00', '00:00', NOW, zone)).toEqual([{ from: 0, until: 4320 }]);
  });

  it('are those of the clock on the wall when summer time ends', () => {
    const before = '2026-10-24T20:00:00.000Z';
    // 21:00 summer time; seven o’clock of the next morning comes an hour later
    expect(spansOf('07:00', '22:00', before, zone).map(s => s.from)).toEqual([0, 11 * 60, 35 * 60, 59 * 60]);
  });
});

it.each([
  [12, 2],
  [13, 4],
])('reckons for %i people with %i pairs of hands, until hands have worked', (people, hands) => {
  const home = { id: 'home:1', name: 'Mill', people: Array.from({ length: people }, () => ({})) };
  expect(usualHands({ home: { 'home:1': home }, work: {} })).toBe(hands);
});
