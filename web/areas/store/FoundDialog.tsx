import { useMemo } from 'react';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { filling } from '#core/areas/store/fields.ts';
import { allKinds, kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import { guessed } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import type { HeldBefore } from '#core/storage/containers/fitness.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { type FoundKind, type FoundWater, foundWaters, judgeFound } from '#core/storage/rotation/found.ts';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { nextCodes, placeDrafts } from './settingDown.ts';

const helds: readonly HeldBefore[] = ['water', 'new', 'food', 'milk-juice', 'chemical', 'unknown'];
const looks = ['clear', 'cloudy', 'algae'] as const;
const smells = ['none', 'chlorine', 'stale', 'chemical'] as const;
const MONTH_MIN = 30.44 * 1440;

/** What is found: the water as it is judged, in which vessel and where. */
interface Found extends Omit<FoundWater, 'residualMgL' | 'ageMonths'> {
  readonly kind: string;
  readonly place: string;
  readonly residualMgL: number | undefined;
  readonly ageMonths: number | undefined;
}

const judged = ({ kind: _, place: __, residualMgL, ageMonths, ...found }: Found) =>
  judgeFound({ ...found, ...given({ residualMgL, ageMonths }) });

/** The vessel in its place with what is in it; undefined for what is to be thrown away. */
function draftsOf(facts: Facts, found: Found, now: Instant, say: Say): Draft[] | undefined {
  const { outcome, water } = judged(found);
  const { kind, place, heldBefore, sealed, residualMgL, ageMonths = 0 } = found;
  const known = kindOf(facts, kind);
  if (outcome === 'discard' || !known || !place.trim()) return undefined;
  const { place: placeId, drafts } = placeDrafts(facts, place.trim(), say('first.home'));
  const container = newSubject('container');
  const role = outcome === 'utility' ? 'raw' : 'clean';
  const [code = ''] = nextCodes(facts, 1);
  // a guessed age dates it; without one it is as old as what is left of its term lets it be
  const at = addMinutes(now, -ageMonths * MONTH_MIN);
  const vessel = { code, kind, place: placeId, role, heldBefore, note: say('found-water.note') } as const;
  const filled = { volumeL: guessed(usableL(known), 0.1), water, sealed };
  return [
    ...drafts,
    draft('container.added', container, vessel, { at }),
    draft('filled', container, filled, { at: addMinutes(at, 1 / 60_000) }),
    ...(residualMgL !== undefined && water === 'found-tap'
      ? [draft('read', container, readingOfChlorine({ method: 'dpd', mgL: residualMgL }))]
      : []),
  ];
}

/** A jug that nobody remembers filling: a few questions, an answer with its reason, and its place in the store. */
export function FoundDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const { clock } = useSession();
  const facts = useFacts();
  const typed = 'found';
  const blanks = useBlanks<Found>(typed, () => ({
    ...{ kind: 'jug-18.9l', place: Object.values(facts.place)[0]?.name ?? '', water: 'unknown' },
    ...{ heldBefore: 'unknown', isFoodGrade: true, sealed: true, looks: 'clear', smell: 'none' },
    ...{ residualMgL: undefined, ageMonths: undefined },
  }));
  const { values } = blanks;
  const { outcome, judgement } = judged(values);
  const drafts = useMemo(() => draftsOf(facts, values, clock.now(), say), [facts, values, clock, say]);
  return (
    <Dialog title={say('found-water.title')} open onClose={onClose} wide>
      <FoundSentence blanks={blanks} />
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

function FoundSentence({ blanks }: { blanks: Blanks<Found> }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const { values, text, quantity, choice, yesNo } = blanks;
  const kinds = allKinds(facts).map(k => ({ value: k.id, label: kindName(k.id) }));
  const places = Object.values(facts.place).map(p => p.name);
  return (
    <Sentence>
      <Phrase
        text="found-water.sentence"
        blanks={{
          kind: choice('kind', 'set-down.kind', kinds),
          place: text('place', 'set-down.place', 'set-down.place-hint', places),
          grade: yesNo('isFoodGrade', 'found-water.grade', is => `found-water.grade.${is}`),
          held: choice('heldBefore', 'life.held', helds, held => `held.${held}`),
          water: choice(
            'water',
            'found-water.water',
            foundWaters.map((value: FoundKind) => ({
              value,
              label: say(`found-water.is.${value}`),
              note: say(`found-water.is.${value}.note`),
            })),
          ),
          reads: values.water === 'tap' && (
            <Phrase
              text="found-water.sentence.reads"
              blanks={{
                mgl: quantity('residualMgL', 'read.mgl', 'concentrationMgL', {
                  ...boundsOf(filling, 'residualMgL'),
                  placeholder: 'bench.unread',
                }),
              }}
            />
          ),
          sealed: yesNo('sealed', 'found-water.sealed', is => `found-water.sealed.${is}`),
          looks: choice('looks', 'found-water.looks-label', looks, look => `found-water.look.${look}`),
          smells: choice('smell', 'found-water.smells-label', smells, smell => `found-water.smell.${smell}`),
          age: quantity('ageMonths', 'found-water.age-label', 'timeMonths', {
            ...{ least: 0, most: 240, placeholder: 'found-water.no-idea' },
          }),
        }}
      />
    </Sentence>
  );
}
