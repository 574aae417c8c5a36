import { useMemo, useState } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import { measured } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { sanitisingRinse } from '#core/treatment/chlorine/sanitise.ts';
import { type Sourced, sourcedFields, WaterBlanks } from '../../acts/WaterBlanks.tsx';
import { Act } from '../../app/Act.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

type Drained = 'utility' | 'drain';
type Cleaned = 'washed' | 'sanitised' | 'as-is';

/** What is done with each of several vessels alike. */
export interface Refill extends Sourced {
  readonly to: Drained;
  readonly cleaned: Cleaned;
}

/** Strength of the bleach that a rinse is reckoned with (mg/mL): 6 wt%. */
const RINSE_MG_ML = 61.8;

/** Each vessel emptied where it holds something, cleaned, and filled to its own measure. */
export function refillDrafts(
  facts: Facts,
  containers: readonly ContainerFacts[],
  { to, cleaned, ...sourced }: Refill,
): Draft[] {
  const supply = bottlesOf(facts)[0]?.id;
  return containers.flatMap(c => {
    const kind = kindOf(facts, c.kind);
    if (!kind) return [];
    const drafts: Draft[] = (c.fill?.remainingL ?? 0) > 0 ? [draft('emptied', c.id, { to })] : [];
    if (cleaned === 'washed') drafts.push(draft('inspected', c.id, { found: 'sound' }));
    if (cleaned === 'sanitised') {
      const { waterL, bleachMl } = sanitisingRinse(kind.nominalL, RINSE_MG_ML);
      drafts.push(draft('sanitised', c.id, { waterL, bleachMl }, supply ? { also: [supply] } : {}));
    }
    const filled = { volumeL: measured(usableL(kind)), ...sourcedFields(sourced), sealed: true };
    return [...drafts, draft('filled', c.id, filled)];
  });
}

interface Props {
  readonly containers: readonly ContainerFacts[];
  readonly onDone?: () => void;
}

/** Several vessels that went through the same: one sentence, recorded together or not at all. */
export function RefillMany({ containers, onDone }: Props) {
  const say = useSay();
  const facts = useFacts();
  const [refill, setRefill] = useState<Refill>({
    to: 'utility',
    cleaned: 'washed',
    water: 'treated-tap',
    origin: {},
  });
  const set = (change: Partial<Refill>) => setRefill(r => ({ ...r, ...change }));
  const drafts = useMemo(() => refillDrafts(facts, containers, refill), [facts, containers, refill]);
  const isAnyFull = containers.some(c => (c.fill?.remainingL ?? 0) > 0);
  return (
    <Act
      isBulk
      mayBePast
      drafts={drafts.length > 0 ? drafts : undefined}
      label={say('bulk.do', { count: containers.length })}
      told={say('bulk.told.refill', { count: containers.length })}
      {...(onDone ? { onDone } : {})}
    >
      <Sentence>
        <Phrase
          text="refill.sentence"
          blanks={{
            emptied: isAnyFull && (
              <Phrase
                text="refill.sentence.emptied"
                blanks={{
                  to: (
                    <ChoiceBlank<Drained>
                      label={say('refill.to')}
                      value={refill.to}
                      onValue={to => set({ to })}
                      choices={(['utility', 'drain'] as const).map(value => ({
                        value,
                        label: say(`refill.to.${value}`),
                      }))}
                    />
                  ),
                }}
              />
            ),
            cleaned: (
              <ChoiceBlank<Cleaned>
                label={say('refill.cleaned')}
                value={refill.cleaned}
                onValue={cleaned => set({ cleaned })}
                choices={(['washed', 'sanitised', 'as-is'] as const).map(value => ({
                  value,
                  label: say(`refill.cleaned.${value}`),
                }))}
              />
            ),
            water: (
              <WaterBlanks
                water={refill.water}
                origin={refill.origin}
                source={refill.source}
                onChange={({ water, origin, source }) => set({ water, origin, source })}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
