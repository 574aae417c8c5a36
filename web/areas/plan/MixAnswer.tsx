import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Full, Mix, MixAim, MixPlan, MixSpot } from '#core/storage/containers/mixProgram.ts';
import { useFacts } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';

/** A place, with its shelf where it is one. */
function useSpotName(): (spot: MixSpot) => string {
  const say = useSay();
  const facts = useFacts();
  return spot => {
    const place = facts.place[spot.place]?.name ?? '';
    return spot.shelf ? say('place.on-shelf', { place, id: spot.shelf }) : place;
  };
}

/** What to buy and where it stands, with what holds it back. */
export function MixAnswer({ plan, aim }: { plan: MixPlan; aim: MixAim }) {
  const say = useSay();
  const spotName = useSpotName();
  if (!plan.possible) return <NoMix plan={plan} />;
  return (
    <div role="status" data-testid="mix-answer" className="mt-3 border-[1.5px] border-slate bg-paper p-4">
      <MixToBuy mix={plan} text="mix.answer">
        <p className="text-ash">{say('mix.proved', { objective: plan.objective, aim: `mix.unit.${aim}` })}</p>
      </MixToBuy>
      {plan.binding.length > 0 && (
        <>
          <h3 className="mt-3 text-base">{say('mix.binds')}</h3>
          <ul className="list-disc pl-5">
            {plan.binding.map(b => (
              <li key={b.limit + (b.spot?.place ?? '') + (b.spot?.shelf ?? '')}>
                {say(`mix.binding.${b.limit}`, {
                  by: b.by,
                  saves: format.number(b.saves),
                  where: b.spot ? spotName(b.spot) : '',
                  unit: `mix.unit.${aim}`,
                })}
              </li>
            ))}
          </ul>
        </>
      )}
      <Ghosts />
      <p className="mt-2 text-small text-ash">{say('mix.plastics')}</p>
    </div>
  );
}

/** What cannot be done as asked: what would make it possible, which place is full, and what can be done instead. */
function NoMix({ plan }: { plan: Extract<MixPlan, { possible: false }> }) {
  const say = useSay();
  const spotName = useSpotName();
  const { ways, full, nearest } = plan;
  return (
    <div role="status" data-testid="mix-answer" className="mt-3 border-l-4 border-clay py-1 pl-3">
      <p className="font-semibold">{say('mix.impossible')}</p>
      {ways
        .filter(way => way.to > 0)
        .map(way => (
          <p key={way.giveUp}>{say(`mix.way.${way.giveUp}`, { to: way.to })}</p>
        ))}
      {full.map(({ limit, spot, by }: Full) => (
        <p key={limit + spot.place + (spot.shelf ?? '')}>
          {say(`mix.full.${limit}`, { where: spotName(spot), by, to: by + (spot.floor?.limitKgM2 ?? 0) })}
        </p>
      ))}
      {ways.length + full.length === 0 && <p>{say('mix.way.none')}</p>}
      {nearest && (
        <div className="mt-3">
          <MixToBuy mix={nearest} text="mix.nearest" />
          <Ghosts />
        </div>
      )}
    </div>
  );
}

interface ToBuyProps {
  readonly mix: Mix;
  readonly text: 'mix.answer' | 'mix.nearest';
  readonly children?: ReactNode;
}

/** What is bought, and where each of it stands. */
function MixToBuy({ mix, text, children }: ToBuyProps) {
  const say = useSay();
  const kindName = useKindName();
  const spotName = useSpotName();
  const byKind = new Map<string, number>();
  for (const c of mix.counts) byKind.set(c.kind.id, (byKind.get(c.kind.id) ?? 0) + c.count);
  const list = listing([...byKind].map(([id, count]) => say('mix.count', { count, kind: kindName(id) })));
  return (
    <>
      <p className={text === 'mix.answer' ? 'text-title font-extrabold' : 'text-large font-bold'}>
        {say(text, { list, litres: mix.litres, price: mix.price })}
      </p>
      {children}
      <ul className="mt-2 list-none p-0">
        {mix.counts.map(c => (
          <li key={`${c.kind.id}${c.spot.place}${c.spot.shelf ?? ''}`}>
            {say('mix.where', { count: c.count, kind: kindName(c.kind.id), spot: spotName(c.spot) })}
          </li>
        ))}
      </ul>
    </>
  );
}

function Ghosts() {
  const say = useSay();
  return (
    <p className="mt-3">
      <Link to="/store" className="font-semibold underline decoration-rule underline-offset-3">
        {say('mix.ghosts')}
      </Link>
    </p>
  );
}
