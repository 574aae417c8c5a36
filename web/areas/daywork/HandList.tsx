import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Problem } from '#core/planning/schedule/problem.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import { type Turn, turnsOf } from '#core/planning/schedule/turns.ts';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { batchName, toolName } from './words.ts';

interface Props {
  readonly problem: Problem;
  readonly schedule: Schedule;
  readonly from: Instant;
}

/** What one turn asks of a hand, in words: what is done, with which batch, in what, how much. */
export function useTurnWords(problem: Problem, schedule: Schedule): (turn: Turn) => string {
  const say = useSay();
  const { units } = useReader();
  const stages = new Map(problem.lines.flatMap(l => l.stages).map(s => [s.id, s]));
  const litresOf = new Map(schedule.batches.map(b => [b.id, b.litres]));
  return ({ stage: id, tool: of, batch, phases }) => {
    const stage = stages.get(id);
    const tool = problem.tools.find(t => t.id === of);
    const litres = litresOf.get(batch);
    return say(tool ? 'work.bar' : 'work.bar.carry', {
      steps: phases.map(phase => `work.step.${phase}`).join(','),
      batch: batchName(batch, stage?.method ?? 'fetch', say),
      tool: tool ? toolName(tool, say) : '',
      litres: litres === undefined ? '' : format.litres(litres, units),
    });
  };
}

/** Who does what when, as lists: the sheet for those who read it rather than look at it. */
export function HandLists({ problem, schedule, from }: Props) {
  const say = useSay();
  const { timeZone } = useReader();
  const words = useTurnWords(problem, schedule);
  const turns = turnsOf(schedule);
  return (
    <details className="border-t border-slate pt-2">
      <summary className="min-h-9 cursor-pointer content-center font-semibold">{say('day.lists')}</summary>
      <div className="grid gap-x-8 gap-y-3 wide:grid-cols-3">
        {problem.hands.map(hand => (
          <section key={hand.id}>
            <h3 className="text-base">{hand.id}</h3>
            <ol className="m-0 list-none p-0 text-small">
              {turns
                .filter(turn => turn.hand === hand.id)
                .map(turn => (
                  <li key={`${turn.batch} ${turn.phases[0]}`} className="flex gap-2">
                    <span className="tabular-nums">{dates.time(addMinutes(from, turn.from), timeZone)}</span>
                    <span>{words(turn)}</span>
                  </li>
                ))}
            </ol>
          </section>
        ))}
      </div>
    </details>
  );
}
