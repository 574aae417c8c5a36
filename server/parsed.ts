import * as v from 'valibot';
import { EntrySchema } from '#contract/entry.ts';
import type { FieldProblem } from '#contract/problem.ts';
import type { Entry } from '#core/record.ts';
import { ProblemError } from './problems.ts';
import { slices } from './slices.ts';

const faultsOf = (issues: readonly v.BaseIssue<unknown>[], within = ''): FieldProblem[] =>
  issues.map(issue => {
    const path = issue.path?.map(item => String(item.key)) ?? [];
    return { pointer: [within, ...path].join('/'), reason: issue.message };
  });

/** A body of a shape. @throws ProblemError naming every field that was not understood, by JSON pointer */
export function parsed<T>(schema: v.GenericSchema<unknown, T>, body: unknown): T {
  const result = v.safeParse(schema, body);
  if (result.success) return result.output;
  throw new ProblemError('invalid', { errors: faultsOf(result.issues) });
}

/** Faults that are told of in one answer. */
const MOST_FAULTS = 200;

/** The entries of a request, read in slices. @throws ProblemError naming the fields that were not understood */
export async function parsedEntries(list: readonly unknown[]): Promise<Entry[]> {
  const breathe = slices();
  const entries: Entry[] = [];
  const errors: FieldProblem[] = [];
  for (const [i, one] of list.entries()) {
    const result = v.safeParse(EntrySchema, one);
    if (result.success) entries.push(result.output);
    else if (errors.length < MOST_FAULTS) errors.push(...faultsOf(result.issues, `/entries/${i}`));
    await breathe();
  }
  if (errors.length > 0) throw new ProblemError('invalid', { errors });
  return entries;
}
