import { usedUp } from '#core/areas/daywork/uses.ts';
import type { More, Thing } from '#core/planning/schedule/more.ts';
import { readyBy } from '#core/planning/schedule/schedule.ts';
import { supplyKinds } from '#core/storage/stock/kinds.ts';
import { useFacts, useReader, useToday } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { list } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { type Asked, timeOf } from './DayAnswer.tsx';
import type { DaySolving } from './useDay.ts';

/** So many things that would help are told. */
const MOST_MORE = 4;

/** What holds everything up, what one more of it would give, what is to be added, and what is used up. */
export function Details({ solving }: Asked) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { units } = useReader();
  const { answer, more } = solving;
  if (!answer) return null;
  const { schedule } = answer.found;
  const helping = more?.more.filter(m => m.savesMin > 0 || m.gainsL > 0.5) ?? [];
  const uses = usedUp(answer.of, schedule, facts, today);
  return (
    <div className="grid gap-x-8 gap-y-4 wide:grid-cols-2">
      <section aria-label={say('day.holds-up')} data-testid="day-more">
        <h2 className="border-b border-slate pb-1 text-base">{say('day.holds-up')}</h2>
        {more ? (
          <ul className="m-0 list-none p-0">
            {more.least && <Least things={more.least} />}
            {helping.length === 0 && <li>{say('day.holds-up.none')}</li>}
            {helping.slice(0, MOST_MORE).map((m, i) => (
              <MoreLine key={m.thing} more={m} isFirst={i === 0} answer={answer} />
            ))}
          </ul>
        ) : (
          <p className="text-ash">{say('day.progress.more')}</p>
        )}
      </section>
      <section aria-label={say('day.uses')} data-testid="day-uses">
        <h2 className="border-b border-slate pb-1 text-base">{say('day.uses')}</h2>
        {uses.length === 0 && <p>{say('day.uses.none')}</p>}
        <ul className="m-0 list-none p-0">
          {uses.map(({ supply, amount, left, days, lastDay }) => (
            <li key={supply} className={days < 1 ? 'text-iron' : ''}>
              {say(lastDay ? 'day.uses.until' : 'day.uses.short', {
                ...{ name: `supply.${supply}`, days, lastDay: lastDay ?? today },
                amount: format.supply(amount, supplyKinds[supply].unit, units),
                left: format.supply(left, supplyKinds[supply].unit, units),
              })}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function Least({ things }: { readonly things: readonly Thing[] }) {
  const say = useSay();
  const counts = [...new Set(things)].map(thing => ({
    thing,
    count: things.filter(t => t === thing).length,
  }));
  return (
    <li className="font-bold" data-testid="day-least">
      {things.length === 0
        ? say('day.least.none')
        : say('day.least', {
            things: list(counts.map(c => say(`day.more.${c.thing}`, { count: c.count }))),
          })}
    </li>
  );
}

interface MoreLineProps {
  readonly more: More;
  readonly isFirst: boolean;
  readonly answer: NonNullable<DaySolving['answer']>;
}

/** What one more of a thing gives: sooner, or more by evening where all of it is not to be had. */
function MoreLine({ more: { thing, oneMore, twice }, isFirst, answer }: MoreLineProps) {
  const say = useSay();
  const { timeZone } = useReader();
  const { of: problem, from, found } = answer;
  const end = found.schedule.endMin;
  const byEvening = ({ schedule }: typeof found) =>
    Math.min(problem.needL, readyBy(schedule, problem.eveningMin));
  const one = oneMore.schedule.endMin;
  const saves = end !== undefined && one !== undefined ? end - one : 0;
  const isOne = saves > 0 || byEvening(oneMore) > byEvening(found) + 0.5;
  const best = isOne ? oneMore : twice;
  const until = best.schedule.endMin;
  const gainsByEvening = byEvening(best) > byEvening(found) + 0.5 && (until ?? Infinity) > problem.eveningMin;
  const form = gainsByEvening || until === undefined ? 'by-evening' : 'sooner';
  return (
    <li className={isFirst ? 'font-bold' : ''}>
      {say(`day.more-line.${form}`, {
        how: isOne ? 'day.one-more' : 'day.twice',
        thing: say(`day.more.${thing}`, { count: 1 }),
        untilText: until === undefined ? '' : timeOf(from, until, timeZone),
        litres: byEvening(best),
        eveningText: timeOf(from, problem.eveningMin, timeZone),
      })}
    </li>
  );
}
