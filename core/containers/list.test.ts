import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { seedKinds } from './kinds.ts';
import { type ListOptions, readList } from './list.ts';
import { readDate } from './listDate.ts';
import { guessFields, headLine } from './listFields.ts';
import { readSize, unitOfHeading } from './listSize.ts';
import { decodeList } from './listText.ts';
import { forbidsDrinking, readWater } from './listWater.ts';

const { data } = Papa.parse<string[]>(
  readFileSync(new URL('./fixtures/hand-kept-list.csv', import.meta.url), 'utf8').trimEnd(),
);
const [heading = [], ...lines] = data;
const options: ListOptions = {
  fields: guessFields(heading),
  headings: heading,
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

describe('a size', () => {
  const gal = 3.785411784;
  it.each([
    ['5 gal', { count: 1, litres: 5 * gal }],
    ['20-gal', { count: 1, litres: 20 * gal }],
    ['20 000 L', { count: 1, litres: 20_000 }],
    ['two 20 L', { count: 2, litres: 20 }],
    ['20 L x 3', { count: 3, litres: 20 }],
    ['2 x 1.5 l', { count: 2, litres: 1.5 }],
    ['3 × 26 L cube with tap', { count: 3, litres: 26, shape: 'cube' }],
    ['55 gallon (half)', { count: 1, litres: 55 * gal, share: 0.5 }],
    ['20 litre can half full', { count: 1, litres: 20, shape: 'can', share: 0.5 }],
    ['1 1/2 gal', { count: 1, litres: 1.5 * gal }],
    ['½ gal', { count: 1, litres: gal / 2 }],
    ['208L barrel', { count: 1, litres: 208, shape: 'drum' }],
    ['55 gal drum (blue, plastic)', { count: 1, litres: 55 * gal, shape: 'drum' }],
    ['5 gal 2 qt', { count: 1, litres: 5.5 * gal }],
  ] as const)('%s', (text, size) => {
    const read = readSize(text, { units: 'US' });
    expect(read).toMatchObject({ ...size, litres: expect.closeTo(size.litres, 6) });
    if (typeof read === 'object') expect(Object.keys(read).sort()).toEqual(Object.keys(size).sort());
  });

  it.each([
    ['1/2', 'no-unit'],
    ['500', 'no-unit'],
    ['-20 L', 'negative'],
    ['1.500 L', 'two-ways'],
    ['1,000 L tote', 'two-ways'],
    ['7 or 8 L', 'unread'],
    ['bucket', 'unread'],
    ['2 20 L jugs', 'unread'],
    ['20 L or so', 'unread'],
  ] as const)('%s is asked: %s', (text, why) => {
    expect(readSize(text, { units: 'US' })).toBe(why);
  });

  it('takes the unit of its column, and the decimal mark that somebody named', () => {
    expect(readSize('500', { units: 'metric', unit: 'mL' })).toMatchObject({ litres: 0.5 });
    expect(readSize('5', { units: 'US', unit: 'US gal' })).toMatchObject({
      litres: expect.closeTo(18.927, 3),
    });
    expect(readSize('1.500 L', { units: 'metric', decimal: ',' })).toMatchObject({ litres: 1500 });
    expect(readSize('1.500 L', { units: 'metric', decimal: '.' })).toMatchObject({ litres: 1.5 });
    expect(readSize('1,000 L tote', { units: 'metric', decimal: '.' })).toMatchObject({ litres: 1000 });
    expect(unitOfHeading('Size (gal)', 'imp gal')).toBe('imp gal');
    expect(unitOfHeading('How big, ml', 'US gal')).toBe('mL');
    expect(unitOfHeading('Label', 'US gal')).toBeUndefined();
  });

  it('of an imperial list is imperial', () => {
    expect(readSize('5 gal', { units: 'imperial' })).toMatchObject({ litres: expect.closeTo(22.73, 2) });
  });
});

describe('the water of a row', () => {
  it.each([
    ['tap', 'treated-tap'],
    ['Mains water', 'treated-tap'],
    ['bottled', 'bought'],
    ['from the shop', 'bought'],
    ['stored rainwater', 'rain'],
    ['snow melt, not treated yet', 'snow'],
    ['river - needs boiling', 'river'],
    ['the old well', 'well'],
    ['dunno', 'unknown'],
    ['?', 'unknown'],
    ['empty', 'empty'],
    ['treated-tap', 'treated-tap'],
  ] as const)('“%s” is %s', (text, water) => expect(readWater(text)).toBe(water));

  it.each([
    'untreated',
    'to be treated',
    'tap - unsafe boil notice',
    'undrinkable bottled',
    'un-treated tap',
    'not tap',
    'mains?',
    'rain/tap mix',
    'boiled stream',
    'filtered rain',
    'rain (treated)',
    'well, tested',
    'treated',
    'drinking water',
    'tap water, do not drink',
    'spring water (bottled)',
  ])('“%s” is asked', text => expect(readWater(text)).toBeUndefined());

  it('is never drunk by a word with anything beside it', () => {
    const beside = [
      'not',
      'no',
      'un',
      'bad',
      'old',
      'maybe',
      'or rain',
      '/ pond',
      'unsafe',
      'mixed',
      'for flushing',
    ];
    for (const word of ['tap', 'mains', 'bottled', 'bought', 'canned', 'city water'])
      for (const other of beside)
        for (const text of [`${word} ${other}`, `${other} ${word}`, `${word}, ${other}`])
          expect(['treated-tap', 'bought', 'canned', 'pouch'], text).not.toContain(readWater(text));
  });

  it('is not drunk where somebody wrote so beside it', () => {
    for (const text of [
      'DO NOT DRINK',
      "don't drink",
      'not for drinking',
      'non-potable',
      'unsafe',
      'contaminated',
    ])
      expect(forbidsDrinking(text), text).toBe(true);
    for (const text of ['lid stiff', 'under the sink', 'drinking water for the school'])
      expect(forbidsDrinking(text), text).toBe(false);
  });
});

describe('a list as it is kept', () => {
  const read = (csv: string, more: Partial<ListOptions> = {}) => {
    const table = Papa.parse<string[]>(csv.trim()).data;
    const head = headLine(table);
    const headings = table[head]!;
    return readList(table.slice(head + 1), {
      ...options,
      fields: guessFields(headings),
      headings,
      firstLine: head + 2,
      ...more,
    });
  };
  const all = (csv: string, more: Partial<ListOptions> = {}) =>
    read(csv, more).rows.flatMap(r => r.proposals);
  const said = (csv: string) =>
    read(csv).rows.flatMap(r => r.judgements.map(j => `${r.line} ${j.judgement.reason.id}`));

  it('with a title above and a sum below', () => {
    const csv = 'Water in the barn,,\nas of May,,\nLabel,Size,Place\nB1,20 L,Barn\nTotal,20 L,';
    expect(said(csv)).toEqual(['5 list.total']);
    expect(all(csv)).toMatchObject([{ code: 'B1', place: 'Barn' }]);
  });

  it('with the unit in its heading, in a column of its own, or nowhere', () => {
    expect(all('Size (gal),Place\n5,Barn')).toMatchObject([{ kind: { id: 'jug-18.9l' } }]);
    expect(all('Size,Unit,Place\n500,mL,Barn\n20,L,Barn')).toMatchObject([
      { kind: { nominalL: 0.5 } },
      { kind: { nominalL: 20 } },
    ]);
    expect(read('Size,Place\n20,Barn\n26,Barn').unitless).toEqual([0]);
    expect(all('Size,Place\n20,Barn', { columnUnit: { 0: 'L' } })).toHaveLength(1);
  });

  it('asks about a wording once, and takes the answer for every row', () => {
    const csv = 'Size,Place,Water,Filled\n20 L,Barn,untreated,2026-05-01\n20 L,Barn,Untreated!,2026-05-02';
    expect(read(csv).askedWaters).toEqual(['untreated']);
    expect(all(csv)).toEqual([]);
    expect(all(csv, { waters: { untreated: 'well' } })).toMatchObject([{ water: 'well' }, { water: 'well' }]);
  });

  it('takes no best-before for a day of filling', () => {
    const csv = 'Size,Place,Water,Best before date\n1.5 L,Barn,bought,2027-05-01';
    expect(all(csv)).toMatchObject([{ printedUntil: '2027-05-01', filledOn: '2025-11-25' }]);
  });

  it('is half full where it says so, and six of a size are six', () => {
    expect(all('Size,Place,Water,Filled\n55 gallon drum (half),Barn,tap,2026-05-01')[0]!.litres).toBeCloseTo(
      98.8,
      1,
    );
    expect(all('Size,Place\n6 x 20 L,Barn')).toHaveLength(6);
    expect(all('Size,Qty,Place\n20 L,90,Barn')).toHaveLength(90);
  });

  it('of the export keeps what failed, is condemned, held chemicals, is raw or waits', () => {
    const head =
      'code,kind,place,building,held_before,role,water,origin,sealed,litres,residual_mg_l,filled,good_until,state,note';
    const row = (...cells: string[]) => `${head}\n${cells.join(',')}`;
    const ready = [
      'A',
      'can-20l',
      'Cellar',
      'Hall',
      'water',
      'clean',
      'treated-tap',
      '',
      'yes',
      '19',
      '',
      '2026-06-01',
      '',
      'ready',
      '',
    ];
    const changed = (more: Record<string, string>) =>
      all(row(...ready.map((cell, i) => more[head.split(',')[i]!] ?? cell)))[0]!;
    expect(changed({})).toMatchObject({
      building: 'Hall',
      role: 'clean',
      heldBefore: 'water',
      water: 'treated-tap',
    });
    expect(changed({ state: 'failed' })).toMatchObject({ mark: 'failed' });
    expect(changed({ state: 'condemned' })).toMatchObject({ mark: 'condemned' });
    expect(changed({ state: 'waiting' })).toMatchObject({ mark: 'waiting' });
    expect(changed({ state: 'utility' })).toMatchObject({ role: 'raw' });
    expect(changed({ role: 'raw' })).toMatchObject({ role: 'raw' });
    expect(changed({ held_before: 'chemicals' })).toMatchObject({ heldBefore: 'chemical' });
    expect(changed({ held_before: 'who can say' })).toMatchObject({ heldBefore: 'unknown' });
    expect(changed({ note: 'DO NOT DRINK' })).toMatchObject({ role: 'raw' });
    expect(changed({ state: 'DO NOT DRINK' })).toMatchObject({ role: 'raw' });
    expect(changed({ water: 'well', origin: 'protected', residual_mg_l: '0.4', sealed: 'no' })).toMatchObject(
      {
        water: 'well',
        origin: { protection: 'protected' },
        residualMgL: 0.4,
        sealed: false,
      },
    );
  });

  it('comes in the letters of its time', () => {
    expect(decodeList(new Uint8Array([0xbd, 0x20, 0x67, 0x61, 0x6c]))).toBe('½ gal');
    expect(decodeList(new Uint8Array([0xff, 0xfe, 0x35, 0x00]))).toBe('5');
    expect(decodeList(new TextEncoder().encode('½ gal'))).toBe('½ gal');
  });
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
