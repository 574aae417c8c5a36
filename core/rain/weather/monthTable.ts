import { MONTHS } from './normals.ts';

// A gauge's months as they are often kept: a year a line, a month a column, and a sum at the end; or the months down the side.

const names = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MM_PER_INCH = 25.4;
/** More rain has never been measured in a month (mm; WMO: 9,300). */
const MOST_MM = 9300;

export interface MonthTable {
  /** Years that have at least one month. */
  readonly years: number;
  /** Mean rain of each month over the years that have it (mm). */
  readonly rainMm: readonly number[];
  /** Cells that are no figure: left out, and said. */
  readonly left: readonly { readonly line: number; readonly text: string }[];
}

const monthOf = (cell: string): number => names.indexOf(cell.trim().toLowerCase().slice(0, 3));
const isYear = (cell: string): boolean => /^(?:18|19|20)\d\d$/.test(cell.trim());
/** What stands for a month that nobody measured. */
const isGap = (cell: string): boolean => /^(?:|-+|–|n\/?a|x|\*|\.+|missing|nil data)$/i.test(cell.trim());

/** The table with its months across, whichever way it was kept; nothing where it is no such table. */
function across(lines: readonly (readonly string[])[]) {
  const months = lines.map(row => monthOf(row[0] ?? ''));
  const isDown = new Set(months.filter(m => m >= 0)).size === MONTHS;
  for (const [i, cells] of lines.entries()) {
    const columns = cells.map(monthOf);
    if (new Set(columns.filter(m => m >= 0)).size === MONTHS)
      return lines
        .map((row, line) => ({ line: line + 1, row }))
        .filter(({ line, row }) => line > i + 1 && isYear(row[0] ?? ''))
        .map(({ line, row }) => ({
          line,
          months: names.map((_, month) => row[columns.indexOf(month)] ?? ''),
        }));
    const years = cells.flatMap((cell, at) => (isYear(cell) ? [at] : []));
    if (isDown && years.length > 0 && monthOf(cells[0] ?? '') < 0)
      return years.map(at => ({
        line: i + 1,
        months: names.map((_, month) => lines[months.indexOf(month)]![at] ?? ''),
      }));
  }
  return undefined;
}

/**
 * Reads months by year.
 * @param lines rows in their cells, the first on line 1
 * @returns nothing where it is no table of months, or a month has no figure in any year
 */
export function monthTableOf(lines: readonly (readonly string[])[]): MonthTable | undefined {
  const rows = across(lines);
  if (!rows || rows.length === 0) return undefined;
  const isInches = lines.some(cells => cells.some(c => /\b(?:in|inch|inches)\b|"$/i.test(c.trim())));
  const left: { line: number; text: string }[] = [];
  const sums = names.map(() => ({ mm: 0, years: 0 }));
  let years = 0;
  for (const { line, months } of rows) {
    let isMeasured = false;
    for (const [month, cell] of months.entries()) {
      if (isGap(cell)) continue;
      const text = cell
        .trim()
        .replace(/^(\d+),(\d{1,2})$/, '$1.$2')
        .replace(/\s*(?:mm|in|")$/i, '');
      const figure = /^(?:tr(?:ace)?|t)$/i.test(text)
        ? 0
        : /^\d+(?:\.\d+)?$/.test(text)
          ? Number(text)
          : Number.NaN;
      const mm = figure * (isInches ? MM_PER_INCH : 1);
      if (!(mm <= MOST_MM)) left.push({ line, text: cell.trim() });
      else {
        sums[month]!.mm += mm;
        sums[month]!.years += 1;
        isMeasured = true;
      }
    }
    if (isMeasured) years += 1;
  }
  return sums.every(s => s.years > 0) ? { years, rainMm: sums.map(s => s.mm / s.years), left } : undefined;
}
