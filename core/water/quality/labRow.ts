import type { DecimalMark } from '../../base/units/number.ts';
import type { LabColumn } from './labColumns.ts';
import type { TestReading } from './testReading.ts';

/** A reading with what stands beside it in a sheet. */
export interface SheetReading extends TestReading {
  readonly point?: string;
  readonly note?: string;
  readonly sampledBy?: string;
}

/** Something that is not understood or not said: at its line and its column. */
export interface Doubt {
  readonly line: number;
  readonly column: string;
  readonly why:
    | 'no-sample'
    | 'no-date'
    | 'no-year'
    | 'two-dates'
    | 'to-come'
    | 'no-parameter'
    | 'taste'
    | 'no-result'
    | 'two-ways'
    | 'not-detected'
    | 'no-unit'
    | 'other-unit'
    | 'as'
    | 'method'
    | 'impossible'
    | 'no-time';
  readonly text: string;
}

/** How a sheet is read. */
export interface SheetCase {
  readonly subjectOf: (name: string) => string | undefined;
  readonly dayFirst?: boolean | undefined;
  readonly decimal?: DecimalMark;
  readonly timeZone: string;
  readonly now: string;
  /** The line in the file of each row, where it is not the one under the row before. */
  readonly lines?: readonly number[];
}

export interface Failure {
  readonly column: string;
  readonly why: Doubt['why'];
  readonly text: string;
}
export type Found<T> = { readonly ok: T } | { readonly no: Failure };
export const no = (column: string, why: Doubt['why'], text = ''): { no: Failure } => ({
  no: { column, why, text },
});

/** A row, its cells by what their columns mean. */
export type Cells = ReadonlyMap<LabColumn, { readonly text: string; readonly heading: string }>;
