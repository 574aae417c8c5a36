import type { SafeForm } from '#core/areas/trains/safe.ts';
import { tickable } from '#core/treatment/trains/buyable.ts';
import type { Means } from '#core/treatment/trains/step.ts';
import { useSay } from '../texts/texts.ts';
import { thingName } from '../texts/thingName.ts';
import { ManyBlank } from '../ui/ManyBlank.tsx';

interface Props {
  readonly form: Pick<SafeForm, 'without' | 'also'>;
  readonly atHand: readonly Means[];
  readonly onForm: (change: Partial<SafeForm>) => void;
}

/** What is kept, each to be left out for once; and what else may be there. */
export function MeansBlank({ form, atHand, onForm }: Props) {
  const say = useSay();
  // a bottle of bleach is one thing, however long its water stands
  const kept = atHand.filter(means => means.inputs.stand !== 'giardia');
  const values = [...kept.map(m => m.id).filter(id => !form.without.includes(id)), ...form.also];
  return (
    <ManyBlank<string>
      label={say('safe.means')}
      values={values}
      placeholder={say('safe.means.none')}
      said={say(
        values.length === kept.length && form.also.length === 0 ? 'safe.means.all' : 'safe.means.some',
        {
          count: values.length,
        },
      )}
      onValues={next => {
        const out = kept.filter(m => !next.includes(m.id)).map(m => m.id);
        onForm({
          without: [...out, ...out.map(id => `${id}:long`)],
          also: tickable.filter(b => next.includes(b.id)).map(b => b.id),
        });
      }}
      choices={[
        ...kept.map(m => ({ value: m.id, label: thingName(m, say), note: say(`method.${m.method}`) })),
        ...tickable.map(m => ({ value: m.id, label: thingName(m, say), note: say('safe.also') })),
      ]}
    />
  );
}
