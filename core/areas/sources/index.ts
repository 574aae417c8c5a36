// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export type { SourceFacts } from './facts.ts';
export type { Ending } from './fields.ts';
export {
  drinkersOf,
  type Grounds,
  heldAt,
  inTime,
  ofIllness,
  ofReadings,
} from './findings.ts';
export {
  caseOf,
  judgeNotice,
  type Known,
  knownOf,
  mainsGrade,
  noticesFor,
  noticesOn,
  sourcedOf,
  sourcesOf,
  stopsAt,
  testsBearingOn,
  type Where,
  watchOfDissolved,
} from './known.ts';
