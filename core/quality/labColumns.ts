import { parameterIds } from './parameters.ts';

/** What a column of a laboratory's sheet is, beside the figures of a parameter. */
export const labColumns = [
  'sample',
  'point',
  'taken',
  'time',
  'parameter',
  'result',
  'unit',
  'method',
  'as',
  'by',
  'lot',
  'expires',
  'note',
  'entry',
  'leave',
] as const;
export type LabColumn = (typeof labColumns)[number];

/** Everything that a heading may mean: a column of its own, or the figures of a parameter. */
export const columnMeanings = [...labColumns, ...parameterIds] as const;
export type ColumnMeaning = (typeof columnMeanings)[number];
