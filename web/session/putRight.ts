import { draft } from './draft.ts';
import { clockPutRight } from './logSlice.ts';
import type { Outcome } from './outbox.ts';
import type { Session } from './session.ts';

/**
 * Says that the server's machine is right, and that what the log saw later was stamped by a clock that ran ahead. What is dated
 * later is struck and told anew, as of now and in its order: nothing that waits is over before its time.
 */
export async function putClockRight({ api, clock, outbox, store }: Session): Promise<Outcome> {
  const { now, machine, entries } = await api.ahead();
  clock.set(machine);
  const right = await outbox.record([draft('clock.put-right', 'group', { wasAt: now })], 'happened');
  if (right.is !== 'recorded') return right;
  store.dispatch(clockPutRight());
  if (entries.length === 0) return right;
  const alsoOf = (also: readonly string[] | undefined) => (also ? { also } : {});
  return outbox.record(
    [
      ...[...entries].reverse().map(e => draft('struck', e.subject, { target: e.id }, alsoOf(e.also))),
      ...entries.map(e => draft(e.kind, e.subject, e.data, alsoOf(e.also))),
    ],
    'happened',
  );
}
