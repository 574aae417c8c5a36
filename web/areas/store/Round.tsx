import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { isHeldElsewhere } from '#core/areas/store/guards.ts';
import { labelOf, saysOf } from '#core/areas/store/label.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import { addDays } from '#core/base/day.ts';
import { measured } from '#core/base/units/amount.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { sanitisingRinse } from '#core/treatment/chlorine/sanitise.ts';
import { type Sourced, sourcedFields, WaterBlanks } from '../../acts/WaterBlanks.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts, useWaterState } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { BenchSheet, type SheetLine } from '../../ui/BenchSheet.tsx';
import { QuantityBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { tapeText } from '../../ui/tape.ts';
import { browserId } from './browser.ts';
import { RefillMany } from './RefillMany.tsx';

/** A container due within so many days goes along on a round. */
const EARLY_DAYS = 30;

type Step = 'empty' | 'clean' | 'fill' | 'label';
const steps: readonly Step[] = ['empty', 'clean', 'fill', 'label'];

/** Where a container is on its way through a round, from what was recorded since it was taken up. */
function stepOf({ fill, takenUp, sanitisedAt, inspected }: ContainerFacts): Step {
  const since = takenUp?.at ?? '';
  if (fill && fill.remainingL > 0) return fill.at < since ? 'empty' : 'label';
  return (sanitisedAt ?? '') >= since || (inspected?.at ?? '') >= since ? 'fill' : 'clean';
}

/** A round through one place: each container emptied, cleaned, filled and labelled, one after another, under a thumb. */
export function Round() {
  const say = useSay();
  const facts = useFacts();
  const { containers, today } = useWaterState();
  const now = useStateNow();
  const { recordAndTell } = useRecord();
  const { place: placeId = '' } = useParams();
  const [passed, setPassed] = useState<readonly string[]>([]);
  const me = browserId();
  const place = facts.place[placeId];
  const here = Object.values(facts.container)
    .filter(c => c.place === placeId && !c.condemned)
    .sort((a, b) => (a.code < b.code ? -1 : 1));
  const isMine = (c: ContainerFacts) => c.takenUp?.browser === me && (c.label?.at ?? '') < c.takenUp.at;
  const isDue = (c: ContainerFacts) => {
    const state = containers[c.id];
    return (
      state !== undefined &&
      (state.state === 'past' ||
        state.state === 'failed' ||
        // water that is good for hours is not rotated but used
        (state.goodUntil !== undefined &&
          state.goodUntil.at === undefined &&
          state.goodUntil.day <= addDays(today, EARLY_DAYS)))
    );
  };
  const open = here.filter(c => isMine(c) || isDue(c));
  const held = open.filter(c => isHeldElsewhere(c, me, now));
  const current = open.find(isMine) ?? open.find(c => !held.includes(c) && !passed.includes(c.id));
  // a failed one wants a look of its own, one in other hands is left to them
  const alike = open.filter(c => !held.includes(c) && containers[c.id]?.state !== 'failed');
  const refilled = here.filter(
    c => c.takenUp && (c.label?.at ?? '') >= c.takenUp.at && c.takenUp.at.slice(0, 10) === now.slice(0, 10),
  ).length;

  const take = async (c: ContainerFacts) => {
    const outcome = await recordAndTell(
      [draft('taken-up', c.id, { browser: me })],
      say('round.told', { code: c.code, what: say('entry.taken-up') }),
    );
    if (outcome.is === 'refused') setPassed([...passed, c.id]);
  };

  return (
    <div className="mx-auto max-w-[620px] p-4">
      <p>
        <Link to="/store" className="underline decoration-rule underline-offset-3">
          {say('round.back')}
        </Link>
      </p>
      <h1 className="mt-1 text-title">{say('round.title', { place: place?.name ?? '' })}</h1>
      {place?.finding && <p className="text-ash">{place.finding}</p>}
      <p className="mb-3" role="status">
        {say('round.left', { count: open.length })}{' '}
        {held.length > 0 && say('round.held', { count: held.length })}
      </p>
      {alike.length > 1 && (
        <details className="mb-3 border-y border-rule py-2">
          <summary className="min-h-9 cursor-pointer content-center font-semibold">
            {say('round.alike', { count: alike.length })}
          </summary>
          <p className="my-2 text-small text-ash">{say('round.alike-note')}</p>
          <RefillMany containers={alike} />
        </details>
      )}
      {!current && (
        <p className="text-large font-semibold">
          {say('round.done')} {say('round.done-note', { count: refilled })}
        </p>
      )}
      {current && !isMine(current) && (
        <div className="border-[1.5px] border-slate bg-paper p-4">
          <Heading container={current} />
          <div className="mt-3 grid grid-cols-2 gap-3">
            <Button look="primary" className="min-h-16" onClick={() => void take(current)}>
              {say('round.take')}
            </Button>
            <Button className="min-h-16" onClick={() => setPassed([...passed, current.id])}>
              {say('round.pass')}
            </Button>
          </div>
        </div>
      )}
      {current && isMine(current) && <RoundSheet key={current.id} container={current} />}
    </div>
  );
}

function Heading({ container }: { container: ContainerFacts }) {
  const say = useSay();
  const kindName = useKindName();
  const state = useWaterState().containers[container.id];
  return (
    <p className="text-title font-extrabold">
      {container.code} <span className="text-base font-normal">{kindName(container.kind)}</span>
      {container.shelf && (
        <span className="text-base font-normal">, {say('move.on-shelf', { id: container.shelf })}</span>
      )}
      {state && (
        <span className="ml-3 text-base font-normal">
          <Swatch state={state.state} /> {say(`state-name.${state.state}`)}
        </span>
      )}
    </p>
  );
}

function RoundSheet({ container }: { container: ContainerFacts }) {
  const say = useSay();
  const facts = useFacts();
  const state = useWaterState().containers[container.id];
  const { recordAndTell } = useRecord();
  const kind = kindOf(facts, container.kind);
  const typed = `round ${container.id}`;
  const [sourced, setSourced] = useTyped<Sourced>(typed, 'sourced', { water: 'treated-tap', origin: {} });
  const [volumeL, setVolumeL] = useTyped<number | undefined>(typed, 'volumeL', kind && usableL(kind));
  if (!state) return null;
  const step = stepOf(container);
  const tell = (what: string, ...drafts: Draft[]) =>
    void recordAndTell(drafts, say('round.told', { code: container.code, what }));
  const rinse = sanitisingRinse(kind?.nominalL ?? 20, 61.8);
  const supply = bottlesOf(facts)[0]?.id;
  const big = 'min-h-16 w-full';

  const live: Record<Step, ReactNode> = {
    empty: (
      <div className="flex flex-col gap-3">
        <p>
          {state.state === 'failed'
            ? say('round.failed-note')
            : say('round.empty.how', { litres: state.litres })}
        </p>
        <Button
          look="primary"
          className={big}
          onClick={() => tell(say('round.empty.garden'), draft('emptied', container.id, { to: 'utility' }))}
        >
          {say('round.empty.garden')}
        </Button>
        <Button
          className={big}
          onClick={() => tell(say('round.empty.drain'), draft('emptied', container.id, { to: 'drain' }))}
        >
          {say('round.empty.drain')}
        </Button>
      </div>
    ),
    clean: (
      <div className="flex flex-col gap-3">
        <p>{say('round.clean.how')}</p>
        <Button
          look="primary"
          className={big}
          onClick={() =>
            tell(say('round.clean.washed'), draft('inspected', container.id, { found: 'sound' }))
          }
        >
          {say('round.clean.washed')}
        </Button>
        <Button
          className={big}
          onClick={() =>
            tell(
              say('act.sanitise'),
              draft(
                'sanitised',
                container.id,
                { waterL: rinse.waterL, bleachMl: rinse.bleachMl },
                supply ? { also: [supply] } : {},
              ),
            )
          }
        >
          {say('round.clean.sanitised', { bleachMl: rinse.bleachMl, waterL: rinse.waterL })}
        </Button>
        <Button
          look="stop"
          className={big}
          onClick={() =>
            tell(say('round.clean.unsound'), draft('condemned', container.id, { why: 'why.unsound' }))
          }
        >
          {say('round.clean.unsound')}
        </Button>
      </div>
    ),
    fill: (
      <div className="flex flex-col gap-3">
        <p className="leading-10">
          <Phrase
            text="round.fill-sentence"
            blanks={{
              volume: (
                <QuantityBlank
                  label={say('fill.volume')}
                  dimension="volumeL"
                  value={volumeL}
                  onValue={setVolumeL}
                />
              ),
              water: <WaterBlanks {...sourced} onChange={setSourced} />,
            }}
          />
        </p>
        <Button
          look="primary"
          className={big}
          disabled={volumeL === undefined}
          onClick={() =>
            volumeL !== undefined &&
            tell(
              say('fill.filled'),
              draft('filled', container.id, {
                volumeL: measured(volumeL),
                ...sourcedFields(sourced),
                sealed: true,
              }),
            )
          }
        >
          {say('round.fill.filled', { volumeL: volumeL ?? 0 })}
        </Button>
      </div>
    ),
    label: (
      <div className="flex flex-col gap-3">
        <p>{say('round.label.how')}</p>
        <p className="border-[1.5px] border-dashed border-slate bg-paper p-2">
          {tapeText(labelOf(facts, container, state), say)}
        </p>
        <Button
          look="primary"
          className={big}
          onClick={() =>
            tell(
              say('round.label.written'),
              draft('label.printed', container.id, { says: saysOf(labelOf(facts, container, state)) }),
            )
          }
        >
          {say('round.label.written')}
        </Button>
        <Link
          to={`/bench?container=${container.id}`}
          className="inline-flex min-h-11 items-center justify-center border-[1.5px] border-slate bg-paper font-semibold"
        >
          {say('round.label.dose')}
        </Link>
      </div>
    ),
  };
  const at = steps.indexOf(step);
  const lines = steps.map(
    (id, i): SheetLine => ({
      id,
      status: i < at ? 'done' : i === at ? 'live' : 'ahead',
      title: say(`round.step.${id}`),
    }),
  );
  return (
    <section aria-label={container.code} className="border-[1.5px] border-slate bg-paper">
      <div className="p-4">
        <Heading container={container} />
      </div>
      <BenchSheet lines={lines} live={live[step]} />
    </section>
  );
}
