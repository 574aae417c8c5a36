import { stepWords } from '#core/areas/trains/safe.ts';
import type { TrainAnswer } from '#core/treatment/trains/answer.ts';
import type { TrainCase } from '#core/treatment/trains/grade.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { chain } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { thingName } from '../../texts/thingName.ts';

/** So many of each kind are told. */
const MOST_TOLD = 3;

interface Props {
  readonly of: TrainCase;
  readonly answer: TrainAnswer;
  readonly others: readonly Train[];
}

/** Other ways, what one edge stands against, and what one thing more would do. */
export function OtherTrains({ of, answer, others }: Props) {
  const say = useSay();
  const words = (train: Train) => chain(train.steps.map(step => say(stepWords(step))));
  const more = answer.more.slice(0, MOST_TOLD);
  const missed = answer.missed.slice(0, MOST_TOLD);
  if (others.length + more.length + missed.length === 0) return null;
  return (
    <div className="grid gap-x-8 gap-y-4 border-t border-slate pt-3 wide:grid-cols-3">
      {others.slice(0, MOST_TOLD).map((train, i) => (
        <section key={train.steps.map(s => s.means.id).join()} data-testid="safe-other">
          <h3 className="text-base">{say('safe.other', { number: i + 2, words: words(train) })}</h3>
          <p className="text-small">
            {say('safe.reach', { tier: `safe.tier.${train.tier}`, minutes: train.minutes })}{' '}
            {train.amount?.ends &&
              say('safe.ends', {
                ...{ endL: train.endL, askedL: train.amount.askedL },
                name: train.amount.ends.name ?? '',
              })}
          </p>
        </section>
      ))}
      {missed.map(({ before, broken }) => (
        <section key={`${broken.means.id} ${broken.broken.reason.id}`} data-testid="safe-missed">
          <h3 className="text-base text-iron">
            {say('safe.not', {
              words: chain([
                ...before.map(step => say(stepWords(step))),
                ...(broken.would ? [say(stepWords(broken.would))] : [say(`method.${broken.means.method}`)]),
              ]),
            })}
          </h3>
          <p className="text-small">
            {say(broken.broken.reason)} {broken.broken.remedy && say(broken.broken.remedy)}
          </p>
        </section>
      ))}
      {more.map(({ thing, train }) => (
        <section key={thing.id} data-testid="safe-more">
          <h3 className="text-base text-clay">{say('safe.more', { thing: thingName(thing, say) })}</h3>
          <p className="text-small">
            {say('safe.way', {
              words: words(train),
              tier: `safe.tier.${train.tier}`,
              minutes: train.minutes,
            })}
          </p>
        </section>
      ))}
      {answer.trains.length === 0 && Object.keys(of.found.dissolved).length > 0 && (
        <p className="text-small">{say('safe.mineral')}</p>
      )}
    </div>
  );
}
