/** One dilution of a multiple-tube test. */
export interface Dilution {
  /** Sample in each of its tubes (mL). */
  readonly volumeMl: number;
  readonly tubes: number;
  /** Tubes that turned. */
  readonly positive: number;
}

/** The most that a series of tubes is worked out for: more tubes than any rack holds. */
export const MOST_DILUTIONS = 3;
export const MOST_TUBES = 100;

/** A most probable number of organisms in 100 mL. */
export interface Mpn {
  /** The estimate; where no tube turned, or all did, the bound that is said instead of one. */
  readonly per100Ml: number;
  readonly beyond?: 'below' | 'above';
  /** The 95 % interval (per 100 mL); it has no upper end where every tube turned. */
  readonly range: { readonly least: number; readonly most: number };
  /** Likelihood of this pattern beside that of the likeliest at this density (0 to 1). */
  readonly rarity: number;
}

/** A pattern less likely than this, beside the likeliest at its density, is looked into before it is believed. */
export const RARE = 0.05;

const HALF_OF_5_PERCENT = 0.025;
const ML = 100;

/** Root of a rising function by bisection over decades, to a part in 10⁹. */
function rootOf(rising: (x: number) => number, least: number, most: number): number {
  let [low, high] = [Math.log(least), Math.log(most)];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (rising(Math.exp(middle)) < 0) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}

/** What one positive tube weighs in the estimate at a density (mL): v / (1 − e^(−λv)). */
const weightMl = (volumeMl: number, perMl: number): number => volumeMl / -Math.expm1(-perMl * volumeMl);

/** Volume that was looked at (mL). */
const soughtMl = (tubes: readonly Dilution[]): number =>
  tubes.reduce((sum, d) => sum + d.tubes * d.volumeMl, 0);

/** Densities that any rack may tell apart (per mL), from its largest and smallest tube. */
function spanOf(tubes: readonly Dilution[]): readonly [number, number] {
  const volumes = tubes.map(d => d.volumeMl);
  return [1e-6 / soughtMl(tubes), 1e3 / Math.min(...volumes)];
}

/** Σ gᵢvᵢ/(1 − e^(−λvᵢ)) = Σ nᵢvᵢ, solved for λ (per mL); some tubes turned, and some did not. */
function estimate(tubes: readonly Dilution[]): number {
  const sought = soughtMl(tubes);
  const gap = (perMl: number) =>
    sought - tubes.reduce((sum, d) => sum + d.positive * weightMl(d.volumeMl, perMl), 0);
  return rootOf(gap, ...spanOf(tubes));
}

/** Chances of 0 to n positives among n tubes of a volume at a density. */
function chancesOf({ tubes, volumeMl }: Dilution, perMl: number): number[] {
  const negative = Math.exp(-perMl * volumeMl);
  const [lnPositive, lnNegative] = [Math.log1p(-negative), -perMl * volumeMl];
  const chances: number[] = [];
  let lnChoices = 0;
  for (let g = 0; g <= tubes; g++) {
    if (g > 0) lnChoices += Math.log((tubes - g + 1) / g);
    const ofPositives = g === 0 ? 0 : g * lnPositive;
    chances.push(Math.exp(lnChoices + ofPositives + (tubes - g) * lnNegative));
  }
  return chances;
}

/** Room for the last digit in sums of weights. */
const SLACK = 1e-9;

/**
 * Chance, at a density, of a pattern whose estimate is at least (or at most) a given one. The estimate of a pattern reaches λ
 * exactly when its weights at λ reach the volume that was looked at, so that no pattern's own estimate has to be solved.
 */
function tail(
  tubes: readonly Dilution[],
  estimatePerMl: number,
  side: 'least' | 'most',
  perMl: number,
): number {
  const sought = soughtMl(tubes);
  const slack = sought * SLACK;
  const sets = tubes.map(d => ({
    weight: weightMl(d.volumeMl, estimatePerMl),
    chances: chancesOf(d, perMl),
  }));
  const last = sets.pop()!;
  // of the last dilution only the number of positives counts from which, or up to which, the weight is reached
  const upTo: number[] = [0];
  for (const chance of last.chances) upTo.push(upTo.at(-1)! + chance);
  const n = last.chances.length;
  const ofLast = (weight: number): number => {
    const missing = sought - weight;
    if (side === 'most')
      return upTo[Math.min(n, Math.max(0, Math.floor((missing + slack) / last.weight) + 1))]!;
    return upTo[n]! - upTo[Math.min(n, Math.max(0, Math.ceil((missing - slack) / last.weight)))]!;
  };
  const walk = (i: number, weight: number): number => {
    const set = sets[i];
    if (!set) return ofLast(weight);
    let sum = 0;
    for (const [g, chance] of set.chances.entries())
      if (chance > 1e-15) sum += chance * walk(i + 1, weight + g * set.weight);
    return sum;
  };
  return walk(0, 0);
}

/** Likelihood of a pattern at a density beside that of the likeliest one there. */
function rarityOf(tubes: readonly Dilution[], perMl: number): number {
  return tubes.reduce((ratio, d) => {
    const chances = chancesOf(d, perMl);
    return (ratio * chances[d.positive]!) / Math.max(...chances);
  }, 1);
}

/** The same rack with other positives, the largest volume first. */
const turned = (
  tubes: readonly Dilution[],
  positives: (d: Dilution, isSmallest: boolean) => number,
): Dilution[] => {
  const smallest = Math.min(...tubes.map(d => d.volumeMl));
  return tubes.map(d => ({ ...d, positive: positives(d, d.volumeMl === smallest) }));
};

/**
 * Most probable number of a multiple-tube test, with its 95 % interval and how improbable its pattern is.
 *
 * The estimate is Halvorson and Ziegler's (1933). The interval inverts two one-sided exact tests that put the patterns in the
 * order of their estimates, as Clopper and Pearson (1934) do for one dilution: it holds the true density in 95 of 100 tests or
 * more, whatever that is. Rarity is Blodgett's (2002) likelihood ratio, as the Bacteriological Analytical Manual prints it.
 * No tube positive is "less than" the least estimate that the rack can give, all positive "more than" the highest.
 *
 * @throws RangeError for no dilution, more than three, or tubes, positives and volumes that no rack has
 * @example mpnOf([{ volumeMl: 10, tubes: 3, positive: 3 }, { volumeMl: 1, tubes: 3, positive: 1 },
 *   { volumeMl: 0.1, tubes: 3, positive: 0 }]).per100Ml // 42.7
 */
export function mpnOf(tubes: readonly Dilution[]): Mpn {
  const { per100Ml, beyond } = mpnEstimate(tubes);
  const [least, most] = spanOf(tubes);
  if (beyond === 'below') {
    // chance of no positive at all is e^(−λV): what leaves 2.5 % of it is the upper end
    const upper = -Math.log(HALF_OF_5_PERCENT) / soughtMl(tubes);
    return { per100Ml, beyond, range: { least: 0, most: upper * ML }, rarity: 1 };
  }
  if (beyond === 'above')
    return {
      per100Ml,
      beyond,
      range: { least: leastOfAll(tubes) * ML, most: Number.POSITIVE_INFINITY },
      rarity: 1,
    };
  const perMl = per100Ml / ML;
  // the chance of at least this estimate rises with the density, that of at most this one falls
  const lower = rootOf(at => tail(tubes, perMl, 'least', at) - HALF_OF_5_PERCENT, least, most);
  const upper = rootOf(at => HALF_OF_5_PERCENT - tail(tubes, perMl, 'most', at), least, most);
  // a pattern that hardly happens may lie outside its own interval: it is widened to its estimate, which only makes it surer
  const range = { least: Math.min(lower, perMl) * ML, most: Math.max(upper, perMl) * ML };
  return { per100Ml, range, rarity: rarityOf(tubes, perMl) };
}

/** The least density at which a rack turns whole in one of forty tests (per mL). */
const leastOfAll = (tubes: readonly Dilution[]): number =>
  rootOf(perMl => tail(tubes, perMlOfAll(tubes), 'least', perMl) - HALF_OF_5_PERCENT, ...spanOf(tubes));

/**
 * The estimate alone, which costs a thousandth of its interval.
 * @throws RangeError as mpnOf
 */
export function mpnEstimate(tubes: readonly Dilution[]): Pick<Mpn, 'per100Ml' | 'beyond'> {
  if (tubes.length < 1 || tubes.length > MOST_DILUTIONS)
    throw new RangeError(`${tubes.length} dilutions; 1 to ${MOST_DILUTIONS} are worked out`);
  for (const { volumeMl, tubes: n, positive } of tubes)
    if (!(volumeMl > 0 && n >= 1 && n <= MOST_TUBES && positive >= 0 && positive <= n))
      throw new RangeError(`${positive} of ${n} tubes of ${volumeMl} mL`);
  const total = tubes.reduce((sum, d) => sum + d.tubes, 0);
  const positives = tubes.reduce((sum, d) => sum + d.positive, 0);
  // one tube alone has nothing between its two bounds: each is said by the end of its interval
  if (positives === 0) {
    const one = total === 1 ? -Math.log(HALF_OF_5_PERCENT) / soughtMl(tubes) : estimate(onePositive(tubes));
    return { per100Ml: one * ML, beyond: 'below' };
  }
  if (positives === total) {
    const highest = total === 1 ? leastOfAll(tubes) : estimate(allButOne(tubes));
    return { per100Ml: highest * ML, beyond: 'above' };
  }
  return { per100Ml: estimate(tubes) * ML };
}

/** One tube of the smallest volume turned: the least that a rack can find. */
function onePositive(tubes: readonly Dilution[]): Dilution[] {
  let isFree = true;
  return turned(tubes, (_, isSmallest) => {
    const is = isFree && isSmallest;
    if (is) isFree = false;
    return is ? 1 : 0;
  });
}

/** All but one tube of the smallest volume turned: the most that a rack can tell. */
function allButOne(tubes: readonly Dilution[]): Dilution[] {
  let isFree = true;
  return turned(tubes, (d, isSmallest) => {
    const is = isFree && isSmallest;
    if (is) isFree = false;
    return is ? d.tubes - 1 : d.tubes;
  });
}

/** A density that only the pattern of all positives reaches (per mL). */
const perMlOfAll = (tubes: readonly Dilution[]): number => spanOf(tubes)[1];
