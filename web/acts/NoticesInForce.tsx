import { Link } from 'react-router';
import { isInForce, judgeNotice } from '#core/areas/sources/known.ts';
import { useFacts } from '../session/state.ts';
import { list } from '../texts/lists.ts';
import { useSay } from '../texts/texts.ts';

/** What authorities ask now, above everything that is done to water: what is drawn from those taps is none that was treated. */
export function NoticesInForce() {
  const say = useSay();
  const facts = useFacts();
  const open = Object.values(facts.notice).filter(isInForce);
  return open.map(notice => (
    <p key={notice.id} className="border-l-4 border-iron py-1 pl-3" data-testid="notice-in-force">
      <Link to="/sources" className="font-semibold text-iron underline underline-offset-3">
        {say('notices.in-force', {
          kind: `notice.${notice.kind}`,
          names: list(notice.sources.map(id => facts.source[id]?.name ?? '')),
        })}
      </Link>{' '}
      {say(judgeNotice(notice).remedy!)}
    </p>
  ));
}
