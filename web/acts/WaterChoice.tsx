import { useMemo } from 'react';
import { sourcesOf } from '#core/areas/sources/known.ts';
import { ofContainer, ofSource, ofWater, type SafeForm, treatable } from '#core/areas/trains/safe.ts';
import { type Water, waterIds } from '#core/water/waters.ts';
import { useStateNow } from '../session/hooks.ts';
import { useCalmWater, useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from '../ui/Blank.tsx';

/** So many containers are offered. */
const MOST_CONTAINERS = 12;

interface Props {
  readonly form: SafeForm;
  readonly onForm: (change: Partial<SafeForm>) => void;
}

/** Water of no source of the walk and of no vessel here. */
const OTHER = 'other';

/** A source of the walk, or a vessel that holds some; else a water by its word. */
export function WaterChoice({ form, onForm }: Props) {
  const say = useSay();
  const facts = useFacts();
  const now = useStateNow();
  const { state } = useCalmWater();
  const inVessels = useMemo(() => treatable(facts, state), [facts, state]);
  const vessels = [...new Set([facts.container[form.container ?? ''], ...inVessels])]
    .flatMap(c => (c?.fill ? [{ ...c, fill: c.fill }] : []))
    .slice(0, MOST_CONTAINERS);
  const places = [
    ...sourcesOf(facts).map(s => ({
      value: s.id as string,
      label: s.name,
      note: say(`source-kind.${s.kind}`),
    })),
    ...vessels.map(c => ({
      value: c.id as string,
      label: say('safe.water.in', { code: c.code }),
      note: say(`water.${c.fill.water}`),
    })),
  ];
  const take = (value: string) => {
    const [source, container] = [facts.source[value], facts.container[value]];
    if (container) onForm(ofContainer(container));
    else onForm(source ? ofSource(source, facts, now) : ofWater(form.water));
  };
  const isOther = !form.container && !form.source;
  return (
    <>
      {places.length > 0 && (
        <ChoiceBlank<string>
          label={say('safe.from')}
          value={form.container ?? form.source ?? OTHER}
          onValue={take}
          choices={[...places, { value: OTHER, label: say('safe.from.other') }]}
        />
      )}
      {isOther && places.length > 0 && ' '}
      {isOther && (
        <ChoiceBlank<Water>
          label={say('safe.water')}
          value={form.water}
          onValue={water => onForm(ofWater(water))}
          choices={waterIds.map(water => ({
            value: water,
            label: say(water === 'snow' ? 'safe.water.snow' : `water.${water}`),
          }))}
        />
      )}
    </>
  );
}
