import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import type { Entry } from '../areas/entries.ts';
import { restsOn } from '../areas/entries.ts';
import { readingOfChlorine } from '../areas/readings/readings.ts';

const h = hand('2026-11-25T08:00:00.000Z');
const drum = h.subject('container');
const added = h.write('container.added', drum, {
  code: 'A-1',
  kind: 'drum-208l',
  place: h.subject('place'),
  role: 'clean',
  heldBefore: 'new',
});
const filled = h.write('filled', drum, {
  volumeL: { value: 198, known: 'measured' },
  water: 'well',
  sealed: true,
});
const begun = h.write('batch.begun', drum, {
  school: 'target-dose',
  strengthSchool: 'replace-yearly',
  volumeL: 198,
  strengthMgMl: 61.8,
  targetMgL: 2,
  doseMl: 6.4,
  way: 'tool',
  contactMin: 30,
  clarity: 'clear',
});
const checked = h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
const dosed = h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
const mixed = h.write('mixed', drum, {});
const read = h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
const labelled = h.write('labelled', drum, {});
const moved = h.write('moved', drum, { place: h.subject('place') });
const log = [...h.entries];

const kinds = (target: Entry, entries: readonly Entry[] = log) => restsOn(target, entries).map(e => e.kind);

describe('what rests on an entry', () => {
  it('of setting down is everything after it', () => {
    expect(restsOn(added, log)).toHaveLength(log.length - 1);
  });

  it('of a fill is all that was done to its water, not where the vessel went', () => {
    expect(kinds(filled)).toEqual(['batch.begun', 'checked', 'dosed', 'mixed', 'read', 'labelled']);
    expect(kinds(filled)).not.toContain('moved');
  });

  it('of a sheet is what is written on it; of a dose its stirring and its proof', () => {
    expect(kinds(begun)).toEqual(['checked', 'dosed', 'mixed', 'read', 'labelled']);
    expect(kinds(dosed)).toEqual(['mixed', 'read', 'labelled']);
    expect(kinds(mixed)).toEqual(['read', 'labelled']);
  });

  it('of a reading, a label, a move or a look is nothing', () => {
    for (const leaf of [read, labelled, moved, checked]) expect(kinds(leaf)).toEqual([]);
  });

  it('leaves out what was struck already', () => {
    const strike = h.write('struck', drum, { target: read.id });
    expect(kinds(mixed, [...log, strike])).toEqual(['labelled']);
  });

  it('is of one subject only', () => {
    const other = h.subject('container');
    const elsewhere = h.write('drawn', other, { volumeL: 1, use: 'utility', byTap: true });
    expect(restsOn(filled, [...log, elsewhere])).not.toContain(elsewhere);
  });
});
