import { Link } from 'react-router';
import { sheetAt } from '#core/bench/sheets.ts';
import type { Instant } from '#core/calendar/day.ts';
import type { Duty } from '#core/duty.ts';
import type { Facts } from '#core/log/facts.ts';
import type { State } from '#core/store/state.ts';
import { useDuties, useFacts, useWaterState } from '../../app/hooks.ts';
import { type TextId, useSay } from '../../texts/texts.ts';
import { ArcClock } from '../../ui/ArcClock.tsx';

interface Running {
  readonly id: string;
  readonly name: { readonly code?: string; readonly method?: TextId };
  readonly from: Instant;
  readonly until: Instant;
}

/** More clocks than this are no longer read at a glance; the rest stand in the list. */
const MOST = 8;

/** The clock behind a duty: of a batch of chlorine, or of a sheet of another method. */
function clockOf({ subject }: Duty, facts: Facts, { containers, now }: State): Running | undefined {
  const standing = containers[subject]?.standing;
  if (standing?.phase === 'stand' && standing.standsFrom && standing.standsUntil)
    return {
      id: subject,
      name: { code: facts.container[subject]!.code },
      from: standing.standsFrom,
      until: standing.standsUntil,
    };
  const sheet = facts.sheet[subject];
  const at = sheet && sheetAt(sheet, now);
  if (!at?.standsFrom || !at.standsUntil || at.isOver) return undefined;
  const code = facts.container[sheet!.container ?? '']?.code;
  return {
    id: subject,
    name: { method: `method.${sheet!.method}`, ...(code ? { code } : {}) },
    from: at.standsFrom,
    until: at.standsUntil,
  };
}

/** Clocks that run now, each on its way to its sheet. */
export function Clocks() {
  const say = useSay();
  const facts = useFacts();
  const state = useWaterState();
  const running = useDuties()
    .map(duty => clockOf(duty, facts, state))
    .filter(clock => clock !== undefined)
    .slice(0, MOST);
  if (running.length === 0) return null;
  return (
    <section aria-label={say('today.clocks')} className="flex flex-wrap gap-4">
      {running.map(({ id, name, from, until }) => (
        <Link
          key={id}
          to={`/bench/${id}`}
          className="block w-[250px] border-[1.5px] border-slate bg-pool-2 p-3"
        >
          <p className="flex justify-between gap-2 font-bold">
            <span className="truncate">
              {[name.method && say(name.method), name.code].filter(Boolean).join(' ')}
            </span>
            <span className="shrink-0 font-normal">{say('today.stands-until', { untilAt: until })}</span>
          </p>
          <ArcClock from={from} until={until} />
        </Link>
      ))}
    </section>
  );
}
