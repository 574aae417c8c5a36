import type { Day, Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Bleach } from '../../treatment/chlorine/strength.ts';
import type { FilterDevice } from '../../treatment/filters/device.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import type { SupplyKind } from './kinds.ts';

/** Something kept for treating or testing water: what it is, beside how much of it there is. */
export interface SupplyFields {
  readonly name: string;
  readonly kind: SupplyKind;
  /** What a bottle of bleach is. */
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
  /** Of a kit: the lot on its box, and what it reads; free chlorine where nobody said. */
  readonly lot?: string;
  readonly reads?: readonly ParameterId[];
}

/** What happens to a set of bottles for the sun: laid out, taken in to drink from, washed; some retired or lost. */
export const bottleEvents = ['laid-out', 'taken-in', 'washed', 'retired', 'lost'] as const;
export type BottleEvent = (typeof bottleEvents)[number];

/** What happens in the life of a filter; its integrity is tested by bubbles or dye, and found sound or leaking. */
export const filterEvents = [
  'commissioned',
  'flow',
  'backflushed',
  'frozen',
  'condemned',
  'sound',
  'leaking',
] as const;
export type FilterEvent = (typeof filterEvents)[number];

/** What happened to a filter once. */
export interface FilterLine {
  readonly at: Instant;
  readonly what: FilterEvent;
  readonly flowLH?: number;
  /** What the flow was read at: warm water and a higher head run faster. */
  readonly waterC?: number;
  readonly headCm?: number;
}

/** A supply as it stands. */
export interface Supply extends SupplyFields {
  readonly id: Subject;
  /** As it was counted last, in the unit of its kind. */
  readonly amount: number;
  /** Taken out of it since, in the same unit. */
  readonly used: number;
  readonly setAt: Instant;
  /** What happened to a filter, the oldest first. */
  readonly log?: readonly FilterLine[];
  /** What happened to a set of bottles, the oldest first. */
  readonly bottles?: readonly { readonly at: Instant; readonly what: BottleEvent }[];
}
