import { describe, expect, it } from 'vitest';
import { fold, subjectFactsOf } from '#core/record.ts';
import { hand } from '#demo/hand.ts';
import {
  entriesCame,
  type LogState,
  leftWaiting,
  lineChanged,
  loadFailed,
  logReducer,
  queued,
  settled,
  snapshotCame,
  troubled,
  turnedDownIs,
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

describe('what is turned down', () => {
  const problem = { type: 'urn:zeolite:problem:refused', title: 'This would not be safe', status: 409 };

  it('is told apart from what somebody still waits for', () => {
    const waiting = logReducer(ready, queued({ entries: [draw(5)], mode: 'intend' }));
    expect(waiting.queue[0]?.isLeft).toBeUndefined();
    const left = logReducer(waiting, leftWaiting());
    expect(left.queue[0]?.isLeft).toBe(true);
    expect(leftIn(left)).toBe(193);
  });

  it('stands beside the facts, which are the server’s again', () => {
    const one = { entries: [draw(5)], mode: 'intend' as const, problem };
    const state = logReducer(ready, turnedDownIs([one]));
    expect(state.turnedDown).toEqual([one]);
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
    const waiting = logReducer(ready, queued({ entries: [draw(8)], mode: 'intend' }));
    expect(leftIn(waiting)).toBe(190);
    expect(waiting.served.container[drum]?.fill?.remainingL).toBe(198);
  });

  it('takes the server’s word when a request settles', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ entries: [drawn], mode: 'intend' }));
    const done = logReducer(waiting, settled({ changed: served(drawn), seq: 4 }));
    expect(done.queue).toEqual([]);
    expect(leftIn(done)).toBe(190);
    expect(done.seq).toBe(4);
  });

  it('keeps the very facts that it shows when the server says the same: nothing is drawn anew', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ entries: [drawn], mode: 'intend' }));
    const sent = JSON.parse(JSON.stringify(served(drawn))) as ReturnType<typeof served>;
    const done = logReducer(waiting, settled({ changed: sent, seq: 4 }));
    expect(done.facts).toBe(waiting.facts);
    expect(done.served).toBe(waiting.facts);
    // and shows the server's where it says something else
    const other = served(draw(50));
    expect(leftIn(logReducer(waiting, settled({ changed: other, seq: 4 })))).toBe(148);
  });

  it('takes a refused request back', () => {
    const waiting = logReducer(ready, queued({ entries: [draw(8)], mode: 'intend' }));
    expect(leftIn(logReducer(waiting, settled({ changed: [] })))).toBe(198);
  });

  it('counts an entry once, whether the stream or the answer comes first', () => {
    const drawn = draw(8);
    const waiting = logReducer(ready, queued({ entries: [drawn], mode: 'intend' }));
    const streamed = logReducer(waiting, entriesCame({ seq: 4, ids: [drawn.id], changed: served(drawn) }));
    expect(leftIn(streamed)).toBe(190);
    const done = logReducer(streamed, settled({ changed: served(drawn), seq: 4 }));
    expect(leftIn(done)).toBe(190);
    expect(logReducer(done, entriesCame({ seq: 4, ids: [drawn.id], changed: served(drawn) }))).toBe(done);
  });

  it('folds what is queued onto what others recorded meanwhile', () => {
    const mine = draw(8);
    const theirs = h.write('drawn', drum, { volumeL: 20, use: 'utility', byTap: false });
    const waiting = logReducer(ready, queued({ entries: [mine], mode: 'intend' }));
    expect(
      leftIn(logReducer(waiting, entriesCame({ seq: 4, ids: [theirs.id], changed: served(theirs) }))),
    ).toBe(170);
  });

  it('leaves a strike to the server, which has the whole story', () => {
    const strike = h.write('struck', drum, { target: h.entries[2]!.id });
    expect(leftIn(logReducer(ready, queued({ entries: [strike], mode: 'intend' })))).toBe(198);
  });
});
