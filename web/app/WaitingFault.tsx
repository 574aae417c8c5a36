import type { ProblemKind } from '#contract/problem.ts';
import { useAppSelector } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';

/** What a server says of itself that somebody there can mend. */
const mended = ['storage-full', 'storage-gone', 'internal'] as const;
const isMended = (kind: ProblemKind | undefined): kind is (typeof mended)[number] =>
  mended.some(one => one === kind);

/** What stands in the way of what waits, and what is done about it: at the server, or at this browser. */
export function WaitingFault() {
  const say = useSay();
  const { queue, trouble, isUnkept } = useAppSelector(s => s.log);
  if (queue.length === 0 || !(isUnkept || isMended(trouble))) return null;
  return (
    <div role="status" className="m-4 flex flex-col gap-1 border-l-4 border-clay bg-paper p-3">
      {isMended(trouble) && <p>{say(`shell.trouble.${trouble}`)}</p>}
      {isUnkept && <p>{say('shell.unkept')}</p>}
    </div>
  );
}
