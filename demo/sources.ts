import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Water } from '#core/water/waters.ts';
import type { Hand } from './hand.ts';

/** Where Tarn Hollow's vessels are filled, by what is in them. */
export type Sources = Readonly<Partial<Record<Water, Subject>>>;

/** The tap, the spring, the roof, the beck and the farm pond: as they were written down, inspected, tested and looked at. */
export function walked(h: Hand, now: Instant): Sources {
  const [tap, spring, roof, beck, pond] = ['tap', 'spring', 'roof', 'beck', 'pond'].map(() =>
    h.subject('source'),
  ) as [Subject, Subject, Subject, Subject, Subject];
  h.at(addMinutes(now, -419 * 1440));
  h.write('source.set', tap, {
    name: 'Hall tap',
    kind: 'tap',
    upstream: [],
    distanceM: 0,
    climbM: 0,
    flowLMin: 9,
    sharedBy: 47,
    season: 'all-year',
    permission: 'ours',
  });
  h.write('source.set', spring, {
    name: 'Upper spring',
    kind: 'spring',
    upstream: ['nobody'],
    distanceM: 380,
    climbM: -25,
    flowLMin: 4,
    season: 'all-year',
    permission: 'asked',
    knownBy: 'Bram',
    isProtected: true,
  });
  h.write('source.set', roof, {
    name: 'Hall roof',
    kind: 'rain',
    upstream: [],
    distanceM: 15,
    climbM: 0,
    permission: 'ours',
    roof: 'fit',
  });
  h.write('source.set', beck, {
    name: 'Silty beck',
    kind: 'stream',
    upstream: ['people', 'stock'],
    distanceM: 260,
    climbM: 32,
    flowLMin: 60,
    permission: 'ours',
  });
  h.write('source.set', pond, {
    name: 'Farm pond',
    kind: 'pond',
    upstream: ['stock', 'fields'],
    distanceM: 740,
    climbM: 9,
    permission: 'to-ask',
    season: 'all-year',
  });
  lookedAt(h, now, { spring, roof, beck, pond });
  return { 'treated-tap': tap, spring, rain: roof, stream: beck, pond };
}

/** What was found at them since: looks, inspections, tests. */
function lookedAt(
  h: Hand,
  now: Instant,
  { spring, roof, beck, pond }: Readonly<Record<'spring' | 'roof' | 'beck' | 'pond', Subject>>,
): void {
  const ago = (days: number, by: string) => h.at(addMinutes(now, -days * 1440), by);
  // the spring a year ago and now: four of six risks put right, and its water good since, though nobody tested it this year
  ago(401, 'Sunniva').write('source.inspected', spring, {
    form: 'spring',
    yes: ['box-cracked', 'backfill-worn', 'no-fence', 'no-ditch-above', 'no-lid', 'overflow-unscreened'],
  });
  ago(400, 'Sunniva').write('source.tested', spring, { eColi: 15, nitrateMgL: 11 });
  ago(380, 'Sunniva').write('source.tested', spring, { eColi: 0 });
  ago(378, 'Sunniva').write('source.tested', spring, { eColi: 0 });
  ago(66, 'Bram').write('source.inspected', spring, { form: 'spring', yes: ['no-fence', 'spills-flood'] });
  ago(36, 'Bram').write('source.looked', spring, {
    looks: ['clear'],
    smell: 'none',
    turbidityNtu: 0.6,
    temperatureC: 7,
    flowLMin: 4,
  });
  ago(50, 'Odile').write('source.inspected', roof, {
    form: 'rain-tank',
    yes: ['roof-soiled', 'gutters-dirty', 'no-first-flush'],
  });
  ago(12, 'Bram').write('source.looked', beck, {
    looks: ['brown'],
    smell: 'earthy',
    turbidityNtu: 38,
    temperatureC: 5,
  });
  ago(64, 'Bram').write('source.looked', pond, { looks: ['cloudy', 'scum-blue'], smell: 'earthy' });
}
