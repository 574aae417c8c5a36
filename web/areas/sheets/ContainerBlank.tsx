import { useState } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, TextBlank } from '../../ui/Blank.tsx';
import { NO_CONTAINER } from './question.ts';

/** So many codes are offered as a choice; more are typed. */
const MOST_CHOICES = 200;

interface Props {
  readonly value: string;
  readonly onValue: (id: string) => void;
  /** What may be chosen. */
  readonly of: readonly ContainerFacts[];
}

/** A container by its code: chosen from a list, or typed where there are too many for one. */
export function ContainerBlank({ value, onValue, of: offered }: Props) {
  const say = useSay();
  const facts = useFacts();
  const [typed, setTyped] = useState(facts.container[value]?.code ?? '');
  if (offered.length > MOST_CHOICES) {
    return (
      <TextBlank
        label={say('bench.container')}
        value={typed}
        placeholder={say('bench.no-container')}
        offers={offered.slice(0, MOST_CHOICES).map(c => c.code)}
        onValue={code => {
          setTyped(code);
          const found = offered.find(c => c.code.toLowerCase() === code.trim().toLowerCase());
          onValue(found?.id ?? NO_CONTAINER);
        }}
      />
    );
  }
  return (
    <ChoiceBlank
      label={say('bench.container')}
      value={value}
      onValue={onValue}
      choices={[
        { value: NO_CONTAINER, label: say('bench.no-container') },
        ...offered.map(c => ({ value: c.id, label: c.code, note: facts.place[c.place]?.name ?? '' })),
      ]}
    />
  );
}
