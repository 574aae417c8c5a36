import type { ReactNode } from 'react';
import type { Blank, Inputs, Method } from '#core/treatment/methods/method.ts';
import { useSay } from '../../texts/texts.ts';
import { MethodBlank } from './MethodSentence.tsx';
import type { SetBlank } from './methodForm.ts';

interface Props {
  readonly method: Method;
  readonly inputs: Inputs;
  readonly set: SetBlank;
  /** The jar that the answer took. */
  readonly chosen: string | undefined;
}

/** Jars of a board side by side, each as it looks or with what it kept, and the blank that says so under it. */
export function JarBoard({ method, inputs, set, chosen }: Props) {
  const say = useSay();
  const ids = method.board ?? [];
  const blanks = ids.flatMap(id => method.blanks.filter(blank => blank.id === id));
  const isRead = blanks[0]?.kind === 'quantity';
  return (
    <section>
      <h2 className="mb-2 text-base">{say(isRead ? 'board.read' : 'board.look')}</h2>
      <ul className="m-0 grid list-none grid-cols-6 gap-2 p-0 max-wide:grid-cols-3" data-testid="jar-board">
        {blanks.map(blank => (
          <li
            key={blank.id}
            className={`flex flex-col items-center gap-1 border-t-[2.5px] pt-2 pb-1 ${blank.id === chosen ? 'border-pool font-bold' : 'border-transparent'}`}
          >
            {isRead ? (
              <Jar isChosen={blank.id === chosen} {...tintOf(inputs[blank.id])} />
            ) : (
              <LookedAt look={lookOf(blank, inputs[blank.id])} isChosen={blank.id === chosen} />
            )}
            <span>{say(`method.${method.id}.mark.${blank.id}`)}</span>
            <span className="text-small">
              <MethodBlank method={method} blank={blank} inputs={inputs} set={set} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type JarLook = 'unread' | 'cloudy' | 'hazy' | 'clear';

const lookOf = (blank: Blank, value: number | string | undefined): JarLook =>
  (value ?? (blank.kind === 'choice' ? blank.start : 'unread')) as JarLook;

/** The colour that a reagent takes: none without chlorine, full from 2 mg/L on. */
const FULL_MG_L = 2;
const tintOf = (mgL: number | string | undefined): Pick<JarProps, 'fill' | 'opacity'> =>
  typeof mgL === 'number' ? { fill: 'var(--pool)', opacity: Math.min(1, mgL / FULL_MG_L) * 0.8 } : {};

const grains: Readonly<Record<JarLook, readonly [rows: number, radius: number]>> = {
  unread: [0, 0],
  cloudy: [9, 2.1],
  hazy: [5, 1.3],
  clear: [0, 0],
};

/** A jar of alum: full of grains, with a few left, or clear with its flakes on the ground. */
function LookedAt({ look, isChosen }: { look: JarLook; isChosen: boolean }) {
  const [rows, radius] = grains[look];
  const dots = Array.from({ length: rows * 6 }, (_, i) => {
    const [row, column] = [Math.floor(i / 6), i % 6];
    return { x: 12 + column * 9.4 + (row % 2) * 4.5, y: 30 + (row * 60) / Math.max(1, rows) };
  });
  return (
    <Jar
      isChosen={isChosen}
      {...(look === 'unread' ? {} : { fill: look === 'clear' ? 'var(--pool-2)' : 'var(--lime)' })}
    >
      {dots.map(({ x, y }) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={radius} fill="var(--silt)" />
      ))}
      {(look === 'clear' || look === 'hazy') && (
        <path
          d="M7 97v-5q7-5 14-1t14 0 14-1 16 2v5z"
          fill="var(--silt)"
          opacity={look === 'clear' ? 0.9 : 0.5}
        />
      )}
    </Jar>
  );
}

interface JarProps {
  readonly isChosen: boolean;
  /** What the water looks like; a jar without it is an outline that nobody looked at. */
  readonly fill?: string;
  readonly opacity?: number;
  readonly children?: ReactNode;
}

/** A jar in section. */
function Jar({ isChosen, fill, opacity = 1, children }: JarProps) {
  return (
    <svg aria-hidden="true" width="72" height="104" className="shrink-0">
      {fill && <rect x="6" y="24" width="60" height="74" fill={fill} opacity={opacity} />}
      {children}
      <path
        d="M6 8V93q0 6 6 6h48q6 0 6-6V8M3 8h66"
        fill="none"
        stroke="var(--slate)"
        strokeWidth={isChosen ? 2.5 : 1.5}
        strokeDasharray={fill ? undefined : '4 3'}
      />
    </svg>
  );
}
