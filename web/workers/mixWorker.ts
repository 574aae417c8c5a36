import { expose } from 'comlink';
import loadHighs from 'highs';
import runtimeUrl from 'highs/runtime?url';
import { type MixPlan, type MixQuestion, planMix, type SolveProgram } from '#core/containers/mix.ts';

/** Plans a mix off the main thread; terminated to cancel. */
const api = {
  async plan(question: MixQuestion, told: (share: number, plan: MixPlan) => void): Promise<MixPlan> {
    const highs = await loadHighs({ locateFile: () => runtimeUrl });
    const solve: SolveProgram = async lp => {
      const result = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0 });
      const columns = Object.fromEntries(
        Object.entries(result.Columns).map(([name, c]) => [name, 'Primal' in c ? c.Primal : 0]),
      );
      return {
        status: result.Status === 'Optimal' ? 'optimal' : 'infeasible',
        objective: result.ObjectiveValue,
        columns,
      };
    };
    return planMix(question, solve, told);
  },
};

export type MixWorker = typeof api;

expose(api);
