import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import type { Subject } from '../../base/subject.ts';
import { footprintM, seedKinds, standingAreaM2, usableL } from '../../storage/containers/kinds.ts';
import { readList } from '../../storage/containers/list.ts';
import { massKg } from '../../storage/containers/mass.ts';
import { isPack, packById, packFor, packOf, pieceL } from '../../storage/containers/pack.ts';
import { fold, guard } from '../entries.ts';
import { stateAt } from './wholeState.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;
const bottle = kind('bottle-500ml');

describe('a pack', () => {
  it('of 24 half-litre bottles holds 12 L and weighs 24 × (0.5 + 0.02) kg', () => {
    const pack = packOf(bottle, 24);
    expect(usableL(pack)).toBe(12);
    expect(pieceL(pack)).toBeCloseTo(0.5, 9);
    expect(massKg(pack, 12)).toBeCloseTo(24 * 0.52, 9);
    // six across and four deep: 390 × 260 mm
    expect([pack.widthMm, pack.depthMm]).toEqual([390, 260]);
    expect(packById(pack.id, seedKinds)).toEqual(pack);
  });

  it('is known again by its id and takes the room of its bottles, whatever their number', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 200 }), fc.constantFrom(...seedKinds), (pieces, piece) => {
        const pack = packFor(piece, pieces, []);
        if (!pack) return piece.shape !== 'bottle' && piece.shape !== 'pouch';
        const { widthM, depthM } = footprintM(piece);
        expect(isPack(pack)).toBe(true);
        expect(standingAreaM2(pack)).toBeGreaterThanOrEqual(pieces * widthM * depthM * 0.99);
        expect(usableL(pack)).toBeCloseTo(pieces * usableL(piece), 6);
      }),
    );
  });

  it('is not what a few bottles are, nor drums', () => {
    expect(packFor(bottle, 11, seedKinds)).toBeUndefined();
    expect(packFor(kind('drum-57l'), 24, seedKinds)).toBeUndefined();
    expect(packFor(bottle, 24, seedKinds)).toBe(kind('pack-24x500ml'));
  });
});

describe('packs in a list', () => {
  const read = (size: string, litres = '') =>
    readList([[size, 'cellar', 'bottled', '2026-03-01', litres]], {
      fields: ['size', 'place', 'water', 'filled', 'litres'],
      headings: ['what', 'where', 'water', 'filled', 'litres'],
      kinds: seedKinds,
      system: 'metric',
      today: '2026-11-26',
      known: new Map(),
    }).rows[0]!.proposals;

  it.each([
    ['24 x 500 ml bottles', '', 'pack-24x500ml', 12],
    ['24 x 500 ml bottles', '0.5', 'pack-24x500ml', 12],
    ['24 x 500 ml bottles', '10 L', 'pack-24x500ml', 10],
    ['12 x 1.5 L', '', 'pack-12x1500ml', 18],
    ['pack-24x500ml', '', 'pack-24x500ml', 12],
  ])('%s with “%s” litres is one thing', (size, litres, id, volumeL) => {
    expect(read(size, litres)).toMatchObject([{ kind: { id }, litres: volumeL }]);
  });

  it('but two bottles, and cans by the dozen, are each their own', () => {
    expect(read('2 x 1.5 L bottle')).toHaveLength(2);
    expect(read('12 x 20 L jerry can')).toHaveLength(12);
  });
});

describe('bottles out of a pack', () => {
  const start = '2026-11-25T08:00:00.000Z';
  const h = hand(start);
  const building = h.subject('building');
  const cellar = h.subject('place');
  const pack = h.subject('container');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', cellar, { name: 'Cellar', building, level: 0, widthM: 4, heightM: 2.4, shelves: [] });
  const added = {
    code: 'P-1',
    kind: 'pack-24x500ml',
    place: cellar,
    role: 'clean',
    heldBefore: 'new',
  } as const;
  h.write('container.added', pack, added);
  h.write('filled', pack, {
    volumeL: { value: 12, known: 'label' },
    water: 'bought',
    sealed: true,
    printedUntil: '2027-10-01',
  });
  const state = (id: Subject = pack) => stateAt(fold(h.entries), '2026-11-25T12:00:00.000Z').containers[id]!;

  it('leave the others closed, with the date on them', () => {
    h.write('drawn', pack, { volumeL: 1, use: 'drinking', byTap: false, pieces: 2 });
    expect(state()).toMatchObject({ state: 'ready', litres: 11, goodUntil: { day: '2027-10-01' } });
  });

  it('by the glass are warned of', () => {
    const glass = h.write('drawn', pack, { volumeL: 0.3, use: 'drinking', byTap: false });
    h.entries.pop();
    expect(guard(fold(h.entries), glass, start).map(j => j.reason.id)).toContain('guard.part-of-bottle');
  });

  it('out of a pack that failed are not begun', () => {
    const out = {
      volumeL: 0.5,
      use: 'utility',
      byTap: false,
      pieces: 1,
      into: h.subject('container'),
    } as const;
    h.write('failed', pack, { why: 'recall' });
    const one = h.write('drawn', pack, out);
    h.entries.splice(-2);
    const failed = h.write('failed', pack, { why: 'recall' });
    expect(guard(fold(h.entries), one, start).map(j => `${j.verdict} ${j.reason.id}`)).toEqual([
      'refuse guard.bottle-unfit',
    ]);
    h.entries.splice(h.entries.indexOf(failed), 1);
    expect(guard(fold(h.entries), one, start)).toEqual([]);
  });

  it('opened and kept stand by themselves and are counted once', () => {
    const one = h.subject('container');
    h.write('drawn', pack, { volumeL: 0.5, use: 'utility', byTap: false, pieces: 1, into: one });
    h.write('container.added', one, { ...added, code: 'P-1-1', kind: 'bottle-500ml' });
    h.write('filled', one, { volumeL: { value: 0.5, known: 'label' }, water: 'bought', sealed: true });
    h.write('opened', one, {});
    expect(state(one).state).toBe('open');
    expect(state()).toMatchObject({ state: 'ready', litres: 10.5 });
  });
});
