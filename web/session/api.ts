import type {
  Ahead,
  Changes,
  CopiesTold,
  History,
  LogId,
  Mode,
  Posted,
  TakenEntries,
} from '#contract/log.ts';
import { PROBLEM_TYPE, type Problem, type ProblemKind, problemKind } from '#contract/problem.ts';
import { historyPath, listPath, routes } from '#contract/routes.ts';
import { LINES_TYPE, lotOfLine, type SnapshotHead } from '#contract/snapshotLines.ts';
import type { Entry } from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import type { SubjectFacts } from '#core/log/facts.ts';
import { asked } from './asked.ts';
import { pause } from './lots.ts';

/** What a session asks of its server. */
export interface Api {
  /** The head, and the facts of every subject. */
  readonly snapshot: () => Promise<WholeLog>;
  readonly changes: (since: number, epoch?: string) => Promise<Changes>;
  readonly post: (entries: readonly Entry[], mode: Mode, of?: Partial<LogId>) => Promise<Posted>;
  /** What a clock that ran ahead left behind. */
  readonly ahead: () => Promise<Ahead>;
  readonly history: (subject: Subject, most?: number) => Promise<History>;
  /** The daily copies, as the server keeps them; nothing where it keeps none. */
  readonly copies: () => Promise<CopiesTold | null>;
  /** The entries that a list came as, itself the last. */
  readonly list: (entry: string) => Promise<TakenEntries>;
}

export interface WholeLog {
  readonly head: SnapshotHead;
  readonly rows: readonly (readonly [Subject, SubjectFacts])[];
}

/** The server answered with a problem: the request will not do better when it is sent again. */
export class ProblemAnswer extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.title);
    this.problem = problem;
  }
}

/** The server did not answer, or could not just now; sending again may do. */
export class NoAnswer extends Error {
  /** What it said of itself, where it did: its disk is full, or something broke. */
  readonly kind: ProblemKind | undefined;
  constructor(message: string, kind?: ProblemKind) {
    super(message);
    this.kind = kind;
  }
}

/** Nothing but the server's own answer is an answer: a login page of some network, or half a body, is none. */
async function ownBody<T>(res: Response, type: string): Promise<T | undefined> {
  if (!res.headers.get('content-type')?.startsWith(type)) return undefined;
  return (await res.json().catch(() => undefined)) as T | undefined;
}

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  let res: Response;
  try {
    res = await fetch(path, asked(init));
  } catch {
    throw new NoAnswer('no answer');
  }
  if (res.ok) {
    const body = await ownBody<T>(res, 'application/json');
    if (body === undefined) throw new NoAnswer('an odd answer');
    return body;
  }
  const problem = await ownBody<Problem>(res, PROBLEM_TYPE);
  const kind = problem && problemKind(problem);
  if (!problem || !kind || res.status >= 500 || res.status === 429)
    throw new NoAnswer(problem?.title ?? res.statusText, kind);
  throw new ProblemAnswer(problem);
}

/**
 * Reads the snapshot line by line, with pauses between: a large store never holds the page up.
 * @returns the head, and the facts of every subject
 */
async function fetchSnapshot(): Promise<WholeLog> {
  const res = await fetch(routes.snapshot, { headers: { Accept: LINES_TYPE } }).catch(() => undefined);
  if (!res?.ok || !res.body) throw new NoAnswer('no answer');
  const reader = res.body.pipeThrough(new TextDecoderStream()).getReader();
  let head: SnapshotHead | undefined;
  const rows: (readonly [Subject, SubjectFacts])[] = [];
  const read = (line: string) => {
    if (!head) head = JSON.parse(line) as SnapshotHead;
    else for (const [subject, facts] of lotOfLine(line)) if (facts) rows.push([subject, facts]);
  };
  let rest = '';
  for (let chunk = await reader.read(); !chunk.done; chunk = await reader.read()) {
    const lines = (rest + chunk.value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      read(line);
      await pause();
    }
  }
  if (rest) read(rest);
  if (!head) throw new NoAnswer('an empty answer');
  return { head, rows };
}

async function postEntries(entries: readonly Entry[], mode: Mode, of: Partial<LogId> = {}): Promise<Posted> {
  const posted = await ask<Posted>(routes.entries, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...of, entries, mode }),
  });
  if (!Array.isArray(posted.accepted) || !Array.isArray(posted.changed)) throw new NoAnswer('an odd answer');
  // an answer counts for the entries that it names, and only where it names all of them
  const named = new Set([...posted.accepted, ...(posted.repeated ?? [])]);
  if (!entries.every(e => named.has(e.id))) throw new NoAnswer('an answer to something else');
  return posted;
}

async function fetchChanges(since: number, epoch?: string): Promise<Changes> {
  const changes = await ask<Changes>(`${routes.changes}?since=${since}${epoch ? `&epoch=${epoch}` : ''}`);
  if (!Array.isArray(changes.changed)) throw new NoAnswer('an odd answer');
  return changes;
}

/** The server that this page came from. */
export const serverApi: Api = {
  snapshot: fetchSnapshot,
  changes: fetchChanges,
  post: postEntries,
  ahead: () => ask(routes.ahead),
  copies: () => ask(routes.copies),
  history: (subject, most) => ask(`${historyPath(subject)}${most ? `?most=${most}` : ''}`),
  list: entry => ask(listPath(entry)),
};
