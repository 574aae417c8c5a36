import { instantOf } from '../../base/day.ts';
import { readDate } from '../../storage/containers/listDate.ts';
import { formIn, type LabColumn, parameterNamed, type SheetColumn } from './labColumns.ts';
import { besideOf, readingOf } from './labResult.ts';
import {
  type Cells,
  type Doubt,
  type Failure,
  type Found,
  no,
  type SheetCase,
  type SheetReading,
} from './labRow.ts';
import { near } from './labUnits.ts';
import { parameterIds, parameterRow, reportedAs } from './parameters.ts';

/** A reading that a row of a sheet holds. */
export interface RowReading {
  /** The line in the file, the heading being the first. */
  readonly line: number;
  readonly subject: string;
  readonly at: string;
  readonly reading: SheetReading;
  /** The entry it was exported from. */
  readonly entry?: string;
}

const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;
/** Where nobody wrote the hour. */
const NOON = '12:00';

/**
 * Reads a laboratory's sheet: one result a row, or one sample a row with a column for each parameter. What is not understood, or
 * could be two things, is a doubt at its line and column, and its reading waits.
 */
export function readLabSheet(
  rows: readonly (readonly string[])[],
  columns: readonly SheetColumn[],
  c: SheetCase,
): { readings: RowReading[]; doubts: Doubt[] } {
  const readings: RowReading[] = [];
  const doubts: Doubt[] = [];
  const unjudged: Unjudged[] = [];
  for (const [i, row] of rows.entries()) {
    if (row.every(cell => cell.trim() === '')) continue;
    const line = c.lines?.[i] ?? i + 2;
    const cells = cellsOf(row, columns);
    const doubt = ({ column, why, text }: Failure) => doubts.push({ line, column, why, text });
    const subject = sampleOf(cells, c);
    const at = takenAt(cells, c);
    const results = resultsOf(row, columns, cells, c);
    for (const part of [subject, at]) if ('no' in part) doubt(part.no);
    const others = unjudgedOf(row, columns, cells);
    const isPlaced = 'ok' in subject && 'ok' in at;
    for (const result of results)
      if ('no' in result && !(isPlaced && others.length > 0 && result.no.why === 'no-parameter'))
        doubt(result.no);
    if (!isPlaced) continue;
    for (const { text, column } of others)
      unjudged.push({
        ...{ subject: subject.ok, at: at.ok, text },
        doubt: { line, column, why: 'no-parameter', text },
      });
    const { entry } = besideOf(cells);
    const whole = results.flatMap(result => ('ok' in result ? [result.ok] : []));
    for (const reading of whole)
      readings.push({
        line,
        subject: subject.ok,
        at: at.ok,
        reading,
        ...(entry && whole.length === 1 ? { entry } : {}),
      });
  }
  return withUnjudged(readings, doubts, unjudged);
}

/** So much of a sheet is kept beside a reading (characters). */
const NOTE_MOST = 300;

/** What was tested that nothing here judges is kept as it is written, beside another result of the same sample; alone it is a doubt. */
function withUnjudged(
  readings: readonly RowReading[],
  doubts: readonly Doubt[],
  unjudged: readonly Unjudged[],
): { readings: RowReading[]; doubts: Doubt[] } {
  const kept = [...readings];
  const left: Doubt[] = [...doubts];
  for (const { subject, at, text, doubt } of unjudged) {
    const beside = kept.findIndex(r => r.subject === subject && r.at === at);
    const note = [kept[beside]?.reading.note, text].filter(Boolean).join('; ');
    if (beside < 0 || note.length > NOTE_MOST) left.push(doubt);
    else kept[beside] = { ...kept[beside]!, reading: { ...kept[beside]!.reading, note } };
  }
  return { readings: kept, doubts: left.sort((a, b) => a.line - b.line) };
}

/** A result of something that no rule is about. */
interface Unjudged {
  readonly subject: string;
  readonly at: string;
  readonly text: string;
  readonly doubt: Doubt;
}

/** The results of a row that no rule is about: under a heading that nobody knows, or of a parameter that is none of ours. */
function unjudgedOf(
  row: readonly string[],
  columns: readonly SheetColumn[],
  cells: Cells,
): { readonly text: string; readonly column: string }[] {
  const named = cells.get('parameter');
  const result = cells.get('result');
  const long =
    named && result && !parameterNamed(named.text) && !/^taste$/i.test(named.text) && !isLeftOut(result.text)
      ? [
          {
            text: `${named.text} ${result.text} ${cells.get('unit')?.text ?? ''}`.trim(),
            column: named.heading,
          },
        ]
      : [];
  const wide = columns.flatMap(({ heading, means }, i) => {
    const text = (row[i] ?? '').trim();
    return means === undefined && text !== '' && !isLeftOut(text)
      ? [{ text: `${heading} ${text}`, column: heading }]
      : [];
  });
  return [...long, ...wide];
}

function cellsOf(row: readonly string[], columns: readonly SheetColumn[]): Cells {
  const cells = new Map<LabColumn, { text: string; heading: string }>();
  for (const [i, { means, heading }] of columns.entries()) {
    const text = (row[i] ?? '').trim();
    if (means !== undefined && text !== '' && !cells.has(means as LabColumn))
      cells.set(means as LabColumn, { text, heading });
  }
  return cells;
}

function sampleOf(cells: Cells, { subjectOf }: SheetCase): Found<string> {
  const cell = cells.get('sample') ?? cells.get('point');
  if (!cell) return no('', 'no-sample');
  const subject = subjectOf(cell.text);
  return subject ? { ok: subject } : no(cell.heading, 'no-sample', cell.text);
}

const WITHOUT_YEAR = /^\d{1,2}[-./ ](\d{1,2}|[a-z]{3,})\.?$|^[a-z]{3,} \d{1,2}$/i;

function takenAt(cells: Cells, { dayFirst, timeZone, now }: SheetCase): Found<string> {
  const cell = cells.get('taken');
  if (!cell) return no('', 'no-date');
  if (INSTANT.test(cell.text))
    return cell.text > now ? no(cell.heading, 'to-come', cell.text) : { ok: cell.text };
  // "10/06/2026 14:30": the hour behind the day
  const [, dayText = '', behind] = /^(.*?)(?:[ T]+(\d{1,2}[:.h]\d\d)(?::\d\d)?)?$/.exec(cell.text) ?? [];
  // with points between, the day stands first wherever it is written so
  const read = readDate(dayText, /\d\.\d+\.\d/.test(dayText) || dayFirst);
  if (!read || ('isMonthOnly' in read && read.isMonthOnly))
    return no(cell.heading, WITHOUT_YEAR.test(dayText.trim()) ? 'no-year' : 'no-date', cell.text);
  if ('unclear' in read) return no(cell.heading, 'two-dates', cell.text);
  const time = timeOf(behind ?? cells.get('time')?.text ?? NOON);
  if (!time) return no(cells.get('time')?.heading ?? cell.heading, 'no-time', cells.get('time')?.text ?? '');
  const at = instantOf(`${read.day}T${time}`, timeZone);
  return at > now ? no(cell.heading, 'to-come', cell.text) : { ok: at };
}

function timeOf(text: string): string | undefined {
  const found = /^(\d{1,2})[:.h](\d\d)\s*(am|pm)?$/i.exec(text.trim());
  if (!found) return undefined;
  const half = found[3]?.toLowerCase();
  const hour = (Number(found[1]) % (half ? 12 : 24)) + (half === 'pm' ? 12 : 0);
  return Number(found[2]) < 60 ? `${String(hour).padStart(2, '0')}:${found[2]}` : undefined;
}

/** Every result of a row: that of its own columns, and one of each parameter's column. */
function resultsOf(
  row: readonly string[],
  columns: readonly SheetColumn[],
  cells: Cells,
  c: SheetCase,
): Found<SheetReading>[] {
  const results: Found<SheetReading>[] = [];
  const named = cells.get('parameter');
  const result = cells.get('result');
  if (named || result) results.push(longResult(cells, c));
  for (const [i, { means, heading, unit, as }] of columns.entries()) {
    const parameter = parameterIds.find(id => id === means);
    const text = (row[i] ?? '').trim();
    if (parameter && text !== '' && !isLeftOut(text))
      results.push(readingOf({ parameter, text, heading, unit, as }, cells, c));
  }
  return results;
}

/** What stands where nothing was tested. */
const isLeftOut = (text: string): boolean => /^(-|–|—|n\/?a|nt|not tested|\.)$/i.test(text);

function longResult(cells: Cells, c: SheetCase): Found<SheetReading> {
  const named = cells.get('parameter');
  const result = cells.get('result');
  if (!named) return no('', 'no-parameter');
  if (/^taste$/i.test(named.text)) return no(named.heading, 'taste', named.text);
  const parameter = parameterNamed(named.text);
  if (!parameter) return no(named.heading, 'no-parameter', named.text);
  if (!result || isLeftOut(result.text)) return no(result?.heading ?? '', 'no-result', result?.text);
  const said = cells.get('as')?.text;
  const as =
    reportedAs.find(form => form === said) ?? formIn(`${named.text} ${cells.get('unit')?.text ?? ''}`);
  const unit = cells.get('unit')?.text;
  return readingOf({ parameter, text: result.text, heading: result.heading, unit, as }, cells, c);
}

/** A reading as a row of the table that leaves, in words that come back by `readLabSheet`. */
export function sheetRow({
  at,
  entry,
  by,
  sample,
  reading,
}: {
  at: string;
  entry: string;
  by: string;
  sample: string;
  reading: SheetReading;
}): Record<Exclude<LabColumn, 'time' | 'leave'>, string> {
  const { value, beyond, found, range, rack, incubated, kit, depthCm } = reading;
  const sign = beyond === 'below' ? '<' : beyond === 'above' ? '>' : '';
  return {
    taken: at,
    sample,
    point: reading.point ?? '',
    parameter: reading.parameter,
    result: value === undefined ? (found ?? '') : `${sign}${plainFigure(value)}`,
    unit: value === undefined ? '' : parameterRow(reading.parameter).unit,
    as: reading.as ?? '',
    method: reading.method,
    range: range ? `${range.least}–${range.most}` : '',
    tubes: (rack ?? []).map(d => `${d.positive}/${d.tubes}×${d.volumeMl}`).join(' '),
    depth_cm: depthCm === undefined ? '' : String(depthCm),
    incubated_from: incubated?.from ?? '',
    incubated_c: incubated ? String(incubated.temperatureC) : '',
    window_h: incubated?.window ? `${incubated.window.fromH}–${incubated.window.toH}` : '',
    lot: kit?.lot ?? '',
    expires: kit?.expires ?? '',
    by: reading.sampledBy ?? by,
    note: reading.note ?? '',
    entry,
  };
}

/** Three decimals could be thousands where the point parts those: a fourth makes them decimals in every language. */
const plainFigure = (value: number): string => String(near(value)).replace(/^(\d{1,3}\.\d{3})$/, '$10');
