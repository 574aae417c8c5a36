import type { Duty } from '#core/base/duty.ts';
import type { Facts } from '#core/log/facts.ts';
import { pathOf } from '../../app/layers.ts';
import * as dutyPaths from '../../dutyPaths.ts';

/** Where a duty is done: where its area says, else on the page of its layer. */
export const pathOfDuty = (duty: Duty, facts: Facts): string =>
  Object.values(dutyPaths)
    .map(of => of(duty, facts))
    .find(path => path !== undefined) ?? pathOf(duty.area);
