import { afterEach, describe, expect, it, vi } from 'vitest';
import { forget, keep, keepText, keysOf, read, readText } from './kept.ts';

/** A storage as a browser has it, with what goes wrong with it. */
function storage(fault?: 'get' | 'set' | 'all') {
  const map = new Map<string, string>();
  const fails = (act: string) => {
    if (fault === 'all' || fault === act) throw new Error('QuotaExceededError');
  };
  return new Proxy({} as Storage, {
    ownKeys: () => [...map.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    get: (_, name) =>
      ({
        getItem: (key: string) => {
          fails('get');
          return map.get(key) ?? null;
        },
        setItem: (key: string, text: string) => {
          fails('set');
          map.set(key, text);
        },
        removeItem: (key: string) => void map.delete(key),
      })[name as string],
  });
}

afterEach(() => {
  for (const where of ['local', 'session'] as const) for (const key of keysOf(where)) forget(where, key);
  vi.unstubAllGlobals();
});

describe('what a browser keeps', () => {
  const ways: Record<string, () => void> = {
    well: () => vi.stubGlobal('localStorage', storage()),
    'while it is full': () => vi.stubGlobal('localStorage', storage('set')),
    'while it is forbidden': () => vi.stubGlobal('localStorage', storage('all')),
    'without a storage': () => vi.stubGlobal('localStorage', undefined),
    'where asking for it throws': () =>
      Object.defineProperty(globalThis, 'localStorage', {
        configurable: true,
        get: () => {
          throw new Error('SecurityError');
        },
      }),
  };
  it.each(Object.entries(ways))('%s is there as long as the page is', (_, way) => {
    way();
    expect(read('local', 'a')).toBeUndefined();
    keep('local', 'a', { b: 1 });
    keepText('local', 'c', 'text');
    expect(read('local', 'a')).toEqual({ b: 1 });
    expect(readText('local', 'c')).toBe('text');
    expect(keysOf('local').sort()).toEqual(['a', 'c']);
    keep('local', 'a', 2);
    expect(read('local', 'a')).toBe(2);
    forget('local', 'a');
    expect(read('local', 'a')).toBeUndefined();
    Object.defineProperty(globalThis, 'localStorage', {
      configurable: true,
      value: undefined,
      writable: true,
    });
  });

  it('as no JSON is nothing', () => {
    vi.stubGlobal('sessionStorage', storage());
    keepText('session', 'a', '{half');
    expect(read('session', 'a')).toBeUndefined();
  });
});
