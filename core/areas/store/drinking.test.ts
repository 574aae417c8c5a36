import { describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import en from '../../../web/texts/en.json';
import { addMinutes } from '../../base/day.ts';
import { refusals } from '../../base/judgement.ts';
import type { Subject } from '../../base/subject.ts';
import { answerOf } from '../../treatment/methods/answer.ts';
import {
  barrierOf,
  type Context,
  type Inputs,
  startOf,
  stripsResidual,
} from '../../treatment/methods/method.ts';
import { methodOf } from '../../treatment/methods/methods.ts';
import { type Origin, type Water, waterIds } from '../../water/waters.ts';
import type { Entry } from '../entries.ts';
import { fold, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { offeredActs, offersTopUp } from './acts.ts';
import { labelOf } from './label.ts';
import type { ContainerState } from './state.ts';
import { stateAt } from './wholeState.ts';

const START = '2026-11-02T08:00:00.000Z';
const context: Context = {
  altitudeM: 310,
  today: '2026-11-02',
  dailyNeedL: 20,
  planDays: 14,
  longitudeDeg: 0,
};

/** Every water of the list, with every answer to its question; unanswered ones are among them. */
const waters: readonly { name: string; water: Water; origin?: Origin }[] = [
  { name: 'treated tap', water: 'treated-tap' },
  { name: 'bought', water: 'bought' },
  { name: 'pouch', water: 'pouch' },
  { name: 'canned', water: 'canned' },
  { name: 'tap, found', water: 'found-tap' },
  { name: 'well, tested', water: 'well', origin: { protection: 'tested' } },
  { name: 'well, protected', water: 'well', origin: { protection: 'protected' } },
  { name: 'well, exposed', water: 'well', origin: { protection: 'exposed' } },
  { name: 'well, not looked at', water: 'well' },
  { name: 'spring, protected', water: 'spring', origin: { protection: 'protected' } },
  { name: 'spring, not looked at', water: 'spring' },
  { name: 'rain, sound roof', water: 'rain', origin: { roof: 'sound' } },
  { name: 'rain, soiled roof', water: 'rain', origin: { roof: 'soiled' } },
  { name: 'rain, unfit roof', water: 'rain', origin: { roof: 'unfit' } },
  { name: 'rain, not looked at', water: 'rain' },
  { name: 'snow', water: 'snow' },
  { name: 'stream, nobody upstream', water: 'stream', origin: { upstream: 'nobody' } },
  { name: 'stream, people upstream', water: 'stream', origin: { upstream: 'people' } },
  { name: 'stream, not looked at', water: 'stream' },
  { name: 'river', water: 'river' },
  { name: 'pond', water: 'pond' },
  { name: 'ditch', water: 'ditch' },
  { name: 'carrier', water: 'carrier' },
  { name: 'unknown', water: 'unknown' },
  { name: 'brackish', water: 'brackish' },
  { name: 'sea, nobody near', water: 'sea', origin: { upstream: 'nobody' } },
  { name: 'pool', water: 'pool' },
  { name: 'flood', water: 'flood' },
  { name: 'mine, fuel, scum', water: 'tainted' },
];

/** One can of water on a shelf, and what somebody does to it. */
interface Told {
  readonly h: Hand;
  readonly can: Subject;
}

function filled(water: Water, origin?: Origin): Told {
  const h = hand(START, 'Odile', () => 0.5);
  const [building, place, can] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, {
    name: 'Cellar',
    building,
    level: 0,
    widthM: 4,
    heightM: 2,
    shelves: [],
    meanC: 14,
  });
  h.write('container.added', can, { code: 'C1', kind: 'can-20l', place, role: 'clean', heldBefore: 'new' });
  h.write('filled', can, {
    volumeL: { value: 19, known: 'measured' },
    water,
    ...(origin ? { origin } : {}),
    sealed: true,
  });
  return { h, can };
}

/** Runs a method's sheet with its own answer, to an end. */
function run(id: string, inputs: Inputs = {}, outcome: 'finished' | 'stopped' | 'failed' = 'finished') {
  return ({ h, can }: Told): void => {
    const method = methodOf(id)!;
    const whole = {
      ...Object.fromEntries(method.blanks.map(b => [b.id, startOf(b, context)])),
      ...inputs,
    };
    const answer = answerOf(method, whole, context);
    if (!answer || answer.isStopped)
      throw new Error(`${id} is stopped: ${JSON.stringify(answer?.judgements)}`);
    const sheet = h.subject('sheet');
    h.write(
      'sheet.begun',
      sheet,
      {
        method: id,
        inputs: {},
        headline: answer.headline,
        steps: answer.steps,
        uses: [],
        credit: answer.credit ?? method.credit,
        barrier: barrierOf(method, whole),
        ...(answer.desalts ? { desalts: true } : {}),
        ...(stripsResidual(method, whole) ? { dechlorinates: true } : {}),
        ...(method.holds ? { holds: method.holds } : {}),
      },
      [can],
    );
    h.write('sheet.ended', sheet, { outcome, method: id }, [can]);
  };
}

interface Bleach {
  readonly temperatureC?: number;
  readonly ph?: number;
  readonly clarity?: 'clear' | 'cloudy';
  /** Readings, by minutes from the dose. */
  readonly reads?: readonly (readonly [number, number | 'faint' | 'none' | 'total'])[];
  readonly giveUp?: true;
  /** Dosed without a sheet: it already happened. */
  readonly happened?: true;
  readonly school?: 'drops-rule' | 'target-dose';
}
const WARM = { temperatureC: 20, ph: 7 } as const;

function bleach({
  clarity = 'clear',
  reads = [],
  giveUp,
  happened,
  school = 'drops-rule',
  ...water
}: Bleach) {
  return ({ h, can }: Told): void => {
    const at = (minutes: number) => h.at(addMinutes(dosedAt, minutes));
    const dosedAt = addMinutes(h.entries.at(-1)!.happenedAt, 5);
    h.at(dosedAt);
    if (!happened) {
      h.write('batch.begun', can, {
        school,
        strengthSchool: 'replace-yearly',
        volumeL: 19,
        strengthMgMl: 61.8,
        targetMgL: 6.5,
        doseMl: 2,
        way: 'tool',
        contactMin: (water.temperatureC ?? 0) < 10 || (water.ph ?? 9) > 8 || clarity === 'cloudy' ? 60 : 30,
        clarity,
        ...water,
      });
      h.write('checked', can, { clarity, chemicalSmell: false });
    }
    h.write('dosed', can, { doseMl: 2, strengthMgMl: 61.8 });
    h.write('mixed', can, {});
    for (const [minutes, value] of reads) {
      at(minutes);
      if (value === 'total') h.write('read', can, readingOfChlorine({ method: 'total', mgL: 0.5 }));
      else if (typeof value === 'string')
        h.write('read', can, readingOfChlorine({ method: 'smell', smell: value }));
      else h.write('read', can, readingOfChlorine({ method: 'dpd', mgL: value }));
    }
    if (giveUp) h.write('batch.abandoned', can, { why: 'called away' });
  };
}

const DAY = 1440;
const first = (mgL: number) => [[65, mgL]] as const;
const kept = (mgL: number) =>
  [
    [65, mgL],
    [65 + DAY, mgL],
  ] as const;

/** Every way in which it can be finished. */
const ways: readonly { name: string; does: readonly ((t: Told) => void)[] }[] = [
  { name: 'nothing', does: [] },
  { name: 'bleach, 0.2 read', does: [bleach({ ...WARM, reads: first(0.2) })] },
  { name: 'bleach, 0.5 read, and a day after', does: [bleach({ ...WARM, reads: kept(0.5) })] },
  {
    name: 'bleach, 0.5 read, 0.05 a day after',
    does: [
      bleach({
        ...WARM,
        reads: [
          [65, 0.5],
          [65 + DAY, 0.05],
        ],
      }),
    ],
  },
  { name: 'bleach, nothing measured, 0.5 read', does: [bleach({ reads: first(0.5) })] },
  { name: 'bleach, 6 read (too strong)', does: [bleach({ ...WARM, reads: first(6) })] },
  { name: 'bleach, by smell', does: [bleach({ ...WARM, reads: [[65, 'faint']] })] },
  {
    name: 'bleach, smells a day after',
    does: [
      bleach({
        ...WARM,
        reads: [
          [65, 'faint'],
          [65 + DAY, 'faint'],
        ],
      }),
    ],
  },
  { name: 'bleach, total 0.5', does: [bleach({ ...WARM, reads: [[65, 'total']] })] },
  { name: 'bleach, none left', does: [bleach({ ...WARM, reads: first(0.1) })] },
  { name: 'bleach, given up', does: [bleach({ ...WARM, giveUp: true })] },
  { name: 'bleach, it already happened, 0.4 read', does: [bleach({ happened: true, reads: first(0.4) })] },
  { name: 'target dose, 0.5 read', does: [bleach({ ...WARM, school: 'target-dose', reads: first(0.5) })] },
  { name: 'boil', does: [run('boil')] },
  { name: 'boil, given up', does: [run('boil', {}, 'stopped')] },
  { name: 'boil, then bleach kept', does: [run('boil'), bleach({ ...WARM, reads: kept(0.5) })] },
  { name: 'pasteurise', does: [run('pasteurise')] },
  { name: 'hollow fibre', does: [run('filter')] },
  { name: 'two hollow fibres', does: [run('filter'), run('filter', { device: 'by-pore' })] },
  { name: 'ultrafilter', does: [run('filter', { device: 'ultrafilter' })] },
  { name: 'hollow fibre and ultrafilter', does: [run('filter'), run('filter', { device: 'ultrafilter' })] },
  { name: 'ceramic', does: [run('filter', { device: 'ceramic' })] },
  { name: 'slow sand, new', does: [run('filter', { device: 'slow-sand' })] },
  { name: 'slow sand, ripe', does: [run('filter', { device: 'slow-sand', weeks: 5 })] },
  { name: 'granular media', does: [run('filter', { device: 'media' })] },
  { name: 'layered filter', does: [run('filter', { device: 'layered' })] },
  { name: 'hollow fibre, bleach 0.5', does: [run('filter'), bleach({ ...WARM, reads: first(0.5) })] },
  { name: 'hollow fibre, bleach kept', does: [run('filter'), bleach({ ...WARM, reads: kept(0.5) })] },
  { name: 'hollow fibre, bleach by smell', does: [run('filter'), bleach({ reads: [[65, 'faint']] })] },
  {
    name: 'ultrafilter, bleach 0.5',
    does: [run('filter', { device: 'ultrafilter' }), bleach({ ...WARM, reads: first(0.5) })],
  },
  {
    name: 'ceramic, bleach 0.5',
    does: [run('filter', { device: 'ceramic' }), bleach({ ...WARM, reads: first(0.5) })],
  },
  { name: 'chlorine tablets', does: [run('tablets')] },
  { name: 'chlorine tablets, cloudy', does: [run('tablets', { clarity: 'cloudy' })] },
  { name: 'chlorine tablets, given up', does: [run('tablets', {}, 'stopped')] },
  { name: 'hollow fibre, tablets', does: [run('filter'), run('tablets')] },
  { name: 'tablets, then bleach 0.5', does: [run('tablets'), bleach({ ...WARM, reads: first(0.5) })] },
  { name: 'dioxide, 30 min, warm', does: [run('tablets', { product: 'dioxide', temperatureC: 20 })] },
  { name: 'dioxide, 4 h', does: [run('tablets', { product: 'dioxide', crypto: 'yes' })] },
  { name: 'flocculant-disinfectant', does: [run('flocculant')] },
  { name: 'iodine', does: [run('iodine')] },
  { name: 'permanganate', does: [run('permanganate')] },
  { name: 'sun', does: [run('sun', { latitude: 10, oktas: 1 })] },
  { name: 'lamp, unstated', does: [run('uv')] },
  { name: 'lamp, 186 mJ/cm²', does: [run('uv', { mjCm2: 186 })] },
  { name: 'distil', does: [run('distil')] },
  { name: 'distil, then bleach kept', does: [run('distil'), bleach({ ...WARM, reads: kept(0.5) })] },
  { name: 'household RO', does: [run('reverse-osmosis')] },
  { name: 'RO rated for germs', does: [run('reverse-osmosis', { rated: 'germs' })] },
  { name: 'RO rated for sea water', does: [run('reverse-osmosis', { rated: 'sea', source: 'sea' })] },
  { name: 'settle', does: [run('settle')] },
  { name: 'carbon', does: [run('carbon')] },
  {
    name: 'bleach kept, then its chlorine taken out',
    does: [bleach({ ...WARM, reads: kept(0.5) }), run('removing')],
  },
];

/** How long it is still good, from the last thing that was done. */
function termOf(state: ContainerState, last: string): string {
  const { goodUntil: until } = state;
  if (!until) return '';
  if (until.at) return `${Math.round((Date.parse(until.at) - Date.parse(last)) / 3_600_000)} h`;
  return `${Math.round(((state.daysLeft ?? 0) / 365.25) * 12)} mo`;
}

const letter: Record<string, string> = { drinking: 'D', limited: 'L', utility: 'u' };

interface Cell {
  readonly state: ContainerState;
  readonly says: string;
  readonly told: Told;
  readonly now: string;
}

/** What a water has become a minute after all was done. */
function cellOf(water: (typeof waters)[number], does: readonly ((t: Told) => void)[]): Cell {
  const told = filled(water.water, water.origin);
  for (const act of does) act(told);
  const last = told.h.entries.at(-1)!.happenedAt;
  const now = addMinutes(last, 1);
  const facts = fold(told.h.entries);
  const state = stateAt(facts, now).containers[told.can]!;
  const bySmell = state.counts === 'drinking' && state.proof === 'smell' ? ' smell' : '';
  const says =
    state.counts === 'drinking' || state.counts === 'limited'
      ? `${letter[state.counts]} ${termOf(state, last)}${state.fitness?.isShort && state.fitness.left.length > 0 ? ' !' : ''}${bySmell}`
      : state.state === 'waiting'
        ? '…'
        : state.state === 'past'
          ? 'past'
          : state.counts === null
            ? '✗'
            : letter[state.counts]!;
  return { state, says, told, now };
}

const cells = new Map<string, Cell>();
const cell = (water: (typeof waters)[number], way: (typeof ways)[number]): Cell => {
  const key = `${water.name}|${way.name}`;
  const made = cells.get(key) ?? cellOf(water, way.does);
  cells.set(key, made);
  return made;
};

/** Bleach alone, by what the water is like: warm or cold, its pH, clear or cloudy, what was read. */
const conditions = [20, 2, 0.2, undefined].flatMap(temperatureC =>
  [7, 8.5, 9.5, 10.5, undefined].flatMap(ph =>
    (['clear', 'cloudy'] as const).map(clarity => ({ temperatureC, ph, clarity })),
  ),
);
const readings = [
  ['0.2', [[65, 0.2]]],
  ['0.5', [[65, 0.5]]],
  ['0.5 after 6 h', [[360, 0.5]]],
  [
    'kept',
    [
      [65, 0.5],
      [65 + DAY, 0.5],
    ],
  ],
  ['smell', [[65, 'faint']]],
] as const;
const classes = ['well, protected', 'well, exposed', 'stream, nobody upstream', 'pond'] as const;

const row = (columns: readonly string[]): string => `| ${columns.join(' | ')} |`;

function page(): string {
  const lines = [
    '# What counts as drinking water',
    '',
    'Every water of the list against every way it can be finished, as the application judges it a minute after the last act.',
    'This page is printed by a test (`core/areas/store/drinking.test.ts`) and compared with it.',
    '',
    '`D` drinking water, in the days of the reach · `L` limited protection, beside the reach · `u` utility · `✗` for nothing,',
    'failed or never · `…` not to be drunk yet · `past` its time is over. Beside it how long it is still good; `!` human waste',
    'is likely, a day with a warning; `smell` the weaker proof. Warm, pH 7, clear, in a sound closed can in a cellar.',
    '',
  ];
  const parts = [waters.slice(0, 15), waters.slice(15)];
  for (const part of parts) {
    lines.push(row(['', ...part.map(w => w.name)]), row(['---', ...part.map(() => '---')]));
    for (const way of ways) lines.push(row([way.name, ...part.map(w => cell(w, way).says)]));
    lines.push('');
  }
  lines.push(
    '## Bleach alone, by what the water is like',
    '',
    'The columns are the readings at the end of the contact time: what was read, 0.5 mg/L after six hours, 0.5 mg/L read again',
    'a day after, a smell. Unmeasured water counts as cold. Water that asks nothing (tap, bought) stays what it is.',
    '',
  );
  for (const name of classes) {
    const water = waters.find(w => w.name === name)!;
    lines.push(
      `### ${name}`,
      '',
      row(['', ...readings.map(([r]) => r)]),
      row(['---', ...readings.map(() => '---')]),
    );
    for (const { temperatureC, ph, clarity } of conditions) {
      const about = {
        clarity,
        ...(temperatureC === undefined ? {} : { temperatureC }),
        ...(ph === undefined ? {} : { ph }),
      };
      const says = readings.map(([, reads]) => cellOf(water, [bleach({ ...about, reads })]).says);
      const label = `${temperatureC === undefined ? 'unmeasured' : `${temperatureC} °C`}, pH ${ph ?? 'unmeasured'}, ${clarity}`;
      lines.push(row([label, ...says]));
    }
    lines.push('');
  }
  return `${lines.join('\n').trimEnd()}\n`;
}

const grid = waters.flatMap(water => ways.map(way => ({ water, way, ...cell(water, way) })));
const named = (water: string, way: string) =>
  grid.find(c => c.water.name === water && c.way.name === way)!.says;

describe('what counts as drinking water', () => {
  it('covers the whole list of waters', () => {
    expect([...new Set(waters.map(w => w.water))].sort()).toEqual([...waterIds].sort());
  });

  it('stands in docs/drinking-water.md as it is judged', async () => {
    await expect(page()).toMatchFileSnapshot('../../../docs/drinking-water.md');
  });

  it('is never water of a pool, a flood, a mine or an unfit roof, whatever was done', () => {
    for (const { water, state, says } of grid)
      if (['pool', 'flood', 'tainted'].includes(water.water) || water.origin?.roof === 'unfit')
        expect([null, 'utility'], `${water.name}: ${says}`).toContain(state.counts);
    expect(named('flood', 'boil')).toBe('✗');
    expect(named('pool', 'boil')).toBe('u');
  });

  it('is never made by chlorine, iodine or the sun alone of water that asks protozoa', () => {
    const alone = [
      'bleach',
      'target dose',
      'chlorine tablets',
      'tablets, then bleach',
      'iodine',
      'sun',
      'permanganate',
    ];
    const asksProtozoa = (name: string) =>
      ![
        'treated tap',
        'bought',
        'pouch',
        'canned',
        'tap, found',
        'well, tested',
        'well, protected',
        'spring, protected',
        'rain, sound roof',
      ].includes(name);
    for (const { water, way, state, says } of grid)
      if (asksProtozoa(water.name) && alone.some(a => way.name.startsWith(a)))
        expect(state.counts, `${water.name}, ${way.name}: ${says}`).not.toBe('drinking');
  });

  it('is never given months without 0.5 mg/L read a day after the dose, but for what comes good and stays sealed', () => {
    for (const { water, way, says } of grid)
      if (says.includes('mo') && !['treated-tap', 'bought', 'pouch', 'canned'].includes(water.water))
        expect(
          way.name.includes('kept') ||
            way.name.includes('a day after') ||
            (water.water === 'found-tap' && /bleach|target/.test(way.name)),
          `${water.name}, ${way.name}: ${says}`,
        ).toBe(true);
  });

  it('is made by a full boil of everything without salt that can be made fit, for a day', () => {
    for (const { water, way, state, says } of grid)
      if (way.name === 'boil' && !['pool', 'flood', 'tainted', 'sea', 'brackish'].includes(water.water))
        if (water.origin?.roof !== 'unfit') expect(state.counts, `${water.name}: ${says}`).toBe('drinking');
    expect(named('pond', 'boil')).toBe('D 24 h');
    expect(named('sea, nobody near', 'boil')).toBe('u');
    expect(named('sea, nobody near', 'distil')).toBe('D 24 h');
    expect(named('sea, nobody near', 'RO rated for sea water')).toBe('D 24 h');
  });

  it('reads as the rules say, cell by cell', () => {
    expect(named('pond', 'bleach, 0.2 read')).toBe('L 24 h');
    expect(named('pond', 'bleach, by smell')).toBe('L 24 h');
    expect(named('pond', 'chlorine tablets, cloudy')).toBe('u');
    expect(named('pond', 'iodine')).toBe('u');
    expect(named('snow', 'iodine')).toBe('L 24 h');
    expect(named('pond', 'hollow fibre, bleach 0.5')).toBe('D 24 h !');
    expect(named('stream, nobody upstream', 'hollow fibre, bleach kept')).toMatch(/^D [56] mo$/);
    expect(named('stream, nobody upstream', 'two hollow fibres')).toBe('L 24 h');
    expect(named('stream, people upstream', 'two hollow fibres')).toBe('u');
    expect(named('stream, people upstream', 'hollow fibre and ultrafilter')).toBe('D 24 h !');
    expect(named('well, protected', 'bleach, 0.5 read, and a day after')).toMatch(/^D [56] mo$/);
    expect(named('well, protected', 'bleach, smells a day after')).toMatch(/^D [56] mo smell$/);
    expect(named('well, not looked at', 'bleach, 0.5 read, and a day after')).toBe('L 24 h');
    expect(named('well, tested', 'nothing')).toBe('D 24 h');
    expect(named('well, protected', 'nothing')).toBe('u');
    expect(named('tap, found', 'nothing')).toBe('u');
    expect(named('treated tap', 'bleach, given up')).toBe('u');
    expect(named('treated tap', 'chlorine tablets, given up')).toBe('…');
    expect(named('pond', 'dioxide, 4 h')).toBe('D 24 h !');
  });

  it('goes into the reach as drinking water, or beside it as limited, and nowhere else', () => {
    for (const { water, way, state, told, now } of grid) {
      const { reach } = stateAt(fold(told.h.entries), now);
      const where = `${water.name}, ${way.name}`;
      expect(reach.drinkingL, where).toBe(state.counts === 'drinking' ? 19 : 0);
      expect(reach.limitedL, where).toBe(state.counts === 'limited' ? 19 : 0);
      expect(reach.utilityL, where).toBe(state.counts === 'utility' ? 19 : 0);
    }
  });

  it('says on its label what it is, and “not for drinking” where it is neither drinking water nor limited', () => {
    for (const { water, way, state, told } of grid) {
      const facts = fold(told.h.entries);
      const label = labelOf(facts, facts.container[told.can]!, state);
      const where = `${water.name}, ${way.name}`;
      const isDrunk = state.counts === 'drinking' || state.counts === 'limited';
      expect(label.notForDrinking, where).toBe(!isDrunk);
      expect(label.grade.id === 'label.drinking', where).toBe(state.counts === 'drinking');
      expect(label.grade.id === 'label.limited', where).toBe(state.counts === 'limited');
      expect(label.grade.id in en, where).toBe(true);
    }
  });
});

describe('a page', () => {
  const drafts = (told: Told, now: string) => {
    const h = hand(now);
    const acts: Record<string, () => Entry> = {
      dose: () =>
        h.write('batch.begun', told.can, {
          school: 'drops-rule',
          strengthSchool: 'replace-yearly',
          volumeL: 19,
          strengthMgMl: 61.8,
          targetMgL: 6.5,
          doseMl: 2,
          way: 'tool',
          contactMin: 30,
          clarity: 'clear',
        }),
      'top-up': () =>
        h.write('batch.begun', told.can, {
          school: 'tap-top-up',
          strengthSchool: 'replace-yearly',
          volumeL: 19,
          strengthMgMl: 61.8,
          targetMgL: 1,
          doseMl: 0.3,
          way: 'tool',
          contactMin: 30,
          clarity: 'clear',
        }),
      rotate: () =>
        h.write('filled', told.can, {
          volumeL: { value: 19, known: 'measured' },
          water: 'treated-tap',
          sealed: true,
        }),
    };
    return (id: string) => acts[id]?.();
  };
  it('offers nothing that a guard refuses, in any state of any water', () => {
    for (const { water, way, state, told, now } of grid) {
      const facts = fold(told.h.entries);
      const container = facts.container[told.can]!;
      const offered: string[] = [
        ...offeredActs(facts, container, state, now).filter(id => id !== 'dose' || state.state === 'utility'),
        ...(offersTopUp(state) ? ['top-up'] : []),
      ];
      const draft = drafts(told, now);
      for (const act of offered) {
        const entry = draft(act);
        if (!entry) continue;
        // rotating empties first; a second dose within a day is refused where it is asked, and said there
        const refused = refusals(guard(facts, entry, now)).filter(
          j => !['guard.fill-standing', 'guard.second-dose.sheet'].includes(j.reason.id),
        );
        expect(refused, `${water.name}, ${way.name}: ${act}`).toEqual([]);
      }
    }
  });

  it('says nothing that advises what it forbids: a refusal comes without a dose, a stop without a top-up', () => {
    const texts = en as Record<string, string>;
    for (const { water, way, state } of grid) {
      const said = [state.judgement, state.watch]
        .filter(j => j !== undefined)
        .flatMap(j => [j.reason.id, j.remedy?.id].filter(id => id !== undefined));
      const where = `${water.name}, ${way.name}`;
      for (const id of said) expect(id in texts, `${where}: ${id}`).toBe(true);
      if (state.judgement.verdict === 'refuse' && state.state !== 'past')
        for (const id of said)
          expect(texts[id], `${where}: ${id}`).not.toMatch(/on the Bench|top it up|treat it/i);
      if (state.counts === null || state.counts === 'utility') expect(state.watch, where).toBeUndefined();
    }
  });
});
