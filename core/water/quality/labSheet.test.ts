import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { columnOf, formIn, parameterNamed } from './labColumns.ts';
import type { Doubt, SheetCase } from './labRow.ts';
import { type RowReading, readLabSheet, sheetRow } from './labSheet.ts';
import type { ParameterId } from './parameters.ts';

const known = ['Upper spring', 'Hall tap', 'Silty beck', 'HB-001', 'HB-002', 'Hall roof'];
const base: SheetCase = {
  subjectOf: name => (known.includes(name) ? name : undefined),
  timeZone: 'Europe/London',
  now: '2026-11-26T09:00:00.000Z',
};
function read(csv: string, more: Partial<SheetCase> = {}, told = {}) {
  const { data } = Papa.parse<string[]>(csv.trim(), { skipEmptyLines: true });
  const [header = [], ...rows] = data;
  return readLabSheet(
    rows,
    header.map(heading => columnOf(heading, told)),
    { ...base, ...more },
  );
}
const one = (cells: string, header = 'Sample,Date,Parameter,Result,Unit') => read(`${header}\n${cells}`);
const figures = ({ readings }: { readings: RowReading[] }) =>
  readings.map(r => [r.reading.parameter, r.reading.beyond ?? '', r.reading.value ?? r.reading.found]);
const doubts = ({ doubts: list }: { doubts: Doubt[] }) => list.map(d => [d.line, d.column, d.why]);

describe('headings', () => {
  it.each([
    ['E. coli (MPN/100 mL)', 'e-coli'],
    ['Faecal coliforms', 'e-coli'],
    ['Total Coliforms', 'total-coliforms'],
    ['NO3-N', 'nitrate'],
    ['Nitrate (as NO3)', 'nitrate'],
    ['Pb [µg/L]', 'lead'],
    ['Free residual chlorine', 'free-chlorine'],
    ['EC (µS/cm)', 'conductivity'],
    ['Sampling point', 'point'],
    ['Date sampled', 'taken'],
    ['Sample ID', 'sample'],
    ['Analyte', 'parameter'],
    ['Value', 'result'],
    ['Remarks', 'note'],
    ['WHO limit', 'leave'],
    ['Colour of the lid', 'colour'],
    ['Weather', undefined],
  ])('%s is %s', (heading, means) => {
    expect(columnOf(heading).means).toBe(means);
  });

  it('carry their unit and form', () => {
    expect(columnOf('Nitrate as N (mg/L)')).toMatchObject({ unit: 'mg/L', as: 'N' });
    expect(columnOf('Lead, μg/L').unit).toBe('μg/L');
    expect(['NO3-N', 'nitrate as NO3', 'NO₂', 'as CaCO3', '°dH'].map(formIn)).toEqual([
      'N',
      'NO3',
      'NO2',
      'CaCO3',
      'dH',
    ]);
  });

  it('are told once, and remembered', () => {
    expect(columnOf('Fe tot', { 'fe tot': 'iron' }).means).toBe('iron');
    expect(parameterNamed('Krypton')).toBeUndefined();
  });
});

describe('results', () => {
  it.each<[string, (readonly [ParameterId, string, unknown])[]]>([
    ['Hall tap,2026-06-10,E. coli,<1,MPN/100 mL', [['e-coli', 'below', 1]]],
    ['Hall tap,2026-06-10,E. coli,>2419,MPN/100 mL', [['e-coli', 'above', 2419]]],
    ['Hall tap,2026-06-10,E. coli,"> 2,419.6",MPN/100 mL', [['e-coli', 'above', 2419.6]]],
    ['Hall tap,2026-06-10,E. coli,ND,', [['e-coli', 'below', 1]]],
    ['Hall tap,2026-06-10,E. coli,TNTC,', [['e-coli', 'above', 200]]],
    ['Hall tap,2026-06-10,E. coli,Absent,', [['e-coli', '', 'absent']]],
    ['Hall tap,2026-06-10,E. coli,3,CFU/mL', [['e-coli', '', 300]]],
    ['Hall tap,10.06.2026,Turbidity,"0,35",NTU', [['turbidity', '', 0.35]]],
    ['Hall tap,10 June 2026,Lead,0.012,mg/L', [['lead', '', 12]]],
    ['Hall tap,2026-06-10,Iron,310,ug/L', [['iron', '', 0.31]]],
    ['Hall tap,2026-06-10,Iron,0.31 mg/L,', [['iron', '', 0.31]]],
    ['Hall tap,2026-06-10,Temperature,50,°F', [['temperature', '', 10]]],
    ['Hall tap,2026-06-10,Nitrate as N,10,mg/L', [['nitrate', '', 10]]],
    ['Hall tap,2026-06-10,Conductivity,1.2,mS/cm', [['conductivity', '', 1200]]],
  ])('%s', (cells, is) => {
    expect(figures(one(cells))).toEqual(is);
  });

  it.each<[string, readonly (readonly [number, string, string])[]]>([
    ['Hall tap,2026-06-10,Nitrate,45,mg/L', [[2, 'Result', 'as']]],
    ['Hall tap,2026-06-10,Iron,0.3,', [[2, 'Result', 'no-unit']]],
    ['Hall tap,2026-06-10,Iron,0.3,NTU', [[2, 'Result', 'other-unit']]],
    ['Hall tap,2026-06-10,E. coli,3,', [[2, 'Result', 'no-unit']]],
    ['Hall tap,2026-06-10,pH,75,', [[2, 'Result', 'impossible']]],
    ['Hall tap,2026-06-10,Taste,good,', [[2, 'Parameter', 'taste']]],
    ['Hall tap,2026-06-10,Krypton,1,mg/L', [[2, 'Parameter', 'no-parameter']]],
    ['Hall tap,2026-06-10,Iron,ND,mg/L', [[2, 'Result', 'not-detected']]],
    ['Hall tap,10/06,pH,7,', [[2, 'Date', 'no-year']]],
    ['Hall tap,03/04/2026,pH,7,', [[2, 'Date', 'two-dates']]],
    ['Hall tap,2027-01-01,pH,7,', [[2, 'Date', 'to-come']]],
    ['Hall tap,soon,pH,7,', [[2, 'Date', 'no-date']]],
    ['North tank,2026-06-10,pH,7,', [[2, 'Sample', 'no-sample']]],
  ])('%s asks', (cells, asks) => {
    const read = one(cells);
    expect(doubts(read)).toEqual(asks);
    expect(read.readings).toEqual([]);
  });

  it('a date of two ways is read once it is told which comes first', () => {
    const day = (dayFirst: boolean) =>
      read('Sample,Date,pH\nHall tap,03/04/2026,7', { dayFirst }).readings[0]?.at.slice(0, 10);
    expect([day(true), day(false)]).toEqual(['2026-04-03', '2026-03-04']);
  });

  it('a comma that could part thousands is asked where the language writes it so', () => {
    expect(doubts(read('Sample,Date,EC (µS/cm)\nHall tap,2026-06-10,1.234', { decimal: ',' }))).toEqual([
      [2, 'EC (µS/cm)', 'two-ways'],
    ]);
  });
});

describe('a laboratory’s sheet of 60 rows', () => {
  const csv = readFileSync('core/water/quality/fixtures/laboratory.csv', 'utf8');
  const sheet = read(csv);

  it('has every doubt at its row and column, and nothing of such a row is taken in on trust', () => {
    const asked = doubts(sheet);
    expect(asked).toEqual(
      expect.arrayContaining([
        [5, 'Date sampled', 'no-year'],
        [9, 'Date sampled', 'two-dates'],
        [13, 'Sample location', 'no-sample'],
        [16, 'pH', 'impossible'],
        [21, 'Nitrite', 'no-unit'],
        [25, 'Iron', 'no-unit'],
        [31, 'Turbidity (NTU)', 'no-result'],
        [35, 'Date sampled', 'to-come'],
        [39, 'Nitrate as N (mg/L)', 'not-detected'],
        [43, '', 'no-sample'],
        [52, '', 'no-date'],
      ]),
    );
    const taken = new Set(sheet.readings.map(r => r.line));
    for (const line of [5, 9, 13, 35, 43, 52]) expect(taken.has(line)).toBe(false);
    expect(sheet.readings.some(r => r.line === 16 && r.reading.parameter === 'ph')).toBe(false);
    expect(sheet.readings.some(r => r.line === 16 && r.reading.parameter === 'turbidity')).toBe(true);
  });

  it('goes out and comes back as it was', () => {
    const rows = sheet.readings.map((r, i) =>
      sheetRow({
        at: r.at,
        entry: `01M88X6PY5AXMXFYXH43W${String(i).padStart(5, '0')}`,
        by: 'Odile',
        sample: r.subject,
        reading: r.reading,
      }),
    );
    const back = read(Papa.unparse(rows, { escapeFormulae: true }));
    expect(back.doubts).toEqual([]);
    expect(
      back.readings.map(({ subject, at, reading }) => ({ subject, at, ...reading, sampledBy: undefined })),
    ).toEqual(
      sheet.readings.map(({ subject, at, reading }) => ({ subject, at, ...reading, sampledBy: undefined })),
    );
    const again = back.readings.map(r =>
      sheetRow({ at: r.at, entry: r.entry!, by: 'Ansel', sample: r.subject, reading: r.reading }),
    );
    expect(again).toEqual(rows);
  });

  it('keeps tubes, windows, lots and points through it', () => {
    const reading = {
      parameter: 'e-coli',
      method: 'tubes',
      value: 42.7,
      range: { least: 9.1, most: 180 },
      rack: [
        { volumeMl: 10, tubes: 3, positive: 3 },
        { volumeMl: 0.1, tubes: 3, positive: 0 },
      ],
      incubated: { from: '2026-06-01T08:00:00.000Z', temperatureC: 35, window: { fromH: 18, toH: 22 } },
      kit: { lot: 'A-7', expires: '2027-01-01' },
      point: 'tap',
      note: 'after rain',
      sampledBy: 'Odile',
    } as const;
    const row = sheetRow({ at: '2026-06-02T08:00:00.000Z', entry: '', by: '', sample: 'HB-001', reading });
    expect(read(Papa.unparse([row])).readings[0]?.reading).toEqual(reading);
  });
});
