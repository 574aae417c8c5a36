import { useId } from 'react';
import type { Standing } from '#core/water/quality/limits.ts';
import { heightOf, type StripPoint, type StripScale } from '#core/water/quality/strip.ts';
import * as format from '../texts/format.ts';

/** A curve laid over a strip: where a residual goes, and how surely. */
export interface StripCurve {
  readonly line: readonly { readonly at: number; readonly value: number }[];
  readonly band?: readonly { readonly at: number; readonly low: number; readonly high: number }[];
}

interface Props {
  readonly label: string;
  readonly scale: StripScale;
  readonly points: readonly StripPoint[];
  /** The stretch of time that is drawn, in milliseconds; now is ruled where it lies. */
  readonly from: number;
  readonly until: number;
  readonly now: number;
  readonly curve?: StripCurve | undefined;
  readonly height?: number;
}

const WIDTH = 600;
const TICK = 11;

const inks: Readonly<Record<Standing, string>> = {
  pass: 'var(--slate)',
  watch: 'var(--clay)',
  fail: 'var(--iron)',
  'cannot-say': 'var(--ash)',
};

/**
 * A subject's life with one parameter: readings as ticks on a drawn scale whose bands are the limits, the latest at the right.
 * The band says what passes; a fail is a crossed tick, what nobody can tell a dashed one, so that no ink is needed to tell them.
 */
export function Strip({ label, scale, points, from, until, now, curve, height = 56 }: Props) {
  const id = useId();
  const x = (ms: number) => ((ms - from) / Math.max(1, until - from)) * WIDTH;
  const y = (value: number) => 3 + (1 - heightOf(scale, value)) * (height - 6);
  const ticks = (of: Standing) =>
    points
      .filter(p => p.standing === of)
      .map(p => tick(p, x(Date.parse(p.at)), y(p.value)))
      .join('');
  return (
    <div className="relative">
      <svg
        role="img"
        aria-label={label}
        viewBox={`0 0 ${WIDTH} ${height}`}
        preserveAspectRatio="none"
        className="block h-14 w-full border-y border-rule bg-paper"
      >
        <defs>
          <pattern
            id={`${id}-past`}
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V6" stroke="var(--rule)" strokeWidth="1.5" />
          </pattern>
        </defs>
        <Bands id={id} scale={scale} y={y} />
        {curve && <Curve curve={curve} x={x} y={y} />}
        {until > now && (
          <path
            d={`M${x(now)} 0V${height}`}
            stroke="var(--slate)"
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        )}
        {(['pass', 'cannot-say', 'watch', 'fail'] as const).map(of => (
          <path
            key={of}
            d={ticks(of)}
            fill="none"
            stroke={inks[of]}
            strokeWidth="2.5"
            strokeDasharray={of === 'cannot-say' ? '3 2' : undefined}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <span aria-hidden="true">
        {scale.bands.slice(1).map(band => (
          <span
            key={band.from}
            className="absolute right-1 translate-y-[-50%] bg-paper px-0.5 text-small leading-none"
            style={{ top: `${(y(band.from) / height) * 100}%` }}
          >
            {scale.most === 1 && scale.least === 0 && !scale.isLog ? '' : format.number(band.from)}
          </span>
        ))}
      </span>
    </div>
  );
}

type At = (value: number) => number;

/** What passes, what one more would fail and what fails, with a line between two. */
function Bands({ id, scale, y }: { id: string; scale: StripScale; y: At }) {
  return (
    <>
      {scale.bands.map(band => (
        <rect
          key={`${band.from} ${band.is}`}
          x="0"
          width={WIDTH}
          y={y(band.to)}
          height={Math.max(0, y(band.from) - y(band.to))}
          fill={
            band.is === 'within' ? 'var(--pool-2)' : band.is === 'one' ? 'var(--clay-2)' : `url(#${id}-past)`
          }
        />
      ))}
      {scale.bands.slice(1).map(band => (
        <path
          key={band.from}
          d={`M0 ${y(band.from)}H${WIDTH}`}
          stroke="var(--slate)"
          strokeWidth="1"
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </>
  );
}

/** Where a residual goes, and how surely. */
function Curve({ curve, x, y }: { curve: StripCurve; x: At; y: At }) {
  return (
    <>
      {curve.band && (
        <path
          d={`M${curve.band.map(b => `${x(b.at)} ${y(b.high)}`).join('L')}L${[...curve.band]
            .reverse()
            .map(b => `${x(b.at)} ${y(b.low)}`)
            .join('L')}Z`}
          fill="var(--pool)"
          opacity="0.25"
        />
      )}
      <path
        d={`M${curve.line.map(p => `${x(p.at)} ${y(p.value)}`).join('L')}`}
        fill="none"
        stroke="var(--pool)"
        strokeWidth="1.5"
        vectorEffect="non-scaling-stroke"
      />
    </>
  );
}

/** A tick at its height; a fail is crossed, what is beyond a method's reach has an arrow's foot or head. */
function tick({ standing, beyond }: StripPoint, x: number, y: number): string {
  const upright = `M${x} ${y - TICK / 2}v${TICK}`;
  const cross = standing === 'fail' ? `M${x - 5} ${y - 5}l10 10M${x - 5} ${y + 5}l10 -10` : upright;
  if (beyond === 'below') return `${cross}M${x - 4} ${y + 2}l4 4l4 -4`;
  return beyond === 'above' ? `${cross}M${x - 4} ${y - 2}l4 -4l4 4` : cross;
}
