import type { Entry } from '#core/areas/entries.ts';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { type Hand, hand } from '#demo/hand.ts';

/** A generator of numbers from 0 to 1, the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const PLACES = 40;
const SUPPLIES = 20;
const kinds = [
  ['drum-208l', 198],
  ['jug-18.9l', 18],
  ['can-20l', 19],
  ['cube-26l', 25],
] as const;

/** A sheet of one step, begun, done and finished. */
function settled(h: Hand, container: Subject, supply: Subject): void {
  const sheet = h.subject('sheet');
  h.write(
    'sheet.begun',
    sheet,
    {
      method: 'settle',
      inputs: { volumeL: 20 },
      headline: { id: 'settle.headline', params: { volumeL: 20 } },
      steps: [{ id: 'wait', text: { id: 'step.settle.wait' }, kind: 'wait', waitMin: 1 }],
      uses: [{ supply, amount: 1 }],
      credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
    },
    [container, supply],
  );
  h.write('sheet.step', sheet, { step: 'wait' });
  h.write('sheet.ended', sheet, { outcome: 'finished', method: 'settle' }, [container]);
}

/**
 * A log of a large store: so many containers, filled, drawn, read, moved and treated on sheets through a year, up to `now`.
 * @param entryCount at least four for each container
 */
export function generate(containerCount: number, entryCount: number, now: Instant, seed = 1): Entry[] {
  const random = seeded(seed);
  const h = hand(addMinutes(now, -365 * 1440), 'Generator', random);
  h.write('group.set', 'group', { name: 'Large store', timeZone: 'UTC', toolIds: ['syringe-10'] });
  h.write('home.set', h.subject('home'), { name: 'All', people: Array.from({ length: 400 }, () => ({})) });
  const building = h.subject('building');
  h.write('building.set', building, { name: 'Depot', order: 0, roof: 'flat' });
  const places = Array.from({ length: PLACES }, (_, i) => {
    const place = h.subject('place');
    h.write('place.set', place, {
      name: `Bay ${i + 1}`,
      building,
      level: Math.floor(i / 10),
      widthM: 6,
      heightM: 2.4,
      shelves: [],
      meanC: 14,
      dark: true,
    });
    return place;
  });
  const containers = Array.from({ length: containerCount }, (_, i): { id: Subject; litres: number } => {
    const [kind, litres] = kinds[i % kinds.length]!;
    const id = h.subject('container');
    h.write('container.added', id, {
      code: `G-${i + 1}`,
      kind,
      place: places[i % PLACES]!,
      role: 'clean',
      heldBefore: 'new',
    });
    h.write('filled', id, {
      volumeL: { value: litres, known: 'measured' },
      water: i % 9 ? 'treated-tap' : 'well',
      sealed: true,
    });
    return { id, litres };
  });
  const supplies = Array.from({ length: SUPPLIES }, (_, i) => {
    const supply = h.subject('supply');
    h.write('supply.set', supply, {
      name: `Bleach ${i + 1}`,
      kind: 'bleach',
      amount: 5000,
      bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 },
    });
    return supply;
  });
  // sheets that were run and have ended: one for every second container
  for (let i = 0; i < containerCount / 2; i++) settled(h, containers[i * 2]!.id, supplies[i % SUPPLIES]!);
  const stepMin = (350 * 1440) / Math.max(1, entryCount - h.entries.length);
  const begin = addMinutes(now, -355 * 1440);
  for (let i = 0; h.entries.length < entryCount; i++) {
    const { id, litres } = containers[Math.floor(random() * containers.length)]!;
    h.at(addMinutes(begin, i * stepMin));
    const what = random();
    if (what < 0.05) h.write('moved', id, { place: places[Math.floor(random() * PLACES)]! });
    else if (what < 0.35)
      h.write('read', id, readingOfChlorine({ method: 'dpd', mgL: Math.round(random() * 10) / 10 }));
    else if (what < 0.6)
      h.write('drawn', id, { volumeL: 1 + Math.floor(random() * 4), use: 'utility', byTap: true });
    else if (what < 0.8) h.write('inspected', id, { found: 'sound' });
    else if (what < 0.9)
      h.write('filled', id, {
        volumeL: { value: litres, known: 'measured' },
        water: 'treated-tap',
        sealed: true,
      });
    else h.write('noted', id, { text: 'looked at' });
  }
  return h.entries;
}

/** A store of a dozen drums with very many readings of the year up to `now`: what every week reads, and more. */
export function generateReadings(count: number, now: Instant, seed = 1): Entry[] {
  const random = seeded(seed);
  const h = hand(addMinutes(now, -360 * 1440), 'Generator', random);
  h.write('group.set', 'group', { name: 'Much read', timeZone: 'UTC', toolIds: [] });
  h.write('home.set', h.subject('home'), { name: 'All', people: [{}, {}, {}] });
  const building = h.subject('building');
  h.write('building.set', building, { name: 'House', order: 0, roof: 'flat' });
  const place = h.subject('place');
  h.write('place.set', place, {
    name: 'Cellar',
    building,
    level: 0,
    widthM: 12,
    heightM: 2.4,
    shelves: [],
    meanC: 14,
    dark: true,
  });
  const drums = Array.from({ length: 12 }, (_, i) => {
    const id = h.subject('container');
    h.write('container.added', id, {
      code: `R-${i + 1}`,
      kind: 'drum-208l',
      place,
      role: 'clean',
      heldBefore: 'new',
    });
    h.write('filled', id, {
      volumeL: { value: 190, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
    });
    return id;
  });
  const begin = addMinutes(now, -359 * 1440);
  for (let i = 0; i < count; i++) {
    h.at(addMinutes(begin, (i * 358 * 1440) / count));
    const drum = drums[i % drums.length]!;
    const fading = 0.9 * Math.exp(-i / count) + 0.05 * random();
    if (random() < 0.7)
      h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: Math.round(fading * 100) / 100 }));
    else if (random() < 0.5)
      h.write('read', drum, { parameter: 'ph', method: 'meter', value: 7 + Math.round(random() * 10) / 10 });
    else
      h.write('read', drum, {
        parameter: 'turbidity',
        method: 'meter',
        value: Math.round(random() * 20) / 10,
      });
  }
  return h.entries;
}
