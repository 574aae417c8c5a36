import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { atOnce } from '../../base/lots.ts';
import type { SourceKind } from '../../water/sourceKinds.ts';
import type { Water } from '../../water/waters.ts';
import { dutiesAt } from '../duties.ts';
import { type EntryData, type EntryKind, fold, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { exampleBatch } from '../sheets/exampleBatch.ts';
import { codeKey } from './code.ts';
import { containersTable } from './containersTable.ts';
import type { PlaceFields } from './fields.ts';
import { labelOf, saysOf } from './label.ts';
import { overloaded, standingAt } from './placing.ts';
import { stateAt } from './wholeState.ts';

// What guards and labels say at the edge of each comparison: on the line, and a hair beyond it.

const start = '2026-03-02T08:00:00.000Z';
const soon = addMinutes(start, 60);
let h: Hand;
let building: string;
let shed: string;
let drum: string;

const put = <K extends EntryKind>(kind: K, data: EntryData[K], subject = drum, also?: string[]) =>
  h.write(kind, subject, data, also);
const room = (more: Partial<PlaceFields> = {}): PlaceFields => ({
  name: 'Shed',
  building,
  level: 0,
  widthM: 9,
  heightM: 2.4,
  shelves: [],
  ...more,
});
const vessel = (code: string, kind = 'drum-208l', place = shed) => {
  const id = h.subject('container');
  put('container.added', { code, kind, place, role: 'clean', heldBefore: 'new' }, id);
  return id;
};

beforeEach(() => {
  h = hand(start);
  [building, shed] = [h.subject('building'), h.subject('place')];
  h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}] });
  put('building.set', { name: 'Hall', order: 0, roof: 'pitched' }, building);
  put('place.set', room(), shed);
  drum = vessel('A-1');
});

const filled = (water: Water = 'treated-tap', more: Partial<EntryData['filled']> = {}) =>
  put('filled', { volumeL: { value: 198, known: 'measured' }, water, sealed: true, ...more });
function judged<K extends EntryKind>(kind: K, data: EntryData[K], subject = drum, now = soon) {
  const facts = fold(h.entries);
  const meant = h.write(kind, subject, data);
  h.entries.pop();
  return guard(facts, meant, now);
}
const said = <K extends EntryKind>(kind: K, data: EntryData[K], subject = drum, now = soon) =>
  judged(kind, data, subject, now).map(j => `${j.verdict} ${j.reason.id}`);
const fill = (water: Water = 'treated-tap', more: Partial<EntryData['filled']> = {}) =>
  said('filled', { volumeL: { value: 100, known: 'label' }, water, sealed: true, ...more });
const label = (now = soon) => {
  const facts = fold(h.entries);
  return labelOf(facts, facts.container[drum]!, stateAt(facts, now).containers[drum]!);
};
const lines = (now = soon) => label(now).lines.map(l => l.id);
const source = (kind: SourceKind, name: string = kind) => {
  const id = h.subject('source');
  put('source.set', { name, kind, upstream: [], distanceM: 0, climbM: 0 }, id);
  return id;
};
const notice = (kind: EntryData['notice.given']['kind'], sources: string[]) =>
  put(
    'notice.given',
    { kind, authority: 'Water board', sources, givenOn: '2026-03-02', suspectedFrom: '2026-03-01' },
    h.subject('notice'),
  );

describe('taking away', () => {
  it('what nothing stands in says nothing', () => {
    const barn = h.subject('place');
    put('place.set', room({ name: 'Barn', building: h.subject('building') }), barn);
    expect(said('place.removed', {}, barn)).toEqual([]);
    const hut = h.subject('building');
    put('building.set', { name: 'Hut', order: 1, roof: 'flat' }, hut);
    expect(said('building.removed', {}, hut)).toEqual([]);
    expect(judged('place.removed', {}, shed)[0]?.reason.params).toEqual({ count: 1 });
  });
});

describe('a container in somebody’s hands', () => {
  const take = (browser: string, minutes: number) =>
    said('taken-up', { browser }, drum, addMinutes(start, minutes));

  it('is free after three quarters of an hour, or once its label was printed since', () => {
    put('taken-up', { browser: 'one' });
    const { takenUp } = fold(h.entries).container[drum]!;
    const since = (minutes: number) => (Date.parse(takenUp!.at) - Date.parse(start)) / 60_000 + minutes;
    expect(take('two', since(45))).toEqual(['refuse guard.taken-up']);
    expect(take('two', since(45.1))).toEqual([]);
    expect(take('one', since(1))).toEqual([]);
    expect(
      judged('taken-up', { browser: 'two' }, drum, addMinutes(start, since(1)))[0]?.reason.params,
    ).toMatchObject({ code: 'A-1', by: takenUp!.by });
    put('label.printed', { says: 'x' });
    expect(take('two', since(1))).toEqual([]);
    put('taken-up', { browser: 'one' });
    expect(take('two', since(2))).toEqual(['refuse guard.taken-up']);
  });
});

describe('filling from a source', () => {
  it('of the water that it is called says nothing; of another it asks', () => {
    expect(fill('well', { source: source('dug-well') })).toEqual([]);
    expect(fill('rain', { source: source('dug-well') })).toContain('warn guard.source-other');
  });

  it('under a notice is warned of, and forbidden where nobody is to use it', () => {
    const tap = source('tap');
    expect(fill('treated-tap', { source: tap })).toEqual([]);
    notice('boil', [tap]);
    expect(fill('treated-tap', { source: tap }).every(j => j.startsWith('warn'))).toBe(true);
    expect(fill('treated-tap', { source: tap })).toHaveLength(1);
    const other = source('tap', 'other tap');
    notice('do-not-use', [other]);
    expect(fill('treated-tap', { source: other })[0]).toMatch(/^refuse notice\./);
  });

  it('that is stopped is forbidden; named afterwards it is told', () => {
    const beck = source('stream');
    put('source.happened', { what: 'spill' }, beck);
    const forbidden = fill('stream', { source: beck }).filter(j => j.startsWith('refuse'));
    expect(forbidden).toHaveLength(1);
    filled('stream');
    const told = said('source.named', { source: beck });
    expect(told.every(j => j.startsWith('warn'))).toBe(true);
    expect(told).toHaveLength(forbidden.length);
    expect(said('source.named', { source: h.subject('source') })).toEqual(['refuse guard.no-source']);
    put('emptied', { to: 'drain' });
    expect(said('source.named', { source: beck })).toEqual(['refuse guard.is-empty']);
  });
});

describe('filling', () => {
  const litres = (value: number, more: Partial<EntryData['filled']> = {}) =>
    fill('treated-tap', { volumeL: { value, known: 'label' }, ...more });

  it('goes to a fiftieth above the nominal and not a hair beyond', () => {
    expect(litres(208 * 1.02)).toEqual([]);
    expect(litres(208 * 1.02 + 0.01)).toEqual(['refuse guard.overfull']);
    expect(
      judged('filled', { volumeL: { value: 300, known: 'label' }, water: 'rain', sealed: true })[0],
    ).toMatchObject({
      reason: { params: { volumeL: 300, nominalL: 208 } },
      remedy: { params: { usableL: 197.6 } },
    });
  });

  it('says how much the frost leaves', () => {
    put('place.set', room({ mayFreeze: true }), shed);
    const [frost] = judged('filled', {
      volumeL: { value: 200, known: 'label' },
      water: 'treated-tap',
      sealed: true,
    });
    expect(frost?.reason.params?.frostL).toBeCloseTo(187.2, 9);
  });

  it('on a shelf that does not carry it is refused', () => {
    put('place.set', room({ shelves: [{ id: 'S', heightM: 1, fromM: 0, toM: 2, limitKg: 110 }] }), shed);
    put('moved', { place: shed, shelf: 'S' });
    expect(litres(100)).toEqual([]);
    expect(litres(100.5)).toEqual(['refuse shelf.over']);
  });

  it('onto a sheet that was only begun is filling onto old water', () => {
    filled('well');
    put('batch.begun', exampleBatch);
    expect(fill()).toEqual(['warn guard.fill-onto']);
    expect(lines()).not.toContain('label.treated');
  });

  it('a raw vessel is warned of where the water is drunk as it comes, and not where it is raw too', () => {
    put('container.changed', { role: 'raw' });
    expect(fill('treated-tap')).toEqual(['warn state.raw-vessel']);
    expect(fill('well')).toEqual([]);
    put('container.changed', { heldBefore: 'chemical' });
    expect(fill('well')).toEqual(['refuse vessel.chemical']);
  });

  it('with what is never drunk is refused as poison, or warned of', () => {
    expect(fill('flood')).toEqual(['refuse guard.never-drunk.flood']);
    expect(fill('pool')).toEqual(['warn guard.never-drunk.pool']);
    expect(fill('rain', { origin: { roof: 'unfit' } })).toEqual(['warn guard.never-drunk.rain']);
  });
});

describe('drawing', () => {
  it('to the last drop, with what a measure is off', () => {
    filled();
    const draw = (volumeL: number) => said('drawn', { volumeL, use: 'drinking', byTap: true });
    expect(draw(198)).toEqual([]);
    expect(draw(198.001)).toEqual(['refuse guard.more-than-left']);
  });

  it('what was set apart and is past is past', () => {
    filled();
    put('container.changed', { setApart: 'the clinic' });
    expect(
      said('drawn', { volumeL: 1, use: 'drinking', byTap: true }, drum, addMinutes(start, 400 * 1440)),
    ).toEqual(['refuse guard.draw-past']);
  });

  it('what is too strong waits for no clock', () => {
    filled();
    put('read', readingOfChlorine({ method: 'dpd', mgL: 6 }));
    const [first] = judged('drawn', { volumeL: 1, use: 'drinking', byTap: true });
    expect(first?.reason).toEqual({ id: 'guard.draw-waiting', params: { code: 'A-1' } });
  });
});

describe('a label', () => {
  it('names where its water came from, each source once, and the notice that is on it', () => {
    const [spring, tap] = [source('spring', 'Beck spring'), source('tap', 'Hall tap')];
    filled('spring', { source: spring, volumeL: { value: 50, known: 'label' } });
    filled('spring', { source: spring, volumeL: { value: 90, known: 'label' } });
    filled('treated-tap', { source: tap });
    expect(lines()).toContain('label.from');
    expect(label().lines.find(l => l.id === 'label.from')?.params).toEqual({
      source: 'Beck spring, Hall tap',
    });
    notice('boil', [tap]);
    const said = label().lines.find(l => l.id === 'label.notice');
    expect(said?.params).toEqual({ kind: 'notice.boil', authority: 'Water board' });
  });

  it('of what nobody wrote down names none, and of an emptied vessel nothing', () => {
    filled();
    expect(lines()).not.toContain('label.from');
    put('drawn', { volumeL: 198, use: 'drinking', byTap: true });
    expect(label()).toMatchObject({ grade: { id: 'label.empty' }, lines: [] });
  });

  it('says where it stands by what is known of that', () => {
    expect(label().where).toBe('Shed');
    put('place.set', room({ finding: 'behind the door' }), shed);
    expect(label().where).toBe('Shed, behind the door');
    put('moved', { place: shed, shelf: 'S' });
    expect(label().where).toBe('Shed, S, behind the door');
  });

  it('is compared as one text of no more than the log takes', () => {
    const one = label();
    expect(saysOf(one)).toBe('A-1 | label.empty | Shed');
    expect(saysOf({ ...one, where: 'w'.repeat(500) })).toHaveLength(400);
  });
});

describe('what stands on a spot', () => {
  beforeEach(() => {
    put('place.set', room({ shelves: [{ id: 'S', heightM: 1, fromM: 0, toM: 2, limitKg: 45 }] }), shed);
    filled();
  });
  const can = (code: string, shelf?: string, place = shed) => {
    const id = vessel(code, 'can-20l', place);
    put('filled', { volumeL: { value: 19, known: 'label' }, water: 'treated-tap', sealed: true }, id);
    if (shelf) put('moved', { place, shelf }, id);
    return id;
  };
  const masses = (shelf: string | undefined, but?: string) => {
    const facts = fold(h.entries);
    return standingAt(facts, facts.place[shed]!, shelf, but).map(s => Math.round(s.massKg * 10) / 10);
  };

  it('is what stands there, floor and shelf apart, but for the one that is meant', () => {
    const barn = h.subject('place');
    put('place.set', room({ name: 'Barn' }), barn);
    const b = can('B', 'S');
    can('C', 'S');
    can('D', undefined, barn);
    expect(masses('S')).toEqual([20.2, 20.2]);
    expect(masses('S', b)).toEqual([20.2]);
    expect(masses(undefined)).toEqual([208]);
    // a shelf that is not there is the floor
    expect(masses('gone')).toEqual([208]);
    vessel('E', 'no-such-kind');
    expect(masses(undefined)).toEqual([208]);
  });

  it('carries as much as it says, and is not counted twice where it stands already', () => {
    const b = can('B', 'S');
    can('C', 'S');
    expect(said('moved', { place: shed, shelf: 'S' }, b)).toEqual([]);
    const d = can('D');
    const over = judged('moved', { place: shed, shelf: 'S' }, d)[0];
    expect(over?.reason).toMatchObject({ id: 'shelf.over', params: { onItKg: expect.closeTo(40.4, 9) } });
  });

  it('is weighed anew when a cellar is dug under it, and once the drum is moved', () => {
    const barn = h.subject('place');
    put('place.set', room({ name: 'Barn', building: h.subject('building') }), barn);
    const more = [vessel('B'), vessel('C')];
    for (const id of more)
      put('filled', { volumeL: { value: 198, known: 'label' }, water: 'treated-tap', sealed: true }, id);
    const over = () => atOnce(overloaded(fold(h.entries))).map(o => [o.place.id, o.judgement.reason.id]);
    expect(over()).toEqual([]);
    put('place.set', room({ name: 'Cellar', level: -1 }), h.subject('place'));
    expect(over()).toEqual([[shed, 'floor.over-unknown']]);
    put('moved', { place: barn }, more[0]!);
    put('moved', { place: barn }, more[1]!);
    expect(over()).toEqual([]);
  });
});

describe('a duty', () => {
  const duties = (minutes: number) => {
    const facts = fold(h.entries);
    return dutiesAt(facts, stateAt(facts, addMinutes(start, minutes)));
  };
  it('of a contact time has its clock, one of a reading none', () => {
    filled('well');
    put('batch.begun', exampleBatch);
    put('checked', { clarity: 'clear', chemicalSmell: false });
    put('dosed', { doseMl: 6.6, strengthMgMl: 60 });
    put('mixed', {});
    const [stand] = duties(10);
    expect(stand).toMatchObject({
      id: `batch:${drum}`,
      day: '2026-03-02',
      what: { params: { code: 'A-1' } },
    });
    expect(stand!.at).toBe(stand!.what.params?.untilAt);
    expect(stand!.at?.slice(0, 13)).toBe('2026-03-02T08');
    const [read] = duties(60);
    expect(read).not.toHaveProperty('at');
    expect(read!.what.params).not.toHaveProperty('untilAt');
  });

  it('of many names each of them, and of a load its place and shelf', () => {
    filled();
    const other = vessel('B');
    put('filled', { volumeL: { value: 198, known: 'label' }, water: 'treated-tap', sealed: true }, other);
    const [many] = duties(180 * 1440);
    expect(many).toMatchObject({ subjects: [drum, other], what: { params: { count: 2, litres: 396 } } });
    expect(duties(400 * 1440)[0]!.what.params).toMatchObject({ place: 'Shed', untilDay: '2026-09-02' });
    put(
      'place.set',
      room({ floorLimitKgM2: 50, shelves: [{ id: 'S', heightM: 1, fromM: 0, toM: 2, limitKg: 5 }] }),
      shed,
    );
    put('moved', { place: shed, shelf: 'S' }, other);
    expect(
      duties(60)
        .map(d => d.id)
        .sort(),
    ).toEqual([`load:${shed}:`, `load:${shed}:S`]);
  });
});

describe('water in a vessel', () => {
  const fillOf = () => fold(h.entries).container[drum]!.fill!;

  it('is as old as the oldest that is left in it, and is read from its filling on', () => {
    filled('treated-tap', { residualMgL: 0.5 });
    expect(fillOf().readings).toEqual([{ at: fillOf().at, method: 'dpd', mgL: 0.5 }]);
    expect(fillOf()).not.toHaveProperty('from');
    const first = fillOf().at;
    h.at(addMinutes(start, 500));
    filled('well');
    expect(fillOf()).toMatchObject({ since: first, water: 'well', readings: [] });
    expect(fillOf().from?.map(part => part.isTap)).toEqual([true, false]);
    put('drawn', { volumeL: 198, use: 'utility', byTap: true });
    h.at(addMinutes(start, 900));
    filled();
    expect(fillOf().since).toBe(fillOf().at);
    expect(fillOf()).not.toHaveProperty('from');
  });

  it('forgets the eldest parts of very many', () => {
    for (let i = 0; i < 45; i++) filled();
    expect(fillOf().from).toHaveLength(40);
  });

  it('that failed, or was never fit, is told of where somebody drank it', () => {
    const why = () => fillOf().drawnUnfit?.map(d => d.why);
    filled();
    put('failed', { why: 'test' });
    put('drawn', { volumeL: 1, use: 'drinking', byTap: true });
    expect(why()).toEqual(['failed']);
    put('emptied', { to: 'drain' });
    filled('flood');
    put('drawn', { volumeL: 1, use: 'drinking', byTap: true });
    expect(why()).toEqual(['utility']);
  });
});

it('a code is the same however it is written', () => {
  expect(codeKey(' Th-01 ')).toBe(codeKey('TH-01'));
  expect(codeKey('TH-01')).not.toBe(codeKey('TH-1'));
});

it.each([
  [1.125, '1.1250'],
  [12.125, '12.1250'],
  [123.125, '123.1250'],
  [1.12, '1.12'],
  [1.1255, '1.1255'],
])('%s L stand in a table as %s', (value, text) => {
  filled('treated-tap', { volumeL: { value, known: 'measured' } });
  const facts = fold(h.entries);
  expect(containersTable(facts, stateAt(facts, soon))[0]!.litres).toBe(text);
});
