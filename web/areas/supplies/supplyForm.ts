import type { HomeFacts } from '#core/areas/plan/facts.ts';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import type { SupplySet } from '#core/areas/supplies/fields.ts';
import type { SupplyKind } from '#core/storage/stock/kinds.ts';
import { type BleachProduct, bleachProducts, type StrengthBasis } from '#core/treatment/chlorine/strength.ts';
import type { FilterDevice } from '#core/treatment/filters/device.ts';
import type { ParameterId } from '#core/water/quality/parameters.ts';
import { type Draft, draft, newSubject } from '../../session/draft.ts';

/** Counted by the piece, each for so many litres. */
const pieces: readonly SupplyKind[] = ['chlorine-tablets', 'dioxide-tablets', 'iodine-tablets', 'bottles'];
/** Lasts so many months once opened, or taken into use. */
const lasting: readonly SupplyKind[] = [
  'chlorine-tablets',
  'dioxide-tablets',
  'iodine',
  'iodine-tablets',
  'test-kit',
  'filter',
  'carbon',
  'lamp',
  'bottles',
];
export const isPiece = (kind: SupplyKind): boolean => pieces.includes(kind);
export const isLasting = (kind: SupplyKind): boolean => lasting.includes(kind);

/** Kept by the group, not by one home; or one of them for each home. */
export const GROUP = 'group';
export const EACH = 'each';

/** What a name may hold. */
const MOST_NAME = 80;

/** What the blanks of the supply sentence hold. */
export interface SupplyForm {
  readonly kind: SupplyKind;
  readonly name: string;
  /** What is there now. */
  readonly amount: number | undefined;
  readonly madeOn: string;
  readonly openedOn: string;
  readonly expiresOn: string;
  readonly where: string;
  readonly home: string;
  readonly treatsL: number | undefined;
  readonly product: BleachProduct;
  readonly basis: StrengthBasis;
  readonly strength: number | undefined;
  readonly keptC: number | undefined;
  readonly measuredMgMl: number | undefined;
  readonly useBy: string;
  readonly lastsMonths: number | undefined;
  readonly device: FilterDevice | undefined;
  /** Of a kit: the lot on its box, and what it reads. */
  readonly lot: string;
  readonly reads: readonly ParameterId[];
}

const fresh: SupplyForm = {
  kind: 'bleach',
  name: '',
  amount: undefined,
  madeOn: '',
  openedOn: '',
  expiresOn: '',
  where: '',
  home: GROUP,
  treatsL: undefined,
  product: bleachProducts[0],
  basis: 'wt-naocl',
  strength: 6,
  keptC: 15,
  measuredMgMl: undefined,
  useBy: '',
  lastsMonths: undefined,
  device: undefined,
  lot: '',
  reads: [],
};

export function formOf(supply: SupplyFacts | 'new'): SupplyForm {
  if (supply === 'new') return fresh;
  const { bleach, ...kept } = supply;
  const { madeOn = '', ...bottle } = bleach ?? {};
  return {
    ...fresh,
    ...kept,
    amount: Math.max(0, supply.amount - supply.used),
    ...bottle,
    ...(bleach ? { madeOn } : {}),
  };
}

/** What the sentence says that a supply is; undefined while something is missing. */
function whatOf(form: SupplyForm): Omit<SupplySet, 'amount'> | undefined {
  const { kind, name, madeOn, openedOn, expiresOn, where, home, treatsL, lastsMonths, device } = form;
  const { lot, reads } = form;
  if (!name.trim()) return undefined;
  const what = {
    name: name.trim(),
    kind,
    ...(openedOn ? { openedOn } : {}),
    ...(expiresOn ? { expiresOn } : {}),
    ...(where.trim() ? { where: where.trim() } : {}),
    ...(home === GROUP || home === EACH ? {} : { home }),
    ...(treatsL && isPiece(kind) ? { treatsL } : {}),
    ...(lastsMonths && isLasting(kind) ? { lastsMonths } : {}),
    ...(device && kind === 'filter' ? { device } : {}),
    ...(kind === 'test-kit' && lot.trim() ? { lot: lot.trim() } : {}),
    ...(kind === 'test-kit' && reads.length > 0 ? { reads } : {}),
  };
  if (kind !== 'bleach') return { ...what, ...(madeOn ? { madeOn } : {}) };
  const { product, basis, strength, keptC, measuredMgMl, useBy } = form;
  if (strength === undefined || keptC === undefined) return undefined;
  const bleach = {
    product,
    basis,
    strength,
    keptC,
    ...(madeOn ? { madeOn } : {}),
    ...(useBy ? { useBy } : {}),
    ...(measuredMgMl === undefined ? {} : { measuredMgMl }),
  };
  return { ...what, bleach };
}

/**
 * The entries that the sentence comes to, from what it was begun with. What is there is counted when it is put down; after that only where another amount
 * was written: a new name or place leaves the stock, and what happened to it, as they are.
 */
export function draftsOf(
  form: SupplyForm,
  begun: SupplyForm,
  supply: SupplyFacts | 'new',
  homes: readonly HomeFacts[],
): Draft[] | undefined {
  const what = whatOf(form);
  const { amount } = form;
  if (!what || amount === undefined) return undefined;
  if (supply !== 'new') {
    const set = draft('supply.set', supply.id, what);
    // of another kind it is counted in another unit; what was used meanwhile is no count
    const isCounted = amount !== begun.amount || what.kind !== begun.kind;
    return isCounted ? [set, draft('supply.counted', supply.id, { amount })] : [set];
  }
  if (form.home !== EACH) return [draft('supply.set', newSubject('supply'), { ...what, amount })];
  return homes.map(home =>
    draft('supply.set', newSubject('supply'), {
      ...what,
      amount,
      home: home.id,
      name: `${what.name}, ${home.name}`.slice(0, MOST_NAME),
    }),
  );
}
