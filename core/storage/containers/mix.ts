import {
  type Binding,
  bestMix,
  type Cuts,
  type MixPlan,
  type MixQuestion,
  type MixSpot,
  type Row,
  type SolveProgram,
  solveFor,
} from './mixProgram.ts';
import { waysOut } from './mixWays.ts';

/** A limit eased by a tenth, half a metre or fifty kilograms. */
function relaxed(q: MixQuestion, row: Row): { question: MixQuestion; by: number } {
  const eased = (change: Partial<MixSpot>) => q.spots.map(s => (s === row.spot ? { ...s, ...change } : s));
  switch (row.limit) {
    case 'need':
      return { question: { ...q, needL: q.needL * 0.9 }, by: q.needL * 0.1 };
    case 'carry':
      return { question: { ...q, carryL: q.carryL * 0.9 }, by: q.carryL * 0.1 };
    case 'budget':
      return { question: { ...q, budget: q.budget! * 1.1 }, by: q.budget! * 0.1 };
    case 'room':
      return { question: { ...q, spots: eased({ freeM: row.spot!.freeM + 0.5 }) }, by: 0.5 };
    case 'kg':
      return { question: { ...q, spots: eased({ freeKg: row.spot!.freeKg! + 50 }) }, by: 50 };
    case 'load': {
      const floor = row.spot!.floor!;
      const by = floor.limitKgM2 * 0.1;
      return {
        question: { ...q, spots: eased({ floor: { ...floor, limitKgM2: floor.limitKgM2 + by } }) },
        by,
      };
    }
  }
}

/** What a limit would save is told from the least that a figure shows on: below it lies what the solver leaves open. */
const LEAST_SAVED = 0.01;

const usedOf = (row: Row, columns: Readonly<Record<string, number>>): number =>
  row.terms.reduce((total, [c, name]) => total + c * (columns[name] ?? 0), 0);

/** A limit that leaves less room than one more vessel needs may hold the plan back. */
function isTight(row: Row, columns: Readonly<Record<string, number>>): boolean {
  const slack = Math.abs(row.bound - usedOf(row, columns));
  return slack < Math.max(...row.terms.map(([c]) => Math.abs(c)));
}

/**
 * The best mix, what binds it and what relaxing each limit would save; or which single demand to give up, and to what.
 * "What relaxing would save" is the difference to the same program solved again with that limit eased.
 * @param solve an integer-program solver
 * @param told called with the share done and the plan so far: the mix is known long before all that binds it
 */
export async function planMix(
  q: MixQuestion,
  solve: SolveProgram,
  told: (share: number, plan: MixPlan) => void = () => undefined,
): Promise<MixPlan> {
  const cuts: Cuts = new Map();
  const best = await bestMix(q, solve, cuts);
  if (!best) return { possible: false, ...(await waysOut(q, solve)) };
  const mix = { possible: true as const, ...best.mix };
  const { rows, columns } = best;
  const tight = rows
    .filter(r => r.limit === 'need' || isTight(r, columns))
    // a floor is one limit, by however many groups of its vessels it was kept
    .filter((r, i, all) => all.findIndex(o => o.limit === r.limit && o.spot === r.spot) === i);
  const binding: Binding[] = [];
  for (const [i, row] of tight.entries()) {
    told(i / tight.length, { ...mix, binding: [...binding] });
    const { question, by } = relaxed(q, row);
    const again = (await solveFor(question, solve, cuts)).solved;
    const saves = again.status === 'optimal' ? mix.objective - again.objective : 0;
    if (saves >= LEAST_SAVED)
      binding.push({ limit: row.limit, ...(row.spot ? { spot: row.spot } : {}), by, saves });
  }
  return { ...mix, binding: binding.sort((a, b) => b.saves - a.saves) };
}
