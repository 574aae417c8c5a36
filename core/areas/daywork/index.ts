// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export {
  sheetEnded,
  sheetStepped,
} from './fold.ts';
