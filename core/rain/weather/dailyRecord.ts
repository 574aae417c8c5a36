import { addDays, type Day, daysBetween } from '../../base/day.ts';
import { type DecimalMark, readNumber } from '../../base/units/number.ts';
import { celsiusOf } from '../../base/units/system.ts';
import { readDate } from '../../storage/containers/listDate.ts';
import { type RainUnit, type RecordMeaning, type RecordTable, rainUnits } from './recordTable.ts';

/** What was put right by a rule as it was read. */
export const repairs = [
  'trace',
  'below',
  'missing',
  'flag',
  'same-twice',
  'order',
  'two-forms',
  'century',
  'gap-filled',
  'gap-dry',
] as const;
/** What nobody but the hand can say; until then it is left out. */
export const doubts = [
  'no-date',
  'no-year',
  'which-first',
  'both-orders',
  'to-come',
  'no-unit',
  'no-number',
  'two-ways',
  'negative',
  'too-much',
  'accumulated',
  'other-twice',
] as const;
export type Repair = (typeof repairs)[number];
export type RecordDoubt = (typeof doubts)[number];

/** Something that was repaired or is in doubt, at its line. */
export interface Finding {
  /** The line in the file, 1 being the first. */
  readonly line: number;
  readonly why: Repair | RecordDoubt;
  readonly isDoubt: boolean;
  /** What stands there, and what it was taken for. */
  readonly text: string;
  readonly day?: Day;
  /** The last day of a gap. */
  readonly untilDay?: Day;
  /** What it counts as (mm). */
  readonly mm?: number;
}

/** How a table is read, and what the hand answered. */
export interface RecordCase {
  readonly unit?: RainUnit | undefined;
  readonly dayFirst?: boolean | undefined;
  readonly decimal?: DecimalMark;
  readonly today: Day;
  /** Cells of rain written anew, by their line; the same text again says that it is true. */
  readonly fixes: Readonly<Record<number, string>>;
}

/** Daily rain of years as it was measured, gaps filled. */
export interface RainRecord {
  readonly from: Day;
  /** What fell on each day (mm), one after another. */
  readonly mm: readonly number[];
  /** Mean temperature of each day (°C); nothing where nobody measured it. */
  readonly meanC?: readonly (number | undefined)[];
  /** Days that were not measured and are filled. */
  readonly filledDays: number;
}

/**
 * More than this in a day is asked (mm): few places ever had it, and a point that was lost makes it of 90. The most that was ever
 * measured in a day is 1,825 (La Réunion 1966; WMO).
 */
export const MUCH_MM = 400;
export const MOST_MM = 1825;

/** What falls in so small amounts that the gauge cannot tell. */
const TRACE = /^(t|tr|tr\.|trace|traces|0\.0+t|<\s*0?[.,]\d+|\+)$/i;
const MISSING =
  /^(|-+|\/+|m|x|na|n\/a|nan|nd|null|none|\*+|missing|-99(\.9+|99|9)?(\.0+)?|-?9999(\.0+)?|-?999(\.\d+)?)$/i;
/** A figure with one letter behind it, as agencies mark what they doubt; A: gathered over days. */
const FLAGGED = /^(-?\d+(?:[.,]\d+)?)\s*([a-z*#])$/i;
const SHORT_DATE = /^\d{1,2}[-./ ]\d{1,2}$/;
const PACKED = /^(\d{4})(\d\d)(\d\d)$/;
const SHORT_YEAR = /\D\d{2}$/;

type Cell = (means: RecordMeaning) => string;

/** Which of two numbers comes first, where a file tells by itself: by a day after the twelfth, or by days that follow each other. */
function orderOf(texts: readonly string[]): { dayFirst?: boolean; isMixed: boolean } {
  let [day, month, ofDay, ofMonth] = [0, 0, 0, 0];
  let before: { ofDay: Day | undefined; ofMonth: Day | undefined } | undefined;
  for (const text of texts) {
    const parts = /^(\d{1,2})[-./](\d{1,2})[-./]\d{2,4}$/.exec(text.trim());
    if (!parts) {
      before = undefined;
      continue;
    }
    if (Number(parts[1]) > 12) day += 1;
    if (Number(parts[2]) > 12) month += 1;
    const [asDay, asMonth] = [readDate(text, true), readDate(text, false)].map(d =>
      d && 'day' in d ? d.day : undefined,
    );
    if (before?.ofDay && asDay && Math.abs(daysBetween(before.ofDay, asDay)) === 1) ofDay += 1;
    if (before?.ofMonth && asMonth && Math.abs(daysBetween(before.ofMonth, asMonth)) === 1) ofMonth += 1;
    before = { ofDay: asDay, ofMonth: asMonth };
  }
  if (day > 0 && month > 0) return { isMixed: true };
  if (day > 0 || month > 0) return { dayFirst: day > 0, isMixed: false };
  return ofDay === ofMonth ? { isMixed: false } : { dayFirst: ofDay > ofMonth, isMixed: false };
}

const isoForm = /^\d{4}[-./]?\d{1,2}[-./]?\d{1,2}$/;

type ReadDay =
  | { readonly day: Day; readonly isCentury?: boolean }
  | { readonly why: RecordDoubt; readonly text: string };

function dayOfRow(cell: Cell, dayFirst: boolean | undefined, isMixed: boolean, today: Day): ReadDay {
  const parts = (['year', 'month', 'dayOfMonth'] as const).map(part => cell(part).trim());
  const written = cell('day')
    .trim()
    .replace(/[T ]\d{1,2}:\d\d.*$/, '')
    .replace(PACKED, '$1-$2-$3');
  const text = written || parts.map(part => part.padStart(2, '0')).join('-');
  if (SHORT_DATE.test(text)) return { why: 'no-year', text };
  const read = readDate(text, dayFirst);
  if (!read) return { why: 'no-date', text };
  if ('unclear' in read) return { why: isMixed ? 'both-orders' : 'which-first', text };
  if (read.isMonthOnly) return { why: 'no-date', text };
  if (read.day <= today) return { day: read.day };
  // "87" was written in the last century
  if (SHORT_YEAR.test(text) && !isoForm.test(text))
    return { day: `${Number(read.day.slice(0, 4)) - 100}${read.day.slice(4)}`, isCentury: true };
  return { why: 'to-come', text };
}

type ReadRain =
  | { readonly mm: number; readonly repair?: Repair }
  | { readonly missing: true }
  | { readonly why: RecordDoubt; readonly mm?: number };

function rainOf(written: string, factor: number, decimal: DecimalMark, isSaidSo: boolean): ReadRain {
  const text = written.trim();
  if (TRACE.test(text)) return { mm: 0, repair: text.startsWith('<') ? 'below' : 'trace' };
  if (MISSING.test(text)) return { missing: true };
  const flagged = FLAGGED.exec(text);
  if (flagged && flagged[2]!.toLowerCase() === 'a' && !isSaidSo) return { why: 'accumulated' };
  const read = readNumber(flagged?.[1] ?? text, decimal);
  if (!read || ('value' in read && read.rest.trim() !== '' && !/^(mm|in|″|")$/i.test(read.rest.trim())))
    return { why: 'no-number' };
  if ('readings' in read) return { why: 'two-ways' };
  const mm = Math.round(read.value * factor * 100) / 100;
  if (mm < 0) return { why: 'negative' };
  if (mm > MOST_MM || (mm > MUCH_MM && !isSaidSo)) return { why: 'too-much', mm };
  return { mm, ...(flagged ? { repair: 'flag' as const } : {}) };
}

const temperature = (text: string, isFahrenheit: boolean): number | undefined => {
  if (MISSING.test(text.trim())) return undefined;
  const value = Number(text.trim().replace(',', '.'));
  if (!Number.isFinite(value)) return undefined;
  const c = isFahrenheit ? celsiusOf(value) : value;
  return c > -90 && c < 60 ? Math.round(c * 10) / 10 : undefined;
};

interface Row {
  readonly line: number;
  readonly day: Day;
  readonly mm: number | undefined;
  readonly meanC: number | undefined;
}

/**
 * Reads daily rain as agencies write it. What can be put right by a rule is, and is listed; what could be two things waits, is left
 * out until then, and is listed too. Missing days take what fell on the same dates of the nearest year that has them all; where no
 * year has, they are dry, which is the safe side of a catch.
 */
export function readRecord(
  lines: readonly (readonly string[])[],
  table: RecordTable,
  c: RecordCase,
): { readonly record?: RainRecord; readonly findings: readonly Finding[] } {
  const findings: Finding[] = [];
  const unit = c.unit ?? table.columns.find(col => col.means === 'rain')?.unit ?? table.unit;
  if (!unit) return { findings: [{ line: table.headingLine, why: 'no-unit', isDoubt: true, text: '' }] };
  const at = (means: RecordMeaning) => table.columns.findIndex(col => col.means === means);
  const body = lines.slice(table.headingLine).map((cells, i) => ({ cells, line: table.headingLine + i + 1 }));
  const rows = body.filter(({ cells }) => cells.some(cell => cell.trim() !== ''));
  const dayTexts = rows.map(({ cells }) => cells[at('day')] ?? '');
  const order = orderOf(dayTexts);
  const dayFirst = c.dayFirst ?? order.dayFirst;
  const forms = new Set(
    dayTexts.filter(t => /\d/.test(t)).map(t => (isoForm.test(t.trim()) ? 'iso' : 'other')),
  );
  if (forms.size > 1) {
    const second =
      rows[dayTexts.findIndex(t => isoForm.test(t.trim()) !== isoForm.test(dayTexts[0]!.trim()))];
    findings.push({
      line: second?.line ?? 0,
      why: 'two-forms',
      isDoubt: false,
      text: second?.cells[at('day')] ?? '',
    });
  }
  const read: Row[] = [];
  for (const { cells, line } of rows) {
    const cell: Cell = means => cells[at(means)] ?? '';
    const day = dayOfRow(cell, dayFirst, order.isMixed && c.dayFirst === undefined, c.today);
    if ('why' in day) {
      findings.push({ line, why: day.why, isDoubt: true, text: day.text });
      continue;
    }
    if (day.isCentury)
      findings.push({ line, why: 'century', isDoubt: false, text: cell('day'), day: day.day });
    const fixed = c.fixes[line];
    const text = fixed ?? cell('rain');
    const rain = rainOf(text, rainUnits[unit], c.decimal ?? '.', fixed !== undefined);
    if ('why' in rain)
      findings.push({
        line,
        why: rain.why,
        isDoubt: true,
        text,
        day: day.day,
        ...(rain.mm ? { mm: rain.mm } : {}),
      });
    else if ('missing' in rain) findings.push({ line, why: 'missing', isDoubt: false, text, day: day.day });
    else if (rain.repair)
      findings.push({ line, why: rain.repair, isDoubt: false, text, day: day.day, mm: rain.mm });
    const isF = (means: RecordMeaning) => table.columns[at(means)]?.isFahrenheit === true;
    const [least, most] = [
      temperature(cell('leastC'), isF('leastC')),
      temperature(cell('mostC'), isF('mostC')),
    ];
    read.push({
      line,
      day: day.day,
      mm: 'mm' in rain && !('why' in rain) ? rain.mm : undefined,
      meanC:
        temperature(cell('meanC'), isF('meanC')) ??
        (least !== undefined && most !== undefined ? Math.round(((least + most) / 2) * 10) / 10 : undefined),
    });
  }
  if (read.length === 0) return { findings };
  const record = gathered(read, findings);
  return { record, findings: findings.sort((a, b) => a.line - b.line) };
}

/** Days in their order, each once, without gaps. */
function gathered(read: readonly Row[], findings: Finding[]): RainRecord {
  const byDay = new Map<Day, Row>();
  let isOrdered = true;
  read.forEach((row, i) => {
    if (i > 0 && row.day < read[i - 1]!.day && isOrdered) {
      isOrdered = false;
      findings.push({ line: row.line, why: 'order', isDoubt: false, text: row.day, day: row.day });
    }
    const before = byDay.get(row.day);
    if (!before) {
      byDay.set(row.day, row);
      return;
    }
    const isSame = before.mm === row.mm || before.mm === undefined || row.mm === undefined;
    // of two figures the smaller is the safe one: it promises less
    const kept = isSame ? (before.mm === undefined ? row : before) : before.mm! <= row.mm! ? before : row;
    byDay.set(row.day, kept);
    findings.push({
      line: row.line,
      why: isSame ? 'same-twice' : 'other-twice',
      isDoubt: !isSame,
      text: `${before.mm ?? '–'} / ${row.mm ?? '–'}`,
      day: row.day,
      ...(kept.mm === undefined ? {} : { mm: kept.mm }),
    });
  });
  const days = [...byDay.keys()].sort();
  const [from, until] = [days[0]!, days.at(-1)!];
  const count = daysBetween(from, until) + 1;
  const dates = Array.from({ length: count }, (_, i) => addDays(from, i));
  const measured = dates.map(day => byDay.get(day)?.mm);
  const { mm, filledDays } = filled(dates, measured, findings);
  const meanC = dates.map(day => byDay.get(day)?.meanC);
  return { from, mm, filledDays, ...(meanC.some(t => t !== undefined) ? { meanC } : {}) };
}

/** Gaps filled with what fell on the same dates of the nearest year that has them all. */
function filled(
  dates: readonly Day[],
  measured: readonly (number | undefined)[],
  findings: Finding[],
): { mm: number[]; filledDays: number } {
  const at = new Map(dates.map((day, i) => [day, i]));
  const mm = measured.map(value => value ?? 0);
  const years = Math.ceil(dates.length / 365);
  let filledDays = 0;
  for (let i = 0; i < dates.length; i++) {
    if (measured[i] !== undefined) continue;
    let end = i;
    while (end + 1 < dates.length && measured[end + 1] === undefined) end += 1;
    const gap = dates.slice(i, end + 1);
    const donor = Array.from(
      { length: years * 2 },
      (_, k) => (k % 2 === 0 ? -1 : 1) * (Math.floor(k / 2) + 1),
    )
      .map(away => gap.map(day => measured[at.get(sameDate(day, away)) ?? -1]))
      .find(days => days.every(value => value !== undefined));
    gap.forEach((_, k) => {
      mm[i + k] = donor?.[k] ?? 0;
    });
    filledDays += gap.length;
    const sum = gap.reduce((total, _, k) => total + mm[i + k]!, 0);
    findings.push({
      line: 0,
      why: donor ? 'gap-filled' : 'gap-dry',
      isDoubt: false,
      text: '',
      day: gap[0]!,
      untilDay: gap.at(-1)!,
      mm: Math.round(sum * 10) / 10,
    });
    i = end;
  }
  return { mm, filledDays };
}

/** The same date in another year; 29 February is the 28th where there is none. */
function sameDate(day: Day, yearsAway: number): Day {
  const year = Number(day.slice(0, 4)) + yearsAway;
  const isLeap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  const date = day.slice(5) === '02-29' && !isLeap ? '02-28' : day.slice(5);
  return `${year}-${date}`;
}
