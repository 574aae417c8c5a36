import { addMonths, type Day, dayOf, type Instant } from '../calendar/day.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import { lowerGrade, type WaterGrade } from '../quality/fitness.ts';
import { parameterRow } from '../quality/parameters.ts';
import { germsOf } from '../quality/testReading.ts';
import type { Fill } from '../store/facts.ts';
import { partsOf } from '../store/parts.ts';
import { judgeAlarm } from '../tests/alarms.ts';
import type { Kept, Readings } from '../tests/facts.ts';
import { lastFigure, lastGerms, lastOf } from '../tests/readings.ts';
import { NITRATE_MG_L, type SourceCase, type Stop, stopsOf } from '../water/hazards.ts';
import { illStopOf } from '../water/illness.ts';
import { gravestOf } from '../water/notices.ts';
import { kindRow } from '../water/sourceKinds.ts';
import { type Origin, poorerOf, rowOf, type Sourced } from '../water/waters.ts';
import type { NoticeFacts, SourceFacts } from './facts.ts';

type Where = Pick<Facts, 'source' | 'notice' | 'group'>;

/** A test for E. coli holds for a year. */
const TEST_MONTHS = 12;
/** An inspection with no more risks than this is that of a protected source. */
const SOUND_SCORE = 2;

/** The sources that are fetched from. */
export const sourcesOf = (facts: Pick<Facts, 'source'>): SourceFacts[] =>
  Object.values(facts.source).filter(source => !source.removedAt);

/** Risks of the last inspection that nobody put right since. */
export function openRisks({ inspected, mended }: Pick<SourceFacts, 'inspected' | 'mended'>): string[] {
  return (inspected.at(-1)?.yes ?? []).filter(risk => !mended.includes(risk));
}

/** A source as its hazards are inferred from it; a clean test speaks for a year, a bad one until the next. */
export function caseOf(source: SourceFacts, today: Day): SourceCase {
  const seen = seenAt(source);
  const test = lastGerms(source.tests);
  const isOld = test !== undefined && test.germs < 1 && isOver(test.at, today);
  const eColi = isOld ? undefined : test?.germs;
  const nitrateMgL = lastFigure(source.tests, 'nitrate');
  return {
    kind: source.kind,
    upstream: source.upstream,
    ...(seen ? { seen } : {}),
    events: source.happened.map(h => h.what),
    risks: openRisks(source),
    ...(eColi === undefined ? {} : { eColi }),
    ...(nitrateMgL === undefined ? {} : { nitrateMgL }),
  };
}

/** The last look; turbidity that was read since stands before what was seen then. */
function seenAt({ looked, tests }: SourceFacts): SourceCase['seen'] {
  const seen = looked.at(-1);
  const read = lastOf(tests, 'turbidity', r => r.value !== undefined);
  if (read?.value === undefined || (seen && seen.at > read.at)) return seen;
  return { looks: [], smell: 'none', ...seen, turbidityNtu: read.value };
}

/** Why a source is not drunk from, whatever is done to its water; empty where it may be. */
export function stopsAt(source: SourceFacts, today: Day, timeZone: string): Stop[] {
  return [...stopsOf(caseOf(source, today)), ...illnessAt(source, timeZone)];
}

/** The stop that illness puts on a source, until a clean test after it. */
function illnessAt(source: SourceFacts, timeZone: string): Stop[] {
  const clean = source.tests?.['e-coli']?.findLast(r => germsOf(r) === 0);
  return illStopOf(source.ill, clean && dayOf(clean.at, timeZone)) ? ['illness'] : [];
}

/**
 * What was found about the water that was drawn at a moment: everything up to then, and of each kind the first finding after.
 * A bad one holds that water for good, whatever is found of other water later; what was only said to be mended counts for nothing.
 */
function foundAbout({ upsetAt, ...source }: SourceFacts, at: Instant): SourceFacts {
  const cut = <T extends { readonly at: Instant }>(
    list: readonly T[],
    tells = (_: T) => true,
  ): readonly T[] => {
    const after = list.findIndex(one => one.at > at && tells(one));
    return after < 0 ? list : list.slice(0, after + 1);
  };
  return {
    ...source,
    looked: cut(source.looked),
    inspected: cut(source.inspected),
    ...(source.tests ? { tests: mapped(source.tests, list => cut(list)) } : {}),
    happened: source.happened.filter(h => h.at <= at),
    mended: [],
    ill: [],
    ...(upsetAt && upsetAt <= at ? { upsetAt } : {}),
  };
}

/** Each parameter's readings changed. */
const mapped = (tests: Readings, change: (list: readonly Kept[]) => readonly Kept[]): Readings =>
  Object.fromEntries(Object.entries(tests).map(([parameter, list]) => [parameter, change(list)]));

/** A year has gone by since. */
const isOver = (at: Instant, today: Day): boolean => today >= addMonths(at.slice(0, 10), TEST_MONTHS);

/** What a source's water is, as far as anybody knows it today. */
export function sourcedOf(source: SourceFacts, today: Day, timeZone: string): Sourced {
  const { water } = kindRow(source.kind);
  const [stop] = stopsAt(source, today, timeZone).filter(s => s !== 'pool' && s !== 'illness');
  if (stop) return { water: stop === 'flood' ? 'flood' : 'tainted' };
  const origin = originOf(source, today);
  return origin ? { water, origin } : { water };
}

function originOf(source: SourceFacts, today: Day): Origin | undefined {
  const inspection = source.inspected.at(-1);
  const score = inspection && openRisks(source).length;
  const isUpset = (at: string) => source.upsetAt !== undefined && at <= source.upsetAt;
  switch (rowOf(kindRow(source.kind).water).class) {
    case 'ground': {
      const test = lastGerms(source.tests);
      const isSound =
        source.isProtected === true &&
        score !== undefined &&
        score <= SOUND_SCORE &&
        !isUpset(inspection!.at);
      if (!isSound || (test?.germs ?? 0) >= 1)
        return inspection || source.upsetAt ? { protection: 'exposed' } : undefined;
      const isTested = test !== undefined && !isUpset(test.at) && !isOver(test.at, today);
      return { protection: isTested ? 'tested' : 'protected' };
    }
    case 'roof': {
      if (source.roof === 'unfit') return { roof: 'unfit' };
      if (source.happened.length > 0) return { roof: 'soiled' };
      if (score === undefined || source.roof === undefined) return undefined;
      const soiling = ['roof-soiled', 'gutters-dirty', 'no-first-flush', 'no-screen', 'no-lid'];
      const isSoiled = score > SOUND_SCORE || openRisks(source).some(risk => soiling.includes(risk));
      return { roof: isSoiled ? 'soiled' : 'sound' };
    }
    case 'surface': {
      const isFouled = openRisks(source).some(
        risk => risk === 'people-upstream' || risk === 'latrine-uphill',
      );
      if (isFouled || source.upstream.includes('people')) return { upstream: 'people' };
      return source.upstream.includes('nobody') ? { upstream: 'nobody' } : undefined;
    }
    default:
      return undefined;
  }
}

/** A notice holds back what was drawn in its time; after the all-clear, until everything is flushed, what is drawn then too. */
export const isInForce = (notice: NoticeFacts): boolean => notice.allClear === undefined;
/** The all-clear was given, and the house is not flushed yet. */
export const isUnderWatch = (notice: NoticeFacts): boolean =>
  notice.allClear !== undefined && notice.flushedAt === undefined;

/** Where a part of a fill came from, and when. */
type FillPart = NonNullable<Fill['from']>[number];

/** Whether a notice is about a part: drawn from its taps, or from a tap that nobody wrote down, since the suspected day. */
function isAbout({ notice, timeZone }: { notice: NoticeFacts; timeZone: string }, part: FillPart): boolean {
  const isIts = part.source === undefined ? part.isTap : notice.sources.includes(part.source);
  if (!isIts || dayOf(part.at, timeZone) < notice.suspectedFrom) return false;
  const { allClear, flushedAt } = notice;
  if (!allClear) return true;
  // nothing was wrong with the water after all: what was drawn of it is what it was
  if (allClear.found === 'nothing-found') return false;
  return flushedAt === undefined || part.at < flushedAt;
}

/** Notices that a fill falls under, whether they are still in force or left something behind. */
export const noticesOn = (facts: Where, fill: Fill): NoticeFacts[] => {
  const { timeZone } = facts.group;
  return Object.values(facts.notice).filter(notice =>
    partsOf(fill).some(part => isAbout({ notice, timeZone }, part)),
  );
};

/** Notices for a source that are in force, or were lifted while the house is not flushed. */
export const noticesFor = (facts: Pick<Facts, 'notice'>, source: string): NoticeFacts[] =>
  Object.values(facts.notice).filter(n => n.sources.includes(source) && (isInForce(n) || isUnderWatch(n)));

/** What the mains are good for now: by the gravest notice for a tap, until the house is flushed. */
export function mainsGrade(facts: Pick<Facts, 'notice' | 'source'>): 'drinking' | 'utility' | 'never' {
  const open = Object.values(facts.notice).filter(
    n => (isInForce(n) || isUnderWatch(n)) && n.sources.some(id => facts.source[id]?.kind === 'tap'),
  );
  const gravest = gravestOf(open);
  if (!gravest) return 'drinking';
  return gravest.kind === 'do-not-use' ? 'never' : 'utility';
}

/** Fails at a source that were open when water was drawn there. */
const alarmsOver = ({ alarms = [] }: SourceFacts, at: Instant) =>
  alarms.filter(a => a.at <= at && (!a.closedAt || at < a.closedAt));

/** What is known of the water of a fill beyond the word that it was filled by. */
export interface Known {
  /** What it is: by its sources, and as poor as the poorest of them. */
  readonly sourced: Sourced;
  /** No better than this, whatever is done to it. */
  readonly most?: WaterGrade;
  /** A boil notice: no better than limited unless what it asks was done. */
  readonly boil?: NoticeFacts;
  /** Nitrate or metals: as salt, taken out by reverse osmosis or distilling, and by nothing else. */
  readonly isMineral?: true;
  /** What is said of it where it is not drunk. */
  readonly says?: Judgement;
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

/** Everything that sources and notices say of a fill. */
export function knownOf(facts: Where, fill: Fill, today: Day): Known {
  const { timeZone } = facts.group;
  const said: Sourced = { water: fill.water, ...(fill.origin ? { origin: fill.origin } : {}) };
  const named = partsOf(fill).flatMap(({ source, at }) => {
    const found = source && facts.source[source];
    return found ? [{ found, at }] : [];
  });
  const sources = named.map(({ found, at }) => foundAbout(found, at));
  const isAllKnown = sources.length === partsOf(fill).length;
  const sourced = sources.reduce<Sourced>((worst, source) => {
    const now = sourcedOf(source, today, timeZone);
    // nobody knew more of it when it was filled, and all of it came from where that is known: what is known now holds
    if (worst.water === now.water && worst.origin === undefined && isAllKnown) return now;
    return poorerOf(worst, now);
  }, said);
  const alarms = named.flatMap(({ found, at }) => alarmsOver(found, at));
  // a well in which germs were found is an open one (see originOf); a tap has no such row
  const germs = named
    .filter(({ found }) => rowOf(kindRow(found.kind).water).class === 'tap')
    .flatMap(({ found, at }) => alarmsOver(found, at))
    .find(a => parameterRow(a.reading.parameter).class === 'germs');
  const dirty = alarms.find(a => parameterRow(a.reading.parameter).class === 'senses');
  const notice = gravestOf(noticesOn(facts, fill));
  const stop = [
    ...sources.flatMap(source => stopsOf(caseOf(source, today))),
    ...named.flatMap(({ found }) => illnessAt(found, timeZone)),
  ].at(0);
  // its own clean test answers it, as a source's does
  const ill = illStopOf(fill.ill ?? [], fill.foundCleanAt && dayOf(fill.foundCleanAt, timeZone));
  const isMineral = sources.some(s => (lastFigure(s.tests, 'nitrate') ?? 0) > NITRATE_MG_L);
  let most: WaterGrade = 'drinking';
  const says: Judgement[] = [];
  const hold = (grade: WaterGrade, judgement: Judgement) => {
    most = lowerGrade(most, grade);
    says.push(judgement);
  };
  if (notice?.kind === 'do-not-use') hold('never', judgeNotice(notice));
  if (notice?.kind === 'do-not-drink') hold('utility', judgeNotice(notice));
  if (stop) hold(stop === 'pool' || stop === 'illness' ? 'utility' : 'never', judgeStop(stop));
  if (ill) hold('utility', judgeStop('illness'));
  if (dirty) hold('utility', judgeAlarm({ alarm: dirty, why: 'source' }));
  if (germs) says.push(judgeAlarm({ alarm: germs, why: 'source' }));
  if (notice?.kind === 'boil') says.push(judgeNotice(notice));
  if (isMineral)
    says.push(
      judge('warn', message('state.nitrate'), 'who-gdwq', { remedy: message('state.nitrate.remedy') }),
    );
  const [first] = says;
  return {
    // water that was drawn while germs were found there is water of which nobody knows what is in it
    sourced: germs ? poorerOf({ water: 'unknown' }, sourced) : sourced,
    ...(most === 'drinking' ? {} : { most }),
    ...(notice?.kind === 'boil' ? { boil: notice } : {}),
    ...(isMineral ? { isMineral: true as const } : {}),
    ...(first ? { says: first } : {}),
  };
}

/** Why nothing that is done at home makes it fit, and the way on. */
export const judgeStop = (stop: Stop): Judgement =>
  judge('refuse', message(`stop.${stop}`), 'who-gdwq', {
    remedy: message(stop === 'illness' ? 'stop.illness.remedy' : 'stop.remedy'),
  });
