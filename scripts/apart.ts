import { fork } from 'node:child_process';
import { once } from 'node:events';
import { performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';

/** How long work took (ms), and what came of it. */
export async function timed<T>(work: () => T | Promise<T>): Promise<[number, T]> {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
}

/** A server on a file, in a process of its own. */
export interface Apart {
  readonly address: string;
  /** How long its loop stood still at the longest since this was asked last (ms). */
  readonly stall: () => Promise<number>;
  /** How long work took, and the longest stall in it (ms). */
  readonly measured: (work: () => Promise<unknown>) => Promise<[number, number]>;
  /** Whether it still runs. */
  readonly isUp: () => boolean;
  readonly stop: () => Promise<void>;
}

/** @param clock as tests set it; the machine's own without it */
export async function served(file: string, clock?: 'test-clock'): Promise<Apart> {
  const child = fork(
    fileURLToPath(new URL('./servedApart.ts', import.meta.url)),
    [file, ...(clock ? [clock] : [])],
    { execArgv: ['--import', 'tsx'] },
  );
  const [{ address }] = (await once(child, 'message')) as [{ address: string }];
  const stall = async (): Promise<number> => {
    const told = once(child, 'message');
    child.send('stall?');
    return ((await told) as [{ stallMs: number }])[0].stallMs;
  };
  return {
    address,
    stall,
    measured: async work => {
      await stall();
      const [ms] = await timed(work);
      return [ms, await stall()];
    },
    isUp: () => child.exitCode === null && child.signalCode === null,
    stop: async () => {
      const ended = once(child, 'exit');
      child.send('stop');
      await ended;
    },
  };
}
