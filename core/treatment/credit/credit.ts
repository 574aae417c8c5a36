/** Log₁₀ reductions of the four targets, kept apart. */
export interface Credit {
  readonly bacteria: number;
  readonly viruses: number;
  /** Giardia stands for the protozoa. */
  readonly protozoa: number;
  readonly crypto: number;
}

export const targets = [
  'bacteria',
  'viruses',
  'protozoa',
  'crypto',
] as const satisfies readonly (keyof Credit)[];
export type Target = (typeof targets)[number];

export const noCredit: Credit = { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 };

/** A credit in the order of `targets`. @example credit(6, 6, 6, 6) // a full boil */
export const credit = (bacteria: number, viruses: number, protozoa: number, crypto: number): Credit => ({
  bacteria,
  viruses,
  protozoa,
  crypto,
});

/** What several steps earn together: log reductions add up. */
export const sumOf = (credits: readonly Credit[]): Credit =>
  credits.reduce(
    (sum, c) =>
      credit(
        sum.bacteria + c.bacteria,
        sum.viruses + c.viruses,
        sum.protozoa + c.protozoa,
        sum.crypto + c.crypto,
      ),
    noCredit,
  );

/** True where a credit reaches what is required in each of the four targets. */
export const meets = (earned: Credit, required: Credit): boolean =>
  targets.every(target => earned[target] >= required[target]);

/** The better of two credits in each target: two runs of one kind count once. */
export const betterOf = (a: Credit, b: Credit): Credit =>
  credit(
    Math.max(a.bacteria, b.bacteria),
    Math.max(a.viruses, b.viruses),
    Math.max(a.protozoa, b.protozoa),
    Math.max(a.crypto, b.crypto),
  );
