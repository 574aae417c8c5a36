import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../base/day.ts';
import type { Subject } from '../base/subject.ts';
import { type EntryData, type EntryKind, fold, guard } from './entries.ts';

// Each guard at its bound: what it says just beyond, and that it is silent just before.

const START = '2026-06-01T08:00:00.000Z';
const LATER = addMinutes(START, 60);
let h: Hand;
let drum: Subject;
let tap: Subject;
let rain: Subject;

beforeEach(() => {
  h = hand(START);
  drum = drumInCellar(h);
  [tap, rain] = [h.subject('source'), h.subject('source')];
  h.write('source.set', tap, source('Tap', { kind: 'tap' }));
  h.write('source.set', rain, source('Roof', { kind: 'rain' }));
});

const source = (name: string, more: Partial<EntryData['source.set']> = {}): EntryData['source.set'] => ({
  name,
  kind: 'spring',
  upstream: [],
  distanceM: 100,
  climbM: 0,
  ...more,
});

/** What is said of an entry, as it would be recorded now: the names of the words. */
function said<K extends EntryKind>(
  kind: K,
  subject: Subject,
  data: EntryData[K],
  now = LATER,
  also?: readonly Subject[],
): string[] {
  const facts = fold(h.entries);
  const entry = hand(now).write(kind, subject, data, also);
  return guard(facts, entry, now).map(j => j.reason.id);
}

const fill = (water: EntryData['filled']['water'] = 'well', more: Partial<EntryData['filled']> = {}) =>
  h.write('filled', drum, { volumeL: { value: 150, known: 'measured' }, water, sealed: true, ...more });

const supply = (more: Partial<EntryData['supply.set']> = {}): Subject => {
  const id = h.subject('supply');
  h.write('supply.set', id, { name: 'Kit', kind: 'test-kit', amount: 10, ...more });
  return id;
};

describe('a source', () => {
  it('has a name of its own, whatever its capitals', () => {
    expect(said('source.set', h.subject('source'), source('tap'))).toEqual(['guard.source-name']);
    expect(said('source.set', tap, source('TAP'))).toEqual([]);
  });

  it('is asked about when it lies farther off than ten kilometres', () => {
    const at = (distanceM: number) => said('source.set', h.subject('source'), source('New', { distanceM }));
    expect(at(10_000)).toEqual([]);
    expect(at(10_001)).toEqual(['guard.source-far']);
  });

  it('does not lie higher, or lower, than it is far', () => {
    const at = (climbM: number) => said('source.set', h.subject('source'), source('New', { climbM }));
    expect([at(100), at(-100)]).toEqual([[], []]);
    expect([at(101), at(-101)]).toEqual([['guard.source-steep'], ['guard.source-steep']]);
  });

  it('stays while a vessel holds its water, and while a notice stands', () => {
    fill('treated-tap', { source: tap });
    expect(said('source.removed', tap, {})).toEqual(['guard.source-in-use']);
    expect(said('source.removed', rain, {})).toEqual([]);
    notice({ sources: [rain] });
    expect(said('source.removed', rain, {})).toEqual(['guard.source-noticed']);
  });
});

describe('a look', () => {
  const look = (more: Partial<EntryData['source.looked']>) =>
    said('source.looked', tap, { looks: ['clear'], smell: 'none', ...more });

  it('does not find it clear and cloudy', () => {
    expect(look({ looks: ['clear', 'cloudy'] })).toEqual(['guard.look-both']);
    expect(look({ looks: ['clear', 'brown'] })).toEqual(['guard.look-both']);
    expect(look({ looks: ['cloudy', 'brown'] })).toEqual([]);
  });

  it('is asked about where clear water reads 50 NTU, or is warmer than 35 °C', () => {
    expect(look({ turbidityNtu: 49.9 })).toEqual([]);
    expect(look({ turbidityNtu: 50 })).toEqual(['guard.look-clear']);
    expect(look({ looks: ['brown'], turbidityNtu: 50 })).toEqual([]);
    expect(look({ temperatureC: 35 })).toEqual([]);
    expect(look({ temperatureC: 35.1 })).toEqual(['guard.look-warm']);
  });
});

const notice = (more: Partial<EntryData['notice.given']> = {}): Subject => {
  const id = h.subject('notice');
  h.write('notice.given', id, { ...noticeOf(more) });
  return id;
};
const noticeOf = (more: Partial<EntryData['notice.given']> = {}): EntryData['notice.given'] => ({
  ...{ kind: 'boil', authority: 'The works', sources: [tap] },
  ...{ givenOn: '2026-06-01', suspectedFrom: '2026-05-30' },
  ...more,
});

describe('a notice', () => {
  it('is of today or before, and for sources that are there', () => {
    const id = h.subject('notice');
    expect(said('notice.given', id, noticeOf())).toEqual([]);
    expect(said('notice.given', id, noticeOf({ givenOn: '2026-06-02' }))).toEqual(['guard.notice-ahead']);
    expect(said('notice.given', id, noticeOf({ sources: [h.subject('source')] }))).toEqual([
      'guard.no-source',
    ]);
  });

  it('is lifted once, not before it was given, and not tomorrow', () => {
    const id = notice();
    const lift = (at: string) => said('notice.all-clear', id, { at, found: 'nothing-found' });
    expect(lift('2026-05-31T10:00:00.000Z')).toEqual(['guard.all-clear-before']);
    expect(lift('2026-06-02T10:00:00.000Z')).toEqual(['guard.all-clear-ahead']);
    expect(lift(LATER)).toEqual([]);
    h.write('notice.all-clear', id, { at: LATER, found: 'nothing-found' });
    expect(lift(LATER)).toEqual(['guard.notice-over']);
  });

  it('is there', () => {
    expect(said('notice.all-clear', h.subject('notice'), { at: LATER, found: 'nothing-found' })).toEqual([
      'guard.no-notice',
    ]);
  });
});

describe('a reading', () => {
  const chlorine = (kit: EntryData['read']['kit'], subject = drum, more: Partial<EntryData['read']> = {}) =>
    said('read', subject, {
      ...{ parameter: 'free-chlorine', method: 'comparator', value: 0.5 },
      ...(kit ? { kit } : {}),
      ...more,
    });

  beforeEach(() => void fill('treated-tap'));

  it('is read with a kit that is there, is not used up and is within its day', () => {
    expect(chlorine({ supply: supply() })).toEqual([]);
    expect(chlorine({ supply: h.subject('supply') })).toEqual(['guard.no-supply']);
    expect(chlorine({ supply: supply({ amount: 1 }) })).toEqual([]);
    expect(chlorine({ supply: supply({ amount: 0.5 }) })).toEqual(['guard.kit-empty']);
    expect(chlorine({ supply: supply({ expiresOn: '2026-06-01' }) })).toEqual([]);
    expect(chlorine({ supply: supply({ expiresOn: '2026-05-31' }) })).toEqual(['guard.kit-expired']);
    expect(chlorine({ expires: '2026-05-31' })).toEqual(['guard.kit-expired']);
  });

  it('names the day that its kit has', () => {
    const kit = supply({ expiresOn: '2027-01-31' });
    expect(chlorine({ supply: kit, expires: '2027-01-31' })).toEqual([]);
    expect(chlorine({ supply: kit, expires: '2027-02-28' })).toEqual(['guard.kit-other']);
  });

  it('behind a filter says on which side of it', () => {
    const filter = supply({ name: 'Filter', kind: 'filter' });
    const read = (point?: string) =>
      said('read', filter, {
        ...{ parameter: 'turbidity', method: 'meter', value: 1 },
        ...(point ? { point } : {}),
      });
    expect(read()).toEqual(['guard.filter-point']);
    expect([read('inlet'), read('outlet')]).toEqual([[], []]);
  });

  it('of a bottle that stood too short proves nothing yet', () => {
    const bottle = (hours: number) =>
      said('read', drum, {
        ...{ parameter: 'e-coli', method: 'presence-absence', found: 'absent' },
        incubated: { from: addMinutes(LATER, -60 * hours), temperatureC: 35 },
      });
    expect(bottle(24)).not.toContain('guard.bottle-early');
    expect(bottle(23.9)).toContain('guard.bottle-early');
  });
});

describe('a sample that is set to stand', () => {
  const begin = (more: Partial<EntryData['test.begun']>) =>
    said('test.begun', h.subject('test'), {
      ...{ of: drum, method: 'presence-absence', parameters: ['e-coli'], temperatureC: 35 },
      ...more,
    });

  it('stands at 15 °C at least', () => {
    fill('well');
    expect(begin({ temperatureC: 15 })).toEqual([]);
    expect(begin({ temperatureC: 14.9 })).toEqual(['guard.bottle-begun-cold']);
  });

  it('of chlorinated water needs the chlorine taken out', () => {
    fill('treated-tap');
    expect(begin({})).toEqual(['guard.no-thiosulphate']);
    expect(begin({ isDechlorinated: true })).toEqual([]);
  });

  it('comes from a source that is there', () => {
    expect(begin({ of: tap })).toEqual([]);
    expect(begin({ of: h.subject('source') })).toEqual(['guard.no-source']);
  });
});

describe('what is checked, ended or answered', () => {
  it('is a test kit, with a figure that can be', () => {
    const check = (subject: Subject, value: number) =>
      said('kit.checked', subject, { what: 'blank', parameter: 'ph', first: { value } });
    expect(check(supply({ kind: 'bleach' }), 7)).toEqual(['guard.no-kit']);
    expect(check(supply(), 14)).toEqual([]);
    expect(check(supply(), 14.1)).toEqual(['guard.beyond-possible']);
  });

  it('is a follow-up that is open', () => {
    expect(said('follow-up.step', tap, { of: h.entries[0]!.id, step: 'tell' })).toEqual([
      'guard.no-follow-up',
    ]);
    expect(said('follow-up.closed', tap, { of: h.entries[0]!.id })).toEqual(['guard.no-follow-up']);
  });

  it('is no more bottles than a set has', () => {
    const set = supply({ name: 'Set', kind: 'bottles', amount: 12 });
    const lose = (count: number) => said('bottles.logged', set, { what: 'lost', count });
    expect(lose(12)).toEqual([]);
    expect(lose(13)).toEqual(['guard.bottles-left']);
  });

  it('is a catchment that drains to rain', () => {
    const roof = (of: Subject) => said('catchment.set', h.subject('catchment'), { ...catchment, source: of });
    expect(roof(rain)).not.toContain('guard.not-rain');
    expect(roof(tap)).toContain('guard.not-rain');
  });

  it('is a test of a source that says something', () => {
    expect(said('source.tested', tap, {})).toEqual(['guard.nothing-tested']);
    expect(said('source.tested', tap, { nitrateMgL: 0 })).toEqual([]);
  });

  it('is what ends a finding that is there', () => {
    expect(said('finding.ended', tap, { of: 'flood', by: 'authority' } as never)).toEqual([
      'guard.not-its-end',
    ]);
  });

  it('is there', () => {
    expect(said('catchment.rinsed', h.subject('catchment'), {})).toEqual(['guard.no-catchment']);
    expect(said('test.given-up', h.subject('test'), { why: 'spilt' })).toEqual(['guard.no-test']);
    expect(said('work.done', h.subject('work'), { batch: 'one' })).toEqual(['guard.no-work']);
  });

  it('is a sheet for which there is enough', () => {
    const bleach = supply({ name: 'Bleach', kind: 'bleach', amount: 5 });
    const begin = (amount: number) =>
      said('sheet.begun', h.subject('sheet'), {
        ...{ method: 'boil', inputs: {}, headline: { id: 'method.boil', params: {} } },
        steps: [{ id: 'a', kind: 'do', text: { id: 'method.boil', params: {} } }],
        uses: [{ supply: bleach, amount }],
        credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
      });
    expect(begin(5)).toEqual([]);
    expect(begin(5.1)).toEqual(['guard.supply-short']);
  });
});

const catchment: EntryData['catchment.set'] = {
  ...{ name: 'Roof', form: 'roof', surface: 'metal', lengthM: 5, runM: 4, runAlong: 'ground' },
  ...{ pitchDeg: 20, flushMm: 1, trims: [], soiled: [], tanks: [] },
};

it('every sentence of a guard stands in a test', () => {
  const list = (pattern: string) =>
    execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', pattern], {
      encoding: 'utf8',
    })
      .trim()
      .split('\n');
  const named = (files: readonly string[]) =>
    new Set(
      files.flatMap(
        file => readFileSync(file, 'utf8').match(/guard\.[a-z][a-z.-]*[a-z](?![\w.-]*\$\{)/g) ?? [],
      ),
    );
  const all = list('*.ts').concat(list('*.tsx'));
  const tried = named(all.filter(file => /\.test\.tsx?$/.test(file)));
  const said = named(all.filter(file => /^core\/.*(?<!\.test)\.ts$/.test(file)));
  const untried = [...said].filter(id => !id.endsWith('.remedy') && !tried.has(id));
  expect(untried).toEqual([]);
});
