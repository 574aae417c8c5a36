import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { seedKinds } from './kinds.ts';
import { guessFields, type ListOptions, readDate, readList, readSize } from './list.ts';

const { data } = Papa.parse<string[]>(
  readFileSync(new URL('./fixtures/hand-kept-list.csv', import.meta.url), 'utf8').trimEnd(),
);
const [heading = [], ...lines] = data;
const options: ListOptions = {
  fields: guessFields(heading),
  kinds: seedKinds,
  system: 'US',
  dayFirst: true,
  today: '2026-11-25',
  known: new Map(),
};

describe('headings', () => {
  it('are guessed in any order and wording', () => {
    expect(guessFields(heading)).toEqual(['place', 'size', 'code', 'filled', 'water', 'litres', 'note']);
    expect(guessFields(['Tag', 'Location', 'Container type', 'Qty', 'Date filled', 'Colour'])).toEqual([
      'code',
      'place',
      'size',
      'count',
      'filled',
      'ignore',
    ]);
  });
});

describe('a date', () => {
  it.each([
    ['4.6.2026', true, '2026-06-04'],
    ['2026-06-05', undefined, '2026-06-05'],
    ['5 Jun 2026', undefined, '2026-06-05'],
    ['June 5, 2026', undefined, '2026-06-05'],
    ["3 Apr '26", undefined, '2026-04-03'],
    ['13/06/2026', undefined, '2026-06-13'],
    ['06/13/2026', undefined, '2026-06-13'],
    ['3/4/26', true, '2026-04-03'],
    ['3/4/26', false, '2026-03-04'],
  ])('%s (day first: %s) is %s', (text, dayFirst, day) => {
    expect(readDate(text, dayFirst)).toMatchObject({ day });
  });

  it('that does not exist, or says nothing, is not read; one of two readings is asked about', () => {
    expect(readDate('31/6/2026', true)).toBeUndefined();
    expect(readDate('last winter', true)).toBeUndefined();
    expect(readDate('3/4/26', undefined)).toEqual({ unclear: true });
    expect(readDate('June 2026', undefined)).toEqual({ day: '2026-06-01', isMonthOnly: true });
  });
});

it('a size is read as people write it', () => {
  expect(readSize('5 gal', 'US')?.litres).toBeCloseTo(18.93, 2);
  expect(readSize('5 gal', 'imperial')?.litres).toBeCloseTo(22.73, 2);
  expect(readSize('2 x 1.5 l', 'metric')).toMatchObject({ count: 2, litres: 1.5 });
  expect(readSize('208L barrel', 'metric')).toMatchObject({ count: 1, litres: 208, shape: 'drum' });
  expect(readSize('bucket', 'metric')).toBeUndefined();
});

describe('a messy list of 120 rows', () => {
  const { rows } = readList(lines, options);
  const faults = rows.flatMap(r =>
    r.judgements.map(j => `${r.line} ${heading[j.column]}: ${j.judgement.reason.id}`),
  );

  it('has every fault named at its row and column', () => {
    expect(lines).toHaveLength(120);
    // written down while the list was written, not read off the code
    const written = [
      '7 Filled on: list.month-only',
      '7 label no.: list.code-for-many',
      '8 label no.: list.code-for-many',
      '9 Where: list.no-place',
      '10 What: list.no-size',
      '11 What: list.size-unread',
      '12 label no.: list.code-twice',
      '13 Filled on: list.date-unread',
      '15 how much in it: list.overfull',
      '16 Filled on: list.date-future',
      '17 Filled on: list.date-unread',
      '20 What: list.kind-near',
      '21 What: list.no-kind',
      '22 Filled on: list.date-missing',
      '23 water from: list.water-missing',
      '24 water from: list.water-unknown',
      '26 how much in it: list.litres-unread',
    ];
    expect(faults.filter(f => Number(f.split(' ')[0]) < 28).sort()).toEqual(written.sort());
    expect(faults.filter(f => Number(f.split(' ')[0]) >= 28)).toEqual([]);
  });

  it('sets down the rest, with what was written', () => {
    const proposals = rows.flatMap(r => r.proposals);
    expect(proposals.filter(p => p.code?.startsWith('K2'))).toHaveLength(2);
    expect(proposals.filter(p => p.code?.startsWith('K3'))).toHaveLength(6);
    expect(proposals.find(p => p.code === 'A2')).toMatchObject({
      kind: { id: 'drum-208l' },
      litres: 197.6,
      filledOn: '2026-06-05',
      water: 'treated-tap',
    });
    expect(proposals.find(p => p.code === 'B8')?.water).toBeUndefined();
    expect(proposals.find(p => p.code === 'B7')?.water).toBe('unknown');
    // a date rubbed off is taken as a year ago: past, so nobody drinks it by mistake
    expect(proposals.find(p => p.code === 'B5')?.filledOn).toBe('2025-11-25');
    expect(proposals.find(p => p.code === 'S2')?.filledOn).toBe('2026-04-03');
  });

  it('asks once about dates that can be read two ways', () => {
    const { dayFirst: _, ...undecided } = options;
    expect(readList(lines, undecided).unclearDates).toBeGreaterThan(0);
    expect(readList(lines, options).unclearDates).toBe(0);
  });

  it('is recognised when it comes again', () => {
    const known = new Map(
      rows
        .flatMap(r => r.proposals)
        .flatMap(p =>
          p.code
            ? [
                [
                  p.code.toLowerCase(),
                  { kind: p.kind.id, ...(p.filledOn ? { filledOn: p.filledOn } : {}) },
                ] as const,
              ]
            : [],
        ),
    );
    const again = readList(lines, { ...options, known });
    const a1 = again.rows.find(r => r.cells[2] === 'A1')!;
    expect(a1).toMatchObject({ isKnown: true, proposals: [] });
    const changed = readList([['Cellar', '20 L', 'A1', '2026-06-04', 'tap', '', '']], { ...options, known });
    expect(changed.rows[0]!.judgements[0]!.judgement.reason.id).toBe('list.code-there');
  });
});
