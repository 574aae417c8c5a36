import * as v from 'valibot';
import { EntrySchema } from '#contract/entry.ts';
import type { FieldProblem } from '#contract/problem.ts';
import type { Entry } from '#core/areas/entries.ts';
import { pauses } from './lots.ts';
import { ProblemError } from './problems.ts';

const faultsOf = (issues: readonly v.BaseIssue<unknown>[], within = ''): FieldProblem[] =>
  issues.map(issue => {
    const path = issue.path?.map(item => String(item.key)) ?? [];
    return { pointer: [within, ...path].join('/'), reason: issue.message };
  });

/** Faults that are told of in one answer. */
const MOST_FAULTS = 200;
/** What has more in it than this is told its first fault only: each of ten thousand takes its time. */
const MOST_IN_IT = 2000;

/** Whether there are no more values in it than so many are left. */
function isShort(value: unknown, left = { count: MOST_IN_IT }): boolean {
  if (--left.count < 0) return false;
  return typeof value !== 'object' || value === null || Object.values(value).every(one => isShort(one, left));
}

/** A value of a shape, or the faults in it. */
function read<T>(schema: v.GenericSchema<unknown, T>, value: unknown, within?: string) {
  const result = v.safeParse(schema, value, { abortEarly: true });
  if (result.success) return { output: result.output };
  const issues = (isShort(value) && v.safeParse(schema, value).issues) || result.issues;
  return { faults: faultsOf(issues.slice(0, MOST_FAULTS), within) };
}

/** A body of a shape. @throws ProblemError naming every field that was not understood, by JSON pointer */
export function parsed<T>(schema: v.GenericSchema<unknown, T>, body: unknown): T {
  const { output, faults } = read(schema, body);
  if (faults) throw new ProblemError('invalid', { errors: faults });
  return output;
}

/** The entries of a request, read in lots. @throws ProblemError naming the fields that were not understood */
export async function parsedEntries(list: readonly unknown[]): Promise<Entry[]> {
  const pauseIfDue = pauses();
  const entries: Entry[] = [];
  const errors: FieldProblem[] = [];
  for (const [i, one] of list.entries()) {
    const { output, faults } = read(EntrySchema, one, `/entries/${i}`);
    if (output) entries.push(output);
    else if (errors.length < MOST_FAULTS) errors.push(...faults);
    await pauseIfDue();
  }
  if (errors.length > 0) throw new ProblemError('invalid', { errors });
  return entries;
}
