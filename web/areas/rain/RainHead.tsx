import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { useSay } from '../../texts/texts.ts';

const pages = [
  ['/rain', 'rain.page.tank'],
  ['/rain/catch', 'rain.page.catch'],
  ['/rain/weather', 'rain.page.weather'],
] as const;

/** The layer's name with its three pages, and the answer under them. */
export function RainHead({ answer, under }: { answer: ReactNode; under?: ReactNode }) {
  const say = useSay();
  return (
    <div>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-title">{say('area.rain')}</h1>
        <nav aria-label={say('rain.pages')} className="flex flex-wrap gap-x-4 no-print">
          {pages.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/rain'}
              className="inline-flex min-h-7 items-center border-b-2 border-transparent text-ash aria-[current=page]:border-slate aria-[current=page]:font-bold aria-[current=page]:text-slate"
            >
              {say(name)}
            </NavLink>
          ))}
        </nav>
      </div>
      <p className="text-title leading-tight font-bold" data-testid="rain-answer" aria-live="polite">
        {answer}
      </p>
      {under && <p className="text-large">{under}</p>}
    </div>
  );
}
