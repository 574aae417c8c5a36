import type { Day, Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Amount } from '../../base/units/amount.ts';
import type { Finding } from '../../storage/containers/fitness.ts';
import type { ContainerKind } from '../../storage/containers/kinds.ts';
import type { Batch } from '../../treatment/chlorine/batch.ts';
import type { ChlorineReading } from '../../treatment/chlorine/residual.ts';
import type { Credit } from '../../treatment/credit/credit.ts';
import type { Hold, Step } from '../../treatment/methods/method.ts';
import type { Illness } from '../../water/illness.ts';
import type { Removal } from '../../water/quality/chemicals.ts';
import type { Origin, Water } from '../../water/waters.ts';
import type { Alarm, Readings } from '../readings/facts.ts';
import type { Ending } from '../sources/fields.ts';
import type { BuildingFields, ContainerFields, Failing, PlaceFields } from './fields.ts';

/** What a run of a sheet gives its water when it is finished. */
export type RunCredit = Credit & {
  readonly barrier?: string | undefined;
  readonly desalts?: true | undefined;
  readonly removes?: Removal | undefined;
  readonly dechlorinates?: true | undefined;
  readonly holds?: Hold | undefined;
  /** Of a train: what each of its methods gives when its last step is done. */
  readonly legs?: readonly RunLeg[] | undefined;
  /** What it takes its credit from: a filter, if it is one. */
  readonly supplies?: readonly Subject[] | undefined;
};

/** A method of a train, as its water waits for it. */
export interface RunLeg {
  readonly first: string;
  readonly last: string;
  readonly reading?: NonNullable<Step['reading']>;
  readonly credit: Credit;
  readonly barrier: string;
  readonly desalts?: true;
  readonly removes?: Removal;
  readonly dechlorinates?: true;
  readonly holds?: Hold;
  readonly supply?: Subject | undefined;
}

/** A run that a water went through, and what it was run with: what is found out about a filter is found about that water. */
export interface Run {
  readonly at: Instant;
  readonly barrier: string;
  readonly supplies: readonly Subject[];
}

/** Where a part of a fill came from, and when it was poured in: a source, or another vessel. */
export interface FillPart {
  readonly at: Instant;
  readonly source?: Subject;
  readonly vessel?: Subject;
  readonly isTap: boolean;
}

/** A finding that leaves a vessel's water unfit, until it is mended or cleaned. */
interface Spoiled {
  readonly at: Instant;
  readonly found: Finding;
}

/** What stays so of a water, whatever is poured onto it and wherever it is poured. */
export type Still = Pick<
  Fill,
  'batches' | 'readings' | 'dechlorinatedAt' | 'openedAt' | 'openedByTap' | 'printedUntil'
>;

/** Water that was in a vessel before: what was poured out of it is judged by it. */
export interface PastFill {
  readonly since: Instant;
  readonly until: Instant;
  readonly water: Water;
  readonly origin?: Origin;
  readonly from?: readonly FillPart[];
  readonly ill?: readonly Illness[];
  readonly ended?: Fill['ended'];
  readonly failed?: Fill['failed'];
  readonly drawnUnfit?: Fill['drawnUnfit'];
  /** Absent where an older build folded it. */
  readonly still?: Still;
  /** What it was treated with there. */
  readonly runs?: readonly Run[];
  /** What its vessel was found to be while it was in it. */
  readonly spoiled?: Spoiled;
}

/** Water in a container, since it was last filled. */
export interface Fill {
  readonly at: Instant;
  /** Date its age counts from: earlier than `at` when it was filled onto older water. */
  readonly since: Instant;
  readonly water: Water;
  readonly origin?: Origin;
  readonly volumeL: Amount;
  readonly remainingL: number;
  readonly sealed: boolean;
  readonly printedUntil?: Day;
  readonly openedAt?: Instant;
  /** Drawn by its clean tap only, so far. */
  readonly openedByTap?: boolean;
  readonly readings: readonly (ChlorineReading & { readonly at: Instant })[];
  readonly batches: readonly Batch[];
  /** Where its parts came from, as they were poured together. */
  readonly from?: readonly FillPart[];
  /** People who fell ill and had drunk of it, and what was said to end what was found in it. */
  readonly ill?: readonly Illness[];
  readonly ended?: readonly (Ending & { readonly at: Instant })[];
  /** When germs, or a cloud, were found in it last: what was done to it before earned nothing that holds. */
  readonly undoneAt?: Instant;
  readonly failed?: { readonly at: Instant; readonly why: Failing['why'] };
  /** Sheets begun on this very water, and what each would credit: one begun on other water proves nothing here. */
  readonly sheets?: Readonly<Record<string, RunCredit>>;
  /** What finished sheets earned this water together: each kind of barrier counts once, however often it was run. */
  readonly treated?: {
    readonly at: Instant;
    readonly credit: Credit;
    readonly byMethod: Readonly<Record<string, Credit>>;
    readonly isDesalted?: true;
    /** What each run took of what is dissolved, by the certificate of its device. */
    readonly removed?: readonly { readonly at: Instant; readonly shares: Removal }[];
    readonly runs?: readonly Run[];
  };
  /** When a sheet that takes germs out, or what is dissolved, was last finished on this water. */
  readonly germsTreatedAt?: Instant;
  readonly desaltedAt?: Instant;
  /** When something that disinfects was last put in by a sheet: a second dose is not put on it. */
  readonly disinfectedAt?: Instant;
  /** The chlorine in it was taken out: what was read before tells nothing of it now. */
  readonly dechlorinatedAt?: Instant;
  /** What was drawn to drink of late: what is found out about the water concerns whoever drank it. */
  readonly drunk?: readonly { readonly at: Instant; readonly litres: number }[];
  /** Drinking water drawn before it was fit to drink: told to people, never hidden. */
  readonly drawnUnfit?: readonly {
    readonly at: Instant;
    readonly entry: string;
    readonly litres: number;
    readonly why: 'standing' | 'failed' | 'utility';
  }[];
}

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
  /** What was in it before, the last few. */
  readonly past?: readonly PastFill[];
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
  /** What an inspection found that spoils whatever it holds, until it is mended, cleaned or replaced. */
  readonly spoiled?: Spoiled;
  /** New concrete whose lime was found gone. */
  readonly curedAt?: Instant;
  /** What was read in it beside its chlorine, which stands with its fill. */
  readonly tests?: Readings;
  readonly alarms?: readonly Alarm[];
}

export type BuildingFacts = BuildingFields & { readonly id: Subject };
export type PlaceFacts = PlaceFields & { readonly id: Subject; readonly photo?: string };

declare module '../../log/facts.ts' {
  interface Shelved {
    building: BuildingFacts;
    place: PlaceFacts;
    kind: ContainerKind;
    container: ContainerFacts;
  }
}
