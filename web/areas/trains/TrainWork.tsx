import type { FirstLook } from '#core/areas/daywork/form.ts';
import { usualHands } from '#core/areas/daywork/tools.ts';
import { stepWords } from '#core/areas/trains/safe.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { useCalmWater, useFacts } from '../../session/state.ts';
import { chain } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { useMomentWords } from './momentWords.ts';

/** How it goes, in how many batches, with how much work; what ends it, and how much there is of it tonight. */
export function Work({
  train,
  look,
  leastL,
  isFetched,
}: {
  readonly isFetched: boolean;
  readonly train: Train;
  readonly look: FirstLook | undefined;
  readonly leastL: number | undefined;
}) {
  const say = useSay();
  const facts = useFacts();
  const { state } = useCalmWater();
  const moment = useMomentWords();
  const { amount } = train;
  const isParted = amount !== undefined && amount.batches > 1;
  // what no source stands for is here already
  const walks = isFetched ? (look?.walks ?? 0) : 0;
  return (
    <>
      <p className="text-large">
        {say('safe.chain', {
          steps: chain(train.steps.map(step => say(stepWords(step)))),
          minutes: train.minutes,
          handMin: train.handMin,
        })}
      </p>
      {(isParted || walks > 0) && (
        <p data-testid="safe-amount">
          {isParted && say('safe.batches', { batches: amount.batches, batchL: amount.batchL })}{' '}
          {walks > 0 && say('safe.walks', { walks })}
        </p>
      )}
      {amount?.ends && (
        <p className="font-bold text-clay" data-testid="safe-ends">
          {say('safe.ends', { endL: train.endL, askedL: amount.askedL, name: amount.ends.name ?? '' })}
        </p>
      )}
      {leastL !== undefined && <p className="font-bold text-clay">{say('safe.least', { leastL })}</p>}
      {look && <p className="text-small text-ash">{say('safe.reckoned', { hands: usualHands(facts) })}</p>}
      {look && look.byEveningL < train.endL - 0.05 && (
        <p data-testid="safe-evening">
          {say(look.byEveningL > 0 ? 'safe.evening' : 'safe.evening.none', {
            whenText: moment(state.now, look.eveningMin),
            volumeL: look.byEveningL,
          })}
        </p>
      )}
    </>
  );
}
