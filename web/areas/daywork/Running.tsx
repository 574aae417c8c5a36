import type { WorkFacts } from '#core/areas/daywork/facts.ts';
import { minuteOf } from '#core/areas/daywork/underway.ts';
import { draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import type { At } from './NextHands.tsx';
import { Press } from './Press.tsx';
import { batchName, toolName } from './words.ts';

/** A step that takes longer is said so in these. */
const LATER_MIN = [10, 20, 40] as const;

/** What has begun and goes on: it can take longer, or be lost. */
export function Running({ work, now }: Omit<At, 'schedule'>) {
  const say = useSay();
  const stages = new Map(work.problem.lines.flatMap(l => l.stages).map(s => [s.id, s]));
  const running = work.batches.filter(b => !b.ended);
  return (
    <section aria-label={say('day.running')} data-testid="day-running">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('day.running')}</h2>
      {running.length === 0 && <p className="py-2 text-ash">{say('day.running.none')}</p>}
      <ul className="m-0 list-none p-0">
        {running.map(batch => {
          const name = batchName(batch.batch, stages.get(batch.stage)?.method ?? 'fetch', say);
          const tool = work.problem.tools.find(t => t.id === batch.tool);
          return (
            <li key={batch.batch} className="border-b border-rule py-1.5">
              <p>
                <strong>{name}</strong>{' '}
                <span className="text-small">
                  {say(tool ? 'day.running.in' : 'day.running.by', {
                    tool: tool ? toolName(tool, say) : '',
                    hand: batch.hand ?? '',
                    litres: batch.litres,
                    minutes: minuteOf(work, now) - minuteOf(work, batch.at),
                  })}
                </span>
              </p>
              <p className="flex flex-wrap items-center gap-x-2 text-small">
                {LATER_MIN.map(minutes => (
                  <Press
                    key={minutes}
                    look="quiet"
                    label={say('day.later', { minutes })}
                    of={name}
                    told={say('day.later.told')}
                    drafts={() => [draft('work.late', work.id, { batch: batch.batch, minutes })]}
                  />
                ))}
                {!batch.sheet && (
                  <Press
                    look="quiet"
                    label={say('day.lost')}
                    of={name}
                    told={say('day.lost.told')}
                    drafts={() => [draft('work.done', work.id, { batch: batch.batch, isLost: true })]}
                  />
                )}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Who is there; whoever is called away is counted on no more. */
export function Hands({ work }: { readonly work: WorkFacts }) {
  const say = useSay();
  return (
    <section aria-label={say('day.hands')} data-testid="day-hands">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('day.hands')}</h2>
      <ul className="m-0 list-none p-0">
        {work.problem.hands.map(({ id }) => {
          const isGone = work.gone[id] !== undefined;
          return (
            <li
              key={id}
              className="flex min-h-9 flex-wrap items-center justify-between gap-2 border-b border-rule"
            >
              <span className={isGone ? 'text-ash line-through' : ''}>{id}</span>
              <Press
                look="quiet"
                label={say(isGone ? 'day.back' : 'day.gone')}
                of={id}
                told={say(isGone ? 'day.back.told' : 'day.gone.told', { hand: id })}
                drafts={() => [draft('work.hand', work.id, { hand: id, isGone: !isGone })]}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
