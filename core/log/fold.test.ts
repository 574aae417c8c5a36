import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { dutiesAt } from '../areas/duties.ts';
import type { Entry } from '../areas/entries.ts';
import { fold, foldOnto, foldSubject, gather, guard, restsOn, upcast } from '../areas/entries.ts';
import { readingOfChlorine } from '../areas/readings/readings.ts';
import { type WaterState, waterStates } from '../areas/store/state.ts';
import { stateAt } from '../areas/store/wholeState.ts';
import { addMinutes } from '../base/day.ts';
import { bySubject } from './fold.ts';
import { standing } from './strikes.ts';
import { lift } from './upcast.ts';

const start = '2026-11-20T08:00:00.000Z';

function drum(h: Hand = hand(start)) {
  const building = h.subject('building');
  const place = h.subject('place');
  const id = h.subject('container');
  const supply = h.subject('supply');
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}, {}, {}, {}] });
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, { name: 'Cellar', building, level: -1, widthM: 6, heightM: 2.2, shelves: [] });
  h.write('supply.set', supply, {
    name: 'Bleach',
    kind: 'bleach',
    amount: 1000,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 },
  });
  h.write('container.added', id, { code: 'A-1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
  return { h, id, place, supply };
}

/** A life of a drum: random acts, one after another, some of which make no sense. */
const lives = fc.array(
  fc.constantFrom(
    'fill',
    'draw',
    'begin',
    'check',
    'dose',
    'mix',
    'read',
    'empty',
    'open',
    'fail',
    'label',
    'inspect',
  ),
  { minLength: 1, maxLength: 25 },
);

function live(acts: readonly string[]): Entry[] {
  const { h, id, supply } = drum();
  const write = (act: string, i: number): Entry => {
    h.at(addMinutes(start, 60 + i * 20));
    switch (act) {
      case 'fill':
        return h.write('filled', id, {
          volumeL: { value: 150 + i, known: 'measured' },
          water: i % 2 ? 'well' : 'treated-tap',
          sealed: true,
        });
      case 'draw':
        return h.write('drawn', id, { volumeL: 7, use: i % 3 ? 'drinking' : 'utility', byTap: i % 2 === 0 });
      case 'begin':
        return h.write('batch.begun', id, {
          school: 'target-dose',
          strengthSchool: 'replace-yearly',
          volumeL: 150,
          strengthMgMl: 61.8,
          targetMgL: 2,
          doseMl: 4.8,
          way: 'tool',
          contactMin: 30,
          clarity: 'clear',
        });
      case 'check':
        return h.write('checked', id, { clarity: 'clear', chemicalSmell: false });
      case 'dose':
        return h.write('dosed', id, { doseMl: 4.8, strengthMgMl: 61.8 }, [supply]);
      case 'mix':
        return h.write('mixed', id, {});
      case 'read':
        return h.write('read', id, readingOfChlorine({ method: 'dpd', mgL: (i % 7) / 10 }));
      case 'empty':
        return h.write('emptied', id, { to: 'utility' });
      case 'open':
        return h.write('opened', id, {});
      case 'fail':
        return h.write('failed', id, { why: 'test' });
      case 'label':
        return h.write('labelled', id, {});
      default:
        return h.write('inspected', id, { found: 'sound' });
    }
  };
  for (const [i, act] of acts.entries()) write(act, i);
  return h.entries;
}

describe('the fold', () => {
  it('does not depend on the order of arrival', () => {
    fc.assert(
      fc.property(lives, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (acts, random) => {
        const entries = live(acts);
        const shuffled = entries
          .map(e => ({ e, r: random.next().value as number }))
          .sort((a, b) => a.r - b.r)
          .map(x => x.e);
        expect(fold(shuffled)).toEqual(fold(entries));
      }),
      { numRuns: 60 },
    );
  });

  it('step by step is the fold of the whole, and replays from its own facts', () => {
    fc.assert(
      fc.property(lives, fc.nat(), (acts, cut) => {
        const entries = live(acts);
        const at = cut % (entries.length + 1);
        expect(foldOnto(fold(entries.slice(0, at)), entries.slice(at))).toEqual(fold(entries));
      }),
      { numRuns: 60 },
    );
  });

  it('is restored exactly by a strike, and brought back by striking the strike', () => {
    fc.assert(
      fc.property(lives, fc.nat(), (acts, pick) => {
        const before = live(acts);
        const h = hand(addMinutes(start, 6000));
        const target = before.at(-1 - (pick % Math.min(3, before.length)))!;
        const strike = h.write('struck', target.subject, { target: target.id }, target.also);
        const without = before.filter(e => e.id !== target.id);
        expect(fold([...before, strike])).toEqual(fold(without));
        const back = h.write('struck', target.subject, { target: strike.id }, target.also);
        expect(fold([...before, strike, back])).toEqual(fold(before));
      }),
      { numRuns: 60 },
    );
  });

  it('survives JSON: what is stored is what was folded', () => {
    const facts = fold(tarnHollow('2026-11-25T09:00:00.000Z'));
    expect(JSON.parse(JSON.stringify(facts))).toEqual(facts);
  });

  it('of each subject alone gathers to the whole', () => {
    const entries = tarnHollow('2026-11-25T09:00:00.000Z');
    const rows = [...bySubject(entries)].flatMap(([subject, list]) => {
      const facts = foldSubject(subject, list);
      return facts ? [[subject, facts] as const] : [];
    });
    expect(gather(rows)).toEqual(fold(entries));
    expect(standing(entries)).toHaveLength(entries.length);
  });
});

describe('state', () => {
  const stateOf = (entries: readonly Entry[], id: string, now: string) =>
    stateAt(fold(entries), now).containers[id]!;

  it('of a drum counts only after its residual passed', () => {
    const { h, id } = drum();
    h.write('filled', id, {
      volumeL: { value: 198, known: 'measured' },
      water: 'well',
      origin: { protection: 'protected' },
      sealed: true,
    });
    const seen: [WaterState, string | null][] = [];
    const look = (minutes: number) => {
      const s = stateOf(h.entries, id, addMinutes(start, minutes));
      seen.push([s.state, s.counts]);
    };
    look(10);
    h.at(addMinutes(start, 20)).write('batch.begun', id, {
      school: 'drops-rule',
      strengthSchool: 'replace-yearly',
      volumeL: 198,
      strengthMgMl: 61.8,
      targetMgL: 6.5,
      doseMl: 20.9,
      way: 'tool',
      contactMin: 30,
      clarity: 'clear',
    });
    h.write('checked', id, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', id, { doseMl: 20.9, strengthMgMl: 61.8 });
    look(21);
    h.at(addMinutes(start, 22)).write('mixed', id, {});
    look(40);
    look(60);
    h.at(addMinutes(start, 61)).write('read', id, readingOfChlorine({ method: 'dpd', mgL: 0.8 }));
    look(62);
    expect(seen).toEqual([
      ['utility', 'utility'],
      ['waiting', null],
      ['waiting', null],
      ['waiting', null],
      // good for a day, until it is read again
      ['due', 'drinking'],
    ]);
  });

  it('of a drum that was dosed for a day is due until 0.5 mg/L is read a day after', () => {
    const { h, id } = drum();
    h.write('filled', id, {
      volumeL: { value: 198, known: 'measured' },
      water: 'well',
      origin: { protection: 'protected' },
      sealed: true,
    });
    h.write('batch.begun', id, {
      school: 'target-dose',
      strengthSchool: 'replace-yearly',
      volumeL: 198,
      strengthMgMl: 61.8,
      targetMgL: 2,
      doseMl: 6.4,
      way: 'tool',
      contactMin: 30,
      clarity: 'clear',
    });
    h.write('checked', id, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', id, { doseMl: 6.4, strengthMgMl: 61.8 });
    h.write('mixed', id, {});
    h.at(addMinutes(start, 40)).write('read', id, readingOfChlorine({ method: 'dpd', mgL: 0.7 }));
    // to the minute: a day from the reading, not the end of the next day
    expect(stateOf(h.entries, id, addMinutes(start, 60)).goodUntil?.at).toBe(addMinutes(start, 40 + 1440));
    expect(stateOf(h.entries, id, addMinutes(start, 40 + 1439)).counts).toBe('drinking');
    expect(stateOf(h.entries, id, addMinutes(start, 40 + 1440)).state).toBe('past');
    expect(stateOf(h.entries, id, addMinutes(start, 3 * 1440)).state).toBe('past');
    h.at(addMinutes(start, 1500)).write('read', id, readingOfChlorine({ method: 'dpd', mgL: 0.5 }));
    expect(stateOf(h.entries, id, addMinutes(start, 3 * 1440)).goodUntil?.day).toBe('2027-05-20');
  });

  it('counts a drum drawn by its clean tap as closed for three days after a reading', () => {
    const { h, id } = drum();
    h.write('filled', id, {
      volumeL: { value: 198, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
      residualMgL: 0.5,
    });
    h.at(addMinutes(start, 60)).write('drawn', id, { volumeL: 5, use: 'drinking', byTap: true });
    expect(stateOf(h.entries, id, addMinutes(start, 90)).state).toBe('ready');
    expect(stateOf(h.entries, id, addMinutes(start, 4 * 1440)).state).toBe('past');
    h.at(addMinutes(start, 2 * 1440)).write('read', id, readingOfChlorine({ method: 'dpd', mgL: 0.3 }));
    expect(stateOf(h.entries, id, addMinutes(start, 4 * 1440)).state).toBe('ready');
  });

  it('in a vessel that held chemicals is never drinking water', () => {
    const { h, id } = drum();
    h.write('container.changed', id, { heldBefore: 'chemical' });
    h.write('filled', id, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
    expect(stateOf(h.entries, id, addMinutes(start, 60))).toMatchObject({ state: 'failed', counts: null });
  });

  it('of the demo shows every state, and every litre is counted once', () => {
    const now = '2026-11-25T09:00:00.000Z';
    const state = stateAt(fold(tarnHollow(now)), now);
    const all = Object.values(state.containers);
    for (const name of waterStates)
      expect(
        all.some(c => c.state === name),
        name,
      ).toBe(true);
    const counted = all.filter(c => c.counts === 'drinking').reduce((sum, c) => sum + c.litres, 0);
    expect(state.reach.drinkingL).toBeCloseTo(counted, 6);
    expect(state.reach.days).toBeCloseTo(counted / (47 * 7.5 + 33), 6);
  });
});

describe('guards', () => {
  const now = addMinutes(start, 30);
  const reasons = (entries: readonly Entry[], entry: Entry) =>
    guard(fold(entries), entry, now).map(j => `${j.verdict} ${j.reason.id}`);

  it('know an empty drum, an overfull one, a code that is taken, a place that is missing', () => {
    const { h, id, place } = drum();
    const before = [...h.entries];
    expect(reasons(before, h.write('drawn', id, { volumeL: 1, use: 'drinking', byTap: false }))).toEqual([
      'refuse guard.is-empty',
    ]);
    expect(
      reasons(
        before,
        h.write('filled', id, { volumeL: { value: 300, known: 'measured' }, water: 'well', sealed: true }),
      ),
    ).toEqual(['refuse guard.overfull']);
    expect(
      reasons(
        before,
        h.write('container.added', h.subject('container'), {
          code: ' a-1 ',
          kind: 'drum-208l',
          place,
          role: 'clean',
          heldBefore: 'new',
        }),
      ),
    ).toEqual(['refuse guard.code-taken']);
    expect(reasons(before, h.write('moved', id, { place: h.subject('place') }))).toEqual([
      'refuse guard.no-place',
    ]);
    expect(reasons(before, h.write('place.removed', place, {}))).toEqual(['refuse guard.place-in-use']);
    expect(reasons(before, h.write('dosed', id, { doseMl: 6, strengthMgMl: 61.8 }))).toEqual([
      'refuse guard.is-empty',
    ]);
  });

  it('warn of lifting a full drum and of headspace in the frost', () => {
    const { h, id, place } = drum();
    h.write('filled', id, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
    const before = [...h.entries];
    expect(reasons(before, h.write('moved', id, { place }))).toEqual(['warn lift.fixed']);
    h.write('place.set', place, {
      name: 'Shed',
      building: h.subject('building'),
      level: 0,
      widthM: 3,
      heightM: 2,
      shelves: [],
      mayFreeze: true,
    });
    h.write('emptied', id, { to: 'utility' });
    expect(
      reasons(
        [...h.entries],
        h.write('filled', id, {
          volumeL: { value: 198, known: 'measured' },
          water: 'treated-tap',
          sealed: true,
        }),
      ),
    ).toEqual(['warn guard.frost']);
  });
});

it('what rests on a fill ends with the next fill', () => {
  const { h, id } = drum();
  const first = h.write('filled', id, {
    volumeL: { value: 100, known: 'measured' },
    water: 'well',
    sealed: true,
  });
  const drawn = h.write('drawn', id, { volumeL: 10, use: 'utility', byTap: false });
  const emptied = h.write('emptied', id, { to: 'utility' });
  h.write('filled', id, { volumeL: { value: 100, known: 'measured' }, water: 'well', sealed: true });
  h.write('drawn', id, { volumeL: 10, use: 'utility', byTap: false });
  expect(restsOn(first, h.entries).map(e => e.id)).toEqual([drawn.id, emptied.id]);
});

describe('duties', () => {
  it('of the demo occur once each, the gravest first, like ones merged by place', () => {
    const now = '2026-11-25T09:00:00.000Z';
    const facts = fold(tarnHollow(now));
    const duties = dutiesAt(facts, stateAt(facts, now));
    const ids = duties.map(d => d.what.id);
    for (const id of [
      'duty.failed',
      'duty.past.many',
      'duty.stand',
      'duty.reread',
      'duty.rotate',
      'duty.use-up',
      'duty.bleach-old',
      'duty.bleach',
    ])
      expect(ids, id).toContain(id);
    expect(new Set(duties.map(d => d.id)).size).toBe(duties.length);
    const nowOnes = duties.filter(d => d.when === 'now').map(d => d.verdict);
    expect(nowOnes).toEqual(
      [...nowOnes].sort((a, b) => ['refuse', 'warn', 'ok'].indexOf(a) - ['refuse', 'warn', 'ok'].indexOf(b)),
    );
  });
});

describe('old entries', () => {
  const stored = {
    id: 'x',
    v: 1,
    kind: 'noted',
    subject: 'group',
    happenedAt: start,
    recordedAt: start,
    by: 'Odile',
    data: { words: 'old' },
  };
  it('are lifted version by version on read', () => {
    const steps = { noted: { 1: (data: unknown) => ({ text: (data as { words: string }).words }) } };
    expect(lift(stored, steps.noted, 2)).toMatchObject({ v: 2, data: { text: 'old' } });
  });
  it('of a newer version are refused with a way on', () => {
    expect(() => upcast({ ...stored, v: 9 })).toThrow(/version 9; this build reads up to/);
  });
});

describe('folding many entries at once', () => {
  it('gives what folding one after another gives, and leaves what it began with alone', () => {
    const entries = tarnHollow('2026-11-25T09:00:00.000Z');
    const half = Math.floor(entries.length / 2);
    const before = fold(entries.slice(0, half));
    const untouched = structuredClone(before);
    const rest = entries.slice(half).filter(e => e.kind !== 'struck');
    const seen: string[] = [];
    const together = foldOnto(before, rest, (_, entry) => seen.push(entry.id));
    const single = rest.reduce((facts, entry) => foldOnto(facts, [entry]), before);
    expect(together).toEqual(single);
    expect(before).toEqual(untouched);
    expect(seen).toEqual(rest.map(e => e.id));
  });
});

describe('a thing that was found out before the thing was written down', () => {
  const lastWeek = addMinutes(start, -7 * 1440);
  const eColi = { parameter: 'e-coli', method: 'laboratory', value: 18 } as const;

  it('is known of a spring that is set down today', () => {
    const h = hand(start);
    const spring = h.subject('source');
    h.write('source.set', spring, { name: 'Spring', kind: 'spring', upstream: [], distanceM: 0, climbM: 0 });
    h.at(lastWeek).write('read', spring, eColi);
    h.at(lastWeek).write('source.inspected', spring, { form: 'spring', yes: [] });
    const facts = fold(h.entries).source[spring]!;
    expect(facts.tests?.['e-coli']?.map(t => [t.at, t.value])).toEqual([[lastWeek, 18]]);
    expect(facts.inspected.map(i => i.at)).toEqual([addMinutes(lastWeek, 0)]);
    expect(fold([...h.entries].reverse())).toEqual(fold(h.entries));
  });

  it('holds back the water that a drum is set down with, and not what is good of it', () => {
    const { h, id } = drum();
    h.write('filled', id, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
    const at = addMinutes(start, 10);
    const stateOf = () => stateAt(fold(h.entries), at).containers[id]!.state;
    expect(stateOf()).toBe('ready');
    h.at(lastWeek).write('read', id, { parameter: 'e-coli', method: 'laboratory', value: 0 });
    h.at(lastWeek).write('read', id, { parameter: 'free-chlorine', method: 'tube', value: 0.6 });
    expect(fold(h.entries).container[id]!.fill!.readings).toEqual([]);
    h.at(lastWeek).write('failed', id, { why: 'smell' });
    expect(stateOf()).toBe('failed');
    // told of an earlier water, it is not of this one
    const earlier = addMinutes(lastWeek, -1440);
    h.at(earlier).write('filled', id, {
      volumeL: { value: 198, known: 'measured' },
      water: 'well',
      sealed: true,
    });
    h.at(addMinutes(lastWeek, 60)).write('emptied', id, { to: 'utility' });
    expect(stateOf()).toBe('ready');
  });

  it.each([
    { parameter: 'e-coli', method: 'laboratory', value: 18 },
    { parameter: 'arsenic', method: 'laboratory', value: 300 },
    { parameter: 'turbidity', method: 'meter', value: 30 },
    { parameter: 'smell', method: 'senses', found: 'fuel' },
  ] as const)('says of a drum that is set down today what its sheet of last week says: %j', data => {
    const { h, id } = drum();
    h.write('filled', id, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
    const judgedWith = (at: string) => {
      const told = hand(at).write('read', id, data);
      return stateAt(fold([...h.entries, told]), addMinutes(start, 10)).containers[id]!.judgement;
    };
    const [early, late] = [judgedWith(lastWeek), judgedWith(addMinutes(start, 5))];
    expect([early.verdict, early.reason.id]).toEqual([late.verdict, late.reason.id]);
  });

  it('is no later word than what was said when it was written down', () => {
    const h = hand(start);
    const [id, place] = [h.subject('container'), h.subject('place')];
    h.write('container.added', id, {
      code: 'A-1',
      kind: 'drum-208l',
      place,
      role: 'raw',
      heldBefore: 'chemical',
    });
    h.at(lastWeek).write('moved', id, { place: h.subject('place') });
    h.at(lastWeek).write('container.changed', id, { heldBefore: 'new' });
    const after = fold(h.entries).container[id]!;
    expect([after.place, after.role, after.heldBefore]).toEqual([place, 'raw', 'chemical']);
    const said = guard(
      fold(h.entries),
      h.at(lastWeek).write('container.changed', id, { heldBefore: 'new' }),
      start,
    );
    expect(said.map(j => [j.verdict, j.reason.id])).toEqual([['warn', 'guard.later-word']]);
  });

  it('is refused where it is something done to water that was not there', () => {
    const { h, id } = drum();
    h.write('filled', id, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
    const facts = fold(h.entries);
    const reasons = (...written: Parameters<Hand['write']>) =>
      guard(facts, h.at(lastWeek).write(...written), start).map(j => j.reason.id);
    expect(reasons('drawn', id, { volumeL: 2, use: 'drinking', byTap: true })).toContain(
      'guard.before-water',
    );
    expect(reasons('emptied', id, { to: 'utility' })).toEqual(['guard.before-water']);
    expect(reasons('opened', id, {})).toEqual(['guard.before-water']);
    const good = guard(
      facts,
      h.at(lastWeek).write('read', id, { parameter: 'e-coli', method: 'laboratory', value: 0 }),
      start,
    );
    expect(good.map(j => [j.verdict, j.reason.id])).toEqual([['warn', 'guard.before-water']]);
    expect(reasons('read', id, eColi)).not.toContain('guard.before-water');
  });
});
