/** How an amount came to be known. */
export const provenances = ['measured', 'label', 'guessed'] as const;
export type Provenance = (typeof provenances)[number];

/** An entered amount: its value, how it is known, and for a guess its spread as a share (0.25 for ± 25 %). */
export interface Amount {
  readonly value: number;
  readonly known: Provenance;
  readonly spread?: number;
}

/** A measured amount. */
export const measured = (value: number): Amount => ({ value, known: 'measured' });

/** An amount read off a label. */
export const labelled = (value: number): Amount => ({ value, known: 'label' });

/** A guess; its spread defaults to a quarter either way ("about a bucket"). */
export const guessed = (value: number, spread = 0.25): Amount => ({ value, known: 'guessed', spread });

/** Lowest and highest that an amount may be. */
export function spanOf(amount: Amount): readonly [number, number] {
  const spread = amount.known === 'guessed' ? (amount.spread ?? 0.25) : 0;
  return [amount.value * (1 - spread), amount.value * (1 + spread)];
}
