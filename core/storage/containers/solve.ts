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

/** Integer programs solved to their optimum, with no gap left, by the HiGHS that whoever calls has loaded. */
export const solverOf =
  (highs: Highs): SolveProgram =>
  async lp => {
    const { Status, ObjectiveValue, Columns } = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0 });
    const columns = Object.fromEntries(
      Object.entries(Columns).map(([name, c]) => [name, 'Primal' in c ? Number(c.Primal) : 0]),
    );
    return { status: Status === 'Optimal' ? 'optimal' : 'infeasible', objective: ObjectiveValue, columns };
  };
