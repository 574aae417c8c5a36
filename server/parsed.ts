import * as v from 'valibot';
import type { FieldProblem } from '#contract/problem.ts';
import { ProblemError } from './problems.ts';

/** A body of a shape. @throws ProblemError naming every field that was not understood, by JSON pointer */
export function parsed<T>(schema: v.GenericSchema<unknown, T>, body: unknown): T {
  const result = v.safeParse(schema, body);
  if (result.success) return result.output;
  const errors = result.issues.map((issue): FieldProblem => {
    const path = issue.path?.map(item => String(item.key)) ?? [];
    return { pointer: `/${path.join('/')}`, reason: issue.message };
  });
  throw new ProblemError('invalid', { errors });
}
