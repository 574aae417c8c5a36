import { useMemo, useState } from 'react';
import { allKinds, kindOf } from '#core/areas/store/state.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import type { HeldBefore } from '#core/storage/containers/fitness.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { asItComes, type Origin, type Water, waterIds } from '#core/water/waters.ts';
import { OriginBlank, SourceBlank, sourcedFields } from '../../acts/WaterBlanks.tsx';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceBlank, withProvenance } from '../../ui/Provenance.tsx';
import { KindEditor } from './KindEditor.tsx';
import { nextCodes, placeDrafts } from './settingDown.ts';

/** Most containers set down in one sentence. */
const MOST_AT_ONCE = 60;
const EMPTY = 'nothing';
const helds: readonly HeldBefore[] = ['new', 'water', 'food', 'milk-juice', 'chemical', 'unknown'];

/** One sentence sets down containers, in a place that it makes when there is none, and fills them. */
export function SetDown({ onDone }: { onDone?: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const typed = 'set-down';
  const [count, setCount] = useTyped<number | undefined>(typed, 'count', 3);
  const [kind, setKind] = useTyped(typed, 'kind', 'drum-208l');
  const [isMakingKind, setMakingKind] = useState(false);
  const [placeName, setPlaceName] = useTyped(typed, 'placeName', Object.values(facts.place)[0]?.name ?? '');
  const [water, setWater] = useTyped<Water | typeof EMPTY>(typed, 'water', 'treated-tap');
  const [origin, setOrigin] = useTyped<Origin>(typed, 'origin', {});
  const [source, setSource] = useTyped<string | undefined>(typed, 'source', undefined);
  const [volumeL, setVolumeL] = useTyped<number | undefined>(
    typed,
    'volumeL',
    usableL(kindOf(facts, 'drum-208l')!),
  );
  const [known, setKnown] = useTyped<Provenance>(typed, 'known', 'measured');
  const [heldBefore, setHeldBefore] = useTyped<HeldBefore>(typed, 'heldBefore', 'new');
  const [printedUntil, setPrintedUntil] = useTyped(typed, 'printedUntil', '');
  const isPrinted = water === 'bought' || water === 'pouch';
  const drafts = useMemo(() => {
    if (count === undefined || !placeName.trim() || (water !== EMPTY && volumeL === undefined))
      return undefined;
    const { place, drafts } = placeDrafts(facts, placeName.trim(), say('first.home'));
    for (const code of nextCodes(facts, count)) {
      const container = newSubject('container');
      drafts.push(draft('container.added', container, { code, kind, place, role: 'clean', heldBefore }));
      if (water !== EMPTY)
        drafts.push(
          draft('filled', container, {
            volumeL: withProvenance(volumeL!, known),
            ...sourcedFields({ water, origin, source }),
            sealed: true,
            ...(isPrinted && printedUntil ? { printedUntil } : {}),
          }),
        );
    }
    return drafts;
  }, [
    facts,
    count,
    kind,
    placeName,
    water,
    origin,
    source,
    volumeL,
    known,
    heldBefore,
    isPrinted,
    printedUntil,
    say,
  ]);
  const places = Object.values(facts.place);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('set-down.do')}
      told={say('set-down.told', { count: count ?? 0, place: placeName })}
      {...(onDone ? { onDone } : {})}
    >
      <Sentence>
        <Phrase
          text="set-down.sentence"
          blanks={{
            count: (
              <QuantityBlank
                label={say('set-down.count')}
                dimension="number"
                value={count}
                onValue={setCount}
                least={1}
                most={MOST_AT_ONCE}
                wholeNumbers
              />
            ),
            kind: (
              <ChoiceBlank
                label={say('set-down.kind')}
                value={kind}
                onValue={id => {
                  setKind(id);
                  setVolumeL(usableL(kindOf(facts, id)!));
                }}
                choices={allKinds(facts).map(k => ({ value: k.id, label: kindName(k.id) }))}
              />
            ),
            place: (
              <TextBlank
                label={say('set-down.place')}
                value={placeName}
                onValue={setPlaceName}
                placeholder={say('set-down.place-hint')}
                offers={places.map(p => p.name)}
              />
            ),
            held: (
              <ChoiceBlank<HeldBefore>
                label={say('life.held')}
                value={heldBefore}
                onValue={setHeldBefore}
                choices={helds.map(value => ({ value, label: say(`held.${value}`) }))}
              />
            ),
            water: (
              <ChoiceBlank<Water | typeof EMPTY>
                label={say('fill.water')}
                value={water}
                onValue={next => {
                  setWater(next);
                  setOrigin({});
                  setSource(undefined);
                }}
                choices={[
                  ...waterIds.map(value => ({
                    value,
                    label: say(`water.${value}`),
                    note: say(`water.comes.${asItComes(value)}`),
                  })),
                  { value: EMPTY, label: say('set-down.nothing') },
                ]}
              />
            ),
            filled: water !== EMPTY && (
              <Phrase
                text="set-down.sentence.filled"
                blanks={{
                  origin: (
                    <>
                      {!source && <OriginBlank isAfter water={water} origin={origin} onOrigin={setOrigin} />}
                      <SourceBlank
                        water={water}
                        source={source}
                        onChange={next => {
                          setWater(next.water);
                          setOrigin(next.origin);
                          setSource(next.source);
                        }}
                      />
                    </>
                  ),
                  each: (
                    <QuantityBlank
                      label={say('set-down.each')}
                      dimension="volumeL"
                      value={volumeL}
                      onValue={setVolumeL}
                    />
                  ),
                  provenance: <ProvenanceBlank value={known} onValue={setKnown} />,
                  printed: isPrinted && (
                    <Phrase
                      text="set-down.sentence.printed"
                      blanks={{
                        printed: (
                          <DateBlank
                            label={say('fill.printed-label')}
                            value={printedUntil}
                            onValue={setPrintedUntil}
                          />
                        ),
                      }}
                    />
                  ),
                }}
              />
            ),
          }}
        />
      </Sentence>
      <Button look="quiet" className="self-start text-small" onClick={() => setMakingKind(true)}>
        {say('kind.own')}
      </Button>
      {isMakingKind && (
        <KindEditor
          onClose={() => setMakingKind(false)}
          onDone={made => {
            setMakingKind(false);
            setKind(made.id);
            setVolumeL(usableL(made));
          }}
        />
      )}
    </Act>
  );
}
