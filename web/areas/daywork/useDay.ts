import { useEffect, useState } from 'react';
import type { Instant } from '#core/base/day.ts';
import type { Problem } from '#core/planning/schedule/problem.ts';
import type { Choices } from '#core/planning/schedule/schedule.ts';
import type { Underway } from '#core/planning/schedule/search.ts';
import type { DayAnswer, DayWorker, MoreAnswer } from '../../workers/dayWorker.ts';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import { progress } from '../../workers/progress.ts';

const begin = (): KeptWorker<DayWorker> =>
  keptWorker<DayWorker>(
    new Worker(new URL('../../workers/dayWorker.ts', import.meta.url), { type: 'module' }),
  );

/** What is asked: kept as text, so that the same question is not asked twice. */
export interface DayQuestion {
  readonly problem: Problem;
  /** The moment that its minutes are counted from. */
  readonly from: Instant;
  readonly underway?: Underway;
  readonly known?: readonly Choices[];
}

export interface DaySolving {
  readonly answer?: DayAnswer & { readonly of: Problem; readonly from: Instant };
  readonly more?: MoreAnswer;
  /** How far the search is; nothing when it rests. */
  readonly share?: number;
  readonly isStopped?: boolean;
}

/** A hand that types is waited for (ms). */
const PAUSE_MS = 250;

/** The order of a day's work, worked out in a worker; the last answer stands until there is a new one. */
export function useDay(asked: DayQuestion | undefined): DaySolving & { readonly stop: () => void } {
  const [solving, setSolving] = useState<DaySolving>({});
  const [ending, setEnding] = useState<{ end: () => void } | null>(null);
  const key = asked && JSON.stringify(asked);
  useEffect(() => {
    if (!key) return undefined;
    const { problem, from, underway, known = [] } = JSON.parse(key) as DayQuestion;
    let thread: KeptWorker<DayWorker> | undefined;
    let isOver = false;
    const { told, end: hearNoMore } = progress((share: number) => {
      if (!isOver) setSolving(s => ({ ...s, share }));
    });
    const finish = (solving: DaySolving) => {
      hearNoMore();
      if (!isOver) setSolving(solving);
    };
    const timer = setTimeout(() => {
      thread = begin();
      setSolving(({ answer }) => ({ ...(answer ? { answer } : {}), share: 0 }));
      const work = async (): Promise<void> => {
        const found = await thread!.remote.solve(problem, underway, known, told);
        if (isOver) return;
        const answer = { ...found, of: problem, from };
        if (underway) {
          finish({ answer });
          return;
        }
        setSolving({ answer, share: 0 });
        finish({ answer, more: await thread!.remote.more(problem, found.found, told) });
      };
      void work()
        // a search that fails leaves the last answer, and is over
        .catch(() => {
          hearNoMore();
          if (!isOver) setSolving(({ share: _, ...rest }) => ({ ...rest, isStopped: true }));
        })
        .finally(() => thread?.end());
    }, PAUSE_MS);
    const end = () => {
      isOver = true;
      clearTimeout(timer);
      thread?.end();
    };
    setEnding({ end });
    return end;
  }, [key]);
  const stop = () => {
    ending?.end();
    setSolving(({ share: _, ...rest }) => ({ ...rest, isStopped: true }));
  };
  return { ...solving, stop };
}
