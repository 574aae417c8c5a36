import { describe, expect, it } from 'vitest';
import { addMinutes, type Instant } from '../../base/day.ts';
import { type Condition, conditions, type Word, words } from './conditions.ts';
import type { Finding, Place } from './finding.ts';
import { type HoldId, holdIds, holdsAt, wordsOf } from './holds.ts';

const FOUND: Instant = '2026-06-01T08:00:00.000Z';
const day = (days: number): Instant => addMinutes(FOUND, days * 1440);

const tap: Place = { water: 'treated-tap', isStored: false, isClosed: false };
const spring: Place = { water: 'spring', isStored: false, isClosed: true };
const well: Place = { water: 'well', isStored: false, isClosed: false };
const roof: Place = { water: 'rain', isStored: false, isClosed: false };
const stream: Place = { water: 'stream', isStored: false, isClosed: false };
const drum: Place = { water: 'treated-tap', isStored: true, isClosed: false };

const read =
  (reading: object) =>
  (at: Instant): Finding =>
    ({ at, is: 'read', reading: { method: 'laboratory', ...reading } }) as Finding;
const looked =
  (...looks: string[]) =>
  (at: Instant): Finding =>
    ({ at, is: 'looked', looks, smell: 'none' }) as Finding;
const happened =
  (what: string) =>
  (at: Instant): Finding =>
    ({ at, is: 'happened', what }) as Finding;
const smells = (found: string) => read({ parameter: 'smell', method: 'senses', found });

/** A finding that begins each hold, and where. */
const begun: Readonly<Record<HoldId, readonly (readonly [Place, (at: Instant) => Finding])[]>> = {
  'fuel-smell': [
    [spring, smells('fuel')],
    [drum, smells('solvent')],
  ],
  sheen: [[stream, looked('sheen')]],
  poisoning: [[stream, looked('dead-animals')]],
  mine: [[stream, at => ({ at, is: 'upstream', of: 'mine' })]],
  industry: [[stream, at => ({ at, is: 'upstream', of: 'industry' })]],
  spill: [[well, happened('spill')]],
  foam: [[roof, happened('foam')]],
  scum: [[stream, looked('scum-green')]],
  confirmed: [[spring, at => ({ at, is: 'confirmed', of: 'toxin' })]],
  unnatural: [[tap, looked('unnatural')]],
  failed: [[drum, at => ({ at, is: 'failed' })]],
  flood: [[stream, happened('flood')]],
  sewage: [[spring, smells('sewage')]],
  spraying: [
    [roof, happened('spraying')],
    [stream, happened('spraying')],
    [well, happened('spraying')],
  ],
  smoke: [[roof, happened('smoke')]],
  ash: [[stream, happened('ash')]],
  'other-water': [[spring, read({ parameter: 'ph', value: 3.9 })]],
  salty: [[well, read({ parameter: 'conductivity', value: 4601 })]],
  'brown-tap': [
    [tap, looked('brown')],
    [drum, read({ parameter: 'colour', method: 'senses', found: 'brown' })],
  ],
  illness: [[spring, at => ({ at, is: 'ill', stopsFrom: at, isChemical: false })]],
  upset: [
    [spring, happened('flood')],
    [well, happened('works')],
  ],
  works: [
    [tap, happened('works')],
    [roof, happened('works')],
  ],
  'flooded-tap': [[tap, happened('flood')]],
  germs: [
    [well, read({ parameter: 'e-coli', value: 1 })],
    [
      spring,
      at => ({
        at,
        is: 'read',
        reading: { parameter: 'e-coli', method: 'laboratory', value: 1 },
        isFollowed: true,
      }),
    ],
    [drum, read({ parameter: 'e-coli', value: 1 })],
  ],
  'metals-confirmed': [[stream, at => ({ at, is: 'confirmed', of: 'nitrate-metals' })]],
  'germs-confirmed': [[stream, at => ({ at, is: 'confirmed', of: 'viruses' })]],
  cloudy: [
    [tap, read({ parameter: 'turbidity', value: 5 })],
    [spring, looked('cloudy')],
    [drum, looked('cloudy')],
  ],
};

const isWord = (condition: Condition): condition is Word => words.some(word => word === condition);
const said = (of: HoldId, by: Word, at: Instant): Finding => ({ at, is: 'said', of, by });
const none = read({ parameter: 'e-coli', value: 0 });

/** What makes a condition so, as early as it may be. */
function meet(condition: Condition, of: HoldId): Finding[] {
  if (isWord(condition)) return [said(of, condition, day(1))];
  switch (condition) {
    case 'germs-none':
      return [none(day(1))];
    case 'germs-none-twice':
      return [none(day(1)), none(day(2))];
    case 'follow-up':
      return [said(of, 'over', day(2))];
    case 'clear':
      return [looked('clear')(day(1))];
    case 'chlorine':
      return [read({ parameter: 'free-chlorine', value: 0.2 })(day(1))];
    case 'inspected':
      return [{ at: day(1), is: 'inspected', yes: [] }];
    case 'treated':
      return [{ at: day(1), is: 'treated' }];
    case 'two-rains':
      return [5, 5].map((mm, i): Finding => ({ at: day(1 + i), is: 'rained', mm }));
    case 'back-in-range':
      return [
        read({ parameter: 'ph', value: 7 })(day(1)),
        read({ parameter: 'conductivity', value: 700 })(day(1)),
      ];
    default:
      return [];
  }
}
const NOW = day(40);
const EARLY: Partial<Record<Condition, Instant>> = { 'seven-days': day(6.9), 'fourteen-days': day(13.9) };

const inTime = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
const stands = (of: HoldId, place: Place, findings: readonly Finding[], now = NOW): boolean =>
  holdsAt(
    inTime(findings).filter(f => f.at <= now),
    place,
    now,
  ).some(h => h.of === of);

const cases = holdIds.flatMap(of => begun[of].map(([place, begin]) => ({ of, place, begin })));

describe('a finding that holds a water back', () => {
  it.each(cases)('$of begins, and does not end by itself', ({ of, place, begin }) => {
    expect(stands(of, place, [begin(FOUND)])).toBe(true);
  });

  it.each(cases)('$of ends by each of its ways out, and by no part of one', ({ of, place, begin }) => {
    const [hold] = holdsAt([begin(FOUND)], place, NOW).filter(h => h.of === of);
    for (const way of hold!.ends) {
      const all = way.flatMap(({ condition }) => meet(condition, of));
      expect(stands(of, place, [begin(FOUND), ...all])).toBe(false);
      for (const { condition } of way) {
        const rest = way.filter(c => c.condition !== condition).flatMap(c => meet(c.condition, of));
        const early = EARLY[condition];
        if (early) expect(stands(of, place, [begin(FOUND), ...all], early), condition).toBe(true);
        else expect(stands(of, place, [begin(FOUND), ...rest]), condition).toBe(true);
      }
      // what was so before it was found ends nothing, and what is found again begins anew
      expect(
        stands(
          of,
          place,
          [...all, begin(day(3))].filter(f => f.at < day(3.1)),
          day(3.2),
        ),
      ).toBe(true);
    }
  });

  it.each(cases)('$of is not ended by everything that ends others', ({ of, place, begin }) => {
    const [hold] = holdsAt([begin(FOUND)], place, NOW).filter(h => h.of === of);
    // two words for one thing: a follow-up is over, and rains that no gauge told of
    const own = new Set<Condition>([
      ...hold!.ends.flatMap(way => way.map(c => c.condition)),
      'follow-up',
      'rains',
    ]);
    const foreign = conditions.filter(c => !own.has(c)).flatMap(c => meet(c, of));
    expect(stands(of, place, [begin(FOUND), ...foreign])).toBe(true);
    // nor by what is said of another finding
    const other = holdIds.find(id => id !== of)!;
    const words = hold!.ends.flatMap(way => way.flatMap(c => (isWord(c.condition) ? [c.condition] : [])));
    expect(
      words.length > 0 && !stands(of, place, [begin(FOUND), ...words.map(w => said(other, w, day(1)))]),
    ).toBe(false);
  });

  it('asks for the words that are missing, and for no others', () => {
    const [brown] = holdsAt([looked('brown')(FOUND)], tap, NOW);
    expect(wordsOf(brown!)).toEqual(['flushed', 'supplier']);
    const [flushed] = holdsAt([looked('brown')(FOUND), said('brown-tap', 'flushed', day(1))], tap, NOW);
    expect(wordsOf(flushed!)).toEqual(['supplier']);
  });

  it('of a chemical that people fell ill of is not boiled away', () => {
    const ill = (isChemical: boolean): Finding => ({ at: FOUND, is: 'ill', stopsFrom: FOUND, isChemical });
    expect(holdsAt([ill(false)], spring, NOW)[0]?.most).toBe('boiled');
    expect(holdsAt([ill(true)], spring, NOW)[0]?.most).toBe('utility');
  });

  it('that falls from the sky does not reach a closed spring, nor a tanker', () => {
    const carrier: Place = { water: 'carrier', isStored: false, isClosed: false };
    for (const what of ['ash', 'smoke', 'spraying'])
      for (const place of [spring, carrier, tap])
        expect(holdsAt([happened(what)(FOUND)], place, NOW)).toEqual([]);
  });

  it('waits three days after a rain that washes it into open water', () => {
    const ash = [happened('ash')(FOUND), said('ash', 'dry', day(15))];
    const rain: Finding = { at: day(16), is: 'rained', mm: 5 };
    expect(stands('ash', stream, ash, day(15.5))).toBe(false);
    expect(stands('ash', stream, [...ash, rain], day(18.9))).toBe(true);
    expect(stands('ash', stream, [...ash, rain], day(19.1))).toBe(false);
    expect(stands('ash', stream, [...ash, { ...rain, mm: 4.9 }], day(16.5))).toBe(false);
  });

  it('of illness begins with the first who fell ill, and not with the count', () => {
    const ill: Finding = { at: FOUND, is: 'ill', stopsFrom: day(-2), isChemical: false };
    expect(holdsAt([ill], spring, NOW)[0]?.since).toBe(day(-2));
    expect(holdsAt([looked('brown')(FOUND)], tap, NOW)[0]?.since).toBe(FOUND);
  });

  it('of a figure out of its range ends by that figure, whatever else is read after it', () => {
    const sour = read({ parameter: 'ph', value: 3.9 })(FOUND);
    const nitrate = read({ parameter: 'nitrate', value: 10, as: 'NO3' });
    const back = read({ parameter: 'ph', value: 7 });
    expect(stands('other-water', spring, [sour, nitrate(day(1))], NOW)).toBe(true);
    expect(stands('other-water', spring, [sour, back(day(1)), nitrate(day(2))], NOW)).toBe(false);
  });
});
