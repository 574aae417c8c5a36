import { describe, expect, it } from 'vitest';
import { seedKinds, usableL } from './kinds.ts';
import { isPack, packById, packFor, packOf, pieceL } from './pack.ts';

const kind = (id: string) => seedKinds.find(k => k.id === id)!;
const bottle = kind('bottle-500ml');

describe('a pack of bottles', () => {
  it('holds, weighs and costs what its bottles do, in rows as near to a square as can be', () => {
    // 18 bottles: √27 = 5.2, so six across and three deep, 65 mm each
    const pack = packOf(bottle, 18);
    expect(pack).toMatchObject({
      id: 'pack-18x500ml',
      shape: 'pack',
      pieces: 18,
      nominalL: 9,
      tareKg: expect.closeTo(0.36, 9),
      widthMm: 390,
      depthMm: 195,
      heightMm: 220,
      price: expect.closeTo(5.4, 9),
      stackable: true,
      material: 'PET',
    });
    expect(pack).not.toHaveProperty('diameterMm');
    expect(packOf({ ...bottle, name: 'Ours' }, 18)).not.toHaveProperty('name');
    // twenty: six across (√30 = 5.5) and four deep
    expect(packOf(bottle, 20)).toMatchObject({ widthMm: 390, depthMm: 260 });
  });

  it('is one of several pieces; one vessel is its own piece', () => {
    expect(isPack(packOf(bottle, 2))).toBe(true);
    expect(isPack({ pieces: 1 })).toBe(false);
    expect(isPack(bottle)).toBe(false);
    expect(pieceL(kind('pack-6x1500ml'))).toBe(1.5);
    expect(pieceL(kind('can-20l'))).toBe(usableL(kind('can-20l')));
  });

  it('is known again by its id, of a bottle that there is', () => {
    expect(packById('pack-30x500ml', seedKinds)).toEqual(packOf(bottle, 30));
    for (const id of ['pack-30x330ml', 'pack-30x500mlx', 'a pack-30x500ml', 'drum-208l', 'pack-x500ml'])
      expect([id, packById(id, seedKinds)]).toEqual([id, undefined]);
    // nor is one of no bottle, of one alone, or of more than anybody carries
    for (const pieces of [0, 1, 1001]) expect(packById(`pack-${pieces}x500ml`, seedKinds)).toBeUndefined();
    expect(packById('pack-2x500ml', seedKinds)?.pieces).toBe(2);
    expect(packById('pack-1000x500ml', seedKinds)?.nominalL).toBe(500);
    // a jar of the same size is no bottle, and a pack no piece
    expect(packById('pack-30x946ml', seedKinds)).toBeUndefined();
    expect(packById('pack-2x12000ml', [{ ...kind('pack-24x500ml'), shape: 'bottle' }])).toBeUndefined();
  });

  it('is how a dozen and more of small bottles or pouches are kept, and nothing else', () => {
    expect(packFor(bottle, 12, seedKinds)?.id).toBe('pack-12x500ml');
    expect(packFor(bottle, 11, seedKinds)).toBeUndefined();
    expect(packFor(bottle, 1000, seedKinds)?.pieces).toBe(1000);
    expect(packFor(bottle, 1001, seedKinds)).toBeUndefined();
    expect(packFor(kind('pouch-125ml'), 50, seedKinds)?.id).toBe('pack-50x125ml');
    expect(packFor(kind('bottle-2l'), 12, seedKinds)?.nominalL).toBe(24);
    expect(packFor({ ...bottle, nominalL: 2.5 }, 12, seedKinds)?.nominalL).toBe(30);
    expect(packFor({ ...bottle, nominalL: 2.6 }, 12, seedKinds)).toBeUndefined();
    expect(packFor(kind('jar-946ml'), 24, seedKinds)).toBeUndefined();
    expect(packFor({ ...bottle, pieces: 6 }, 12, seedKinds)).toBeUndefined();
  });

  it('is the kind that is there already, with its own price', () => {
    expect(packFor(bottle, 24, seedKinds)).toBe(kind('pack-24x500ml'));
  });
});
