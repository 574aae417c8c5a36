import { sourcedOf, sourcesOf } from '#core/areas/sources/known.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { asItComes, askedOf, type Origin, originAnswers, type Water, waterIds } from '#core/water/waters.ts';
import { useStateNow } from '../session/hooks.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';

/** What a vessel is filled with, and what is known of where that comes from. */
export interface Sourced {
  readonly water: Water;
  readonly origin: Origin;
  /** Where it is fetched: what it needs follows from there. */
  readonly source?: string | undefined;
  /** The vessel that it is poured out of: what is known of that water goes with it. */
  readonly vessel?: string | undefined;
}

interface Props extends Sourced {
  readonly onChange: (next: Sourced) => void;
  /** Vessels that it may be poured out of. */
  readonly vessels?: readonly ContainerFacts[];
}

/** Which water it is, and the one question that decides what it needs: who lives upstream, the well's cover, the roof. */
export function WaterBlanks({ water, origin, source, vessel, vessels, onChange }: Props) {
  const say = useSay();
  return (
    <>
      <ChoiceBlank<Water>
        label={say('fill.water')}
        value={water}
        onValue={next => onChange({ water: next, origin: {}, source: undefined })}
        choices={waterIds.map(value => ({
          value,
          label: say(`water.${value}`),
          note: say(`water.comes.${asItComes(value)}`),
        }))}
      />
      {!source && !vessel && (
        <OriginBlank
          isAfter
          water={water}
          origin={origin}
          onOrigin={next => onChange({ water, origin: next })}
        />
      )}
      <SourceBlank
        source={source}
        vessel={vessel}
        onChange={onChange}
        water={water}
        {...(vessels ? { vessels } : {})}
      />
    </>
  );
}

const NO_SOURCE = 'none';

/** Which of the sources that are written down: what is known there is taken over, and is not asked again. */
export function SourceBlank({
  water,
  source,
  vessel,
  vessels = [],
  onChange,
}: Pick<Props, 'water' | 'source' | 'vessel' | 'vessels' | 'onChange'>) {
  const say = useSay();
  const facts = useFacts();
  const now = useStateNow();
  const sources = sourcesOf(facts);
  if (sources.length === 0 && vessels.length === 0) return null;
  const take = (id: string) => {
    const held = facts.container[id]?.fill;
    if (held) return onChange({ water: held.water, origin: held.origin ?? {}, vessel: id });
    const chosen = facts.source[id];
    if (!chosen) return onChange({ water, origin: {} });
    const { origin = {}, water: is } = sourcedOf(facts, chosen, now);
    onChange({ water: is, origin, source: id });
  };
  return (
    <>
      {' '}
      <Phrase
        text="fill.from"
        blanks={{
          source: (
            <ChoiceBlank<string>
              label={say('fill.source')}
              value={vessel ?? source ?? NO_SOURCE}
              onValue={take}
              choices={[
                { value: NO_SOURCE, label: say('fill.source.none') },
                ...sources.map(s => ({
                  value: s.id,
                  label: s.name,
                  note: say(`source-kind.${s.kind}`),
                })),
                ...vessels.map(c => ({
                  value: c.id,
                  label: say('fill.out-of', { code: c.code }),
                  note: facts.place[c.place]?.name ?? '',
                })),
              ]}
            />
          ),
        }}
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
export const sourcedFields = ({
  water,
  origin,
  source,
  vessel,
}: Sourced): { water: Water; origin?: Origin; source?: string; vessel?: string } => ({
  water,
  ...(source ? { source } : {}),
  ...(vessel ? { vessel } : {}),
  ...(Object.keys(origin).length > 0 ? { origin } : {}),
});
