import { message } from '#core/base/judgement.ts';
import type { Minute, Phase, Problem, Stage } from '#core/planning/schedule/problem.ts';
import type { Bar } from '#core/planning/schedule/schedule.ts';
import { useSay } from '../../texts/texts.ts';
import { waterFill } from '../../ui/Textures.tsx';
import type { HourScale } from './hourScale.ts';
import { BAR_PX, HEAD_PX, LABEL_PX, ROW_PX } from './sheetPx.ts';
import { batchName } from './words.ts';

/** A word is written where there is room for it (px a letter, about). */
const LETTER_PX = 7.5;

export function RowName({ name }: { readonly name: string }) {
  return (
    <text x={LABEL_PX - 8} y={ROW_PX / 2 + 5} textAnchor="end" className="fill-slate text-[13px]">
      {name.length > 15 ? `${name.slice(0, 14)}…` : name}
    </text>
  );
}

/** One line a person: when they sleep, and what they do. */
export function HandRows({
  problem,
  bars,
  scale: { leastMin, mostMin, xOf },
  begun,
}: {
  readonly problem: Problem;
  readonly bars: readonly Bar[];
  readonly scale: HourScale;
  readonly begun: ReadonlySet<string>;
}) {
  return problem.hands.map((hand, row) => (
    <g key={hand.id} transform={`translate(0 ${HEAD_PX + row * ROW_PX})`}>
      <RowName name={hand.id} />
      <Asleep awake={hand.awake} leastMin={leastMin} mostMin={mostMin} xOf={xOf} />
      {bars
        .filter(bar => bar.hand === hand.id)
        .map(bar => (
          <HandBar key={`${bar.batch} ${bar.phase}`} bar={bar} xOf={xOf} isBegun={begun.has(bar.batch)} />
        ))}
    </g>
  ));
}

interface AsleepProps {
  readonly awake: Problem['hands'][number]['awake'];
  readonly leastMin: Minute;
  readonly mostMin: Minute;
  readonly xOf: (at: Minute) => number;
}

/** When somebody sleeps, or is gone, their line is earth. */
function Asleep({ awake, leastMin, mostMin, xOf }: AsleepProps) {
  // what lies before the plan is nobody's
  const first = Math.max(0, leastMin);
  const edges = [{ from: first, until: first }, ...awake, { from: mostMin, until: mostMin }];
  return edges.slice(1).map((span, i) => {
    const [begins, ends] = [Math.max(leastMin, edges[i]!.until), Math.min(mostMin, span.from)];
    return ends > begins ? (
      <rect
        // biome-ignore lint/suspicious/noArrayIndexKey: gaps have no other name
        key={i}
        x={xOf(begins)}
        width={xOf(ends) - xOf(begins)}
        y={2}
        height={ROW_PX - 4}
        fill="url(#earth)"
      />
    ) : null;
  });
}

function HandBar({ bar, xOf, isBegun }: { bar: Bar; xOf: (at: Minute) => number; isBegun: boolean }) {
  const say = useSay();
  const widthPx = Math.max(3, xOf(bar.until) - xOf(bar.from));
  const words = say(message(`work.step.${bar.phase}`));
  return (
    <g>
      <rect
        x={xOf(bar.from)}
        width={widthPx}
        y={(ROW_PX - BAR_PX) / 2}
        height={BAR_PX}
        fill={isBegun ? 'var(--slate)' : 'var(--paper)'}
        stroke="var(--slate)"
      />
      {words.length * LETTER_PX < widthPx && (
        <text
          x={xOf(bar.from) + 4}
          y={ROW_PX / 2 + 5}
          className={`text-[13px] ${isBegun ? 'fill-chalk' : 'fill-slate'}`}
        >
          {words}
        </text>
      )}
    </g>
  );
}

export function StoveBar({ bar, xOf }: { bar: Bar; xOf: (at: Minute) => number }) {
  return (
    <rect
      x={xOf(bar.from)}
      width={Math.max(1, xOf(bar.until) - xOf(bar.from))}
      y={(ROW_PX - BAR_PX) / 2 + 5}
      height={BAR_PX - 10}
      fill="var(--slate)"
    />
  );
}

export const batchesIn = (bars: readonly Bar[], tool: string): Bar[][] => {
  const of = new Map<string, Bar[]>();
  for (const bar of bars) if (bar.tool === tool) of.set(bar.batch, [...(of.get(bar.batch) ?? []), bar]);
  return [...of.values()];
};

/** What stands is drawn as water that is not to be drunk yet; what is on the fire or runs, as raw water. */
const textureOf = (phase: Phase | undefined): string =>
  waterFill(phase?.hand || phase?.stove ? 'utility' : 'waiting');

interface ToolBatchProps {
  readonly bars: readonly Bar[];
  readonly stage: Stage;
  readonly xOf: (at: Minute) => number;
}

export function ToolBatch({ bars, stage, xOf }: ToolBatchProps) {
  const say = useSay();
  const [from, until] = [xOf(bars[0]!.from), xOf(bars.at(-1)!.until)];
  const name = batchName(bars[0]!.batch, stage.method, say);
  return (
    <g>
      {bars.map(bar => (
        <rect
          key={bar.phase}
          x={xOf(bar.from)}
          width={Math.max(0.5, xOf(bar.until) - xOf(bar.from))}
          y={(ROW_PX - BAR_PX) / 2}
          height={BAR_PX}
          fill={textureOf(stage.phases.find(p => p.id === bar.phase))}
        />
      ))}
      <rect
        x={from}
        width={Math.max(2, until - from)}
        y={(ROW_PX - BAR_PX) / 2}
        height={BAR_PX}
        fill="none"
        stroke="var(--slate)"
      />
      {name.length * LETTER_PX + 8 < until - from && (
        <>
          <rect
            x={from + 3}
            width={name.length * LETTER_PX + 4}
            y={(ROW_PX - 15) / 2}
            height={15}
            fill="var(--paper)"
          />
          <text x={from + 5} y={ROW_PX / 2 + 5} className="fill-slate text-[13px]">
            {name}
          </text>
        </>
      )}
    </g>
  );
}
