import { Link } from 'react-router';
import { subjectName } from '#core/areas/readings/naming.ts';
import { sheetAt } from '#core/areas/sheets/sheets.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import { dayOf, type Instant } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import type { Facts } from '#core/log/facts.ts';
import { incubationAt } from '#core/water/quality/incubation.ts';
import { useDuties, useFacts, useReader, useWaterState } from '../../session/state.ts';
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
  const sample = facts.test[subject];
  if (sample) {
    const { phase, readsFrom } = incubationAt({ ...sample, from: sample.begunAt }, now);
    if (phase !== 'growing' || !readsFrom) return undefined;
    const name = { method: 'today.sample' as const, code: subjectName(facts, sample.of) };
    return { id: subject, name, from: sample.begunAt, until: readsFrom };
  }
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
  const { timeZone, today } = useReader();
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
          to={id.startsWith('test:') ? `/tests/${id}` : `/bench/${id}`}
          className="block w-[250px] border-[1.5px] border-slate bg-pool-2 p-3"
        >
          <p className="flex justify-between gap-2 font-bold">
            <span className="truncate">
              {[name.method && say(name.method), name.code].filter(Boolean).join(' ')}
            </span>
            <span className="shrink-0 font-normal">
              {say(dayOf(until, timeZone) === today ? 'today.stands-until' : 'today.stands-until-day', {
                untilAt: until,
              })}
            </span>
          </p>
          <ArcClock from={from} until={until} />
        </Link>
      ))}
    </section>
  );
}
