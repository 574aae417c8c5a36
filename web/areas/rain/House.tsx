import { memo } from 'react';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import { areaOf, catchmentsOf, flushHoldsL, tanksOf } from '#core/areas/rain/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { FAN_POINTS, type RainAnswer } from '#core/rain/catchment/question.ts';
import { MONTH_DAYS, type Normals, sumOf, YEAR_DAYS } from '#core/rain/weather/normals.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';

const W = 640;
const H = 380;
const GROUND = 340;
/** The house and its tank have this room, under the rain and the words; the tank with its year the rest. */
const HOUSE = { left: 6, width: 306, top: 150 };
const TANK = { left: 368, width: 246, top: 46 };
const WALL_M = 2.6;
/** Words stand between the rain and the roof. */
const WORDS_Y = 84;
/** Nobody is shown a cathedral: a roof rises no more than this on the drawing. */
const MOST_RISE = 0.9;
/** Metres of a tank of so many litres of which nobody knows the sides: as high as wide. */
const sideM = (litres: number): number => ((litres / 1000) * (4 / Math.PI)) ** (1 / 3);

interface Props {
  readonly plan: RainPlan;
  readonly answer: RainAnswer;
  readonly normals: Normals | undefined;
}

/** The house in section, to scale: roof, gutter, first flush and tank; and the tank again, large, with a year of levels in it. */
export const House = memo(function House({ plan, answer, normals }: Props) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const chosen = catchmentsOf(facts).filter(c => plan.catchments.includes(c.id));
  const [first] = chosen;
  if (!first) return null;
  const tank = tanksOf(facts, first)[0];
  const kind = tank && plan.tankL === undefined ? kindOf(facts, tank.kind) : undefined;
  const yearMm = normals ? sumOf(normals.rainMm) : answer.yearMm;
  const wetDays = normals ? sumOf(normals.wetDays) : answer.yearWetDays;
  const widthM = kind ? (kind.diameterMm ?? kind.widthMm ?? 1000) / 1000 : sideM(answer.life.sizeL);
  const heightM = kind ? kind.heightMm / 1000 : sideM(answer.life.sizeL);
  const geometry = geometryOf(first, widthM, heightM);
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={say('rain.house', { name: first.name })}
        className="block w-full"
        data-house
      >
        <Rain />
        <text x={HOUSE.left + 2} y="14" fontSize="13" fill="var(--ash)">
          {say('rain.house.year', { yearMm, wetDays: Math.round(wetDays) })}
        </text>
        <rect x="0" y={GROUND} width={W} height={H - GROUND} fill="url(#earth)" />
        <Roof geometry={geometry} form={first.form} />
        <RoofWords catchment={first} more={chosen.length - 1} />
        <Pipes geometry={geometry} catchment={first} />
        <path d={`M0 ${GROUND}H${W}`} stroke="var(--slate)" strokeWidth="2.5" />
        <LargeTank answer={answer} geometry={geometry} />
        <text x={W - 2} y={TANK.top - 26} textAnchor="end" fontSize="13" fill="var(--ash)">
          {say('rain.fan.note')}
        </text>
        <text x={TANK.left} y={TANK.top - 9} fontSize="15" fontWeight="700" fill="var(--slate)">
          {say('rain.fan', { sizeText: format.litres(answer.life.sizeL, units) })}
        </text>
      </svg>
    </figure>
  );
});

interface Geometry {
  readonly pxPerM: number;
  /** Ridge, eaves and far wall, in pixels. */
  readonly ridge: { readonly x: number; readonly y: number };
  readonly eaves: { readonly x: number; readonly y: number };
  readonly leftX: number;
  readonly leftY: number;
  /** The tank as it stands by the house, to the same scale. */
  readonly tank: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
}

function geometryOf(c: CatchmentFacts, tankWidthM: number, tankHeightM: number): Geometry {
  const acrossM = areaOf(c) / c.lengthM;
  const isGable = c.form === 'roof' && c.pitchDeg > 3;
  const widthM = isGable ? 2 * acrossM : acrossM;
  const riseM = Math.min(acrossM * MOST_RISE, acrossM * Math.tan((c.pitchDeg * Math.PI) / 180));
  const wallM = c.form === 'rock' ? 0.4 : WALL_M;
  const pxPerM = Math.min(
    HOUSE.width / (widthM + tankWidthM + 1.2),
    (GROUND - HOUSE.top) / (wallM + riseM + 0.2),
  );
  const leftX = HOUSE.left + 8;
  const wallY = GROUND - wallM * pxPerM;
  const eavesX = leftX + widthM * pxPerM;
  const tank = { w: tankWidthM * pxPerM, h: tankHeightM * pxPerM };
  return {
    pxPerM,
    leftX,
    leftY: isGable ? wallY : wallY - riseM * pxPerM,
    ridge: { x: isGable ? leftX + acrossM * pxPerM : leftX, y: wallY - riseM * pxPerM },
    eaves: { x: eavesX, y: wallY },
    tank: { x: eavesX + 1 * pxPerM, y: GROUND - tank.h, ...tank },
  };
}

function Rain() {
  const drops = [
    [22, 28],
    [66, 40],
    [112, 26],
    [158, 42],
    [204, 28],
    [250, 40],
  ] as const;
  return (
    <path
      d={drops.map(([x, y]) => `M${x} ${y}l-5 16`).join('')}
      stroke="var(--pool)"
      strokeWidth="2"
      fill="none"
    />
  );
}

/** What catches is drawn in the colour of water; what only stands is not. */
function Roof({ geometry: g, form }: { geometry: Geometry; form: CatchmentFacts['form'] }) {
  const isOpen = form === 'tarpaulin' || form === 'awning' || form === 'deck';
  const walls =
    form === 'rock'
      ? `M${g.leftX} ${GROUND}L${g.ridge.x} ${g.ridge.y}L${g.eaves.x} ${g.eaves.y}L${g.eaves.x} ${GROUND}Z`
      : isOpen
        ? `M${g.leftX} ${GROUND}V${g.leftY}M${g.eaves.x} ${GROUND}V${g.eaves.y}`
        : `M${g.leftX} ${GROUND}V${g.leftY}L${g.ridge.x} ${g.ridge.y}L${g.eaves.x} ${g.eaves.y}V${GROUND}`;
  return (
    <g strokeLinejoin="round">
      <path d={walls} fill={isOpen ? 'none' : 'var(--paper)'} stroke="var(--slate)" strokeWidth="2.5" />
      <path
        d={`M${g.ridge.x} ${g.ridge.y - 4}L${g.eaves.x + 6} ${g.eaves.y - 2}`}
        stroke="var(--pool)"
        strokeWidth="5"
        data-roof
      />
    </g>
  );
}

function RoofWords({ catchment: c, more }: { catchment: CatchmentFacts; more: number }) {
  const say = useSay();
  const { units } = useReader();
  const rainMm = format.exampleRainMm(units);
  const lines = [
    say('rain.house.sides', {
      runText: format.length(c.runM, units),
      lengthText: format.length(c.lengthM, units),
      pitchDeg: c.pitchDeg,
    }),
    say('rain.house.mm', { rainMm, litres: areaOf(c) * rainMm }),
    ...(c.flushMm > 0 ? [say('rain.house.flush', { litres: flushHoldsL(c) })] : []),
    ...(more > 0 ? [say('rain.house.more', { count: more })] : []),
  ];
  return (
    <g fontSize="13" fill="var(--ash)">
      <text x={HOUSE.left + 2} y={WORDS_Y} fontSize="15" fontWeight="700" fill="var(--slate)">
        {c.name}
      </text>
      {lines.map((line, i) => (
        <text key={line} x={HOUSE.left + 2} y={WORDS_Y + 17 + i * 16}>
          {line}
        </text>
      ))}
    </g>
  );
}

/** Gutter, downpipe, the standing pipe of the first flush, and on to the tank. */
function Pipes({ geometry: g, catchment: c }: { geometry: Geometry; catchment: CatchmentFacts }) {
  const x = g.eaves.x + 4;
  const into = g.tank.y + 5;
  const top = Math.max(g.eaves.y + 10, into + 2);
  const height = Math.max(4, GROUND - 4 - top);
  return (
    <g stroke="var(--slate)" fill="none">
      <path d={`M${x - 4} ${g.eaves.y - 2}h11v7h-11z`} fill="var(--paper)" strokeWidth="1.5" />
      <path d={`M${x + 4} ${g.eaves.y + 5}V${into}H${g.tank.x}`} strokeWidth="2.5" />
      {c.flushMm > 0 && (
        <>
          <rect x={x} y={top} width="8" height={height} fill="var(--paper)" strokeWidth="1.5" />
          <rect
            x={x + 1.5}
            y={top + height * 0.35}
            width="5"
            height={height * 0.65 - 1}
            fill={waterFill('utility')}
            stroke="none"
          />
        </>
      )}
      <rect
        x={g.tank.x}
        y={g.tank.y}
        width={g.tank.w}
        height={g.tank.h}
        fill={waterFill('utility')}
        strokeWidth="2"
      />
    </g>
  );
}

/** The line through levels, from the left edge to the right. */
function line(levels: ArrayLike<number>, sizeL: number): string[] {
  return Array.from(levels, (level, i) => {
    const x = TANK.left + (TANK.width * (i + 0.5)) / FAN_POINTS;
    const y = GROUND - (Math.min(sizeL, level) / sizeL) * (GROUND - TANK.top);
    return `${x.toFixed(1)} ${y.toFixed(1)}`;
  });
}

/** The middle of a month on the tank's scale of the year. */
const monthX = (month: number) =>
  TANK.left + (TANK.width * (sumOf(MONTH_DAYS.slice(0, month)) + MONTH_DAYS[month]! / 2)) / YEAR_DAYS;

/** The month in which the tank is empty the longest. */
function Emptiest({ month }: { month: number }) {
  const say = useSay();
  return (
    <g>
      <rect x={monthX(month) - 4} y={GROUND - 9} width="8" height="8" fill="var(--iron)" />
      <text
        x={monthX(month) + (month > 5 ? -10 : 10)}
        y={GROUND - 8}
        textAnchor={month > 5 ? 'end' : 'start'}
        fontSize="13"
        fontWeight="700"
        fill="var(--iron)"
        stroke="var(--paper)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {say('rain.fan.empty', { month: dates.monthName(month) })}
      </text>
    </g>
  );
}

/** The tank again, large, months across: how high it stands in the middle of the years, and in the lowest and highest tenth. */
function LargeTank({ answer, geometry: { tank } }: { answer: RainAnswer; geometry: Geometry }) {
  const { sizeL, lowL, midL, highL, worstMonth, worstShortDays } = answer.life;
  const [low, mid, high] = [line(lowL, sizeL), line(midL, sizeL), line(highL, sizeL)];
  const edge = (points: readonly string[]) => {
    const at = (p: string, x: number) => `${x} ${p.split(' ')[1]}`;
    return [at(points[0]!, TANK.left), ...points, at(points.at(-1)!, TANK.left + TANK.width)];
  };
  const down = (points: readonly string[]) =>
    `M${edge(points).join('L')}L${TANK.left + TANK.width} ${GROUND}L${TANK.left} ${GROUND}Z`;
  return (
    <g data-fan>
      {/* the same tank, seen closer */}
      <path
        d={`M${tank.x + tank.w} ${tank.y}L${TANK.left} ${TANK.top}M${tank.x + tank.w} ${GROUND}H${TANK.left}`}
        stroke="var(--ash)"
        strokeDasharray="2 4"
        fill="none"
      />
      <rect x={TANK.left} y={TANK.top} width={TANK.width} height={GROUND - TANK.top} fill="var(--paper)" />
      <path d={down(high)} fill="var(--silt)" fillOpacity="0.18" />
      <path d={down(mid)} fill="var(--silt)" fillOpacity="0.3" />
      <path d={down(low)} fill={waterFill('utility')} />
      <path
        d={`M${edge(low).join('L')}`}
        fill="none"
        stroke="var(--slate)"
        strokeWidth="1.2"
        strokeDasharray="5 4"
      />
      <path d={`M${edge(mid).join('L')}`} fill="none" stroke="var(--slate)" strokeWidth="2.5" />
      <path
        d={`M${TANK.left + TANK.width} ${TANK.top + 14}h16v26`}
        fill="none"
        stroke="var(--slate)"
        strokeWidth="3"
      />
      <rect
        x={TANK.left}
        y={TANK.top}
        width={TANK.width}
        height={GROUND - TANK.top}
        fill="none"
        stroke="var(--slate)"
        strokeWidth="2.5"
      />
      {worstShortDays >= 1 && <Emptiest month={worstMonth} />}
      {MONTH_DAYS.map((_, month) => (
        <text
          key={dates.monthName(month)}
          x={monthX(month)}
          y={GROUND + 17}
          textAnchor="middle"
          fontSize="13"
          fill="var(--slate)"
        >
          {dates.monthName(month, 'short')}
        </text>
      ))}
    </g>
  );
}
