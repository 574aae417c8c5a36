// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export type {
  ContainerFacts,
  Fill,
  Run,
  RunCredit,
  RunLeg,
} from './facts.ts';
export {
  filledAnew,
  read,
} from './fill.ts';
export { onFilled } from './fillGuards.ts';
export { containersAlarmed } from './find.ts';
export {
  type Drawn,
  findingsIn,
  heldIn,
  originsOf,
  type Poured,
  siteIn,
  type Water,
} from './findings.ts';
export {
  type Around,
  type Earned,
  earnedIn,
  gradeAt,
  isGivenUp,
  vesselOf,
  waterCase,
} from './fit.ts';
export {
  needsWater,
  notBeforeWater,
  ofContainer,
} from './guards.ts';
export type { Label } from './label.ts';
export { partsOf } from './parts.ts';
export { type ContainerState, decidingBatch, kindOf, runningBatch } from './state.ts';
export {
  heldBy,
  stoodAt,
  withFill,
} from './vessel.ts';
export type { State } from './wholeState.ts';
