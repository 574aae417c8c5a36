/** A tank that can be bought. */
export interface TankForSale {
  readonly id: string;
  readonly litres: number;
  readonly price: number;
}

/** What tanks of so many litres cost together, and which. */
export interface TankPrice {
  readonly price: number;
  readonly tanks: readonly { readonly id: string; readonly count: number }[];
}

const STEP_L = 100;

/**
 * The cheapest tanks that hold so much together, for many sizes at once (a knapsack that has to be filled, in steps of 100 L).
 * Undefined where there is nothing to buy.
 */
export function cheapestTanks(
  sizesL: readonly number[],
  sale: readonly TankForSale[],
): (TankPrice | undefined)[] {
  if (sale.length === 0) return sizesL.map(() => undefined);
  const steps = Math.ceil(Math.max(0, ...sizesL) / STEP_L);
  const price = new Float64Array(steps + 1).fill(Number.POSITIVE_INFINITY);
  const taken: (TankForSale | undefined)[] = Array.from({ length: steps + 1 });
  price[0] = 0;
  for (let at = 1; at <= steps; at++)
    for (const tank of sale) {
      const rest = Math.max(0, at - Math.floor(tank.litres / STEP_L));
      if (rest === at) continue;
      const total = price[rest]! + tank.price;
      if (total < price[at]!) {
        price[at] = total;
        taken[at] = tank;
      }
    }
  return sizesL.map(sizeL => {
    const counts = new Map<string, number>();
    let at = Math.ceil(sizeL / STEP_L);
    const total = price[at]!;
    if (!Number.isFinite(total)) return undefined;
    for (let tank = taken[at]; at > 0 && tank; tank = taken[at]) {
      counts.set(tank.id, (counts.get(tank.id) ?? 0) + 1);
      at = Math.max(0, at - Math.floor(tank.litres / STEP_L));
    }
    return { price: total, tanks: [...counts].map(([id, count]) => ({ id, count })) };
  });
}
