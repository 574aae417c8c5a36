import { betterOf, type Credit, noCredit, targets } from '../treatment/credit/credit.ts';

/** What an authority asks, from the mildest to the gravest. */
export const noticeKinds = ['boil', 'do-not-drink', 'do-not-use'] as const;
export type NoticeKind = (typeof noticeKinds)[number];

/** What a boil notice may name beside boiling. */
export const noticeAllows = ['chlorine', 'filter'] as const;
export type NoticeAllows = (typeof noticeAllows)[number];

/** What the all-clear said was wrong: nothing after all, or something that was put right. */
export const allClears = ['nothing-found', 'mended'] as const;
export type AllClear = (typeof allClears)[number];

/** The barrier that a full boil, a pasteurising run and distilling are (see the methods). */
const HEAT = 'heat';
/** A full boil takes out so much of everything; less is no boil. */
const BOIL_LOG = 6;
/** What a run of chlorine within its own limits earns against viruses: clear water, its full time, a residual. */
const CHLORINE_LOG = 3;
/** What a filter for drinking water earns at the least; media and sand are none. */
const FILTER_LOG = 2;

/**
 * Whether what was done to a water is what a boil notice asks or names.
 * @param byBarrier what finished runs earned, by their barrier
 * @param chlorine what documented chlorine earned in clear water
 */
export function meetsNotice(
  allows: readonly NoticeAllows[],
  byBarrier: Readonly<Record<string, Credit>>,
  chlorine: Credit | undefined,
): boolean {
  // pasteurising leaves viruses that a rolling boil does not
  if (targets.every(target => (byBarrier[HEAT]?.[target] ?? 0) >= BOIL_LOG)) return true;
  const { chlorine: tablets = noCredit } = byBarrier;
  if (allows.includes('chlorine') && betterOf(chlorine ?? noCredit, tablets).viruses >= CHLORINE_LOG)
    return true;
  const filters = Object.entries(byBarrier).filter(([barrier]) => barrier.startsWith('filter:'));
  return (
    allows.includes('filter') &&
    filters.some(([, { bacteria, protozoa }]) => bacteria >= FILTER_LOG && protozoa >= FILTER_LOG)
  );
}

/** The gravest of several. */
export const gravestOf = <T extends { readonly kind: NoticeKind }>(notices: readonly T[]): T | undefined =>
  [...notices].sort((a, b) => noticeKinds.indexOf(b.kind) - noticeKinds.indexOf(a.kind))[0];
