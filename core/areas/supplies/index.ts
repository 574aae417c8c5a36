// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export { leftOf } from './cover.ts';
export type { SupplyFacts } from './facts.ts';
export { unitPrices } from './kit.ts';
export { meansAtHand } from './means.ts';
