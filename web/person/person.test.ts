import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  handKnown,
  handOf,
  keepPerson,
  loadPerson,
  personChanged,
  personReducer,
  unitsAtFirst,
} from './person.ts';

const store = new Map<string, string>();

beforeEach(() => {
  store.clear();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
    removeItem: (key: string) => store.delete(key),
    key: (i: number) => [...store.keys()][i] ?? null,
    get length() {
      return store.size;
    },
  });
  vi.stubGlobal('navigator', { language: 'en-GB' });
});
afterEach(() => vi.unstubAllGlobals());

describe('the person', () => {
  it('is guessed from the browser the first time: gallons for an American, litres for everybody else', () => {
    // units are not chosen yet: the group's stand until they are
    expect(loadPerson()).toEqual({ name: '', theme: 'day', singleKeys: true });
    expect(unitsAtFirst()).toBe('metric');
    vi.stubGlobal('navigator', { language: 'en-US' });
    expect(unitsAtFirst()).toBe('US');
  });

  it('is kept, and what a newer version added is filled in', () => {
    keepPerson({ name: 'Odile', units: 'imperial', theme: 'lamp', singleKeys: false });
    expect(loadPerson()).toEqual({ name: 'Odile', units: 'imperial', theme: 'lamp', singleKeys: false });
    store.set('zeolite.person', '{"name":"Bram"}');
    expect(loadPerson()).toMatchObject({ name: 'Bram', theme: 'day' });
    store.set('zeolite.person', 'nonsense');
    expect(loadPerson().name).toBe('');
  });

  it('has an id for each hand that was named here: the same whatever its capitals, another for another name', () => {
    const odile = personReducer(personReducer(undefined, personChanged({ name: 'Odile' })), handKnown('A'));
    const bram = personReducer(personReducer(odile, personChanged({ name: 'Bram' })), handKnown('B'));
    const back = personReducer(bram, personChanged({ name: ' odile ' }));
    expect([odile, bram, back].map(handOf)).toEqual(['A', 'B', 'A']);
    expect(handOf(personReducer(back, personChanged({ name: 'constructor' })))).toBeUndefined();
  });
});
