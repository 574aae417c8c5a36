import type { Removal } from '../../water/quality/chemicals.ts';
import { type Credit, noCredit } from '../credit/credit.ts';
import { type PoreFilter, poreCredit } from './pore.ts';

/** Kinds of device, with the log reductions of WHO's household-treatment table where no certified figure is known. */
export const devices = {
  'hollow-fibre': { credit: { bacteria: 2, viruses: 0, protozoa: 2, crypto: 2 }, freezes: true },
  ultrafilter: { credit: { bacteria: 3, viruses: 3, protozoa: 3, crypto: 3 }, freezes: true },
  ceramic: { credit: { bacteria: 2, viruses: 1, protozoa: 4, crypto: 4 }, freezes: true },
  'slow-sand': { credit: { bacteria: 1, viruses: 0.5, protozoa: 2, crypto: 2 }, freezes: false },
  'by-pore': { credit: noCredit, freezes: true },
  media: { credit: { bacteria: 1, viruses: 1, protozoa: 1, crypto: 1 }, freezes: false },
  layered: { credit: noCredit, freezes: false },
  certified: { credit: noCredit, freezes: true },
} as const satisfies Record<string, { credit: Credit; freezes: boolean }>;

export type DeviceKind = keyof typeof devices;
export const deviceKinds = Object.keys(devices) as [DeviceKind, ...DeviceKind[]];

/** A biological layer lets germs through until it has grown (weeks). */
export const RIPENING_WEEKS = 3;

/** Pores as fine as an ultrafilter's (µm). */
const ULTRA_UM = 0.02;

/**
 * What kind of barrier a filter is: two in series of the same kind count once, for what passes the one passes the other.
 * One known by its pores alone is taken for the kind that has such pores.
 */
export function filterBarrier({ kind, poreUm }: FilterDevice): string {
  if (kind !== 'by-pore') return `filter:${kind}`;
  return `filter:${poreUm !== undefined && poreUm <= ULTRA_UM ? 'ultrafilter' : 'hollow-fibre'}`;
}

/** A filter as it is known: its kind, and its pores or its certificate where that is what is known of it. */
export interface FilterDevice extends Partial<PoreFilter> {
  readonly kind: DeviceKind;
  readonly certified?: Credit;
  /** The share of what is dissolved that its certificate says it takes out. */
  readonly removes?: Removal;
}

/** Log reductions that a device earns: by its certificate, by its pores, or by its kind; nothing is taken for granted. */
export function deviceCredit({
  kind,
  poreUm,
  rating = 'nominal',
  certified = noCredit,
}: FilterDevice): Credit {
  if (kind === 'certified') return certified;
  if (kind === 'by-pore') return poreUm === undefined ? noCredit : poreCredit({ poreUm, rating });
  return devices[kind].credit;
}
