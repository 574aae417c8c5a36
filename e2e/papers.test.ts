import type { Page } from '@playwright/test';
import Papa from 'papaparse';
import { routes } from '#contract/routes.ts';
import { expect, expectRecorded, settle, stepTo, test, typeOver, Visitor, Zeolite } from './zeolite.ts';

// Papers as people keep them, each brought in to its end: into a folder that was just begun, and into the demo.

type Row = Readonly<Record<string, string>>;

interface List {
  readonly name: string;
  /** Its place is its own: what came in is found by it. */
  readonly place: string;
  readonly lines: readonly string[];
  /** What is answered or typed over before it goes in: a choice by its label, or the blank of a cell. */
  readonly mend?: (visitor: Visitor) => Promise<void>;
  readonly comes: readonly Row[];
}

const can: Row = { kind: 'can-20l', water: 'treated-tap', held_before: 'water', role: 'clean' };
const times = (count: number, row: Row): Row[] => Array.from({ length: count }, () => row);
const typed = (label: RegExp, text: string) => (visitor: Visitor) => typeInto(visitor.page, label, text);

const lists: readonly List[] = [
  {
    name: 'without headings, months as numbers, parts of a can',
    place: 'Garage',
    lines: ['GA-1,20 L jerry can,Garage,tap,3/4,11/2025', 'GA-2,20 L jerry can,Garage,tap,full,12/2025'],
    comes: [
      { ...can, code: 'GA-1', litres: '14.25', filled: '2025-11-01' },
      { ...can, code: 'GA-2', litres: '19', filled: '2025-12-01' },
    ],
  },
  {
    name: 'under a title, with the day until which it is good',
    place: 'Larder',
    lines: [
      'Our water,,,',
      'kept by Odile,,,',
      'What,Where,Water,Best before',
      '2 L bottle,Larder,bought,05/2028',
    ],
    comes: [{ kind: 'bottle-2l', water: 'bought', litres: '2', best_before: '2028-05-01' }],
  },
  {
    name: 'in cases, said in three columns',
    place: 'Pantry',
    lines: [
      'Size,Place,Qty,Water',
      '0.5 L,Pantry,Case of 24,bottled',
      '0.5 L bottle case of 24,Pantry,2,bottled',
      '0.5 L,Pantry,24-pack,bottled',
    ],
    comes: [
      { kind: 'pack-24x500ml', litres: '12' },
      { kind: 'pack-48x500ml', litres: '24' },
      { kind: 'pack-24x500ml', litres: '12' },
    ],
  },
  {
    name: 'in cases of nobody knows how many, mended by hand',
    place: 'Scullery',
    lines: ['Size,Qty,Place,Water,Filled', '1.5 L bottle,a case,Scullery,tap,2026-05-01'],
    mend: typed(/^Qty of line 2$/, '4'),
    comes: times(4, {
      kind: 'bottle-1500ml',
      water: 'treated-tap',
      litres: '1.5',
      filled: '2026-05-01',
    }),
  },
  {
    name: 'with expiry where the filling stands',
    place: 'Barn loft',
    lines: [
      'Size,Place,Water,Date',
      '0.5 L,Barn loft,bought,exp. June 2030',
      '20 L,Barn loft,tap,filled 3 May 2026',
    ],
    comes: [
      { kind: 'bottle-500ml', best_before: '2030-06-01' },
      { ...can, filled: '2026-05-03', best_before: '' },
    ],
  },
  {
    name: 'with the day that it was bought, which is no day of filling',
    place: 'Porch',
    lines: ['Size,Place,Water,Date bought', '20 L,Porch,bought,3 May 2026'],
    comes: [{ kind: 'can-20l', water: 'bought', litres: '19', best_before: '' }],
  },
  {
    name: 'with parts of a drum for amounts',
    place: 'Cart shed',
    lines: [
      'Size,Place,Amount,Water,Filled',
      '208 L drum,Cart shed,1/2,tap,2026-05-01',
      '208 L drum,Cart shed,75%,tap,2026-05-01',
      '208 L drum,Cart shed,¼,tap,2026-05-01',
    ],
    comes: ['98.8', '148.2', '49.4'].map(litres => ({ kind: 'drum-208l', litres, filled: '2026-05-01' })),
  },
  {
    name: 'with the past of a vessel and its faults in the notes',
    place: 'Tool shed',
    lines: [
      'Code,Size,Place,Water,Filled,Notes',
      'TS-1,20 L,Tool shed,tap,2026-05-01,was a diesel can',
      'TS-2,20 L,Tool shed,tap,2026-05-01,leaks a bit',
      'TS-3,20 L,Tool shed,tap,2026-05-01,boil before drinking',
      'TS-4,20 L,Tool shed,tap,2026-05-01,8 drops of bleach added',
    ],
    comes: [
      { ...can, code: 'TS-1', held_before: 'chemical' },
      { ...can, code: 'TS-2', state: 'failed' },
      { ...can, code: 'TS-3', role: 'raw' },
      { ...can, code: 'TS-4' },
    ],
  },
  {
    name: 'with multiplied sizes under a unit',
    place: 'Summer kitchen',
    lines: ['Size (L),Place,Water,Filled', '6x1.5,Summer kitchen,tap,2026-05-01'],
    comes: times(6, { kind: 'bottle-1500ml', litres: '1.5', filled: '2026-05-01' }),
  },
  {
    name: 'with a year of three figures, mended by hand',
    place: 'Coal hole',
    lines: ['Size,Place,Water,Filled', '20 L,Coal hole,tap,3/4/226'],
    mend: typed(/^Filled of line 2$/, '3 Apr 2026'),
    comes: [{ ...can, filled: '2026-04-03' }],
  },
  {
    name: 'with how many under “No of”, and gallons in words',
    place: 'Root cellar',
    lines: [
      'Vessel,Capacity,No of,Room,Contents,Put up',
      'glass carboy,5 gallons,3,Root cellar,spring water,1 May 2026',
    ],
    mend: visitor => visitor.choose('Which gallon', /^US/),
    comes: times(3, { kind: 'jug-18.9l', water: 'spring', filled: '2026-05-01' }),
  },
  {
    name: 'with semicolons, decimal commas and dates that can be read two ways',
    place: 'Hayloft',
    lines: [
      'Label;Size;Place;Water;Filled',
      'HL-1;18,9 L;Hayloft;tap;03.04.2026',
      'HL-2;1,5 L;Hayloft;murk;05.04.2026',
    ],
    mend: async visitor => {
      await visitor.choose('Which comes first in dates', 'the day');
      await visitor.choose('What “murk” is', /^pond water/);
    },
    comes: [
      { code: 'HL-1', kind: 'jug-18.9l', water: 'treated-tap', filled: '2026-04-03' },
      { code: 'HL-2', kind: 'bottle-1500ml', water: 'pond', filled: '2026-04-05' },
    ],
  },
];

/** Types into a blank that is found by its name, as a hand does. */
async function typeInto(page: Page, label: RegExp, text: string): Promise<void> {
  const name = await page.getByLabel(label).first().getAttribute('aria-label');
  await typeOver(page, name!, text);
}

/** Finds something to do by its word, and goes there. */
async function find(page: Page, words: string): Promise<void> {
  await page.keyboard.press('/');
  await expect(page.getByRole('dialog', { name: 'Find' })).toBeVisible();
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Find' })).toHaveCount(0);
}

async function table(address: string, path: string): Promise<Row[]> {
  const text = await (await fetch(address + path.slice(1))).text();
  return Papa.parse<Row>(text.trim(), { header: true }).data;
}

const inOrder = (rows: readonly Row[], keys: readonly string[]): string[] =>
  rows.map(row => keys.map(key => `${key} ${row[key]}`).join(', ')).sort();

async function takeInLists(visitor: Visitor, address: string): Promise<void> {
  const { page } = visitor;
  for (const { name, place, lines, mend, comes } of lists) {
    await test.step(name, async () => {
      await find(page, 'take in a list');
      await page.getByLabel('The list as text').focus();
      await page.keyboard.insertText(lines.join('\n'));
      await expect(page.getByTestId('take-in-summary')).toBeVisible();
      await mend?.(visitor);
      await page
        .getByRole('button', { name: /^Set down/ })
        .last()
        .click();
      await expect(page.getByRole('dialog')).toHaveCount(0);
      await expectRecorded(page);
      const keys = Object.keys(comes[0]!);
      const here = async () =>
        inOrder(
          (await table(address, routes.containersCsv)).filter(row => row.place === place),
          keys,
        );
      const wanted = comes.map(row =>
        Object.fromEntries(keys.map(key => [key, row[key] ?? expect.anything()])),
      );
      expect(wanted).toHaveLength(comes.length);
      await expect.poll(here).toEqual(inOrder(comes, keys));
    });
  }
}

interface Sheet {
  readonly name: string;
  readonly lines: (codes: readonly string[]) => string[];
  readonly mend?: (visitor: Visitor, codes: readonly string[]) => Promise<void>;
  readonly says: string;
  /** What comes of it: the vessel by its number, parameter, result and day. */
  readonly comes: readonly (readonly [number, string, string, string])[];
}

const sheets: readonly Sheet[] = [
  {
    name: 'under a letterhead that says when and of what',
    lines: ([a]) => [
      'County laboratory,,',
      'Report 1182,,',
      '"Date sampled: 12 May 2026",,',
      'Date of report:,20 May 2026,',
      `Sample:,${a},`,
      'Determinand,Result,Units',
      'Nitrate as N,2.5,mg/L',
      'Turbidity,0.4,NTU',
    ],
    says: '2 readings understood',
    comes: [
      [0, 'nitrate', '2.5', '2026-05-12'],
      [0, 'turbidity', '0.4', '2026-05-12'],
    ],
  },
  {
    name: 'with a column for each sample',
    lines: ([a, b]) => [
      'Results,,,',
      `Parameter,Units,${a},${b}`,
      'Date sampled,,13/05/2026,14/05/2026',
      'E. coli,MPN/100 mL,<1,<1',
      'pH,-,7.1,7.8',
    ],
    says: '4 readings understood',
    comes: [
      [0, 'e-coli', '<1', '2026-05-13'],
      [0, 'ph', '7.1', '2026-05-13'],
      [1, 'e-coli', '<1', '2026-05-14'],
      [1, 'ph', '7.8', '2026-05-14'],
    ],
  },
  {
    name: 'a result a line, with what nothing here judges',
    lines: ([, b]) => [
      'Sample,Date,Analyte,Result,Unit',
      `${b},2026-05-15,Iron,110,ug/L`,
      `${b},2026-05-15,Selenium,4,µg/L`,
    ],
    says: '1 reading understood',
    comes: [[1, 'iron', '0.11', '2026-05-15']],
  },
  {
    name: 'in words that nobody could guess, led to its blanks',
    lines: () => ['Water round of spring', 'Was,Wert', 'Sour,7.3', 'Haze,0.6 NTU'],
    mend: async (visitor, [, , c]) => {
      await visitor.choose('The line of the headings', /^line 2/);
      await visitor.choose('How the samples lie', /^a column/);
      await visitor.choose('What “Sour” is', 'pH');
      await visitor.choose('What “Haze” is', 'Turbidity');
      await visitor.choose('What “Wert” is', c!);
      await visitor.page.getByLabel('The day of the whole sheet').fill('2026-05-16');
    },
    says: '2 readings understood',
    comes: [
      [2, 'ph', '7.3', '2026-05-16'],
      [2, 'turbidity', '0.6', '2026-05-16'],
    ],
  },
];

async function takeInSheets(visitor: Visitor, address: string, codes: readonly string[]): Promise<void> {
  const { page } = visitor;
  await stepTo(page, 'tests/sheet');
  for (const { name, lines, mend, says, comes } of sheets) {
    await test.step(name, async () => {
      await page.getByLabel('Paste it here, headings and all').focus();
      await page.keyboard.press('ControlOrMeta+A');
      await page.keyboard.insertText(lines(codes).join('\n'));
      await mend?.(visitor, codes);
      const answer = page.getByTestId('sheet-answer');
      await expect(answer).toContainText(says);
      await expect(answer).toContainText('0 doubts');
      await page.getByRole('button', { name: 'Take in what is understood' }).click();
      await expect(answer).toHaveCount(0);
      await expectRecorded(page);
      const wanted = comes.map(([vessel, ...rest]) => [codes[vessel], ...rest].join(' ')).sort();
      const days = new Set(comes.map(([, , , day]) => day));
      const here = async () =>
        (await table(address, routes.readingsCsv))
          .map(row => ({ ...row, day: row.taken!.slice(0, 10) }) as Row)
          .filter(row => days.has(row.day!) && codes.includes(row.sample!))
          .map(row => [row.sample, row.parameter, row.result, row.day].join(' '))
          .sort();
      await expect.poll(here).toEqual(wanted);
    });
  }
}

/** Two years of days, each with so much on every fourth. */
function days(first: string, write: (day: string, isWet: boolean) => string): string[] {
  return Array.from({ length: 730 }, (_, i) =>
    write(new Date(Date.parse(first) + i * 86_400_000).toISOString().slice(0, 10), i % 4 === 0),
  );
}

const american = (day: string): string => {
  const [y, m, d] = day.split('-').map(Number);
  return `${m}/${d}/${y}`;
};

const gauges: readonly { name: string; lines: readonly string[]; says: RegExp; shows?: RegExp }[] = [
  {
    name: 'millimetres a day under a title',
    lines: [
      'Ridge gauge',
      'Date;Rain (mm)',
      ...days('2020-01-01', (day, isWet) => `${day};${isWet ? '8,0' : '0,0'}`),
    ],
    says: /2 years.*0 in doubt/,
    shows: /Ridge gauge/,
  },
  {
    name: 'inches, the month first, with traces',
    lines: [
      'Ford gauge',
      'Date,Precip (in)',
      ...days('2021-01-01', (day, isWet) => `${american(day)},${isWet ? '0.30' : 'T'}`),
    ],
    says: /2 years.*0 in doubt/,
    shows: /Ford gauge/,
  },
  {
    name: 'months by year',
    lines: [
      'Mill gauge',
      'Year,Jan,Feb,Mar,Apr,May,Jun,Jul,Aug,Sep,Oct,Nov,Dec',
      `2019,${Array(12).fill(90).join()}`,
      `2020,${Array(12).fill(70).join()}`,
    ],
    says: /The months of 2 years: 960/,
  },
];

async function takeInGauges(visitor: Visitor): Promise<void> {
  const { page } = visitor;
  for (const { name, lines, says, shows } of gauges) {
    await test.step(name, async () => {
      await stepTo(page, 'rain/weather');
      await visitor.press('Take in a record of rain');
      await page.getByRole('textbox', { name: /paste/i }).focus();
      await page.keyboard.insertText(lines.join('\n'));
      const found = page.getByTestId('months-found').or(page.getByTestId('record-answer'));
      await expect(found).toContainText(says);
      await page.getByRole('button', { name: /^Keep th/ }).click();
      await expect(found).toHaveCount(0);
      await expectRecorded(page);
      if (shows) await expect(page.getByRole('main')).toContainText(shows);
      else {
        await page.getByText('Write the months down').click();
        await expect(page.getByLabel('Rain in January', { exact: true })).toHaveValue('80 mm');
        await expect(page.getByLabel('Rain in December', { exact: true })).toHaveValue('80 mm');
      }
    });
  }
}

async function bringIn(visitor: Visitor, address: string, codes: readonly string[]): Promise<void> {
  await takeInLists(visitor, address);
  await takeInSheets(visitor, address, codes);
  await takeInGauges(visitor);
}

// a blank that is not there is said at once, not when the whole is over
test.use({ actionTimeout: 20_000 });

test('twelve lists, four laboratory sheets and three gauges are brought in to their end in a new folder', async ({
  visitor,
  zeolite,
}) => {
  test.setTimeout(300_000);
  await settle(visitor, /^treated tap/);
  await bringIn(visitor, zeolite.address, ['OW-001', 'OW-002', 'OW-003']);
});

test('the same papers are brought in to their end at Tarn Hollow', async ({ page }) => {
  test.setTimeout(300_000);
  const demo = new Zeolite('demo/main.ts');
  await demo.start();
  await page.goto(`${demo.address}store`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await bringIn(new Visitor(page), demo.address, ['TH-001', 'TH-002', 'TH-003']);
  await demo.stop();
  demo.remove();
});
