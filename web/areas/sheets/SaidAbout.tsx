import { Link } from 'react-router';
import { claimsAbout, weigh } from '#core/treatment/claims/claims.ts';
import { useSay } from '../../texts/texts.ts';

/** What people say of a method, each with its verdict; the reason is a step away. */
export function SaidAbout({ method }: { method: string }) {
  const say = useSay();
  const about = claimsAbout(method);
  if (about.length === 0) return null;
  return (
    <section>
      <h2 className="mb-1 text-base">{say('said.about')}</h2>
      <ul className="m-0 list-none p-0">
        {about.map(one => (
          <li key={one.id}>
            <Link
              to={`/sources/said?claim=${one.id}`}
              className="inline-block py-0.5 underline decoration-rule underline-offset-3"
            >
              {say('said.line', {
                verdict: `said.verdict.${weigh(one).verdict}`,
                statement: `claim.${one.id}`,
              })}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
