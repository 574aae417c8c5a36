import type { Day, Instant } from '../calendar/day.ts';
import type { BatchCheck, DoseInstruction } from '../chlorine/batch.ts';
import type { ReadingMethod, Smell } from '../chlorine/residual.ts';
import type { Bleach, StrengthSchoolId } from '../chlorine/strength.ts';
import type { Finding, HeldBefore } from '../containers/fitness.ts';
import type { ContainerKind } from '../containers/kinds.ts';
import type { Wall } from '../containers/load.ts';
import type { Credit } from '../ct/credit.ts';
import type { FilterDevice } from '../filters/device.ts';
import type { Message } from '../judgement.ts';
import type { Hold, Step } from '../methods/method.ts';
import type { BuildingWater } from '../need/building.ts';
import type { NeedSchoolId, OwnRule, Shares } from '../need/need.ts';
import type { Person } from '../need/people.ts';
import type { Animals, Climate, Institution } from '../need/rates.ts';
import type { RotationSchoolId } from '../rotation/goodUntil.ts';
import type { Round } from '../rotation/rounds.ts';
import type { Origin, Water } from '../sources/waters.ts';
import type { SupplyKind } from '../supplies/kinds.ts';
import type { Amount } from '../units/amount.ts';
import type { UnitSystem } from '../units/system.ts';

/** A client-made ULID: unique, and sorted by the time it was made. */
export type EntryId = string;

/** Whose life an entry belongs to: `group`, `plan`, or `<type>:<ulid>`. */
export type Subject = string;

/** The group that keeps the water and what it owns to measure with. */
export interface GroupFields {
  readonly name: string;
  readonly timeZone: string;
  readonly altitudeM: number;
  readonly toolIds: readonly string[];
  /** What a browser reads in until its person chooses. */
  readonly units?: UnitSystem;
  /** Where a label's QR code leads: the address that phones of the group reach this server at. */
  readonly address?: string;
  /** Drops in a millilitre of the dropper owned, once calibrated. */
  readonly dropsPerMl: number;
}

/** What the store is sized and judged by. */
export interface PlanFields {
  readonly needSchool: NeedSchoolId;
  readonly targetDays: number;
  readonly climate: Climate;
  readonly reserveShare: number;
  readonly rotationSchool: RotationSchoolId;
  readonly strengthSchool: StrengthSchoolId;
  readonly liftKg: number;
  /** Days before its good-until date that a container is due. */
  readonly noticeDays: number;
  readonly animals: readonly Animals[];
  readonly institutions: readonly Institution[];
  /** People who come beside those at home; counted as adults. */
  readonly visitors: number;
  readonly ownRule: OwnRule;
  /** Cooking and hygiene of the rule by person. */
  readonly shares?: Shares;
  readonly building?: BuildingWater;
  /** The rounds that the group keeps to, as they were laid or moved. */
  readonly rounds?: readonly Round[];
}

export interface HomeFields {
  readonly name: string;
  readonly people: readonly Person[];
}

/** A building in the section, or a spot outdoors. `order` runs from left to right. */
export interface BuildingFields {
  readonly name: string;
  readonly order: number;
  readonly roof: 'pitched' | 'flat' | 'none';
}

/** A shelf's height above the floor, and its reach along the wall (m). */
export interface Shelf {
  readonly id: string;
  readonly heightM: number;
  readonly fromM: number;
  readonly toM: number;
  readonly limitKg?: number;
}

/** A room, or a stand outdoors. Level 0 is on the ground, −1 below it, 1 above. */
export interface PlaceFields {
  readonly name: string;
  readonly building: Subject;
  readonly level: number;
  readonly widthM: number;
  readonly heightM: number;
  /** How far its bays reach from the back wall. */
  readonly depthM?: number;
  /** Sides of its bay that are walls; its back and its two ends where nobody said. */
  readonly walls?: readonly Wall[];
  readonly shelves: readonly Shelf[];
  readonly floorLimitKgM2?: number;
  readonly meanC?: number;
  readonly dark?: boolean;
  readonly directSun?: boolean;
  readonly mayFreeze?: boolean;
  /** What stands near that must not get into water. */
  readonly near?: readonly ('fuel' | 'poison')[];
  /** How a stranger finds it. */
  readonly finding?: string;
}

export interface ContainerFields {
  /** The code on its label. */
  readonly code: string;
  readonly kind: string;
  readonly place: Subject;
  /** A shelf's id; the floor when absent. */
  readonly shelf?: string;
  readonly role: 'clean' | 'raw';
  readonly heldBefore: HeldBefore;
  readonly note?: string;
  /** What it is set apart for (a clinic, a sick neighbour): it is not counted for the rest. Empty: for nothing any more. */
  readonly setApart?: string;
}

/** Something kept for treating or testing water. */
export interface SupplyFields {
  readonly name: string;
  readonly kind: SupplyKind;
  /** In the unit of its kind. */
  readonly amount: number;
  /** What a bottle of bleach is, beside how much of it there is. */
  readonly bleach?: Bleach;
  readonly madeOn?: Day;
  readonly openedOn?: Day;
  readonly expiresOn?: Day;
  /** The home that keeps it; absent, the group does. */
  readonly home?: Subject;
  /** Litres that one piece treats, as its pack says; of a bottle for the sun, what it holds. */
  readonly treatsL?: number;
  /** What a filter is, and so what it holds back. */
  readonly device?: FilterDevice;
  /** Months that it lasts once a pack is opened, or a filter taken into use. */
  readonly lastsMonths?: number;
  readonly where?: string;
}

/** What happens to a set of bottles for the sun: laid out, taken in to drink from, washed; some retired or lost. */
export type BottleEvent = 'laid-out' | 'taken-in' | 'washed' | 'retired' | 'lost';

/** What happens in the life of a filter. */
export type FilterEvent =
  | 'commissioned'
  | 'flow'
  | 'backflushed'
  | 'frozen'
  | 'condemned'
  /** Its integrity was tested, by bubbles or dye. */
  | 'sound'
  | 'leaking';

/** A sheet as it was begun: frozen, so that it reads the same when a method changes later. */
export interface SheetFields {
  readonly method: string;
  readonly inputs: Readonly<Record<string, number | string>>;
  readonly headline: Message;
  readonly steps: readonly Step[];
  /** What it took from which supply. */
  readonly uses: readonly { readonly supply: Subject; readonly amount: number }[];
  /** Log reductions of a finished run. */
  readonly credit: Credit;
  /** What kind of barrier it is: two of one kind count once. Its method where nothing else is said. */
  readonly barrier?: string;
  /** It takes salt out; it takes the chlorine out that was in. */
  readonly desalts?: true;
  readonly dechlorinates?: true;
  /** What is not drunk until it is finished. */
  readonly holds?: Hold;
}

/** The data of each kind of entry, version 1. A changed shape gets a new version and an upcast (upcast.ts). */
export interface EntryData {
  'group.set': Partial<GroupFields>;
  'plan.set': Partial<PlanFields>;
  'home.set': HomeFields;
  'home.removed': Record<string, never>;
  'building.set': BuildingFields;
  'building.removed': Record<string, never>;
  'place.set': PlaceFields;
  'place.removed': Record<string, never>;
  'kind.set': ContainerKind;
  'supply.set': SupplyFields;
  'supply.removed': Record<string, never>;
  'container.added': ContainerFields;
  /** A vessel becomes raw by being used so; clean again only through cleaning (`sanitised`). */
  'container.changed': Partial<Pick<ContainerFields, 'code' | 'note' | 'heldBefore' | 'setApart'>> & {
    readonly role?: 'raw';
  };
  /** What happened to a filter: flow read, backflushed, frozen, condemned, taken into use. */
  'filter.logged': {
    readonly what: FilterEvent;
    readonly flowLH?: number;
    /** What the flow was read at: warm water and a higher head run faster. */
    readonly waterC?: number;
    readonly headCm?: number;
  };
  /** What happened to a set of bottles; retired and lost ones are counted off. */
  'bottles.logged': { readonly what: BottleEvent; readonly count?: number };
  'sheet.begun': SheetFields;
  /** An estimated reading was worked out, not read. */
  'sheet.step': { readonly step: string; readonly reading?: number; readonly isEstimated?: true };
  /** The end of a sheet; a finished one proves what its method credits. */
  'sheet.ended': {
    readonly outcome: 'finished' | 'failed' | 'stopped';
    readonly method: string;
    readonly credit?: Credit;
  };
  /** Somebody has it in hands, on a round, in one browser; another round passes it by. */
  'taken-up': { readonly browser: string };
  moved: { readonly place: Subject; readonly shelf?: string };
  filled: {
    readonly volumeL: Amount;
    readonly water: Water;
    /** What is known of where it comes from. */
    readonly origin?: Origin;
    readonly sealed: boolean;
    readonly printedUntil?: Day;
    readonly residualMgL?: number;
  };
  /** Somebody looked at where the water in it comes from. */
  'origin.seen': Origin;
  opened: Record<string, never>;
  drawn: {
    readonly volumeL: number;
    readonly use: 'drinking' | 'utility';
    readonly byTap: boolean;
    /** Whole bottles of a pack: the others stay closed. */
    readonly pieces?: number;
    /** It was taken out to stand by itself, not drunk. */
    readonly into?: Subject;
  };
  emptied: { readonly to: 'utility' | 'drain' };
  'batch.begun': DoseInstruction;
  checked: BatchCheck;
  dosed: { readonly doseMl: number; readonly strengthMgMl: number; readonly instructedMl?: number };
  mixed: Record<string, never>;
  read: { readonly method: ReadingMethod; readonly mgL?: number; readonly smell?: Smell };
  labelled: Record<string, never>;
  /** A label was printed, saying this (see label.ts). */
  'label.printed': { readonly says: string };
  'batch.abandoned': { readonly why: string };
  sanitised: { readonly waterL: number; readonly bleachMl: number };
  inspected: { readonly found: Finding; readonly note?: string };
  failed: { readonly why: 'test' | 'recall' | 'smell' | 'broken-seal' };
  condemned: { readonly why: string };
  noted: { readonly text: string };
  /** A photo of a container, a place or a sheet, by the digest of its bytes; the last one is shown. */
  photographed: { readonly digest: string };
  /** A hand-kept list was taken in; the digest recognises it when it comes again. */
  'list.taken': {
    readonly digest: string;
    readonly rows: number;
    /** Entries that came with it, itself the last: recorded together, and so taken back together. */
    readonly entries?: number;
  };
  struck: { readonly target: EntryId };
}

export type EntryKind = keyof EntryData;

/** The version that each kind is written in today. */
export const ENTRY_VERSION = 2;

/** One thing that happened: immutable, put in order by (happenedAt, id). */
export interface EntryOf<K extends EntryKind> {
  readonly id: EntryId;
  readonly v: number;
  readonly kind: K;
  readonly subject: Subject;
  /** Other subjects it bears on: the supply a dose came from. */
  readonly also?: readonly Subject[];
  readonly happenedAt: Instant;
  readonly recordedAt: Instant;
  /** The hand that recorded it. */
  readonly by: string;
  readonly data: EntryData[K];
}

export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** Every subject an entry bears on. */
export function subjectsOf(entry: Entry): Subject[] {
  return [entry.subject, ...(entry.also ?? [])];
}

/** The log's order: when it happened, then the id; nothing depends on when it arrived. */
export function inOrder(a: Pick<Entry, 'happenedAt' | 'id'>, b: Pick<Entry, 'happenedAt' | 'id'>): number {
  if (a.happenedAt !== b.happenedAt) return a.happenedAt < b.happenedAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** What the writer of an entry brings: its id, the times, the hand, and other subjects it bears on. */
export interface Stamp {
  readonly id: EntryId;
  readonly at: Instant;
  readonly by: string;
  /** When it was recorded; `at` unless it is told later. */
  readonly recordedAt?: Instant;
  readonly also?: readonly Subject[];
}

/** An entry of today's version. */
export function writeEntry<K extends EntryKind>(
  kind: K,
  subject: Subject,
  data: EntryData[K],
  stamp: Stamp,
): Entry {
  const { id, at, by, recordedAt = at, also } = stamp;
  return {
    id,
    v: ENTRY_VERSION,
    kind,
    subject,
    ...(also ? { also } : {}),
    happenedAt: at,
    recordedAt,
    by,
    data,
  } as unknown as Entry;
}
