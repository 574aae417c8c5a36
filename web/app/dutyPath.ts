import type { Duty } from '#core/base/duty.ts';
import type { Facts } from '#core/log/facts.ts';

/** Where a duty of an area is done; undefined where the duty is another area's. One that no area answers for is done on its layer's page. */
export type DutyPath = (duty: Duty, facts: Facts) => string | undefined;
