import { addMinutes, type Instant } from '../../base/day.ts';
import { RESIDUAL_LEAST_MG_L } from '../../treatment/chlorine/residual.ts';
import type { Feared, SourceEvent, Upstream } from '../hazards.ts';
import { lowerGrade, type WaterGrade } from '../quality/fitness.ts';
import { LEAST_PH, MOST_EC_US_CM, MOST_PH, MOST_TDS_MG_L } from '../quality/otherWater.ts';
import { figureOf, germsOf } from '../quality/testReading.ts';
import { type Condition, type Word, words } from './conditions.ts';
import { classOf, type Finding, type FindingOf, type Place, type Sign, signsOf } from './finding.ts';

// What a finding holds back, and what ends it. A finding ends only by what ends *it*: a later look ends no event, a clean test no
// fuel, and nobody's opinion a poisoning (§11, "What is known goes with the water").

/** What a hold leaves of a water. `boiled`: drunk after a rolling boil and not otherwise. */
export type Most = Extract<WaterGrade, 'never' | 'utility'> | 'boiled' | 'as-asked';

interface HoldRow {
  /** Whether a finding begins it, or begins it anew. */
  readonly begins: (finding: Finding, place: Place) => boolean;
  readonly most: Most;
  /** Ways out: each is a list of what must all be so. */
  readonly ends: (place: Place) => readonly (readonly Condition[])[];
}

const BY_WORD = [['authority'], ['laboratory']] as const;

const shows =
  (...of: readonly Sign[]) =>
  (finding: Finding, place: Place): boolean =>
    signsOf(finding, place).some(sign => of.includes(sign));
const happened =
  (what: SourceEvent, where: (place: Place) => boolean = () => true) =>
  (finding: Finding, place: Place): boolean =>
    finding.is === 'happened' && finding.what === what && where(place);
const confirmed =
  (...of: readonly Feared[]) =>
  (finding: Finding): boolean =>
    finding.is === 'confirmed' && of.includes(finding.of);

const isTap = (place: Place): boolean => classOf(place) === 'tap';
const isRoof = (place: Place): boolean => classOf(place) === 'roof';
/** What runs or stands in the open is flood water in a flood, and catches what falls; what is brought in a tank does not. */
const isOpenWater = (place: Place): boolean =>
  (classOf(place) === 'surface' || classOf(place) === 'snow') &&
  place.water !== 'carrier' &&
  place.water !== 'unknown';
const isGround = (place: Place): boolean => classOf(place) === 'ground';
/** Ash, soot and spray reach what lies under the open sky. */
const isUnderSky = (place: Place): boolean =>
  isRoof(place) || isOpenWater(place) || (isGround(place) && !place.isClosed);
/** A public tap, or a well that is drunk from as it comes. */
const isDrunkFresh = (place: Place): boolean => isTap(place) || (isGround(place) && place.isClosed);

const fallout = (what: SourceEvent): HoldRow => ({
  begins: happened(what, isUnderSky),
  most: 'utility',
  ends: place => [isRoof(place) ? ['seven-days', 'two-rains'] : ['fourteen-days', 'dry']],
});

/** Whether a reading of pH lies beyond what taste explains; undefined where it is none. */
function isSourOrLye({ reading }: FindingOf<'read'>): boolean | undefined {
  const figure = reading.parameter === 'ph' ? figureOf(reading) : undefined;
  return figure === undefined ? undefined : figure < LEAST_PH || figure > MOST_PH;
}

/** The same of what is dissolved in all. */
function isSalty({ reading }: FindingOf<'read'>): boolean | undefined {
  const { parameter, beyond } = reading;
  const figure = figureOf(reading);
  if (figure === undefined) return undefined;
  if (parameter === 'tds') return beyond !== 'below' && figure > MOST_TDS_MG_L;
  if (parameter === 'conductivity') return beyond !== 'below' && figure > MOST_EC_US_CM;
  return undefined;
}

const upstream =
  (of: Upstream) =>
  (finding: Finding): boolean =>
    finding.is === 'upstream' && finding.of === of;
const either =
  (...rules: readonly HoldRow['begins'][]): HoldRow['begins'] =>
  (finding, place) =>
    rules.some(begins => begins(finding, place));

/** Everything that may hold a water back, the gravest first. */
export const holdRows = {
  'fuel-smell': { begins: shows('fuel', 'solvent'), most: 'never', ends: () => BY_WORD },
  sheen: { begins: shows('sheen'), most: 'never', ends: () => BY_WORD },
  poisoning: { begins: shows('dead-animals'), most: 'never', ends: () => BY_WORD },
  mine: { begins: upstream('mine'), most: 'never', ends: () => BY_WORD },
  industry: { begins: upstream('industry'), most: 'never', ends: () => BY_WORD },
  spill: { begins: either(happened('spill'), upstream('spill')), most: 'never', ends: () => BY_WORD },
  foam: { begins: happened('foam'), most: 'never', ends: () => [['laboratory']] },
  scum: { begins: shows('scum'), most: 'never', ends: () => [['fourteen-days', 'authority']] },
  confirmed: { begins: confirmed('organics', 'toxin'), most: 'never', ends: () => BY_WORD },
  unnatural: {
    begins: shows('unnatural'),
    most: 'never',
    ends: () => [['cause', 'germs-none', 'clear']],
  },
  failed: { begins: finding => finding.is === 'failed', most: 'utility', ends: () => [] },
  flood: { begins: happened('flood', isOpenWater), most: 'never', ends: () => [['over']] },
  sewage: {
    begins: shows('sewage'),
    most: 'utility',
    ends: () => [['cause', 'germs-none', 'clear']],
  },
  spraying: fallout('spraying'),
  smoke: fallout('smoke'),
  ash: fallout('ash'),
  'other-water': {
    begins: finding => finding.is === 'read' && isSourOrLye(finding) === true,
    most: 'utility',
    ends: () => [['back-in-range']],
  },
  /** So much is dissolved in it that it is salt water: a still or a membrane for it takes that out. */
  salty: {
    begins: either(finding => finding.is === 'read' && isSalty(finding) === true, confirmed('salt')),
    most: 'as-asked',
    ends: () => [['back-in-range']],
  },
  /** A public tap, rusty or brown: something came loose, or came in. */
  'brown-tap': {
    begins: (finding, place) => isTap(place) && shows('brown')(finding, place),
    most: 'utility',
    ends: ({ isStored }) =>
      isStored
        ? []
        : [
            ['flushed', 'chlorine'],
            ['flushed', 'supplier'],
          ],
  },
  illness: {
    begins: finding => finding.is === 'ill',
    most: 'boiled',
    ends: () => [['authority'], ['cause', 'inspected', 'germs-none-twice', 'fourteen-days']],
  },
  /** After a flood or works a closed source asks what an unprotected one asks. */
  upset: {
    begins: (finding, place) =>
      isGround(place) && (happened('flood')(finding, place) || happened('works')(finding, place)),
    most: 'as-asked',
    ends: () => [['inspected', 'germs-none']],
  },
  /** Works on a main let in what lies about it; on a roof, what was done there. */
  works: {
    begins: happened('works', place => isTap(place) || isRoof(place)),
    most: 'as-asked',
    ends: place => (isTap(place) ? [['flushed', 'chlorine'], ['supplier']] : [['rinsed']]),
  },
  'flooded-tap': {
    begins: happened('flood', isTap),
    most: 'as-asked',
    ends: () => [['supplier'], ['flushed', 'germs-none']],
  },
  germs: {
    begins: finding => isGermy(finding),
    most: 'as-asked',
    ends: place =>
      place.isStored
        ? [['treated', 'germs-none']]
        : isDrunkFresh(place)
          ? [['germs-none-twice', 'follow-up']]
          : [['germs-none-twice']],
  },
  /** Somebody who knows says that they are in it. */
  'germs-confirmed': {
    begins: confirmed('bacteria', 'viruses', 'protozoa', 'crypto'),
    most: 'as-asked',
    ends: () => BY_WORD,
  },
  /** Nobody measured how much: nothing that is drunk has less of it until somebody says so (`dissolved.ts`). */
  'metals-confirmed': {
    begins: confirmed('nitrate-metals'),
    most: 'as-asked',
    ends: () => BY_WORD,
  },
  /** What comes clear out of a tap, a bottle or the ground and turns cloudy brings what it should not. */
  cloudy: {
    begins: (finding, place) =>
      (isTap(place) || isGround(place) || classOf(place) === 'sealed') &&
      shows('cloudy', 'brown')(finding, place),
    most: 'as-asked',
    ends: place => [
      place.isStored ? ['treated', 'clear'] : isTap(place) ? ['clear'] : ['clear', 'germs-none'],
    ],
  },
} as const satisfies Record<string, HoldRow>;

export type HoldId = keyof typeof holdRows;
export const holdIds = Object.keys(holdRows) as [HoldId, ...HoldId[]];
const rowOfHold = (id: HoldId): HoldRow => holdRows[id];

/** E. coli, or a screen that turned; coliforms alone come in with soil. */
const isGermy = (finding: Finding): boolean =>
  finding.is === 'read' &&
  finding.reading.parameter !== 'total-coliforms' &&
  (germsOf({ ...finding.reading, at: finding.at }) ?? 0) > 0;

/** E. coli sought in 100 mL and more, and none found. */
export const isGermFree = (finding: Finding): boolean =>
  finding.is === 'read' &&
  finding.reading.parameter === 'e-coli' &&
  germsOf({ ...finding.reading, at: finding.at }) === 0;

const DAY_MIN = 24 * 60;
/** A rain that washes: so much in a day (mm). */
export const WASHING_MM = 5;
/** After a rain that washes it in, open water is left for so long (days). */
const RUNS_OFF_DAYS = 3;

/** What a roof catches after ash, soot or spray is not drunk for so long, nor before two rains washed it (days). */
export const ROOF_REST_DAYS = 7;

const isPast = (since: Instant, days: number, now: Instant): boolean =>
  now >= addMinutes(since, days * DAY_MIN);

const isFollowed = (finding: Finding): boolean => finding.is === 'read' && finding.isFollowed === true;

/** Whether something that ends a finding is so, by what was found after it began. */
function isMet(
  condition: Condition,
  { began, after, of, now }: { began: Finding; after: readonly Finding[]; of: HoldId; now: Instant },
): boolean {
  switch (condition) {
    case 'germs-none':
      return after.some(isGermFree);
    case 'germs-none-twice': {
      const clean = after.filter(isGermFree).map(f => f.at);
      return clean.some(first => clean.some(second => second >= addMinutes(first, DAY_MIN)));
    }
    case 'follow-up':
      // of raw water nothing was followed up: that is what raw water is like
      return !isFollowed(began) || after.some(f => f.is === 'said' && f.of === of && f.by === 'over');
    case 'clear': {
      const seen = after.map(f => signsOf(f, { water: 'treated-tap' })).filter(list => list.length > 0);
      const last = seen.at(-1) ?? [];
      return last.includes('clear') && !last.includes('cloudy');
    }
    case 'chlorine':
      return after.some(
        f =>
          f.is === 'read' &&
          f.reading.parameter === 'free-chlorine' &&
          f.reading.beyond !== 'below' &&
          (f.reading.value ?? 0) >= RESIDUAL_LEAST_MG_L,
      );
    case 'inspected':
      return after.some(f => f.is === 'inspected');
    case 'treated':
      return after.some(f => f.is === 'treated');
    case 'seven-days':
      return isPast(began.at, ROOF_REST_DAYS, now);
    case 'fourteen-days':
      return isPast(began.at, 14, now);
    case 'two-rains':
      return (
        after.filter(f => f.is === 'rained' && f.mm >= WASHING_MM).length >= 2 ||
        after.some(f => f.is === 'said' && f.of === of && f.by === 'rains')
      );
    case 'back-in-range': {
      const told = after.filter(f => f.is === 'read').map(of === 'salty' ? isSalty : isSourOrLye);
      return told.filter(is => is !== undefined).at(-1) === false;
    }
    case 'dry': {
      const lastRain = after.filter(f => f.is === 'rained' && f.mm >= WASHING_MM).at(-1)?.at;
      const isDry = lastRain === undefined || isPast(lastRain, RUNS_OFF_DAYS, now);
      return isDry && after.some(f => f.is === 'said' && f.of === of && f.by === 'dry');
    }
    default:
      return after.some(f => f.is === 'said' && f.of === of && f.by === condition);
  }
}

/** One way out of a hold: each thing that must be so, and whether it is. */
export type WayOut = readonly { readonly condition: Condition; readonly isMet: boolean }[];

/** A finding that holds a water back at a moment. */
export interface Hold {
  readonly of: HoldId;
  /** When it was found last. */
  readonly since: Instant;
  readonly most: Most;
  /** It was suspected to be a chemical: nothing is drunk of it, boiled or not. */
  readonly ends: readonly WayOut[];
}

/** What a finding that began a hold leaves of the water: illness by a chemical is not boiled away. */
const mostOf = (of: HoldId, finding: Finding): Most =>
  finding.is === 'ill' && finding.isChemical ? 'utility' : rowOfHold(of).most;

/**
 * What holds a water back at a moment, the gravest first.
 * @param findings of one place, the oldest first, none later than the moment
 */
export function holdsAt(findings: readonly Finding[], place: Place, now: Instant): Hold[] {
  return holdIds.flatMap(of => {
    const { begins, ends } = rowOfHold(of);
    const began = findings.findLastIndex(f => begins(f, place));
    if (began < 0) return [];
    const finding = findings[began]!;
    const since = finding.is === 'ill' ? finding.stopsFrom : finding.at;
    // what was read in the same minute as it was found does not end it
    const after = findings.slice(began + 1).filter(f => f.at > finding.at);
    const ways = ends(place).map(way =>
      way.map(condition => ({
        condition,
        isMet: isMet(condition, { began: finding, after, of, now }),
      })),
    );
    if (ways.some(way => way.every(c => c.isMet))) return [];
    return [{ of, since, most: mostOf(of, finding), ends: ways }];
  });
}

/** Words that somebody may give of a finding as it stands: those that are still missing on a way out of it. */
export const wordsOf = ({ ends }: Hold): Word[] => [
  ...new Set(
    ends.flatMap(way =>
      way.flatMap(({ condition, isMet: is }): Word[] => {
        // where no gauge tells it, somebody does
        const word = condition === 'two-rains' ? 'rains' : condition;
        return is || !isWord(word) ? [] : [word];
      }),
    ),
  ),
];
const isWord = (condition: Condition): condition is Word => words.some(word => word === condition);

/** The lowest grade that holds leave, whatever is done; undefined where each may be answered by treatment. */
export function mostLeft(holds: readonly Hold[]): WaterGrade | undefined {
  const grades = holds.map(h => h.most).filter(most => most === 'never' || most === 'utility');
  return grades.length > 0 ? grades.reduce<WaterGrade>(lowerGrade, 'drinking') : undefined;
}
