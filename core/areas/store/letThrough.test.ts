import { beforeEach, describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { credit } from '../../treatment/credit/credit.ts';
import { dutiesAt } from '../duties.ts';
import { fold, foldOnto, guard } from '../entries.ts';
import type { ReadingFields } from '../readings/fields.ts';
import { reachAfter, stateAfter } from './change.ts';
import { carriedOf } from './fit.ts';
import { stateAt } from './wholeState.ts';

const START = '2026-06-01T08:00:00.000Z';
const later = (hours: number) => addMinutes(START, hours * 60);

let h: Hand;
let one: Subject;
const facts = () => fold(h.entries);
const at = (id: Subject, when: string) => stateAt(facts(), when).containers[id]!;

beforeEach(() => {
  h = hand(START);
  one = drumInCellar(h);
  h.write('filled', one, { volumeL: { value: 100, known: 'measured' }, water: 'rain', sealed: true });
});

/** A finished sheet on a vessel, with what it is run with. */
function run(id: Subject, method: string, barrier: string, earns: number, filter?: Subject): void {
  const sheet = h.subject('sheet');
  h.write(
    'sheet.begun',
    sheet,
    {
      method,
      inputs: {},
      headline: { id: 'x' },
      steps: [{ id: 'run', text: { id: 'x' }, kind: 'do' }],
      uses: filter ? [{ supply: filter, amount: 20 }] : [],
      credit: credit(earns, earns, earns, earns),
      barrier,
    },
    filter ? [id, filter] : [id],
  );
  h.write('sheet.ended', sheet, { outcome: 'finished', method }, [id]);
}

const behind = (filter: Subject, value: number) =>
  h.write('read', filter, {
    ...{ parameter: 'e-coli', method: 'laboratory', value, point: 'outlet' },
  } as ReadingFields);

function kept(name: string): Subject {
  const id = h.subject('supply');
  h.write('supply.set', id, { name, kind: 'filter', amount: 3800, device: { kind: 'ultrafilter' } });
  return id;
}

describe('germs that were read behind a filter', () => {
  it('take its credit from what it filtered, and from what was poured out of that, until it is boiled', () => {
    const filter = kept('Bucket filter');
    const other = h.subject('container');
    const { place } = facts().container[one]!;
    h.write('container.added', other, {
      code: 'A-2',
      kind: 'drum-208l',
      place,
      role: 'clean',
      heldBefore: 'new',
    });
    run(one, 'filter', 'filter:ultrafilter', 3, filter);
    expect(at(one, later(1)).counts).toBe('drinking');
    const carried = carriedOf(facts().container[one]!.fill!, later(1))!;
    h.write(
      'filled',
      other,
      {
        volumeL: { value: 20, known: 'measured' },
        water: 'rain',
        vessel: one,
        treated: carried,
        sealed: true,
      },
      [one],
    );
    expect(at(other, later(1)).counts).toBe('drinking');
    h.at(later(2));
    behind(filter, 4);
    for (const id of [one, other])
      expect(at(id, later(3))).toMatchObject({
        counts: 'utility',
        isStopped: true,
        judgement: { reason: { id: 'state.let-through' } },
      });
    expect(
      dutiesAt(facts(), stateAt(facts(), later(3))).some(
        d => d.id === `filter:${filter}` && d.verdict === 'refuse',
      ),
    ).toBe(true);
    // a server and a browser fold what comes onto the facts that they have, and keep what did not change
    const before = fold(h.entries.slice(0, -1));
    expect(stateAt(before, later(3)).containers[one]!.counts).toBe('drinking');
    const onto = foldOnto(before, h.entries.slice(-1));
    expect(stateAt(onto, later(3)).containers[one]!.counts).toBe('utility');
    expect(stateAt(onto, later(3)).containers[other]!.counts).toBe('utility');
    const after = stateAfter(before, stateAt(before, later(3)), onto, later(3));
    expect(after).toEqual(stateAt(onto, later(3)));
    expect(reachAfter(before, stateAt(before, later(3)), onto, [filter]).drinkingL).toBe(0);
    h.at(later(4));
    run(one, 'boil', 'heat', 6);
    expect(at(one, later(5)).counts).toBe('drinking');
    // a clean test frees the filter, and not what it let through before
    h.at(later(6));
    behind(filter, 0);
    expect(at(other, later(7)).counts).toBe('utility');
  });

  it('refuse a sheet that would run through it', () => {
    const filter = kept('Bucket filter');
    run(one, 'filter', 'filter:ultrafilter', 3, filter);
    const begun = h.entries.find(e => e.kind === 'sheet.begun')!;
    const judged = () => guard(facts(), begun, later(1)).map(j => `${j.verdict} ${j.reason.id}`);
    expect(judged()).not.toContain('refuse register.germs');
    behind(filter, 4);
    expect(judged()).toContain('refuse register.germs');
  });

  it('keep the filter from being forgotten', () => {
    const filter = kept('Bucket filter');
    behind(filter, 4);
    const removed = { ...h.entries.at(-1)!, kind: 'supply.removed', subject: filter, data: {} };
    expect(guard(facts(), removed as never, later(1)).map(j => j.reason.id)).toEqual(['guard.filter-germs']);
  });
});
