import { draft } from './draft.ts';
import { clockPutRight } from './logSlice.ts';
import type { Outcome } from './outcome.ts';
import type { Session } from './session.ts';

/**
 * Says that the server's machine is right, and that what the log saw later was stamped by a clock that ran ahead. One entry: the
 * server tells anew what is dated later, with it or not at all.
 */
export async function putClockRight({ api, clock, outbox, store }: Session): Promise<Outcome> {
  const { now, machine } = await api.ahead();
  clock.set(machine);
  const right = await outbox.record(
    [draft('clock.put-right', 'group', { wasAt: now, anew: true })],
    'happened',
  );
  if (right.is === 'recorded') store.dispatch(clockPutRight());
  return right;
}
