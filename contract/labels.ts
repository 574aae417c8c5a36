import * as v from 'valibot';
import { unitSystems } from '#core/base/units/system.ts';
import { SubjectSchema } from './entry.ts';
import { printed } from './paper.ts';

/** A sheet of labels: page and label sizes in mm, how many across and down, where the first one begins. */
export interface LabelSheet {
  readonly page: readonly [number, number];
  readonly label: readonly [number, number];
  readonly across: number;
  readonly down: number;
  readonly margin: readonly [left: number, top: number];
  readonly pitch: readonly [number, number];
}

/** Grids that are commonly sold, by page and count, and one label a page. */
export const labelSheets = {
  'a4-24': { page: [210, 297], label: [70, 37], across: 3, down: 8, margin: [0, 0.5], pitch: [70, 37] },
  'a4-14': {
    page: [210, 297],
    label: [99.1, 38.1],
    across: 2,
    down: 7,
    margin: [4.7, 15.1],
    pitch: [101.6, 38.1],
  },
  'a4-8': {
    page: [210, 297],
    label: [99.1, 67.7],
    across: 2,
    down: 4,
    margin: [4.7, 13.1],
    pitch: [101.6, 67.7],
  },
  'letter-30': {
    page: [215.9, 279.4],
    label: [66.7, 25.4],
    across: 3,
    down: 10,
    margin: [4.8, 12.7],
    pitch: [69.9, 25.4],
  },
  'letter-10': {
    page: [215.9, 279.4],
    label: [101.6, 50.8],
    across: 2,
    down: 5,
    margin: [4, 12.7],
    pitch: [106.4, 50.8],
  },
  single: { page: [100, 60], label: [100, 60], across: 1, down: 1, margin: [0, 0], pitch: [100, 60] },
} as const satisfies Record<string, LabelSheet>;

export type LabelSheetId = keyof typeof labelSheets;
export const labelSheetIds = Object.keys(labelSheets) as [LabelSheetId, ...LabelSheetId[]];

/** Most labels in one PDF. */
export const MOST_LABELS = 600;

export const LabelRequestSchema = v.object({
  containers: v.pipe(
    v.array(SubjectSchema),
    v.minLength(1, 'required'),
    v.maxLength(MOST_LABELS, 'too-many'),
  ),
  sheet: v.picklist(labelSheetIds),
  /** Labels already gone from the first sheet. */
  skip: v.pipe(v.number(), v.integer('whole'), v.minValue(0), v.maxValue(29)),
  address: v.pipe(v.string(), v.url('url'), v.regex(/^https?:\/\//i, 'url'), v.maxLength(200, 'too-long')),
  units: v.picklist(unitSystems),
  language: printed.language,
});
