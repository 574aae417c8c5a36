import { useMemo, useState } from 'react';
import type { HeldBefore } from '#core/containers/fitness.ts';
import { usableL } from '#core/containers/kinds.ts';
import type { Facts } from '#core/log/facts.ts';
import { allKinds, kindOf } from '#core/log/state.ts';
import { type Water, waterIds, waters } from '#core/rotation/waters.ts';
import type { Provenance } from '#core/units/amount.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts } from '../../app/hooks.ts';
import { type Draft, draft, newSubject } from '../../log/record.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { ProvenanceBlank, withProvenance } from '../../ui/Provenance.tsx';
import { useKindName } from './kindName.ts';

/** Most containers set down in one sentence. */
const MOST_AT_ONCE = 60;
const EMPTY = 'nothing';
const helds: readonly HeldBefore[] = ['new', 'water', 'food', 'milk-juice', 'chemical', 'unknown'];

/** Codes that follow the last one: "TH-012" after "TH-011"; a group's first code has its initials. */
export function nextCodes(facts: Facts, count: number): string[] {
  const taken = Object.values(facts.container)
    .map(c => /^(.*?)(\d+)$/.exec(c.code))
    .filter(m => m !== null);
  const last = taken.sort((a, b) => Number(b[2]) - Number(a[2]))[0];
  const initials = facts.group.name
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 2)
    .map(w => w[0]!.toUpperCase())
    .join('');
  const prefix = last?.[1] ?? `${initials || 'W'}-`;
  const from = Number(last?.[2] ?? 0);
  return Array.from(
    { length: count },
    (_, i) => `${prefix}${String(from + i + 1).padStart(last?.[2]?.length ?? 3, '0')}`,
  );
}

/** Room for a place of which only the name is known; its size and conditions are set by its name in the section. */
const freshPlace = { level: 0, widthM: 4, heightM: 2.4, shelves: [] } as const;

function placeDrafts(facts: Facts, name: string, home: string): { place: string; drafts: Draft[] } {
  const known = Object.values(facts.place).find(p => p.name.toLowerCase() === name.toLowerCase());
  if (known) return { place: known.id, drafts: [] };
  const building = Object.keys(facts.building)[0] ?? newSubject('building');
  const place = newSubject('place');
  const drafts: Draft[] = facts.building[building]
    ? []
    : [draft('building.set', building, { name: home, order: 0, roof: 'pitched' })];
  drafts.push(draft('place.set', place, { name, building, ...freshPlace }));
  return { place, drafts };
}

/** One sentence sets down containers, in a place that it makes when there is none, and fills them. */
export function SetDown({ onDone }: { onDone?: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const [count, setCount] = useState<number | undefined>(3);
  const [kind, setKind] = useState('drum-208l');
  const [placeName, setPlaceName] = useState(Object.values(facts.place)[0]?.name ?? '');
  const [water, setWater] = useState<Water | typeof EMPTY>('treated-tap');
  const [volumeL, setVolumeL] = useState<number | undefined>(usableL(kindOf(facts, 'drum-208l')!));
  const [known, setKnown] = useState<Provenance>('measured');
  const [heldBefore, setHeldBefore] = useState<HeldBefore>('new');
  const drafts = useMemo(() => {
    if (count === undefined || !placeName.trim() || (water !== EMPTY && volumeL === undefined))
      return undefined;
    const { place, drafts } = placeDrafts(facts, placeName.trim(), say('first.home'));
    for (const code of nextCodes(facts, count)) {
      const container = newSubject('container');
      drafts.push(draft('container.added', container, { code, kind, place, role: 'clean', heldBefore }));
      if (water !== EMPTY)
        drafts.push(
          draft('filled', container, { volumeL: withProvenance(volumeL!, known), water, sealed: true }),
        );
    }
    return drafts;
  }, [facts, count, kind, placeName, water, volumeL, known, heldBefore, say]);
  const places = Object.values(facts.place);
  return (
    <Act
      drafts={drafts}
      label={say('set-down.do')}
      told={say('set-down.told', { count: count ?? 0, place: placeName })}
      {...(onDone ? { onDone } : {})}
    >
      <Sentence>
        {say('set-down.set')}{' '}
        <QuantityBlank
          label={say('set-down.count')}
          dimension="number"
          value={count}
          onValue={setCount}
          least={1}
          most={MOST_AT_ONCE}
          wholeNumbers
        />{' '}
        ×{' '}
        <ChoiceBlank
          label={say('set-down.kind')}
          value={kind}
          onValue={id => {
            setKind(id);
            setVolumeL(usableL(kindOf(facts, id)!));
          }}
          choices={allKinds(facts).map(k => ({ value: k.id, label: kindName(k.id) }))}
        />{' '}
        {say('set-down.in')}{' '}
        <TextBlank
          label={say('set-down.place')}
          value={placeName}
          onValue={setPlaceName}
          placeholder={say('set-down.place-hint')}
          offers={places.map(p => p.name)}
        />
        , {say('set-down.new')}{' '}
        <ChoiceBlank<HeldBefore>
          label={say('life.held')}
          value={heldBefore}
          onValue={setHeldBefore}
          choices={helds.map(value => ({ value, label: say(`held.${value}`) }))}
        />
        , {say('set-down.filled')}{' '}
        <ChoiceBlank<Water | typeof EMPTY>
          label={say('fill.water')}
          value={water}
          onValue={setWater}
          choices={[
            ...waterIds.map(value => ({
              value,
              label: say(`water.${value}`),
              note: say(waters[value].drinkable ? 'water.drinkable' : 'water.untreated'),
            })),
            { value: EMPTY, label: say('set-down.nothing') },
          ]}
        />
        {water !== EMPTY && (
          <>
            ,{' '}
            <QuantityBlank
              label={say('set-down.each')}
              dimension="volumeL"
              value={volumeL}
              onValue={setVolumeL}
            />{' '}
            {say('set-down.each-word')}, <ProvenanceBlank value={known} onValue={setKnown} />
          </>
        )}
        .
      </Sentence>
    </Act>
  );
}
