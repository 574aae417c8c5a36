import { useMemo, useState } from 'react';
import { allKinds, kindOf } from '#core/areas/store/state.ts';
import type { Day } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import type { HeldBefore } from '#core/storage/containers/fitness.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { asItComes, type Origin, type Water, waterIds } from '#core/water/waters.ts';
import { OriginBlank, SourceBlank, sourcedFields } from '../../acts/WaterBlanks.tsx';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { withProvenance } from '../../ui/Provenance.tsx';
import { KindEditor } from './KindEditor.tsx';
import { nextCodes, placeDrafts } from './settingDown.ts';

/** Most containers set down in one sentence. */
const MOST_AT_ONCE = 60;
const EMPTY = 'nothing';
const helds: readonly HeldBefore[] = ['new', 'water', 'food', 'milk-juice', 'chemical', 'unknown'];

/** The blanks of what is set down. */
interface Down {
  readonly count: number | undefined;
  readonly kind: string;
  readonly placeName: string;
  readonly heldBefore: HeldBefore;
  readonly water: Water | typeof EMPTY;
  readonly origin: Origin;
  readonly source: Subject | undefined;
  readonly volumeL: number | undefined;
  readonly known: Provenance;
  readonly printedUntil: Day | '';
}

const isPrinted = ({ water }: Down): boolean => water === 'bought' || water === 'pouch';

/** The place where it is new, then each container and its water; undefined while a blank is open. */
function draftsOf(facts: Facts, blanks: Down, home: string): Draft[] | undefined {
  const { count, kind, placeName, heldBefore, water, origin, source, volumeL, known, printedUntil } = blanks;
  if (count === undefined || !placeName.trim()) return undefined;
  if (water !== EMPTY && volumeL === undefined) return undefined;
  const { place, drafts } = placeDrafts(facts, placeName.trim(), home);
  const filled = water !== EMPTY && {
    volumeL: withProvenance(volumeL!, known),
    ...sourcedFields({ water, origin, source }),
    sealed: true,
    ...given({ printedUntil: (isPrinted(blanks) && printedUntil) || undefined }),
  };
  const added = nextCodes(facts, count).flatMap(code => {
    const container = newSubject('container');
    return [
      draft('container.added', container, { code, kind, place, role: 'clean', heldBefore }),
      ...(filled ? [draft('filled', container, filled)] : []),
    ];
  });
  return [...drafts, ...added];
}

/** One sentence sets down containers, in a place that it makes when there is none, and fills them. */
export function SetDown({ onDone }: { onDone?: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const [isMakingKind, setMakingKind] = useState(false);
  const typed = 'set-down';
  const blanks = useBlanks<Down>(typed, () => ({
    ...{ count: 3, kind: 'drum-208l', placeName: Object.values(facts.place)[0]?.name ?? '' },
    ...{ heldBefore: 'new', water: 'treated-tap', origin: {}, source: undefined, known: 'measured' },
    ...{ volumeL: usableL(kindOf(facts, 'drum-208l')!), printedUntil: '' },
  }));
  const { values, change } = blanks;
  const drafts = useMemo(() => draftsOf(facts, values, say('first.home')), [facts, values, say]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('set-down.do')}
      told={say('set-down.told', { count: values.count ?? 0, place: values.placeName })}
      {...given({ onDone })}
    >
      <DownSentence blanks={blanks} />
      <Button look="quiet" className="self-start text-small" onClick={() => setMakingKind(true)}>
        {say('kind.own')}
      </Button>
      {isMakingKind && (
        <KindEditor
          onClose={() => setMakingKind(false)}
          onDone={made => {
            setMakingKind(false);
            change({ kind: made.id, volumeL: usableL(made) });
          }}
        />
      )}
    </Act>
  );
}

function DownSentence({ blanks }: { blanks: Blanks<Down> }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const { values, change, quantity, choice, text } = blanks;
  const places = Object.values(facts.place).map(p => p.name);
  return (
    <Sentence>
      <Phrase
        text="set-down.sentence"
        blanks={{
          count: quantity('count', 'set-down.count', 'number', {
            ...{ least: 1, most: MOST_AT_ONCE, wholeNumbers: true },
          }),
          kind: (
            <ChoiceBlank
              label={say('set-down.kind')}
              value={values.kind}
              onValue={kind => change({ kind, volumeL: usableL(kindOf(facts, kind)!) })}
              choices={allKinds(facts).map(k => ({ value: k.id, label: kindName(k.id) }))}
            />
          ),
          place: text('placeName', 'set-down.place', 'set-down.place-hint', places),
          held: choice('heldBefore', 'life.held', helds, held => `held.${held}`),
          water: (
            <ChoiceBlank<Water | typeof EMPTY>
              label={say('fill.water')}
              value={values.water}
              onValue={water => change({ water, origin: {}, source: undefined })}
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
          filled: values.water !== EMPTY && <FilledPart blanks={blanks} water={values.water} />,
        }}
      />
    </Sentence>
  );
}

/** What is asked of the water that they are filled with. */
function FilledPart({ blanks, water }: { blanks: Blanks<Down>; water: Water }) {
  const { values, change, quantity, known, day } = blanks;
  const { origin, source } = values;
  return (
    <Phrase
      text="set-down.sentence.filled"
      blanks={{
        origin: (
          <>
            {!source && (
              <OriginBlank
                isAfter
                water={water}
                origin={origin}
                onOrigin={next => change({ origin: next })}
              />
            )}
            <SourceBlank
              water={water}
              source={source}
              onChange={next => change({ water: next.water, origin: next.origin, source: next.source })}
            />
          </>
        ),
        each: quantity('volumeL', 'set-down.each', 'volumeL'),
        provenance: known('known'),
        printed: isPrinted(values) && (
          <Phrase
            text="set-down.sentence.printed"
            blanks={{ printed: day('printedUntil', 'fill.printed-label') }}
          />
        ),
      }}
    />
  );
}
