import { NavLink } from 'react-router';
import { useSay } from '../texts/texts.ts';

const pages = [
  ['/sources', 'sources.page.walk'],
  ['/sources/safe', 'sources.page.safe'],
  ['/sources/said', 'sources.page.said'],
] as const;

/** The layer's name with its three pages. */
export function SourcesHead() {
  const say = useSay();
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h1 className="text-title">{say('area.sources')}</h1>
      <nav aria-label={say('sources.pages')} className="flex flex-wrap gap-x-4">
        {pages.map(([to, name]) => (
          <NavLink
            key={to}
            to={to}
            end
            className="inline-flex min-h-7 items-center border-b-2 border-transparent text-ash aria-[current=page]:border-slate aria-[current=page]:font-bold aria-[current=page]:text-slate"
          >
            {say(name)}
          </NavLink>
        ))}
      </nav>
    </div>
  );
}
