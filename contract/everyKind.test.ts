import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dutiesAt } from '#core/areas/duties.ts';
import { entryKinds, fold, foldOnto, guard } from '#core/areas/entries.ts';
import { offeredActs } from '#core/areas/store/acts.ts';
import { containersTable } from '#core/areas/store/containersTable.ts';
import { labelOf } from '#core/areas/store/label.ts';
import { mixSpots } from '#core/areas/store/mixRoom.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { inOrder } from '#core/log/entry.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import { anyEntryOf, anyLog } from './anyEntry.ts';

const reader = { units: 'metric', timeZone: 'Europe/London' } as const;
const NOW = '2026-11-26T09:00:00.000Z';

describe('whatever is accepted', () => {
  it.each(entryKinds)('%s can be made by its schema, and folds alone', kind => {
    fc.assert(
      fc.property(anyEntryOf(kind), entry => {
        fold([entry]);
      }),
      { numRuns: 25 },
    );
  });

  it('folds, in any order to the same facts', () => {
    fc.assert(
      fc.property(anyLog, entries => {
        const sorted = [...entries].sort(inOrder);
        expect(fold(entries)).toEqual(fold(sorted));
      }),
      { numRuns: 150 },
    );
  });

  it('is judged, drawn, dated, labelled, told and taken out', () => {
    fc.assert(
      fc.property(anyLog, entries => {
        for (const entry of entries) guard(fold(entries), entry, NOW);
        const facts = foldOnto(fold([]), [...entries].sort(inOrder));
        const state = stateAt(facts, NOW);
        for (const duty of dutiesAt(facts, state)) expect(sayTo(reader, duty.what)).not.toBe('');
        for (const container of Object.values(facts.container)) {
          const at = state.containers[container.id]!;
          expect(Number.isFinite(at.litres) && at.litres >= 0).toBe(true);
          labelOf(facts, container, at);
          offeredActs(facts, container, at, NOW);
          expect(sayTo(reader, at.judgement.reason)).not.toBe('');
        }
        expect(containersTable(facts, state)).toHaveLength(Object.keys(facts.container).length);
        mixSpots(facts);
        expect(Number.isFinite(state.reach.drinkingL)).toBe(true);
        expect(JSON.parse(JSON.stringify(facts))).toEqual(facts);
      }),
      { numRuns: 250 },
    );
  });
});
