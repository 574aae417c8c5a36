import type { Entry } from '#core/areas/entries.ts';
import type { Judgement } from '#core/base/judgement.ts';

/** Kinds of problem the server answers with (RFC 9457); the URI's last part names it. */
export type ProblemKind =
  | 'invalid'
  | 'refused'
  | 'rests-on'
  | 'conflict'
  | 'not-found'
  | 'too-large'
  | 'too-many-requests'
  | 'storage-full'
  | 'storage-gone'
  | 'forbidden'
  | 'internal';

/** One field that was not understood: a JSON pointer and the id of the sentence for it. */
export interface FieldProblem {
  readonly pointer: string;
  readonly reason: string;
}

/** Problem details (RFC 9457) with the project's own members. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly errors?: readonly FieldProblem[];
  readonly judgements?: readonly Judgement[];
  /** Entries that rest on the one to be struck. */
  readonly rests?: readonly Entry[];
}

export const PROBLEM_TYPE = 'application/problem+json';

const URN = 'urn:zeolite:problem:';

/** The `type` of a kind of problem. */
export const problemType = (kind: ProblemKind): string => URN + kind;

/** The kind of a problem that this server answered with; undefined for anybody else's. */
export const problemKind = ({ type }: Problem): ProblemKind | undefined =>
  type?.startsWith(URN) ? (type.slice(URN.length) as ProblemKind) : undefined;
