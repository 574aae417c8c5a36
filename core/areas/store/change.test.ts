import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { seeded } from '../../../scripts/generate.ts';
import type { Subject } from '../../base/subject.ts';
import { subjectsOf } from '../../log/entry.ts';
import type { Entry, EntryData, EntryKind } from '../entries.ts';
import { fold, foldOnto, writeEntry } from '../entries.ts';
import { reachAfter, stateAfter } from './change.ts';
import { stateAt } from './wholeState.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const facts = fold(tarnHollow(NOW, seeded(4)));
const state = stateAt(facts, NOW);
const containers = Object.keys(facts.container);

const write = <K extends EntryKind>(kind: K, subject: Subject, data: EntryData[K]): Entry =>
  writeEntry(kind, subject, data, { id: '01KAXG0000000000000000000Z', at: NOW, by: 'Odile' });

/** Anything that a hand might be over. */
const intention = fc
  .constantFrom(...containers)
  .chain(id =>
    fc.constantFrom(
      write('emptied', id, { to: 'utility' }),
      write('drawn', id, { volumeL: 3, use: 'drinking', byTap: false }),
      write('opened', id, {}),
      write('failed', id, { why: 'test' }),
      write('filled', id, { volumeL: { value: 15, known: 'measured' }, water: 'spring', sealed: true }),
      write('filled', id, { volumeL: { value: 15, known: 'measured' }, water: 'treated-tap', sealed: true }),
      write('plan.set', 'plan', { visitors: 5 }),
    ),
  );

describe('the reach after what is not recorded yet', () => {
  it('is what the whole state would say, whatever is intended', () => {
    fc.assert(
      fc.property(fc.array(intention, { minLength: 1, maxLength: 4 }), entries => {
        const whole = stateAt(foldOnto(facts, entries), NOW).reach;
        const quick = reachAfter(facts, state, foldOnto(facts, entries), entries.flatMap(subjectsOf));
        expect(Object.keys(quick).sort()).toEqual(Object.keys(whole).sort());
        for (const [name, value] of Object.entries(whole))
          expect(quick[name as keyof typeof quick], name).toBeCloseTo(value as number, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves the facts and the state as they are', () => {
    const before = JSON.stringify(state.reach);
    const emptied = foldOnto(facts, [write('emptied', containers[0]!, { to: 'utility' })]);
    reachAfter(facts, state, emptied, [containers[0]!]);
    expect(JSON.stringify(stateAt(facts, NOW).reach)).toBe(before);
  });
});

describe('the state of facts that follow others', () => {
  it('is what the whole would say, change upon change', () => {
    fc.assert(
      fc.property(fc.array(intention, { minLength: 1, maxLength: 6 }), entries => {
        let [before, at] = [facts, state];
        for (const entry of entries) {
          const next = foldOnto(before, [entry]);
          at = stateAfter(before, at, next, NOW);
          before = next;
        }
        const whole = stateAt(before, NOW);
        expect(at.containers).toEqual(whole.containers);
        expect(at.holdsUntil <= whole.holdsUntil).toBe(true);
        for (const [name, { count, litres }] of Object.entries(whole.tally)) {
          const tally = at.tally[name as keyof typeof at.tally];
          expect(tally.count, name).toBe(count);
          expect(tally.litres, name).toBeCloseTo(litres, 5);
        }
        for (const [name, value] of Object.entries(whole.reach))
          expect(at.reach[name as keyof typeof at.reach], name).toBeCloseTo(value as number, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('is worked out whole when a container went with its entry', () => {
    const { [containers[0]!]: _, ...container } = facts.container;
    const next = { ...facts, container };
    expect(stateAfter(facts, state, next, NOW)).toEqual(stateAt(next, NOW));
  });

  it('comes back to the very litre when what was done is undone', () => {
    const emptied = foldOnto(facts, [write('emptied', containers[0]!, { to: 'utility' })]);
    const after = stateAfter(facts, state, emptied, NOW);
    expect(stateAfter(emptied, after, facts, NOW).reach).toEqual(state.reach);
  });
});
