import { cellOf } from '../../base/units/number.ts';
import { columnOf, parameterNamed } from './labColumns.ts';

/** A laboratory's sheet as rows under headings, whatever stands above them and whichever way it lies. */
export interface LabTable {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** The line in the file of each row; of a sheet with a column for each sample, the column. */
  readonly lines: readonly number[];
}

/** What a person says of a sheet that is read otherwise than it lies. */
export interface SheetLies {
  /** The line in the file of the headings, or of the samples' names; 0 where there is none. */
  readonly headingLine?: number | undefined;
  /** Whether each sample has a row of its own, or a column. */
  readonly samples?: 'rows' | 'columns' | undefined;
  /** The day on which all of it was taken, and what it was all taken from, where no column says that. */
  readonly taken?: string | undefined;
  readonly sample?: string | undefined;
}

/** A table with how it was found to lie. */
export interface FoundTable extends LabTable {
  readonly headingLine: number;
  readonly samples: 'rows' | 'columns';
}

/** How far down headings are looked for, under letterheads and addresses. */
const MOST_ABOVE = 40;

const text = (row: readonly string[] | undefined, i: number): string => (row?.[i] ?? '').trim();
const isUnderstood = (cell: string): boolean => cell.trim() !== '' && columnOf(cell).means !== undefined;
const isFigure = (cell: string): boolean => /^[<>≤≥]?\s*\d/.test(cell.trim());

/** "Date sampled: 12 May 2026", in one cell or in two: what a letterhead says of all that stands under it. */
function saidAbove(
  above: readonly (readonly string[])[],
): Map<'taken' | 'sample' | 'by', readonly [string, string]> {
  const said = new Map<'taken' | 'sample' | 'by', readonly [string, string]>();
  for (const row of above) {
    const cells = row.map(c => c.trim()).filter(Boolean);
    for (const [i, cell] of cells.entries()) {
      const inOne = /^([^:]{2,40}):\s*(.+)$/.exec(cell);
      const [name, value] = inOne ? [inOne[1]!, inOne[2]!] : [cell.replace(/:$/, ''), cells[i + 1] ?? ''];
      const { means } = columnOf(name);
      if ((means === 'taken' || means === 'sample' || means === 'by') && value !== '' && !said.has(means))
        if (!/report|print|issue|receiv|analys/i.test(name))
          // the day of the report is not that of the sample
          said.set(means, [name.trim(), value.trim()]);
    }
  }
  return said;
}

/** The first line under which columns stand: at least two of its cells are understood, and none is a figure. */
function headingOf(table: readonly (readonly string[])[]): number {
  const at = table.slice(0, MOST_ABOVE).findIndex(row => {
    const cells = row.filter(c => c.trim() !== '');
    return (
      cells.filter(isUnderstood).length >= 2 && !cells.some(isFigure) && !cells.some(c => /:\s*\S/.test(c))
    );
  });
  return Math.max(0, at);
}

/** Where samples are columns, the line of their names: the first column under it names parameters. */
function acrossFrom(table: readonly (readonly string[])[]): number | undefined {
  const named = table.map(row => parameterNamed(text(row, 0)) !== undefined);
  const first = named.indexOf(true);
  if (named.filter(Boolean).length < 2 || first < 1) return undefined;
  const under = table.slice(first).filter((_, i) => named[first + i]);
  const figures = under.filter(row => row.slice(1).filter(isFigure).length >= 1).length;
  // a table of one result a row has its headings above too, and each of them is understood
  for (let at = first - 1; at >= 0; at--) {
    const cells = table[at]!.slice(1).map(c => c.trim());
    const means = cells.filter(Boolean).map(c => columnOf(c).means);
    if (means.includes('result') || means.includes('parameter')) return undefined;
    const isNames = /^(sample|parameter|determinand|analyte|test|site|location|point)?\b/i.test(
      text(table[at], 0),
    );
    if (isNames && cells.some(c => c !== '' && !isFigure(c) && columnOf(c).means !== 'unit') && figures > 0)
      return at;
  }
  return undefined;
}

const UNITS = /^units?$/i;
/** A column that stands beside the samples of a sheet that lies across. */
const BESIDE = /^(limit|guideline|who.*|standard|method|lod|loq)$/i;

/** A line of the file that is not empty. */
interface Line {
  readonly row: readonly string[];
  readonly line: number;
}

/** A sheet whose samples are columns, turned so that each is a row. */
function turned(lines: readonly Line[], at: number): LabTable {
  const under = lines.slice(at + 1).flatMap(({ row }) => (text(row, 0) === '' ? [] : [row]));
  const names = distinct(lines[at]?.row ?? [], under);
  const unitAt = names.findIndex(name => UNITS.test(name));
  const columns = names.flatMap((name, i) => {
    const isEmpty = under.every(row => text(row, i) === '');
    return i === 0 || i === unitAt || isEmpty || BESIDE.test(name) ? [] : [i];
  });
  const headingFor = (row: readonly string[]): string => {
    const unit = unitAt > 0 ? text(row, unitAt) : '';
    return unit !== '' && !/^[-–]$/.test(unit) ? `${text(row, 0)} (${unit})` : text(row, 0);
  };
  return {
    header: ['Sample', ...under.map(headingFor)],
    rows: columns.map(i => [names[i]!, ...under.map(row => text(row, i))]),
    lines: columns.map(i => i + 1),
  };
}

/** A sheet that has a row for each sample or result. */
function upright(lines: readonly Line[], at: number): LabTable {
  const under = lines.slice(at + 1);
  const rows = under.map(({ row }) => row);
  return { header: distinct(lines[at]?.row ?? [], rows), rows, lines: under.map(({ line }) => line) };
}

/** Headings of which each is there and is another: what stands under none, or under one of two, is asked about and not lost. */
function distinct(header: readonly string[], rows: readonly (readonly string[])[]): string[] {
  const width = rows.reduce((most, row) => Math.max(most, row.length), header.length);
  const times = new Map<string, number>();
  return Array.from({ length: width }, (_, i) => {
    const name = text(header, i) || `${NAMELESS}${i + 1}`;
    const before = times.get(name) ?? 0;
    times.set(name, before + 1);
    return before === 0 ? name : `${name} (${before + 1})`;
  });
}

const NAMELESS = 'Column ';
/** Whether a heading is none of the sheet's own, but says only the how-manieth column it is. */
export const isNameless = (heading: string): boolean =>
  heading.startsWith(NAMELESS) && /^\d+$/.test(heading.slice(NAMELESS.length));

type SaidOfAll = ReadonlyMap<'taken' | 'sample' | 'by', readonly [heading: string, text: string]>;

/** Adds what is said of all that stands in the table, where no column of it says that. */
function withSaid(table: LabTable, said: SaidOfAll): LabTable {
  const missing = [...said].filter(([means]) => !table.header.some(h => columnOf(h).means === means));
  return {
    ...table,
    header: [...table.header, ...missing.map(([, [name]]) => name)],
    rows: table.rows.map(row => [
      ...Array.from({ length: table.header.length }, (_, i) => row[i] ?? ''),
      ...missing.map(([, [, value]]) => value),
    ]),
  };
}

/** What stands in none of a line's last columns is no column. */
const trimmed = (row: readonly string[]): readonly string[] =>
  row.slice(0, row.findLastIndex(cell => cell.trim() !== '') + 1);

/**
 * Finds the table in a laboratory's sheet: under title lines, or with a column for each sample. Where a person says how it lies,
 * that holds.
 * @example labTableOf([['Lab report'], ['', 'Spring', 'Tap'], ['pH', '7', '8'], ['Iron (mg/L)', '1', '2']]).rows // [['Spring', '7', '1'], …]
 */
export function labTableOf(all: readonly (readonly string[])[], lies: SheetLies = {}): FoundTable {
  const lines = all
    .map((row, i): Line => ({ row: trimmed(row).map(cellOf), line: i + 1 }))
    .filter(({ row }) => row.length > 0);
  const table = lines.map(({ row }) => row);
  const across = acrossFrom(table);
  const samples = lies.samples ?? (across === undefined ? 'rows' : 'columns');
  const found = samples === 'columns' && across !== undefined ? across : headingOf(table);
  const at =
    lies.headingLine === undefined ? found : lines.findIndex(({ line }) => line === lies.headingLine);
  // what a person says of the whole sheet holds before its letterhead
  const said = new Map(saidAbove(table.slice(0, Math.max(0, at))));
  if (lies.taken) said.set('taken', ['Date', lies.taken]);
  if (lies.sample) said.set('sample', ['Sample', lies.sample]);
  return {
    ...withSaid(samples === 'columns' ? turned(lines, at) : upright(lines, at), said),
    headingLine: lines[at]?.line ?? 0,
    samples,
  };
}
