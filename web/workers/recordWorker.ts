import { expose } from 'comlink';
import {
  type Finding,
  type RainRecord,
  type RecordCase,
  readRecord,
} from '#core/rain/weather/dailyRecord.ts';
import { type RainUnit, recordTableOf } from '#core/rain/weather/recordTable.ts';
import { cellsOf } from '../texts/cells.ts';

export interface AskedRecord extends RecordCase {
  readonly text: string;
}

export interface ReadRecord {
  readonly record?: RainRecord;
  readonly findings: readonly Finding[];
  /** The unit that its headings or notes name. */
  readonly unit?: RainUnit;
}

/** Decades of daily weather, read off the main thread. */
const api = {
  read({ text, ...c }: AskedRecord): ReadRecord {
    const data = cellsOf(text.trim());
    const table = recordTableOf(data);
    const unit = table.columns.find(col => col.means === 'rain')?.unit ?? table.unit;
    return { ...readRecord(data, table, c), ...(unit ? { unit } : {}) };
  },
};

export type RecordWorker = typeof api;

expose(api);
