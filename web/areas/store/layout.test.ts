import { describe, expect, it } from 'vitest';
import { fold, foldOnto } from '#core/areas/entries.ts';
import { stateAfter } from '#core/areas/store/change.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { atOnce } from '#core/base/lots.ts';
import type { Facts } from '#core/log/facts.ts';
import { hand } from '#demo/hand.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { generate } from '../../../scripts/generate.ts';
import { type Box, type Drawn, type DrawnPlace, laidOut, type Section } from './layout.ts';
import { nextCodes } from './settingDown.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const facts = fold(tarnHollow(NOW));
const layOut = (of: Facts) => laidOut(of, stateAt(of, NOW).containers, []);
const placesOf = ({ buildings }: Section): DrawnPlace[] => buildings.flatMap(b => b.places);
const { section } = atOnce(layOut(facts));
const places = placesOf(section);

const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w - 1e-6 && b.x < a.x + a.w - 1e-6 && a.y < b.y + b.h - 1e-6 && b.y < a.y + a.h - 1e-6;
/** Pairs of a list that lie through each other. */
const clashes = (list: readonly Box[]): [Box, Box][] =>
  list.flatMap((a, i) => list.slice(i + 1).flatMap((b): [Box, Box][] => (overlaps(a, b) ? [[a, b]] : [])));
const within = (a: Box, b: Box): boolean =>
  a.x >= b.x - 1e-6 && a.x + a.w <= b.x + b.w + 1e-6 && a.y >= b.y - 1e-6;

describe('the section of the demo', () => {
  it('draws every container once, inside its room, none through another', () => {
    const drawn = places.flatMap(p => p.drawn);
    expect(drawn).toHaveLength(Object.keys(facts.container).length);
    for (const p of places) {
      for (const d of p.drawn) expect(within(d, p), d.container.code).toBe(true);
      expect(clashes(p.drawn), p.place.name).toEqual([]);
    }
  });

  it('stands rooms of one level side by side and cellars under the ground', () => {
    for (const b of section.buildings) expect(clashes(b.places), b.building.name).toEqual([]);
    for (const p of places)
      expect(p.place.level < 0 ? p.y + p.h <= 1e-6 : p.y >= -1e-6, p.place.name).toBe(true);
  });

  it('is to scale: a drum is 585 mm wide and 890 mm high wherever it stands', () => {
    const drums = places.flatMap(p => p.drawn).filter(d => d.kind.id === 'drum-208l');
    expect(drums.length).toBeGreaterThan(10);
    for (const d of drums) expect([d.w, d.h]).toEqual([0.585, 0.89]);
  });

  it('fills each to its level', () => {
    const tank = places.flatMap(p => p.drawn).find(d => d.container.code === 'TH-RT')!;
    expect(tank.level).toBeCloseTo(3120 / 5000, 6);
  });

  it('holds all it draws in its extent', () => {
    for (const b of section.buildings) expect(within(b, section.extent)).toBe(true);
  });
});

describe('a crowded store', () => {
  const crowd = fold(generate(4000, 8200, NOW));
  const drawn: Drawn[] = placesOf(atOnce(layOut(crowd)).section).flatMap(p => p.drawn);

  it('merges like neighbours into counted blocks, none lost', () => {
    expect(drawn.length).toBeLessThan(400);
    expect(drawn.reduce((sum, d) => sum + d.count, 0)).toBe(4000);
  });

  it('gives way between rooms, and between lots of what stands in them', () => {
    const anew = fold(generate(4000, 8200, NOW));
    const lots = [...layOut(anew)].length;
    expect(lots).toBeGreaterThanOrEqual(Object.keys(anew.place).length + 4000 / 500);
  });

  it('lays out anew only the rooms in which something changed', () => {
    const before = placesOf(atOnce(layOut(crowd)).section);
    const drum = drawn[0]!.container;
    const to = Object.keys(crowd.place).find(id => id !== drum.place)!;
    const h = hand(NOW);
    const carried = foldOnto(crowd, [h.write('moved', drum.id, { place: to })]);
    const states = stateAfter(crowd, stateAt(crowd, NOW), carried, NOW).containers;
    const after = placesOf(atOnce(laidOut(carried, states, [])).section);
    const changed = after.filter((p, i) => p !== before[i]).map(p => p.place.id);
    expect(changed.sort()).toEqual([drum.place, to].sort());
  });
});

describe('codes', () => {
  it('go on after the last one; a group’s first has its initials', () => {
    expect(nextCodes(facts, 2)).toEqual(['TH-095', 'TH-096']);
    const fresh = { ...facts, container: {} };
    expect(nextCodes(fresh, 2)).toEqual(['TH-001', 'TH-002']);
    const renamed = { ...facts, group: { ...facts.group, codeLetters: 'BARN' } };
    expect(nextCodes(renamed, 2)).toEqual(['BARN-001', 'BARN-002']);
    expect(nextCodes({ ...fresh, group: { ...fresh.group, name: '' } }, 1)).toEqual(['W-001']);
  });
});
