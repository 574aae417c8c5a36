import { expose } from 'comlink';
import { readList } from '#core/storage/containers/list.ts';
import {
  fieldsByContent,
  guessFields,
  headLine,
  type ListField,
} from '#core/storage/containers/listFields.ts';
import type { ListOptions, ListReading } from '#core/storage/containers/listRow.ts';
import { cellsOf } from '../texts/cells.ts';

/** A list and what somebody answered about it. */
export interface ListQuestion extends Omit<ListOptions, 'fields' | 'headings' | 'firstLine'> {
  readonly text: string;
  /** Line of the headings, from 0, −1 for none; guessed where it is not said. */
  readonly head?: number;
  /** What columns hold, where the guess was put right. */
  readonly corrected: Readonly<Record<number, ListField>>;
  /** Cells that were mended, by their line (the first is 1) and column. */
  readonly mended?: Readonly<Record<number, Readonly<Record<number, string>>>>;
}

export interface ListAnswer {
  readonly head: number;
  readonly heading: readonly string[];
  /** The first lines, any of which may be the headings. */
  readonly above: readonly (readonly string[])[];
  readonly fields: readonly ListField[];
  readonly reading: ListReading;
}

/** Most lines that are offered as headings. */
const HEADS = 12;

/** Reads and judges a list off the main thread: a thousand rows are felt. */
const api = {
  read({ text, head: chosen, corrected, mended = {}, ...options }: ListQuestion): ListAnswer {
    const table = cellsOf(text.trimEnd()).map((cells, i) => {
      const mending = mended[i + 1];
      if (!mending) return cells;
      const width = Math.max(cells.length, ...Object.keys(mending).map(column => Number(column) + 1));
      return Array.from({ length: width }, (_, column) => mending[column] ?? cells[column] ?? '');
    });
    const head = chosen ?? headLine(table);
    const byContent = head < 0 ? fieldsByContent(table) : undefined;
    // a list without headings has its columns named by their letters, as a spreadsheet does
    const heading = table[head] ?? byContent?.map((_, i) => String.fromCharCode(65 + i)) ?? [];
    const fields = (byContent ?? guessFields(heading)).map((field, i) => corrected[i] ?? field);
    const reading = readList(table.slice(head + 1), {
      ...options,
      fields,
      headings: heading,
      firstLine: head + 2,
    });
    return { head, heading, above: table.slice(0, HEADS), fields, reading };
  },
};

export type ListWorker = typeof api;

expose(api);
