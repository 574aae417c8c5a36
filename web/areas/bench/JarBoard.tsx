import type { Blank, Inputs, Method } from '#core/methods/method.ts';
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
            <JarDrawing look={lookOf(blank, inputs[blank.id])} isChosen={blank.id === chosen} />
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

/** A jar of chlorine is as full of colour as the test strip would be; one that was not read is an outline. */
function lookOf(blank: Blank, value: number | string | undefined): JarLook {
  if (blank.kind === 'choice') return (value ?? blank.start) as JarLook;
  if (typeof value !== 'number') return 'unread';
  return value >= 0.5 ? 'clear' : value > 0 ? 'hazy' : 'cloudy';
}

const grains: Readonly<Record<JarLook, readonly [rows: number, radius: number]>> = {
  unread: [0, 0],
  cloudy: [9, 2.1],
  hazy: [5, 1.3],
  clear: [0, 0],
};

/** A jar in section: full of grains, with a few left, or clear with its flakes on the ground. */
function JarDrawing({ look, isChosen }: { look: JarLook; isChosen: boolean }) {
  const [rows, radius] = grains[look];
  const dots = Array.from({ length: rows * 6 }, (_, i) => {
    const [row, column] = [Math.floor(i / 6), i % 6];
    return { x: 12 + column * 9.4 + (row % 2) * 4.5, y: 30 + (row * 60) / Math.max(1, rows) };
  });
  const fill = look === 'unread' ? 'none' : look === 'clear' ? 'var(--pool-2)' : 'var(--lime)';
  return (
    <svg aria-hidden="true" width="72" height="104" className="shrink-0">
      <rect x="6" y="24" width="60" height="74" fill={fill} />
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
      <path
        d="M6 8V93q0 6 6 6h48q6 0 6-6V8M3 8h66"
        fill="none"
        stroke="var(--slate)"
        strokeWidth={isChosen ? 2.5 : 1.5}
        strokeDasharray={look === 'unread' ? '4 3' : undefined}
      />
    </svg>
  );
}
