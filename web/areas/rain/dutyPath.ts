import type { DutyPath } from '../../app/dutyPath.ts';

export const dutyPath: DutyPath = ({ area, subject }) =>
  area === 'rain' ? `/rain/catch/${subject}` : undefined;
