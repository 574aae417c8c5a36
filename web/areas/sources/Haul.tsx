import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { given } from '#core/base/given.ts';
import { COLLECTING_HOURS, haulOf, MOST_DISTANCE_M, servedBy, yieldOf } from '#core/water/haul.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { useBlanks } from '../../app/blanks.tsx';
import { useCalmWater, useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** A can that one person carries (L). */
export const LOAD_L = 20;
const tenths = (value: number): number => Math.round(value * 10) / 10;

/** The blanks of a haul. */
interface Hauled {
  readonly needL: number | undefined;
  readonly loadL: number | undefined;
  readonly carriers: number | undefined;
}

/** What bringing the day's water home takes, as it can be worked out by hand; whether the source gives it, and whom it serves. */
export function Haul({ source }: { source: SourceFacts }) {
  const say = useSay();
  const { need } = useCalmWater().state;
  const { values, quantity } = useBlanks<Hauled>('haul', () => ({
    ...{ needL: Math.ceil(need.drinkingL), loadL: LOAD_L, carriers: 2 },
  }));
  const { needL, loadL, carriers } = values;
  return (
    <section aria-label={say('sources.haul')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('sources.haul')}</h3>
      <Sentence>
        <Phrase
          text="haul.sentence"
          blanks={{
            need: quantity('needL', 'haul.need', 'volumeL', { least: 1, most: 1_000_000 }),
            load: quantity('loadL', 'haul.load', 'volumeL', { least: 0.5, most: 2000 }),
            carriers: quantity('carriers', 'haul.carriers', 'people', {
              ...{ least: 1, most: 1000, wholeNumbers: true },
            }),
          }}
        />
      </Sentence>
      {needL && loadL && carriers && (
        <div data-testid="haul">
          <HaulAnswer source={source} needL={needL} loadL={loadL} carriers={carriers} />
          <Yield source={source} needL={needL} />
          <HaulCautions source={source} loadL={loadL} />
          <p className="text-small">{say('haul.clean')}</p>
        </div>
      )}
    </section>
  );
}

interface AnswerProps {
  readonly source: SourceFacts;
  readonly needL: number;
  readonly loadL: number;
  readonly carriers: number;
}

/** The walks, with every figure of their sum. */
function HaulAnswer({ source, needL, loadL, carriers }: AnswerProps) {
  const say = useSay();
  const { distanceM, climbM, flowLMin } = source;
  const haul = haulOf({
    needL,
    loadL,
    carriers,
    distanceM,
    climbM,
    ...given({ flowLMin: flowLMin || undefined }),
  });
  const { trips, rounds, minutes, roundMin, outMin, fillMin, backMin, peopleHours, kgM } = haul;
  return (
    <>
      <p className="text-large font-bold">{say('haul.answer', { trips, minutes: Math.round(minutes) })}</p>
      <p className="text-small text-ash">
        {say('haul.working', {
          ...{ needL, loadL, trips, carriers, rounds, cans: Math.min(carriers, trips) },
          ...{ roundMin: tenths(roundMin), outMin: tenths(outMin) },
          ...{ fillMin: tenths(fillMin), backMin: tenths(backMin) },
        })}{' '}
        {say('haul.work', {
          ...{ peopleHours: tenths(peopleHours), needL, climbM: Math.max(0, climbM), kgM: Math.round(kgM) },
        })}
      </p>
      <p className="text-small text-ash">{say('haul.paces')}</p>
    </>
  );
}

/** Whether the source gives so much in the hours that people fill there. */
function Yield({ source: { flowLMin }, needL }: { source: SourceFacts; needL: number }) {
  const say = useSay();
  if (!flowLMin) return null;
  const { isEnough, hoursNeeded, mostL } = yieldOf(needL, flowLMin, COLLECTING_HOURS);
  return (
    <p className={isEnough ? '' : 'border-l-4 border-clay pl-3 font-semibold'} data-testid="yield">
      {say(isEnough ? 'haul.yield-enough' : 'haul.yield-slow', {
        ...{ needL, hours: tenths(hoursNeeded), most: COLLECTING_HOURS, mostL },
      })}
    </p>
  );
}

/** Too many who share it, too far, too heavy. */
function HaulCautions({ source, loadL }: { source: SourceFacts; loadL: number }) {
  const say = useSay();
  const { plan } = useFacts();
  const { outlet } = kindRow(source.kind);
  const served = outlet && servedBy(outlet, source.flowLMin);
  const { sharedBy: people, distanceM } = source;
  const caution = 'border-l-4 border-clay pl-3';
  return (
    <>
      {served !== undefined && people !== undefined && (
        <p className={people > served ? caution : ''}>
          {say(people > served ? 'haul.shared-over' : 'haul.shared', { people, served })}
        </p>
      )}
      {distanceM > MOST_DISTANCE_M && <p className={caution}>{say('haul.far')}</p>}
      {loadL > plan.liftKg && <p className={caution}>{say('haul.heavy', { kg: loadL })}</p>}
    </>
  );
}
