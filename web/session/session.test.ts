import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Mode, Posted } from '#contract/log.ts';
import { problemType } from '#contract/problem.ts';
import { type Entry, fold, foldOnto, subjectFactsOf } from '#core/areas/entries.ts';
import { judge, message } from '#core/base/judgement.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Facts } from '#core/log/facts.ts';
import { hand } from '#demo/hand.ts';
import { type Api, NoAnswer, ProblemAnswer } from './api.ts';
import { createClock } from './clock.ts';
import type { ConnectionListener } from './connection.ts';
import { type Draft, draft } from './draft.ts';
import { createSession, type Session } from './session.ts';
import { memoryTabs, type OutboxStorage } from './storage.ts';

const START = '2026-11-25T08:00:00.000Z';
const h = hand('2026-11-20T08:00:00.000Z');
const [home, other] = [h.subject('home'), h.subject('home')];
h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
h.write('home.set', home, { name: 'Beck House', people: [] });
const begun = [...h.entries];

/** A server of one folder, as a session sees it; what it answers to a request can be put in its way. */
function server(folder = 'A') {
  let log: Entry[] = [...begun];
  const answers: (() => void)[] = [];
  const listeners: ConnectionListener[] = [];
  let facts = fold(log);
  const asked: string[] = [];
  const modes: Mode[] = [];
  const api: Api = {
    snapshot: async () => {
      asked.push('snapshot');
      const rows = [...new Set(log.flatMap(subjectsOf))].map(s => [s, subjectFactsOf(facts, s)!] as const);
      return { head: { seq: log.length, now: START, demo: false, ...self.logId() }, rows };
    },
    changes: async (since, epoch) => {
      asked.push('changes');
      if (epoch !== self.epoch) throw otherFolder();
      const fresh = log.slice(since);
      const changed = [...new Set(fresh.flatMap(subjectsOf))].map(
        s => [s, subjectFactsOf(facts, s) ?? null] as const,
      );
      return { seq: log.length, ids: fresh.map(e => e.id), changed, now: START, ...self.logId() };
    },
    post: async (entries, mode, of) => {
      answers.shift()?.();
      modes.push(mode);
      if ((of?.folder ?? self.folder) !== self.folder || (of?.epoch ?? self.epoch) !== self.epoch)
        throw otherFolder();
      const fresh = entries.filter(e => !log.some(known => known.id === e.id));
      log.push(...fresh);
      facts = foldOnto(facts, fresh);
      const changed = [...new Set(entries.flatMap(subjectsOf))].map(
        s => [s, subjectFactsOf(facts, s) ?? null] as const,
      );
      const posted: Posted = { seq: log.length, accepted: fresh.map(e => e.id), repeated: [], changed };
      for (const { onEntries } of listeners)
        onEntries({ epoch: self.epoch, seq: log.length, ids: posted.accepted, changed });
      return posted;
    },
    ahead: async () => ({ now: START, machine: START, entries: [] }),
    copies: async () => null,
    history: async () => ({ lines: [], count: 0 }),
    list: async () => ({ entries: [] }),
  };
  const self = {
    folder,
    api,
    asked,
    modes,
    get log() {
      return log;
    },
    epoch: 'first',
    logId: () => ({ folder: self.folder, epoch: self.epoch }),
    /** A backup of so many entries takes the place of the log. */
    restore: (entries: number) => {
      log = log.slice(0, entries);
      facts = fold(log);
      self.epoch = 'second';
    },
    /** What stands in the way of the requests that come. */
    inTheWay: (...errors: (Error | undefined)[]) =>
      answers.push(
        ...errors.map(error => () => {
          if (error) throw error;
        }),
      ),
    openConnection: (listener: ConnectionListener) => {
      listeners.push(listener);
      listener.onOpen();
      return () => listeners.splice(listeners.indexOf(listener), 1);
    },
    unheard: async (work: () => Promise<unknown>) => {
      const all = listeners.splice(0);
      await work();
      listeners.push(...all);
    },
    cut: () => {
      for (const { onLost } of listeners.splice(0)) onLost();
    },
  };
  return self;
}

const open: Session[] = [];
async function tab(from: ReturnType<typeof server>, storage: OutboxStorage): Promise<Session> {
  const session = createSession({
    api: from.api,
    clock: createClock(() => Date.parse(START)),
    storage,
    openConnection: from.openConnection,
  });
  open.push(session);
  await session.connect();
  return session;
}

const named = (name: string, subject = home): Draft[] => [draft('home.set', subject, { name, people: [] })];
const seen = (session: Session, subject = home) => session.store.getState().log.facts.home[subject]?.name;
const logOf = (session: Session) => session.store.getState().log;
const refusal = (id = 'guard.not-there') =>
  new ProblemAnswer({
    type: problemType('refused'),
    title: 'This would not be safe',
    status: 409,
    judgements: [judge('refuse', message(id), 'record')],
  });
const otherFolder = () =>
  new ProblemAnswer({
    type: problemType('conflict'),
    title: 'Another folder',
    status: 409,
    errors: [{ pointer: '/folder', reason: 'other-folder' }],
  });
const fault = () => new NoAnswer('broken', 'internal');
const cut = () => new NoAnswer('no answer');

beforeEach(() => {
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
  vi.stubGlobal('navigator', { language: 'en-GB' });
});
afterEach(() => {
  for (const session of open.splice(0)) session.close();
  vi.unstubAllGlobals();
});

describe('a session', () => {
  it('is its own: what is done in one is not known to another of another server', async () => {
    const [real, drill] = [server('A'), server('B')];
    const [one, two] = [await tab(real, memoryTabs()()), await tab(drill, memoryTabs()())];
    expect(await one.outbox.record(named('Mill'))).toMatchObject({ is: 'recorded' });
    expect([seen(one), seen(two)]).toEqual(['Mill', 'Beck House']);
    expect(drill.log).toHaveLength(2);
  });

  it('after a cut line asks for what changed, not for the whole; for the whole when another folder answers', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    from.cut();
    await from.api.post([h.write('home.set', home, { name: 'Elsewhere', people: [] })], 'intend');
    from.asked.length = 0;
    await session.connect();
    await vi.waitFor(() => expect(seen(session)).toBe('Elsewhere'));
    expect(from.asked).toEqual(['changes']);
    from.cut();
    from.folder = 'B';
    await session.connect();
    await vi.waitFor(() => expect(logOf(session).folder).toBe('B'));
    expect(from.asked).toEqual(['changes', 'changes', 'snapshot']);
  });
});

describe('a gap', () => {
  const write = (name: string) => [h.write('home.set', home, { name, people: [] })];

  it('is asked for once, and once more for what came meanwhile, however many entries come over it', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    // one that this tab was not told of, and then ten that it is
    await from.unheard(() => from.api.post(write('missed'), 'intend'));
    from.asked.length = 0;
    for (let i = 1; i <= 10; i++) await from.api.post(write(`${i}`), 'intend');
    await vi.waitFor(() => expect(seen(session)).toBe('10'));
    await vi.waitFor(() => expect(logOf(session).seq).toBe(from.log.length));
    expect(from.asked.length).toBeGreaterThan(0);
    expect(from.asked.length).toBeLessThanOrEqual(2);
    expect(new Set(from.asked)).toEqual(new Set(['changes']));
  });

  it('while the whole is read is closed after it: it is not read again for each entry that comes', async () => {
    const from = server();
    const { snapshot } = from.api;
    let read: () => void = () => undefined;
    vi.spyOn(from.api, 'snapshot').mockImplementation(async () => {
      const all = await snapshot();
      await new Promise<void>(resolve => {
        read = resolve;
      });
      return all;
    });
    const opening = tab(from, memoryTabs()());
    await vi.waitFor(() => expect(from.asked).toEqual(['snapshot']));
    for (let i = 1; i <= 5; i++) await from.api.post(write(`${i}`), 'intend');
    read();
    const session = await opening;
    await vi.waitFor(() => expect(seen(session)).toBe('5'));
    expect(from.asked).toEqual(['snapshot', 'changes']);
  });
});

describe('what is shown', () => {
  /** A session, what it works out and what its page is told, in the order that comes about. */
  async function observed(from: ReturnType<typeof server>, storage: OutboxStorage) {
    const session = await tab(from, storage);
    const workedOut = vi.spyOn(session.answers, 'workOut');
    const early: Facts[] = [];
    let before = logOf(session).facts;
    session.store.subscribe(() => {
      const { facts } = logOf(session);
      if (facts !== before && !workedOut.mock.calls.some(([of]) => of === facts)) early.push(facts);
      before = facts;
    });
    return { session, workedOut, early };
  }

  const ways: Record<
    string,
    (from: ReturnType<typeof server>, place: () => OutboxStorage) => Promise<unknown>
  > = {
    'by the stream': from =>
      from.api.post([h.write('home.set', home, { name: 'Mill', people: [] })], 'intend'),
    'by another tab, with no server there': async (from, place) => {
      const other = await tab(from, place());
      from.inTheWay(cut());
      return other.outbox.record(named('Mill'));
    },
    'by another tab': async (from, place) => (await tab(from, place())).outbox.record(named('Mill')),
    'after a cut line': async from => {
      from.cut();
      await from.api.post([h.write('home.set', home, { name: 'Mill', people: [] })], 'intend');
      return open[0]!.connect();
    },
    'by another folder': async from => {
      from.cut();
      await from.api.post([h.write('home.set', home, { name: 'Mill', people: [] })], 'intend');
      from.folder = 'B';
      return open[0]!.connect();
    },
    'by itself': () => open[0]!.outbox.record(named('Mill')),
  };
  it.each(Object.entries(ways))('was worked out before, when it came %s', async (_, way) => {
    const [from, place] = [server(), memoryTabs()];
    const { session, workedOut, early } = await observed(from, place());
    await way(from, place);
    await vi.waitFor(() => expect(seen(session)).toBe('Mill'));
    expect(early).toEqual([]);
    expect(workedOut).toHaveBeenCalled();
  });

  it('is not kept from the page where it cannot be worked out', async () => {
    const session = await tab(server(), memoryTabs()());
    vi.spyOn(session.answers, 'workOut').mockRejectedValue(new Error('a state that throws'));
    expect(await session.outbox.record(named('Mill'))).toMatchObject({ is: 'recorded' });
    expect(seen(session)).toBe('Mill');
  });

  it('comes in the order in which it was heard, however long the first took', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    const workOut = session.answers.workOut;
    vi.spyOn(session.answers, 'workOut').mockImplementationOnce(async (...asked) => {
      await new Promise(resolve => setTimeout(resolve, 30));
      return workOut(...asked);
    });
    from.asked.length = 0;
    for (const name of ['Mill', 'Mill Lane'])
      await from.api.post([h.write('home.set', home, { name, people: [] })], 'intend');
    await vi.waitFor(() => expect(seen(session)).toBe('Mill Lane'));
    // nothing was taken for a gap
    expect(from.asked).toEqual([]);
  });
});

describe('the outbox', () => {
  it('keeps what no server answered to, through a closed page, and sends it in order', async () => {
    const from = server();
    const place = memoryTabs();
    const first = await tab(from, place());
    from.inTheWay(cut(), cut());
    expect(await first.outbox.record(named('Mill'))).toMatchObject({ is: 'waiting' });
    expect(await first.outbox.record(named('Mill Lane'))).toMatchObject({ is: 'waiting' });
    expect(seen(first)).toBe('Mill Lane');
    first.close();
    expect(from.log).toHaveLength(2);
    const second = await tab(from, place());
    await vi.waitFor(() => expect(from.log).toHaveLength(4));
    expect(from.log.slice(2).map(e => (e.data as { name: string }).name)).toEqual(['Mill', 'Mill Lane']);
    expect(logOf(second).queue).toEqual([]);
    expect(await place().all()).toEqual([]);
  });

  it('dates what is recorded by the press, however long it is judged', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    session.clock.set('2026-11-25T08:00:00.000Z');
    const recording = session.outbox.record(named('Mill'));
    session.clock.set('2026-11-25T09:00:00.000Z');
    await recording;
    expect(from.log.at(-1)!.happenedAt < '2026-11-25T08:01:00.000Z').toBe(true);
  });

  it('keeps what was recorded before it is shown', async () => {
    const from = server();
    const place = memoryTabs();
    const storage = place();
    const session = await tab(from, storage);
    from.inTheWay(cut());
    const put = storage.put.bind(storage);
    const shownAtPut: (string | undefined)[] = [];
    vi.spyOn(storage, 'put').mockImplementation(async one => {
      // a slow disk: what does not wait for it is shown by now
      for (let i = 0; i < 50; i++) await Promise.resolve();
      await new Promise(resolve => setTimeout(resolve, 20));
      shownAtPut.push(seen(session));
      await put(one);
    });
    await session.outbox.record(named('Mill'));
    expect(shownAtPut[0]).toBe('Beck House');
    expect(seen(session)).toBe('Mill');
  });

  it('is one for all tabs: each shows what any recorded, and any sends it, once', async () => {
    const from = server();
    const place = memoryTabs();
    const [one, two] = [await tab(from, place()), await tab(from, place())];
    from.inTheWay(cut());
    await one.outbox.record(named('Mill'));
    await vi.waitFor(() => expect(seen(two)).toBe('Mill'));
    await Promise.all([one.outbox.flush(), two.outbox.flush()]);
    await vi.waitFor(() => expect(logOf(one).queue).toEqual([]));
    expect(from.log.map(e => e.kind)).toEqual(['group.set', 'home.set', 'home.set']);
    expect([seen(one), seen(two)]).toEqual(['Mill', 'Mill']);
  });

  it('tells who waits what was refused; what somebody left stays turned down until it is decided', async () => {
    const from = server();
    const place = memoryTabs();
    const session = await tab(from, place());
    from.inTheWay(refusal());
    expect(await session.outbox.record(named('Mill'))).toMatchObject({ is: 'refused' });
    expect(logOf(session)).toMatchObject({ queue: [], turnedDown: [] });
    expect(seen(session)).toBe('Beck House');

    from.inTheWay(cut(), refusal());
    await session.outbox.record(named('Mill'));
    await session.outbox.flush();
    const [down] = logOf(session).turnedDown;
    expect(down?.problem.judgements?.[0]?.reason.id).toBe('guard.not-there');
    expect(seen(session)).toBe('Beck House');
    // it is there after the page was closed, too
    session.close();
    const later = await tab(from, place());
    expect(logOf(later).turnedDown).toHaveLength(1);
    await later.outbox.decide(down!, 'happened');
    await vi.waitFor(() => expect(from.log).toHaveLength(3));
    expect(logOf(later)).toMatchObject({ queue: [], turnedDown: [] });
    expect(seen(later)).toBe('Mill');
  });

  it('throws away what it is told to', async () => {
    const from = server();
    const place = memoryTabs();
    const session = await tab(from, place());
    from.inTheWay(cut(), refusal());
    await session.outbox.record(named('Mill'));
    await session.outbox.flush();
    await session.outbox.decide(logOf(session).turnedDown[0]!, 'thrown-away');
    expect(await place().all()).toEqual([]);
    expect(from.log).toHaveLength(2);
  });

  it('lets those behind go first when the server stumbles over one again and again, and says so', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    from.inTheWay(fault(), fault());
    await session.outbox.record(named('Stone'));
    await session.outbox.record(named('Mill', other));
    expect(from.log).toHaveLength(2);
    expect(logOf(session).trouble).toBe('internal');
    from.inTheWay(fault());
    await session.outbox.flush();
    expect(from.log.map(e => (e.data as { name: string }).name)).toEqual(['Hall', 'Beck House', 'Mill']);
    expect(logOf(session)).toMatchObject({ trouble: 'internal', queue: [{ mode: 'intend' }] });
    // and goes when the server is itself again
    await session.outbox.flush();
    expect(from.log).toHaveLength(4);
    expect(logOf(session)).toMatchObject({ trouble: undefined, queue: [] });
  });

  it('holds everything back while the disk is full: that is no fault of one entry', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    from.inTheWay(...Array.from({ length: 5 }, () => new NoAnswer('full', 'storage-full')));
    for (const name of ['1', '2']) await session.outbox.record(named(name));
    for (let i = 0; i < 3; i++) await session.outbox.flush();
    expect(from.log).toHaveLength(2);
    expect(logOf(session).trouble).toBe('storage-full');
  });

  it('sends nothing to another folder, and everything when its own is served again', async () => {
    const [own, foreign] = [server('A'), server('B')];
    const place = memoryTabs();
    const before = await tab(own, place());
    own.inTheWay(cut());
    await before.outbox.record(named('Mill'));
    before.close();
    const there = await tab(foreign, place());
    await vi.waitFor(() => expect(logOf(there).turnedDown).toMatchObject([{ isElsewhere: true }]));
    expect(foreign.log).toHaveLength(2);
    there.close();
    const home = await tab(own, place());
    await vi.waitFor(() => expect(own.log).toHaveLength(3));
    expect(logOf(home)).toMatchObject({ queue: [], turnedDown: [] });
  });

  it('of before a restore waits until it is brought in, each entry judged by itself; the rest of that time is gone from the page', async () => {
    const from = server();
    const session = await tab(from, memoryTabs()());
    // acknowledged after the backup was made
    await session.outbox.record(named('Lost with the disk'));
    from.inTheWay(cut());
    await session.outbox.record([...named('Mill'), ...named('Barn', other)]);
    from.cut();
    from.restore(2);
    await session.connect();
    await vi.waitFor(() => expect(logOf(session).turnedDown).toMatchObject([{ isElsewhere: true }]));
    expect(from.log).toHaveLength(2);
    expect(seen(session)).toBe('Beck House');
    from.modes.length = 0;
    from.inTheWay(refusal());
    await session.outbox.decide(logOf(session).turnedDown[0]!, 'here');
    await vi.waitFor(() => expect(seen(session, other)).toBe('Barn'));
    // one was refused with its reason, the other is there: judged as wishes, not as what has happened
    expect(from.modes).toEqual(['intend']);
    expect(logOf(session)).toMatchObject({
      queue: [],
      turnedDown: [{ entries: [{ subject: home }], problem: { status: 409 } }],
    });
    expect(logOf(session).turnedDown[0]).not.toHaveProperty('isElsewhere');
    expect(from.log).toHaveLength(3);
  });

  it('is taken by no other folder that took the place of its own unnoticed', async () => {
    const from = server('A');
    const place = memoryTabs();
    const session = await tab(from, place());
    from.folder = 'B';
    expect(await session.outbox.record(named('Mill'))).toMatchObject({ is: 'waiting' });
    expect(from.log).toHaveLength(2);
    expect(await place().all()).toMatchObject([{ isElsewhere: true, folder: 'A' }]);
    from.folder = 'A';
    await session.outbox.flush();
    expect(from.log).toHaveLength(3);
    expect(logOf(session)).toMatchObject({ queue: [], turnedDown: [] });
  });

  it('judges an intention here: what is refused is not even kept', async () => {
    const from = server();
    const place = memoryTabs();
    const session = await tab(from, place());
    const gone: Draft[] = [draft('home.removed', other, {})];
    expect(await session.outbox.record(gone)).toMatchObject({ is: 'refused' });
    expect(await place().all()).toEqual([]);
    expect(await session.outbox.record(gone, 'happened')).toMatchObject({ is: 'recorded' });
  });
});

describe('the clock of a session', () => {
  it('goes by the server’s, and stamps no moment twice, nor one before the last', () => {
    let machine = Date.parse(START);
    const clock = createClock(() => machine);
    clock.set('2026-11-25T09:30:00.000Z');
    expect(clock.now()).toBe('2026-11-25T09:30:00.000Z');
    expect([clock.stamp(), clock.stamp()]).toEqual(['2026-11-25T09:30:00.000Z', '2026-11-25T09:30:00.001Z']);
    machine -= 3_600_000;
    expect(clock.stamp()).toBe('2026-11-25T09:30:00.002Z');
    clock.close();
  });
});
