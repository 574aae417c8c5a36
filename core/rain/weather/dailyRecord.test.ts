import { describe, expect, it } from 'vitest';
import { addDays, daysBetween } from '../../base/day.ts';
import { type Finding, type RecordCase, readRecord } from './dailyRecord.ts';
import { fitOf, meanLongestDry, normalsOf } from './fit.ts';
import { recordColumn, recordTableOf } from './recordTable.ts';

const TODAY = '2026-11-26';
const read = (lines: string[][], more: Partial<RecordCase> = {}) =>
  readRecord(lines, recordTableOf(lines), { today: TODAY, fixes: {}, ...more });
const whys = (findings: readonly Finding[]) => findings.map(f => f.why);
const rows = (text: string) => text.split('\n').map(line => line.split(';'));

/** Five years of a gauge as an agency writes them, with what goes wrong in five years. */
function fiveYears(): string[][] {
  const lines: string[][] = [
    ['Station 417, Upper Tarn', ''],
    ['Rain in mm, read at 09:00', ''],
    [],
    ['Date', 'Rainfall', 'Flag'],
  ];
  const from = '2019-01-01';
  for (let i = 0; i < 1826; i++) {
    const day = addDays(from, i);
    // a gap of ten days in 2021, and one of a day
    if ((day >= '2021-03-05' && day <= '2021-03-14') || day === '2020-07-01') continue;
    const mm = i % 3 === 0 ? '4.2' : '0.0';
    const text =
      { '2019-02-03': 'T', '2019-08-20': '900', '2022-05-05': '-999', '2023-01-02': '7,5' }[day] ?? mm;
    // from 2022 on the clerk writes days first
    const [y, m, d] = day.split('-');
    lines.push([day >= '2022-01-01' ? `${d}/${m}/${y}` : day, text, '']);
    if (day === '2019-05-05') lines.push([day, text, '']);
    if (day === '2019-06-06') lines.push([day, '9.9', '']);
  }
  return lines;
}

describe('five years of a gauge', () => {
  const lines = fiveYears();
  const { record, findings } = read(lines);
  const at = (day: string) => record!.mm[daysBetween(record!.from, day)];

  it('are read from under their notes, in both forms of date', () => {
    expect(recordTableOf(lines)).toMatchObject({ headingLine: 4, unit: 'mm' });
    expect(record).toMatchObject({ from: '2019-01-01', filledDays: 13 });
    expect(record!.mm).toHaveLength(1826);
    expect(at('2023-12-28')).toBe(addDays('2019-01-01', 1822) === '2023-12-28' && 1822 % 3 === 0 ? 4.2 : 0);
    expect(at('2023-01-02')).toBe(7.5);
  });

  it('tell each repair and each doubt with its line or its days', () => {
    expect(findings.filter(f => f.why === 'trace')).toEqual([
      { line: 38, why: 'trace', isDoubt: false, text: 'T', day: '2019-02-03', mm: 0 },
    ]);
    expect(findings.filter(f => f.isDoubt)).toEqual([
      expect.objectContaining({ why: 'other-twice', day: '2019-06-06', text: '4.2 / 9.9', mm: 4.2 }),
      expect.objectContaining({ why: 'too-much', day: '2019-08-20', text: '900', mm: 900 }),
    ]);
    expect(whys(findings.filter(f => !f.isDoubt))).toEqual(
      expect.arrayContaining(['trace', 'same-twice', 'two-forms', 'missing']),
    );
    expect(findings.filter(f => f.why === 'gap-filled').map(f => [f.day, f.untilDay])).toEqual([
      ['2019-08-20', '2019-08-20'],
      ['2020-07-01', '2020-07-01'],
      ['2021-03-05', '2021-03-14'],
      ['2022-05-05', '2022-05-05'],
    ]);
  });

  it('fill a gap with the same dates of the nearest year that has them', () => {
    expect(at('2021-03-06')).toBe(at('2020-03-06'));
    expect(at('2019-08-20')).toBe(at('2020-08-20'));
  });

  it('take nine hundred millimetres once somebody says so, and what they are corrected to', () => {
    const line = findings.find(f => f.why === 'too-much')!.line;
    expect(
      read(lines, { fixes: { [line]: '900' } }).record!.mm[daysBetween('2019-01-01', '2019-08-20')],
    ).toBe(900);
    const fixed = read(lines, { fixes: { [line]: '90.0' } });
    expect(fixed.record!.mm[daysBetween('2019-01-01', '2019-08-20')]).toBe(90);
    expect(whys(fixed.findings)).not.toContain('too-much');
    // more than ever fell in a day is no figure, whoever says so
    expect(whys(read(lines, { fixes: { [line]: '1900' } }).findings)).toContain('too-much');
  });
});

describe('a table of daily rain', () => {
  it.each([
    ['inches', 'Date;Precip (in)\n2024-01-01;1.00\n2024-01-02;0.5', [25.4, 12.7]],
    ['tenths of a millimetre', 'DATE;PRCP (0.1 mm)\n20240101;12\n20240102;0', [1.2, 0]],
    ['hundredths of an inch', 'Date;Rain (hundredths of an inch)\n1/13/2024;10\n1/14/2024;0', [2.54, 0]],
    ['three columns of a date', 'Year;Month;Day;Rainfall (mm)\n2024;1;1;3\n2024;1;2;4', [3, 4]],
    ['a packed date', 'yyyymmdd;rr mm\n20240101;3,5\n20240102;4', [3.5, 4]],
    ['words of another language', 'Datum;Niederschlag (mm)\n01.02.2024;3,5\n02.02.2024;0', [3.5, 0]],
    ['names of months', 'date;rain mm\n1 Jan 2024;5\n2 Jan 2024;6', [5, 6]],
    ['the last century', 'date;rain mm\n30/12/87;5\n31/12/87;6', [5, 6]],
    ['"<0.1"', 'date;rain mm\n2024-01-01;<0.1\n2024-01-02;2', [0, 2]],
    ['a letter behind a figure', 'date;rain mm\n2024-01-01;5 e\n2024-01-02;2', [5, 2]],
  ])('is read with %s', (_, text, mm) => {
    expect(read(rows(text)).record?.mm).toEqual(mm);
  });

  it('tells which number is the day by days that follow each other', () => {
    const { record, findings } = read(rows('date;rain mm\n3/4/2024;1\n4/4/2024;2\n5/4/2024;3'));
    expect([record?.from, whys(findings)]).toEqual(['2024-04-03', []]);
    expect(read(rows('date;rain mm\n4/3/2024;1\n4/4/2024;2\n4/5/2024;3')).record?.from).toBe('2024-04-03');
  });

  it.each([
    ['a date without its year', 'date;rain mm\n3/4;1', 'no-year'],
    ['a date that could be two', 'date;rain mm\n3/4/2024;1\n9/7/2024;2', 'which-first'],
    ['both orders at once', 'date;rain mm\n13/4/2024;1\n4/14/2024;2\n4/5/2024;3', 'both-orders'],
    ['a day to come', 'date;rain mm\n2027-01-01;1', 'to-come'],
    ['no date', 'date;rain mm\nMonday;1', 'no-date'],
    ['negative rain', 'date;rain mm\n2024-01-01;-3', 'negative'],
    ['words', 'date;rain mm\n2024-01-01;heavy', 'no-number'],
    ['rain gathered over days', 'date;rain mm\n2024-01-01;30A', 'accumulated'],
    ['no unit', 'date;rain\n2024-01-01;30', 'no-unit'],
  ])('asks about %s', (_, text, why) => {
    expect(whys(read(rows(text)).findings.filter(f => f.isDoubt))).toContain(why);
  });

  it('is read in the unit and the order that the hand says', () => {
    expect(read(rows('date;rain\n2024-01-01;1'), { unit: 'in' }).record?.mm).toEqual([25.4]);
    const text = rows('date;rain mm\n3/4/2024;1\n9/7/2024;2');
    expect(read(text, { dayFirst: false }).record?.from).toBe('2024-03-04');
  });

  it('brings its warmth along, of the mean or of the least and the most', () => {
    expect(read(rows('date;rain mm;tmin;tmax\n2024-01-01;1;-4;2')).record?.meanC).toEqual([-1]);
    expect(read(rows('date;rain mm;Mean temp (F)\n2024-01-01;1;32')).record?.meanC).toEqual([0]);
  });

  it('without headings is a column of days and the first figures beside it', () => {
    expect(read(rows('2024-01-01;1\n2024-01-02;2'), { unit: 'mm' }).record?.mm).toEqual([1, 2]);
  });

  it('knows a heading by its words', () => {
    expect(recordColumn('Tmax (°F)')).toMatchObject({ means: 'mostC', isFahrenheit: true });
    expect(recordColumn('Station name').means).toBe('other');
  });

  it('fills a gap that no other year has with nothing: the safe side', () => {
    const { record, findings } = read(rows('date;rain mm\n2024-01-01;5\n2024-01-04;5'));
    expect(record).toMatchObject({ mm: [5, 0, 0, 5], filledDays: 2 });
    expect(whys(findings)).toEqual(['gap-dry']);
  });
});

describe('the normals of a record', () => {
  const mm = Array.from({ length: 365 }, (_, i) => (i % 5 === 0 ? 10 : 0));
  const record = { from: '2023-01-01', mm, filledDays: 0 };

  it('are its rain and its wet days by month', () => {
    const { rainMm, wetDays } = normalsOf(record);
    // seven of January's days are multiples of five
    expect([rainMm[0], wetDays[0]]).toEqual([70, 7]);
    expect(rainMm.reduce((a, b) => a + b)).toBeCloseTo(730, 9);
  });

  it('make years whose dry runs are told beside its own', () => {
    const fit = fitOf({ record }, 1);
    expect(fit.madeDryDays).toBeGreaterThan(4);
    // a single year says nothing of how years differ
    expect(fit.record).toBeUndefined();
    expect(fit.months[0]!.madeMm).toBeGreaterThan(40);
    expect(meanLongestDry([0, 0, 5, 0], 4)).toBe(2);
  });
});
