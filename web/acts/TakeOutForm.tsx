import { useMemo } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { allKinds } from '#core/areas/store/state.ts';
import { addMinutes } from '#core/base/day.ts';
import { measured } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ContainerKind, usableL } from '#core/storage/containers/kinds.ts';
import { isPack, pieceL } from '#core/storage/containers/pack.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { type Draft, draft, newSubject } from '../session/draft.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { actForm } from './actForm.ts';

type Then = 'drinking' | 'utility' | 'open';

/** The bottle that a pack is of, as a vessel by itself. */
const bottleOf = (pack: ContainerKind, facts: Facts): ContainerKind =>
  allKinds(facts).find(
    k => k.shape === 'bottle' && !isPack(k) && Math.abs(usableL(k) / pieceL(pack) - 1) < 0.05,
  ) ?? {
    ...pack,
    id: `bottle-${Math.round(pieceL(pack) * 1000)}ml`,
    shape: 'bottle',
    nominalL: pieceL(pack),
    usableShare: 1,
    tareKg: pack.tareKg / (pack.pieces ?? 1),
    stackable: false,
  };

/** A code beside the pack's that is not taken yet: TH-012-1. */
function codeBeside(facts: Facts, { code }: ContainerFacts): string {
  const taken = new Set(Object.values(facts.container).map(c => c.code));
  for (let n = 1; ; n++) if (!taken.has(`${code}-${n}`)) return `${code}-${n}`;
}

/** One bottle leaves the pack and is opened: from then on it has a life of its own. */
function openedDrafts(facts: Facts, container: ContainerFacts, pack: ContainerKind): Draft[] {
  const { fill } = container;
  if (!fill) return [];
  const bottle = bottleOf(pack, facts);
  const known = allKinds(facts).some(k => k.id === bottle.id);
  const id = newSubject('container');
  const { place, shelf, role, heldBefore, setApart, inspected } = container;
  const { water, origin, printedUntil } = fill;
  return [
    ...(known ? [] : [draft('kind.set', `kind:${bottle.id}`, bottle)]),
    draft('drawn', container.id, {
      volumeL: pieceL(pack),
      use: 'utility',
      byTap: false,
      pieces: 1,
      into: id,
    }),
    draft(
      'container.added',
      id,
      {
        code: codeBeside(facts, container),
        kind: bottle.id,
        place,
        role,
        heldBefore,
        ...(shelf ? { shelf } : {}),
        ...(setApart ? { setApart } : {}),
      },
      // it is as old as its pack
      { at: addMinutes(fill.at, -1) },
    ),
    draft(
      'filled',
      id,
      {
        volumeL: measured(pieceL(pack)),
        water,
        vessel: container.id,
        sealed: true,
        ...(origin ? { origin } : {}),
        ...(printedUntil ? { printedUntil } : {}),
      },
      { at: fill.at },
    ),
    // what was found of the pack holds for each of its bottles
    ...(inspected && inspected.at >= fill.at ? [draft('inspected', id, { found: inspected.found })] : []),
    ...(fill.failed ? [draft('failed', id, { why: fill.failed.why })] : []),
    draft('opened', id, {}),
  ];
}

/** Takes whole bottles out of a pack: to drink, for the rest, or one to be opened and kept. */
export function TakeOutForm({
  container,
  pack,
  onDone,
}: {
  container: ContainerFacts;
  pack: ContainerKind;
  onDone: () => void;
}) {
  const say = useSay();
  const facts = useFacts();
  const typed = actForm('take-out', container);
  const [pieces, setPieces] = useTyped<number | undefined>(typed, 'pieces', 1);
  const [then, setThen] = useTyped<Then>(typed, 'then', 'drinking');
  const each = pieceL(pack);
  const left = Math.round((container.fill?.remainingL ?? 0) / each);
  const drafts = useMemo((): Draft[] | undefined => {
    if (then === 'open') return openedDrafts(facts, container, pack);
    if (!pieces) return undefined;
    const volumeL = Math.round(pieces * each * 1000) / 1000;
    return [draft('drawn', container.id, { volumeL, use: then, byTap: false, pieces })];
  }, [pieces, then, each, facts, container, pack]);
  return (
    <Act
      typed={typed}
      mayBePast={then !== 'open'}
      drafts={drafts}
      label={say('draw.do')}
      told={say('draw.told', { code: container.code, volumeL: (then === 'open' ? 1 : (pieces ?? 0)) * each })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="take-out.sentence"
          blanks={{
            pieces:
              then === 'open' ? (
                '1'
              ) : (
                <QuantityBlank
                  label={say('draw.pieces')}
                  dimension="number"
                  value={pieces}
                  onValue={setPieces}
                  least={1}
                  most={left}
                  wholeNumbers
                />
              ),
            bottles: say('draw.pieces-of', { left, each }),
            next: (
              <ChoiceBlank<Then>
                label={say('draw.then')}
                value={then}
                onValue={setThen}
                choices={(['drinking', 'utility', 'open'] as const).map(value => ({
                  value,
                  label: say(`draw.then.${value}`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
      {then === 'open' && <p className="text-small text-ash">{say('draw.one-open')}</p>}
    </Act>
  );
}
