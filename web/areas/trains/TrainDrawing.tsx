import { useRef } from 'react';
import { Link } from 'react-router';
import { stepWords } from '#core/areas/trains/safe.ts';
import { type Credit, type Target, targets } from '#core/treatment/credit/credit.ts';
import { dissolvedIn } from '#core/treatment/trains/dissolved.ts';
import type { TrainCase } from '#core/treatment/trains/grade.ts';
import { remaining, type Train } from '#core/treatment/trains/train.ts';
import { log } from '../../texts/format.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { thingName } from '../../texts/thingName.ts';
import { waterFill } from '../../ui/Textures.tsx';
import { useWidth } from '../../ui/useWidth.ts';
import { DISSOLVED_PX, DissolvedLine } from './DissolvedLine.tsx';
import { type Axes, LEFT_PX } from './trainAxes.ts';

const RIGHT_PX = 150;
const MOST_COLUMN_PX = 230;
/** Narrower than this the steps stand under each other. */
const NARROW_PX = 560;
const LOG_PX = 26;
const HEAD_PX = 26;
const VESSEL_PX = 78;
/** Lines that lie on each other are drawn beside each other. */
const APART_PX = 3;

/** A germ's line is known by its stroke: colour means water and state. */
const dashes: Readonly<Record<Target, string | undefined>> = {
  bacteria: undefined,
  viruses: '9 5',
  protozoa: '2 4',
  crypto: '14 4 2 4',
};

interface Props {
  readonly of: TrainCase;
  readonly train: Train;
}

/** A line at each log that is still to be taken out; the lowest is where it is safe. */
function LogLines({ most, endPx, safePx }: { most: number; endPx: number; safePx: number }) {
  return Array.from({ length: most + 1 }, (_, i) => most - i).map(log10 => (
    <g key={log10}>
      <line
        x1={LEFT_PX}
        x2={endPx}
        y1={safePx - log10 * LOG_PX}
        y2={safePx - log10 * LOG_PX}
        stroke={log10 === 0 ? 'var(--slate)' : 'var(--rule)'}
        strokeWidth={log10 === 0 ? 2 : 1}
      />
      <text x={LEFT_PX - 8} y={safePx - log10 * LOG_PX + 4} textAnchor="end" className="fill-ash text-[13px]">
        {log10}
      </text>
    </g>
  ));
}

/** Water runs from left to right through its vessels; above it what must be taken out comes down in steps, or goes up. */
export function TrainDrawing({ of, train }: Props) {
  const say = useSay();
  const box = useRef<HTMLDivElement>(null);
  const widthPx = useWidth(box, 720);
  const left = remaining(of, train);
  const most = Math.max(1, Math.ceil(Math.max(...targets.map(t => left[0]![t]))));
  const columns = train.steps.length + 1;
  const columnPx = Math.min(MOST_COLUMN_PX, (widthPx - LEFT_PX - RIGHT_PX) / columns);
  const endPx = LEFT_PX + columns * columnPx;
  const xOf = (step: number) => LEFT_PX + step * columnPx;
  const vesselPx = Math.min(84, columnPx * 0.62);
  const midOf = (step: number) => xOf(step) + vesselPx / 2;
  const safePx = HEAD_PX + most * LOG_PX;
  const asked = targets.filter(t => left[0]![t] > 0);
  const dissolved = dissolvedIn(of, train);
  const groundPx = safePx + dissolved.length * DISSOLVED_PX + VESSEL_PX + 34;
  return (
    <div>
      <div ref={box} className="h-0" />
      <svg
        width={widthPx}
        height={groundPx + 10}
        role="img"
        aria-label={say('safe.drawing')}
        className="block"
      >
        <LogLines most={most} endPx={endPx} safePx={safePx} />
        <text x={endPx + 8} y={safePx + 4} className="fill-slate text-[13px] font-bold">
          {say('safe.line')}
        </text>
        {asked.map((target, i) => (
          <GermLine
            key={target}
            target={target}
            left={left}
            endPx={endPx}
            apartPx={(i - (asked.length - 1) / 2) * APART_PX}
            xOf={midOf}
            yOf={value => safePx - value * LOG_PX}
          />
        ))}
        <Begins first={left[0]!} asked={asked} xPx={LEFT_PX + 4} yOf={value => safePx - value * LOG_PX} />
        <Ends left={left} asked={asked} xPx={endPx + 8} yOf={value => safePx - value * LOG_PX} />
        {dissolved.map((one, i) => (
          <DissolvedLine
            key={one.id}
            of={one}
            xOf={midOf}
            topPx={safePx + i * DISSOLVED_PX + 6}
            rightPx={endPx}
          />
        ))}
        <Vessels train={train} xOf={midOf} width={vesselPx} groundPx={groundPx} rightPx={endPx} />
      </svg>
      <Steps
        of={of}
        train={train}
        columns={widthPx < NARROW_PX ? undefined : { count: columns, px: columnPx }}
      />
    </div>
  );
}

/** The steps in words, each under its vessel, with its time, what it is done with, and the way to it at the bench. */
function Steps({
  of,
  train,
  columns,
}: Props & { readonly columns: { count: number; px: number } | undefined }) {
  const say = useSay();
  return (
    <ol
      aria-label={say('safe.steps')}
      className="m-0 grid list-none gap-y-2 p-0"
      style={
        columns && { paddingLeft: LEFT_PX, gridTemplateColumns: `repeat(${columns.count}, ${columns.px}px)` }
      }
    >
      <li className="pr-3">
        <strong>{say('safe.found', { volumeL: train.steps[0]?.before.volumeL ?? of.found.volumeL })}</strong>
        <span className="block text-small text-ash">
          {say('safe.found.ntu', { turbidityNtu: of.found.turbidityNtu })}
        </span>
      </li>
      {train.steps.map((step, i) => (
        <li key={step.means.id} className="pr-3">
          <strong>{say('safe.step', { number: i + 1, words: say(stepWords(step)) })}</strong>
          <span className="block text-small text-ash">
            {say('safe.step.by', { name: thingName(step.means, say), minutes: step.minutes })}{' '}
            <Link
              to={`/bench?method=${step.means.method}`}
              aria-label={say('safe.at-bench.of', { method: `method.${step.means.method}` })}
              className="underline decoration-rule underline-offset-3"
            >
              {say('safe.at-bench')}
            </Link>
          </span>
        </li>
      ))}
    </ol>
  );
}

/** One germ's log steps that are still to be taken, stepping down over each step's vessel. */
function GermLine({
  target,
  left,
  apartPx,
  endPx,
  xOf,
  yOf,
}: Axes & {
  readonly target: Target;
  readonly left: readonly Credit[];
  readonly apartPx: number;
  readonly endPx: number;
}) {
  const points = left.flatMap((credit, step) => {
    const y = yOf(credit[target]) + (credit[target] > 0 ? apartPx : 0);
    const from = step === 0 ? LEFT_PX : xOf(step) + apartPx * 2;
    const to = step === left.length - 1 ? endPx : xOf(step + 1) + apartPx * 2;
    return [`${from},${y}`, `${to},${y}`];
  });
  const isLeft = left.at(-1)![target] > 0;
  return (
    <polyline
      points={points.join(' ')}
      fill="none"
      stroke={isLeft ? 'var(--iron)' : 'var(--slate)'}
      strokeWidth="2"
      strokeDasharray={dashes[target]}
    />
  );
}

/** What each line is, where it begins; germs of which as much is asked are named together. */
function Begins({
  first,
  asked,
  xPx,
  yOf,
}: Pick<Axes, 'yOf'> & { readonly first: Credit; readonly asked: readonly Target[]; readonly xPx: number }) {
  const say = useSay();
  return [...new Set(asked.map(t => first[t]))].map(log10 => (
    <text key={log10} x={xPx} y={yOf(log10) - 7} className="fill-slate text-[13px] font-bold">
      {say('safe.begins', {
        list: listing(asked.filter(t => first[t] === log10).map(t => say(`feared.${t}`))),
        log: log10,
      })}
    </text>
  ));
}

/** What stays above the line at the end, in iron. */
function Ends({
  left,
  asked,
  xPx,
  yOf,
}: {
  readonly left: readonly Credit[];
  readonly asked: readonly Target[];
  readonly xPx: number;
  readonly yOf: (value: number) => number;
}) {
  const say = useSay();
  const stay = asked.filter(t => left.at(-1)![t] > 0).sort((a, b) => left.at(-1)![b] - left.at(-1)![a]);
  // labels that would lie on each other stand under each other
  let lowest = Number.NEGATIVE_INFINITY;
  return stay.map(target => {
    const y = Math.max(yOf(left.at(-1)![target]) + 4, lowest + 15);
    lowest = y;
    return (
      <text key={target} x={xPx} y={y} className="fill-iron text-[13px] font-bold">
        {say('safe.stays', { germ: `feared.${target}`, left: log(left.at(-1)![target]) })}
      </text>
    );
  });
}

/** A vessel for each step on one ground, filled with the water as it is by then. */
function Vessels({
  train,
  xOf,
  width,
  groundPx,
  rightPx,
}: Pick<Axes, 'xOf'> & {
  readonly train: Train;
  readonly width: number;
  readonly groundPx: number;
  readonly rightPx: number;
}) {
  const last = train.steps.length;
  const fillOf = (step: number) => {
    if (step === last)
      return waterFill(train.tier === 'whole' ? 'ready' : train.tier === 'resort' ? 'past' : 'due');
    const water = step === 0 ? train.steps[0]!.before : train.steps[step - 1]!.after;
    if (water.isChlorinated) return waterFill('waiting');
    // clear water is pale until it is safe: clear is not safe
    return water.turbidityNtu < 5 ? 'var(--pool-2)' : waterFill('utility');
  };
  return (
    <g>
      <line x1={LEFT_PX} x2={rightPx} y1={groundPx} y2={groundPx} stroke="var(--slate)" strokeWidth="1.5" />
      {Array.from({ length: last + 1 }, (_, i) => i).map(step => {
        const x = xOf(step);
        const [half, foot, top] = [width / 2, width / 2 - 6, groundPx - VESSEL_PX];
        const level = groundPx - VESSEL_PX * 0.72;
        return (
          <g key={step}>
            <path
              d={`M${x - half + 1.5} ${level}L${x + half - 1.5} ${level}L${x + foot} ${groundPx}L${x - foot} ${groundPx}Z`}
              fill={fillOf(step)}
            />
            <path
              d={`M${x - half} ${top}L${x - foot} ${groundPx}L${x + foot} ${groundPx}L${x + half} ${top}`}
              fill="none"
              stroke="var(--slate)"
              strokeWidth="2"
            />
            {step < last && (
              <path
                d={`M${x + half + 8} ${groundPx - 26}H${xOf(step + 1) - half - 10}m-7 -5l7 5l-7 5`}
                fill="none"
                stroke="var(--slate)"
                strokeWidth="1.5"
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
