import { addMinutes, type Instant, later, minutesBetween } from '../../base/day.ts';
import {
  type GoodUntil,
  goodUntil,
  type KeepingCase,
  type Lasting,
  type RotationSchoolId,
} from '../../storage/rotation/goodUntil.ts';
import {
  type ChlorineReading,
  isTrusted,
  RESIDUAL_AIM_MG_L,
  RESIDUAL_LEAST_MG_L,
} from '../../treatment/chlorine/residual.ts';
import { type Credit, meets, sumOf, type Target, targets } from '../../treatment/credit/credit.ts';
import { asItComes, hasHumanWaste, type Origin, requiredOf, rowOf, type Water } from '../waters.ts';

/**
 * What water may be used for. `limited` is WHO's targeted protection: most of what makes people ill was taken out, and
 * what was not is named. `never` serves for nothing at all.
 */
export type WaterGrade = 'drinking' | 'limited' | 'utility' | 'never';
const worstFirst: readonly WaterGrade[] = ['never', 'utility', 'limited', 'drinking'];

/** The lower of two grades. */
export const lowerGrade = (a: WaterGrade, b: WaterGrade): WaterGrade =>
  worstFirst.indexOf(a) < worstFirst.indexOf(b) ? a : b;

type TimedReading = ChlorineReading & { readonly at: Instant };

/** What proves that water is fit to drink. `source`: it came so; `smell`: the weaker proof. */
export type Proof = 'source' | 'residual' | 'smell' | 'method';

/** A water as far as anybody knows it: what it is, what was done to it, and what was read in it since. */
export interface WaterCase {
  readonly water: Water;
  readonly origin?: Origin;
  readonly filledAt: Instant;
  /** What finished runs other than bleach earned together, and when the last of them ended. */
  readonly earned: Credit;
  readonly treatedAt?: Instant;
  /** Salt, and what is dissolved like it, was taken out of it. */
  readonly isDesalted?: boolean;
  /** Something is dissolved in it past what may be drunk, after all that was taken out of it. */
  readonly isMineral?: boolean;
  /** When what kept it was last taken out of it: by carbon, media, a membrane, a still, a boil or the sun. */
  readonly strippedAt?: Instant;
  /** What chlorine earned it, when it was proved, and when the last of it went in. */
  readonly chlorine?: {
    readonly credit: Credit;
    readonly by: 'residual' | 'smell';
    /** Never more than limited protection by this chlorine: cloudy water, or a pH of 9 to 10. */
    readonly isCapped: boolean;
    readonly provedAt: Instant;
    readonly dosedAt: Instant;
    /** A dose that is meant for a day, even in water that needed none. */
    readonly isForADay: boolean;
  };
  readonly readings: readonly TimedReading[];
  /** What the notice asks that it is under was done to it. */
  readonly meetsNotice?: boolean;
  /** It stands as cold as in a refrigerator. */
  readonly isRefrigerated?: boolean;
  /** No better than this, because of the vessel it is in or of what went wrong in it. */
  readonly most?: WaterGrade;
}

/** What follows from a water: the one answer that the drawer, the reach, the label, the bench and the guards go by. */
export interface WaterFitness {
  readonly grade: WaterGrade;
  /** What all that was done earned together. */
  readonly earned: Credit;
  /** What it asks: the aim, and the least that makes it drinking water for a day. None where nothing helps. */
  readonly required?: { readonly aim: Credit; readonly least: Credit };
  /** Kinds of germ that are still feared in it. */
  readonly left: readonly Target[];
  /** Drinking water that reached the least and not the aim: for a day, with a warning. */
  readonly isShort: boolean;
  readonly hasHumanWaste: boolean;
  readonly needsDesalting: boolean;
  readonly proof?: Proof;
  readonly lasting: Lasting;
  /** Text that names the grade on a label. */
  readonly label: string;
}

const HOURS_24_MIN = 24 * 60;
const HOURS_72_MIN = 72 * 60;
/** A residual this long after the dose shows that the water has no more demand (minutes). */
const KEPT_AFTER_MIN = 24 * 60;
/** Home-filled water that was treated here, sealed, with a residual that lasts (months). */
export const TREATED_MONTHS = 6;

/** A figure of free chlorine: a total reading and a smell show chloramine too. */
export const isFreeFigure = (r: ChlorineReading): r is ChlorineReading & { mgL: number } =>
  r.mgL !== undefined && r.method !== 'total' && r.method !== 'smell' && isTrusted(r);

/** The last reading of free chlorine rules, whatever was read before it. */
export const lastFree = <R extends TimedReading>(readings: readonly R[]): R | undefined =>
  readings.findLast(isFreeFigure);

/** WHO's targeted protection: bacteria, and viruses or the protozoa; viruses first where human waste is likely. */
export const isLimited = (earned: Credit, humanWaste: boolean): boolean =>
  earned.bacteria >= 2 &&
  (humanWaste ? earned.viruses >= 3 : earned.viruses >= 2 || (earned.protozoa >= 2 && earned.crypto >= 2));

/**
 * Grade, term and label of a water: what it needs follows from what it is and where it came from, what it got from what
 * was earned in it (WHO guidelines, and WHO 2011 for the stars of household treatment).
 */
export function fitnessOf(c: WaterCase): WaterFitness {
  const required = requiredOf(c.water, c.origin);
  const humanWaste = hasHumanWaste(c.water, c.origin);
  const earned = c.chlorine ? sumOf([c.earned, c.chlorine.credit]) : c.earned;
  const needsDesalting = c.isMineral === true || (!c.isDesalted && rowOf(c.water).isSalt === true);
  const common = {
    earned,
    ...(required ? { required } : {}),
    hasHumanWaste: humanWaste,
    needsDesalting,
  };
  const raw = asItComes(c.water, c.origin);
  // below drinking water what matters is what was hardly touched; above it, what falls short of the aim
  const leftOf = (grade: WaterGrade, isBelowAim: boolean): Target[] => {
    if (!required) return [...targets];
    if (grade === 'drinking' && !isBelowAim) return [];
    const asked = isBelowAim ? required.aim : required.least;
    return targets.filter(t => earned[t] < asked[t]);
  };
  const graded = (grade: WaterGrade, isShort: boolean, proof?: Proof): WaterFitness => {
    const held = lowerGrade(grade, c.most ?? 'drinking');
    const left = leftOf(held, held === 'drinking' && isShort && proof !== 'source');
    const about = { ...common, left, isShort: isShort && held === 'drinking', grade: held };
    return {
      ...about,
      ...(proof ? { proof } : {}),
      lasting: lastingOf(c, { ...about, proof }),
      label: `label.${held}`,
    };
  };
  if (!required || needsDesalting) return graded(raw === 'never' ? 'never' : 'utility', false);
  const proof = proofOf(c, required.least);
  if (raw === 'drinking') return graded('drinking', false, c.meetsNotice ? proof : 'source');
  if (isFoundSound(c)) return graded('drinking', false, 'residual');
  const whole = c.chlorine?.isCapped ? c.earned : earned;
  if (meets(whole, required.aim)) return graded('drinking', false, proof);
  if (isFresh(c)) return graded('drinking', true, 'source');
  if (meets(whole, required.least)) return graded('drinking', true, proof);
  return isLimited(earned, humanWaste) ? graded('limited', false, proof) : graded('utility', false, proof);
}

/** Tested groundwater is drunk fresh, whatever it was strained through; once it has stood for a day it asks what stored water asks. */
const isFresh = (c: WaterCase): boolean =>
  c.origin?.protection === 'tested' &&
  rowOf(c.water).class === 'ground' &&
  (c.treatedAt ?? c.chlorine?.provedAt ?? '') <= addMinutes(c.filledAt, HOURS_24_MIN);

/** Tap water that nobody remembers filling counts again by what is read in it, and by nothing else. */
const isFoundSound = (c: WaterCase): boolean =>
  rowOf(c.water).class === 'found-tap' && (lastFree(c.readings)?.mgL ?? 0) >= RESIDUAL_LEAST_MG_L;

function proofOf(c: WaterCase, least: Credit): Proof | undefined {
  if (!c.chlorine) return c.treatedAt ? 'method' : undefined;
  return c.treatedAt && meets(c.earned, least) ? 'method' : c.chlorine.by;
}

type About = Pick<WaterFitness, 'grade' | 'isShort'> & { readonly proof: Proof | undefined };

function lastingOf(c: WaterCase, { grade, isShort, proof }: About): Lasting {
  const { class: of } = rowOf(c.water);
  // found tap water is home-filled again by its reading; by a treatment it is what unknown water becomes
  const isHome = (of === 'tap' || of === 'sealed' || isFoundSound(c)) && !c.meetsNotice && !isStripped(c);
  if (grade === 'utility' || grade === 'never') return { by: 'rule' };
  if (grade === 'limited') return hoursOf(c, 'rule.limited', HOURS_24_MIN);
  if (isHome && !c.chlorine?.isForADay) return { by: 'rule' };
  if (isHome) return hasKept(c) ? { by: 'rule' } : hoursOf(c, 'rule.one-day-dose', HOURS_24_MIN);
  if (isShort && proof === 'source')
    return {
      by: 'hours',
      until: addMinutes(c.filledAt, HOURS_24_MIN),
      rule: 'rule.fresh',
      source: 'who-gdwq',
    };
  if (isShort) return hoursOf(c, 'rule.human-waste', HOURS_24_MIN);
  if (hasKept(c))
    return { by: 'months', months: TREATED_MONTHS, rule: 'rule.treated', source: 'cdc-storage' };
  if (smellsStill(c))
    return { by: 'months', months: TREATED_MONTHS, rule: 'rule.treated-by-smell', source: 'practice' };
  return hoursOf(c, c.chlorine ? 'rule.until-read' : 'rule.no-residual', HOURS_24_MIN);
}

/** What came with a term keeps it only while nothing has taken its residual away, until it is dosed and read again (§4). */
const isStripped = ({ strippedAt, chlorine }: WaterCase): boolean =>
  strippedAt !== undefined && !(chlorine && chlorine.provedAt > strippedAt);

/** 0.5 mg/L was read a day or more after the dose: the water has no more demand, and keeps. */
const hasKept = ({ chlorine, treatedAt, readings }: WaterCase): boolean => {
  const from = chlorine?.dosedAt ?? treatedAt;
  return (
    from !== undefined &&
    readings.some(
      r => isFreeFigure(r) && r.mgL >= RESIDUAL_AIM_MG_L && minutesBetween(from, r.at) >= KEPT_AFTER_MIN,
    )
  );
};

/** Protected groundwater that still smells of chlorine a day after the dose: the weaker proof that it keeps. */
const smellsStill = ({ water, origin, chlorine, readings }: WaterCase): boolean =>
  chlorine?.by === 'smell' &&
  rowOf(water).class === 'ground' &&
  (origin?.protection === 'protected' || origin?.protection === 'tested') &&
  readings.some(
    r =>
      (r.smell === 'faint' || r.smell === 'strong') &&
      minutesBetween(chlorine.dosedAt, r.at) >= KEPT_AFTER_MIN,
  );

/**
 * A term of hours: from the end of the last treatment (three days in a refrigerator, where nothing else shortens it), and
 * from each reading of 0.2 mg/L or more, as long as the last reading is one.
 */
function hoursOf(c: WaterCase, rule: string, minutes: number): Lasting {
  const ends = [c.treatedAt, c.chlorine?.provedAt].filter(at => at !== undefined).sort();
  const from = ends.at(-1) ?? c.filledAt;
  const isPlain = rule === 'rule.no-residual' && c.isRefrigerated === true;
  const base = addMinutes(from, isPlain ? HOURS_72_MIN : minutes);
  const last = lastFree(c.readings);
  const isRenewed = last !== undefined && last.mgL! >= RESIDUAL_LEAST_MG_L && last.at >= from;
  const renewed = isRenewed ? addMinutes(last.at, HOURS_24_MIN) : base;
  return {
    by: 'hours',
    until: later(renewed, base),
    rule: isPlain ? 'rule.no-residual.cold' : rule,
    source: rule === 'rule.limited' || rule === 'rule.human-waste' ? 'who-hwt' : 'cdc-sws',
  };
}

/** The vessel and the place beside a water, for its date. */
export type Vessel = Omit<KeepingCase, 'water' | 'lasting'>;

/** Until when a water of this fitness is good in its vessel and place. */
export const untilOf = (
  water: Water,
  fitness: WaterFitness,
  vessel: Vessel,
  school: RotationSchoolId,
): GoodUntil => goodUntil({ ...vessel, water, lasting: fitness.lasting }, school);
