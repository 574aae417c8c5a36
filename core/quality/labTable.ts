import { columnOf, parameterNamed } from './labColumns.ts';

/** A laboratory's sheet as rows under headings, whatever stands above them and whichever way it lies. */
export interface LabTable {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** The line in the file of each row; of a sheet with a column for each sample, the column. */
  readonly lines: readonly number[];
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

/** A sheet whose samples are columns, turned so that each is a row. */
function turned(table: readonly (readonly string[])[], at: number): LabTable {
  const names = table[at]!;
  const unitAt = names.findIndex(c => UNITS.test(c.trim()));
  const isLeft = (i: number): boolean =>
    /^(limit|guideline|who.*|standard|method|lod|loq)$/i.test(text(names, i));
  const under = table.slice(at + 1).filter(row => text(row, 0) !== '');
  const columns = names.flatMap((name, i) =>
    i > 0 && i !== unitAt && name.trim() !== '' && !isLeft(i) ? [i] : [],
  );
  const headingFor = (row: readonly string[]): string => {
    const unit = unitAt > 0 ? text(row, unitAt) : '';
    return unit !== '' && !/^[-–]$/.test(unit) ? `${text(row, 0)} (${unit})` : text(row, 0);
  };
  return {
    header: ['Sample', ...under.map(headingFor)],
    rows: columns.map(i => [text(names, i), ...under.map(row => text(row, i))]),
    lines: columns.map(i => i + 1),
  };
}

/** Adds what the letterhead says where no column of the table says it. */
function withAbove(table: LabTable, above: readonly (readonly string[])[]): LabTable {
  const missing = [...saidAbove(above)].filter(
    ([means]) => !table.header.some(h => columnOf(h).means === means),
  );
  return {
    ...table,
    header: [...table.header, ...missing.map(([, [name]]) => name)],
    rows: table.rows.map(row => [
      ...Array.from({ length: table.header.length }, (_, i) => row[i] ?? ''),
      ...missing.map(([, [, value]]) => value),
    ]),
  };
}

/**
 * Finds the table in a laboratory's sheet: under title lines, or with a column for each sample.
 * @example labTableOf([['Lab report'], ['', 'Spring', 'Tap'], ['pH', '7', '8'], ['Iron (mg/L)', '1', '2']]).rows // [['Spring', '7', '1'], …]
 */
export function labTableOf(all: readonly (readonly string[])[]): LabTable {
  const filled = all
    .map((row, i) => ({ row, line: i + 1 }))
    .filter(({ row }) => row.some(c => c.trim() !== ''));
  const table = filled.map(({ row }) => row);
  const across = acrossFrom(table);
  if (across !== undefined) return withAbove(turned(table, across), table.slice(0, across));
  const at = headingOf(table);
  const under = filled.slice(at + 1);
  return withAbove(
    { header: table[at] ?? [], rows: under.map(({ row }) => row), lines: under.map(({ line }) => line) },
    table.slice(0, at),
  );
}
