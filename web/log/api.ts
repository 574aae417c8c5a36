import type { History, Mode, Posted, Snapshot } from '#contract/log.ts';
import type { Problem } from '#contract/problem.ts';
import { historyPath, routes } from '#contract/routes.ts';
import type { Entry } from '#core/log/entry.ts';

/** The server answered with a problem: the request will not do better when it is sent again. */
export class ProblemAnswer extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.title);
    this.problem = problem;
  }
}

/** The server did not answer, or could not just now; sending again may do. */
export class NoAnswer extends Error {}

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  let res: Response;
  try {
    res = await fetch(path, init);
  } catch {
    throw new NoAnswer('no answer');
  }
  if (res.ok) return (await res.json()) as T;
  const problem = (await res.json().catch(() => undefined)) as Problem | undefined;
  if (!problem || res.status >= 500 || res.status === 429)
    throw new NoAnswer(problem?.title ?? res.statusText);
  throw new ProblemAnswer(problem);
}

export const fetchSnapshot = (): Promise<Snapshot> => ask(routes.snapshot);

export const fetchHistory = (subject: string): Promise<History> => ask(historyPath(subject));

export function postEntries(entries: readonly Entry[], mode: Mode): Promise<Posted> {
  return ask(routes.entries, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode }),
  });
}
