import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { type EntryKind, entryKinds, kinds, subjectTypes } from '#core/areas/entries.ts';
import { day, instant } from '#core/base/fields.ts';
import { hand } from '#demo/hand.ts';
import { household } from '#demo/household.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { EntrySchema, SubjectSchema } from './entry.ts';
import { PostEntriesSchema } from './log.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const h = hand(NOW);
const drum = h.subject('container');
const place = h.subject('place');

/** What a schema says of an entry: "ok", or where it stumbles and why. */
function verdict(entry: unknown): string {
  const result = v.safeParse(EntrySchema, entry);
  if (result.success) return 'ok';
  return result.issues.map(i => `${i.path?.map(p => String(p.key)).join('.')}: ${i.message}`).join('; ');
}

const subjects: Record<string, string> = {
  group: 'group',
  plan: 'plan',
  supply: h.subject('supply'),
  kind: 'kind:drum-60l',
  container: drum,
};
/** The subject that a kind bears on. */
const subjectFor = (kind: string): string => {
  const on: readonly string[] = kinds[kind as EntryKind]?.on ?? [];
  const type = on.includes('container') ? 'container' : on.find(t => subjects[t]);
  return subjects[type ?? ''] ?? drum;
};

const entry = (kind: string, data: unknown, subject = subjectFor(kind)) => ({
  ...h.write('noted', subject, { text: 'x' }),
  kind,
  data,
});

describe('an envelope', () => {
  const good = entry('noted', { text: 'looks well' });
  it.each([
    [{ id: 'abc' }, 'id: ulid'],
    [{ kind: 'drunk' }, 'kind: kind'],
    [{ subject: 'bucket:1' }, 'subject: subject'],
    [{ happenedAt: 'yesterday' }, 'happenedAt: instant; happenedAt: instant'],
    [{ happenedAt: '2026-11-25T09:00:00Z' }, 'happenedAt: instant'],
    [{ by: '  ' }, 'by: required'],
    [{ v: 99 }, 'v: newer-version'],
    [{ happenedAt: '1899-12-31T23:59:59.999Z' }, 'happenedAt: instant'],
    [{ recordedAt: '2200-01-01T00:00:00.000Z' }, 'recordedAt: instant'],
    [{ subject: 'kind:constructor' }, 'subject: reserved'],
    [{ also: [drum] }, 'also: other-subject'],
    [{ also: [place, place] }, 'also: twice'],
    [{ by: 'Odile\u0000' }, 'by: control-character'],
    [{ by: 'Odile\ud800' }, 'by: control-character'],
  ])('with %j stumbles at %s', (change, where) => {
    expect(verdict({ ...good, ...change })).toBe(where);
  });

  it('is good as it comes from a hand', () => {
    expect(verdict(good)).toBe('ok');
  });
});

describe('an entry on what its kind does not bear on', () => {
  const ofType = (type: string): string =>
    type === 'group' || type === 'plan'
      ? type
      : type === 'kind'
        ? 'kind:drum-60l'
        : `${type}:${drum.slice(10)}`;

  it('is turned down, every kind on every type of subject', () => {
    const wrong: string[] = [];
    for (const kind of entryKinds)
      for (const type of subjectTypes) {
        const said = verdict(entry(kind, {}, ofType(type))).includes('subject: other-subject');
        if (said === kinds[kind].on.includes(type)) wrong.push(`${kind} on ${type}`);
      }
    expect(wrong).toEqual([]);
  });

  it('or that it does not touch', () => {
    const dose = entry('dosed', { doseMl: 6.4, strengthMgMl: 61.8 });
    expect(verdict({ ...dose, also: [ofType('supply')] })).toBe('ok');
    expect(verdict({ ...dose, also: [ofType('home')] })).toBe('also: other-subject');
  });
});

it('an older browser’s entry is lifted before it is judged, and judged by its own shape', () => {
  const supply = h.subject('supply');
  const old = { name: 'Bleach', bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 } };
  expect(verdict({ ...entry('supply.set', { ...old, amountMl: 5000 }, supply), v: 1 })).toBe('ok');
  const today = { ...old, kind: 'bleach', amount: 5000 };
  expect(verdict({ ...entry('supply.set', today, supply), v: 1 })).not.toBe('ok');
  expect(verdict({ ...entry('supply.set', null, supply), v: 1 })).not.toBe('ok');
});

it('parameters of a text may not be called like the options of its library', () => {
  const step = (params: unknown) =>
    entry(
      'sheet.begun',
      {
        method: 'boil',
        inputs: {},
        headline: { id: 'boil.headline', params },
        steps: [{ id: 'a', kind: 'do', text: { id: 'step.boil.cool' } }],
        uses: [],
        credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
      },
      `sheet:${drum.slice(10)}`,
    );
  for (const word of ['lng', 'context', 'returnObjects', 'reader', 'toString'])
    expect(verdict(step({ [word]: 'x' })), word).toMatch(/reserved/);
});

const bleach = { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 };
const instruction = {
  school: 'target-dose',
  strengthSchool: 'replace-yearly',
  volumeL: 198,
  strengthMgMl: 61.8,
  targetMgL: 2,
  doseMl: 6.4,
  way: 'tool',
  contactMin: 30,
  clarity: 'clear',
};

describe('the data of a kind', () => {
  it.each([
    ['filled', { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true }],
    [
      'filled',
      {
        volumeL: { value: 198, known: 'guessed', spread: 0.25 },
        water: 'bought',
        sealed: true,
        printedUntil: '2027-05-01',
      },
    ],
    ['drawn', { volumeL: 2, use: 'drinking', byTap: true }],
    ['batch.begun', instruction],
    ['dosed', { doseMl: 6.4, strengthMgMl: 61.8 }],
    ['read', { parameter: 'free-chlorine', method: 'comparator', value: 0.4 }],
    ['read', { parameter: 'chlorine-smell', method: 'senses', found: 'faint' }],
    ['read', { parameter: 'nitrate', method: 'strip', value: 45, as: 'N' }],
    ['read', { parameter: 'e-coli', method: 'laboratory', value: 1, beyond: 'below' }],
    [
      'read',
      {
        parameter: 'e-coli',
        method: 'tubes',
        value: 42.7,
        rack: [
          { volumeMl: 10, tubes: 3, positive: 3 },
          { volumeMl: 1, tubes: 3, positive: 1 },
          { volumeMl: 0.1, tubes: 3, positive: 0 },
        ],
      },
    ],
    ['moved', { place, shelf: 'A' }],
    ['container.added', { code: 'A-1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' }],
    ['supply.set', { name: 'Bleach', bleach, kind: 'bleach', amount: 1000 }],
    ['group.set', { name: 'Hall', timeZone: 'Europe/London' }],
    ['plan.set', { needSchool: 'humanitarian', targetDays: 14 }],
  ])('%s is good', (kind, data) => {
    expect(verdict(entry(kind, data))).toBe('ok');
  });

  it.each([
    [
      'filled',
      { volumeL: { value: 0, known: 'measured' }, water: 'well', sealed: true },
      'data.volumeL.value: too-small',
    ],
    [
      'filled',
      { volumeL: { value: 198, known: 'heard' }, water: 'well', sealed: true },
      /^data\.volumeL\.known/,
    ],
    [
      'filled',
      { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true, printedUntil: 'soon' },
      'data.printedUntil: day',
    ],
    ['drawn', { volumeL: Number.NaN, use: 'drinking', byTap: true }, 'data.volumeL: number'],
    ['drawn', { volumeL: '5', use: 'drinking', byTap: true }, 'data.volumeL: number'],
    ['batch.begun', { ...instruction, contactMin: 1 }, 'data.contactMin: too-small'],
    ['batch.begun', { ...instruction, ph: 14.5 }, 'data.ph: too-large'],
    ['read', { parameter: 'free-chlorine', method: 'comparator' }, 'data: value'],
    ['read', { parameter: 'chlorine-smell', method: 'senses', value: 0.4 }, 'data: found'],
    ['read', { parameter: 'ph', method: 'strip', value: 75 }, 'data: impossible'],
    ['read', { parameter: 'free-chlorine', method: 'meter', value: -1 }, 'data: impossible'],
    ['read', { parameter: 'nitrate', method: 'strip', value: 45 }, 'data: as'],
    ['read', { parameter: 'ph', method: 'strip', value: 7, as: 'N' }, 'data: as'],
    ['read', { parameter: 'turbidity', method: 'soap', value: 7 }, 'data: method'],
    ['read', { parameter: 'e-coli', method: 'presence-absence', found: 'cloudy' }, 'data: found'],
    [
      'read',
      {
        parameter: 'e-coli',
        method: 'tubes',
        value: 9,
        rack: [{ volumeMl: 10, tubes: 3, positive: 1 }],
      },
      'data: tubes',
    ],
    ['kit.checked', { what: 'duplicate', parameter: 'ph', first: { value: 7 } }, 'data: second'],
    ['moved', { place: 'cellar' }, 'data.place: subject'],
    [
      'container.added',
      { code: '', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' },
      'data.code: required',
    ],
    [
      'supply.set',
      { name: 'Bleach', bleach: { ...bleach, strength: 0 }, kind: 'bleach', amount: 1000 },
      'data.bleach.strength: too-small',
    ],
    ['group.set', { timeZone: 'Middle/Earth' }, 'data.timeZone: time-zone'],
    ['group.set', { address: 'javascript:alert(1)' }, 'data.address: url'],
    ['group.set', { address: 'file:///etc/hosts' }, 'data.address: url'],
    ['group.set', { codeLetters: 'T H' }, 'data.codeLetters: code-letters'],
    ['group.set', { address: 'the hall' }, 'data.address: url'],
    ['plan.set', { targetDays: 2.5 }, 'data.targetDays: whole'],
    ['struck', { target: 'the last one' }, 'data.target: ulid'],
  ])('%s of %j stumbles', (kind, data, where) => {
    const said = verdict(entry(kind, data));
    if (typeof where === 'string') expect(said).toBe(where);
    else expect(said).toMatch(where);
  });

  it('has no field that its kind does not name, in whatever depth: what is not known is refused, not dropped', () => {
    expect(verdict(entry('drawn', { volumeL: 2, use: 'drinking', byTap: true, secret: 'x' }))).toBe(
      'data.secret: unknown-field',
    );
    const volumeL = { value: 198, known: 'measured', unit: 'gal' };
    expect(verdict(entry('filled', { volumeL, water: 'well', sealed: true }))).toBe(
      'data.volumeL.unit: unknown-field',
    );
    expect(verdict({ ...entry('opened', {}), seq: 4 })).toBe('seq: unknown-field');
  });
});

describe('both demos', () => {
  it.each([
    ['Tarn Hollow', tarnHollow(NOW)],
    ['the household', household(NOW)],
  ])('%s is written in entries that the contract knows, once each', (_, entries) => {
    expect(entries.map(verdict).filter(said => said !== 'ok')).toEqual([]);
    expect(new Set(entries.map(e => e.id)).size).toBe(entries.length);
    expect(entries.every(e => e.happenedAt <= NOW)).toBe(true);
    expect(entries.every(e => entryKinds.includes(e.kind))).toBe(true);
  });
});

it('a request carries at least one entry and not more than it may', () => {
  const good = entry('noted', { text: 'x' });
  expect(v.safeParse(PostEntriesSchema, { entries: [], mode: 'intend' }).success).toBe(false);
  expect(v.safeParse(PostEntriesSchema, { entries: [good], mode: 'perhaps' }).success).toBe(false);
  expect(v.safeParse(PostEntriesSchema, { entries: [good], mode: 'happened' }).success).toBe(true);
  expect(v.safeParse(PostEntriesSchema, { entries: Array(5001).fill(good), mode: 'intend' }).success).toBe(
    false,
  );
});

describe('scalars', () => {
  it.each([
    [SubjectSchema, 'group', true],
    [SubjectSchema, 'kind:drum-208l', true],
    [SubjectSchema, drum, true],
    [SubjectSchema, 'container:short', false],
    [SubjectSchema, 'kind:Drum', false],
    [instant, NOW, true],
    [instant, '2026-13-25T09:00:00.000Z', false],
    [day, '2026-02-28', true],
    [day, '2026-2-8', false],
    [day, '1989-12-31', false],
    [day, '1990-01-01', true],
    [day, '2200-01-01', false],
  ] as const)('%# %s', (schema, value, isGood) => {
    expect(v.safeParse(schema as v.GenericSchema, value).success).toBe(isGood);
  });
});
