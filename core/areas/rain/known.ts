import { addDays, addMinutes, type Day, dayOf, type Instant, isBy } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { type Catcher, runoffL } from '../../rain/catchment/catching.ts';
import { dipL } from '../../rain/catchment/dip.ts';
import { type CatchMeasured, fitCoefficient, isBlocked } from '../../rain/catchment/fitCatch.ts';
import { flushL, planAreaM2 } from '../../rain/catchment/size.ts';
import { roofOf, type SurfaceCase, surfaceRow } from '../../rain/catchment/surfaces.ts';
import type { RainRecord } from '../../rain/weather/dailyRecord.ts';
import { type ContainerKind, usableL } from '../../storage/containers/kinds.ts';
import { ROOF_REST_DAYS } from '../../water/findings/holds.ts';
import { type Grounds, heldAt } from '../sources/findings.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { kindOf } from '../store/state.ts';
import type { CatchmentFacts, CaughtThere, RainfallFacts } from './facts.ts';
import {
  type Care,
  type CatchmentFields,
  careIds,
  cares,
  type Fallout,
  type Fouling,
  fallouts,
} from './fields.ts';

/** The catchments that are used. */
export const catchmentsOf = (facts: Pick<Facts, 'catchment'>): CatchmentFacts[] =>
  Object.values(facts.catchment).filter(c => !c.removedAt);

/** A catchment as it is set, without what happened to it. */
export const settingOf = ({
  id: _id,
  setAt: _setAt,
  caught: _caught,
  cared: _cared,
  fouled: _fouled,
  removedAt: _removedAt,
  ...setting
}: CatchmentFacts): CatchmentFields => setting;

/** What is looked after at a catchment: when it was last, and when it is due. */
export interface Upkeep {
  readonly what: Care;
  readonly lastDay?: Day;
  readonly dueDay: Day;
}

/** The upkeep of a catchment; a surface of which nothing runs into a tank has no tank to be cleaned. */
export function upkeepOf(c: CatchmentFacts, timeZone: string): Upkeep[] {
  const asked = c.tanks.length > 0 ? careIds.filter(what => what !== 'first-flush' || c.flushMm > 0) : [];
  return asked.map(what => {
    const last = c.cared[what];
    return {
      what,
      ...(last ? { lastDay: dayOf(last, timeZone) } : {}),
      dueDay: addDays(dayOf(last ?? c.setAt, timeZone), cares[what]),
    };
  });
}

/** The area of a catchment as rain sees it from above (m²). */
export const areaOf = (c: CatchmentFields): number => planAreaM2(c);

/** What is wrong with a surface; one that throws no first water away lacks the first flush. */
export const surfaceCase = ({ form, surface, trims, soiled, flushMm }: CatchmentFields): SurfaceCase => ({
  form,
  surface,
  trims,
  soiled: flushMm === 0 && !soiled.includes('no-first-flush') ? [...soiled, 'no-first-flush'] : soiled,
});

/** Whether it is something that falls on every roof: ash, smoke, what fields are sprayed with. */
export const isFallout = (what: string): what is Fallout => fallouts.some(one => one === what);

/** What lies on a surface now. */
export interface Fouled {
  readonly at: Instant;
  readonly what: Fouling;
}

/** What lies on a surface when more falls on it: the poison stays the reason, and the last of it the moment. */
export const bothFouled = (before: Fouled | undefined, next: Fouled): Fouled =>
  before && isFallout(before.what) && !isFallout(next.what) ? before : next;

/** When a fouled surface may run into its tank again: dust and droppings once rinsed, what is poison not for seven days either. */
export const runsAgainFrom = ({ at, what }: Fouled): Instant =>
  isFallout(what) ? addMinutes(at, ROOF_REST_DAYS * 24 * 60) : at;

/**
 * What lies on a catchment: told of it, or of the source that its water is known by. One sky is over both.
 */
export function foulingAt(facts: Grounds, c: CatchmentFacts, now: Instant): Fouled | undefined {
  // rain that fell before it is as the roof was then
  if (c.fouled && isBy(c.fouled.at, now)) return c.fouled;
  const source = c.source && facts.source[c.source];
  if (!source) return undefined;
  return heldAt(facts, source, now).flatMap(({ of, since }) =>
    isFallout(of) ? [{ at: since, what: of }] : [],
  )[0];
}

/**
 * What its water is taken for. Droppings bring germs, which treatment answers; ash, soot, spray and old paint bring what nothing at
 * home takes out, so until it is rinsed nothing of it is drunk.
 */
export function roofAt(facts: Grounds, c: CatchmentFacts, now: Instant): Roof {
  const roof = builtRoof(c);
  const fouled = foulingAt(facts, c, now);
  if (!fouled || roof === 'unfit') return roof;
  return fouled.what === 'droppings' ? 'soiled' : 'unfit';
}

/** What its water is taken for as long as nothing falls on it. */
export const builtRoof = (c: CatchmentFields): Roof => roofOf(surfaceCase(c));

type Roof = 'sound' | 'soiled' | 'unfit';
const worse: readonly Roof[] = ['sound', 'soiled', 'unfit'];

/** Whether a water is said to come off a better roof than the one it ran off. */
export const isBetterThan = (said: Roof | undefined, roof: Roof): boolean =>
  worse.indexOf(said ?? 'sound') < worse.indexOf(roof);

/**
 * Tanks in which rain of a catchment stands that turns out poorer than it was taken for: lead that somebody found is in what ran in
 * before. What it is taken for is never bettered: that water ran off as it was. What falls on a roof later is not in a tank that was
 * shut off before.
 */
export function poorerTanks(facts: Pick<Facts, 'container'>, c: CatchmentFields): ContainerFacts[] {
  const roof = builtRoof(c);
  return tanksOf(facts, c).filter(
    ({ fill }) =>
      fill && fill.remainingL > 0 && fill.water === 'rain' && isBetterThan(fill.origin?.roof, roof),
  );
}

/** What is assumed of it until its catches say better. */
export const assumedCoefficient = ({ coefficient, surface }: CatchmentFields): number =>
  coefficient ?? surfaceRow(surface).coefficient;

/** A catchment as the tank's sum takes it: its area (m²), the share that runs off, and the first flush (mm). */
export const catcherOf = (c: CatchmentFields): Catcher => ({
  areaM2: areaOf(c),
  coefficient: assumedCoefficient(c),
  flushMm: c.flushMm,
});

/** A guess without a figure is so far off; a measured one as far as a stick is read. */
export const GUESS_SPREAD = 0.25;
const READ_SPREAD = 0.05;

/** A rain as a fit takes it. */
export function measuredOf(one: CaughtThere): CatchMeasured {
  const { value, known, spread } = one.caughtL;
  return {
    gaugeMm: one.gaugeMm,
    caughtL: value,
    flushedL: one.flushedL ?? 0,
    areaM2: one.areaM2,
    spread: spread ?? (known === 'guessed' ? GUESS_SPREAD : READ_SPREAD),
  };
}

/** What should run off it at a rain, first flush and all (L). */
export const dueL = (c: CatchmentFields, gaugeMm: number, areaM2 = areaOf(c)): number =>
  runoffL(areaM2, gaugeMm, assumedCoefficient(c));

/** What its flush took where nobody looked (L). */
export const flushHoldsL = (c: CatchmentFields): number => c.flushPipeL ?? flushL(areaOf(c), c.flushMm);

/** The catches of one catchment that a fit looks at: a tank that ran over says nothing of its roof. */
const catchesOf = (c: CatchmentFacts): CatchMeasured[] =>
  c.caught.filter(one => !one.ranOver).map(measuredOf);

/** The share of rain that a catchment brought, fitted to what was caught; undefined while too little was. */
export const fitAt = (c: CatchmentFacts) => fitCoefficient(catchesOf(c));

/** Whether a catchment brings so much less than it should that its gutter may be blocked. */
export const isBlockedAt = (c: CatchmentFacts): boolean => isBlocked(catchesOf(c), assumedCoefficient(c));

/** The tanks that a catchment runs into, those that are still there. */
export const tanksOf = (
  facts: Pick<Facts, 'container'>,
  { tanks }: Pick<CatchmentFields, 'tanks'>,
): ContainerFacts[] => tanks.flatMap(id => facts.container[id] ?? []).filter(c => !c.condemned);

/** What lies in a tank between outlet and overflow (L): where nobody measured its outlet, what its kind lets out. */
export function betweenL(
  kind: ContainerKind,
  { tankCm, tankLies, outletCm }: Pick<CatchmentFields, 'tankCm' | 'tankLies' | 'outletCm'> = {},
): number {
  if (tankCm === undefined || outletCm === undefined) return usableL(kind);
  const form = tankLies ? 'lying' : 'standing';
  return kind.nominalL - dipL({ form, nominalL: kind.nominalL, heightCm: tankCm }, outletCm);
}

/**
 * What the tanks of catchments give together (L), each between its outlet and its overflow: joined by their overflows they fill as
 * one, and spill when all are full. Heights are told of the first tank of a catchment.
 */
export function tankLitres(
  facts: Pick<Facts, 'container' | 'kind'>,
  catchments: readonly CatchmentFields[],
): number {
  const heights = new Map<string, CatchmentFields | undefined>();
  for (const c of catchments)
    for (const [i, { id }] of tanksOf(facts, c).entries()) heights.set(id, i === 0 ? c : heights.get(id));
  return [...heights].reduce((sum, [id, measured]) => {
    const kind = kindOf(facts, facts.container[id as Subject]!.kind);
    return sum + (kind ? betweenL(kind, measured) : 0);
  }, 0);
}

/** The catchment that runs into a container; undefined where none does. */
export const catchmentInto = (
  facts: Pick<Facts, 'catchment'>,
  container: string,
): CatchmentFacts | undefined => catchmentsOf(facts).find(c => c.tanks.includes(container));

const records = new WeakMap<RainfallFacts, RainRecord>();

/** Daily rain out of its entry; read once. */
export function recordOf(facts: RainfallFacts): RainRecord {
  const before = records.get(facts);
  if (before) return before;
  const record: RainRecord = {
    from: facts.from,
    mm: facts.mm.split(' ').map(text => Number(text) / 100),
    filledDays: facts.filledDays,
    ...(facts.meanC
      ? { meanC: facts.meanC.split(' ').map(text => (text === 'x' ? undefined : Number(text) / 10)) }
      : {}),
  };
  records.set(facts, record);
  return record;
}

/** Daily rain as its entry keeps it. */
export const rainfallOf = (name: string, { from, mm, meanC, filledDays }: RainRecord) => ({
  name,
  from,
  mm: mm.map(rain => Math.round(rain * 100)).join(' '),
  filledDays,
  ...(meanC ? { meanC: meanC.map(c => (c === undefined ? 'x' : String(Math.round(c * 10)))).join(' ') } : {}),
});

/** 1 on days below 0 °C; a day of which nobody measured the warmth counts as mild. */
export const frozenOf = ({ mm, meanC }: RainRecord): Uint8Array =>
  Uint8Array.from(mm, (_, i) => ((meanC?.[i] ?? 1) < 0 ? 1 : 0));
