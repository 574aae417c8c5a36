/** Off by less than this is nothing that an eye can set. */
const EXACT_SHARE = 0.0005;

/** The text for how far off a tool's whole steps are: exact, over or under. */
export const sideOf = (share: number): string =>
  Math.abs(share) < EXACT_SHARE ? 'answer.exact' : share > 0 ? 'answer.over' : 'answer.under';
