import { Link } from 'react-router';
import { useSay } from '../../texts/texts.ts';

/** The name of a page that lies beside Tests, and the way back. */
export function PageHead({ title }: { title: string }) {
  const say = useSay();
  return (
    <div className="flex items-start justify-between gap-3">
      <h1 className="text-title">{title}</h1>
      <Link
        to="/tests"
        className="inline-flex min-h-11 items-center underline decoration-rule underline-offset-3"
      >
        {say('walk.leave')}
      </Link>
    </div>
  );
}
