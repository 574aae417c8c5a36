import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hand } from '#demo/hand.ts';
import {
  handKnown,
  handOf,
  keepPerson,
  loadPerson,
  personChanged,
  personReducer,
  unitsAtFirst,
} from '../person/person.ts';
import { adoptQueues, keepQueue } from './queueStorage.ts';

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

describe('the queue', () => {
  const h = hand('2026-11-25T08:00:00.000Z');
  const waiting = (text: string) => ({
    entries: [h.write('noted', 'group', { text })],
    mode: 'intend' as const,
  });
  const [first, second, third] = ['1', '2', '3'].map(waiting);
  const left = (tab: string, list: unknown) => store.set(`zeolite.queue:${tab}`, JSON.stringify(list));
  /** Locks of tabs that are still open; they are closed by what is given back. */
  const openTabs = (...tabs: string[]) => {
    const waitingFor: (() => void)[] = [];
    vi.stubGlobal('navigator', {
      locks: {
        request: async (name: string, act: () => unknown) => {
          if (tabs.some(tab => name.endsWith(tab))) waitingFor.push(() => void act());
          else await act();
        },
      },
    });
    return () => waitingFor.forEach(go => void go());
  };

  it('of this tab is kept under its own name, and gone when it is empty', () => {
    keepQueue([first!]);
    expect([...store.keys()].filter(key => key.startsWith('zeolite.queue:'))).toHaveLength(1);
    keepQueue([]);
    expect(store.size).toBe(0);
  });

  it('that closed tabs left is taken over; that of an open one once it is closed', async () => {
    const close = openTabs('open');
    left('closed', [third]);
    left('open', [second]);
    // as it was kept before each tab had its own
    store.set('zeolite.queue', JSON.stringify([first]));
    const taken: unknown[] = [];
    adoptQueues(list => taken.push(...list));
    await Promise.resolve();
    expect(taken).toHaveLength(2);
    expect(taken).toEqual(expect.arrayContaining([first, third]));
    expect([...store.keys()]).toEqual(['zeolite.queue:open']);
    close();
    expect(taken).toContainEqual(second);
    expect(store.size).toBe(0);
  });

  it('that cannot be read is none, and stops nothing', async () => {
    openTabs();
    store.set('zeolite.queue:a', '{broken');
    store.set('zeolite.queue:b', '{"not":"a list"}');
    const taken: unknown[] = [];
    adoptQueues(list => taken.push(...list));
    await Promise.resolve();
    expect(taken).toEqual([]);
  });
});

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
