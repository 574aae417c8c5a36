import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atOnce } from '../../base/lots.ts';
import { anyDay } from './anyDay.ts';
import { boundOf } from './bound.ts';
import { checkDay } from './check.ts';
import { minutesOf, type Problem, type Stage } from './problem.ts';
import { runDay } from './run.ts';
import { type Bar, type Begun, EVEN, readyBy, type Schedule } from './schedule.ts';
import { plainChoices, searchDay } from './search.ts';

const day = [
  { from: 0, until: 900 },
  { from: 1440, until: 2340 },
];
const trip: Stage = {
  ...{ id: '1.0', method: 'fetch', sizesL: [20], outShare: 1, uses: [] },
  phases: [{ id: 'trip', minutes: [25], hand: true, away: true }],
};
const boil: Stage = {
  ...{ id: '1.1', method: 'boil', tool: 'pot', sizesL: [2.5, 5, 10], outShare: 1, uses: [] },
  phases: [
    { id: 'fill', minutes: [3, 3, 3], hand: true },
    { id: 'rolling', minutes: [11, 21, 42], stove: true, flame: true },
    { id: 'hold', minutes: [1, 1, 1], stove: true, flame: true },
    { id: 'off', minutes: [3, 3, 3], hand: true, stove: true, flame: true },
    { id: 'cool', minutes: [140, 200, 300] },
    { id: 'pour', minutes: [3, 3, 3], hand: true },
  ],
};
/** A phase for its largest size alone. */
const last = (phase: Stage['phases'][number]) => ({ ...phase, minutes: [phase.minutes.at(-1)!] });
const onePot: Problem = {
  ...{ needL: 12, waitingL: 40, readyL: 40, daylight: [], eveningMin: 780, horizonMin: 4320 },
  hands: [{ id: 'Ash', awake: day }],
  tools: [
    { id: 'stove-1', kind: 'stove', litres: 0 },
    { id: 'pot-1', kind: 'pot', litres: 10 },
  ],
  lines: [{ id: '1', stages: [trip, boil], heldL: 0 }],
};
const run = (problem: Problem, now = 0, begun: readonly Begun[] = []) =>
  runDay(problem, plainChoices(problem), now, begun);
const barsOf = ({ bars }: Schedule, batch: string) =>
  bars.filter(b => b.batch === batch).map(({ phase, from, until }) => [phase, from, until]);

describe('a day with one pot, worked out by hand', () => {
  const schedule = run(onePot);

  it('fetches, fills, heats, holds, cools and pours, one after another', () => {
    expect(barsOf(schedule, '1.0#1')).toEqual([['trip', 0, 25]]);
    expect(barsOf(schedule, '1.1#1')).toEqual([
      ['fill', 25, 28],
      ['rolling', 28, 70],
      ['hold', 70, 71],
      ['off', 71, 74],
      ['cool', 74, 374],
      ['pour', 374, 377],
    ]);
  });

  it('makes the two litres that are left when the pot is free again: 377 + 3 + 11 + 1 + 3 + 140 + 3', () => {
    expect(schedule.batches.map(b => [b.id, b.litres])).toEqual([
      ['1.0#1', 12],
      ['1.1#1', 10],
      ['1.1#2', 2],
    ]);
    expect(schedule.endMin).toBe(538);
    expect([376, 377, 537, 538].map(at => readyBy(schedule, at))).toEqual([0, 10, 10, 12]);
    expect(boundOf(onePot)).toBe(538);
  });

  it('does not pour while everybody sleeps, but when the first is up again', () => {
    const late = { ...onePot, hands: [{ id: 'Ash', awake: [{ from: 0, until: 300 }, day[1]!] }] };
    expect(barsOf(run(late), '1.1#1').at(-1)).toEqual(['pour', 1440, 1443]);
    // the second batch is begun and ended the next day; nothing in the night counts
    expect(run(late).endMin).toBe(1443 + 161);
    expect(boundOf(late)).toBeLessThanOrEqual(1604);
    expect(boundOf(late)).toBeGreaterThanOrEqual(1440);
  });

  it('lets a still that electricity heats drip while all sleep, and one that burns wait for the morning', () => {
    const still = (flame: boolean): Problem => {
      const run = { id: 'run', minutes: [500], ...(flame ? { flame: true as const } : {}) };
      const phases = [{ id: 'fill', minutes: [3], hand: true as const }, run];
      return {
        ...{ ...onePot, needL: 4, tools: [{ id: 'still-1', kind: 'still', litres: 4 }] },
        hands: [{ id: 'Ash', awake: [{ from: 600, until: 900 }, day[1]!] }],
        lines: [
          {
            ...{ id: '1', heldL: 4 },
            stages: [
              {
                ...{ id: '1.0', method: 'distil', tool: 'still', sizesL: [4], outShare: 1, uses: [] },
                phases,
              },
            ],
          },
        ],
      };
    };
    expect(run(still(false)).endMin).toBe(603 + 500);
    expect(run(still(true)).endMin).toBe(1440 + 500);
    expect(checkDay(still(true), run(still(true)))).toEqual([]);
    // the check sees one that nobody looks after
    expect(checkDay(still(true), run(still(false))).map(f => f.what)).toContain('flame-alone');
  });

  it('lights no flame that would burn past bedtime', () => {
    const short = { ...onePot, hands: [{ id: 'Ash', awake: [{ from: 0, until: 80 }, day[1]!] }] };
    const [, heating] = barsOf(run(short), '1.1#1');
    expect(heating).toEqual(['rolling', 1440, 1482]);
  });

  it('leaves no flame for a walk: who is alone at home stays', () => {
    const far: Problem = {
      ...onePot,
      needL: 30,
      tools: [...onePot.tools, { id: 'pot-2', kind: 'pot', litres: 10 }],
    };
    const { bars } = run(far);
    const flames = bars.filter(b => b.stove);
    const walks = bars.filter(b => b.phase === 'trip');
    expect(walks.length).toBeGreaterThan(1);
    for (const walk of walks)
      expect(flames.some(f => f.from < walk.until && walk.from < f.until)).toBe(false);
    expect(checkDay(far, run(far))).toEqual([]);
    // with somebody else at home it is not waited for
    const two: Problem = { ...far, hands: [...far.hands, { id: 'Brook', awake: day }] };
    expect(
      run(two)
        .bars.filter(b => b.phase === 'trip')
        .at(-1)!.from,
    ).toBeLessThan(walks.at(-1)!.from);
  });

  it('counts minutes of sun only while it is up', () => {
    const sun: Stage = {
      ...{ id: '1.1', method: 'sun', tool: 'bottles', sizesL: [20], outShare: 1, uses: [] },
      phases: [
        { id: 'lay', minutes: [5], hand: true },
        { id: 'shine', minutes: [360], daylight: true },
        { id: 'drink', minutes: [3], hand: true },
      ],
    };
    const bottles: Problem = {
      ...onePot,
      daylight: [
        { from: 60, until: 300 },
        { from: 1500, until: 1900 },
      ],
      tools: [{ id: 'bottles-1', kind: 'bottles', litres: 20 }],
      lines: [{ id: '1', stages: [trip, sun], heldL: 0 }],
    };
    // 240 of the first day, 120 of the second: 1500 + 120, and three minutes to bring them in
    expect(run(bottles).endMin).toBe(1623);
    expect(boundOf(bottles)).toBeLessThanOrEqual(1623);
  });

  it('is bound by one stove under three pots as a hand would reckon it: three fires one after another, and the last cools', () => {
    const three: Problem = {
      ...{ ...onePot, needL: 30, readyL: 60 },
      tools: [
        { id: 'stove-1', kind: 'stove', litres: 0 },
        ...[1, 2, 3].map(n => ({ id: `pot-${n}`, kind: 'pot' as const, litres: 10 })),
      ],
      lines: [{ id: '1', stages: [{ ...boil, sizesL: [10], phases: boil.phases.map(last) }], heldL: 30 }],
    };
    // 3 to fill, three times 42 + 1 + 3 on the stove, 300 to cool and 3 to pour
    expect(boundOf(three)).toBe(3 + 3 * 46 + 303);
    expect(run(three).endMin).toBe(3 + 3 * 46 + 303);
  });

  it('takes what stands already without a walk', () => {
    const held = { ...onePot, lines: [{ id: '1', stages: [boil], heldL: 12 }] };
    expect(run(held).endMin).toBe(538 - 25);
  });

  it('shares what is left evenly where it is asked to', () => {
    const even = runDay(onePot, { ...plainChoices(onePot), fill: [1, EVEN] });
    expect(even.batches.filter(b => b.stage === '1.1').map(b => b.litres)).toEqual([6, 6]);
  });

  it('does not make more than has vessels, nor more than is needed', () => {
    const small = { ...onePot, readyL: 8 };
    expect(
      run(small)
        .batches.filter(b => b.stage === '1.1')
        .map(b => b.litres),
    ).toEqual([8]);
    expect(run(small).endMin).toBeUndefined();
  });
});

/** What has begun by a moment of a schedule, as it would be told: phases that are over with their end. */
function begunBy(schedule: Schedule, now: number): Begun[] {
  const of = new Map<string, Bar[]>();
  for (const bar of schedule.bars) of.set(bar.batch, [...(of.get(bar.batch) ?? []), bar]);
  return [...of.values()]
    .filter(([first]) => first!.from < now)
    .map((bars): Begun => {
      const batch = schedule.batches.find(b => b.id === bars[0]!.batch)!;
      const stove = bars.find(b => b.stove)?.stove;
      return {
        ...{ batch: batch.id, stage: batch.stage, litres: batch.litres },
        ...(batch.tool ? { tool: batch.tool } : {}),
        ...(stove ? { stove } : {}),
        phases: bars
          .filter(b => b.from < now)
          .map(b => ({
            ...{ id: b.phase, from: b.from },
            ...(b.until <= now ? { until: b.until } : {}),
            ...(b.hand ? { hand: b.hand } : {}),
          })),
        ...(batch.until <= now ? { ended: { at: batch.until, isLost: false } } : {}),
      };
    });
}

/** Bars as they are compared. */
const fixed = (schedule: Schedule, now: number) =>
  schedule.bars.filter(b => b.until <= now).map(({ watcher: _, stove: __, ...bar }) => bar);

describe('a day that goes on', () => {
  const first = run(onePot);

  it('goes on as it was laid where all went as it was laid', () => {
    for (const now of [1, 26, 60, 73, 200, 375, 400, 520])
      expect(run(onePot, now, begunBy(first, now)).endMin).toBe(538);
  });

  it('moves the rest by what a step took longer', () => {
    const begun = begunBy(first, 60).map(b => (b.batch === '1.1#1' ? { ...b, lateMin: 40 } : b));
    const next = run(onePot, 60, begun);
    expect(barsOf(next, '1.1#1').slice(0, 3)).toEqual([
      ['fill', 25, 28],
      ['rolling', 28, 110],
      ['hold', 110, 111],
    ]);
    expect(next.endMin).toBe(578);
  });

  it('makes again what was lost', () => {
    const begun = begunBy(first, 376).map(
      (b): Begun => (b.batch === '1.1#1' ? { ...b, ended: { at: 376, isLost: true } } : b),
    );
    const next = run(onePot, 376, begun);
    expect(next.batches.find(b => b.id === '1.1#1')?.outL).toBe(0);
    // another walk, another full pot, and the two litres that were still to make
    expect(next.batches.filter(b => b.stage === '1.1' && b.outL > 0).map(b => [b.id, b.litres])).toEqual([
      ['1.1#2', 10],
      ['1.1#3', 2],
    ]);
    expect(readyBy(next, 4000)).toBeCloseTo(12, 5);
  });

  it('numbers what comes after what was begun, whichever was begun first', () => {
    const begun: Begun[] = [
      { batch: '1.0#3', stage: '1.0', litres: 12, phases: [{ id: 'trip', from: 0, until: 25, hand: 'Ash' }] },
    ];
    const ids = run(onePot, 30, begun).batches.map(b => b.id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('counts on nobody who was called away', () => {
    const two: Problem = { ...onePot, hands: [...onePot.hands, { id: 'Brook', awake: day }] };
    const begun = begunBy(run(two), 100);
    const gone: Problem = {
      ...two,
      hands: [{ id: 'Ash', awake: [{ from: 0, until: 100 }] }, two.hands[1]!],
    };
    const next = run(gone, 100, begun);
    expect(next.bars.filter(b => b.from >= 100 && b.hand).map(b => b.hand)).not.toContain('Ash');
    expect(next.endMin).toBe(538);
  });

  it('keeps a batch whose steps are all told, and is done with it', () => {
    const begun: Begun[] = [
      {
        ...{ batch: '1.0#1', stage: '1.0', litres: 20 },
        phases: [{ id: 'trip', from: 0, until: 25, hand: 'Ash' }],
      },
    ];
    expect(run(onePot, 30, begun).endMin).toBe(538 + 5);
  });
});

/** However slow the machine is: it is the count of days that is meant. */
const SLOW_MS = 240_000;

describe('any day', () => {
  it(
    'is feasible in every respect, ends no sooner than its bound, and a search only makes it better',
    () => {
      fc.assert(
        fc.property(anyDay, problem => {
          const plain = run(problem);
          expect(checkDay(problem, plain)).toEqual([]);
          const { schedule } = atOnce(searchDay(problem, undefined, [], 16));
          expect(checkDay(problem, schedule)).toEqual([]);
          expect(schedule.endMin ?? 4320).toBeLessThanOrEqual(plain.endMin ?? 4320);
          expect(boundOf(problem)).toBeLessThanOrEqual(schedule.endMin ?? 4320);
        }),
        { numRuns: 120, seed: 16 },
      );
    },
    SLOW_MS,
  );

  it(
    'when it goes on late, short of a hand or of a batch, moves nothing that was done, and is feasible',
    () => {
      fc.assert(
        fc.property(
          anyDay,
          fc.integer({ min: 1, max: 700 }),
          fc.constantFrom('late', 'gone', 'lost'),
          (problem, now, what) => {
            const before = run(problem);
            const begun = begunBy(before, now);
            const live = begun.findIndex(b => !b.ended);
            const told = begun.map((b, i): Begun => {
              if (i !== live) return b;
              if (what === 'late') return { ...b, lateMin: 40 };
              return what === 'lost' ? { ...b, ended: { at: now, isLost: true } } : b;
            });
            // whoever is in the middle of something is not the one who goes
            const busy = new Set(
              begun.flatMap(b => b.phases.filter(p => p.until === undefined).map(p => p.hand)),
            );
            const goes = problem.hands.find(h => !busy.has(h.id) && problem.hands.length > 1);
            const after: Problem = {
              ...problem,
              hands: problem.hands.map(hand =>
                what === 'gone' && hand === goes
                  ? {
                      ...hand,
                      awake: hand.awake
                        .filter(s => s.from < now)
                        .map(s => ({ ...s, until: Math.min(s.until, now) })),
                    }
                  : hand,
              ),
            };
            const next = run(after, now, told);
            const frozen = new Set(told.map(b => b.batch));
            expect(checkDay(after, next, frozen)).toEqual([]);
            expect(fixed(next, now)).toEqual(
              expect.arrayContaining(fixed(before, now).filter(b => frozen.has(b.batch))),
            );
            for (const bar of next.bars)
              if (!frozen.has(bar.batch)) expect(bar.from).toBeGreaterThanOrEqual(now);
            // what is no larger takes no less than its steps take
            for (const bar of next.bars) {
              const stage = problem.lines.flatMap(l => l.stages).find(s => s.id === bar.stage)!;
              const phase = stage.phases.find(p => p.id === bar.phase)!;
              const batch = next.batches.find(b => b.id === bar.batch);
              if (batch && !frozen.has(batch.id) && !phase.daylight)
                expect(bar.until - bar.from).toBe(minutesOf(stage, phase, batch.litres));
            }
          },
        ),
        { numRuns: 200, seed: 7 },
      );
    },
    SLOW_MS,
  );
});
