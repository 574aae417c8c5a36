import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { type ColumnMeaning, columnOf } from './labColumns.ts';
import { readLabSheet } from './labSheet.ts';
import { isNameless, labTableOf, type SheetLies } from './labTable.ts';

const known = ['Upper spring', 'Hall tap', 'Well 3'];
function read(csv: string, lies: SheetLies = {}, means: Readonly<Record<string, ColumnMeaning>> = {}) {
  const { header, rows, lines } = labTableOf(Papa.parse<string[]>(csv).data, lies);
  return readLabSheet(
    rows,
    header.map(h => columnOf(h, means)),
    {
      subjectOf: name => (known.includes(name) ? name : undefined),
      timeZone: 'Europe/London',
      now: '2026-11-26T09:00:00.000Z',
      dayFirst: true,
      lines,
    },
  );
}
const told = ({ readings }: ReturnType<typeof read>) =>
  readings.map(r =>
    [
      r.line,
      r.subject,
      r.at.slice(0, 10),
      r.reading.parameter,
      r.reading.beyond,
      r.reading.value ?? r.reading.found,
      r.reading.note,
    ]
      .filter(part => part !== undefined)
      .join(' '),
  );

describe('a laboratory’s sheet', () => {
  it('under title lines that say when and where it was taken', () => {
    const sheet = read(
      'County laboratory,,\nReport 1182,,\n"Date sampled: 12 May 2026",,\nDate of report:,20 May 2026,\nSample:,Upper spring,\n,,\nDeterminand,Result,Units\nE. coli,18,CFU/100 mL\nTurbidity,3.1,NTU',
    );
    expect(told(sheet)).toEqual([
      '8 Upper spring 2026-05-12 e-coli 18',
      '9 Upper spring 2026-05-12 turbidity 3.1',
    ]);
    expect(sheet.doubts).toEqual([]);
  });

  it('with a column for each sample', () => {
    const sheet = read(
      'Results,,,\nParameter,Units,Upper spring,Hall tap\nDate sampled,,12/05/2026,13/05/2026\nE. coli,MPN/100 mL,>2419,<1\npH,-,7.1,7.8\nNitrate as N,mg/L,2.5,–',
    );
    expect(told(sheet)).toEqual([
      '3 Upper spring 2026-05-12 e-coli above 2419',
      '3 Upper spring 2026-05-12 ph 7.1',
      '3 Upper spring 2026-05-12 nitrate 2.5',
      '4 Hall tap 2026-05-13 e-coli below 1',
      '4 Hall tap 2026-05-13 ph 7.8',
    ]);
  });

  it('keeps what nothing here judges as it is written, beside the sample’s other results', () => {
    const sheet = read(
      'Sample,Date,Analyte,Result,Unit\nWell 3,2026-05-12,Iron,0.4,mg/L\nWell 3,2026-05-12,Selenium,4,µg/L\nHall tap,2026-05-12,Boron,0.2,mg/L',
    );
    expect(told(sheet)).toEqual(['2 Well 3 2026-05-12 iron 0.4 Selenium 4 µg/L']);
    // alone it waits for somebody to say what it is
    expect(sheet.doubts.map(d => [d.line, d.why, d.text])).toEqual([[4, 'no-parameter', 'Boron 0.2 mg/L']]);
  });

  it('keeps a column that nobody knows the same way, and leaves out what was not tested', () => {
    const sheet = read(
      'Site,Date,pH,Selenium (µg/L),E. coli (CFU/100 mL)\nWell 3,2026-05-12,7,4,18\nHall tap,2026-05-12,7.5,,-',
    );
    expect(told(sheet)).toEqual([
      '2 Well 3 2026-05-12 ph 7 Selenium (µg/L) 4',
      '2 Well 3 2026-05-12 e-coli 18',
      '3 Hall tap 2026-05-12 ph 7.5',
    ]);
  });

  it('as it always was: one line of headings, one result a row', () => {
    const sheet = read('Sample,Date,Parameter,Result,Unit\n\nHall tap,2026-06-10,Iron,310,ug/L');
    expect(told(sheet)).toEqual(['3 Hall tap 2026-06-10 iron 0.31']);
  });
});

it('a sheet that went through a table for spreadsheets has no apostrophe before what they would run', () => {
  const { header, rows } = labTableOf([
    ['Sample', "'=pH", 'Temperature'],
    ["'@Well 3", '7', "'-5"],
    ["'tis a well", '7', '5'],
  ]);
  expect([header, ...rows]).toEqual([
    ['Sample', '=pH', 'Temperature'],
    ['@Well 3', '7', '-5'],
    ["'tis a well", '7', '5'],
  ]);
});

describe('a sheet that a person leads to its blanks', () => {
  const table = 'Results of the round,,\nA,B,C\n1,Hall tap,7.1\n2,Well 3,6.8';

  it('has its headings on the line that is said', () => {
    const { header, rows, headingLine } = labTableOf(Papa.parse<string[]>(table).data, { headingLine: 2 });
    expect([header, rows.length, headingLine]).toEqual([['A', 'B', 'C'], 2, 2]);
    const means = { a: 'leave', b: 'sample', c: 'ph' } as const;
    expect(told(read(table, { headingLine: 2, taken: '2026-05-12' }, means))).toEqual([
      '3 Hall tap 2026-05-12 ph 7.1',
      '4 Well 3 2026-05-12 ph 6.8',
    ]);
  });

  it('has none, and loses no line by that', () => {
    const none = 'Hall tap,7.1\nWell 3,6.8';
    const { header, headingLine } = labTableOf(Papa.parse<string[]>(none).data, { headingLine: 0 });
    expect([header, headingLine]).toEqual([['Column 1', 'Column 2'], 0]);
    expect(header.every(isNameless)).toBe(true);
    expect(isNameless('Column of the well')).toBe(false);
    const means = { 'column 1': 'sample', 'column 2': 'ph' } as const;
    expect(told(read(none, { headingLine: 0, taken: '2026-05-12' }, means))).toEqual([
      '1 Hall tap 2026-05-12 ph 7.1',
      '2 Well 3 2026-05-12 ph 6.8',
    ]);
  });

  it('has a column for each sample, where it is not seen that it does', () => {
    const across = 'x,Hall tap,Well 3\nHaze,1.2,3.4\nSour,7.1,6.8';
    expect(labTableOf(Papa.parse<string[]>(across).data).samples).toBe('rows');
    const means = { haze: 'turbidity', sour: 'ph' } as const;
    const sheet = read(across, { samples: 'columns', headingLine: 1, taken: '2026-05-12' }, means);
    expect(sheet.readings.map(r => [r.line, r.subject, r.reading.parameter, r.reading.value])).toEqual([
      [2, 'Hall tap', 'ph', 7.1],
      [3, 'Well 3', 'ph', 6.8],
    ]);
    // a figure without a unit is asked about, not taken for NTU
    expect(sheet.doubts.map(d => [d.line, d.column, d.why])).toEqual([
      [2, 'Haze', 'no-unit'],
      [3, 'Haze', 'no-unit'],
    ]);
  });

  it('takes the day and the sample that are said of all of it before a letterhead’s, and never before a column’s', () => {
    const head = 'Date: 20 May 2026,\nSample: Hall tap,\nParameter,Result\npH,7.1';
    expect(told(read(head))).toEqual(['4 Hall tap 2026-05-20 ph 7.1']);
    expect(told(read(head, { taken: '2026-05-12', sample: 'Well 3' }))).toEqual([
      '4 Well 3 2026-05-12 ph 7.1',
    ]);
    const column = 'Date,Sample,Parameter,Result\n2026-05-20,Hall tap,pH,7.1';
    expect(told(read(column, { taken: '2026-05-12', sample: 'Well 3' }))).toEqual([
      '2 Hall tap 2026-05-20 ph 7.1',
    ]);
  });

  it('keeps what stands under no heading, or under a second one of the same words', () => {
    const two = 'Sample,Date,pH,pH,\nHall tap,2026-05-12,7.1,7.4,cloudy';
    expect(told(read(two))).toEqual([
      '2 Hall tap 2026-05-12 ph 7.1 Column 5 cloudy',
      '2 Hall tap 2026-05-12 ph 7.4',
    ]);
    const results = 'Sample,Date,Parameter,Result,Result\nHall tap,2026-05-12,pH,7.1,7.4';
    expect(told(read(results))).toEqual(['2 Hall tap 2026-05-12 ph 7.1 Result (2) 7.4']);
  });
});
