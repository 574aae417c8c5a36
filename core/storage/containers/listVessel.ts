import type { HeldBefore } from './fitness.ts';

// What a hand-kept list says of the vessel: what it held, what is wrong with it, and the state that it is in.

/** What a list says that a vessel is, beside the water in it. */
export type ListedMark = 'failed' | 'condemned' | 'waiting';
/** Every state that a list may name; `none` says nothing that the rules do not work out. */
export type Mark = ListedMark | 'open' | 'utility' | 'none';

const helds: readonly (readonly [HeldBefore, RegExp])[] = [
  [
    'chemical',
    /chemic|fuel|diesel|petrol|gasoline|kerosene|paraffin|\boils?\b|pestic|herbic|weedkiller|fertili|paint|solvent|antifreeze|detergent|bleach|soap|poison/,
  ],
  ['milk-juice', /milk|juice|cordial|squash|wine|beer|soda|syrup/],
  ['unknown', /unknown|dunno|not known|^\?$/],
  ['new', /^(?:new|nothing|never used)$/],
  ['food', /^(?:food|edible)/],
  ['water', /^(?:water|water only|tap water|drinking water)$/],
];

/** How a past is told beside a vessel, and what is done to water and is none. */
const PAST =
  /\b(?:was|were|had|held|ex|once|former(?:ly)?|previously|used (?:for|to hold|to be)|contained|came with|bought with|from)\b[ -]*(.*)/;
const TREATED = /\b(?:treat\w*|dos\w*|add\w*|drops?|rins\w*|saniti[sz]\w*|wash\w*|clean\w*|scrub\w*)\b/;
/** A vessel that lets water out, or dirt in. */
const BROKEN =
  /\b(?<!no |not |never )(?:leak(?:s|ing|y|ed)?|crack(?:s|ed)?|split|hole|punctured|no lid|lid (?:missing|broken|off)|without (?:a )?lid)\b/i;

const marks: Readonly<Record<string, Mark>> = {
  ready: 'none',
  due: 'none',
  limited: 'none',
  'limited protection': 'none',
  past: 'none',
  empty: 'none',
  ok: 'none',
  good: 'none',
  full: 'none',
  sealed: 'none',
  open: 'open',
  opened: 'open',
  utility: 'utility',
  raw: 'utility',
  waiting: 'waiting',
  failed: 'failed',
  bad: 'failed',
  condemned: 'condemned',
};

/** What a state is, as it is written plainly; undefined for one that nobody knows. */
export const markOf = (state: string): Mark | undefined =>
  Object.hasOwn(marks, state) ? marks[state] : undefined;

/** What the column of a past says, in lower case; undefined where nobody can tell. */
export const heldOf = (held: string): HeldBefore | undefined =>
  helds.find(([, word]) => word.test(held))?.[0];

/** What a row's other words say that a vessel held. A treatment is no past. @example pastTold(['was a diesel can']) // 'chemical' */
export function pastTold(texts: readonly string[]): HeldBefore | undefined {
  const told = texts
    .flatMap(text => PAST.exec(text.toLowerCase())?.[1] ?? [])
    .find(text => !TREATED.test(text));
  const held = told && heldOf(told);
  return held === 'chemical' || held === 'milk-juice' ? held : undefined;
}

/** What is unfolded or run full once there is warning, and what is said of such: room for water, and none in it. */
const ON_WARNING =
  /\b(?:bladders?|(?:bath ?)?tub(?: liners?| bags?)?|folded|rolled up|kept empty|to be filled|not (?:yet )?filled|unfilled)\b|\bfill\w* (?:only )?(?:on|upon|when|if|at|before)\b|\b(?:on|upon|when|if|before)\b.{0,12}\b(?:warn\w*|alert|storm|outage)\b/;
/** Water that stands in the building's own pipes and tanks. */
const IN_BUILDING =
  /\b(?:water heater|hot water (?:tank|cylinder)|geyser|boiler|toilet cistern|pressure tank)\b/;

/** Whether words say that a vessel is filled only on a warning: a bladder, a folded tub. */
export const isOnWarning = (texts: readonly string[]): boolean =>
  texts.some(text => ON_WARNING.test(text.toLowerCase()) && !/hot tub/i.test(text));

/** Whether words say that a vessel is a part of the building: a heater, a cistern. */
export const isInBuilding = (texts: readonly string[]): boolean =>
  texts.some(text => IN_BUILDING.test(text.toLowerCase()));

/** Whether words say that a vessel lets water out, or dirt in. */
export const isBrokenBy = (text: string): boolean => BROKEN.test(text);
