import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { checkDay } from '../../planning/schedule/check.ts';
import type { Problem, Stage } from '../../planning/schedule/problem.ts';
import { turnsOf } from '../../planning/schedule/turns.ts';
import { dutiesAt } from '../duties.ts';
import { fold, guard } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { asMeasured } from './measured.ts';
import { begunOf, instantOf, minuteOf, openWork, problemNow, scheduleNow } from './underway.ts';
import { usedUp } from './uses.ts';

const start = '2026-11-25T07:00:00.000Z';
const awake = [{ from: 0, until: 900 }];
const fetch: Stage = {
  ...{ id: '1.0', method: 'fetch', sizesL: [20], outShare: 1, uses: [] },
  phases: [{ id: 'trip', minutes: [25], hand: true, away: true }],
};
const dose: Stage = {
  ...{ id: '1.1', method: 'dose', tool: 'clean-vessel', sizesL: [20], outShare: 1 },
  uses: [{ supply: 'bleach', amounts: [3] }],
  phases: [
    { id: 'dose', minutes: [3], hand: true },
    { id: 'stand', minutes: [30] },
    { id: 'residual', minutes: [3], hand: true, reading: { least: 0.2 } },
  ],
};
const problem: Problem = {
  ...{ needL: 40, waitingL: 40, readyL: 60, daylight: [], eveningMin: 700, horizonMin: 4320 },
  hands: [
    { id: 'Ash', awake },
    { id: 'Brook', awake },
  ],
  tools: [{ id: 'clean-vessel-1', kind: 'clean-vessel', litres: 20 }],
  lines: [{ id: '1', stages: [fetch, dose], heldL: 0 }],
};

let h: Hand;
let work: Subject;
let bleach: Subject;
beforeEach(() => {
  h = hand(start);
  bleach = h.subject('supply');
  h.write('supply.set', bleach, { name: 'Bleach', kind: 'bleach', amount: 10 });
  work = h.subject('work');
  h.at(start).write('work.laid', work, {
    ...{ problem, boundMin: 80, methods: [['dose']] },
    choices: { order: [0, 1], fill: [1, 1], most: [1] },
  });
});
const facts = () => fold(h.entries);
const now = (minute: number) => addMinutes(start, minute);
const at = (minute: number, by = 'Ash') => h.at(now(minute), by);
const begin = (minute: number, batch: string, more: object = {}) =>
  at(minute).write('work.begun', work, { batch, stage: batch.slice(0, 3), litres: 20, ...more } as never);
const later = (minute: number) => {
  const all = facts();
  return scheduleNow(all.work[work]!, now(minute));
};

/** The sheet of a batch, with the steps that it has. */
function sheetOf(minute: number, batch: string): Subject {
  const sheet = h.subject('sheet');
  at(minute).write(
    'sheet.begun',
    sheet,
    {
      ...{ method: 'dose', inputs: {}, uses: [], headline: { id: 'bleach.headline' } },
      credit: { bacteria: 3, viruses: 3, protozoa: 0, crypto: 0 },
      steps: [
        { id: 'dose', kind: 'do', text: { id: 'step.bleach.dose' } },
        { id: 'stand', kind: 'wait', waitMin: 30, text: { id: 'step.tablets.stand' } },
        {
          id: 'residual',
          kind: 'read',
          reading: { unit: 'mg/L', least: 0.2 },
          text: { id: 'step.bleach.residual' },
        },
      ],
    },
    [work],
  );
  begin(minute, batch, { tool: 'clean-vessel-1', hand: 'Ash', sheet });
  return sheet;
}
const step = (minute: number, sheet: Subject, id: string, reading?: number, by = 'Ash') =>
  at(minute, by).write('sheet.step', sheet, { step: id, ...(reading === undefined ? {} : { reading }) }, [
    work,
  ]);

describe('a day’s work in the log', () => {
  it('is laid with its order, and stands until it is put away', () => {
    expect(openWork(facts())?.id).toBe(work);
    // two walks side by side; one vessel after another: 25 + 36, and 36 more
    expect(later(0).endMin).toBe(97);
    at(10).write('work.closed', work, {});
    expect(openWork(facts())).toBeUndefined();
  });

  it('counts minutes from when it was laid', () => {
    const laid = facts().work[work]!;
    expect(minuteOf(laid, now(75))).toBe(75);
    expect(instantOf(laid, 97)).toBe(now(97));
  });

  it('knows a walk as one step, begun by a hand and over when it is home', () => {
    begin(2, '1.0#1', { hand: 'Brook' });
    expect(begunOf(facts().work[work]!)).toEqual([
      {
        ...{ batch: '1.0#1', stage: '1.0', litres: 20, lateMin: 0 },
        phases: [{ id: 'trip', from: 2, hand: 'Brook' }],
      },
    ]);
    at(20).write('work.done', work, { batch: '1.0#1' });
    expect(begunOf(facts().work[work]!)[0]).toMatchObject({
      phases: [{ from: 2, until: 20 }],
      ended: { at: 20, isLost: false },
    });
  });

  it('goes as far as a sheet goes; a reading that does not pass leaves its step undone', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    at(25).write('work.done', work, { batch: '1.0#1' });
    const sheet = sheetOf(25, '1.1#1');
    step(28, sheet, 'dose');
    step(58, sheet, 'stand');
    step(60, sheet, 'residual', 0.1);
    const laid = facts().work[work]!;
    expect(laid.batches[1]!.done.map(d => d.step)).toEqual(['dose', 'stand']);
    expect(begunOf(laid)[1]!.phases).toEqual([
      { id: 'dose', from: 25, until: 28, hand: 'Ash' },
      { id: 'stand', from: 28, until: 58 },
    ]);
    // it is not ready while it has not passed
    expect(later(60).ready[0]!.at).toBeGreaterThan(60);
    step(62, sheet, 'residual', 0.4, 'Brook');
    at(62, 'Brook').write('sheet.ended', sheet, { outcome: 'finished', method: 'dose' }, [work]);
    expect(facts().work[work]!.batches[1]!.ended).toEqual({ at: now(62), isLost: false });
    expect(later(63).ready[0]).toEqual({ at: 62, litres: 20 });
  });

  it('makes again what a failed sheet lost', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    at(25).write('work.done', work, { batch: '1.0#1' });
    const sheet = sheetOf(25, '1.1#1');
    step(28, sheet, 'dose');
    at(60).write('sheet.ended', sheet, { outcome: 'failed', method: 'dose' }, [work]);
    const next = later(61);
    expect(next.batches.filter(b => b.stage === '1.1' && b.outL > 0).length).toBe(2);
    expect(next.batches.find(b => b.id === '1.1#1')?.outL).toBe(0);
    expect(checkDay(problem, next, new Set(['1.0#1', '1.1#1']))).toEqual([]);
  });

  it('moves on what comes after a step that takes longer, and nothing that has begun', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    begin(0, '1.0#2', { hand: 'Brook' });
    const before = later(10);
    at(10).write('work.late', work, { batch: '1.0#1', minutes: 40 });
    at(10).write('work.late', work, { batch: '1.0#2', minutes: 40 });
    const after = later(10);
    expect(after.bars.find(b => b.batch === '1.0#1')).toMatchObject({ from: 0, until: 65 });
    expect(after.endMin).toBe(before.endMin! + 40);
  });

  it('delays the step that was live when it was said, and none after it', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    at(25).write('work.done', work, { batch: '1.0#1' });
    const sheet = sheetOf(25, '1.1#1');
    at(26).write('work.late', work, { batch: '1.1#1', minutes: 40 });
    const lateOf = () => begunOf(facts().work[work]!).find(b => b.batch === '1.1#1')!.lateMin;
    expect(lateOf()).toBe(40);
    step(70, sheet, 'dose');
    expect(lateOf()).toBe(0);
    // the contact takes its own time, from when the dose was in
    expect(later(71).bars.find(b => b.batch === '1.1#1' && b.phase === 'stand')).toMatchObject({
      ...{ from: 70, until: 100 },
    });
  });

  it('knows a step of its sheet by the hand of the batch, where another name signed it', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    const sheet = sheetOf(25, '1.1#1');
    step(28, sheet, 'dose', undefined, 'Somebody');
    expect(begunOf(facts().work[work]!)[1]!.phases[0]).toMatchObject({ id: 'dose', hand: 'Ash' });
  });

  it('counts on nobody who was called away until they are back', () => {
    at(30).write('work.hand', work, { hand: 'Ash', isGone: true });
    const laid = facts().work[work]!;
    expect(problemNow(laid).hands[0]!.awake).toEqual([{ from: 0, until: 30 }]);
    expect(turnsOf(later(30)).map(t => t.hand)).not.toContain('Ash');
    at(40).write('work.hand', work, { hand: 'Ash', isGone: false });
    expect(problemNow(facts().work[work]!).hands[0]!.awake).toEqual(awake);
  });

  it('tells the next hands, and by whom', () => {
    const all = facts();
    const told = dutiesAt(all, stateAt(all, now(0))).filter(d => d.id.startsWith('work:'));
    expect(told.map(d => [d.what.id, d.what.params?.hand, d.what.params?.steps])).toEqual([
      ['duty.work.now', 'Ash', 'work.step.trip'],
      ['duty.work.now', 'Brook', 'work.step.trip'],
      ['duty.work', expect.any(String), 'work.step.dose'],
    ]);
    expect(told[2]!.at).toBe(now(25));
  });

  it('says what it uses up, and until which day that goes on', () => {
    const all = facts();
    const [used] = usedUp(problem, later(0), all, '2026-11-25');
    expect(used).toEqual({ supply: 'bleach', amount: 6, left: 10, days: 1, lastDay: '2026-11-25' });
    const more = { ...later(0), batches: [...later(0).batches, ...later(0).batches] };
    expect(usedUp(problem, more, all, '2026-11-25')[0]).toMatchObject({ days: 0 });
  });
});

describe('the guards of a day’s work', () => {
  const judged = (minute: number, kind: 'work.begun' | 'work.done' | 'work.late', data: object) => {
    const entry = hand(now(minute)).write(kind, work, data as never);
    return guard(facts(), entry, now(minute)).map(j => j.reason.id);
  };

  it('begin a batch once, in a tool that is free and holds it', () => {
    const batch = { batch: '1.1#1', stage: '1.1', litres: 20, tool: 'clean-vessel-1' };
    for (const n of [1, 2]) {
      begin(0, `1.0#${n}`);
      at(1).write('work.done', work, { batch: `1.0#${n}` });
    }
    expect(judged(1, 'work.begun', batch)).toEqual([]);
    begin(1, '1.1#1', { tool: 'clean-vessel-1' });
    expect(judged(2, 'work.begun', batch)).toEqual(['guard.work-begun-already']);
    expect(judged(2, 'work.begun', { ...batch, batch: '1.1#2' })).toEqual(['guard.work-tool-taken']);
    expect(judged(2, 'work.begun', { ...batch, batch: '1.1#2', litres: 20.5 })).toEqual([
      'guard.work-too-full',
    ]);
    at(3).write('work.done', work, { batch: '1.1#1' });
    expect(judged(4, 'work.begun', { ...batch, batch: '1.1#2' })).toEqual([]);
  });

  it('fill nothing with water that is not home', () => {
    const batch = { batch: '1.1#1', stage: '1.1', litres: 20, tool: 'clean-vessel-1' };
    expect(judged(1, 'work.begun', batch)).toEqual(['guard.work-no-water']);
    begin(1, '1.0#1', { hand: 'Ash' });
    expect(judged(2, 'work.begun', batch)).toEqual(['guard.work-no-water']);
    at(25).write('work.done', work, { batch: '1.0#1' });
    expect(judged(26, 'work.begun', batch)).toEqual([]);
    // a hand measures to half a litre, and what one batch took another has not
    expect(judged(26, 'work.begun', { ...batch, litres: 20 })).toEqual([]);
    begin(26, '1.1#1', { litres: 19.4 });
    expect(judged(27, 'work.begun', { ...batch, batch: '1.1#2', litres: 1.2 })).toEqual([
      'guard.work-no-water',
    ]);
    expect(judged(27, 'work.begun', { ...batch, batch: '1.1#2', litres: 1.1 })).toEqual([]);
    // what was lost on the way is not there
    at(30).write('work.begun', work, { batch: '1.0#2', stage: '1.0', litres: 20 });
    at(40).write('work.done', work, { batch: '1.0#2', isLost: true });
    expect(judged(41, 'work.begun', { ...batch, batch: '1.1#2' })).toEqual(['guard.work-no-water']);
  });

  it('go on with no filter that froze since the day was laid', () => {
    const filter = h.subject('supply');
    at(1).write('supply.set', filter, {
      ...{ name: 'Ceramic', kind: 'filter', device: { kind: 'ceramic' }, amount: 9000 },
    });
    const froze = h.subject('work');
    const stages = [fetch, { ...dose, supply: filter }];
    at(2).write('work.laid', froze, {
      ...{
        problem: { ...problem, lines: [{ id: '1', stages, heldL: 0 }] },
        boundMin: 80,
        methods: [['filter']],
      },
      choices: { order: [0, 1], fill: [1, 1], most: [1] },
    });
    const judgedOf = (minute: number) => {
      const data = { batch: '1.1#1', stage: '1.1', litres: 20, tool: 'clean-vessel-1' };
      const entry = hand(now(minute)).write('work.begun', froze, data);
      return guard(facts(), entry, now(minute)).map(j => j.verdict);
    };
    at(2).write('work.begun', froze, { batch: '1.0#1', stage: '1.0', litres: 20 });
    at(2).write('work.done', froze, { batch: '1.0#1' });
    expect(judgedOf(3)).toEqual([]);
    at(4).write('filter.logged', filter, { what: 'frozen' });
    expect(judgedOf(5)).toEqual(['refuse']);
  });

  it('end and delay only what goes on, and nothing once it is put away', () => {
    expect(judged(1, 'work.done', { batch: '1.0#1' })).toEqual(['guard.no-work-batch']);
    begin(1, '1.0#1');
    expect(judged(2, 'work.late', { batch: '1.0#1', minutes: 10 })).toEqual([]);
    at(3).write('work.done', work, { batch: '1.0#1', isLost: true });
    expect(judged(4, 'work.late', { batch: '1.0#1', minutes: 10 })).toEqual(['guard.no-work-batch']);
    at(5).write('work.closed', work, {});
    expect(judged(6, 'work.begun', { batch: '1.0#2', stage: '1.0', litres: 20 })).toEqual([
      'guard.work-closed',
    ]);
  });

  it('a batch that two browsers began is begun once: the first stands', () => {
    begin(1, '1.0#1', { hand: 'Ash' });
    begin(2, '1.0#1', { hand: 'Brook' });
    expect(facts().work[work]!.batches.map(b => b.hand)).toEqual(['Ash']);
  });
});

describe('the next day is planned by what was measured', () => {
  const shareOf = (id: string, stage: number) => {
    const measured = asMeasured(problem, facts());
    return measured.lines[0]!.stages[stage]!.phases.find(p => p.id === id)!.minutes;
  };

  it('walks that went quicker are reckoned quicker, and slower ones slower', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    at(15).write('work.done', work, { batch: '1.0#1' });
    expect(shareOf('trip', 0)).toEqual([15]);
    begin(20, '1.0#2', { hand: 'Ash' });
    at(70).write('work.done', work, { batch: '1.0#2' });
    begin(71, '1.0#3', { hand: 'Ash' });
    at(111).write('work.done', work, { batch: '1.0#3' });
    // the middle one of 15, 50 and 40
    expect(shareOf('trip', 0)).toEqual([40]);
  });

  it('what stands for its effect is never reckoned shorter, whatever somebody pressed', () => {
    const sheet = sheetOf(0, '1.1#1');
    step(1, sheet, 'dose');
    step(11, sheet, 'stand');
    // a day that nothing came of yet measures nothing
    expect(shareOf('dose', 1)).toEqual([3]);
    at(12).write('sheet.ended', sheet, { outcome: 'finished', method: 'dose' }, [work]);
    expect(shareOf('stand', 1)).toEqual([30]);
    // a hand’s own work is
    expect(shareOf('dose', 1)).toEqual([2]);
  });

  it('a lost walk measures nothing, and one that somebody forgot makes no absurd plan', () => {
    begin(0, '1.0#1', { hand: 'Ash' });
    at(5).write('work.done', work, { batch: '1.0#1', isLost: true });
    expect(shareOf('trip', 0)).toEqual([25]);
    begin(10, '1.0#2', { hand: 'Ash' });
    at(510).write('work.done', work, { batch: '1.0#2' });
    expect(shareOf('trip', 0)).toEqual([75]);
  });
});
