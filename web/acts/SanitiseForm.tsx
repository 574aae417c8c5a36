import { useMemo } from 'react';
import { kindOf } from '#core/areas/store/state.ts';
import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import { sanitisingRinse } from '#core/treatment/chlorine/sanitise.ts';
import { labelStrengthMgMl } from '#core/treatment/chlorine/strength.ts';
import { Act } from '../app/Act.tsx';
import { draft } from '../session/draft.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import type { ActFormProps } from './actForm.ts';

/** The sanitising rinse of an empty container, step by step. */
export function SanitiseForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const kind = kindOf(facts, container.kind);
  const supply = bottlesOf(facts).find(s => s.bleach.product === 'plain');
  const bleach = supply?.bleach ?? { basis: 'wt-naocl' as const, strength: 6 };
  const rinse = useMemo(
    () => sanitisingRinse(kind?.nominalL ?? 20, labelStrengthMgMl(bleach.basis, bleach.strength)),
    [kind, bleach],
  );
  const drafts = useMemo(
    () => [
      draft(
        'sanitised',
        container.id,
        { waterL: rinse.waterL, bleachMl: rinse.bleachMl },
        supply ? { also: [supply.id] } : {},
      ),
    ],
    [container.id, rinse, supply],
  );
  const steps = ['wash', 'mix', 'wet', 'drain', 'dry'] as const;
  return (
    <Act
      mayBePast
      drafts={drafts}
      label={say('sanitise.do')}
      told={say('sanitise.told', { code: container.code })}
      onDone={onDone}
    >
      <p className="text-large font-bold">
        {say('sanitise.answer', {
          bleachMl: rinse.bleachMl,
          teaspoons: rinse.teaspoons,
          waterL: rinse.waterL,
        })}
      </p>
      <p className="text-small text-ash">
        {say('sanitise.working', { waterL: rinse.waterL, bleachMl: rinse.bleachMl, mgL: rinse.mgL })}
      </p>
      <ol className="list-decimal pl-5">
        {steps.map(step => (
          <li key={step}>{say(`sanitise.${step}`, { seconds: rinse.wetSeconds })}</li>
        ))}
      </ol>
      <p className="border-l-4 border-iron py-1 pl-3 text-small">{say('sanitise.caution')}</p>
    </Act>
  );
}
