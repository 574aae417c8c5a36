import type { EntryKind } from './entry.ts';
import { type SubjectType, subjectTypes } from './facts.ts';

/** What an entry of a kind may bear on: the subject whose life it belongs to, and others that it touches. */
interface Bearing {
  readonly on: readonly SubjectType[];
  readonly also?: readonly SubjectType[];
}

const water: Bearing = { on: ['container'] };
const treatment: Bearing = { on: ['container'], also: ['supply'] };
const sheet: Bearing = { on: ['sheet'], also: ['container', 'supply'] };
/** Nothing follows from it in any fold. */
const anything: Bearing = { on: subjectTypes, also: subjectTypes };

/**
 * A fold knows what to do with an entry on the subjects named here, and with no other: an entry that bears on something else
 * is turned down before it is recorded.
 */
export const bearings: { readonly [K in EntryKind]: Bearing } = {
  'group.set': { on: ['group'] },
  'plan.set': { on: ['plan'] },
  'home.set': { on: ['home'] },
  'home.removed': { on: ['home'] },
  'building.set': { on: ['building'] },
  'building.removed': { on: ['building'] },
  'place.set': { on: ['place'] },
  'place.removed': { on: ['place'] },
  'kind.set': { on: ['kind'] },
  'supply.set': { on: ['supply'] },
  'supply.removed': { on: ['supply'] },
  'filter.logged': { on: ['supply'] },
  'bottles.logged': { on: ['supply'] },
  'sheet.begun': sheet,
  'sheet.step': sheet,
  'sheet.ended': sheet,
  'container.added': water,
  'container.changed': water,
  'taken-up': water,
  moved: water,
  filled: water,
  'origin.seen': water,
  opened: water,
  drawn: water,
  emptied: water,
  'batch.begun': treatment,
  checked: water,
  dosed: treatment,
  mixed: water,
  read: water,
  labelled: water,
  'label.printed': water,
  'batch.abandoned': water,
  sanitised: treatment,
  inspected: water,
  failed: water,
  condemned: water,
  photographed: { on: ['container', 'place', 'sheet'] },
  'list.taken': { on: ['group'] },
  noted: anything,
  struck: anything,
};
