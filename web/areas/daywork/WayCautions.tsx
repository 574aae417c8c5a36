import { judgeCare } from '#core/areas/plan/care.ts';
import { caresOf } from '#core/areas/trains/safe.ts';
import { message } from '#core/base/judgement.ts';
import { cloudyAt } from '#core/treatment/trains/clearing.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { shortWords } from '../../texts/trainWords.ts';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { trainId, trainWords } from './trains.ts';

/** What a way does not take out, and whom it is not for: said before the water is made, not after. */
export function WayCautions({ trains }: { readonly trains: readonly Train[] }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const cares = new Set(trains.flatMap(caresOf));
  const short = trains.filter(train => train.tier !== 'whole');
  return (
    <>
      {short.map(train => (
        <p key={trainId(train)} className="border-l-4 border-clay py-1 pl-3" data-testid="day-left">
          <strong>{trainWords(train, say)}.</strong> {say(message(`safe.left.${train.tier}`))}{' '}
          {shortWords(train, say)}
        </p>
      ))}
      {trains.map(({ amount, endL, ...train }) =>
        amount?.ends ? (
          <p
            key={train.steps.map(s => s.means.id).join()}
            className="font-bold text-clay"
            data-testid="day-ends"
          >
            {say('safe.ends', { endL, askedL: amount.askedL, name: amount.ends.name ?? '' })}
          </p>
        ) : null,
      )}
      {trains.some(train => cloudyAt(train) >= 0) && (
        <p className="text-small">{say('safe.uncleared.time')}</p>
      )}
      {cares.size > 0 && <Judgements of={judgeCare(facts, [...cares], today)} />}
    </>
  );
}
