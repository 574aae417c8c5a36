import { daysBetween } from '../../base/day.ts';
import { judgeOnWound, type OnWound } from '../../water/quality/wounds.ts';
import { batchEarned } from '../chlorine/batchCredit.ts';
import { COLD_CONTACT_C, contactTime } from '../chlorine/contact.ts';
import { agedStrengthMgMl, labelStrengthMgMl } from '../chlorine/strength.ts';
import { judgeAlum } from '../clearing/alum.ts';
import { PATIENCE_MIN, settlingMin } from '../clearing/settle.ts';
import { type Credit, noCredit } from '../credit/credit.ts';
import { virusLog } from '../credit/ct.ts';
import { boilOf, HIGH_ALTITUDE_M, holdMin, stoveOf } from '../heat/boil.ts';
import { judgeMeant } from '../methods/guard.ts';
import { methodOf, methods } from '../methods/methods.ts';
import { PASTEURISE_C, PASTEURISE_MIN } from '../methods/pasteurise.ts';
import { exposureOf } from '../sun/sun.ts';
import { atTheBeginning, fitnessOnTheWay, onward } from '../trains/grade.ts';
import { isBroken, tryStep } from '../trains/step.ts';
import {
  answerFor,
  asJudged,
  by,
  type ClaimVerdict,
  creditFor,
  day,
  isBetter,
  isRefused,
  makesSafe,
  takesOut,
  type Weighed,
  water,
} from './weigh.ts';

/** Something that people say of water, and how it is weighed. Its statement and its reason are `claim.<id>` and `claim.<id>.why`. */
export interface Claim {
  readonly id: string;
  /** Methods beside which it is shown. */
  readonly about: readonly string[];
  readonly weigh: () => Weighed;
}

const claim = (id: string, about: string | readonly string[], weigh: () => Weighed): Claim => ({
  id,
  about: typeof about === 'string' ? (about ? [about] : []) : about,
  weigh,
});

const river = water('river', {}, { upstream: 'people' });
const stream = water('stream', {}, { upstream: 'nobody' });
const micro = by('filter', { device: 'hollow-fibre' });
const bleach = by('dose', { madeOn: '2026-05-01' });

const boiledFor = (school: 'one-minute' | 'twenty-minutes') =>
  boilOf({
    volumeL: 10,
    startC: 15,
    from: 'water',
    altitudeM: 0,
    stove: stoveOf('gas-propane'),
    holdMin: holdMin(school, 0),
    potL: 10,
    lidAjar: true,
  });

/** What a filter and another take out of one water. */
function inSeries(first: ReturnType<typeof by>, second: ReturnType<typeof by>): Credit {
  let way = atTheBeginning(river.found);
  for (const means of [first, { ...second, id: 'second' }]) {
    const step = tryStep(means, way.water, day);
    if (step && !isBroken(step)) way = onward(way, step);
  }
  return fitnessOnTheWay(river, way).earned;
}

/** The proof that a batch of bleach has by its smell alone. */
function bySmell() {
  const at = '2026-06-21T10:00:00.000Z';
  const instruction = {
    school: 'drops-rule',
    strengthSchool: 'replace-yearly',
    volumeL: 20,
    strengthMgMl: 60,
    targetMgL: 4,
    doseMl: 1.3,
    way: 'tool',
    contactMin: 30,
    clarity: 'clear',
    temperatureC: 15,
    ph: 7,
  } as const;
  const batch = { id: '', begunAt: at, by: '', instruction, events: [] };
  return batchEarned(batch, { phase: 'passed-by-smell', round: 0, dosedMgL: 4, doses: 1, provedAt: at }, at);
}

const wound = (what: OnWound): Claim =>
  claim(
    `wound-${what}`,
    what === 'iodine' ? 'iodine' : what === 'canned' ? 'can' : what === 'boiled' ? 'boil' : '',
    () => asJudged(judgeOnWound(what), 'harm'),
  );

const looks: readonly Claim[] = [
  claim('clear-is-safe', ['settle', 'alum'], () => makesSafe(water('stream', { turbidityNtu: 0.3 }))),
  claim('running-is-clean', '', () => makesSafe(stream)),
  claim('spring-is-pure', '', () => makesSafe(water('spring'))),
  claim('well-is-safe', '', () => makesSafe(water('well'))),
  claim('rain-is-pure', '', () => makesSafe(water('rain'))),
  claim('sound-roof-is-enough', '', () => makesSafe(water('rain', {}, { roof: 'sound' }))),
  claim('frozen-is-pure', 'boil', () => makesSafe(water('snow'))),
  claim('tap-under-notice', '', () => makesSafe({ ...water('unknown'), boilNotice: { allows: [] } })),
  claim('treated-tap-is-safe', '', () => ({
    verdict:
      fitnessOnTheWay(water('treated-tap'), atTheBeginning(river.found)).grade === 'drinking'
        ? 'holds'
        : 'no',
  })),
  claim('flood-can-be-boiled', 'boil', () => makesSafe(water('flood'), by('boil'))),
  claim('pool-can-be-drunk', 'boil', () => makesSafe(water('pool'), by('boil'))),
];

const heat: readonly Claim[] = [
  claim('boil-is-enough', 'boil', () => makesSafe(river, by('boil'))),
  claim('twenty-minutes', 'boil', () => {
    const [one, twenty] = [boiledFor('one-minute'), boiledFor('twenty-minutes')];
    return isBetter(creditFor('boil', { school: 'twenty-minutes' }), creditFor('boil'), {
      moreShare: twenty.fuelAmount / one.fuelAmount - 1,
    });
  }),
  claim('higher-boils-longer', 'boil', () => {
    const [low, high] = [holdMin('one-minute', 0), holdMin('one-minute', 2000)];
    return { verdict: high > low ? 'holds' : 'no', figures: { low, high, aboveM: HIGH_ALTITUDE_M } };
  }),
  claim('boil-takes-nitrate', 'boil', () =>
    makesSafe(water('well', { dissolved: { nitrate: 70 } }, { protection: 'protected' }), by('boil')),
  ),
  claim('boil-takes-salt', 'boil', () => makesSafe(water('sea', {}, { upstream: 'nobody' }), by('boil'))),
  claim('boil-takes-scum', 'boil', () => isRefused('boil', { looks: 'scum' }, 'harm')),
  claim('boil-takes-fuel', ['boil', 'distil'], () => isRefused('boil', { looks: 'fuel' }, 'harm')),
  claim('sixty-five-degrees', 'pasteurise', () => ({
    ...makesSafe(stream, by('pasteurise')),
    figures: { minutes: PASTEURISE_MIN, hotC: PASTEURISE_C },
  })),
  claim('steam-is-a-boil', 'pasteurise', () => isRefused('pasteurise', { proof: 'by-eye' })),
  claim('still-takes-all', 'distil', () => isRefused('distil', { smell: 'fuel' }, 'partly')),
  claim('still-takes-salt', 'distil', () =>
    makesSafe(water('sea', {}, { upstream: 'nobody' }), by('distil')),
  ),
];

const chlorine: readonly Claim[] = [
  claim('bleach-kills-all', 'tablets', () => makesSafe(river, bleach)),
  claim('bleach-takes-crypto', ['tablets', 'contact-credit'], () =>
    takesOut('crypto', 2, creditFor('contact-credit', { mgL: 2, minutes: 60 })),
  ),
  claim('double-is-safer', ['tablets', 'demand-test'], () =>
    asJudged(judgeMeant({ amount: 2, unit: 'tablets' }, 4), 'harm'),
  ),
  claim('works-at-once', ['tablets', 'contact-credit'], () => ({
    verdict: virusLog({ freeChlorineMgL: 0.5, minutes: 0, temperatureC: 15, ph: 7 }) > 0 ? 'partly' : 'no',
    figures: { minutes: contactTime({ temperatureC: 15, ph: 7 }).minutes },
  })),
  claim('cold-takes-longer', ['tablets', 'contact-credit'], () => {
    const [cold, mild] = [contactTime({ temperatureC: 3, ph: 7 }), contactTime({ temperatureC: 15, ph: 7 })];
    return {
      verdict: cold.minutes > mild.minutes ? 'holds' : 'no',
      figures: { cold: cold.minutes, mild: mild.minutes, belowC: COLD_CONTACT_C },
    };
  }),
  claim('muddy-takes-more-bleach', 'alum', () => makesSafe(water('river', { turbidityNtu: 150 }), bleach)),
  claim('bleach-never-ages', 'ageing', () => {
    const fresh = labelStrengthMgMl('wt-naocl', 6);
    const left = agedStrengthMgMl(fresh, daysBetween('2024-06-21', day.today), 25) / fresh;
    return { verdict: left > 0.95 ? 'holds' : 'no', figures: { leftShare: left } };
  }),
  claim('scented-is-bleach', 'sanitising', () => makesSafe(river, by('dose', { product: 'scented' }))),
  claim('pool-chlorine-is-bleach', 'shock', () => makesSafe(river, by('dose', { product: 'pool' }))),
  claim('smell-is-proof', 'contact-credit', () => {
    const earned = bySmell();
    return { verdict: earned?.by === 'smell' ? 'partly' : 'no' };
  }),
  claim('vinegar-helps-bleach', 'sanitising', () => isRefused('sanitising', { beside: 'acid' }, 'harm')),
  claim('tablets-take-cysts', 'tablets', () => takesOut('protozoa', 2, creditFor('tablets'))),
  claim('dioxide-half-hour', 'tablets', () =>
    takesOut('crypto', 2, creditFor('tablets', { product: 'dioxide', temperatureC: 15 })),
  ),
  claim('dioxide-four-hours', 'tablets', () =>
    takesOut('crypto', 2, creditFor('tablets', { product: 'dioxide', crypto: 'yes' })),
  ),
  claim('iodine-for-all', 'iodine', () => isRefused('iodine', { drinkers: 'pregnant' }, 'harm')),
  claim('half-iodine', 'iodine', () => asJudged(answerFor('iodine').due?.judge?.(2))),
  claim('iodine-for-months', 'iodine', () => isRefused('iodine', { days: 60 }, 'harm')),
  claim('pink-is-safe', 'permanganate', () => takesOut('bacteria', 2, methodOf('permanganate')!.credit)),
];

/** What nobody has measured to take anything out: no method of the bench knows it. */
const folk = (id: string): Claim =>
  claim(id, '', () => ({ ...takesOut('bacteria', 2, methods.find(m => m.id === id)?.credit ?? noCredit) }));

const filters: readonly Claim[] = [
  claim('fibre-filter-is-enough', ['filter', 'bucket-filter'], () => makesSafe(river, micro)),
  claim('filter-and-bleach', ['filter', 'bucket-filter'], () => makesSafe(stream, micro, bleach)),
  claim('filter-takes-viruses', 'filter', () =>
    takesOut('viruses', 3, creditFor('filter', { device: 'hollow-fibre' })),
  ),
  claim('ultrafilter-takes-viruses', 'filter', () =>
    takesOut('viruses', 3, creditFor('filter', { device: 'ultrafilter' })),
  ),
  claim('nominal-is-enough', 'filter', () =>
    takesOut('protozoa', 2, creditFor('filter', { device: 'by-pore', poreUm: 1, rating: 'nominal' })),
  ),
  claim('thawed-is-as-good', 'filter', () => isRefused('filter', { frozen: 'yes' }, 'harm')),
  claim('faster-is-better', 'filter', () => isRefused('filter', { newLH: 20, nowLH: 40 }, 'harm')),
  claim('two-are-twice', 'filter', () => isBetter(inSeries(micro, micro), creditFor('filter'))),
  claim('filter-takes-salt', ['filter', 'reverse-osmosis'], () =>
    makesSafe(water('sea', {}, { upstream: 'nobody' }), micro),
  ),
  claim('charcoal-takes-all', ['carbon', 'layered-filter'], () => makesSafe(river, by('carbon'))),
  claim('charcoal-takes-taste', 'carbon', () => isRefused('carbon', { against: 'taste' })),
  claim('sand-and-charcoal', 'layered-filter', () => makesSafe(river, by('layered-filter'))),
  claim('cloth-is-a-filter', 'settle', () => makesSafe(river, by('settle'))),
  claim('membrane-takes-sea', 'reverse-osmosis', () =>
    isRefused('reverse-osmosis', { source: 'sea', rated: 'germs' }),
  ),
  claim('clay-settles', 'settle', () => {
    const depthM = 0.3;
    const minutes = settlingMin(1, depthM, 15);
    return { verdict: minutes <= PATIENCE_MIN ? 'holds' : 'no', figures: { minutes, depthM } };
  }),
  claim('two-spoons-of-alum', 'alum', () => asJudged(judgeAlum(28, 20, 40), 'harm')),
  claim('alum-disinfects', 'alum', () => takesOut('bacteria', 2, methodOf('alum')!.credit)),
];

const light: readonly Claim[] = [
  claim('any-bottle-in-the-sun', 'sun', () => isRefused('sun', { bottle: 'coloured' })),
  claim('sun-through-a-window', 'sun', () => isRefused('sun', { where: 'behind-glass' })),
  claim('one-cloudy-day', 'sun', () => {
    const { days } = exposureOf(30, day.today, 6, 0);
    return { verdict: days <= 1 ? 'holds' : 'no', figures: { days } };
  }),
  claim('lamp-takes-viruses', 'uv', () => takesOut('viruses', 3, creditFor('uv'))),
  claim('lamp-in-cloudy', 'uv', () => isRefused('uv', { ntu: 20 })),
];

/** Everything that is weighed, by what it is about. */
export const claims: readonly Claim[] = [
  ...looks,
  ...heat,
  ...chlorine,
  ...filters,
  ...light,
  folk('silver-coin'),
  folk('lemon-juice'),
  folk('alcohol-in-water'),
  ...(['bleach', 'iodine', 'pouch', 'canned', 'boiled'] as const).map(wound),
];

const weighed = new Map<string, Weighed>();

/** How a statement stands: worked out once, for it hangs on nothing but core. */
export function weigh(one: Claim): Weighed {
  const known = weighed.get(one.id);
  if (known) return known;
  const fresh = one.weigh();
  weighed.set(one.id, fresh);
  return fresh;
}

/** Statements that are shown beside a method. */
export const claimsAbout = (method: string): Claim[] => claims.filter(c => c.about.includes(method));

export type { ClaimVerdict };
