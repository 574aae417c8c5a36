import { type Day, dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { isLetThrough } from '../../treatment/filters/letThrough.ts';
import { dissolvedIn, figuresOf, type Traced, worseTraced } from '../../water/findings/dissolved.ts';
import { type Hold, isGermFree, mostLeft } from '../../water/findings/holds.ts';
import { type Meaning, meaningOf, mixedOf } from '../../water/findings/meaning.ts';
import type { SourceCase } from '../../water/hazards.ts';
import { gravestOf } from '../../water/notices.ts';
import { isLifelong } from '../../water/quality/ceilings.ts';
import { type Dissolved, isHeldBy, pastLimits } from '../../water/quality/chemicals.ts';
import { lowerGrade, type WaterGrade } from '../../water/quality/fitness.ts';
import { unitText } from '../../water/quality/parameters.ts';
import { germsOf } from '../../water/quality/testReading.ts';
import { poorerOf, type Sourced } from '../../water/waters.ts';
import { type Care, homesOf } from '../plan/care.ts';
import { lastFigure, lastOf } from '../readings/readings.ts';
import type { ContainerFacts, Fill, Run } from '../store/facts.ts';
import {
  type Drawn,
  findingsIn,
  originsOf,
  type Poured,
  type Water as Stored,
  siteIn,
} from '../store/findings.ts';
import type { NoticeFacts, SourceFacts } from './facts.ts';
import { findingsAt, type Grounds, heldAt, meaningAt, siteOf } from './findings.ts';

/** What bears on a water: where it came from, what authorities say, what vessels it went through, and who drinks of it. */
export type Where = Grounds & Pick<Facts, 'notice' | 'container' | 'plan' | 'supply'>;

/** The sources that are fetched from. */
export const sourcesOf = (facts: Pick<Facts, 'source'>): SourceFacts[] =>
  Object.values(facts.source).filter(source => !source.removedAt);

/** Risks of the last inspection that nobody put right since. */
export function openRisks({ inspected, mended }: Pick<SourceFacts, 'inspected' | 'mended'>): string[] {
  const last = inspected.at(-1);
  return (last?.yes ?? []).filter(risk => !mended.some(m => m.risk === risk && m.at >= last!.at));
}

/** A source as its hazards are inferred from it: what stands there, and what somebody saw last. */
export function caseOf(facts: Grounds, source: SourceFacts, now: Instant): SourceCase {
  const holds = heldAt(facts, source, now);
  const seen = seenAt(source);
  const isGermy = holds.some(h => h.of === 'germs');
  const { origin } = meaningAt(facts, source, now).sourced;
  const germs = lastOf(source.tests, 'e-coli', r => germsOf(r) !== undefined);
  const eColi = isGermy ? 1 : origin?.protection === 'tested' && germs ? 0 : undefined;
  const nitrateMgL = lastFigure(source.tests, 'nitrate');
  return {
    kind: source.kind,
    upstream: source.upstream,
    ...(seen ? { seen } : {}),
    events: source.happened.filter(h => isStanding(h, source, holds)).map(h => h.what),
    risks: openRisks(source),
    ...(eColi === undefined ? {} : { eColi }),
    ...(nitrateMgL === undefined ? {} : { nitrateMgL }),
  };
}

/** What happened is feared until it has ended; what holds nothing back there, until somebody looked. */
function isStanding(
  { at, what }: SourceFacts['happened'][number],
  { looked }: SourceFacts,
  holds: readonly Hold[],
): boolean {
  const isHeld = holds.some(
    h => h.of === what || ((what === 'flood' || what === 'works') && ['upset', 'flooded-tap'].includes(h.of)),
  );
  return isHeld || !looked.some(look => look.at > at);
}

/** The last look; turbidity that was read since stands before what was seen then. */
function seenAt({ looked, tests }: SourceFacts): SourceCase['seen'] {
  const seen = looked.at(-1);
  const read = lastOf(tests, 'turbidity', r => r.value !== undefined);
  if (read?.value === undefined || (seen && seen.at > read.at)) return seen;
  return { looks: [], smell: 'none', ...seen, turbidityNtu: read.value };
}

/** A source whose water is never drunk, because of what it is. */
const isPool = ({ kind }: SourceFacts): boolean => kind === 'pool';

/** Why a source is not drunk from, whatever is done to its water, each with what ends it; empty where it may be. */
export function stopsAt(facts: Grounds, source: SourceFacts, now: Instant): Judgement[] {
  const holds = heldAt(facts, source, now).filter(h => h.most !== 'as-asked');
  return [
    ...(isPool(source) ? [judgeStop('pool')] : []),
    ...(source.kind === 'flood' ? [judgeStop('flood')] : []),
    ...holds.map(judgeHold),
  ];
}

/** What a source's water is, as far as anybody knows it now. */
export const sourcedOf = (facts: Grounds, source: SourceFacts, now: Instant): Sourced =>
  meaningAt(facts, source, now).sourced;

/** A notice holds back what was drawn in its time; after the all-clear, until everything is flushed, what is drawn then too. */
export const isInForce = (notice: NoticeFacts): boolean => notice.allClear === undefined;
/** The all-clear was given, and the house is not flushed yet. */
export const isUnderWatch = (notice: NoticeFacts): boolean =>
  notice.allClear !== undefined && notice.flushedAt === undefined;

/** Whether a notice is about a part: drawn from its taps, or from a tap that nobody wrote down, since the suspected day. */
function isAbout({ notice, timeZone }: { notice: NoticeFacts; timeZone: string }, part: Drawn): boolean {
  const isIts = part.source === undefined ? part.isTap : notice.sources.includes(part.source);
  if (!isIts || dayOf(part.at, timeZone) < notice.suspectedFrom) return false;
  const { allClear, flushedAt } = notice;
  if (!allClear) return true;
  // nothing was wrong with the water after all: what was drawn of it is what it was
  if (allClear.found === 'nothing-found') return false;
  return flushedAt === undefined || part.at < flushedAt;
}

/** Notices that a fill falls under, whether they are still in force or left something behind. */
export const noticesOn = (
  facts: Pick<Facts, 'notice' | 'container' | 'group'>,
  fill: Stored,
): NoticeFacts[] => {
  const notices = Object.values(facts.notice);
  if (notices.length === 0) return [];
  const { timeZone } = facts.group;
  const { drawn } = originsOf(facts, fill);
  return notices.filter(notice => drawn.some(part => isAbout({ notice, timeZone }, part)));
};

/** Notices for a source that are in force, or were lifted while the house is not flushed. */
export const noticesFor = (facts: Pick<Facts, 'notice'>, source: string): NoticeFacts[] =>
  Object.values(facts.notice).filter(n => n.sources.includes(source) && (isInForce(n) || isUnderWatch(n)));

/** What the mains are good for now: by the gravest notice for a tap, until the house is flushed, and by what was found there. */
export function mainsGrade(
  facts: Grounds & Pick<Facts, 'notice'>,
  now: Instant,
): 'drinking' | 'utility' | 'never' {
  const open = Object.values(facts.notice).filter(
    n => (isInForce(n) || isUnderWatch(n)) && n.sources.some(id => facts.source[id]?.kind === 'tap'),
  );
  if (gravestOf(open)?.kind === 'do-not-use') return 'never';
  const holds = sourcesOf(facts).flatMap(s => (s.kind === 'tap' ? heldAt(facts, s, now) : []));
  if (holds.some(h => h.most === 'never')) return 'never';
  return open.length > 0 || holds.length > 0 ? 'utility' : 'drinking';
}

/** A judgement of a notice, as it holds water back. */
export function judgeNotice(notice: NoticeFacts): Judgement {
  const params = {
    authority: notice.authority,
    suspectedDay: notice.suspectedFrom,
    sinceDay: notice.givenOn,
  };
  const when = isInForce(notice) ? '' : '.after';
  return judge('refuse', message(`notice.${notice.kind}.holds${when}`, params), 'who-gdwq', {
    remedy: message(`notice.${notice.kind}.remedy${when}`, params),
  });
}

/** What is known of the water of a fill beyond the word that it was filled by. */
export interface Known {
  /** What it is: by its sources, by what was found in it, and as poor as the poorest of its parts. */
  readonly sourced: Sourced;
  /** No better than this, whatever is done to it. */
  readonly most?: WaterGrade;
  /** A boil notice: no better than limited unless what it asks was done. */
  readonly boil?: NoticeFacts;
  /** People fell ill of it: nothing but a rolling boil makes it fit to drink. */
  readonly isBoiledOnly?: true;
  /** What is dissolved in it now, and what of that lies past a limit. */
  readonly dissolved: Traced;
  readonly past: readonly Dissolved[];
  /** So much of something is dissolved in it that it is not drunk until that is taken out. */
  readonly isMineral?: true;
  readonly holds: readonly Hold[];
  /** Barriers that earned nothing after all: germs were read behind the filter that it went through. */
  readonly lost: readonly string[];
  /** What is said of it where it is not drunk. */
  readonly says?: Judgement;
}

const runsOf = (water: Stored): readonly Run[] =>
  ('batches' in water ? water.treated?.runs : water.runs) ?? [];

/** What a water was treated with, in its vessel and in those that it was poured out of. */
const runsThrough = (fill: Fill, poured: readonly Poured[]): readonly Run[] => [
  ...runsOf(fill),
  ...poured.flatMap(p => runsOf(p.water).filter(run => run.at <= p.at)),
];

/** What was read at the filters that a water went through: where it changes, so may what the water is. */
export const testsBearingOn = (facts: Pick<Facts, 'container' | 'supply'>, fill: Fill): object[] =>
  runsThrough(fill, originsOf(facts, fill).poured)
    .flatMap(run => run.supplies)
    .flatMap(id => facts.supply[id]?.tests ?? []);

/** Barriers of which each run went through a filter that let germs through then. */
function lostIn({ supply }: Pick<Facts, 'supply'>, runs: readonly Run[]): string[] {
  const isLost = ({ at, supplies }: Run) => supplies.some(id => isLetThrough(supply[id]?.tests, at));
  const sound = new Set(runs.filter(run => !isLost(run)).map(run => run.barrier));
  return [...new Set(runs.map(run => run.barrier))].filter(barrier => !sound.has(barrier));
}

/** What a vessel says of its own water, at a moment that something was poured out of it or that somebody asks. */
function ofVessel(
  facts: Where,
  vessel: ContainerFacts | undefined,
  water: Stored,
  at: Instant,
  now: Instant,
): Meaning {
  const said: Sourced = { water: water.water, ...(water.origin ? { origin: water.origin } : {}) };
  if (!vessel) return { sourced: said, holds: [], dissolved: {} };
  const own = meaningOf(siteIn(water), findingsIn(facts, vessel, water), at, now, facts.group.timeZone);
  // what nobody asked about a vessel's water it was filled by
  return { ...own, sourced: own.holds.length > 0 ? poorerOf(said, own.sourced) : said };
}

/**
 * Everything that is known of a water: of each source that it was drawn from as it stood then, of each vessel that it went through,
 * of this one, and what authorities say. The same answer for what would be drawn now, for what is stored raw, and for what is drunk.
 * @param vessel the one that it is in; undefined for water that is still at its source
 */
export function knownOf(facts: Where, fill: Fill, now: Instant, vessel?: ContainerFacts): Known {
  const { timeZone } = facts.group;
  const { drawn, poured } = originsOf(facts, fill);
  const within = vessel ? findingsIn(facts, vessel, fill) : [];
  // a clean test of this very water answers the germs that were found where it came from
  const isClean = within.some(isGermFree);
  const named = drawn.flatMap(({ source: id, at }) => {
    const source = id === undefined ? undefined : facts.source[id];
    return source ? [meaningOf(siteOf(source), findingsAt(facts, source), at, now, timeZone, isClean)] : [];
  });
  const through = poured.map(p => ofVessel(facts, p.vessel, p.water, p.at, now));
  const isAllKnown = named.length === drawn.length;
  const itself = ofVessel(facts, vessel, fill, now, now);
  // that this very vessel failed is its state, and said first of all
  const own = { ...itself, holds: itself.holds.filter(h => h.of !== 'failed') };
  const parts = [own, ...through, ...named];
  const { holds } = parts.reduce(mixedOf);
  // where all of it came from is known: what nobody said when it was filled or poured is what is known there, and the other way round
  const saysMore = parts.filter(
    ({ sourced: { water, origin } }) =>
      !isAllKnown ||
      origin !== undefined ||
      !parts.some(p => p.sourced.water === water && p.sourced.origin !== undefined),
  );
  const sourced = saysMore.map(p => p.sourced).reduce(poorerOf);
  const brought = [...named, ...through].map(m => m.dissolved).reduce(worseTraced, {});
  const dissolved = dissolvedIn(within, brought);
  const past = pastLimits(figuresOf(dissolved));
  const isMineral = isHeldBy(past, facts.plan.targetDays);
  const notice = gravestOf(noticesOn(facts, fill));
  const isIll = holds.some(h => h.most === 'boiled');
  const isPooled = drawn.some(({ source: id }) => id !== undefined && facts.source[id]?.kind === 'pool');
  const stops = holds.filter(h => h.most === 'never' || h.most === 'utility');
  const grades: readonly (WaterGrade | undefined)[] = [
    notice?.kind === 'do-not-use' ? 'never' : undefined,
    notice?.kind === 'do-not-drink' ? 'utility' : undefined,
    isPooled ? 'utility' : undefined,
    mostLeft(stops),
  ];
  const most = grades.reduce<WaterGrade>((a, b) => (b ? lowerGrade(a, b) : a), 'drinking');
  const says = [
    ...(notice && notice.kind !== 'boil' ? [judgeNotice(notice)] : []),
    ...stops.map(judgeHold),
    ...(isPooled ? [judgeStop('pool')] : []),
    ...holds.filter(h => h.most === 'boiled').map(judgeHold),
    ...(notice?.kind === 'boil' ? [judgeNotice(notice)] : []),
    ...past.filter(d => isHeldBy([d], facts.plan.targetDays)).map(judgeDissolved),
    ...holds.filter(h => h.most === 'as-asked').map(judgeHold),
  ];
  const lost = lostIn(facts, runsThrough(fill, poured));
  const [first] = lost.length > 0 ? [...says, judgeLetThrough] : says;
  return {
    sourced,
    holds,
    lost,
    dissolved,
    past,
    ...(most === 'drinking' ? {} : { most }),
    ...(notice?.kind === 'boil' ? { boil: notice } : {}),
    ...(isIll ? { isBoiledOnly: true as const } : {}),
    ...(isMineral ? { isMineral: true as const } : {}),
    ...(first ? { says: first } : {}),
  };
}

/** Why nothing that is done at home makes it fit, and the way on. */
export const judgeStop = (stop: 'pool' | 'flood'): Judgement =>
  judge('refuse', message(`stop.${stop}`), 'who-gdwq', { remedy: message('stop.remedy') });

/** Its filter held nothing back. */
const judgeLetThrough: Judgement = judge('warn', message('state.let-through'), 'who-gdwq', {
  remedy: message('state.let-through.remedy'),
});

/** What a finding says of a water, and what would end it. */
export const judgeHold = ({ of, most, since }: Hold): Judgement =>
  judge(
    most === 'as-asked' ? 'warn' : 'refuse',
    message(`stop.${of}`, since ? { sinceAt: since } : {}),
    'who-gdwq',
    {
      remedy: message(
        most === 'utility' && of === 'illness' ? 'stop.illness.chemical.remedy' : `stop.${of}.remedy`,
      ),
    },
  );

/** What is dissolved in a water that may be drunk all the same: for whom it is not, and first of all whether they live here. */
export function watchOfDissolved(
  facts: Pick<Facts, 'home'>,
  past: readonly Dissolved[],
  today: Day,
): Judgement | undefined {
  const [first] = past;
  if (!first) return undefined;
  const hurt = past.find(d => homesOf(facts, careOf(d), today).length > 0);
  if (!hurt) return { ...judgeDissolved(first), verdict: 'warn' };
  const of = hurt.id === 'manganese' ? 'manganese' : isLifelong(hurt.id) ? 'lifelong' : 'acute';
  const params = { name: `parameter.${hurt.id}`, figure: hurt.figure, unit: unitText(hurt.id) };
  return judge('warn', message(`judged.infant.${of}`, params), 'who-gdwq', {
    remedy: message('judged.infant.remedy'),
  });
}

/** Whom a substance hurts first, as the homes are asked. */
const careOf = ({ id }: Dissolved): Care => (isLifelong(id) || id === 'manganese' ? 'lifelong' : 'nitrate');

/** What a figure past a limit says of a water, to whom, and what takes it out. */
export function judgeDissolved({ id, figure, limit, severity }: Dissolved): Judgement {
  const isFigure = Number.isFinite(figure);
  const params = {
    name: `parameter.${id}`,
    unit: unitText(id),
    limit,
    ...(isFigure ? { figure } : {}),
  };
  return judge(
    severity === 'some' ? 'warn' : severity === 'short' ? 'warn' : 'refuse',
    message(isFigure ? `dissolved.${severity}` : 'dissolved.unmeasured', params),
    'who-gdwq',
    { remedy: message(`dissolved.${severity}.remedy`, params) },
  );
}
