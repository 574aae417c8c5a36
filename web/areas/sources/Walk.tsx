import { useRef } from 'react';
import { Link } from 'react-router';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { caseOf } from '#core/areas/sources/known.ts';
import { fearsOf } from '#core/water/hazards.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';
import { useWidth } from '../../ui/useWidth.ts';
import { askedOf, type SourceStanding, standingOf } from './standing.ts';

const HOME_PX = 26;
const VESSEL_PX = 30;
/** Room above the ground for the house and the water. */
const HEAD_PX = 26;
const MARK_GAP_PX = 6;
/** Metres of height are drawn as large as metres of way, but a slope never fills more than the row. */
const MOST_CLIMB_PX = 40;
/** Beyond so many loads marks would run into each other. */
const MOST_MARKS = 30;
/** Ground that is drawn under the lowest point. */
const GROUND_PX = 14;

interface Props {
  readonly sources: readonly SourceFacts[];
  readonly selected: string | undefined;
  /** Loads of the day, for the marks along each way. */
  readonly trips: number;
}

/** The ground from home to each source, by true distance and climb; loads as marks along it, the water drawn at its end. */
export function Walk({ sources, selected, trips }: Props) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const box = useRef<HTMLDivElement>(null);
  const widthPx = useWidth(box, 640);
  const farthestM = Math.max(100, ...sources.map(s => s.distanceM));
  const pxPerM = Math.max(0.01, (widthPx - HOME_PX - VESSEL_PX - 36) / farthestM);
  return (
    <section aria-label={say('sources.walk', { count: sources.length })}>
      <div ref={box} className="h-0" />
      <ul className="m-0 list-none p-0">
        {sources.map(source => (
          <li key={source.id} className="border-b border-rule">
            <Link
              to={`/sources/${source.id}`}
              aria-current={source.id === selected ? 'true' : undefined}
              className="block border-l-4 border-transparent py-2 pl-2 aria-[current=true]:border-slate"
            >
              <Row
                source={source}
                standing={standingOf(facts, source, today)}
                pxPerM={pxPerM}
                widthPx={Math.max(0, widthPx - 12)}
                trips={trips}
              />
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface RowProps {
  readonly source: SourceFacts;
  readonly standing: SourceStanding;
  readonly pxPerM: number;
  readonly widthPx: number;
  readonly trips: number;
}

function Row({ source, standing, pxPerM, widthPx, trips }: RowProps) {
  const say = useSay();
  const facts = useFacts();
  const now = useStateNow();
  const { state, stop, notices } = standing;
  const fears = [...new Set(fearsOf(caseOf(facts, source, now)).map(f => f.of))].filter(
    of => source.said[of]?.is !== 'struck',
  );
  return (
    <>
      <span className="flex flex-wrap items-baseline gap-x-3">
        <strong className="text-large">{source.name}</strong>
        <span className="text-ash">
          {say('sources.place-line', {
            kind: `source-kind.${source.kind}`,
            distanceM: source.distanceM,
          })}
        </span>
        {standing.holds.some(h => h.since) && (
          <strong className="border-l-4 border-clay pl-2">{say('sources.look-again')}</strong>
        )}
        {notices.map(n => (
          <strong key={n.id} className="border-l-4 border-iron pl-2 text-iron">
            {say(n.allClear ? 'sources.watch' : `notice.${n.kind}`)}
          </strong>
        ))}
      </span>
      <Profile source={source} state={state} pxPerM={pxPerM} widthPx={widthPx} trips={trips} />
      <span className={`block text-small ${stop ? 'font-semibold text-iron' : ''}`}>
        {say(askedOf(standing))}
      </span>
      {fears.length > 0 && (
        <span className="block text-small text-ash">
          {say('sources.fears', { list: listing(fears.map(of => say(`feared.${of}`))) })}
        </span>
      )}
    </>
  );
}

function Profile({
  source,
  state,
  pxPerM,
  widthPx,
  trips,
}: Omit<RowProps, 'standing'> & Pick<SourceStanding, 'state'>) {
  const endX = HOME_PX + source.distanceM * pxPerM;
  const dropPx = Math.max(-MOST_CLIMB_PX, Math.min(MOST_CLIMB_PX, source.climbM * pxPerM));
  const homeY = HEAD_PX + Math.max(0, -dropPx);
  const sourceY = homeY + dropPx;
  const marks = Math.min(MOST_MARKS, trips, Math.floor((endX - HOME_PX) / MARK_GAP_PX));
  const heightPx = Math.max(homeY, sourceY) + GROUND_PX;
  return (
    <svg width={widthPx} height={heightPx} aria-hidden="true" className="block">
      <path
        d={`M0 ${homeY}H${HOME_PX}L${endX} ${sourceY}H${widthPx}V${heightPx}H0Z`}
        fill="url(#earth)"
        stroke="none"
      />
      <path
        d={`M0 ${homeY}H${HOME_PX}L${endX} ${sourceY}H${widthPx}`}
        fill="none"
        stroke="var(--slate)"
        strokeWidth="2"
      />
      <path
        d={`M4 ${homeY}v-13l9 -8l9 8v13z`}
        fill="var(--chalk)"
        stroke="var(--slate)"
        strokeWidth="1.5"
        strokeLinejoin="round"
      />
      {source.distanceM > 0 &&
        Array.from({ length: marks }, (_, i) => (i + 1) / (marks + 1)).map(share => (
          <path
            key={share}
            d={`M${HOME_PX + share * (endX - HOME_PX)} ${homeY + share * dropPx}v-6`}
            stroke="var(--slate)"
            strokeWidth="1.5"
          />
        ))}
      <g transform={`translate(${endX} ${sourceY - 22})`}>
        <path d="M2 0H26V18Q26 22 22 22H6Q2 22 2 18Z" fill="var(--chalk)" />
        <path d="M2 4H26V18Q26 22 22 22H6Q2 22 2 18Z" fill={waterFill(state)} />
        {state === 'failed' && <rect x="0" y="9" width="28" height="4" fill="var(--iron)" />}
        <path d="M2 0H26V18Q26 22 22 22H6Q2 22 2 18Z" fill="none" stroke="var(--slate)" strokeWidth="1.5" />
      </g>
    </svg>
  );
}
