import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { message } from '../../base/judgement.ts';
import type { Subject } from '../../base/subject.ts';
import { credit, noCredit } from '../../treatment/credit/credit.ts';
import { fold, guard, writeEntry } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { trainCaseOfContainer } from '../trains/trainCase.ts';
import { duties } from './duties.ts';
import { sheetAt } from './sheets.ts';
import { isDosed } from './treating.ts';

const START = '2026-07-01T08:00:00.000Z';

/** A drum of river water, and a train of a filter and tablets that is begun on it. */
function begun() {
  const h = hand(START);
  const [drum, sheet] = [drumInCellar(h), h.subject('sheet')];
  const filter = h.subject('supply');
  h.write('supply.set', filter, {
    name: 'Bucket filter',
    kind: 'filter',
    device: { kind: 'ceramic' },
    amount: 4000,
  });
  h.write('filled', drum, {
    volumeL: { value: 40, known: 'measured' },
    water: 'stream',
    origin: { upstream: 'nobody' },
    sealed: true,
  });
  const text = { id: 'step.ro.flush' };
  h.write(
    'sheet.begun',
    sheet,
    {
      method: 'train',
      inputs: {},
      headline: { id: 'train.headline' },
      steps: [
        { id: 'vessels', text, kind: 'do' },
        { id: '1.run', text, kind: 'do' },
        { id: '1.flow', text, kind: 'read', reading: { unit: 'L/h', least: 5 }, onFail: text },
        { id: '2.dose', text, kind: 'do' },
        { id: '2.stand', text, kind: 'wait', waitMin: 30 },
      ],
      legs: [
        {
          method: 'filter',
          first: '1.run',
          last: '1.flow',
          reading: { unit: 'L/h', least: 5 },
          credit: credit(2, 1, 4, 4),
          barrier: 'filter:ceramic',
          supply: filter,
        },
        {
          method: 'tablets',
          first: '2.dose',
          last: '2.stand',
          credit: credit(3, 3, 0, 0),
          barrier: 'chlorine',
          holds: 'water',
        },
      ],
      uses: [],
      credit: noCredit,
      holds: 'water',
    },
    [drum],
  );
  const step = (id: string, reading?: number) =>
    h.write('sheet.step', sheet, { step: id, ...(reading === undefined ? {} : { reading }) }, [drum]);
  const facts = () => fold(h.entries);
  const water = () => stateAt(facts(), addMinutes(START, 60)).containers[drum]!;
  return { h, drum, sheet, filter, step, facts, water };
}

/** A step that somebody means to do. */
const meant = (sheet: Subject, step: string, drum: Subject) =>
  writeEntry(
    'sheet.step',
    sheet,
    { step },
    { id: '01J1ZZZZZZZZZZZZZZZZZZZZZZ', at: START, by: 'Tester', also: [drum] },
  );

describe('a train', () => {
  it('earns method by method, and holds the water to its last step', () => {
    const { h, drum, sheet, step, facts, water } = begun();
    const earned = () => facts().container[drum]?.fill?.treated?.byMethod;
    step('vessels');
    step('1.run');
    expect(earned()).toBeUndefined();
    expect(water().state).toBe('waiting');
    step('1.flow', 12);
    expect(earned()).toEqual({ 'filter:ceramic': credit(2, 1, 4, 4) });
    expect(water().state).toBe('waiting');
    step('2.dose');
    step('2.stand');
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'train' }, [drum]);
    expect(earned()).toEqual({ 'filter:ceramic': credit(2, 1, 4, 4), chlorine: credit(3, 3, 0, 0) });
    expect(water()).toMatchObject({ counts: 'drinking' });
    // another dose on top of the tablets would be a second one
    expect(isDosed(facts().container[drum]!, addMinutes(START, 90))).toBe(true);
  });

  it('that fails in the middle keeps what was earned and holds the water', () => {
    const { h, drum, sheet, step, facts, water } = begun();
    step('vessels');
    step('1.run');
    step('1.flow', 2);
    const says = () => duties(facts(), stateAt(facts(), addMinutes(START, 5))).map(d => d.what.id);
    expect(says()).toEqual(['duty.sheet-fails.of']);
    expect(sheetAt(facts().sheet[sheet]!, START)).toMatchObject({
      live: { id: '1.flow' },
      failing: { reading: 2 },
    });
    expect(facts().container[drum]?.fill?.treated).toBeUndefined();
    h.write('sheet.ended', sheet, { outcome: 'failed', method: 'train' }, [drum]);
    expect(water().state).toBe('waiting');
    expect(water().counts).toBeNull();
    const state = stateAt(facts(), addMinutes(START, 60));
    expect(duties(facts(), state).map(d => d.what)).toEqual([message('duty.train-left', { code: 'A-1' })]);
  });

  it('locks a step until the one before it has passed', () => {
    const { drum, sheet, step, facts } = begun();
    step('vessels');
    const ahead = meant(sheet, '2.dose', drum);
    expect(guard(facts(), ahead, START)[0]).toMatchObject({
      verdict: 'refuse',
      reason: { id: 'guard.not-this-step' },
    });
  });

  it('is not gone on with by a filter that froze since it was begun', () => {
    const { h, drum, sheet, filter, step, facts } = begun();
    step('vessels');
    const run = () => meant(sheet, '1.run', drum);
    expect(guard(facts(), run(), START)).toEqual([]);
    h.write('filter.logged', filter, { what: 'frozen' });
    expect(guard(facts(), run(), START)[0]).toMatchObject({
      verdict: 'refuse',
      reason: { id: 'register.frozen' },
    });
  });

  it('is looked for by the water of a container, all of it; none where it is held, failed or never drunk', () => {
    const { drum, facts } = begun();
    const container = facts().container[drum]!;
    const found = { turbidityNtu: 3, grain: 'silt', isCryptoFeared: true } as const;
    expect(trainCaseOfContainer(facts(), container, found, START)).toMatchObject({
      water: 'stream',
      origin: { upstream: 'nobody' },
      isAllThereIs: true,
      found: { volumeL: 40, salt: 'fresh' },
    });
    const { fill: _, ...empty } = container;
    expect(trainCaseOfContainer(facts(), empty, found, START)).toBeUndefined();
    // what a vessel held, and a date that is over, are not treated away
    const tap = { ...container, fill: { ...container.fill!, water: 'treated-tap' as const } };
    expect(trainCaseOfContainer(facts(), tap, found, START)?.stop?.reason.id).toBe('train.as-kept');
    const raw = { ...container, role: 'raw' as const };
    expect(trainCaseOfContainer(facts(), raw, found, START)?.stop?.verdict).toBe('refuse');
    const flood = { ...container, fill: { ...container.fill!, water: 'flood' as const } };
    expect(trainCaseOfContainer(facts(), flood, found, START)?.stop?.verdict).toBe('refuse');
  });
});
