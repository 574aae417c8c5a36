import { memo } from 'react';
import type { UnitSystem } from '#core/base/units/system.ts';
import { litresPer } from '#core/base/units/volume.ts';
import type { RainAnswer, SizePoint } from '#core/rain/catchment/question.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';

const W = 440;
const H = 320;
const LEFT = 46;
const TOP = 22;
const BOTTOM = 44;
/** The largest tank is drawn so wide; the others to the same scale. */
const MOST_PX = 62;
/** Outlines that have room side by side. */
const SHOWN = 6;

/** A tank as it is seen from the side grows with the root of two thirds of its litres: width and height together. */
const sideOf = (litres: number): number => litres ** (1 / 2);

/** Round sizes of tanks: litres in a unit, and how many of it. */
const sizes: Readonly<Record<UnitSystem, readonly [number, readonly number[]]>> = {
  metric: [1, [500, 1000, 2000, 3000, 5000, 8000, 12_000, 20_000, 40_000]],
  US: [litresPer['US gal'], [125, 250, 500, 800, 1250, 2000, 3000, 5000, 10_000]],
  imperial: [litresPer['imp gal'], [100, 200, 400, 700, 1000, 1800, 2500, 4500, 9000]],
};

interface Tank extends SizePoint {
  readonly is: 'other' | 'least' | 'own';
}

/** How a size does that was not tried itself: between the two that were, in proportion. */
function between(points: readonly SizePoint[], litres: number): SizePoint {
  const above = points.findIndex(p => p.sizeL >= litres);
  const [least, most] = [points[Math.max(0, above - 1)], points[above]];
  if (!least || !most || least === most) return { ...(most ?? points.at(-1)!), sizeL: litres };
  const part = (litres - least.sizeL) / (most.sizeL - least.sizeL);
  const at = (of: keyof SizePoint) => least[of] + part * (most[of] - least[of]);
  return {
    sizeL: litres,
    timeShare: at('timeShare'),
    volumeShare: at('volumeShare'),
    lowShare: at('lowShare'),
    highShare: at('highShare'),
    spilledShare: at('spilledShare'),
    heldShare: at('heldShare'),
  };
}

/** Sizes worth seeing: the least and one's own always, and others spread over the scale. */
function shownOf({ points, smallestL, life }: RainAnswer, ownL: number, units: UnitSystem): Tank[] {
  const nearest = (litres: number): SizePoint =>
    points.reduce((best, p) => (Math.abs(p.sizeL - litres) < Math.abs(best.sizeL - litres) ? p : best));
  const fixed: Tank[] = [];
  if (ownL > 0) fixed.push({ ...life, is: 'own' });
  if (smallestL !== undefined && Math.abs(smallestL - ownL) > 0.08 * ownL) {
    const at = nearest(smallestL);
    fixed.push({ ...at, sizeL: smallestL, is: 'least' });
  }
  const most = Math.max(8000, ownL * 1.7, (smallestL ?? 0) * 1.7);
  const [perMark, marks] = sizes[units];
  const round = marks.map(mark => mark * perMark).filter(l => l <= most);
  const free = round.filter(l => fixed.every(f => Math.abs(f.sizeL - l) > 0.25 * Math.max(l, f.sizeL)));
  const others = free
    .slice(-Math.max(1, SHOWN - fixed.length))
    .map((l): Tank => ({ ...between(points, l), is: 'other' }));
  return [...fixed, ...others].sort((a, b) => a.sizeL - b.sizeL);
}

interface OutlineProps {
  readonly tank: Tank & { readonly side: number; readonly x: number };
  /** Where a share of days stands on the paper. */
  readonly y: (share: number) => number;
  /** The least share that is on the scale. */
  readonly from: number;
}

/** One tank, standing on its share of days with water. */
function Outline({ tank, y, from }: OutlineProps) {
  const say = useSay();
  const { units } = useReader();
  const { is, x, side, sizeL, timeShare, lowShare, highShare } = tank;
  const fill = is === 'least' ? 'var(--pool)' : is === 'own' ? waterFill('utility') : 'var(--paper)';
  const caption = { x, textAnchor: 'middle', fontSize: 13 } as const;
  return (
    <g data-size={is}>
      <title>{say('rain.sizes.tank', { sizeL, timeShare, lowShare, highShare })}</title>
      {/* one year in ten is worse, one is better */}
      <path d={`M${x} ${y(Math.max(from, lowShare))}V${y(highShare)}`} stroke="var(--ash)" strokeWidth="1" />
      <rect
        x={x - side / 2}
        y={y(timeShare)}
        width={side}
        height={side}
        fill={fill}
        stroke="var(--slate)"
        strokeWidth={is === 'other' ? 1.5 : 2.5}
      />
      <text {...caption} y={H - 22} fontWeight={is === 'other' ? 400 : 700} fill="var(--slate)">
        {format.litres(sizeL, units)}
      </text>
      {is !== 'other' && (
        <text {...caption} y={H - 6} fill="var(--ash)">
          {say(`rain.sizes.${is}`)}
        </text>
      )}
    </g>
  );
}

/** Tanks to one scale, each standing on its share of days with water; the asked share is a ruled line across. */
export const SizesDrawing = memo(function SizesDrawing({
  answer,
  askedShare,
  ownL,
}: {
  answer: RainAnswer;
  askedShare: number;
  ownL: number;
}) {
  const say = useSay();
  const { units } = useReader();
  const tanks = shownOf(answer, ownL, units);
  const lowest = Math.min(askedShare, ...tanks.map(t => t.timeShare));
  const from = Math.max(0, Math.floor(lowest * 10 - 0.01) / 10);
  const y = (share: number) => TOP + ((1 - share) / (1 - from)) * (H - TOP - BOTTOM);
  const perSide = MOST_PX / Math.max(...tanks.map(t => sideOf(t.sizeL)));
  const slot = (W - LEFT) / tanks.length;
  const drawn = tanks.map((tank, i) => {
    const side = Math.max(8, sideOf(tank.sizeL) * perSide);
    return { ...tank, side, x: LEFT + slot * (i + 0.5) };
  });
  const lines = Array.from({ length: Math.round((1 - from) * 10) + 1 }, (_, i) => from + i / 10);
  return (
    <figure className="m-0">
      <figcaption>
        <span className="block text-base font-bold">{say('rain.sizes')}</span>
        <span className="text-small text-ash">{say('rain.sizes.note')}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={say('rain.sizes')}
        className="block w-full"
        data-sizes
      >
        {lines.map(share => (
          <g key={share}>
            <path d={`M${LEFT} ${y(share)}H${W}`} stroke="var(--rule)" />
            <text x={LEFT - 6} y={y(share) + 4} textAnchor="end" fontSize="13" fill="var(--ash)">
              {format.percent(share)}
            </text>
          </g>
        ))}
        <path
          d={`M${drawn.map(t => `${t.x} ${y(t.timeShare)}`).join('L')}`}
          fill="none"
          stroke="var(--slate)"
          strokeDasharray="2 3"
        />
        {drawn.map(tank => (
          <Outline key={`${tank.is} ${tank.sizeL}`} tank={tank} y={y} from={from} />
        ))}
        <path d={`M${LEFT} ${y(askedShare)}H${W}`} stroke="var(--slate)" strokeWidth="2.5" />
        <text x={LEFT + 4} y={y(askedShare) - 5} textAnchor="start" fontSize="13" fill="var(--slate)">
          {say('rain.sizes.asked', { askedShare })}
        </text>
      </svg>
    </figure>
  );
});
