import type { DutyPath } from '../../app/dutyPath.ts';

/** Several that fall due together are a round through their place. */
export const dutyPath: DutyPath = ({ area, subject, subjects }, facts) => {
  if (subject.startsWith('place:')) return `/store?place=${subject}`;
  if (!subject.startsWith('container:')) return undefined;
  if (subjects) return `/store/round/${facts.container[subject]?.place ?? ''}`;
  return area === 'bench' ? `/bench/${subject}` : `/store/${subject}`;
};
