import { message } from '#core/judgement.ts';
import { type Care, judgeCare } from '#core/plan/care.ts';
import type { Train } from '#core/trains/train.ts';
import { NITRATE_INFANT_MG_L } from '#core/water/hazards.ts';
import { useFacts, useToday } from '../../app/hooks.ts';
import { useSay } from '../../texts/texts.ts';
import { shortWords } from '../../texts/trainWords.ts';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { trainId, trainWords } from './trains.ts';

/** What a way does not take out, and whom it is not for: said before the water is made, not after. */
export function WayCautions({ trains }: { readonly trains: readonly Train[] }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const cares = new Set<Care>();
  for (const train of trains) {
    if (train.tier === 'limited' || train.tier === 'resort') cares.add('limited');
    if (train.steps.some(s => s.means.method === 'iodine')) cares.add('iodine');
    if (train.steps.some(s => s.after.isChlorinated)) cares.add('dialysis');
    if ((train.steps.at(-1)?.after.nitrateMgL ?? 0) > NITRATE_INFANT_MG_L) cares.add('nitrate');
  }
  const short = trains.filter(train => train.tier !== 'whole');
  return (
    <>
      {short.map(train => (
        <p key={trainId(train)} className="border-l-4 border-clay py-1 pl-3" data-testid="day-left">
          <strong>{trainWords(train, say)}.</strong> {say(message(`safe.left.${train.tier}`))}{' '}
          {shortWords(train, say)}
        </p>
      ))}
      {cares.size > 0 && <Judgements of={judgeCare(facts, [...cares], today)} />}
    </>
  );
}
