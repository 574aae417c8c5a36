import type { Subject } from '#core/base/subject.ts';
import type { Hand } from './hand.ts';

/** A house whose cellar has one new drum in it: what many a test begins with. */
export function drumInCellar(h: Hand): Subject {
  const [building, place, drum] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('building.set', building, { name: 'House', order: 0, roof: 'pitched' });
  h.write('place.set', place, {
    name: 'Cellar',
    building,
    level: -1,
    widthM: 4,
    heightM: 2,
    shelves: [],
  });
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place,
    role: 'clean',
    heldBefore: 'new',
  });
  return drum;
}
