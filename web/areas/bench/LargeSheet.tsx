import { Link, useParams } from 'react-router';
import { useFacts } from '../../app/hooks.ts';
import { useSay } from '../../texts/texts.ts';
import { DoseSheet } from './DoseSheet.tsx';
import { MethodSheet } from './MethodSheet.tsx';

/** A bench sheet alone on the screen, large enough to read at arm's length. */
export function LargeSheet() {
  const say = useSay();
  const facts = useFacts();
  const { container: id = '' } = useParams();
  const container = facts.container[id];
  const sheet = facts.sheet[id];
  return (
    <div className="mx-auto max-w-[620px] p-4 max-wide:p-0">
      <p className="px-4 pt-2">
        <Link to="/bench" className="underline decoration-rule underline-offset-3">
          {say('sheet.back')}
        </Link>
      </p>
      {container ? (
        <DoseSheet container={container} large />
      ) : sheet ? (
        <MethodSheet sheet={sheet} large />
      ) : (
        <p className="p-4">{say('guard.no-container')}</p>
      )}
    </div>
  );
}
