import type { Instant } from '../calendar/day.ts';
import type { Batch } from '../chlorine/batch.ts';
import type { ChlorineReading } from '../chlorine/residual.ts';
import type { Finding } from '../containers/fitness.ts';
import type { ContainerKind } from '../containers/kinds.ts';
import { DEFAULT_LIFT_KG } from '../containers/mass.ts';
import type { Credit } from '../ct/credit.ts';
import type { Hold } from '../methods/method.ts';
import { freshOwnRule } from '../need/need.ts';
import { DEFAULT_TARGET_DAYS } from '../need/rates.ts';
import type { Origin, Water } from '../sources/waters.ts';
import type { Amount } from '../units/amount.ts';
import type {
  BottleEvent,
  BuildingFields,
  ContainerFields,
  EntryData,
  FilterEvent,
  GroupFields,
  HomeFields,
  PlaceFields,
  PlanFields,
  SheetFields,
  Subject,
  SupplyFields,
} from './entry.ts';

/** Water in a container, since it was last filled. */
export interface Fill {
  readonly entry: string;
  readonly at: Instant;
  /** Date its age counts from: earlier than `at` when it was filled onto older water. */
  readonly since: Instant;
  readonly water: Water;
  readonly origin?: Origin;
  readonly volumeL: Amount;
  readonly remainingL: number;
  readonly sealed: boolean;
  readonly printedUntil?: string;
  readonly openedAt?: Instant;
  /** Drawn by its clean tap only, so far. */
  readonly openedByTap?: boolean;
  readonly readings: readonly (ChlorineReading & { readonly at: Instant; readonly entry: string })[];
  readonly batches: readonly Batch[];
  readonly failed?: { readonly at: Instant; readonly why: EntryData['failed']['why'] };
  /** Sheets begun on this very water, and what each would credit: one begun on other water proves nothing here. */
  readonly sheets?: Readonly<Record<string, RunCredit>>;
  /** What finished sheets earned this water together: each kind of barrier counts once, however often it was run. */
  readonly treated?: {
    readonly at: Instant;
    readonly credit: Credit;
    readonly byMethod: Readonly<Record<string, Credit>>;
    readonly isDesalted?: true;
  };
  /** When something that disinfects was last put in by a sheet: a second dose is not put on it. */
  readonly disinfectedAt?: Instant;
  /** The chlorine in it was taken out: what was read before tells nothing of it now. */
  readonly dechlorinatedAt?: Instant;
  /** Drinking water drawn before it was fit to drink: told to people, never hidden. */
  readonly drawnUnfit?: readonly {
    readonly at: Instant;
    readonly entry: string;
    readonly litres: number;
    readonly why: 'standing' | 'failed' | 'utility';
  }[];
}

/** What a run of a sheet gives its water when it is finished. */
export type RunCredit = Credit & Pick<SheetFields, 'barrier' | 'desalts' | 'dechlorinates' | 'holds'>;

/** A vessel whose content is not drunk: by which sheet, and how that ended if it did not finish. */
export interface HeldBack {
  readonly sheet: Subject;
  readonly method: string;
  /** The water alone, which emptying ends, or the vessel, which only a finished sheet does. */
  readonly holds: Hold;
  readonly ended?: 'failed' | 'stopped';
}

export interface ContainerFacts extends ContainerFields {
  readonly id: Subject;
  readonly addedAt: Instant;
  readonly fill?: Fill;
  readonly condemned?: { readonly at: Instant; readonly why: string };
  readonly sanitisedAt?: Instant;
  /** Sheets whose chemicals may be in it: nothing in it is drunk before each of them is finished. */
  readonly held?: readonly HeldBack[];
  readonly photo?: string;
  /** On a round, in somebody's hands since. */
  readonly takenUp?: { readonly at: Instant; readonly by: string; readonly browser: string };
  /** The label it wears, as printed last. */
  readonly label?: { readonly at: Instant; readonly says: string };
  readonly inspected?: { readonly at: Instant; readonly found: Finding };
  /** New concrete whose lime was found gone. */
  readonly curedAt?: Instant;
}

/** A list that was taken in. */
export interface TakenList {
  readonly entry: string;
  readonly at: Instant;
  readonly by: string;
  readonly rows: number;
}

export interface GroupFacts extends GroupFields {
  /** When each list was taken in, by its digest. */
  readonly listsTaken?: Readonly<Record<string, Instant>>;
  /** The last lists taken in, as they can be taken back. */
  readonly lists?: readonly TakenList[];
  /** False until the first settings were entered. */
  readonly isSetUp: boolean;
}

export type HomeFacts = HomeFields & { readonly id: Subject };
export type BuildingFacts = BuildingFields & { readonly id: Subject };
export type PlaceFacts = PlaceFields & { readonly id: Subject; readonly photo?: string };
export type KindFacts = ContainerKind;
export type SupplyFacts = SupplyFields & {
  readonly id: Subject;
  /** Taken out of it since it was set, in the unit of its kind. */
  readonly used: number;
  readonly setAt: Instant;
  /** What happened to a filter, the oldest first. */
  readonly log?: readonly FilterLine[];
  /** What happened to a set of bottles, the oldest first. */
  readonly bottles?: readonly { readonly at: Instant; readonly what: BottleEvent }[];
};

/** What happened to a filter once. */
export interface FilterLine {
  readonly at: Instant;
  readonly what: FilterEvent;
  readonly flowLH?: number;
  readonly waterC?: number;
  readonly headCm?: number;
}

/** A bench sheet: what it is, and what was done on it. */
export interface SheetFacts extends SheetFields {
  readonly id: Subject;
  readonly begunAt: Instant;
  readonly by: string;
  /** The container it treats. */
  readonly container?: Subject;
  readonly done: readonly SheetDone[];
  readonly photo?: string;
  readonly ended?: { readonly at: Instant; readonly outcome: 'finished' | 'failed' | 'stopped' };
}

/** A step that was done, with its reading. */
export interface SheetDone {
  readonly step: string;
  readonly at: Instant;
  readonly by: string;
  readonly reading?: number;
  readonly isEstimated?: true;
}

/** Everything the log says, folded: facts only, no "now". */
export interface Facts {
  readonly group: GroupFacts;
  readonly plan: PlanFields;
  readonly home: Readonly<Record<Subject, HomeFacts>>;
  readonly building: Readonly<Record<Subject, BuildingFacts>>;
  readonly place: Readonly<Record<Subject, PlaceFacts>>;
  readonly kind: Readonly<Record<string, KindFacts>>;
  readonly supply: Readonly<Record<Subject, SupplyFacts>>;
  readonly sheet: Readonly<Record<Subject, SheetFacts>>;
  readonly container: Readonly<Record<Subject, ContainerFacts>>;
}

/** The word before the colon of a subject. */
export type SubjectType = keyof Facts;
export const subjectTypes = [
  'group',
  'plan',
  'home',
  'building',
  'place',
  'kind',
  'supply',
  'sheet',
  'container',
] as const satisfies readonly SubjectType[];

/** The facts of one subject. */
export type SubjectFacts =
  | GroupFacts
  | PlanFields
  | HomeFacts
  | BuildingFacts
  | PlaceFacts
  | KindFacts
  | SupplyFacts
  | SheetFacts
  | ContainerFacts;

/** The type of a subject. Throws for a subject of no known type. */
export function typeOf(subject: Subject): SubjectType {
  const type = subject.split(':', 1)[0] as SubjectType;
  if (!subjectTypes.includes(type))
    throw new RangeError(
      `"${subject}" names no known subject; it begins with one of ${subjectTypes.join(', ')}`,
    );
  return type;
}

export const freshGroup: GroupFacts = {
  name: '',
  timeZone: 'UTC',
  altitudeM: 0,
  toolIds: [],
  dropsPerMl: 20,
  isSetUp: false,
};

export const freshPlan: PlanFields = {
  needSchool: 'flat-gallon',
  targetDays: DEFAULT_TARGET_DAYS,
  climate: 'temperate',
  reserveShare: 0,
  rotationSchool: 'cautious',
  strengthSchool: 'replace-yearly',
  liftKg: DEFAULT_LIFT_KG,
  noticeDays: 14,
  animals: [],
  institutions: [],
  visitors: 0,
  ownRule: freshOwnRule,
};

/** Facts of an empty log. */
export const noFacts: Facts = {
  group: freshGroup,
  plan: freshPlan,
  home: {},
  building: {},
  place: {},
  kind: {},
  supply: {},
  sheet: {},
  container: {},
};
