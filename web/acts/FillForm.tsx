import { useMemo, useState } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { carriedOf } from '#core/areas/store/fit.ts';
import { kindOf } from '#core/areas/store/state.ts';
import type { Amount, Provenance } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { isPack } from '#core/storage/containers/pack.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { type Draft, draft } from '../session/draft.ts';
import { useStateNow } from '../session/hooks.ts';
import { useFacts, useReader } from '../session/state.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { DateBlank } from '../ui/DateBlank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { ProvenanceBlank, withProvenance } from '../ui/Provenance.tsx';
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

/** Fills an empty container; a full one is emptied first, or half of it, to utility water (that is a rotation). */
export function FillForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const now = useStateNow();
  const vessels = useMemo(() => pourable(facts, container), [facts, container]);
  const kind = kindOf(facts, container.kind);
  const left = container.fill?.remainingL ?? 0;
  const typed = actForm('fill', container);
  const [first, setFirst] = useTyped<First>(typed, 'first', 'all');
  const outL = outOf(first, left);
  const [volumeL, setVolumeL] = useTyped<number | undefined>(typed, 'volumeL', kind && usableL(kind));
  const [known, setKnown] = useTyped<Provenance>(typed, 'known', 'measured');
  const [spread, setSpread] = useTyped<number | undefined>(typed, 'spread', undefined);
  const [isFinding, setFinding] = useState(false);
  const [sourced, setSourced] = useTyped<Sourced>(typed, 'sourced', {
    water: container.fill?.water ?? 'treated-tap',
    origin: container.fill?.origin ?? {},
    source: container.fill?.from?.at(-1)?.source,
  });
  const { water } = sourced;
  const [printedUntil, setPrintedUntil] = useTyped(typed, 'printedUntil', '');
  const drafts = useMemo(() => {
    if (volumeL === undefined) return undefined;
    const amount: Amount = {
      ...withProvenance(volumeL, known),
      ...(known === 'guessed' && spread !== undefined ? { spread } : {}),
    };
    const out = sourced.vessel === undefined ? undefined : facts.container[sourced.vessel]?.fill;
    const treated = out && carriedOf(out, now);
    const list: Draft[] = [];
    if (left > 0 && first === 'all') list.push(draft('emptied', container.id, { to: 'utility' }));
    else if (outL > 0)
      list.push(draft('drawn', container.id, { volumeL: outL, use: 'utility', byTap: kind?.tap ?? false }));
    list.push(
      draft(
        'filled',
        container.id,
        {
          volumeL: amount,
          ...sourcedFields(sourced),
          ...(treated ? { treated } : {}),
          sealed: true,
          ...(printedUntil ? { printedUntil } : {}),
        },
        sourced.vessel === undefined ? {} : { also: [sourced.vessel] },
      ),
    );
    return list;
  }, [volumeL, known, spread, sourced, printedUntil, left, first, outL, kind?.tap, container.id, facts, now]);
  const isBought = water === 'bought' || water === 'pouch';
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say(left > 0 && first === 'all' ? 'fill.rotated' : 'fill.filled')}
      told={say('fill.told', { code: container.code, volumeL: volumeL ?? 0 })}
      onDone={onDone}
      correction={
        kind && (
          <Button onClick={() => setVolumeL(usableL(kind))}>
            {say('guard.overfull.remedy', { usableL: usableL(kind) })}
          </Button>
        )
      }
    >
      {left > 0 && kind && (
        <Sentence>
          <Phrase
            text="fill.first"
            params={{ litres: left }}
            blanks={{
              first: (
                <ChoiceBlank<First>
                  label={say('fill.first-label')}
                  value={first}
                  onValue={next => {
                    setFirst(next);
                    setVolumeL(Math.max(0, usableL(kind) - left + outOf(next, left)));
                  }}
                  // a pack is rotated whole, and what is full takes no more
                  choices={(isPack(kind) ? (['all'] as const) : firsts)
                    .filter(value => value !== 'none' || left < usableL(kind) - LEAST_L)
                    .map(value => ({ value, label: say(`fill.first.${value}`) }))}
                />
              ),
            }}
          />
        </Sentence>
      )}
      <Sentence>
        <Phrase
          text="fill.sentence"
          blanks={{
            volume: (
              <QuantityBlank
                label={say('fill.volume')}
                dimension="volumeL"
                value={volumeL}
                onValue={setVolumeL}
              />
            ),
            provenance: <ProvenanceBlank value={known} onValue={setKnown} />,
            water: <WaterBlanks {...sourced} onChange={setSourced} vessels={vessels} />,
            printed: isBought && (
              <Phrase
                text="fill.sentence.printed"
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
      </Sentence>
      <Button look="quiet" className="self-start text-small" onClick={() => setFinding(true)}>
        {say('vessel.find')}
      </Button>
      {isFinding && (
        <VesselDialog
          onClose={() => setFinding(false)}
          onAmount={amount => {
            setVolumeL(amount.value);
            setKnown(amount.known);
            setSpread(amount.spread);
            setFinding(false);
          }}
        />
      )}
      {kind && (
        <p className="text-small text-ash">
          {say('fill.holds', { kind: format.litres(kind.nominalL, units), usableL: usableL(kind) })}
        </p>
      )}
    </Act>
  );
}
