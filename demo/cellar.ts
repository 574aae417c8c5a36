import type { Subject } from '#core/subject.ts';
import type { Hand } from './hand.ts';

/** A cellar with one new drum in it: what many a test begins with. */
export function drumInCellar(h: Hand): Subject {
  const [place, drum] = [h.subject('place'), h.subject('container')];
  h.write('place.set', place, {
    name: 'Cellar',
    building: h.subject('building'),
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
