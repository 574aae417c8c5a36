import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { freshOwnRule } from '../../planning/need/need.ts';
import { DEFAULT_TARGET_DAYS } from '../../planning/need/rates.ts';
import { DEFAULT_LIFT_KG } from '../../storage/containers/mass.ts';
import type { GroupFields, HomeFields, PlanFields } from './fields.ts';

/** A list that was taken in. */
export interface TakenList {
  readonly entry: string;
  readonly at: Instant;
  readonly by: string;
  readonly rows: number;
}

export type GroupFacts = GroupFields & {
  /** When each list was taken in, by its digest. */
  readonly listsTaken?: Readonly<Record<string, Instant>>;
  /** The last lists taken in, as they can be taken back. */
  readonly lists?: readonly TakenList[];
  /** False until the first settings were entered. */
  readonly isSetUp: boolean;
};

export type HomeFacts = HomeFields & { readonly id: Subject };

declare module '../../log/facts.ts' {
  interface One {
    group: GroupFacts;
    plan: PlanFields;
  }
  interface Shelved {
    home: HomeFacts;
  }
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
