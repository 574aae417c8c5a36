// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export { onBatch } from './batch.ts';
export type {
  SheetEnd,
  StepDone,
} from './fields.ts';
export {
  passes,
  sheetAt,
} from './sheets.ts';
export {
  isDosed,
  judgeTreating,
  vesselUnfit,
} from './treating.ts';
