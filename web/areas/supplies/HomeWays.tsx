import { askedOfSupplies } from '#core/areas/supplies/demand.ts';
import { waysByHome } from '#core/areas/supplies/homes.ts';
import { useFacts, useWaterState } from '../../session/state.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Phrase } from '../../ui/Phrase.tsx';
import { wayWords } from './wayWords.ts';

/** Ways asked of every home: what breaks one leaves the other. */
const WAYS_ASKED = 2;

/** Homes with two independent ways to treat, and those that lack one, with what they have. */
export function HomeWays() {
  const say = useSay();
  const facts = useFacts();
  const { today, need, now } = useWaterState();
  const asked = askedOfSupplies(facts, now, today);
  const homes = waysByHome(facts, today, need.drinkingL, facts.plan.targetDays, asked);
  if (homes.length < 2) return null;
  const lacking = homes.filter(h => h.ways.length < WAYS_ASKED);
  // homes that lack the same are named together
  const byWays = new Map<string, string[]>();
  for (const { home, ways } of lacking) {
    const have = listing(ways.map(way => wayWords(way, say)));
    byWays.set(have, [...(byWays.get(have) ?? []), home.name]);
  }
  return (
    <section aria-label={say('home-ways.title')}>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('home-ways.title')}</h2>
      <p className={lacking.length > 0 ? 'font-semibold' : 'text-ash'}>
        {say('home-ways.answer', { met: homes.length - lacking.length, of: homes.length })}
      </p>
      <ul className="m-0 list-none p-0">
        {[...byWays].map(([have, names]) => (
          <li key={have} className="border-b border-rule py-1">
            <Phrase
              text="home-ways.line"
              params={{ homes: listing(names) }}
              blanks={{
                ways: (
                  <strong>
                    {have === '' ? say('home-ways.none') : say('home-ways.only', { ways: have })}
                  </strong>
                ),
              }}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
