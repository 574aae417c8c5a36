import { proxy } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { RainAnswer, RainQuestion } from '#core/catchment/question.ts';
import { type Held, held } from '../../workers/held.ts';
import type { RainWorker } from '../../workers/rainWorker.ts';

/** Years that are tried at first, and while a hand drags. */
const COARSE_YEARS = 100;

export interface Sizing {
  readonly answer?: RainAnswer;
  /** What the answer is to. */
  readonly question?: RainQuestion;
  /** From a hundred years only: the whole follows. */
  readonly isCoarse: boolean;
  /** How far the whole is; undefined when nothing runs. */
  readonly share?: number;
  readonly isStopped?: boolean;
}

const coarse = (q: RainQuestion): RainQuestion =>
  q.weather.by === 'normals' && q.weather.years > COARSE_YEARS
    ? { ...q, weather: { ...q.weather, years: COARSE_YEARS } }
    : q;

/** The answer to a question, worked in a worker: a rough one at once, so that a hand that drags sees what it does, then the whole. */
export function useSizing(question: RainQuestion | undefined): Sizing & { readonly stop: () => void } {
  const [sizing, setSizing] = useState<Sizing>({ isCoarse: false });
  const worker = useRef<Held<RainWorker> | null>(null);
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    let isCurrent = true;
    const work = async () => {
      if (!question) return setSizing({ isCoarse: false });
      worker.current ??= held<RainWorker>(
        new Worker(new URL('../../workers/rainWorker.ts', import.meta.url), { type: 'module' }),
      );
      const { remote } = worker.current;
      const told = proxy((share: number) => {
        if (isCurrent) setSizing(before => (before.isStopped ? before : { ...before, share }));
      });
      setSizing(({ isStopped: _, ...before }) => ({ ...before, share: 0 }));
      const rough = coarse(question);
      const first = rough === question ? undefined : await remote.size(rough, told);
      if (!isCurrent) return undefined;
      if (first) setSizing({ answer: first, question, isCoarse: true, share: 0 });
      const whole = await remote.size(question, told);
      if (isCurrent && whole) setSizing({ answer: whole, question, isCoarse: false });
      return undefined;
    };
    void work();
    return () => {
      isCurrent = false;
    };
  }, [question]);
  const stop = () => {
    void worker.current?.remote.cancel();
    setSizing(({ share: _, ...before }) => ({ ...before, isStopped: true }));
  };
  return { ...sizing, stop };
}
