import type { Entry } from '#core/areas/entries.ts';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import type { PlaceFields } from '#core/areas/store/fields.ts';
import { addDays, addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { seedKinds, usableL } from '#core/storage/containers/kinds.ts';
import type { Bleach } from '#core/treatment/chlorine/strength.ts';
import type { Origin, Water } from '#core/water/waters.ts';
import { type Hand, hand } from './hand.ts';
import { HANDS, TIME_ZONE, tarnHollowHomes } from './people.ts';
import { rained } from './rain.ts';
import { sheetRun } from './sheets.ts';
import { walked } from './sources.ts';
import { daysAgo, dosed, filled, rereadAfter, type Telling } from './stories.ts';
import { shelves } from './supplies.ts';
import { tested } from './tests.ts';

type PlaceKey = 'kitchen' | 'cellar' | 'school' | 'coal' | 'barn' | 'yard';

const places: Record<
  PlaceKey,
  Omit<PlaceFields, 'building'> & { building: 'hall' | 'school' | 'barn' | 'yard' }
> = {
  kitchen: {
    name: 'Hall kitchen',
    building: 'hall',
    level: 0,
    widthM: 7.2,
    heightM: 2.6,
    meanC: 18,
    floorLimitKgM2: 150,
    finding: 'Left of the stove, shelves behind the door',
    shelves: [
      { id: 'A', heightM: 0.85, fromM: 1.9, toM: 7, limitKg: 320 },
      { id: 'B', heightM: 1.6, fromM: 1.9, toM: 7, limitKg: 260 },
    ],
  },
  cellar: {
    name: 'Hall cellar',
    building: 'hall',
    level: -1,
    widthM: 7.2,
    heightM: 2.6,
    meanC: 14,
    dark: true,
    floorLimitKgM2: 1200,
    finding: 'Down the stair behind the stage; lamp on the hook',
    shelves: [{ id: 'C', heightM: 1.35, fromM: 0.3, toM: 6.9, limitKg: 520 }],
  },
  school: {
    name: 'School store',
    building: 'school',
    level: 0,
    widthM: 3.5,
    heightM: 2.6,
    meanC: 6,
    mayFreeze: true,
    floorLimitKgM2: 190,
    finding: 'Key at Beck House; north wall freezes',
    shelves: [{ id: 'D', heightM: 1.25, fromM: 0.2, toM: 3.3, limitKg: 250 }],
  },
  coal: {
    name: 'Old coal hole',
    building: 'school',
    level: -1,
    widthM: 3.5,
    heightM: 1.9,
    meanC: 11,
    dark: true,
    floorLimitKgM2: 1000,
    finding: 'Hatch in the school yard',
    shelves: [],
  },
  barn: {
    name: 'Pump barn',
    building: 'barn',
    level: 0,
    widthM: 3.6,
    heightM: 2.6,
    meanC: 12,
    floorLimitKgM2: 900,
    finding: 'Second door; tractor fuel is kept at the far end',
    shelves: [{ id: 'E', heightM: 1.4, fromM: 0.2, toM: 3.4, limitKg: 250 }],
  },
  yard: {
    name: 'Rain tank',
    building: 'yard',
    level: 0,
    widthM: 2.3,
    heightM: 2.9,
    meanC: 9,
    finding: 'Under the hall gutter',
    shelves: [],
  },
};

const buildings = {
  hall: { name: 'Village hall', order: 0, roof: 'pitched' },
  yard: { name: 'Hall yard', order: 1, roof: 'none' },
  school: { name: 'School', order: 2, roof: 'pitched' },
  barn: { name: 'Pump barn', order: 3, roof: 'pitched' },
} as const;

/** Containers as they stand: how many of a kind, where, and how many days ago they were filled. */
const rows: readonly {
  kind: string;
  count: number;
  at: PlaceKey;
  shelf?: string;
  daysAgo: number;
  step?: number;
}[] = [
  { kind: 'tote-1040l', count: 2, at: 'cellar', daysAgo: 62, step: 9 },
  { kind: 'drum-208l', count: 7, at: 'cellar', daysAgo: 48, step: 6 },
  { kind: 'can-20l', count: 12, at: 'cellar', shelf: 'C', daysAgo: 96, step: 2 },
  { kind: 'drum-57l', count: 4, at: 'cellar', shelf: 'C', daysAgo: 70, step: 3 },
  { kind: 'jug-18.9l', count: 14, at: 'kitchen', shelf: 'A', daysAgo: 30, step: 4 },
  { kind: 'cube-26l', count: 8, at: 'kitchen', shelf: 'B', daysAgo: 24, step: 5 },
  { kind: 'jar-946ml', count: 12, at: 'kitchen', shelf: 'B', daysAgo: 400 },
  { kind: 'drum-114l', count: 3, at: 'kitchen', daysAgo: 55, step: 8 },
  { kind: 'drum-114l', count: 4, at: 'school', daysAgo: 40, step: 7 },
  { kind: 'can-20l', count: 9, at: 'school', shelf: 'D', daysAgo: 66, step: 3 },
  { kind: 'drum-208l', count: 5, at: 'coal', daysAgo: 52, step: 4 },
  { kind: 'drum-208l', count: 5, at: 'barn', daysAgo: 35, step: 5 },
  { kind: 'cube-26l', count: 9, at: 'barn', shelf: 'E', daysAgo: 44, step: 4 },
];

/** Filled half a year ago, less these days: due this fortnight. */
const DUE = 178;
/** Long past. */
const PAST = 214;

/**
 * Tarn Hollow's whole log, as its water group would have written it: every state, every duty and
 * every judgement of the layers built so far occurs. Dates are relative to `now`.
 */
export function tarnHollow(now: Instant, random?: () => number): Entry[] {
  const today = dayOf(now, TIME_ZONE);
  const h = hand(addMinutes(now, -420 * 1440), HANDS.odile, random);
  settle(h, today);
  const at = build(h);
  const bleach: Bleach = {
    product: 'plain',
    basis: 'wt-naocl',
    strength: 6,
    madeOn: addDays(today, -267),
    keptC: 14,
  };
  const supply = h.subject('supply');
  h.write('supply.set', supply, {
    name: 'Bleach 6 %, hall',
    bleach,
    kind: 'bleach',
    amount: 5000,
    where: 'Cellar, top step',
  });
  h.write('supply.set', h.subject('supply'), {
    name: 'Bleach 6 %, school',
    bleach: { ...bleach, madeOn: addDays(today, -404), keptC: 20 },
    kind: 'bleach',
    amount: 2000,
    where: 'School store',
  });
  shelves(h, now);
  const t: Telling = { h, now, supply, bleach, sources: walked(h, now) };
  const codes = stock(t, at);
  const tank = troubles(t, codes, at);
  tested(h, now, t.sources ?? {}, codes.get('TH-071')!, tank);
  rained(h, now, tank, t.sources?.rain ?? '');
  return h.entries;
}

function settle(h: Hand, today: string): void {
  h.write('group.set', 'group', {
    name: 'Tarn Hollow water group',
    timeZone: TIME_ZONE,
    altitudeM: 310,
    toolIds: ['syringe-10', 'syringe-1', 'dropper', 'spoon-eighth-tsp', 'spoon-tsp', 'jug'],
    dropsPerMl: 20,
  });
  h.write('plan.set', 'plan', {
    needSchool: 'humanitarian',
    targetDays: 14,
    climate: 'temperate',
    animals: [
      { kind: 'goat', count: 14 },
      { kind: 'hen', count: 30 },
      { kind: 'dog', count: 6, massKg: 20 },
    ],
    institutions: [{ kind: 'pupil', users: 11 }],
  });
  for (const home of tarnHollowHomes(today)) h.write('home.set', h.subject('home'), home);
}

function build(h: Hand): Record<PlaceKey, Subject> {
  const buildingIds = Object.fromEntries(
    Object.entries(buildings).map(([key, fields]) => {
      const id = h.subject('building');
      h.write('building.set', id, fields);
      return [key, id];
    }),
  );
  return Object.fromEntries(
    Object.entries(places).map(([key, { building, ...fields }]) => {
      const id = h.subject('place');
      h.write('place.set', id, { ...fields, building: buildingIds[building]! });
      return [key, id];
    }),
  ) as Record<PlaceKey, Subject>;
}

/** Sets everything down and fills it; the containers by their code. */
function stock(t: Telling, at: Record<PlaceKey, Subject>): Map<string, Subject> {
  const codes = new Map<string, Subject>();
  let n = 0;
  for (const row of rows) {
    const kind = seedKinds.find(k => k.id === row.kind)!;
    for (let i = 0; i < row.count; i++) {
      const code = `TH-${String(++n).padStart(3, '0')}`;
      const id = t.h.subject('container');
      codes.set(code, id);
      daysAgo(t, 415).write('container.added', id, {
        code,
        kind: row.kind,
        place: at[row.at],
        role: 'clean',
        heldBefore: 'new',
        ...(row.shelf ? { shelf: row.shelf } : {}),
      });
      const litres = row.at === 'school' ? Math.round(kind.nominalL * 0.9 * 10) / 10 : usableL(kind);
      const water = kind.shape === 'jar' ? 'canned' : 'treated-tap';
      filled(t, id, row.daysAgo + i * (row.step ?? 0), litres, water, i % 3 === 0 ? HANDS.bram : HANDS.odile);
    }
  }
  return codes;
}

/** What went otherwise: due, past, failed, standing, opened, found, read, drawn. */
function troubles(t: Telling, codes: Map<string, Subject>, at: Record<PlaceKey, Subject>): Subject {
  const { h, now } = t;
  const of = (n: number) => codes.get(`TH-${String(n).padStart(3, '0')}`)!;
  const refill = (n: number, days: number, litres: number, water: Water = 'treated-tap', origin?: Origin) => {
    daysAgo(t, days + 0.01).write('emptied', of(n), { to: 'utility' });
    filled(t, of(n), days, litres, water, HANDS.sunniva, origin);
  };
  // the spring is boxed and sound; nobody had its water tested this year. The beck runs past homes.
  const spring: Origin = { protection: 'protected' };
  const beck: Origin = { upstream: 'people' };
  // due within the fortnight, and past
  for (const n of [5, 14, 15, 28, 36, 57, 66]) refillBefore(t, of(n), DUE - (n % 5));
  for (const n of [20, 21, 72, 73]) refillBefore(t, of(n), PAST + (n % 4));
  // spring water: one untreated, one treated and read again, one proved by smell, one standing, one whose sheet has begun
  refill(78, 21, 198, 'spring', spring);
  refill(79, 60, 198, 'spring', spring);
  dosed(t, of(79), 198, 60 * 1440, { mixed: true, readMgL: 0.7, labelled: true }, HANDS.bram);
  rereadAfter(t, of(79), 58, 0.55);
  refill(80, 1, 198, 'spring', spring);
  dosed(t, of(80), 198, 300, { mixed: true, smell: 'faint', labelled: true }, HANDS.bram);
  refill(81, 0.4, 198, 'spring', spring);
  dosed(t, of(81), 198, 31, { mixed: true }, HANDS.sunniva);
  // one drum kept no chlorine after its dose and the one repeat; a test failed another
  refill(7, 3, 198, 'stream', beck);
  dosed(t, of(7), 198, 2 * 1440, { mixed: true, readMgL: 0.05 }, HANDS.odile);
  const again = addMinutes(now, -2 * 1440 + 90);
  h.at(again, HANDS.odile).write('dosed', of(7), { doseMl: 6.4, strengthMgMl: 61.78, instructedMl: 6.4 }, [
    t.supply,
  ]);
  h.at(addMinutes(again, 2), HANDS.odile).write('mixed', of(7), {});
  h.at(addMinutes(again, 20), HANDS.odile).write(
    'read',
    of(7),
    readingOfChlorine({ method: 'dpd', mgL: 0.1 }),
  );
  // opened and drawn in the kitchen; an empty drum; a leak found and moved out
  daysAgo(t, 1, HANDS.bram).write('drawn', of(32), { volumeL: 6, use: 'drinking', byTap: false });
  daysAgo(t, 2, HANDS.bram).write('drawn', of(43), { volumeL: 9, use: 'drinking', byTap: true });
  daysAgo(t, 2, HANDS.bram).write('read', of(43), readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
  daysAgo(t, 12).write('emptied', of(60), { to: 'utility' });
  daysAgo(t, 9, HANDS.bram).write('inspected', of(67), { found: 'frozen-sound' });
  daysAgo(t, 9, HANDS.bram).write('inspected', of(68), { found: 'leaking' });
  daysAgo(t, 8, HANDS.bram).write('emptied', of(68), { to: 'utility' });
  daysAgo(t, 8, HANDS.bram).write('condemned', of(68), { why: 'cracked by frost' });
  // the bench: beck water settling, jars that cool and want their seals pressed, a boil well done, tablets given up half-way
  sheetRun(t, 'settle', { volumeL: 20, grain: 'silt' }, { by: HANDS.bram, minutesAgo: 18, steps: 0 });
  sheetRun(t, 'can', { jars: 7 }, { by: HANDS.sunniva, minutesAgo: 14 * 60, steps: 7 });
  refill(90, 0.3, 23.4, 'stream', beck);
  const boiled = { by: HANDS.sunniva, minutesAgo: 400, steps: 6, ended: 'finished' } as const;
  sheetRun(t, 'boil', { volumeL: 23.4 }, { ...boiled, container: of(90) });
  const givenUp = { by: HANDS.bram, minutesAgo: 1300, steps: 2, ended: 'stopped' } as const;
  sheetRun(t, 'tablets', { volumeL: 18 }, { ...givenUp, container: of(38) });
  // beck water with chlorine: limited protection, and spring water that was dosed yesterday and wants to be read again
  refill(91, 0.5, 23.4, 'stream', beck);
  dosed(t, of(91), 23.4, 200, { mixed: true, readMgL: 0.6, labelled: true }, HANDS.bram);
  refill(92, 1, 23.4, 'spring', spring);
  dosed(t, of(92), 23.4, 1000, { mixed: true, readMgL: 0.5, labelled: true }, HANDS.odile);
  // a drum whose chlorine is almost gone
  daysAgo(t, 4, HANDS.bram).write('read', of(24), readingOfChlorine({ method: 'dpd', mgL: 0.12 }));
  // the rain tank, utility water
  const tank = h.subject('container');
  daysAgo(t, 300).write('container.added', tank, {
    code: 'TH-RT',
    kind: 'tank-5000l',
    place: at.yard,
    role: 'raw',
    heldBefore: 'new',
  });
  filled(t, tank, 20, 3120, 'rain', HANDS.odile, { roof: 'soiled' });
  // readings of the totes through the year
  for (const [days, mgL] of [
    [61, 0.58],
    [30, 0.44],
    [6, 0.36],
  ] as const) {
    daysAgo(t, days).write('read', of(1), readingOfChlorine({ method: 'dpd', mgL }));
  }
  return tank;
}

/** Filled so long ago that it is due or past by now: the first fill is older still, so this one stands. */
function refillBefore(t: Telling, container: Subject, days: number): void {
  const first = t.h.entries.find(e => e.subject === container && e.kind === 'filled');
  if (first?.kind !== 'filled') return;
  t.h.entries.splice(t.h.entries.indexOf(first), 1);
  filled(t, container, days, first.data.volumeL.value, first.data.water, HANDS.odile);
}
