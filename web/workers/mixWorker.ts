import { expose } from 'comlink';
import loadHighs from 'highs';
import runtimeUrl from 'highs/runtime?url';
import { planMix } from '#core/storage/containers/mix.ts';
import type { MixPlan, MixQuestion } from '#core/storage/containers/mixProgram.ts';
import { solverOf } from '#core/storage/containers/solve.ts';

/** Plans a mix off the main thread; terminated to cancel. */
const api = {
  async plan(question: MixQuestion, told: (share: number, plan: MixPlan) => void): Promise<MixPlan> {
    const highs = await loadHighs({ locateFile: () => runtimeUrl });
    return planMix(question, solverOf(highs), told);
  },
};

export type MixWorker = typeof api;

expose(api);
