import type { DutyPath } from '../../app/dutyPath.ts';

export const dutyPath: DutyPath = ({ subject }) =>
  subject.startsWith('source:') ? `/sources/${subject}` : undefined;
