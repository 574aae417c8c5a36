import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { COLLECTING_HOURS, haulOf, MOST_DISTANCE_M, servedBy, yieldOf } from '#core/water/haul.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { useTyped } from '../../app/typed.ts';
import { useCalmWater, useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** A can that one person carries (L). */
export const LOAD_L = 20;
const tenths = (value: number): number => Math.round(value * 10) / 10;

/** What bringing the day's water home takes, as it can be worked out by hand; whether the source gives it, and whom it serves. */
export function Haul({ source }: { source: SourceFacts }) {
  const say = useSay();
  const { plan } = useFacts();
  const { need } = useCalmWater().state;
  const typed = 'haul';
  const [needL, setNeedL] = useTyped<number | undefined>(typed, 'needL', Math.ceil(need.drinkingL));
  const [loadL, setLoadL] = useTyped<number | undefined>(typed, 'loadL', LOAD_L);
  const [carriers, setCarriers] = useTyped<number | undefined>(typed, 'carriers', 2);
  const { outlet } = kindRow(source.kind);
  const haul =
    needL && loadL && carriers
      ? haulOf({
          needL,
          loadL,
          carriers,
          distanceM: source.distanceM,
          climbM: source.climbM,
          ...(source.flowLMin ? { flowLMin: source.flowLMin } : {}),
        })
      : undefined;
  const given = needL && source.flowLMin ? yieldOf(needL, source.flowLMin, COLLECTING_HOURS) : undefined;
  const served = outlet && servedBy(outlet, source.flowLMin);
  return (
    <section aria-label={say('sources.haul')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('sources.haul')}</h3>
      <Sentence>
        <Phrase
          text="haul.sentence"
          blanks={{
            need: (
              <QuantityBlank
                label={say('haul.need')}
                dimension="volumeL"
                value={needL}
                onValue={setNeedL}
                least={1}
                most={1_000_000}
              />
            ),
            load: (
              <QuantityBlank
                label={say('haul.load')}
                dimension="volumeL"
                value={loadL}
                onValue={setLoadL}
                least={0.5}
                most={2000}
              />
            ),
            carriers: (
              <QuantityBlank
                label={say('haul.carriers')}
                dimension="people"
                value={carriers}
                onValue={setCarriers}
                least={1}
                most={1000}
                wholeNumbers
              />
            ),
          }}
        />
      </Sentence>
      {haul && needL && loadL && carriers && (
        <div data-testid="haul">
          <p className="text-large font-bold">
            {say('haul.answer', { trips: haul.trips, minutes: Math.round(haul.minutes) })}
          </p>
          <p className="text-small text-ash">
            {say('haul.working', {
              needL,
              loadL,
              trips: haul.trips,
              carriers,
              rounds: haul.rounds,
              roundMin: tenths(haul.roundMin),
              outMin: tenths(haul.outMin),
              cans: Math.min(carriers, haul.trips),
              fillMin: tenths(haul.fillMin),
              backMin: tenths(haul.backMin),
            })}{' '}
            {say('haul.work', {
              peopleHours: tenths(haul.peopleHours),
              needL,
              climbM: Math.max(0, source.climbM),
              kgM: Math.round(haul.kgM),
            })}
          </p>
          <p className="text-small text-ash">{say('haul.paces')}</p>
          {given && (
            <p
              className={given.isEnough ? '' : 'border-l-4 border-clay pl-3 font-semibold'}
              data-testid="yield"
            >
              {say(given.isEnough ? 'haul.yield-enough' : 'haul.yield-slow', {
                needL,
                hours: tenths(given.hoursNeeded),
                most: COLLECTING_HOURS,
                mostL: given.mostL,
              })}
            </p>
          )}
          {served !== undefined && source.sharedBy !== undefined && (
            <p className={source.sharedBy > served ? 'border-l-4 border-clay pl-3' : ''}>
              {say(source.sharedBy > served ? 'haul.shared-over' : 'haul.shared', {
                people: source.sharedBy,
                served,
              })}
            </p>
          )}
          {source.distanceM > MOST_DISTANCE_M && (
            <p className="border-l-4 border-clay pl-3">{say('haul.far')}</p>
          )}
          {loadL > plan.liftKg && (
            <p className="border-l-4 border-clay pl-3">{say('haul.heavy', { kg: loadL })}</p>
          )}
          <p className="text-small">{say('haul.clean')}</p>
        </div>
      )}
    </section>
  );
}
