import type { DutyPath } from '../../app/dutyPath.ts';
import { testsPath } from '../../app/paths.ts';

export const dutyPath: DutyPath = duty => (duty.area === 'tests' ? testsPath(duty) : undefined);
