import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { seedKinds } from './kinds.ts';
import { readList } from './list.ts';
import { fieldsByContent, guessFields, headLine } from './listFields.ts';
import type { ListOptions } from './listRow.ts';

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

  it('with the kind in one column and its size in another, in either order', () => {
    expect(all('Kind,Capacity,Place\njerry can,5 gal,Barn\ndrum,55 gal,Barn')).toEqual(
      all('Size,Place\n5 gal jerry can,Barn\n55 gal drum,Barn'),
    );
    expect(all('Capacity,Type,Place\n20 L,jerry can,Barn')).toEqual(all('Size,Place\n20 L jerry can,Barn'));
    // the figure of one column is not the count of another
    expect(all('Type,Size,Place\n20 L can,20,Barn')).toEqual(all('Size,Place\n20 L can,Barn'));
    // but a second word on it is not passed over: it says the same, or the row is asked about
    expect(all('Size,Type,Place\n20 L,20 L can,Barn')).toHaveLength(1);
    for (const [size, type] of [
      ['20 L', 'diesel can 20'],
      ['20 L', '25 L can'],
      ['20 L can', '25'],
    ])
      expect(read(`Size,Type,Place\n${size},${type},Barn`).rows[0]).toMatchObject({
        judgements: [{ column: 1, judgement: { verdict: 'refuse', reason: { id: 'list.size-unread' } } }],
        proposals: [],
      });
    // nor is a word of the kind that nobody knows
    expect(all('Type,Size,Place\ndiesel drum,200 L,Barn')).toEqual([]);
    // what cannot be read, and the unit of a column, are of the column with the figure
    const asked = read('Type,Size,Place\njerry can,20,Barn\ndrum,,Barn');
    expect(asked.unitless).toEqual([1]);
    expect(asked.rows.map(r => r.judgements.map(j => [j.column, j.judgement.reason.id]))).toEqual([
      [[1, 'list.no-unit']],
      [[0, 'list.size-unread']],
    ]);
    expect(all('Type,Size,Place\njerry can,20,Barn', { columnUnit: { 1: 'L' } })).toHaveLength(1);
    expect(all('Type,Size (gal),Place\njerry can,5,Barn')).toEqual(all('Size,Place\n5 gal jerry can,Barn'));
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

  /** One row of named cells on a sound one: a 20 L can of tap water in the barn. */
  const one = (more: Record<string, string>, options: Partial<ListOptions> = {}) => {
    const cells = { size: '20 L can', place: 'Barn', water: 'tap', filled: '2026-05-01', ...more };
    return read(Papa.unparse([cells]), options).rows[0]!;
  };
  const proposed = (more: Record<string, string>, options: Partial<ListOptions> = {}) =>
    one(more, options).proposals[0];
  const saidOf = (more: Record<string, string>, options: Partial<ListOptions> = {}) =>
    one(more, options).judgements.map(j => [j.judgement.verdict, j.judgement.reason.id.slice(5)].join(' '));

  it('has nothing said of a sound row', () => {
    expect(saidOf({})).toEqual([]);
    expect(proposed({})).toEqual({
      code: undefined,
      kind: seedKinds.find(k => k.id === 'can-20l'),
      place: 'Barn',
      role: 'clean',
      heldBefore: 'water',
      water: 'treated-tap',
      litres: 19,
      filledOn: '2026-05-01',
      sealed: true,
    });
  });

  it.each([
    ['new', 'new'],
    ['never used', 'new'],
    ['Nothing', 'new'],
    ['food', 'food'],
    ['edible oil', 'chemical'],
    ['edible fat', 'food'],
    ['water only', 'water'],
    ['drinking water', 'water'],
    ['', 'water'],
    ['milk', 'milk-juice'],
    ['orange juice', 'milk-juice'],
    ['syrup of soda', 'milk-juice'],
    ['wine', 'milk-juice'],
    ['weedkiller', 'chemical'],
    ['old diesel', 'chemical'],
    ['PAINT', 'chemical'],
    ['soap and water', 'chemical'],
    ['bleach', 'chemical'],
    ['heating oil', 'chemical'],
    ['boiled sweets', 'unknown'],
    ['newspaper', 'unknown'],
    ['rose water', 'unknown'],
    ['?', 'unknown'],
    ['dunno', 'unknown'],
  ])('a vessel that held “%s” held %s', (held, heldBefore) =>
    expect(proposed({ held })).toMatchObject({ heldBefore }),
  );

  it('says where a past was not understood, not where it is said to be unknown', () => {
    expect(saidOf({ held: 'boiled sweets' })).toEqual(['warn held-unknown']);
    expect(saidOf({ held: 'unknown' })).toEqual([]);
    expect(saidOf({ held: 'chemicals' })).toEqual([]);
  });

  it.each([
    ['ready', {}],
    ['Limited protection', {}],
    ['opened', { isOpen: true }],
    ['bad', { mark: 'failed' }],
    ['condemned', { mark: 'condemned', role: 'raw' }],
    ['waiting', { mark: 'waiting' }],
    ['raw', { role: 'raw' }],
  ] as const)('a state “%s”', (state, more) => {
    const { mark, isOpen, role } = proposed({ state })!;
    expect({ mark, isOpen, role }).toEqual({ mark: undefined, isOpen: undefined, role: 'clean', ...more });
  });

  it('of a state that is no word of it, asks', () => {
    expect(saidOf({ state: 'so so' })).toEqual(['refuse state-unknown']);
    expect(saidOf({ state: 'not for drinking' })).toEqual(['warn forbidden']);
    expect(saidOf({ state: 'not for drinking', water: 'well' })).toEqual([]);
    // utility water is raw water's own state; of a vessel with a past it is the past that speaks
    expect(proposed({ state: 'utility', water: 'well' })).toMatchObject({ role: 'clean', water: 'well' });
    expect(proposed({ state: 'utility', held: 'milk' })).toMatchObject({ role: 'clean' });
  });

  it('counts in its count column or in its size, up to two thousand in a row', () => {
    expect(one({ count: '3' }).proposals).toHaveLength(3);
    expect(one({ count: 'x2', size: '2 x 20 L can' }).proposals).toHaveLength(4);
    expect(one({ count: '2000' }).proposals).toHaveLength(2000);
    for (const count of ['2001', '0', '-1', '1.5', 'some'])
      expect([count, saidOf({ count })]).toEqual([count, ['refuse count-unread']]);
    expect(saidOf({ count: '2000', size: '2 x 20 L can' })).toEqual(['refuse count-unread']);
  });

  it('of many under one code numbers them; a code twice is refused with the line of the first', () => {
    expect(one({ code: 'K', count: '3' }).proposals.map(p => p.code)).toEqual(['K', 'K-2', 'K-3']);
    expect(saidOf({ code: 'K', count: '2' })).toEqual(['warn code-for-many']);
    expect(saidOf({ code: 'K', count: '1' })).toEqual([]);
    const twice = read('Code,Size,Place\na,20 L,Barn\nb,20 L,Barn\nA,20 L,Barn\na,20 L,Barn').rows;
    expect(twice.map(r => r.judgements.map(j => j.judgement.reason.params?.line))).toEqual([
      [],
      [],
      [2],
      [2],
    ]);
  });

  it('takes the day that is written, up to today, and none from before 1990', () => {
    expect(proposed({ filled: '2026-11-25' })).toMatchObject({ filledOn: '2026-11-25' });
    expect(saidOf({ filled: '2026-11-26' })).toEqual(['refuse date-future']);
    expect(proposed({ filled: '1990-01-01' })).toMatchObject({ filledOn: '1990-01-01' });
    expect(saidOf({ filled: '1989-12-31' })).toEqual(['refuse date-long-ago']);
    expect(proposed({ until: '2030-01-01' })).toMatchObject({ printedUntil: '2030-01-01' });
    expect(saidOf({ until: '1926-01-01' })).toEqual(['refuse date-long-ago']);
    expect(saidOf({ until: 'June 2027' })).toEqual(['warn month-only']);
    expect(saidOf({ filled: '' })).toEqual(['warn date-missing']);
    expect(saidOf({ water: '' })).toEqual(['warn water-missing']);
    expect(saidOf({ water: '', filled: '' })).toEqual([]);
  });

  it('holds what is written, no more than it can, and half of it by a word', () => {
    expect(proposed({ litres: '12' })).toMatchObject({ litres: 12 });
    expect(proposed({ litres: 'half' })).toMatchObject({ litres: 9.5 });
    expect(proposed({ litres: 'FULL' })).toMatchObject({ litres: 19 });
    expect(proposed({ litres: '?' })).toMatchObject({ litres: 19 });
    expect(proposed({ litres: '5 gal' })).toMatchObject({ litres: expect.closeTo(18.927, 3) });
    // brimful is a fiftieth more than nominal, with a hand's error
    expect(proposed({ litres: '20.4' })).toMatchObject({ litres: 20.4 });
    expect(saidOf({ litres: '20.5' })).toEqual(['refuse overfull']);
    expect(saidOf({ litres: '1.500' })).toEqual(['refuse number-unclear']);
    expect(saidOf({ litres: 'plenty' })).toEqual(['refuse litres-unread']);
    expect(saidOf({ litres: '-3' })).toEqual(['refuse litres-unread']);
  });

  it('is empty where it says so in either column, or where nothing is said of its water at all', () => {
    for (const more of [
      { litres: '0' },
      { litres: 'empty' },
      { water: 'empty' },
      { water: '', filled: '' },
    ] as Record<string, string>[]) {
      const proposal = proposed(more)!;
      expect([more, proposal.water, proposal.litres, proposal.filledOn]).toEqual([
        more,
        undefined,
        undefined,
        undefined,
      ]);
    }
    expect(proposed({ water: '', filled: '', litres: '10' })).toMatchObject({ water: 'unknown', litres: 10 });
    expect(saidOf({ water: 'empty', filled: '' })).toEqual([]);
  });

  it.each([
    [{ size: 'bath tub 208 L', filled: '', litres: '208' }, true],
    [{ note: 'tub bladder, still in its box', filled: '' }, true],
    [{ note: 'fill when warned', filled: '', litres: '20' }, true],
    [{ filled: 'on warning' }, true],
    [{ note: 'folded', water: 'tap', filled: '' }, true],
    // a day on which it was filled says that there is water in it
    [{ note: 'bladder, filled before the storm' }, false],
    [{ note: 'not for the hot tub', litres: '20', filled: '' }, false],
    [{ note: 'spare can', litres: '20', filled: '' }, false],
  ] as [Record<string, string>, boolean][])(
    'of %j is room for water, filled only on warning: %s',
    (more, isRoom) => {
      expect(proposed(more)?.water === undefined).toBe(isRoom);
      expect(saidOf(more).includes('warn on-warning')).toBe(isRoom);
    },
  );

  it('has no container that is a part of the building', () => {
    for (const note of ['water heater, 150 L', 'toilet cistern', 'Hot water tank'])
      expect(saidOf({ note })).toContain('refuse in-building');
  });

  it('takes a residual from nothing to 500 mg/L, in its units or bare', () => {
    expect(proposed({ residual: '0,5 mg/L' })).toMatchObject({ residualMgL: 0.5 });
    expect(proposed({ residual: '0 ppm' })).toMatchObject({ residualMgL: 0 });
    expect(proposed({ residual: '500' })).toMatchObject({ residualMgL: 500 });
    expect(proposed({})).not.toHaveProperty('residualMgL');
    for (const residual of ['501', '-1', 'trace', 'mg/L 1'])
      expect([residual, saidOf({ residual })]).toEqual([residual, ['warn residual-unread']]);
  });

  it('is sealed unless it says otherwise', () => {
    for (const sealed of ['no', 'N', 'false', 'open', 'Broken', '0'])
      expect([sealed, proposed({ sealed })?.sealed]).toEqual([sealed, false]);
    for (const sealed of ['yes', '', 'noted', 'reopen not'])
      expect([sealed, proposed({ sealed })?.sealed]).toEqual([sealed, true]);
  });

  it('keeps what stands beside it, cut to what has room', () => {
    expect(
      proposed({ building: 'Hall', shelf: 'A', 'set apart': 'x'.repeat(90), note: 'y'.repeat(600) }),
    ).toMatchObject({ building: 'Hall', shelf: 'A', setApart: 'x'.repeat(80), note: 'y'.repeat(500) });
    for (const key of ['building', 'shelf', 'setApart', 'note', 'printedUntil', 'origin'])
      expect(proposed({})).not.toHaveProperty(key);
  });

  it('of a table that spreadsheets may open has no apostrophe before its codes', () => {
    expect(proposed({ code: "'=1" })).toMatchObject({ code: '=1' });
    expect(proposed({ code: "'a" })).toMatchObject({ code: "'a" });
  });

  it('says where the kind is only near, and asks where none is', () => {
    // 21 L is 5 % from the can of 20 L, 22 L 10 %
    expect(saidOf({ size: '21 L can' })).toEqual(['warn kind-near']);
    expect(saidOf({ size: '20.2 L can' })).toEqual([]);
    expect(saidOf({ size: '20.3 L can' })).toEqual(['warn kind-near']);
    expect(saidOf({ size: '22 L can' })).toEqual(['refuse no-kind']);
    expect(proposed({ size: '12 L', water: 'bought' })).toBeUndefined();
    // the nearest, and of two as near the one of its shape
    expect(proposed({ size: '19 L' })).toMatchObject({ kind: { id: 'jug-18.9l' } });
    expect(proposed({ size: '19.4 L can' })).toMatchObject({ kind: { id: 'can-20l' } });
    expect(proposed({ size: '1 quart jar', water: 'canned' }, { system: 'US' })).toMatchObject({
      kind: { id: 'jar-946ml' },
    });
    expect(proposed({ size: 'DRUM-208L' })).toMatchObject({ kind: { id: 'drum-208l' } });
  });

  it('of bottles takes a dozen and more for a pack, with one bottle’s litres read as all', () => {
    expect(one({ size: '24 x 0.5 L bottle', litres: '0.5 L', water: 'bought' })).toMatchObject({
      judgements: [{ judgement: { verdict: 'warn', reason: { id: 'list.pack', params: { pieces: 24 } } } }],
      proposals: [{ kind: { id: 'pack-24x500ml' }, litres: 12 }],
    });
    expect(one({ size: '6 x 0.5 L bottle', water: 'bought' }).proposals).toHaveLength(6);
    expect(proposed({ size: 'pack-30x500ml', water: 'bought' })).toMatchObject({ kind: { nominalL: 15 } });
    expect(saidOf({ size: 'pack-0x500ml', water: 'bought' })[0]).toMatch(/^refuse/);
  });

  it('counts what it asks, once for each cell, column or wording', () => {
    const csv =
      'Size,Place,Water,Filled\n20,Barn,murk,3/4/26\n20,Barn,murk,5/6/26\n1.500 L,Barn,soup,2026-05-01\n,,,\n';
    const { dayFirst: _, ...undecided } = options;
    const table = Papa.parse<string[]>(csv).data;
    const reading = readList(table.slice(1), {
      ...undecided,
      fields: guessFields(table[0]!),
      headings: table[0]!,
    });
    expect(reading).toMatchObject({ unclearDates: 2, unclearNumbers: 1, unitless: [0] });
    expect(reading.askedWaters).toEqual(['murk', 'soup']);
    expect(reading.rows.map(r => r.line)).toEqual([2, 3, 4]);
  });

  it.each([
    'Total',
    'totals',
    'Subtotal',
    'Sub total',
    'sub-totals',
    'Grand total',
    'Sum',
    'Altogether',
    'In all',
  ])('has no container in its line “%s”', word => {
    const { rows } = read(`Label,Size,Place\n,${word},\n${word},20 L,Barn`);
    expect(rows.map(r => [r.proposals.length, r.judgements[0]?.column])).toEqual([
      [0, -1],
      [0, -1],
    ]);
    expect(read(`Label,Size,Place\n${word}ly,20 L,Barn`).rows[0]!.proposals).toHaveLength(1);
  });

  it('knows a container by code, kind and day; what differs in one is refused', () => {
    const known = new Map([['k', { kind: 'can-20l', filledOn: '2026-05-01' }]]);
    expect(one({ code: 'K' }, { known })).toMatchObject({ isKnown: true, proposals: [] });
    expect(saidOf({ code: 'K' }, { known })).toEqual(['warn known']);
    expect(saidOf({ code: 'K', filled: '2026-05-02' }, { known })).toEqual(['refuse code-there']);
    expect(saidOf({ code: 'K', size: '26 L cube' }, { known })).toEqual(['refuse code-there']);
    expect(saidOf({ code: 'L' }, { known })).toEqual([]);
  });

  it('keeps a year’s doubt for water of no day, and each origin that it can have', () => {
    expect(proposed({ filled: '', water: 'tap' })).toMatchObject({ filledOn: '2025-11-25' });
    expect(proposed({ water: 'well', origin: 'Protected' })).toMatchObject({
      origin: { protection: 'protected' },
    });
    expect(proposed({ water: 'well', origin: 'somewhere' })).not.toHaveProperty('origin');
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

describe('a list as somebody else keeps it', () => {
  const table = (csv: string) => {
    const rows = Papa.parse<string[]>(csv).data;
    const head = headLine(rows);
    const reading = readList(rows.slice(head + 1), {
      ...options,
      fields: head < 0 ? fieldsByContent(rows) : guessFields(rows[head]!),
      headings: rows[head] ?? [],
      dayFirst: true,
      today: '2026-12-01',
      firstLine: head + 2,
    });
    return reading.rows.map(({ judgements, proposals }) => ({
      said: judgements.map(j => j.judgement.reason.id.slice(5)),
      is: proposals.map(p =>
        [
          p.kind.id,
          p.place,
          p.water,
          p.litres?.toFixed(1),
          p.filledOn,
          p.printedUntil,
          p.heldBefore,
          p.role,
          p.mark,
        ]
          .filter(Boolean)
          .join(' '),
      ),
    }));
  };

  it.each<[string, string, { said?: string[]; is?: string[] }[]]>([
    [
      'without headings',
      'TH-1,20 L jerry can,Garage,tap,3/4,11/2025\nTH-2,20 L jerry can,Garage,tap,full,12/2025',
      [
        { said: ['month-only'], is: ['can-20l Garage treated-tap 14.3 2025-11-01 water clean'] },
        { said: ['month-only'], is: ['can-20l Garage treated-tap 19.0 2025-12-01 water clean'] },
      ],
    ],
    [
      'with titles above, and water whose day of filling nobody wrote',
      'Our water,,,\nkept by Odile,,,\nWhat,Where,Filled,Best before\n2 L bottle,Kitchen,,05/2028',
      [
        {
          said: ['water-missing', 'month-only'],
          is: ['bottle-2l Kitchen unknown 2.0 2025-12-01 2028-05-01 water clean'],
        },
      ],
    ],
    [
      'in cases, in any column',
      'Size,Place,Qty,Water\n0.5 L,Pantry,Case of 24,bottled\n0.5 L bottle case of 24,Pantry,2,bottled\n0.5 L,Pantry,24-pack,bottled',
      [
        { is: ['pack-24x500ml Pantry bought 12.0 2025-12-01 water clean'] },
        { is: ['pack-48x500ml Pantry bought 24.0 2025-12-01 water clean'] },
        { is: ['pack-24x500ml Pantry bought 12.0 2025-12-01 water clean'] },
      ],
    ],
    [
      'in cases of nobody knows how many',
      'Size,Place,Notes\n1 gal jug,Pantry,6 per case',
      [{ said: ['case-unread'], is: [] }],
    ],
    [
      'with expiry dates where the filling stands',
      'Size,Place,Water,Date\n0.5 L,Pantry,bought,exp. June 2030\n20 L,Shed,tap,filled 3 May 2026',
      [
        {
          said: ['date-of-until', 'date-missing-until'],
          is: ['bottle-500ml Pantry bought 0.5 2025-12-01 2030-06-01 water clean'],
        },
        { said: [], is: ['can-20l Shed treated-tap 19.0 2026-05-03 water clean'] },
      ],
    ],
    [
      'with the day that it was bought',
      'Size,Place,Water,Date bought\n20 L,Shed,bought,3 May 2026',
      [{ said: ['date-missing'], is: ['can-20l Shed bought 19.0 2025-12-01 water clean'] }],
    ],
    [
      'with parts of a vessel for amounts',
      'Size,Place,Amount,Water,Filled\n208 L drum,Shed,1/2,tap,2026-05-01\n208 L drum,Shed,75%,tap,2026-05-01\n208 L drum,Shed,¼,tap,2026-05-01',
      [98.8, 148.2, 49.4].map(litres => ({
        is: [`drum-208l Shed treated-tap ${litres} 2026-05-01 water clean`],
      })),
    ],
    [
      'with the vessel’s past and its faults in the notes',
      'Size,Place,Water,Filled,Notes\n20 L,Shed,tap,2026-05-01,was a diesel can\n20 L,Shed,tap,2026-05-01,leaks a bit\n20 L,Shed,tap,2026-05-01,boil before drinking\n20 L,Shed,tap,2026-05-01,gone cloudy\n20 L,Shed,tap,2026-05-01,8 drops of bleach added\n20 L,Shed,tap,2026-05-01,not cloudy',
      [
        { said: ['held-told'], is: ['can-20l Shed treated-tap 19.0 2026-05-01 chemical clean'] },
        { said: ['broken'], is: ['can-20l Shed treated-tap 19.0 2026-05-01 water clean failed'] },
        { said: ['forbidden'], is: ['can-20l Shed treated-tap 19.0 2026-05-01 water raw'] },
        { said: ['forbidden'], is: ['can-20l Shed treated-tap 19.0 2026-05-01 water raw'] },
        { said: [], is: ['can-20l Shed treated-tap 19.0 2026-05-01 water clean'] },
        { said: [], is: ['can-20l Shed treated-tap 19.0 2026-05-01 water clean'] },
      ],
    ],
    [
      'with multiplied sizes',
      'Size (L),Place,Water,Filled\n6x1.5,Kitchen,tap,2026-05-01',
      [
        {
          is: Array.from({ length: 6 }, () => 'bottle-1500ml Kitchen treated-tap 1.5 2026-05-01 water clean'),
        },
      ],
    ],
    [
      'with a year of three figures, and no such month',
      'Size,Place,Water,Filled\n20 L,Shed,tap,3/4/226\n20 L,Shed,tap,0226-03-04\n20 L,Shed,tap,13/2025',
      [1, 2, 3].map(() => ({ said: ['date-unread'], is: [] })),
    ],
    [
      'with how many under “No of”',
      'Vessel,Capacity,No of,Room,Contents,Put up\nglass carboy,5 gallons,3,Cellar,spring water,1 May 2026',
      [{ is: Array.from({ length: 3 }, () => 'jug-18.9l Cellar spring 18.0 2026-05-01 water clean') }],
    ],
    [
      'with two dates that mean other things',
      'Size,Place,Water,Filled,Best before\n2 L bottle,Shed,bought,bought 3 May 2026,packed 1 May 2026',
      [
        {
          said: ['date-of-bought', 'date-missing', 'date-of-filled'],
          is: ['bottle-2l Shed bought 2.0 2025-12-01 water clean'],
        },
      ],
    ],
  ])('%s', (_, csv, wanted) => {
    const read = table(csv);
    expect(read).toHaveLength(wanted.length);
    wanted.forEach((row, i) => {
      expect(read[i]).toMatchObject(row);
    });
  });

  it('says when a vessel was opened', () => {
    const { data: rows } = Papa.parse<string[]>(
      'Size,Place,Water,Filled,Opened\n20 L,Shed,tap,2026-05-01,2026-06-01\n20 L,Shed,tap,2026-05-01,no',
    );
    const reading = readList(rows.slice(1), {
      ...options,
      fields: guessFields(rows[0]!),
      headings: rows[0]!,
    });
    expect(reading.rows.flatMap(r => r.proposals.map(p => p.isOpen))).toEqual([true, undefined]);
  });
});
