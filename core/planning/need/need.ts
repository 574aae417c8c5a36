import type { CitationId } from '../../base/citations.ts';
import { beverageIntakeL, FORMULA_STERILISING_L, isBottleFed, isInfant, type Person } from './people.ts';
import {
  type AnimalKind,
  type Animals,
  animalRates,
  type Climate,
  climateFactor,
  type Institution,
  type InstitutionKind,
  institutionRates,
} from './rates.ts';

/** Grades of water: for drinking, cooking, dishes and hands; or for flushing, laundry, floors and plants. */
export type Grade = 'drinking' | 'utility';

export const needSchoolIds = [
  'flat-gallon',
  'by-person',
  'humanitarian',
  'survival',
  'basic-access',
  'own',
] as const;
export type NeedSchoolId = (typeof needSchoolIds)[number];

export type UseId =
  | 'drinking'
  | 'cooking'
  | 'hygiene'
  | 'sterilising'
  | 'all-uses'
  | 'domestic'
  | 'medical'
  | 'institution'
  | 'animals'
  | 'flushing';

/** One line of the working: so many users at so many litres. `litres` = users × rateL × climate. */
export interface NeedLine {
  readonly use: UseId;
  /** Which animal or institution. */
  readonly of?: AnimalKind | InstitutionKind;
  readonly grade: Grade;
  readonly users: number;
  readonly rateL: number;
  readonly climate: number;
  readonly litres: number;
}

export interface NeedSchool {
  readonly id: NeedSchoolId;
  readonly source: CitationId;
  readonly lines: (group: NeedGroup) => NeedLine[];
}

/** A group's own rule: litres a head and day of each grade. */
export interface OwnRule {
  readonly drinkingL: number;
  readonly utilityL: number;
}

/** What an own rule begins with: one US gallon, as `flat-gallon`. */
export const freshOwnRule: OwnRule = { drinkingL: 3.785411784, utilityL: 0 };

/** Who the need is computed for, on a day. */
export interface NeedGroup {
  readonly people: readonly Person[];
  readonly animals?: readonly Animals[];
  readonly institutions?: readonly Institution[];
  readonly climate: Climate;
  /** What the school `own` asks. */
  readonly own?: OwnRule;
  /** Cooking and hygiene by person. */
  readonly shares?: Shares;
  /** The day the ages are taken on. */
  readonly day: string;
}

/** Litres a day by grade, with the lines that add up to them. */
export interface DailyNeed {
  readonly school: NeedSchoolId;
  readonly lines: readonly NeedLine[];
  readonly drinkingL: number;
  readonly utilityL: number;
}

/** Shares that `by-person` adds for each person older than six months (L/day). */
export interface Shares {
  readonly cookingL: number;
  readonly hygieneL: number;
}
export const freshShares: Shares = { cookingL: 1, hygieneL: 1 };

function line(use: UseId, grade: Grade, users: number, rateL: number, climate = 1): NeedLine {
  return { use, grade, users, rateL, climate, litres: users * rateL * climate };
}

/** A school that asks a flat rate a head: `drinking` part (climate works on it when `drunk` says how much is drunk). */
function perHead(drinkingL: number, utilityL: number, drunkL: number) {
  return ({ people, climate }: NeedGroup): NeedLine[] => {
    const lines = [
      line('drinking', 'drinking', people.length, drunkL, climateFactor[climate]),
      line('domestic', 'drinking', people.length, drinkingL - drunkL),
    ];
    if (utilityL > 0) lines.push(line('flushing', 'utility', people.length, utilityL));
    return lines;
  };
}

/** Groups people who drink the same, so that the working stays short enough to check. */
function intakeLines(people: readonly Person[], day: string, climate: Climate): NeedLine[] {
  const counts = new Map<number, number>();
  for (const person of people) {
    const intakeL = beverageIntakeL(person, day);
    if (intakeL > 0) counts.set(intakeL, (counts.get(intakeL) ?? 0) + 1);
  }
  return [...counts]
    .sort(([a], [b]) => b - a)
    .map(([rateL, users]) => line('drinking', 'drinking', users, rateL, climateFactor[climate]));
}

function byPersonLines({ people, climate, day, shares = freshShares }: NeedGroup): NeedLine[] {
  const older = people.filter(p => !isInfant(p, day)).length;
  const bottleFed = people.filter(p => isBottleFed(p, day)).length;
  return [
    ...intakeLines(people, day, climate),
    line('cooking', 'drinking', older, shares.cookingL),
    line('hygiene', 'drinking', older, shares.hygieneL),
    line('sterilising', 'drinking', bottleFed, FORMULA_STERILISING_L),
  ];
}

/**
 * The schools of how much water a person needs, each with its source.
 * `flat-gallon` is one US gallon, all of drinking grade; it does not say how much of it is drunk, so climate
 * works on the whole of it (the safe side).
 * `humanitarian` is Sphere's 15 L, half of it utility; `survival` is its 7.5 L floor for a few days;
 * `basic-access` is WHO's 20 L, half of it utility.
 */
export const needSchools: readonly NeedSchool[] = [
  {
    id: 'flat-gallon',
    source: 'cdc-storage',
    lines: ({ people, climate }) => [
      line('all-uses', 'drinking', people.length, 3.785411784, climateFactor[climate]),
    ],
  },
  { id: 'by-person', source: 'nas-2005', lines: byPersonLines },
  { id: 'humanitarian', source: 'sphere', lines: perHead(7.5, 7.5, 3) },
  { id: 'survival', source: 'sphere', lines: perHead(7.5, 0, 3) },
  { id: 'basic-access', source: 'who-howard', lines: perHead(10, 10, 3) },
  {
    id: 'own',
    source: 'record',
    // what part of it is drunk nobody has said, so climate works on the drinking grade as a whole
    lines: ({ people, climate, own = freshOwnRule }) => [
      line('all-uses', 'drinking', people.length, own.drinkingL, climateFactor[climate]),
      line('flushing', 'utility', people.length, own.utilityL),
    ],
  },
];

/** The school of an id. Throws for an unknown one. */
export function needSchool(id: NeedSchoolId): NeedSchool {
  const school = needSchools.find(s => s.id === id);
  if (!school) throw new RangeError(`no need school "${id}"`);
  return school;
}

/** Lines every school shares: what a clinic orders, what institutions add, what animals drink. */
function sharedLines({ people, institutions = [], animals = [] }: NeedGroup): NeedLine[] {
  const medicalL = people.reduce((sum, p) => sum + (p.medicalL ?? 0), 0);
  const lines: NeedLine[] = [];
  if (medicalL > 0) lines.push(line('medical', 'drinking', 1, medicalL));
  for (const { kind, users, rateL } of institutions) {
    const rate = institutionRates[kind];
    lines.push({ ...line('institution', rate.grade, users, rateL ?? rate.litres), of: kind });
  }
  for (const { kind, count, massKg } of animals) {
    const rate = animalRates[kind];
    lines.push({
      ...line('animals', 'utility', count, rate.perKg ? rate.litres * (massKg ?? 0) : rate.litres),
      of: kind,
    });
  }
  return lines;
}

/**
 * Litres a day by grade.
 * @example dailyNeed('flat-gallon', { people: [{}, {}, {}, {}], climate: 'temperate', day: '2026-11-25' }).drinkingL // 15.14
 */
export function dailyNeed(id: NeedSchoolId, group: NeedGroup): DailyNeed {
  const lines = [...needSchool(id).lines(group), ...sharedLines(group)].filter(l => l.litres > 0);
  const total = (grade: Grade) => lines.filter(l => l.grade === grade).reduce((sum, l) => sum + l.litres, 0);
  return { school: id, lines, drinkingL: total('drinking'), utilityL: total('utility') };
}

/** Litres to keep: a day's need × days × (1 + reserve share). */
export function stockNeedL(dailyL: number, days: number, reserveShare: number): number {
  return dailyL * days * (1 + reserveShare);
}
