import { useMemo } from 'react';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { allKinds, kindOf } from '#core/areas/store/state.ts';
import { addMinutes } from '#core/base/day.ts';
import { guessed } from '#core/base/units/amount.ts';
import type { HeldBefore } from '#core/storage/containers/fitness.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { type FoundKind, type FoundWater, foundWaters, judgeFound } from '#core/storage/rotation/found.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { nextCodes, placeDrafts } from './settingDown.ts';

type YesNo = 'yes' | 'no';
const helds: readonly HeldBefore[] = ['water', 'new', 'food', 'milk-juice', 'chemical', 'unknown'];
const looks = ['clear', 'cloudy', 'algae'] as const;
const smells = ['none', 'chlorine', 'stale', 'chemical'] as const;
const MONTH_MIN = 30.44 * 1440;

/** A jug that nobody remembers filling: a few questions, an answer with its reason, and its place in the store. */
export function FoundDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const { clock } = useSession();
  const facts = useFacts();
  const kindName = useKindName();
  const typed = 'found';
  const [kind, setKind] = useTyped(typed, 'kind', 'jug-18.9l');
  const [place, setPlace] = useTyped(typed, 'place', Object.values(facts.place)[0]?.name ?? '');
  const [found, setFound] = useTyped<FoundWater>(typed, 'found', {
    water: 'unknown',
    heldBefore: 'unknown',
    isFoodGrade: true,
    sealed: true,
    looks: 'clear',
    smell: 'none',
  });
  const set = (change: Partial<FoundWater>) => setFound(f => ({ ...f, ...change }));
  const { outcome, judgement, water } = judgeFound(found);
  const drafts = useMemo(() => {
    const known = kindOf(facts, kind);
    if (outcome === 'discard' || !known || !place.trim()) return undefined;
    const { place: placeId, drafts } = placeDrafts(facts, place.trim(), say('first.home'));
    const container = newSubject('container');
    const role = outcome === 'utility' ? 'raw' : 'clean';
    const [code = ''] = nextCodes(facts, 1);
    // a guessed age dates it; without one it is as old as what is left of its term lets it be
    const at = addMinutes(clock.now(), -(found.ageMonths ?? 0) * MONTH_MIN);
    drafts.push(
      draft(
        'container.added',
        container,
        { code, kind, place: placeId, role, heldBefore: found.heldBefore, note: say('found-water.note') },
        { at },
      ),
    );
    drafts.push(
      draft(
        'filled',
        container,
        { volumeL: guessed(usableL(known), 0.1), water, sealed: found.sealed },
        { at: addMinutes(at, 1 / 60_000) },
      ),
    );
    if (found.residualMgL !== undefined && water === 'found-tap')
      drafts.push(draft('read', container, readingOfChlorine({ method: 'dpd', mgL: found.residualMgL })));
    return drafts;
  }, [facts, kind, place, found, outcome, water, say, clock]);
  const yesNo = (
    label: 'found-water.grade' | 'found-water.sealed',
    value: boolean,
    onValue: (value: boolean) => void,
  ) => (
    <ChoiceBlank<YesNo>
      label={say(label)}
      value={value ? 'yes' : 'no'}
      onValue={v => onValue(v === 'yes')}
      choices={(['yes', 'no'] as const).map(v => ({ value: v, label: say(`${label}.${v}`) }))}
    />
  );
  return (
    <Dialog title={say('found-water.title')} open onClose={onClose} wide>
      <Sentence>
        <Phrase
          text="found-water.sentence"
          blanks={{
            kind: (
              <ChoiceBlank
                label={say('set-down.kind')}
                value={kind}
                onValue={setKind}
                choices={allKinds(facts).map(k => ({ value: k.id, label: kindName(k.id) }))}
              />
            ),
            place: (
              <TextBlank
                label={say('set-down.place')}
                value={place}
                onValue={setPlace}
                offers={Object.values(facts.place).map(p => p.name)}
                placeholder={say('set-down.place-hint')}
              />
            ),
            grade: yesNo('found-water.grade', found.isFoodGrade, isFoodGrade => set({ isFoodGrade })),
            held: (
              <ChoiceBlank<HeldBefore>
                label={say('life.held')}
                value={found.heldBefore}
                onValue={heldBefore => set({ heldBefore })}
                choices={helds.map(value => ({ value, label: say(`held.${value}`) }))}
              />
            ),
            water: (
              <ChoiceBlank<FoundKind>
                label={say('found-water.water')}
                value={found.water}
                onValue={value => set({ water: value })}
                choices={foundWaters.map(value => ({
                  value,
                  label: say(`found-water.is.${value}`),
                  note: say(`found-water.is.${value}.note`),
                }))}
              />
            ),
            reads: found.water === 'tap' && (
              <Phrase
                text="found-water.sentence.reads"
                blanks={{
                  mgl: (
                    <QuantityBlank
                      label={say('read.mgl')}
                      dimension="concentrationMgL"
                      value={found.residualMgL}
                      onValue={residualMgL =>
                        setFound(({ residualMgL: _, ...f }) =>
                          residualMgL === undefined ? f : { ...f, residualMgL },
                        )
                      }
                      least={0}
                      most={50}
                      placeholder={say('bench.unread')}
                    />
                  ),
                }}
              />
            ),
            sealed: yesNo('found-water.sealed', found.sealed, sealed => set({ sealed })),
            looks: (
              <ChoiceBlank
                label={say('found-water.looks-label')}
                value={found.looks}
                onValue={value => set({ looks: value })}
                choices={looks.map(value => ({ value, label: say(`found-water.look.${value}`) }))}
              />
            ),
            smells: (
              <ChoiceBlank
                label={say('found-water.smells-label')}
                value={found.smell}
                onValue={smell => set({ smell })}
                choices={smells.map(value => ({ value, label: say(`found-water.smell.${value}`) }))}
              />
            ),
            age: (
              <QuantityBlank
                label={say('found-water.age-label')}
                dimension="timeMonths"
                value={found.ageMonths}
                onValue={ageMonths =>
                  setFound(({ ageMonths: _, ...f }) => (ageMonths === undefined ? f : { ...f, ageMonths }))
                }
                least={0}
                most={240}
                placeholder={say('found-water.no-idea')}
              />
            ),
          }}
        />
      </Sentence>
      <p className="mt-4 text-title font-extrabold" data-testid="found-answer">
        {say(`found-water.outcome.${outcome}`)}
      </p>
      <div className="mb-4">
        <JudgementLine judgement={judgement} />
      </div>
      {outcome !== 'discard' && (
        <Act
          typed={typed}
          drafts={drafts}
          label={say('found-water.keep')}
          told={say('found-water.told')}
          onDone={onClose}
        />
      )}
    </Dialog>
  );
}
