import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hand } from '#demo/hand.ts';
import { keepPerson, loadPerson, unitsAtFirst } from '../person/person.ts';
import { keepQueue, loadQueue } from './queueStorage.ts';

const store = new Map<string, string>();

beforeEach(() => {
  store.clear();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
    removeItem: (key: string) => store.delete(key),
  });
  vi.stubGlobal('navigator', { language: 'en-GB' });
});
afterEach(() => vi.unstubAllGlobals());

describe('the queue', () => {
  it('is there after a reload, in order, and gone when it is empty', () => {
    const h = hand('2026-11-25T08:00:00.000Z');
    const waiting = [1, 2].map(n => ({
      entries: [h.write('noted', 'group', { text: `${n}` })],
      mode: 'intend' as const,
    }));
    keepQueue(waiting);
    expect(loadQueue()).toEqual(waiting);
    keepQueue([]);
    expect(store.size).toBe(0);
    expect(loadQueue()).toEqual([]);
  });

  it('that cannot be read is none, and stops nothing', () => {
    store.set('zeolite.queue', '{broken');
    expect(loadQueue()).toEqual([]);
    store.set('zeolite.queue', '{"not":"a list"}');
    expect(loadQueue()).toEqual([]);
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
});
