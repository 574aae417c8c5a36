import { describe, expect, it } from 'vitest';
import { checkDay, type Fault } from './check.ts';
import type { Problem, Stage } from './problem.ts';
import { runDay } from './run.ts';
import type { Bar, Batch, Schedule } from './schedule.ts';
import { plainChoices } from './search.ts';

// A schedule that is right, and each wrong that can be done to it: the check must see every one.

const stage = (id: string, more: Partial<Stage>): Stage => ({
  ...{ id, method: 'boil', sizesL: [10], outShare: 1, uses: [], phases: [] },
  ...more,
});
const problem: Problem = {
  ...{ needL: 20, waitingL: 20, readyL: 40, eveningMin: 600, horizonMin: 2880 },
  daylight: [{ from: 100, until: 700 }],
  hands: [
    { id: 'Ash', awake: [{ from: 0, until: 900 }] },
    { id: 'Brook', awake: [{ from: 0, until: 900 }] },
  ],
  tools: [
    { id: 'stove-1', kind: 'stove', litres: 0 },
    { id: 'pot-1', kind: 'pot', litres: 10 },
    { id: 'bottles-1', kind: 'bottles', litres: 10 },
  ],
  lines: [
    {
      ...{ id: '1', heldL: 0 },
      stages: [
        stage('1.0', {
          sizesL: [20],
          phases: [{ id: 'trip', minutes: [25], hand: true, away: true }],
        }),
        stage('1.1', {
          tool: 'pot',
          phases: [
            { id: 'fill', minutes: [3], hand: true },
            { id: 'rolling', minutes: [40], stove: true, flame: true },
            { id: 'cool', minutes: [60] },
          ],
        }),
        stage('1.2', {
          tool: 'bottles',
          phases: [
            { id: 'shake', minutes: [3], hand: true },
            { id: 'shine', minutes: [120], daylight: true },
          ],
        }),
      ],
    },
  ],
};
const right = runDay(problem, plainChoices(problem));

const withBar = (batch: string, phase: string, change: Partial<Bar>): Schedule => ({
  ...right,
  bars: right.bars.map(b => (b.batch === batch && b.phase === phase ? { ...b, ...change } : b)),
});
const withBatch = (id: string, change: Partial<Batch>): Schedule => ({
  ...right,
  batches: right.batches.map(b => (b.id === id ? { ...b, ...change } : b)),
});
const barOf = (batch: string, phase: string) => right.bars.find(b => b.batch === batch && b.phase === phase)!;
const heat = barOf('1.1#1', 'rolling');
const shine = barOf('1.2#1', 'shine');
const other = heat.watcher === 'Ash' ? 'Brook' : 'Ash';

const wrongs: readonly (readonly [string, Schedule, Fault['what']])[] = [
  [
    'a hand at two things at once',
    withBar('1.1#2', 'fill', { from: 1, until: 4, hand: 'Ash' }),
    'hand-twice',
  ],
  ['a hand that nobody has', withBar('1.1#1', 'fill', { hand: 'Nobody' }), 'asleep'],
  [
    'two batches in one pot',
    withBar('1.1#2', 'fill', { from: heat.from, until: heat.from + 3 }),
    'tool-twice',
  ],
  ['two pots on one stove', withBar('1.1#2', 'rolling', { from: heat.from + 1 }), 'tool-twice'],
  ['a fire without a stove', withBar('1.1#1', 'rolling', { stove: undefined as never }), 'out-of-order'],
  [
    'a step cut short by a minute',
    withBar('1.1#1', 'cool', { until: barOf('1.1#1', 'cool').until - 1 }),
    'too-short',
  ],
  [
    'sun counted before it is up',
    withBar('1.2#1', 'shine', { from: shine.from, until: shine.from + 119 }),
    'too-short',
  ],
  ['a step before the one it follows', withBar('1.1#1', 'cool', { from: heat.until - 5 }), 'out-of-order'],
  ['a step that is left out', { ...right, bars: right.bars.filter(b => b !== heat) }, 'out-of-order'],
  ['more in a pot than it holds', withBatch('1.1#1', { litres: 10.2, outL: 10.2 }), 'too-full'],
  ['water that nobody fetched', withBatch('1.0#1', { litres: 5, outL: 5 }), 'no-water'],
  ['water out of nothing', withBatch('1.1#1', { outL: 15 }), 'no-water'],
  [
    'ready before its last step',
    { ...right, ready: right.ready.map((r, i) => ({ ...r, litres: r.litres + (i === 0 ? 5 : 0) })) },
    'early',
  ],
  ['an end before it is enough', { ...right, endMin: right.ready[0]!.at }, 'early'],
];

describe('the check of a day', () => {
  it('finds nothing wrong with what is right', () => {
    expect(right.endMin).toBeDefined();
    expect(checkDay(problem, right)).toEqual([]);
  });

  it.each(wrongs)('sees %s', (_, schedule, what) => {
    expect(checkDay(problem, schedule).map(f => f.what)).toContain(what);
  });

  it('sees a fire that everybody has left', () => {
    const gone: Problem = {
      ...problem,
      hands: [{ id: other, awake: [{ from: 0, until: heat.from + 10 }] }],
    };
    expect(checkDay(gone, right).map(f => f.what)).toContain('flame-alone');
    // somebody who is out for water watches no fire
    const away: Problem = { ...problem, hands: [problem.hands.find(h => h.id === 'Ash')!] };
    const walking = {
      ...right,
      bars: right.bars.map(b =>
        b.phase === 'trip' ? { ...b, hand: 'Ash', from: heat.from + 5, until: heat.from + 30 } : b,
      ),
    };
    expect(checkDay(away, walking).map(f => f.what)).toContain('flame-alone');
  });

  it('sees vessels that run over', () => {
    expect(checkDay({ ...problem, waitingL: 15 }, right).map(f => f.what)).toContain('no-room');
  });

  it('does not judge how long took what has happened', () => {
    const short = withBar('1.1#1', 'cool', { until: barOf('1.1#1', 'cool').until - 20 });
    expect(checkDay(problem, short).length).toBeGreaterThan(0);
    expect(checkDay(problem, short, new Set(['1.1#1']))).toEqual([]);
  });
});
