import type { UnknownAction } from '@reduxjs/toolkit';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Entry } from '#core/areas/entries.ts';
import { fold, subjectFactsOf } from '#core/areas/entries.ts';
import { atOnce } from '#core/base/lots.ts';
import { hand } from '#demo/hand.ts';
import {
  entriesCame,
  type LogState,
  lineChanged,
  loadFailed,
  logAfterInLots,
  logReducer,
  outboxIs,
  queued,
  settled,
  snapshotCame,
  troubled,
} from './logSlice.ts';

const h = hand('2026-11-25T08:00:00.000Z');
const place = h.subject('place');
const drum = h.subject('container');
h.write('place.set', place, {
  name: 'Cellar',
  building: h.subject('building'),
  level: -1,
  widthM: 4,
  heightM: 2,
  shelves: [],
});
h.write('container.added', drum, { code: 'A-1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
h.write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'treated-tap', sealed: true });
const facts = fold(h.entries);
const ready = logReducer(undefined, snapshotCame({ facts, seq: 3, demo: false }));

const draw = (litres: number) => h.write('drawn', drum, { volumeL: litres, use: 'utility', byTap: false });
const leftIn = (state: LogState) => state.facts.container[drum]?.fill?.remainingL;
/** What the server would answer after these entries. */
const served = (...entries: Parameters<typeof fold>[0][number][]) =>
  [[drum, subjectFactsOf(fold([...h.entries.slice(0, 3), ...entries]), drum) ?? null]] as const;

const waitingFor = (...entries: Entry[]) => ({ id: entries[0]!.id, entries, mode: 'intend' as const });
/** The server's answer to one entry, as the next of its log. */
const answer = (changed: ReturnType<typeof served>, seq = 4) => ({
  id: h.entries.at(-1)!.id,
  posted: { seq, accepted: [h.entries.at(-1)!.id], repeated: [], changed },
});

describe('what is turned down', () => {
  const problem = { type: 'urn:zeolite:problem:refused', title: 'This would not be safe', status: 409 };

  it('stands beside the facts, which are the server’s again', () => {
    const waiting = waitingFor(draw(5));
    const queue = logReducer(ready, queued({ waiting }));
    expect(leftIn(queue)).toBe(193);
    const turnedDown = [{ ...waiting, problem }];
    const state = logReducer(queue, outboxIs({ waiting: [], turnedDown }));
    expect(state.turnedDown).toEqual(turnedDown);
    expect(state.queue).toEqual([]);
    expect(leftIn(state)).toBe(198);
  });

  it('says what troubles the server, until it does no more', () => {
    const full = logReducer(ready, troubled('storage-full'));
    expect(full.trouble).toBe('storage-full');
    expect(logReducer(full, troubled('storage-full'))).toBe(full);
    expect(logReducer(full, troubled(undefined)).trouble).toBeUndefined();
  });
});

describe('the log of a browser', () => {
  it('is loading first, unreachable when nothing answers, and stays ready once it was', () => {
    const first = logReducer(undefined, { type: 'init' });
    expect(first.status).toBe('loading');
    expect(logReducer(first, loadFailed()).status).toBe('unreachable');
    expect(logReducer(ready, loadFailed()).status).toBe('ready');
    expect(logReducer(ready, lineChanged(true)).isLive).toBe(true);
  });

  it('shows what is queued at once, and keeps the server’s facts beside it', () => {
    const waiting = logReducer(ready, queued({ waiting: waitingFor(draw(8)) }));
    expect(leftIn(waiting)).toBe(190);
    expect(waiting.served.container[drum]?.fill?.remainingL).toBe(198);
  });

  it('takes the server’s word when a request settles', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ waiting: waitingFor(drawn) }));
    const done = logReducer(waiting, settled(answer(served(drawn))));
    expect(done.queue).toEqual([]);
    expect(leftIn(done)).toBe(190);
    expect(done.seq).toBe(4);
  });

  it('keeps the very facts that it shows when the server says the same: nothing is drawn anew', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ waiting: waitingFor(drawn) }));
    const sent = JSON.parse(JSON.stringify(served(drawn))) as ReturnType<typeof served>;
    const done = logReducer(waiting, settled(answer(sent)));
    expect(done.facts).toBe(waiting.facts);
    expect(done.served).toBe(waiting.facts);
    // and shows the server's where it says something else
    const other = served(draw(50));
    const answered = { ...answer(other), id: waiting.queue[0]!.id };
    expect(leftIn(logReducer(waiting, settled(answered)))).toBe(148);
  });

  it('takes a refused request back', () => {
    const waiting = logReducer(ready, queued({ waiting: waitingFor(draw(8)) }));
    expect(leftIn(logReducer(waiting, settled({ id: waiting.queue[0]!.id })))).toBe(198);
  });

  it('counts an entry once, whether the stream or the answer comes first', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ waiting: waitingFor(drawn) }));
    const streamed = logReducer(waiting, entriesCame({ seq: 4, ids: [drawn.id], changed: served(drawn) }));
    expect(leftIn(streamed)).toBe(190);
    const done = logReducer(streamed, settled(answer(served(drawn))));
    expect(leftIn(done)).toBe(190);
    expect(logReducer(done, entriesCame({ seq: 4, ids: [drawn.id], changed: served(drawn) }))).toBe(done);
  });

  it('shows the very facts that were worked out ahead, unless something came meanwhile', () => {
    const drawn = draw(8);
    const action = queued({ waiting: waitingFor(drawn) });
    const ahead = atOnce(logAfterInLots(ready, action));
    expect(logReducer(ready, action).facts).toBe(ahead.facts);
    // the same by another road
    const left = { ...waitingFor(drawn), isLeft: true as const };
    expect(logReducer(ready, outboxIs({ waiting: [left], turnedDown: [] })).facts).toBe(ahead.facts);
    const other = logReducer(ready, queued({ waiting: waitingFor(draw(5)) }));
    const both = logReducer(other, action);
    expect(both.facts).not.toBe(ahead.facts);
    expect(leftIn(both)).toBe(198 - 8 - 5);
    const told = entriesCame({ seq: 4, ids: [drawn.id], changed: served(drawn) });
    expect(logReducer(ready, told).facts).toBe(atOnce(logAfterInLots(ready, told)).facts);
    expect(logReducer(other, told).facts).not.toBe(logReducer(ready, told).facts);
  });

  it('gives way between what it folds, and between what it compares', () => {
    const lots = (state: LogState, action: UnknownAction) => [...logAfterInLots(state, action)].length;
    const drawn = [draw(1), draw(1), draw(1)];
    const waiting = queued({ waiting: waitingFor(...drawn) });
    expect(lots(ready, waiting)).toBe(3);
    const told = entriesCame({ seq: 6, ids: drawn.map(e => e.id), changed: served(...drawn) });
    const before = logReducer(ready, waiting);
    expect([lots(before, told), lots(before, told)]).toEqual([1, 0]);
    // compared again where something else is shown by then
    const other = logReducer(ready, queued({ waiting: waitingFor(draw(5)) }));
    expect(lots(other, told)).toBe(1);
  });

  it('folds what follows onto what was folded before', () => {
    const drawn = [draw(1), draw(2), draw(3)];
    const lots = (state: LogState, action: UnknownAction) => [...logAfterInLots(state, action)].length;
    let state = ready;
    for (const one of drawn) {
      const action = queued({ waiting: waitingFor(one) });
      expect(lots(state, action)).toBe(1);
      state = logReducer(state, action);
    }
    expect(leftIn(state)).toBe(192);
    // one from their midst was turned down: those after it are folded without it
    const rest = outboxIs({ waiting: [drawn[0]!, drawn[2]!].map(e => waitingFor(e)), turnedDown: [] });
    const down = { ...waitingFor(drawn[1]!), problem: { type: 'x', title: 'x', status: 409 } };
    expect(leftIn(logReducer(state, outboxIs({ ...rest.payload, turnedDown: [down] })))).toBe(194);
  });

  it('folds what is queued onto what others recorded meanwhile', () => {
    const mine = draw(8);
    const theirs = h.write('drawn', drum, { volumeL: 20, use: 'utility', byTap: false });
    const waiting = logReducer(ready, queued({ waiting: waitingFor(mine) }));
    expect(
      leftIn(logReducer(waiting, entriesCame({ seq: 4, ids: [theirs.id], changed: served(theirs) }))),
    ).toBe(170);
  });

  it('leaves a strike to the server, which has the whole story', () => {
    const strike = h.write('struck', drum, { target: h.entries[2]!.id });
    expect(leftIn(logReducer(ready, queued({ waiting: waitingFor(strike) })))).toBe(198);
  });

  it('waits for what lies between: another’s entry that is still on its way is not taken for told', () => {
    const theirs = h.write('drawn', drum, { volumeL: 20, use: 'utility', byTap: false });
    const mine = draw(8);
    const waiting = logReducer(ready, queued({ waiting: waitingFor(mine) }));
    const after = served(theirs, mine);
    // the answer to the fifth entry of the log comes before the stream told of the fourth
    const done = logReducer(waiting, settled(answer(after, 5)));
    expect(leftIn(done)).toBe(170);
    expect(done.seq).toBe(3);
    const fourth = logReducer(done, entriesCame({ seq: 4, ids: [theirs.id], changed: served(theirs) }));
    const fifth = logReducer(fourth, entriesCame({ seq: 5, ids: [mine.id], changed: after }));
    expect(fifth.seq).toBe(5);
    expect(leftIn(fifth)).toBe(170);
  });

  it('keeps in sight what another tab sent, until the stream tells of it', () => {
    const mine = draw(8);
    const other = waitingFor(mine);
    const seen = logReducer(ready, outboxIs({ waiting: [other], turnedDown: [] }));
    expect(leftIn(seen)).toBe(190);
    const sent = logReducer(seen, outboxIs({ waiting: [], turnedDown: [] }));
    expect(leftIn(sent)).toBe(190);
    expect(sent.queue).toMatchObject([{ isSent: true }]);
    // one that only came into the outbox late waits after all
    const late = logReducer(sent, outboxIs({ waiting: [other], turnedDown: [] }));
    expect(late.queue).toEqual([other]);
    const told = logReducer(sent, entriesCame({ seq: 4, ids: [mine.id], changed: served(mine) }));
    expect(told.queue).toEqual([]);
    expect(leftIn(told)).toBe(190);
  });

  it('forgets what another tab sent once it was told everything, however it came about', () => {
    const other = waitingFor(draw(8));
    const seen = logReducer(ready, outboxIs({ waiting: [other], turnedDown: [] }));
    const sent = logReducer(seen, outboxIs({ waiting: [], turnedDown: [] }));
    const asked = { seq: 3, ids: [], changed: [] };
    expect(logReducer(sent, entriesCame(asked))).toBe(sent);
    const whole = logReducer(sent, entriesCame({ ...asked, isWhole: true }));
    expect(whole.queue).toEqual([]);
    expect(leftIn(whole)).toBe(198);
    expect(logReducer(sent, snapshotCame({ facts, seq: 3, demo: false })).queue).toEqual([]);
  });

  // what another tab does, and what this one is told of it, each in its own order, in any order among each other
  const steps = [
    'put',
    'accept',
    'remove',
    'read the outbox',
    'show what was read',
    'hear the stream',
  ] as const;
  it('counts what another tab records once, in whatever order outbox and stream tell of it', () => {
    const draws = [8, 5, 3].map(litres => draw(litres));
    const drawnL = (n: number) =>
      draws.slice(0, n).reduce((sum, e) => sum + (e.data as { volumeL: number }).volumeL, 0);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...steps), { maxLength: 60 }), order => {
        let state = ready;
        let [put, accepted, removed] = [0, 0, 0];
        const reads: Entry[][] = [];
        const stream: number[] = [];
        const go: Record<(typeof steps)[number], () => void> = {
          put: () => void (put < draws.length && put++),
          accept: () => accepted < put && void stream.push(++accepted),
          remove: () => removed < accepted && void removed++,
          'read the outbox': () => void reads.push(draws.slice(removed, put)),
          'show what was read': () => {
            const read = reads.shift();
            if (read)
              state = logReducer(state, outboxIs({ waiting: read.map(e => waitingFor(e)), turnedDown: [] }));
          },
          'hear the stream': () => {
            const n = stream.shift();
            if (!n) return;
            const event = { seq: 3 + n, ids: [draws[n - 1]!.id], changed: served(...draws.slice(0, n)) };
            state = logReducer(state, entriesCame(event));
          },
        };
        const done: (typeof steps)[number][] = [];
        for (const step of [...order, ...draws.flatMap(() => steps), ...reads.map(() => steps[4])]) {
          go[step]();
          done.push(step);
          expect(leftIn(state), done.join(', ')).toBeGreaterThanOrEqual(198 - drawnL(put));
        }
        while (reads.length > 0) go['show what was read']();
        while (stream.length > 0) go['hear the stream']();
        expect([leftIn(state), state.queue], done.join(', ')).toEqual([198 - drawnL(3), []]);
      }),
      { numRuns: 500 },
    );
  });
});
