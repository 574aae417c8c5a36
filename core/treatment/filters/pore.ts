import { type Credit, noCredit } from '../credit/credit.ts';

/** A filter as its maker describes it. */
export interface PoreFilter {
  readonly poreUm: number;
  /** Absolute: nothing larger passes. Nominal: most of it does not. */
  readonly rating: 'absolute' | 'nominal';
}

/**
 * What a pore size alone earns: absolute ≤ 1 µm 2 log for protozoa and Cryptosporidium, ≤ 0.2 also 2 for bacteria,
 * ≤ 0.02 also 3 for viruses; a nominal figure earns nothing. A device's certified figures replace this.
 */
export function poreCredit({ poreUm, rating }: PoreFilter): Credit {
  if (rating === 'nominal' || poreUm > 1) return noCredit;
  return {
    protozoa: 2,
    crypto: 2,
    bacteria: poreUm <= 0.2 ? 2 : 0,
    viruses: poreUm <= 0.02 ? 3 : 0,
  };
}
