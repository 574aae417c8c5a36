// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export {
  alarmedContainers,
  heldByAlarm,
  judgeAlarm,
  neighboursOf,
  watchOfNeighbour,
} from './alarms.ts';
export type {
  Alarm,
  KitCheck,
  Readings,
} from './facts.ts';
export {
  lastFigure,
  lastOf,
  readingsOfTested,
  withReading,
} from './readings.ts';
