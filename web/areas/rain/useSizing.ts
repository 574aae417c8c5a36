import { useEffect, useRef, useState } from 'react';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import type { RainAnswer, RainQuestion } from '#core/rain/catchment/question.ts';
import type { Normals } from '#core/rain/weather/normals.ts';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import { progress } from '../../workers/progress.ts';
import type { RainWorker } from '../../workers/rainWorker.ts';

/** Years that are tried at first, and while a hand drags. */
const COARSE_YEARS = 100;
/** How far it is, is told no more often than this (ms): telling costs the page more than the years cost the worker. */
const TOLD_EACH_MS = 200;

/** What is asked, with what the drawings of its answer need. */
export interface Asked {
  readonly plan: RainPlan;
  readonly ownL: number;
  readonly normals: Normals | undefined;
  readonly question: RainQuestion;
}

/** An answer, and what it is to. */
export interface Answered extends Asked {
  readonly answer: RainAnswer;
  /** From a hundred years only: the whole follows. */
  readonly isCoarse: boolean;
}

export interface Sizing {
  readonly answered?: Answered;
  /** The last that was worked from all its years. */
  readonly whole?: Answered;
  /** How far the whole is; undefined when nothing runs. */
  readonly share?: number;
  readonly isStopped?: true;
}

const coarse = (q: RainQuestion): RainQuestion | undefined =>
  q.weather.by === 'normals' && q.weather.years > COARSE_YEARS
    ? { ...q, weather: { ...q.weather, years: COARSE_YEARS } }
    : undefined;

/** The answer to a question, worked in a worker: a rough one at once, so that a hand that drags sees what it does, then the whole. */
export function useSizing(asked: Asked | undefined): Sizing & { readonly stop: () => void } {
  const [sizing, setSizing] = useState<Sizing>({});
  const worker = useRef<KeptWorker<RainWorker> | null>(null);
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
      if (!asked) return setSizing({});
      worker.current ??= keptWorker<RainWorker>(
        new Worker(new URL('../../workers/rainWorker.ts', import.meta.url), { type: 'module' }),
      );
      const { remote } = worker.current;
      let toldAt = performance.now();
      const { told, end } = progress((share: number) => {
        if (!isCurrent || performance.now() - toldAt < TOLD_EACH_MS) return;
        toldAt = performance.now();
        setSizing(before => (before.isStopped ? before : { ...before, share }));
      });
      setSizing(({ isStopped: _, ...before }) => ({ ...before, share: 0 }));
      const rough = coarse(asked.question);
      const first = rough && (await remote.size(rough, told));
      // another question came, or it was stopped
      if (!isCurrent || (rough && !first)) return undefined;
      if (first) setSizing(before => ({ ...before, answered: { ...asked, answer: first, isCoarse: true } }));
      const answer = await remote.size(asked.question, told);
      if (!isCurrent || !answer) return undefined;
      end();
      const answered = { ...asked, answer, isCoarse: false };
      setSizing({ answered, whole: answered });
      return undefined;
    };
    void work();
    return () => {
      isCurrent = false;
    };
  }, [asked]);
  const stop = () => {
    void worker.current?.remote.cancel();
    setSizing(({ share: _, ...before }) => ({ ...before, isStopped: true }));
  };
  return { ...sizing, stop };
}
