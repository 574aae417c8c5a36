import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { hall } from '#demo/rain.ts';
import { addMinutes, type Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { credit } from '../../treatment/credit/credit.ts';
import { stopOf } from '../../treatment/trains/answer.ts';
import { atTheBeginning, fitnessOnTheWay, reachOf } from '../../treatment/trains/grade.ts';
import type { InspectionForm } from '../../water/inspection.ts';
import { takesAll } from '../../water/quality/chemicals.ts';
import { kindRow, type SourceKind } from '../../water/sourceKinds.ts';
import { type EntryData, fold } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { carriedOf } from '../store/fit.ts';
import type { ContainerState } from '../store/state.ts';
import { stateAt } from '../store/wholeState.ts';
import { trainCaseOfSource } from '../trains/trainCase.ts';

// One finding, wherever it was made, and whatever is done next: the same answer. Printed as docs/findings.md.

const START = '2026-06-01T08:00:00.000Z';
const later = (hours: number): Instant => addMinutes(START, hours * 60);

/** Waters to begin with: each as good as its kind can be. */
const bases = [
  { name: 'tested spring', kind: 'spring', form: 'spring', set: { isProtected: true } },
  { name: 'public tap', kind: 'tap', form: 'standpipe', set: {} },
  { name: 'sound roof', kind: 'rain', form: 'rain-tank', set: { roof: 'fit' } },
  { name: 'stream, nobody near', kind: 'stream', form: 'intake', set: { upstream: ['nobody'] } },
  { name: 'delivery', kind: 'carrier', form: 'carrier', set: {} },
] as const satisfies readonly {
  name: string;
  kind: SourceKind;
  form: InspectionForm;
  set: object;
}[];
type Base = (typeof bases)[number];

type Write = (h: Hand, at: Subject, point?: string) => void;
interface Found {
  readonly name: string;
  readonly write: Write;
  /** What happens to a place, or is said by an authority, is told of the place alone. */
  readonly onlyAtSource?: true;
}

const reading =
  (data: Partial<EntryData['read']>): Write =>
  (h, at, point) =>
    h.write('read', at, { method: 'laboratory', ...data, ...(point ? { point } : {}) } as EntryData['read']);
const seen = (parameter: 'smell' | 'colour' | 'floating' | 'look', found: string): Write =>
  reading({ parameter, method: 'senses', found } as never);
const event =
  (what: EntryData['source.happened']['what']): Write =>
  (h, at) =>
    h.write('source.happened', at, { what });
const notice =
  (kind: EntryData['notice.given']['kind']): Write =>
  (h, at) =>
    h.write('notice.given', h.subject('notice'), {
      kind,
      authority: 'Water board',
      sources: [at],
      givenOn: '2026-06-01',
      suspectedFrom: '2026-05-30',
    });

const founds: readonly Found[] = [
  { name: 'nothing', write: () => {} },
  { name: 'E. coli 3', write: reading({ parameter: 'e-coli', value: 3 }) },
  { name: 'E. coli 0.4', write: reading({ parameter: 'e-coli', value: 0.4 }) },
  { name: 'E. coli > 0', write: reading({ parameter: 'e-coli', value: 0, beyond: 'above' }) },
  {
    name: 'H₂S bottle black',
    write: reading({ parameter: 'h2s', method: 'presence-absence', found: 'present' }),
  },
  { name: 'smell of fuel', write: seen('smell', 'fuel') },
  { name: 'film of oil', write: seen('floating', 'sheen') },
  { name: 'unnatural colour', write: seen('colour', 'unnatural') },
  { name: 'smell of sewage', write: seen('smell', 'sewage') },
  { name: 'brown', write: seen('colour', 'brown') },
  { name: 'muddy', write: seen('look', 'muddy') },
  { name: '40 NTU', write: reading({ parameter: 'turbidity', value: 40 }) },
  { name: 'arsenic 3,000 µg/L', write: reading({ parameter: 'arsenic', value: 3000 }) },
  { name: 'arsenic 20 µg/L', write: reading({ parameter: 'arsenic', value: 20 }) },
  { name: 'lead 60 µg/L', write: reading({ parameter: 'lead', value: 60 }) },
  { name: 'fluoride 3 mg/L', write: reading({ parameter: 'fluoride', value: 3 }) },
  { name: 'nitrate 70 mg/L', write: reading({ parameter: 'nitrate', value: 70, as: 'NO3' }) },
  { name: 'nitrate 46 mg/L', write: reading({ parameter: 'nitrate', value: 46, as: 'NO3' }) },
  { name: 'nitrite 5 mg/L', write: reading({ parameter: 'nitrite', value: 5, as: 'NO2' }) },
  { name: 'manganese 0.3 mg/L', write: reading({ parameter: 'manganese', value: 0.3 }) },
  { name: 'pH 12', write: reading({ parameter: 'ph', value: 12 }) },
  { name: '4,000 mg/L dissolved', write: reading({ parameter: 'tds', value: 4000 }) },
  {
    name: 'two people ill',
    write: (h, at) => h.write('made-ill', at, { people: 2, fellIllOn: '2026-06-01' }),
  },
  {
    name: 'two ill, a chemical',
    write: (h, at) => h.write('made-ill', at, { people: 2, fellIllOn: '2026-06-01', isChemical: true }),
  },
  { name: 'flood', write: event('flood'), onlyAtSource: true },
  { name: 'works', write: event('works'), onlyAtSource: true },
  { name: 'spill', write: event('spill'), onlyAtSource: true },
  { name: 'fire-fighting foam', write: event('foam'), onlyAtSource: true },
  { name: 'spraying', write: event('spraying'), onlyAtSource: true },
  { name: 'ash', write: event('ash'), onlyAtSource: true },
  {
    name: 'scum',
    write: (h, at) => h.write('source.looked', at, { looks: ['scum-blue'], smell: 'none' }),
    onlyAtSource: true,
  },
  {
    name: 'dead fish',
    write: (h, at) => h.write('source.looked', at, { looks: ['dead-animals'], smell: 'none' }),
    onlyAtSource: true,
  },
  {
    name: 'organics confirmed',
    write: (h, at) => h.write('source.hazard', at, { of: 'organics', is: 'confirmed' }),
    onlyAtSource: true,
  },
  {
    name: 'viruses confirmed',
    write: (h, at) => h.write('source.hazard', at, { of: 'viruses', is: 'confirmed' }),
    onlyAtSource: true,
  },
  {
    name: 'metals confirmed',
    write: (h, at) => h.write('source.hazard', at, { of: 'nitrate-metals', is: 'confirmed' }),
    onlyAtSource: true,
  },
  { name: 'boil notice', write: notice('boil'), onlyAtSource: true },
  { name: 'do-not-drink notice', write: notice('do-not-drink'), onlyAtSource: true },
  { name: 'do-not-use notice', write: notice('do-not-use'), onlyAtSource: true },
];

/**
 * Where it was found, and when: before the water was drawn, after, at a point behind the source (a yard tap, a tanker's hose), on
 * the roof that the source is known by, in the vessel that it is in, in one that it was poured from, while it is being treated.
 */
const wheres = [
  'source, before',
  'source, after',
  'point',
  'roof',
  'raw vessel',
  'vessel poured from',
  'poured, then found',
  'batch',
] as const;
type Where = (typeof wheres)[number];

/** What falls on a roof, as the catchment is told of it. */
const falls: Readonly<Record<string, EntryData['catchment.fouled']['what']>> = {
  spraying: 'spraying',
  ash: 'ash',
};

type Midway = () => void;

/** A finished sheet that earns so much. */
function sheet(
  h: Hand,
  can: Subject,
  midway: Midway,
  method: string,
  of: Partial<EntryData['sheet.begun']>,
): void {
  const id = h.subject('sheet');
  h.write(
    'sheet.begun',
    id,
    {
      method,
      inputs: {},
      headline: { id: 'x' },
      steps: [{ id: 'run', text: { id: 'x' }, kind: 'do' }],
      uses: [],
      credit: credit(0, 0, 0, 0),
      ...of,
    },
    [can],
  );
  midway();
  h.write('sheet.step', id, { step: 'run' }, [can]);
  h.write('sheet.ended', id, { outcome: 'finished', method }, [can]);
}

function bleach(h: Hand, can: Subject, midway: Midway): void {
  h.write('batch.begun', can, {
    ...{ school: 'drops-rule', strengthSchool: 'replace-yearly', volumeL: 20, strengthMgMl: 61.8 },
    ...{ targetMgL: 6.5, doseMl: 2, way: 'tool', contactMin: 30, clarity: 'clear', temperatureC: 20, ph: 7 },
  } as EntryData['batch.begun']);
  midway();
  h.write('checked', can, { clarity: 'clear', chemicalSmell: false });
  h.write('dosed', can, { doseMl: 2, strengthMgMl: 61.8, instructedMl: 2 });
  h.write('mixed', can, {});
  h.at(addMinutes(h.entries.at(-1)!.happenedAt, 40)).write(
    'read',
    can,
    readingOfChlorine({ method: 'dpd', mgL: 0.5 }),
  );
}

/** What is done next. */
interface Act {
  readonly name: string;
  readonly does: (h: Hand, can: Subject, midway: Midway) => void;
  /** It is not a treatment: nothing is found while it runs. */
  readonly isBare?: true;
  /** How it comes into the vessel, where not straight from its source. */
  readonly by?: 'mix' | 'haul';
}
const nothing = () => {};
const acts: readonly Act[] = [
  { name: 'store', does: nothing, isBare: true },
  { name: 'mix', does: nothing, isBare: true, by: 'mix' },
  { name: 'haul', does: nothing, isBare: true, by: 'haul' },
  {
    name: 'boil',
    does: (h, can, midway) =>
      sheet(h, can, midway, 'boil', { credit: credit(6, 6, 6, 6), barrier: 'heat', dechlorinates: true }),
  },
  {
    name: 'filter',
    does: (h, can, midway) =>
      sheet(h, can, midway, 'filter', { credit: credit(3, 3, 3, 3), barrier: 'filter:ultrafilter' }),
  },
  { name: 'dose', does: bleach },
  {
    name: 'sun',
    does: (h, can, midway) =>
      sheet(h, can, midway, 'sun', { credit: credit(3, 2, 2, 1), dechlorinates: true }),
  },
  {
    name: 'train: ceramic, bleach',
    does: (h, can, midway) => {
      sheet(h, can, midway, 'filter', { credit: credit(2, 1, 4, 4), barrier: 'filter:ceramic' });
      bleach(h, can, nothing);
    },
  },
  {
    name: 'still',
    does: (h, can, midway) =>
      sheet(h, can, midway, 'distil', {
        ...{ credit: credit(4, 4, 4, 4), barrier: 'heat', desalts: true as const, removes: takesAll },
        dechlorinates: true as const,
      }),
  },
];

interface Scene {
  readonly h: Hand;
  readonly source: Subject;
  readonly can: Subject;
  readonly from: Subject;
}

function setUp(base: Base): Scene {
  const h = hand(addMinutes(START, -48 * 60), 'Tester', () => 0.4);
  const from = drumInCellar(h);
  const can = h.subject('container');
  const { place } = fold(h.entries).container[from]!;
  h.write('container.added', can, { code: 'B-1', kind: 'can-20l', place, role: 'clean', heldBefore: 'new' });
  const source = h.subject('source');
  h.write('source.set', source, {
    ...{ name: 'There', kind: base.kind, upstream: [], distanceM: 10, climbM: 0 },
    ...base.set,
  } as EntryData['source.set']);
  h.write('source.inspected', source, { form: base.form, yes: [] });
  if (base.kind === 'spring')
    h.write('read', source, { parameter: 'e-coli', method: 'laboratory', value: 0 });
  return { h, source, can, from };
}

const fill = ({ h, source }: Scene, base: Base, into: Subject) =>
  h.write('filled', into, {
    volumeL: { value: 19, known: 'measured' },
    water: kindRow(base.kind).water,
    source,
    sealed: true,
  });

/** Pours what is in one vessel into the other, with what is known of it. */
function pour({ h, can, from }: Scene): void {
  const { fill: held } = fold(h.entries).container[from]!;
  const treated = carriedOf(held!, h.entries.at(-1)!.happenedAt);
  h.write(
    'filled',
    can,
    {
      volumeL: { value: 18, known: 'measured' },
      water: held!.water,
      ...(held!.origin ? { origin: held!.origin } : {}),
      vessel: from,
      ...(treated ? { treated } : {}),
      sealed: true,
    },
    [from],
  );
}

const letter = ({ counts, state }: ContainerState): string => {
  if (counts === 'drinking') return 'D';
  if (counts === 'limited') return 'L';
  if (state === 'waiting') return '…';
  return counts === 'utility' ? 'u' : '✗';
};

/** The vessel a minute after all was done. */
function outcome({ h, can }: Scene): ContainerState {
  const now = addMinutes(h.entries.at(-1)!.happenedAt, 1);
  return stateAt(fold(h.entries), now).containers[can]!;
}

/** Good water that is there before: what is found is of what is poured onto it. */
const goodThere = ({ h, can }: Scene): void => {
  h.write('filled', can, {
    volumeL: { value: 9, known: 'measured' },
    water: 'treated-tap',
    sealed: true,
  });
};

/** The roof that the source is known by. */
function roofOf({ h, source }: Scene): Subject {
  const roof = h.subject('catchment');
  h.write('catchment.set', roof, { ...hall, source });
  return roof;
}

/** What a finding, made somewhere, leaves of a water that something was done to. */
function cell(base: Base, found: Found, where: Where, act: Act): ContainerState {
  const scene = setUp(base);
  const { h, source, can, from } = scene;
  const roof = where === 'roof' ? roofOf(scene) : undefined;
  if (act.by === 'mix') goodThere(scene);
  h.at(later(0));
  if (where === 'source, before') found.write(h, source);
  if (where === 'point') found.write(h, source, 'hose');
  if (roof) h.write('catchment.fouled', roof, { what: falls[found.name]! });
  h.at(later(1));
  const isPoured = act.by === 'haul' || where === 'vessel poured from' || where === 'poured, then found';
  fill(scene, base, isPoured ? from : can);
  h.at(later(2));
  if (where === 'vessel poured from') found.write(h, from);
  if (isPoured) pour(scene);
  h.at(later(3));
  if (where === 'poured, then found') found.write(h, from);
  if (where === 'source, after') found.write(h, source);
  if (where === 'raw vessel') found.write(h, can);
  h.at(later(4));
  act.does(h, can, where === 'batch' ? () => found.write(h, can) : nothing);
  return outcome(scene);
}

/** What is drawn at the source now, and drunk from the cup. */
function fresh(base: Base, found: Found): string {
  const { h, source } = setUp(base);
  h.at(later(0));
  found.write(h, source);
  const facts = fold(h.entries);
  const now = later(1);
  const water = {
    volumeL: 20,
    turbidityNtu: 1,
    grain: 'silt',
    temperatureC: 15,
    ph: 7,
    isCryptoFeared: true,
  } as const;
  const c = trainCaseOfSource(facts, facts.source[source]!, water, now);
  if (stopOf(c)) return '✗';
  const reach = reachOf(fitnessOnTheWay(c, atTheBeginning(c.found)));
  return reach?.tier === 'whole' || reach?.tier === 'day' ? 'D' : 'u';
}

const order = ['✗', '…', 'u', 'L', 'D'];
const isNoBetter = (a: string, b: string): boolean => order.indexOf(a) <= order.indexOf(b);

function applies(base: Base, found: Found, where: Where, act: Act): boolean {
  if (where === 'roof') return base.kind === 'rain' && found.name in falls;
  if (where === 'batch' && act.isBare) return false;
  return !found.onlyAtSource || where.startsWith('source');
}

/** Every cell, worked out once. */
const grid = bases.flatMap(base =>
  founds.flatMap(found =>
    acts.map(act => ({
      base,
      found,
      act,
      by: Object.fromEntries(
        wheres
          .filter(where => applies(base, found, where, act))
          .map(where => [where, cell(base, found, where, act)]),
      ) as Partial<Record<Where, ContainerState>>,
    })),
  ),
);

/** An event after the water was drawn, and an inspection's or a notice's day, are not about it: it was drawn before. */
const isAfterTheFact = (found: Found, where: Where): boolean =>
  where === 'source, after' &&
  ['flood', 'works', 'spill', 'fire-fighting foam', 'spraying', 'ash', 'confirmed'].some(word =>
    found.name.includes(word),
  );

function page(): string {
  const row = (columns: readonly string[]) => `| ${columns.join(' | ')} |`;
  const lines = [
    '# What is known goes with the water',
    '',
    'Each finding, made somewhere about a water that is else as good as its kind can be, and what is done to that water next.',
    'This page is printed by a test (`core/areas/sources/findings.test.ts`) and compared with it; the same test holds that the answer',
    'is the same wherever the finding was made: at the source before the water was drawn or after, at a point behind it (a yard tap,',
    'the hose of a tanker), on the roof that it ran off, in the vessel it stands in, in a vessel that it was poured out of, there after',
    'it was poured, and while it is being treated. What is found in it afterwards, as drinking water, is never better than that.',
    '',
    '`D` drinking water · `L` limited protection · `u` utility · `✗` for nothing, or failed until it is followed up · `…` not to be',
    'drunk yet. *fresh* is drunk at the source, *mix* is poured onto treated tap water, *haul* carried in another vessel and poured. Where two letters stand, the second is of a vessel whose own water failed a test',
    'while it was drinking water: it waits for a clean test as well.',
    '',
  ];
  for (const base of bases) {
    lines.push(
      `## ${base.name}`,
      '',
      row(['', 'fresh', ...acts.map(a => a.name)]),
      row(['---', '---', ...acts.map(() => '---')]),
    );
    for (const found of founds) {
      const cells = acts.map(act => {
        const { by } = grid.find(g => g.base === base && g.found === found && g.act === act)!;
        const [first, own] = [letter(by['source, before']!), by['raw vessel'] && letter(by['raw vessel'])];
        return own === undefined || own === first ? first : `${first} ${own}`;
      });
      lines.push(row([found.name, fresh(base, found), ...cells]));
    }
    lines.push('');
  }
  return `${lines.join('\n').trimEnd()}\n`;
}

describe('what was found about a water', () => {
  it('stands in docs/findings.md as it is judged', async () => {
    await expect(page()).toMatchFileSnapshot('../../../docs/findings.md');
  });

  it('means the same wherever it was found', () => {
    const differ = grid.flatMap(({ base, found, act, by }) =>
      (Object.entries(by) as [Where, ContainerState][]).flatMap(([where, state]) => {
        const [here, there] = [letter(state), letter(by['source, before']!)];
        // a vessel's own failed test asks one more: it is never better for that
        const isSame =
          here === there || (state.judgement.reason.id.startsWith('alarm.') && isNoBetter(here, there));
        return isSame || isAfterTheFact(found, where)
          ? []
          : [`${base.name}, ${found.name}, ${act.name}: ${where} ${here}, source ${there}`];
      }),
    );
    expect(differ).toEqual([]);
  });

  it('never makes an answer better', () => {
    const better = grid.flatMap(({ base, found, act, by }) => {
      const plain = grid.find(g => g.base === base && g.act === act && g.found.name === 'nothing')!;
      return (Object.entries(by) as [Where, ContainerState][])
        .filter(
          ([where, state]) =>
            !isNoBetter(letter(state), letter((plain.by[where] ?? plain.by['source, before'])!)),
        )
        .map(([where]) => `${base.name}, ${found.name}, ${act.name}, ${where}`);
    });
    expect(better).toEqual([]);
  });

  it('is no better for being found in the drinking vessel, after it was treated', () => {
    const better = bases.flatMap(base =>
      founds.flatMap(found =>
        acts.flatMap(act => {
          if (found.onlyAtSource || act.by) return [];
          const scene = setUp(base);
          const { h, can } = scene;
          h.at(later(1));
          fill(scene, base, can);
          h.at(later(4));
          act.does(h, can, nothing);
          found.write(h, can);
          const [there, before] = [outcome(scene), cell(base, found, 'raw vessel', act)];
          return isNoBetter(letter(there), letter(before))
            ? []
            : [`${base.name}, ${found.name}, ${act.name}`];
        }),
      ),
    );
    expect(better).toEqual([]);
  });

  it('is fresh what it is stored, where the source says so', () => {
    for (const base of bases)
      for (const found of founds) {
        const stored = letter(cell(base, found, 'source, before', acts[0]!));
        expect(isNoBetter(fresh(base, found), stored), `${base.name}, ${found.name}: ${stored}`).toBe(true);
      }
  });
});

describe('findings added up', () => {
  /** What a figure is of: a later one of the same takes the place of the earlier, for better or worse ("nitrate 70 mg/L"). */
  const figureOf = ({ name }: Found) => /^(\p{L}+) [\d,]/u.exec(name)?.[1];
  const isOneEach = (found: readonly Found[]) => {
    const figures = found.map(figureOf).filter(of => of !== undefined);
    return new Set(figures).size === figures.length;
  };
  const some = fc
    .subarray(
      founds.filter(f => f.name !== 'nothing'),
      { minLength: 1, maxLength: 3 },
    )
    .filter(isOneEach);

  it('are no better than the worst of them, in any order', () => {
    fc.assert(
      fc.property(fc.constantFrom(...bases), some, fc.constantFrom(...acts), (base, found, act) => {
        const all: Found = {
          name: 'all',
          write: (h, at) => {
            for (const f of found) f.write(h, at);
          },
        };
        const together = letter(cell(base, all, 'source, before', act));
        for (const one of found)
          expect(isNoBetter(together, letter(cell(base, one, 'source, before', act)))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('of one water are in what it is poured onto: a mixture is no better than either', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...bases),
        fc.constantFrom(...bases),
        fc.constantFrom(...founds),
        fc.constantFrom(...acts),
        fc.boolean(),
        (one, other, found, act, isFirst) => {
          const mixed = setUp(one);
          const second = setUp(other);
          const { h, can } = mixed;
          const there = h.subject('source');
          const { set } = other;
          h.write('source.set', there, {
            ...{ name: 'Else', kind: other.kind, upstream: [], distanceM: 10, climbM: 0 },
            ...set,
          } as EntryData['source.set']);
          h.write('source.inspected', there, { form: other.form, yes: [] });
          if (other.kind === 'spring')
            h.write('read', there, { parameter: 'e-coli', method: 'laboratory', value: 0 });
          h.at(later(0));
          found.write(h, there);
          h.at(later(1));
          const parts = [() => fill(mixed, one, can), () => fill({ ...mixed, source: there }, other, can)];
          for (const part of isFirst ? parts : [...parts].reverse()) part();
          h.at(later(4));
          act.does(h, can, nothing);
          second.h.at(later(0));
          found.write(second.h, second.source);
          second.h.at(later(1));
          fill(second, other, second.can);
          second.h.at(later(4));
          act.does(second.h, second.can, nothing);
          expect(isNoBetter(letter(outcome(mixed)), letter(outcome(second)))).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
  });
});
