import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hand } from '#demo/hand.ts';
import type { Shelf } from './reach.ts';
import { steadyStorage } from './steady.ts';
import type { Kept } from './storage.ts';

const h = hand('2026-11-25T08:00:00.000Z');
function waiting(text: string): Kept {
  const entry = h.write('noted', 'group', { text });
  return { id: entry.id, entries: [entry], mode: 'happened' };
}

const never = new Promise<never>(() => undefined);
const named = (name: string) => Object.assign(new Error(name), { name });

/** A browser's database, what goes wrong with it, and when it is right again. */
function browser() {
  const kept = new Map<string, Kept>();
  const self = {
    kept,
    fault: undefined as Fault | undefined,
    gone: () => undefined as undefined,
    open: async (onGone: () => void): Promise<Shelf> => {
      if (self.fault === 'is missing') throw named('SecurityError');
      if (self.fault === 'never answers') return never;
      let isClosed = false;
      const answer = async <T>(work: () => T, isPut = false): Promise<T> => {
        if (self.fault === 'hangs') return never;
        if (isClosed || self.fault === 'is closed') throw named('InvalidStateError');
        if (isPut && self.fault === 'is full') throw named('QuotaExceededError');
        return work();
      };
      self.gone = () => {
        isClosed = true;
        return void onGone();
      };
      return {
        all: () => answer(() => [...kept.values()]),
        get: id => answer(() => kept.get(id)),
        put: one => answer(() => void kept.set(one.id, one), true),
        remove: id => answer(() => void kept.delete(id)),
        close: () => {
          isClosed = true;
        },
      };
    },
  };
  return self;
}

const faults = ['is missing', 'never answers', 'hangs', 'is closed', 'is full', 'is cleared'] as const;
type Fault = (typeof faults)[number];

const PATIENCE_MS = 1000;
function page(from: ReturnType<typeof browser>) {
  const said: boolean[] = [];
  const told: ((removed: string | undefined) => void)[] = [];
  const storage = steadyStorage({
    open: from.open,
    alone: work => work(),
    tell: () => undefined,
    onTold: listener => told.push(listener),
    onKept: isKept => said.push(isKept),
    patienceMs: PATIENCE_MS,
  });
  return { storage, said, told: (removed?: string) => told.forEach(listener => void listener(removed)) };
}

/** Waits for something while the clock goes on. */
async function soon<T>(work: Promise<T>): Promise<T> {
  let isDone = false;
  const done = work.finally(() => {
    isDone = true;
  });
  for (let i = 0; i < 20 && !isDone; i++) await vi.advanceTimersByTimeAsync(PATIENCE_MS / 2);
  return done;
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function begin(from: ReturnType<typeof browser>, fault: Fault): void {
  if (fault === 'is cleared') from.kept.clear();
  else from.fault = fault;
  // what concerns its opening is felt where it was closed under the page
  if (['is cleared', 'is missing', 'never answers'].includes(fault)) from.gone();
}

describe.each(faults)('a browser whose database %s', fault => {
  it.each(['before the page is opened', 'while it is open'])(
    '%s loses nothing that is recorded, doubles nothing, and keeps it once it works again',
    async when => {
      const from = browser();
      const early = waiting('recorded while it worked');
      if (when === 'before the page is opened') begin(from, fault);
      const { storage, said } = page(from);
      await soon(storage.put(early));
      if (when === 'while it is open') begin(from, fault);
      const late = waiting('recorded while it did not');
      await soon(storage.put(late));
      const ids = async () => (await soon(storage.all())).map(one => one.id);
      expect(await ids()).toEqual([early.id, late.id]);
      expect(await soon(storage.get(late.id))).toEqual(late);
      // what is kept by the page alone is said
      if (fault !== 'is cleared') expect(said.at(-1)).toBe(false);
      from.fault = undefined;
      await vi.advanceTimersByTimeAsync(PATIENCE_MS);
      expect(await ids()).toEqual([early.id, late.id]);
      expect([...from.kept.keys()].sort()).toEqual([early.id, late.id]);
      expect(said.at(-1)).toBe(true);
      // another page of this browser finds it there
      expect((await soon(page(from).storage.all())).map(one => one.id)).toEqual([early.id, late.id]);
      await soon(storage.remove(early.id));
      expect(await ids()).toEqual([late.id]);
    },
  );
});

it('what is thrown away while the database does not answer does not come back with it', async () => {
  const from = browser();
  const { storage } = page(from);
  const [one, two] = [waiting('thrown away'), waiting('kept')];
  for (const each of [one, two]) await storage.put(each);
  begin(from, 'hangs');
  await soon(storage.remove(one.id));
  const ids = async () => (await soon(storage.all())).map(each => each.id);
  expect([await ids(), await soon(storage.get(one.id))]).toEqual([[two.id], undefined]);
  from.fault = undefined;
  await vi.advanceTimersByTimeAsync(PATIENCE_MS);
  expect([await ids(), [...from.kept.keys()]]).toEqual([[two.id], [two.id]]);
});

describe('an outbox that several tabs share', () => {
  it('does not bring back what another tab sent, nor its older text', async () => {
    const from = browser();
    const [one, other] = [page(from), page(from)];
    const waits = waiting('both see it');
    await one.storage.put(waits);
    await other.storage.put({ ...waits, faults: 1 });
    expect(await one.storage.all()).toEqual([{ ...waits, faults: 1 }]);
    await other.storage.remove(waits.id);
    one.told(waits.id);
    expect([await one.storage.all(), await other.storage.all()]).toEqual([[], []]);
  });

  it('is not waited for again and again by each who records while it never answers', async () => {
    const from = browser();
    from.fault = 'never answers';
    const { storage } = page(from);
    await soon(storage.put(waiting('first')));
    const began = performance.now();
    for (let i = 0; i < 5; i++) await storage.put(waiting('next'));
    expect(performance.now() - began).toBeLessThan(PATIENCE_MS);
    expect(await storage.all()).toHaveLength(6);
  });
});
