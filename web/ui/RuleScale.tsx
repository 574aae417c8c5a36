import { useRef } from 'react';
import { number } from '../texts/format.ts';
import { useWidth } from './useWidth.ts';

export interface ScaleMark {
  readonly id: string;
  readonly value: number;
  readonly label: string;
  /** The figures behind the label: "2 · 6.4 mL". */
  readonly note?: string;
  readonly tone?: 'chosen' | 'slip';
}

export interface ScaleBand {
  readonly from: number;
  readonly to: number;
  readonly tone: 'pool' | 'clay';
}

interface Props {
  readonly label: string;
  readonly marks: readonly ScaleMark[];
  readonly bands?: readonly ScaleBand[];
  readonly ticks: readonly number[];
  /** Doses span decades; days and litres do not. */
  readonly spacing: 'log' | 'linear';
  readonly onChoose?: (id: string) => void;
}

/** A label is a target for a finger: 24 px, and air between two. */
const ROW_PX = 26;
const EDGE_PX = 14;
/** Average width of a character at 13 px, with a little air. */
const CHAR_PX = 7.1;

/** Where on the scale a value stands, from 0 to 1. */
function positionOf({ ticks, spacing }: Pick<Props, 'ticks' | 'spacing'>, value: number): number {
  const [least, most] = [ticks[0]!, ticks.at(-1)!];
  const clamped = Math.min(most, Math.max(least, value));
  return spacing === 'log'
    ? Math.log(clamped / least) / Math.log(most / least)
    : (clamped - least) / (most - least);
}

interface Placed extends ScaleMark {
  readonly x: number;
  readonly left: number;
  readonly row: number;
}

/** Labels in as few rows as keep them apart and their lines in sight, each above its mark. */
function placed(marks: readonly ScaleMark[], x: (value: number) => number, widthPx: number): Placed[] {
  const rowEnds: number[] = [];
  const list: Placed[] = [];
  return [...marks]
    .sort((a, b) => b.value - a.value)
    .map(mark => {
      const at = x(mark.value);
      const width = (mark.label.length + (mark.note ? mark.note.length + 1 : 0)) * CHAR_PX + 12;
      const left = Math.max(0, Math.min(at - 4, widthPx - width));
      // the line that falls from a label above must not run behind this one
      const above = list.filter(m => m.x > left && m.x < left + width).map(m => m.row + 1);
      const lowest = Math.max(0, ...above);
      let row = rowEnds.findIndex((end, i) => i >= lowest && left + width < end);
      if (row < 0) row = Math.max(lowest, rowEnds.length);
      for (let i = rowEnds.length; i <= row; i++) rowEnds.push(widthPx * 2);
      rowEnds[row] = left;
      const label = { ...mark, x: at, left, row };
      list.push(label);
      return label;
    });
}

interface TicksProps {
  readonly ticks: readonly number[];
  readonly x: (value: number) => number;
  readonly axisY: number;
  readonly widthPx: number;
}

function Ticks({ ticks, x, axisY, widthPx }: TicksProps) {
  return ticks.map((tick, i) => (
    <g key={tick}>
      <path d={`M${x(tick)} ${axisY}v5`} stroke="var(--slate)" strokeWidth="1" />
      <text
        x={i === ticks.length - 1 ? widthPx : x(tick)}
        y={axisY + 19}
        textAnchor={i === ticks.length - 1 ? 'end' : 'middle'}
        fontSize="13"
        fill="var(--ash)"
      >
        {number(tick)}
      </text>
    </g>
  ));
}

/** A value on the scale, with the line that falls to it from its label. */
function Mark({ mark: m, fromY, axisY }: { mark: Placed; fromY: number; axisY: number }) {
  return (
    <g>
      <path
        d={`M${m.x} ${fromY}V${axisY - 14}`}
        stroke={m.tone === 'slip' ? 'var(--iron)' : 'var(--slate)'}
        strokeWidth="1"
        strokeDasharray={m.tone === 'slip' ? '3 2' : undefined}
      />
      {m.tone === 'slip' ? (
        <path d={`M${m.x - 5} ${axisY - 13}l10 10m0 -10l-10 10`} stroke="var(--iron)" strokeWidth="2.5" />
      ) : (
        <circle
          cx={m.x}
          cy={axisY - 8}
          r={m.tone === 'chosen' ? 7 : 5.5}
          fill={m.tone === 'chosen' ? 'var(--pool)' : 'var(--paper)'}
          stroke="var(--pool)"
          strokeWidth="2.5"
        />
      )}
    </g>
  );
}

/** All answers on one drawn scale: the argument is visible at a glance, and a slip stands far away. */
export function RuleScale(props: Props) {
  const { label, marks, bands = [], ticks, onChoose } = props;
  const box = useRef<HTMLFieldSetElement>(null);
  const widthPx = useWidth(box, 640);
  const x = (value: number) => EDGE_PX + positionOf(props, value) * (widthPx - 2 * EDGE_PX);
  const list = placed(marks, x, widthPx);
  const rows = Math.max(1, ...list.map(m => m.row + 1));
  const axisY = rows * ROW_PX + 22;
  return (
    <fieldset ref={box} className="relative m-0 min-w-0 border-0 p-0" style={{ height: axisY + 30 }}>
      <legend className="sr-only">{label}</legend>
      <svg aria-hidden="true" width={widthPx} height={axisY + 30} className="absolute inset-0">
        <rect x={EDGE_PX} y={axisY - 16} width={widthPx - 2 * EDGE_PX} height="16" fill="var(--lime)" />
        {bands.map(band => (
          <rect
            key={`${band.from}-${band.to}`}
            x={x(band.from)}
            y={axisY - 16}
            width={Math.max(0, x(band.to) - x(band.from))}
            height="16"
            fill={band.tone === 'pool' ? 'var(--pool-2)' : 'var(--clay-2)'}
          />
        ))}
        <path d={`M${EDGE_PX} ${axisY}H${widthPx - EDGE_PX}`} stroke="var(--slate)" strokeWidth="1.5" />
        <Ticks ticks={ticks} x={x} axisY={axisY} widthPx={widthPx} />
        {list.map(m => (
          <Mark key={m.id} mark={m} fromY={(rows - m.row) * ROW_PX - 4} axisY={axisY} />
        ))}
      </svg>
      {list.map(m => {
        const text = (
          <>
            {m.label} {m.note && <span className="text-ash">{m.note}</span>}
          </>
        );
        const look = `absolute whitespace-nowrap px-1 text-small leading-6 bg-chalk ${m.tone === 'chosen' ? 'font-bold' : ''} ${m.tone === 'slip' ? 'text-iron font-bold' : ''}`;
        const style = { left: m.left, top: (rows - m.row - 1) * ROW_PX };
        return onChoose && m.tone !== 'slip' ? (
          <button
            key={m.id}
            type="button"
            aria-pressed={m.tone === 'chosen'}
            className={`${look} rounded-sm hover:underline`}
            style={style}
            onClick={() => onChoose(m.id)}
          >
            {text}
          </button>
        ) : (
          <span key={m.id} className={look} style={style}>
            {text}
          </span>
        );
      })}
    </fieldset>
  );
}
