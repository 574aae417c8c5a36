import { describe, expect, it } from 'vitest';
import { fold, foldOnto } from '#core/areas/entries.ts';
import { hand } from '#demo/hand.ts';
import { stamped } from '../../session/draft.ts';
import { draftsOf, formOf, wallSets, wallsId } from './placeForm.ts';

const h = hand('2026-11-20T08:00:00.000Z');
const [hall, cellar] = [h.subject('building'), h.subject('place')];
h.write('building.set', hall, { name: 'Hall', order: 0, roof: 'flat' });
h.write('place.set', cellar, {
  name: 'Cellar',
  building: hall,
  level: -1,
  widthM: 6,
  heightM: 2.2,
  depthM: 1,
  dark: true,
  floorLimitKgM2: 150,
  shelves: [{ id: 'A', heightM: 1, fromM: 0, toM: 2 }],
});
h.write('photographed', cellar, { digest: 'ab'.repeat(32) });
const facts = fold(h.entries);
const buildings = Object.values(facts.building);
const place = facts.place[cellar]!;
const kept = (form: ReturnType<typeof formOf>, of: typeof place | 'new' = place) =>
  foldOnto(
    facts,
    stamped(draftsOf(form, of, buildings)!, { by: 'O', stamp: () => '2026-11-21T08:00:00.000Z' }),
  );

describe('the sentence of a place', () => {
  it('says what is there, and kept as it is changes nothing, its photo least', () => {
    expect(kept(formOf(place, buildings)).place[cellar]).toEqual(place);
  });

  it('leaves out what was emptied: a floor that nobody knows is no floor of 0', () => {
    const form = { ...formOf(place, buildings), floorLimitKgM2: undefined, depthM: undefined };
    const { floorLimitKgM2: _, depthM: __, ...rest } = place;
    expect(kept(form).place[cellar]).toEqual(rest);
  });

  it('finds its building whatever the capitals, and makes one that is not there', () => {
    expect(draftsOf({ ...formOf(place, buildings), buildingName: ' hall ' }, place, buildings)).toHaveLength(
      1,
    );
    const barn = kept({ ...formOf('new', buildings), name: 'Loft', buildingName: 'Barn' }, 'new');
    expect(Object.values(barn.building).map(b => [b.name, b.order])).toEqual([
      ['Hall', 0],
      ['Barn', 1],
    ]);
  });

  it('is none before it has a name, a building and a size', () => {
    const form = { ...formOf('new', buildings), name: 'Loft' };
    expect(draftsOf(form, 'new', buildings)).toHaveLength(1);
    for (const missing of [{ name: ' ' }, { buildingName: '' }, { widthM: undefined }, { level: undefined }])
      expect(draftsOf({ ...form, ...missing }, 'new', buildings)).toBeUndefined();
  });

  it('knows its walls, in whatever order they stand; unknown ones are the usual', () => {
    expect(wallsId(undefined)).toBe('usual');
    expect(wallsId(['right', 'back'])).toBe('back-right');
    expect(wallsId([])).toBe('none');
    expect(wallsId(['left'])).toBeUndefined();
    expect(Object.keys(wallSets)).toHaveLength(6);
  });
});
