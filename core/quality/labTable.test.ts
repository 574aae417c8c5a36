import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { columnOf } from './labColumns.ts';
import { readLabSheet } from './labSheet.ts';
import { labTableOf } from './labTable.ts';

const known = ['Upper spring', 'Hall tap', 'Well 3'];
function read(csv: string) {
  const { header, rows, lines } = labTableOf(Papa.parse<string[]>(csv).data);
  return readLabSheet(
    rows,
    header.map(h => columnOf(h)),
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
