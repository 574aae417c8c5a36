import { beforeEach, describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { noCredit } from '../../treatment/credit/credit.ts';
import { type EntryData, fold } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { carriedOf } from './fit.ts';
import { stateAt } from './wholeState.ts';

// Water of which something bad is known: neither good water poured onto it nor another vessel makes it better.

const START = '2026-06-01T08:00:00.000Z';
const at = (minutes: number) => addMinutes(START, minutes);

const free = (mgL: number) => readingOfChlorine({ method: 'dpd', mgL });
function begin(h: Hand, id: Subject, chemicalSmell = false) {
  h.write('batch.begun', id, {
    ...{ school: 'drops-rule', strengthSchool: 'replace-yearly', volumeL: 100, strengthMgMl: 61.8 },
    ...{ targetMgL: 6.5, doseMl: 10.5, way: 'tool', contactMin: 60, clarity: 'clear' },
  });
  h.write('checked', id, { clarity: 'clear', chemicalSmell });
}
const dose = (h: Hand, id: Subject, doseMl = 10.5) => {
  h.write('dosed', id, { doseMl, strengthMgMl: 61.8 });
  h.write('mixed', id, {});
};

const known: Record<string, (h: Hand, id: Subject) => void> = {
  'its chlorine was taken out by carbon': (h, id) => {
    const sheet = h.subject('sheet');
    h.write(
      'sheet.begun',
      sheet,
      {
        ...{ method: 'carbon', inputs: {}, headline: { id: 'carbon.headline' }, uses: [], credit: noCredit },
        ...{ steps: [{ id: 'run', text: { id: 'x' }, kind: 'do' as const }], dechlorinates: true as const },
      },
      [id],
    );
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'carbon' }, [id]);
  },
  'it smelled of a chemical before it was dosed': (h, id) => begin(h, id, true),
  'no residual was left after the repeat': (h, id) => {
    begin(h, id);
    for (const minutes of [200, 300]) {
      dose(h, id);
      h.at(at(minutes)).write('read', id, free(0));
    }
  },
  'ten times the dose went in': (h, id) => {
    begin(h, id);
    dose(h, id, 105);
    h.at(at(200)).write('read', id, free(30));
  },
  'a dose in it was given up': (h, id) => {
    begin(h, id);
    h.write('dosed', id, { doseMl: 10.5, strengthMgMl: 61.8 });
    h.write('batch.abandoned', id, { why: 'called away' });
  },
  'it reads too strong': (h, id) => h.write('read', id, free(9)),
  'it smells of fuel': (h, id) =>
    h.write('read', id, { parameter: 'smell', method: 'senses', found: 'fuel' }),
  'it was drawn from with a cup': (h, id) =>
    h.write('drawn', id, { volumeL: 10, use: 'drinking', byTap: false }),
  'its seal was found broken': (h, id) => h.write('inspected', id, { found: 'broken-seal' }),
  'algae were found in it': (h, id) => h.write('inspected', id, { found: 'algae' }),
  'it was said to have failed': (h, id) => h.write('failed', id, { why: 'test' }),
};

/** What stays with the vessel, whatever is in it. */
const vesselsOwn = new Set(['algae were found in it', 'it smells of fuel']);

let h: Hand;
let drum: Subject;
beforeEach(() => {
  h = hand(START);
  drum = drumInCellar(h);
});

const fill = (id: Subject, litres: number, from?: Subject) => {
  const treated = from && carriedOf(fold(h.entries).container[from]!.fill!, h.entries.at(-1)!.happenedAt);
  h.write(
    'filled',
    id,
    {
      volumeL: { value: litres, known: 'measured' },
      ...{ water: 'treated-tap', sealed: true },
      ...(from ? { vessel: from } : {}),
      ...(treated ? { treated } : {}),
    },
    from ? [from] : undefined,
  );
};
/** A clean vessel beside the drum. */
const another = (code: string, more: Partial<EntryData['container.added']> = {}): Subject => {
  const id = h.subject('container');
  const { place } = fold(h.entries).container[drum]!;
  const added = { code, kind: 'drum-208l', place, role: 'clean', heldBefore: 'new', ...more } as const;
  h.write('container.added', id, added);
  return id;
};
const state = (id: Subject, minutes: number) => {
  const { state, counts, goodUntil } = stateAt(fold(h.entries), at(minutes)).containers[id]!;
  return { state, counts, until: goodUntil?.at ?? goodUntil?.day };
};
const sound = { state: 'ready', counts: 'drinking', until: '2026-12-01' };

describe.each(Object.entries(known))('water of which it is known that %s', (why, finds) => {
  let before: ReturnType<typeof state>;
  beforeEach(() => {
    fill(drum, 100);
    expect(state(drum, 5)).toEqual(sound);
    h.at(at(10));
    finds(h, drum);
    before = state(drum, 700);
    expect(before).not.toEqual(sound);
    h.at(at(700));
  });

  it('is no better for good water that is poured onto it', () => {
    fill(drum, 50);
    expect(state(drum, 701)).toEqual(before);
    // emptied and filled afresh it is what it is filled with, unless the vessel itself is to blame
    h.at(at(710)).write('emptied', drum, { to: 'utility' });
    fill(drum, 100);
    if (!vesselsOwn.has(why)) expect(state(drum, 711)).toEqual(sound);
  });

  it('is no better for being poured into another vessel, nor into a third, nor once the first is empty', () => {
    const [second, third] = [another('B-1'), another('B-2')];
    fill(second, 40, drum);
    const grade = ({ counts, until }: typeof before) => ({ counts: counts ?? 'utility', until });
    expect(grade(state(second, 701))).toEqual(grade(before));
    h.at(at(720));
    fill(third, 20, second);
    expect(grade(state(third, 721))).toEqual(grade(before));
    h.at(at(730)).write('emptied', drum, { to: 'utility' });
    h.write('emptied', second, { to: 'utility' });
    expect(grade(state(third, 735))).toEqual(grade(before));
  });
});

it('water past its date is past it in every vessel that it is poured into, and wherever other water is poured onto it', () => {
  fill(drum, 100);
  const year = 365 * 1440;
  h.at(at(year));
  const second = another('B-1');
  fill(second, 40, drum);
  fill(drum, 40);
  for (const id of [drum, second])
    expect(state(id, year + 5)).toMatchObject({ state: 'past', counts: 'utility' });
});

it.each([
  ['chemical', 'failed', null],
  ['new', 'ready', 'drinking'],
] as const)('water out of a vessel that held %s before is %s in the next', (heldBefore, told, counts) => {
  const first = another('C-1', { heldBefore });
  fill(first, 50);
  fill(drum, 40, first);
  expect(state(drum, 5)).toMatchObject({ state: told, counts });
});

it('raw water that was carried in a vessel for it is drinking water once it was treated in the next', () => {
  const raw = another('C-1', { role: 'raw' });
  fill(raw, 50);
  expect(state(raw, 5).counts).toBe('utility');
  fill(drum, 40, raw);
  expect(state(drum, 5).counts).toBe('drinking');
});

it('what is read, treated or opened in the first after it was poured out says nothing of the next', () => {
  fill(drum, 100);
  const second = another('B-1');
  fill(second, 40, drum);
  h.at(at(60));
  begin(h, drum);
  dose(h, drum, 105);
  h.write('read', drum, free(9));
  h.write('drawn', drum, { volumeL: 10, use: 'drinking', byTap: false });
  expect(state(second, 120)).toEqual(sound);
});

it('old water out of a tank that is treated in a jug keeps from then', () => {
  fill(drum, 100);
  const year = 365 * 1440;
  h.at(at(year));
  const jug = another('B-1');
  fill(jug, 40, drum);
  expect(state(jug, year + 5)).toMatchObject({ state: 'past', counts: 'utility' });
  begin(h, jug);
  dose(h, jug);
  h.at(at(year + 70)).write('read', jug, free(0.6));
  h.write('labelled', jug, {});
  expect(state(jug, year + 80)).toMatchObject({ counts: 'drinking' });
  // the tank itself is as old as it was
  expect(state(drum, year + 80)).toMatchObject({ state: 'past', counts: 'utility' });
});

it.each([
  ['cracked', 'drinking'],
  ['leaking', 'drinking'],
  ['algae', 'utility'],
  ['near-fuel', 'utility'],
] as const)(
  'water out of a vessel that was found %s is %s water once it was treated in the next',
  (found, counts) => {
    fill(drum, 100);
    h.write('inspected', drum, { found });
    const jug = another('B-1');
    fill(jug, 40, drum);
    expect(state(jug, 5).counts).toBe('utility');
    begin(h, jug);
    dose(h, jug);
    h.at(at(70)).write('read', jug, free(0.6));
    h.write('labelled', jug, {});
    expect(state(jug, 80).counts).toBe(counts);
  },
);

it.each([0, 5])('half a rotation opens the vessel, with %s minutes between its halves', minutes => {
  fill(drum, 100);
  h.at(at(100)).write('drawn', drum, { volumeL: 50, use: 'utility', byTap: false });
  h.at(at(100 + minutes));
  fill(drum, 50);
  expect(state(drum, 110)).toMatchObject({ state: 'open', counts: 'drinking', until: '2026-06-04' });
});
