import { useMemo, useState } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { carriedOf } from '#core/areas/store/fit.ts';
import { kindOf } from '#core/areas/store/state.ts';
import type { Day, Instant } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Amount, Provenance } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ContainerKind, usableL } from '#core/storage/containers/kinds.ts';
import { isPack } from '#core/storage/containers/pack.ts';
import { Act } from '../app/Act.tsx';
import { type Blanks, useBlanks } from '../app/blanks.tsx';
import { type Draft, draft } from '../session/draft.ts';
import { useStateNow } from '../session/hooks.ts';
import { useFacts, useReader } from '../session/state.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { withProvenance } from '../ui/Provenance.tsx';
import { type ActFormProps, actForm } from './actForm.ts';
import { VesselDialog } from './VesselDialog.tsx';
import { type Sourced, sourcedFields, WaterBlanks } from './WaterBlanks.tsx';

/** So many are offered; more are found by standing nearer. */
const MOST_VESSELS = 60;

/** Vessels with water that may be poured out of, those of the same place first. */
const pourable = (facts: Facts, { id, place }: ContainerFacts): ContainerFacts[] =>
  Object.values(facts.container)
    .filter(c => c.id !== id && (c.fill?.remainingL ?? 0) > 0 && !c.held?.length)
    .sort((a, b) => Number(b.place === place) - Number(a.place === place) || (a.code < b.code ? -1 : 1))
    .slice(0, MOST_VESSELS);

/** How much of what is in it goes first. */
const firsts = ['all', 'half', 'none'] as const;
type First = (typeof firsts)[number];
const outOf = (first: First, leftL: number): number => leftL * { all: 1, half: 0.5, none: 0 }[first];
/** Less than this is no room (L). */
const LEAST_L = 0.5;

/** The blanks of a filling. */
interface Filling {
  readonly first: First;
  readonly volumeL: number | undefined;
  readonly known: Provenance;
  readonly spread: number | undefined;
  readonly sourced: Sourced;
  readonly printedUntil: Day | '';
}

/** What goes first, then the filling; undefined until it says how much. */
function draftsOf(facts: Facts, { id, kind, fill }: ContainerFacts, blanks: Filling, now: Instant) {
  const { first, volumeL, known, spread, sourced, printedUntil } = blanks;
  if (volumeL === undefined) return undefined;
  const left = fill?.remainingL ?? 0;
  const out = sourced.vessel === undefined ? undefined : facts.container[sourced.vessel]?.fill;
  const byTap = kindOf(facts, kind)?.tap ?? false;
  const list: Draft[] = [];
  if (left > 0 && first === 'all') list.push(draft('emptied', id, { to: 'utility' }));
  else if (outOf(first, left) > 0)
    list.push(draft('drawn', id, { volumeL: outOf(first, left), use: 'utility', byTap }));
  list.push(
    draft(
      'filled',
      id,
      {
        volumeL: {
          ...withProvenance(volumeL, known),
          ...given({ spread: known === 'guessed' ? spread : undefined }),
        },
        ...sourcedFields(sourced),
        ...given({ treated: out && carriedOf(out, now), printedUntil: printedUntil || undefined }),
        sealed: true,
      },
      sourced.vessel === undefined ? {} : { also: [sourced.vessel] },
    ),
  );
  return list;
}

/** Fills an empty container; a full one is emptied first, or half of it, to utility water (that is a rotation). */
export function FillForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const now = useStateNow();
  const kind = kindOf(facts, container.kind);
  const { fill } = container;
  const left = fill?.remainingL ?? 0;
  const typed = actForm('fill', container);
  const blanks = useBlanks<Filling>(typed, () => ({
    ...{
      first: 'all',
      volumeL: kind && usableL(kind),
      known: 'measured',
      spread: undefined,
      printedUntil: '',
    },
    sourced: {
      ...{
        water: fill?.water ?? 'treated-tap',
        origin: fill?.origin ?? {},
        source: fill?.from?.at(-1)?.source,
      },
    },
  }));
  const { values, change } = blanks;
  const drafts = useMemo(() => draftsOf(facts, container, values, now), [facts, container, values, now]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say(left > 0 && values.first === 'all' ? 'fill.rotated' : 'fill.filled')}
      told={say('fill.told', { code: container.code, volumeL: values.volumeL ?? 0 })}
      onDone={onDone}
      correction={
        kind && (
          <Button onClick={() => change({ volumeL: usableL(kind) })}>
            {say('guard.overfull.remedy', { usableL: usableL(kind) })}
          </Button>
        )
      }
    >
      {left > 0 && kind && <FirstSentence blanks={blanks} kind={kind} left={left} />}
      <FillSentence blanks={blanks} container={container} />
      <FindVolume onAmount={({ value, known, spread }) => change({ volumeL: value, known, spread })} />
      {kind && (
        <p className="text-small text-ash">
          {say('fill.holds', { kind: format.litres(kind.nominalL, units), usableL: usableL(kind) })}
        </p>
      )}
    </Act>
  );
}

interface FirstProps {
  readonly blanks: Blanks<Filling>;
  readonly kind: ContainerKind;
  readonly left: number;
}

/** How much of what is in it goes first: the rest has room above it. */
function FirstSentence({ blanks: { values, change }, kind, left }: FirstProps) {
  const say = useSay();
  // a pack is rotated whole, and what is full takes no more
  const offered = (isPack(kind) ? (['all'] as const) : firsts).filter(
    value => value !== 'none' || left < usableL(kind) - LEAST_L,
  );
  return (
    <Sentence>
      <Phrase
        text="fill.first"
        params={{ litres: left }}
        blanks={{
          first: (
            <ChoiceBlank<First>
              label={say('fill.first-label')}
              value={values.first}
              onValue={first =>
                change({ first, volumeL: Math.max(0, usableL(kind) - left + outOf(first, left)) })
              }
              choices={offered.map(value => ({ value, label: say(`fill.first.${value}`) }))}
            />
          ),
        }}
      />
    </Sentence>
  );
}

function FillSentence({ blanks, container }: { blanks: Blanks<Filling>; container: ContainerFacts }) {
  const facts = useFacts();
  const vessels = useMemo(() => pourable(facts, container), [facts, container]);
  const { values, change, quantity, known, day } = blanks;
  const { water } = values.sourced;
  const isBought = water === 'bought' || water === 'pouch';
  return (
    <Sentence>
      <Phrase
        text="fill.sentence"
        blanks={{
          volume: quantity('volumeL', 'fill.volume', 'volumeL'),
          provenance: known('known'),
          water: (
            <WaterBlanks {...values.sourced} onChange={sourced => change({ sourced })} vessels={vessels} />
          ),
          printed: isBought && (
            <Phrase
              text="fill.sentence.printed"
              blanks={{ printed: day('printedUntil', 'fill.printed-label') }}
            />
          ),
        }}
      />
    </Sentence>
  );
}

/** The way to find out how much a vessel without marks holds. */
function FindVolume({ onAmount }: { onAmount: (amount: Amount) => void }) {
  const say = useSay();
  const [isFinding, setFinding] = useState(false);
  return (
    <>
      <Button look="quiet" className="self-start text-small" onClick={() => setFinding(true)}>
        {say('vessel.find')}
      </Button>
      {isFinding && (
        <VesselDialog
          onClose={() => setFinding(false)}
          onAmount={amount => {
            onAmount(amount);
            setFinding(false);
          }}
        />
      )}
    </>
  );
}
