import { asItComes, askedOf, type Origin, originAnswers, type Water, waterIds } from '#core/water/waters.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from '../ui/Blank.tsx';

/** What a vessel is filled with, and what is known of where that comes from. */
export interface Sourced {
  readonly water: Water;
  readonly origin: Origin;
}

interface Props extends Sourced {
  readonly onChange: (next: Sourced) => void;
}

/** Which water it is, and the one question that decides what it needs: who lives upstream, the well's cover, the roof. */
export function WaterBlanks({ water, origin, onChange }: Props) {
  const say = useSay();
  return (
    <>
      <ChoiceBlank<Water>
        label={say('fill.water')}
        value={water}
        onValue={next => onChange({ water: next, origin: {} })}
        choices={waterIds.map(value => ({
          value,
          label: say(`water.${value}`),
          note: say(`water.comes.${asItComes(value)}`),
        }))}
      />
      <OriginBlank
        isAfter
        water={water}
        origin={origin}
        onOrigin={next => onChange({ water, origin: next })}
      />
    </>
  );
}

/** The question that a water asks; unanswered it is taken on the safe side, and says so. */
export function OriginBlank({
  water,
  origin,
  onOrigin,
  isAfter = false,
}: Sourced & {
  readonly onOrigin: (origin: Origin) => void;
  /** It goes on in a sentence. */
  readonly isAfter?: boolean;
}) {
  const say = useSay();
  const asked = askedOf(water);
  if (!asked) return null;
  return (
    <>
      {isAfter && ', '}
      <ChoiceBlank<string>
        label={say(`origin.${asked}`)}
        value={origin[asked]}
        placeholder={say(`origin.${asked}.unanswered`)}
        onValue={answer => onOrigin({ [asked]: answer })}
        choices={originAnswers[asked].map(value => ({
          value,
          label: say(`origin.${asked}.${value}`),
          note: say(`origin.${asked}.${value}.note`),
        }))}
      />
    </>
  );
}

/** What an entry carries of it: an unanswered question is left out. */
export const sourcedFields = ({ water, origin }: Sourced): { water: Water; origin?: Origin } => ({
  water,
  ...(Object.keys(origin).length > 0 ? { origin } : {}),
});
