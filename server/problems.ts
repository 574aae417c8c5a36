import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { PROBLEM_TYPE, type Problem, type ProblemKind, problemType } from '#contract/problem.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import { languageFor } from '#web/texts/languages.ts';

const statusOf: Record<ProblemKind, number> = {
  invalid: 422,
  refused: 409,
  'rests-on': 409,
  conflict: 409,
  'not-found': 404,
  'too-large': 413,
  'too-many-requests': 429,
  'storage-full': 507,
  'storage-gone': 503,
  forbidden: 403,
  internal: 500,
};

/** In the words of the catalogue, in the language that the request asks for; a title has no figures in it. */
const titleOf = (kind: ProblemKind, languages: readonly string[] = []): string =>
  sayTo({ units: 'metric', timeZone: 'UTC', language: languageFor(languages).tag }, `problem.${kind}`);

/** A problem on its way to the client. */
export class ProblemError extends Error {
  readonly kind: ProblemKind;
  readonly more: Partial<Problem>;
  constructor(kind: ProblemKind, more: Partial<Problem> = {}) {
    super(more.detail ?? titleOf(kind));
    this.kind = kind;
    this.more = more;
  }
}

export function problemOf(
  kind: ProblemKind,
  more: Partial<Problem> = {},
  languages: readonly string[] = [],
): Problem {
  return { type: problemType(kind), title: titleOf(kind, languages), status: statusOf[kind], ...more };
}

export function sendProblem(res: Response, kind: ProblemKind, more: Partial<Problem> = {}): void {
  const problem = problemOf(kind, more, res.req.acceptsLanguages());
  res.status(problem.status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
}

export const noSuchRoute: RequestHandler = (_req, res) => sendProblem(res, 'not-found');

/** What an error thrown anywhere below a route means for the client. */
function kindOf(error: unknown): ProblemKind {
  if (error instanceof ProblemError) return error.kind;
  const { type, message, code, status } = error as {
    type?: string;
    message?: string;
    code?: string;
    status?: number;
  };
  if (type === 'entity.too.large') return 'too-large';
  // an escape, a range, a charset or an encoding that was not understood: the asker's fault, not the server's
  if (status !== undefined && status >= 400 && status < 500) return status === 404 ? 'not-found' : 'invalid';
  const text = `${code ?? ''} ${message ?? ''} ${String((error as { cause?: unknown }).cause ?? '')}`;
  return /SQLITE_FULL|ENOSPC|disk is full/.test(text) ? 'storage-full' : 'internal';
}

export const onError: ErrorRequestHandler = (error, req, res, _next) => {
  const kind = kindOf(error);
  if (statusOf[kind] >= 500) req.log?.error({ err: error }, 'request failed');
  // an answer that had begun cannot become another one: it is cut, so that nobody takes half of it for the whole
  if (res.headersSent) res.destroy();
  else sendProblem(res, kind, error instanceof ProblemError ? error.more : {});
};
