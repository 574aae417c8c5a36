import { type ComponentProps, type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { isHeldElsewhere } from '#core/areas/store/guards.ts';
import { labelOf, saysOf } from '#core/areas/store/label.ts';
import { type ContainerState, kindOf } from '#core/areas/store/state.ts';
import { bottlesOf } from '#core/areas/supplies/bottles.ts';
import { addDays } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
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

/** What a round through one place has before it, and what this browser is at. */
function useRound(placeId: string, passed: readonly string[]) {
  const facts = useFacts();
  const { containers, today } = useWaterState();
  const now = useStateNow();
  const me = browserId();
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
  return {
    open,
    held,
    current,
    isTaken: current !== undefined && isMine(current),
    // a failed one wants a look of its own, one in other hands is left to them
    alike: open.filter(c => !held.includes(c) && containers[c.id]?.state !== 'failed'),
    refilled: here.filter(
      c => c.takenUp && (c.label?.at ?? '') >= c.takenUp.at && c.takenUp.at.slice(0, 10) === now.slice(0, 10),
    ).length,
  };
}

/** A round through one place: each container emptied, cleaned, filled and labelled, one after another, under a thumb. */
export function Round() {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const { place: placeId = '' } = useParams();
  const place = useFacts().place[placeId];
  const [passed, setPassed] = useState<readonly string[]>([]);
  const { open, held, current, isTaken, alike, refilled } = useRound(placeId, passed);

  const take = async (c: ContainerFacts) => {
    const outcome = await recordAndTell(
      [draft('taken-up', c.id, { browser: browserId() })],
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
      {current && !isTaken && (
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
      {current && isTaken && <RoundSheet key={current.id} container={current} />}
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
  const state = useWaterState().containers[container.id];
  const { recordAndTell } = useRecord();
  if (!state) return null;
  const step = stepOf(container);
  const tell = (what: string, ...drafts: Draft[]) =>
    void recordAndTell(drafts, say('round.told', { code: container.code, what }));
  const Live = live[step];
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
      <BenchSheet lines={lines} live={<Live container={container} state={state} tell={tell} />} />
    </section>
  );
}

interface StepProps {
  readonly container: ContainerFacts;
  readonly state: ContainerState;
  /** Records what was done at this step. */
  readonly tell: (what: string, ...drafts: Draft[]) => void;
}

/** A button under a thumb. */
function Big({ look, disabled, onClick, children }: ComponentProps<typeof Button>) {
  return (
    <Button {...given({ look, disabled, onClick })} className="min-h-16 w-full">
      {children}
    </Button>
  );
}

function EmptyStep({ container: { id }, state, tell }: StepProps) {
  const say = useSay();
  const [garden, drain] = [say('round.empty.garden'), say('round.empty.drain')];
  return (
    <div className="flex flex-col gap-3">
      <p>
        {state.state === 'failed'
          ? say('round.failed-note')
          : say('round.empty.how', { litres: state.litres })}
      </p>
      <Big look="primary" onClick={() => tell(garden, draft('emptied', id, { to: 'utility' }))}>
        {garden}
      </Big>
      <Big onClick={() => tell(drain, draft('emptied', id, { to: 'drain' }))}>{drain}</Big>
    </div>
  );
}

function CleanStep({ container: { id, kind }, tell }: StepProps) {
  const say = useSay();
  const facts = useFacts();
  const { waterL, bleachMl } = sanitisingRinse(kindOf(facts, kind)?.nominalL ?? 20, 61.8);
  const supply = bottlesOf(facts)[0]?.id;
  const [washed, unsound] = [say('round.clean.washed'), say('round.clean.unsound')];
  const also = supply ? { also: [supply] } : {};
  return (
    <div className="flex flex-col gap-3">
      <p>{say('round.clean.how')}</p>
      <Big look="primary" onClick={() => tell(washed, draft('inspected', id, { found: 'sound' }))}>
        {washed}
      </Big>
      <Big onClick={() => tell(say('act.sanitise'), draft('sanitised', id, { waterL, bleachMl }, also))}>
        {say('round.clean.sanitised', { bleachMl, waterL })}
      </Big>
      <Big look="stop" onClick={() => tell(unsound, draft('condemned', id, { why: 'why.unsound' }))}>
        {unsound}
      </Big>
    </div>
  );
}

function FillStep({ container: { id, kind: kindId }, tell }: StepProps) {
  const say = useSay();
  const kind = kindOf(useFacts(), kindId);
  const typed = `round ${id}`;
  const [sourced, setSourced] = useTyped<Sourced>(typed, 'sourced', { water: 'treated-tap', origin: {} });
  const [volumeL, setVolumeL] = useTyped<number | undefined>(typed, 'volumeL', kind && usableL(kind));
  const fill = () =>
    volumeL !== undefined &&
    tell(
      say('fill.filled'),
      draft('filled', id, { volumeL: measured(volumeL), ...sourcedFields(sourced), sealed: true }),
    );
  return (
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
      <Big look="primary" disabled={volumeL === undefined} onClick={fill}>
        {say('round.fill.filled', { volumeL: volumeL ?? 0 })}
      </Big>
    </div>
  );
}

function LabelStep({ container, state, tell }: StepProps) {
  const say = useSay();
  const label = labelOf(useFacts(), container, state);
  const written = say('round.label.written');
  return (
    <div className="flex flex-col gap-3">
      <p>{say('round.label.how')}</p>
      <p className="border-[1.5px] border-dashed border-slate bg-paper p-2">{tapeText(label, say)}</p>
      <Big
        look="primary"
        onClick={() => tell(written, draft('label.printed', container.id, { says: saysOf(label) }))}
      >
        {written}
      </Big>
      <Link
        to={`/bench?container=${container.id}`}
        className="inline-flex min-h-11 items-center justify-center border-[1.5px] border-slate bg-paper font-semibold"
      >
        {say('round.label.dose')}
      </Link>
    </div>
  );
}

const live: Readonly<Record<Step, (props: StepProps) => ReactNode>> = {
  empty: EmptyStep,
  clean: CleanStep,
  fill: FillStep,
  label: LabelStep,
};
