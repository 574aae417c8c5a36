import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import {
  fold,
  foldOnto,
  gather,
  guard,
  index,
  isOver,
  keyOf,
  noFacts,
  putSubject,
  rowsOf,
  step,
  subjectFactsOf,
  typeOf,
  withSubjects,
} from '../areas/entries.ts';
import { freshPlan } from '../areas/plan/facts.ts';
import * as subjects from '../areas/store/subjects.ts';
import { inOrder } from './entry.ts';
import { copyOf, lookUp } from './lookUp.ts';
import { standing } from './strikes.ts';

const NOW = '2026-11-26T08:00:00.000Z';
const h = hand(NOW);
const place = h.subject('place');
const drum = h.subject('container');
h.write('group.set', 'group', { name: 'Hall' });
h.write('plan.set', 'plan', { targetDays: 30 });
h.write('kind.set', 'kind:barrel', {
  id: 'barrel',
  shape: 'drum',
  nominalL: 100,
  usableShare: 0.95,
  tareKg: 5,
  heightMm: 800,
  stackable: false,
  material: 'HDPE',
  lightProof: true,
  neck: 'narrow',
  tap: false,
  price: 20,
  serviceYears: 10,
});
h.write('place.set', place, {
  name: 'Cellar',
  building: h.subject('building'),
  level: -1,
  widthM: 4,
  heightM: 2,
  shelves: [],
});
h.write('container.added', drum, { code: 'A-1', kind: 'barrel', place, role: 'clean', heldBefore: 'new' });
const facts = fold(h.entries);

describe('the order of a log', () => {
  const at = (happenedAt: string, id: string) => ({ happenedAt, id });
  it('is by when it happened, and by the id where that is one moment', () => {
    expect(inOrder(at('2026-01-01', 'b'), at('2026-01-02', 'a'))).toBe(-1);
    expect(inOrder(at('2026-01-02', 'a'), at('2026-01-01', 'b'))).toBe(1);
    expect(inOrder(at('2026-01-01', 'a'), at('2026-01-01', 'b'))).toBe(-1);
    expect(inOrder(at('2026-01-01', 'b'), at('2026-01-01', 'a'))).toBe(1);
    expect(inOrder(at('2026-01-01', 'a'), at('2026-01-01', 'a'))).toBe(0);
  });
});

describe('facts by their subjects', () => {
  it('have a type by the word before the colon, and a key: a word where they are named so, else the subject', () => {
    expect([typeOf('plan'), typeOf(drum), typeOf('kind:barrel')]).toEqual(['plan', 'container', 'kind']);
    expect([keyOf('kind:barrel'), keyOf(drum)]).toEqual(['barrel', drum]);
    expect(() => typeOf('bucket:1')).toThrow(/"bucket:1" names no known subject/);
    expect(() => typeOf(':1')).toThrow(RangeError);
    expect(() => typeOf('constructor:1')).toThrow(RangeError);
  });

  it('of the one there is are none as long as nothing was said', () => {
    expect(subjectFactsOf(noFacts, 'plan')).toBeUndefined();
    expect(subjectFactsOf(facts, 'plan')).toMatchObject({ targetDays: 30 });
    expect(subjectFactsOf(noFacts, drum)).toBeUndefined();
    expect(subjectFactsOf(facts, drum)).toMatchObject({ code: 'A-1' });
  });

  it('are put in and taken out, in a copy or in place; the one there is goes back to what it was at first', () => {
    const without = withSubjects(facts, [
      ['plan', undefined],
      [drum, undefined],
    ]);
    // shelves on which nothing changed are the same
    expect(without.place).toBe(facts.place);
    expect(withSubjects(facts, [])).toBe(facts);
    expect(without.plan).toBe(noFacts.plan);
    expect(without.container).toEqual({});
    expect(subjectFactsOf(facts, drum)).toBeDefined();
    const back = withSubjects(without, [['plan', facts.plan]]);
    expect(back.plan).toBe(facts.plan);
    const own = { ...without, container: {} };
    putSubject(own, 'plan', facts.plan);
    putSubject(own, drum, facts.container[drum]);
    expect(own).toMatchObject({ plan: { targetDays: 30 }, container: { [drum]: { code: 'A-1' } } });
    putSubject(own, 'plan', undefined);
    putSubject(own, drum, undefined);
    expect(own.plan).toBe(noFacts.plan);
    expect(own.container).toEqual({});
  });

  it('go into rows and come back from them, those that were never said aside', () => {
    const rows = [...rowsOf(facts)];
    expect(rows.map(([subject]) => subject).sort()).toEqual(
      ['group', 'plan', 'kind:barrel', place, drum].sort(),
    );
    expect(gather(rows)).toEqual(facts);
    expect([...rowsOf(noFacts)]).toEqual([]);
    // a newer build asks of the plan what an older one did not know
    const { noticeDays: _, ...older } = facts.plan;
    expect(gather([['plan', older as typeof facts.plan]]).plan.noticeDays).toBe(freshPlan.noticeDays);
  });

  it('are changed by several entries on one shelf and on one plan, and those before stay as they were', () => {
    const more = hand(NOW);
    const [one, other] = [more.subject('container'), more.subject('container')];
    const added = { kind: 'barrel', place, role: 'clean', heldBefore: 'new' } as const;
    more.write('container.added', one, { code: 'A-2', ...added });
    more.write('container.added', other, { code: 'A-3', ...added });
    more.write('plan.set', 'plan', { targetDays: 40 });
    more.write('plan.set', 'plan', { noticeDays: 3 });
    const next = foldOnto(facts, more.entries);
    expect(Object.values(next.container).map(c => c.code)).toEqual(['A-1', 'A-2', 'A-3']);
    expect(next.plan).toMatchObject({ targetDays: 40, noticeDays: 3 });
    expect(Object.keys(facts.container)).toEqual([drum]);
    expect(facts.plan.targetDays).toBe(30);
    expect(next.place).toBe(facts.place);
  });

  it('stay as they are where a kind does nothing to them, and what is not there has nothing to act on', () => {
    const noted = h.write('noted', drum, { text: 'looked at' });
    h.entries.pop();
    expect(step(facts.container[drum], noted, drum)).toBe(facts.container[drum]);
    const drawn = h.write('drawn', drum, { volumeL: 1, use: 'utility', byTap: true });
    h.entries.pop();
    expect(step(undefined, drawn, drum)).toBeUndefined();
    expect(isOver(drum, facts.container[drum]!)).toBe(false);
  });
});

describe('a guard', () => {
  it('is asked where its subject is there; what is not there is said so', () => {
    const nobody = h.subject('container');
    const drawn = h.write('drawn', nobody, { volumeL: 1, use: 'utility', byTap: true });
    h.entries.pop();
    expect(guard(facts, drawn, NOW).map(j => [j.verdict, j.reason.id])).toEqual([
      ['refuse', 'guard.no-container'],
    ]);
    const printed = h.write('label.printed', drum, { says: 'x' });
    h.entries.pop();
    expect(guard(facts, printed, NOW)).toEqual([]);
  });
});

describe('strikes', () => {
  it('take what they strike and themselves out; a strike that is struck strikes no more', () => {
    const log = hand(NOW);
    const one = log.write('noted', drum, { text: 'one' });
    expect(standing(log.entries)).toEqual([one]);
    const strike = log.write('struck', drum, { target: one.id });
    expect(standing(log.entries)).toEqual([]);
    log.write('struck', drum, { target: strike.id });
    expect(standing(log.entries)).toEqual([one]);
    const other = log.write('noted', drum, { text: 'other' });
    expect(standing([other, strike])).toEqual([other]);
  });
});

describe('what is looked up', () => {
  const { indexes } = subjects.container;
  it('goes along with a copy: it is not made anew', () => {
    let asked = 0;
    const keys = {
      code: (c: { code: string }) => {
        asked += 1;
        return c.code;
      },
    };
    const shelf = { a: { code: 'A' }, b: { code: 'B' } };
    lookUp(shelf, keys, 'code');
    const copy = copyOf(shelf);
    expect([...lookUp(copy, keys, 'code').keys()]).toEqual(['A', 'B']);
    expect(asked).toBe(2);
  });

  it('is by the names that are declared, and is there before a hand asks', () => {
    expect(() => lookUp(facts.container, indexes!, 'colour')).toThrow(/nothing is looked up by "colour"/);
    const shelf = copyOf(facts.container);
    index({ ...facts, container: shelf });
    expect(lookUp(shelf, {}, 'place').get(place)).toEqual(new Set([drum]));
  });
});
