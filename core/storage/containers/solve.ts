import type { SolveProgram } from './mixProgram.ts';

/** The part of the HiGHS solver that is used: a program in LP format in, its columns out. */
interface Highs {
  solve(
    lp: string,
    options: { mip_rel_gap: number; mip_abs_gap: number },
  ): {
    readonly Status: string;
    readonly ObjectiveValue: number;
    readonly Columns: Readonly<Record<string, object>>;
  };
}

/**
 * How far from the least that there is an answer may lie: below half a hundredth of its unit (a coin, a vessel, m², L, kg), which no
 * figure shows. Without it the solver proves for seconds what differs in the sixth digit.
 */
const GAP = 0.004;

/** Integer programs solved to their optimum, to the last digit that is shown, by the HiGHS that whoever calls has loaded. */
export const solverOf =
  (highs: Highs): SolveProgram =>
  async lp => {
    const { Status, ObjectiveValue, Columns } = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: GAP });
    const columns = Object.fromEntries(
      Object.entries(Columns).map(([name, c]) => [name, 'Primal' in c ? Number(c.Primal) : 0]),
    );
    return { status: Status === 'Optimal' ? 'optimal' : 'infeasible', objective: ObjectiveValue, columns };
  };
