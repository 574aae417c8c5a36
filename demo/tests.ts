import type { Entry } from '#core/areas/entries.ts';
import type { ReadingFields } from '#core/areas/readings/fields.ts';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { addDays, addMinutes, type Day, dayOf, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Hand } from './hand.ts';
import { HANDS, TIME_ZONE } from './people.ts';
import type { Sources } from './sources.ts';

/** A year of readings, as a group takes them: a little up and down, worse after the autumn rain. */
const springNtu = [0.4, 0.5, 0.4, 0.6, 0.5, 0.4, 0.5, 0.8, 1.2, 2.4, 1.1, 0.6];
const beckNtu = [22, 18, 25, 30, 14, 9, 8, 12, 26, 61, 44, 38];
const roofPh = [6.4, 6.6, 6.8, 6.8, 7.2, 7.2, 6.8, 6.8, 6.6, 6.4, 6.2, 6.4];
const roofNtu = [3, 2.4, 4.2, 6.1, 3.8, 2.2, 1.9, 2.6, 4.8, 8.6, 5.2, 3.4];
const tapMgL = [0.42, 0.38, 0.4, 0.36, 0.31, 0.28, 0.26, 0.3, 0.34, 0.16, 0.37, 0.41];
/** Before and behind the bucket filter of the hall, and one day on which the jars were mixed up. */
const filtered = [
  [24, 1.1, 310, 306],
  [18, 1.4, 300, 298],
  [31, 3.2, 320, 252],
  [27, 4.9, 305, 301],
] as const;

/** A hand whose days are counted back from now. */
interface Past {
  readonly h: Hand;
  readonly now: Instant;
  readonly today: Day;
  readonly ago: (days: number, by?: string) => Hand;
  readonly read: (of: Subject, reading: ReadingFields, also?: readonly Subject[]) => Entry;
}

function pastOf(h: Hand, now: Instant): Past {
  return {
    ...{ h, now, today: dayOf(now, TIME_ZONE) },
    ago: (days, by = HANDS.odile) => h.at(addMinutes(now, -days * 1440), by),
    read: (of, reading, also) => h.write('read', of, reading, also),
  };
}

/** Kits that are kept, and how they were tried on themselves. @returns the bottles */
function kitsKept({ h, today, ago }: Past): Subject {
  const bottles = h.subject('supply');
  ago(200).write('supply.set', bottles, {
    name: 'Presence–absence bottles',
    kind: 'test-kit',
    amount: 20,
    lot: 'PA-0417',
    reads: ['e-coli', 'total-coliforms'],
    expiresOn: addDays(today, 210),
    where: 'Hall kitchen, fridge door',
  });
  const strips = h.subject('supply');
  ago(200).write('supply.set', strips, {
    name: 'Six-way strips',
    kind: 'test-kit',
    amount: 50,
    lot: 'ST-22',
    reads: ['ph', 'nitrate', 'nitrite', 'hardness'],
    expiresOn: addDays(today, -12),
    where: 'Hall kitchen, drawer',
  });
  ago(60, HANDS.sunniva).write('kit.checked', bottles, {
    what: 'blank',
    parameter: 'e-coli',
    first: { found: 'absent' },
  });
  ago(44, HANDS.bram).write('kit.checked', strips, {
    what: 'duplicate',
    parameter: 'nitrate',
    first: { value: 10 },
    second: { value: 25 },
  });
  return bottles;
}

/** A year of readings at the sources. */
function yearRead(
  { ago, read }: Past,
  { 'treated-tap': tap, spring, rain: roof, stream: beck }: Sources,
): void {
  for (let month = 0; month < 12; month++) {
    const days = 338 - month * 30;
    ago(days, HANDS.bram);
    if (spring) read(spring, { parameter: 'turbidity', method: 'tube', value: springNtu[month]! });
    if (beck) read(beck, { parameter: 'turbidity', method: 'tube', value: beckNtu[month]! });
    if (tap)
      read(tap, {
        parameter: 'free-chlorine',
        method: 'comparator',
        value: tapMgL[month]!,
        point: 'kitchen',
      });
    if (roof) {
      read(roof, { parameter: 'ph', method: 'strip', value: roofPh[month]! });
      read(roof, { parameter: 'turbidity', method: 'tube', value: roofNtu[month]! });
    }
  }
  if (spring) {
    for (const [days, value] of [
      [310, 12],
      [190, 10],
      [75, 14],
    ] as const)
      ago(days).write('read', spring, { parameter: 'nitrate', method: 'laboratory', value, as: 'NO3' });
  }
  if (roof) ago(80).write('read', roof, { parameter: 'e-coli', method: 'plate', value: 24 });
}

/** What was read of the tank, and before and behind the hall's filter. */
function tankAndFilterRead({ h, ago, read }: Past, tank: Subject): void {
  ago(18, HANDS.bram);
  read(tank, { parameter: 'ph', method: 'strip', value: 6.8 });
  read(tank, { parameter: 'turbidity', method: 'tube', value: 4.1, depthCm: 96 });
  const filter = h.entries.find(
    e => e.kind === 'supply.set' && e.data.name === 'Bucket filter, hall',
  )?.subject;
  for (const [i, [ntuIn, ntuOut, usIn, usOut]] of filtered.entries()) {
    ago(64 - i * 18, HANDS.bram);
    if (!filter) break;
    read(filter, { parameter: 'turbidity', method: 'tube', value: ntuIn, point: 'inlet' });
    read(filter, { parameter: 'turbidity', method: 'tube', value: ntuOut, point: 'outlet' });
    read(filter, { parameter: 'conductivity', method: 'meter', value: usIn, point: 'inlet' });
    read(filter, { parameter: 'conductivity', method: 'meter', value: usOut, point: 'outlet' });
  }
}

/** The walk of last month, drum by drum. */
function walkRead({ h, now, ago }: Past, failed: Subject): void {
  // every vessel of tap water that was filled by then
  for (const [i, { subject, happenedAt }] of h.entries
    .filter(e => e.kind === 'filled' && e.data.water === 'treated-tap')
    .entries()) {
    if (happenedAt > addMinutes(now, -27 * 1440) || subject === failed) continue;
    const mgL = [0.52, 0.46, 0.41, 0.6, 0.38][i % 5]!;
    ago(26, HANDS.sunniva).write('read', subject, readingOfChlorine({ method: 'dpd', mgL }));
  }
}

/** A bottle that turned, with its follow-up, and one that still stands. */
function bottlesStood({ h, now, today, ago }: Past, bottles: Subject, failed: Subject, tank: Subject): void {
  // a bottle from this drum turned: it is stopped and told, and waits for its second sample
  const sample = h.subject('test');
  const kit = { supply: bottles, lot: 'PA-0417', expires: addDays(today, 210) };
  ago(7.5, HANDS.sunniva).write(
    'test.begun',
    sample,
    {
      of: failed,
      method: 'presence-absence',
      parameters: ['e-coli'],
      temperatureC: 22,
      point: 'tap',
      kit,
      isDechlorinated: true,
    },
    [failed, bottles],
  );
  const turned = ago(6, HANDS.sunniva).write(
    'read',
    failed,
    {
      parameter: 'e-coli',
      method: 'presence-absence',
      found: 'present',
      point: 'tap',
      incubated: { from: addMinutes(now, -7.5 * 1440), temperatureC: 22 },
    },
    [sample],
  );
  ago(5.9, HANDS.sunniva).write('follow-up.step', failed, { of: turned.id, step: 'stop' });
  ago(5.5, HANDS.sunniva).write('follow-up.step', failed, {
    of: turned.id,
    step: 'tell',
    note: 'Beck House and the school; nobody is ill',
  });
  // the tank's own bottle stands in a cool kitchen, and wants longer for it
  const standing = h.subject('test');
  ago(1.2, HANDS.bram).write(
    'test.begun',
    standing,
    {
      of: tank,
      method: 'presence-absence',
      parameters: ['e-coli', 'total-coliforms'],
      temperatureC: 17,
      point: 'dip',
      kit,
      isDechlorinated: false,
    },
    [tank, bottles],
  );
}

/** What Tarn Hollow tested: a year of strips, a failed drum that is followed up, a sample that stands, kits tried on themselves. */
export function tested(h: Hand, now: Instant, sources: Sources, failed: Subject, tank: Subject): void {
  const past = pastOf(h, now);
  const bottles = kitsKept(past);
  yearRead(past, sources);
  tankAndFilterRead(past, tank);
  walkRead(past, failed);
  bottlesStood(past, bottles, failed, tank);
}
