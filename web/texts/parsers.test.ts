import { describe, expect, it } from 'vitest';
import { peopleIn, readHomes } from '#core/areas/plan/homesTable.ts';
import { dimensions } from '#core/base/units/dimension.ts';
import { cellOf, readNumber } from '#core/base/units/number.ts';
import { parseQuantity } from '#core/base/units/quantity.ts';
import { readRecord } from '#core/rain/weather/dailyRecord.ts';
import { monthTableOf } from '#core/rain/weather/monthTable.ts';
import { recordTableOf } from '#core/rain/weather/recordTable.ts';
import { readList } from '#core/storage/containers/list.ts';
import { readDate } from '#core/storage/containers/listDate.ts';
import { fieldsByContent, guessFields, headLine } from '#core/storage/containers/listFields.ts';
import { caseOf, partOf, readSize, readVolume } from '#core/storage/containers/listSize.ts';
import { decodeList } from '#core/storage/containers/listText.ts';
import { forbidsDrinking, readWater } from '#core/storage/containers/listWater.ts';
import { readLine } from '#core/water/instruments/protocol.ts';
import { columnOf } from '#core/water/quality/labColumns.ts';
import { readLabSheet } from '#core/water/quality/labSheet.ts';
import { labTableOf } from '#core/water/quality/labTable.ts';
import { cellsOf } from './cells.ts';

const TODAY = '2026-12-01';
const writing = { units: 'metric' } as const;

/** Whatever reads one text that somebody typed, pasted, or has in a cell. */
const ofText: Readonly<Record<string, (text: string) => unknown>> = {
  readNumber,
  cellOf,
  readLine,
  caseOf,
  partOf,
  readWater,
  forbidsDrinking,
  cellsOf,
  columnOf,
  'a quantity of any kind': text => dimensions.map(dimension => parseQuantity(text, dimension, writing)),
  readVolume: text => readVolume(text, writing),
  readSize: text => readSize(text, writing),
  readDate: text => readDate(text, undefined),
  peopleIn: text => peopleIn(text, TODAY),
  decodeList: text => decodeList(new TextEncoder().encode(text)),
};

/** Whatever reads a table, from its text to its end. */
const ofTable: Readonly<Record<string, (text: string) => unknown>> = {
  'a list of containers': text => {
    const lines = cellsOf(text);
    const head = headLine(lines);
    const headings = lines[head] ?? [];
    const fields = head >= 0 ? guessFields(headings) : fieldsByContent(lines);
    return readList(lines.slice(head + 1), {
      ...{ fields, headings, kinds: [], system: 'metric', today: TODAY, known: new Map() },
    });
  },
  'a list of homes': text => readHomes(cellsOf(text), TODAY, []),
  'a laboratory’s sheet': text => {
    const table = labTableOf(cellsOf(text));
    return readLabSheet(
      table.rows,
      table.header.map(heading => columnOf(heading)),
      { subjectOf: name => name, timeZone: 'UTC', now: `${TODAY}T08:00:00.000Z`, lines: table.lines },
    );
  },
  'a record of rain by days': text => {
    const lines = cellsOf(text);
    return readRecord(lines, recordTableOf(lines), {} as never);
  },
  'a record of rain by months': text => monthTableOf(cellsOf(text)),
};

/** What programs that go back and forth in a text stumble over. */
const letters = [
  'a',
  '-',
  '1',
  ' ',
  '.',
  ',',
  '1,',
  '1 ',
  '1.1.',
  '½',
  '(',
  ')(',
  '"',
  '1/',
  'x ',
  '2 x ',
  'of ',
  '+',
  '°',
  'full ',
  '12 pack ',
];

const SHORT = 3000;
const TIMES = 4;
/** What is done in so short a time is quick, whatever it grows like (ms). */
const QUICK_MS = 40;
/** A linear reader takes four times as long for four times the text, a quadratic one sixteen times. */
const MOST_GROWTH = 10;

/** What looks slow is tried so often: an engine beside busy neighbours has a quiet moment in one of them. */
const TRIES = 25;

/** How long work took (ms). */
function timeOf(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** Whether four times the text takes more than in proportion: what else the machine does is told by doing both once more. */
function isSlow(short: () => unknown, long: () => unknown): boolean {
  const least = { short: Number.POSITIVE_INFINITY, long: Number.POSITIVE_INFINITY };
  for (let tries = 0; tries < TRIES; tries++) {
    least.long = Math.min(least.long, timeOf(long));
    if (least.long < QUICK_MS) return false;
    least.short = Math.min(least.short, timeOf(short));
    if (least.long < MOST_GROWTH * least.short) return false;
  }
  return true;
}

/** Texts that take a reader more than in proportion to their length. */
const slow = (
  read: (text: string) => unknown,
  textOf: (length: number, letter: string) => string,
): string[] =>
  letters.filter(letter => {
    const [short, long] = [textOf(SHORT, letter), textOf(SHORT * TIMES, letter)];
    return isSlow(
      () => read(short),
      () => read(long),
    );
  });

const repeated = (length: number, letter: string): string =>
  letter.repeat(Math.ceil(length / letter.length)).slice(0, length);

describe('a text four times as long takes a reader four times as long', () => {
  it.each(Object.entries(ofText))('%s', (_, read) => {
    expect(slow(read, repeated)).toEqual([]);
    expect(slow(read, (length, letter) => `20 ${repeated(length, letter)} L`)).toEqual([]);
  });
});

describe('a table four times as long, or as wide, takes a reader four times as long', () => {
  it.each(Object.entries(ofTable))('%s', (_, read) => {
    expect(slow(read, repeated)).toEqual([]);
    const cell = (letter: string) => repeated(24, letter).replaceAll('"', '”');
    const rows = (length: number, letter: string) =>
      Array.from(
        { length: length / 10 },
        (_, i) => `A-${i}\t${cell(letter)}\t2026-11-${(i % 28) + 1}\t${i}`,
      ).join('\n');
    expect(slow(read, rows)).toEqual([]);
    const columns = (length: number, letter: string) =>
      Array.from({ length: 4 }, () =>
        Array.from({ length: length / 10 }, () => cell(letter)).join('\t'),
      ).join('\n');
    expect(slow(read, columns)).toEqual([]);
  });
});
