import type { Duty } from '#core/base/duty.ts';

/** Where a test that waits is done: a walk through several, the sample that stands, or the life of what is tested. */
export function testsPath({ subject, subjects, what }: Duty): string {
  const parameter = String(what.params?.name ?? '').replace('parameter.', '');
  if (subjects) return `/tests/walk?parameter=${parameter}&subjects=${subjects.slice(0, 40).join(',')}`;
  return `/tests/${subject}`;
}
