import type { Entry } from '#core/areas/entries.ts';
import { addDays, addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { bornFor } from '#core/planning/need/people.ts';
import { type Hand, hand } from './hand.ts';
import { filled, type Telling } from './stories.ts';

/** One household of four in a flat on the third floor: jugs in the hall, bottles under the bed, a cube with a tap. */
export function household(now: Instant, random?: () => number): Entry[] {
  const timeZone = 'Europe/London';
  const today = dayOf(now, timeZone);
  const h = hand(addMinutes(now, -200 * 1440), 'Ines', random);
  h.write('group.set', 'group', {
    name: 'Flat 12',
    timeZone,
    toolIds: ['dropper', 'spoon-eighth-tsp', 'syringe-5'],
    dropsPerMl: 20,
  });
  h.write('plan.set', 'plan', { needSchool: 'flat-gallon', targetDays: 14 });
  h.write('home.set', h.subject('home'), {
    name: 'Flat 12',
    people: [
      { sex: 'f', born: bornFor(38, today) },
      { sex: 'm', born: bornFor(40, today) },
      { sex: 'f', born: bornFor(9, today) },
      { sex: 'm', born: bornFor(2, today) },
    ],
  });
  const [hall, bedroom] = rooms(h);
  const bleach = {
    product: 'plain',
    basis: 'wt-naocl',
    strength: 8.25,
    madeOn: addDays(today, -90),
    keptC: 20,
  } as const;
  const supply = h.subject('supply');
  h.write('supply.set', supply, { name: 'Bleach 8.25 %', bleach, kind: 'bleach', amount: 1000 });
  const t: Telling = { h, now, supply, bleach };
  const put = (
    count: number,
    kind: string,
    place: string,
    litres: number,
    days: number,
    shelf?: string,
    water: 'treated-tap' | 'bought' = 'treated-tap',
  ) => {
    for (let i = 0; i < count; i++) {
      const id = h.subject('container');
      const n = h.entries.filter(e => e.kind === 'container.added').length + 1;
      h.at(addMinutes(now, -190 * 1440)).write('container.added', id, {
        code: `F-${String(n).padStart(2, '0')}`,
        kind,
        place,
        role: 'clean',
        heldBefore: 'new',
        ...(shelf ? { shelf } : {}),
      });
      filled(t, id, days + i * 6, litres, water);
    }
  };
  put(4, 'jug-18.9l', hall, 18, 60);
  put(1, 'cube-26l', hall, 25, 12, 'A');
  put(12, 'bottle-2l', bedroom, 2, 40, undefined, 'bought');
  put(2, 'jug-18.9l', bedroom, 18, 174);
  return h.entries;
}

/** The two places of the flat that hold water. */
function rooms(h: Hand): readonly [Subject, Subject] {
  const building = h.subject('building');
  h.write('building.set', building, { name: 'Flat', order: 0, roof: 'flat' });
  const hall = h.subject('place');
  const bedroom = h.subject('place');
  h.write('place.set', hall, {
    name: 'Hall cupboard',
    building,
    level: 2,
    widthM: 1.6,
    heightM: 2.4,
    dark: true,
    meanC: 20,
    floorLimitKgM2: 195,
    shelves: [{ id: 'A', heightM: 1.1, fromM: 0.1, toM: 1.5, limitKg: 80 }],
  });
  h.write('place.set', bedroom, {
    name: 'Under the bed',
    building,
    level: 2,
    widthM: 2.2,
    heightM: 2.4,
    meanC: 21,
    floorLimitKgM2: 195,
    shelves: [],
  });
  return [hall, bedroom];
}
