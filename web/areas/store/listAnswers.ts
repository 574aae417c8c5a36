import type { ListField } from '#core/storage/containers/listFields.ts';
import type { ColumnUnit } from '#core/storage/containers/listSize.ts';
import type { ListedWater } from '#core/storage/containers/listWater.ts';

/** Which comes first in a date such as 3/4/2026. */
export type First = 'day' | 'month';
/** Whose gallon a list means. */
export type Gallon = 'US' | 'imperial';
/** What stands before the tenths. */
export type Mark = 'point' | 'comma';

/** What somebody answered about a list; each is asked once, when it is needed. */
export interface ListAnswers {
  readonly fields: Readonly<Record<number, ListField>>;
  readonly units: Readonly<Record<number, ColumnUnit>>;
  readonly waters: Readonly<Record<string, ListedWater>>;
  readonly first?: First;
  readonly mark?: Mark;
  readonly head?: number;
  /** Cells mended in place, by line and column. */
  readonly mended: Readonly<Record<number, Readonly<Record<number, string>>>>;
}

export const noAnswers: ListAnswers = { fields: {}, units: {}, waters: {}, mended: {} };

/** Changes what was answered, from what it is by then. */
export type OnAnswers = (change: (answers: ListAnswers) => ListAnswers) => void;
