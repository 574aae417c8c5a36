import type { ChemicalId } from '../../water/quality/ceilings.ts';
import type { Removal } from '../../water/quality/chemicals.ts';
import { type Blank, type Inputs, numberOf } from './method.ts';

// What a device's certificate says it takes of what is dissolved: of each substance by itself. A rating for germs, or for salt, is
// none for arsenic (§11).

/** Substances that devices for homes are certified for. */
export const certifiedFor = [
  'nitrate',
  'lead',
  'arsenic',
  'fluoride',
] as const satisfies readonly ChemicalId[];
export type CertifiedFor = (typeof certifiedFor)[number];

export const blankOf = {
  nitrate: 'takesNitrate',
  lead: 'takesLead',
  arsenic: 'takesArsenic',
  fluoride: 'takesFluoride',
} as const satisfies Record<CertifiedFor, string>;

/** Per cent that is taken out; nothing where nobody read a certificate. */
export const certificateBlanks: readonly Blank[] = certifiedFor.map(id => ({
  id: blankOf[id],
  kind: 'quantity',
  dimension: 'percent',
  least: 0,
  most: 99.9,
}));

/** Shares of a certificate as its blanks hold them. */
export function removalOf(inputs: Inputs): Removal | undefined {
  const shares = certifiedFor.flatMap(id => {
    const percent = numberOf(inputs, blankOf[id]);
    return percent === undefined || percent <= 0 ? [] : [[id, percent / 100] as const];
  });
  return shares.length > 0 ? Object.fromEntries(shares) : undefined;
}

/** The blanks of a certificate that is kept with a device. */
export const inputsOfRemoval = (removes: Removal = {}): Inputs =>
  Object.fromEntries(
    certifiedFor.flatMap(id => {
      const share = removes[id];
      return share === undefined ? [] : [[blankOf[id], Math.round(share * 1e4) / 100] as const];
    }),
  );
