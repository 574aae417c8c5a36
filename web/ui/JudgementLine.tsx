import { CircleCheck, OctagonX, TriangleAlert } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { citations } from '#core/base/citations.ts';
import type { Judgement, Verdict } from '#core/base/judgement.ts';
import { type TextId, useSay } from '../texts/texts.ts';

const looks: Record<Verdict, { bar: string; icon: ReactNode; word: TextId }> = {
  ok: {
    bar: 'border-reed',
    icon: <CircleCheck size={17} className="text-reed" aria-hidden="true" />,
    word: 'verdict.ok',
  },
  warn: {
    bar: 'border-clay',
    icon: <TriangleAlert size={17} className="text-clay" aria-hidden="true" />,
    word: 'verdict.warn',
  },
  refuse: {
    bar: 'border-iron',
    icon: <OctagonX size={17} className="text-iron" aria-hidden="true" />,
    word: 'verdict.refuse',
  },
};

/** A judgement as the core gave it: the reason, the likely slip, the remedy, and where the rule comes from. */
export function JudgementLine({ judgement, action }: { judgement: Judgement; action?: ReactNode }) {
  const say = useSay();
  const { bar, icon, word } = looks[judgement.verdict];
  const { reason, slip, remedy, source } = judgement;
  return (
    <div
      role={judgement.verdict === 'refuse' ? 'alert' : undefined}
      className={`border-l-4 ${bar} py-1 pl-3`}
      data-verdict={judgement.verdict}
    >
      <p className="flex gap-2">
        <span className="mt-0.5 shrink-0">{icon}</span>
        <span>
          <span className="sr-only">{say(word)} </span>
          <span className={judgement.verdict === 'refuse' ? 'font-semibold' : ''}>{say(reason)}</span>
          {slip && <strong className="block text-iron">{say(slip)}</strong>}
          {remedy && <span className="block">{say(remedy)}</span>}
          {source !== 'record' && source !== 'arithmetic' && (
            <span className="block text-small text-ash">{citations[source]}</span>
          )}
        </span>
      </p>
      {action && <div className="mt-2 ml-6 flex flex-wrap gap-2">{action}</div>}
    </div>
  );
}

/** Of one kind so many are said whole; the rest are counted. */
const MOST_OF_A_KIND = 3;

const saidOf = ({ reason }: Judgement): string => `${reason.id} ${JSON.stringify(reason.params ?? {})}`;

/** What is said of many judgements: the gravest first, what holds for several vessels alike once, and of one kind the first few. */
function shownOf(list: readonly Judgement[]): { shown: Judgement[]; leftOut: number } {
  const once = new Map<string, Judgement>();
  for (const verdict of ['refuse', 'warn'] satisfies Verdict[])
    for (const j of list) if (j.verdict === verdict && !once.has(saidOf(j))) once.set(saidOf(j), j);
  const counts = new Map<string, number>();
  const shown = [...once.values()].filter(({ verdict, reason }) => {
    const kind = `${verdict} ${reason.id}`;
    const count = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, count);
    return count <= MOST_OF_A_KIND;
  });
  return { shown, leftOut: once.size - shown.length };
}

/** Several judgements, the gravest first; those that are fine say nothing. */
export function Judgements({ of: list, action }: { of: readonly Judgement[]; action?: ReactNode }) {
  const say = useSay();
  const { shown, leftOut } = useMemo(() => shownOf(list), [list]);
  if (shown.length === 0) return null;
  return (
    <div className="flex flex-col gap-3">
      {shown.map((judgement, i) => (
        <JudgementLine
          key={saidOf(judgement)}
          judgement={judgement}
          action={i === shown.length - 1 ? action : undefined}
        />
      ))}
      {leftOut > 0 && <p className="text-small text-ash">{say('judgement.more', { count: leftOut })}</p>}
    </div>
  );
}
