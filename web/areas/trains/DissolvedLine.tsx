import { type Message, message } from '#core/base/judgement.ts';
import type { Dissolved } from '#core/treatment/trains/dissolved.ts';
import { lowestLimit } from '#core/water/quality/ceilings.ts';
import { unitText } from '#core/water/quality/parameters.ts';
import { useSay } from '../../texts/texts.ts';
import { type Axes, LEFT_PX } from './trainAxes.ts';

/** A line of what is dissolved, and what a step that makes it more lifts it. */
export const DISSOLVED_PX = 58;
const RISE_PX = 5;
/** How high the limit is ruled; what is under it has room to rise, what is over it stands clear of it. */
const LIMIT_PX = 24;
const heightOf = (share: number): number =>
  share <= 1 ? share * (LIMIT_PX - 2 * RISE_PX) : LIMIT_PX + 4 + Math.min(6, (share - 1) * 6);

/** What there is of it first and last, against the lowest limit. */
function dissolvedWords({ id, shares, figures }: Dissolved): Message {
  const isOver = shares.at(-1)! > 1;
  if (id === 'salt') return message(isOver ? 'safe.dissolved.salt' : 'safe.dissolved.salt.out');
  const name = `parameter.${id}`;
  if (!figures)
    return message(isOver ? 'safe.dissolved.unmeasured' : 'safe.dissolved.unmeasured.out', { name });
  const [figure, last] = [figures[0]!, figures.at(-1)!];
  const params = { name, figure, last, limit: lowestLimit(id), unit: unitText(id) };
  return message(figure === last ? 'safe.dissolved.chemical' : 'safe.dissolved.chemical.changed', params);
}

/** What is dissolved, against its limit: it comes down by few methods, and goes up by a boil. */
export function DissolvedLine({
  of,
  xOf,
  topPx,
  rightPx,
}: Pick<Axes, 'xOf'> & {
  readonly of: Dissolved;
  readonly topPx: number;
  readonly rightPx: number;
}) {
  const say = useSay();
  const { shares, rises } = of;
  const bottom = topPx + DISSOLVED_PX - 16;
  const limit = bottom - LIMIT_PX;
  // a boil adds a hundredth: that it does is seen, how much stands in words; what is under the limit is drawn under it
  const risen = rises.map((_, i) => rises.slice(0, i + 1).filter(Boolean).length * RISE_PX);
  const yOf = (step: number) =>
    bottom - heightOf(shares[step]!) - (shares[step]! > 0 && step > 0 ? risen[step - 1]! : 0);
  const isOver = shares.at(-1)! > 1;
  const points = shares.flatMap((_, step) => [
    `${step === 0 ? LEFT_PX : xOf(step)},${yOf(step)}`,
    `${step === shares.length - 1 ? rightPx : xOf(step + 1)},${yOf(step)}`,
  ]);
  const text = say(dissolvedWords(of));
  return (
    <g>
      <line x1={LEFT_PX} x2={rightPx} y1={limit} y2={limit} stroke="var(--slate)" />
      <polyline
        points={points.join(' ')}
        fill="none"
        stroke={isOver ? 'var(--iron)' : 'var(--clay)'}
        strokeWidth="2"
      />
      <text
        x={rightPx + 8}
        y={Math.min(bottom, yOf(shares.length - 1) + 4)}
        className={`text-[13px] ${isOver ? 'fill-iron font-bold' : 'fill-slate'}`}
      >
        {text}
      </text>
    </g>
  );
}
