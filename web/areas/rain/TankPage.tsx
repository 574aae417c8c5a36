import { lazy, memo, Suspense, useCallback, useDeferredValue, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import { builtRoof, catchmentsOf } from '#core/areas/rain/known.ts';
import {
  goesByDays,
  normalsFor,
  ownLitres,
  planOf,
  questionOf,
  sameEachMonth,
} from '#core/areas/rain/plan.ts';
import { headline, underHeadline } from '#core/areas/rain/words.ts';
import { coverOf } from '#core/areas/supplies/cover.ts';
import { surfaceRow } from '#core/rain/catchment/surfaces.ts';
import { sumOf } from '#core/rain/weather/normals.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Slider } from '../../ui/Slider.tsx';
import { House } from './House.tsx';
import { RainHead } from './RainHead.tsx';
import { SensedBars } from './SensedBars.tsx';
import { SizesDrawing } from './SizesDrawing.tsx';
import { TakeOutRain } from './TakeOutRain.tsx';
import { TankMore } from './TankMore.tsx';
import { TankSentence } from './TankSentence.tsx';
import { type Answered, type Asked, type Sizing, useSizing } from './useSizing.ts';

/** The form of what is tried here. */
const TANK = 'tank';

const ReliabilityChart = lazy(() => import('./ReliabilityChart.tsx'));

/** How big a tank for these roofs, this need and this weather, and how sure that is. */
export function TankPage() {
  const say = useSay();
  const facts = useFacts();
  const state = useWaterState();
  const { units } = useReader();
  const kept = useMemo(() => planOf(facts, state, units), [facts, state, units]);
  const [changed, setChanged] = useTyped<Partial<RainPlan>>(TANK, 'changed', {});
  const plan = useMemo((): RainPlan => ({ ...kept, ...changed }), [kept, changed]);
  const set = useCallback(
    (change: Partial<RainPlan>) => setChanged(before => ({ ...before, ...change })),
    [],
  );
  const forget = useCallback(() => setChanged({}), []);
  const ownL = ownLitres(facts, plan);
  const asked = useMemo((): Asked | undefined => {
    const question = questionOf(facts, plan);
    return question && { plan, question, ownL: ownLitres(facts, plan), normals: normalsFor(facts, plan) };
  }, [facts, plan]);
  const sizing = useSizing(asked);
  const drawing = useRef<HTMLDivElement>(null);
  const known = catchmentsOf(facts);
  const { answered } = sizing;
  // what is large to draw follows a pause behind the hand
  const drawn = useDeferredValue(answered);
  if (known.length === 0) return <NoRoof />;
  return (
    <div className="flex max-w-[1180px] flex-col gap-4 p-6 max-wide:p-4">
      <RainHead
        answer={<Answer sizing={sizing} plan={plan} />}
        under={answered && say(underHeadline(answered.answer))}
      />
      <InTurn>
        <TankSentence plan={plan} ownL={ownL} onPlan={set} />
        <div className="-my-2 flex flex-wrap items-center gap-x-8 no-print">
          <Sliders plan={plan} ownL={ownL} onPlan={set} />
          <Progress sizing={sizing} />
        </div>
      </InTurn>
      {drawn && (
        <InTurn>
          <div ref={drawing}>
            <Drawn answered={drawn} onPlan={set} />
          </div>
          <Curve answered={sizing.whole ?? drawn} />
          <Cautions plan={plan} sizeL={drawn.answer.life.sizeL} />
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2 no-print">
            <Keep plan={plan} onKept={forget} />
            <TakeOutRain answered={drawn} drawing={drawing} />
          </div>
        </InTurn>
      )}
    </div>
  );
}

/** The house with its year, the sizes and what matters most, and the other answers in words. */
const Drawn = memo(function Drawn({
  answered: { answer, plan, ownL, normals },
  onPlan,
}: {
  answered: Answered;
  onPlan: (change: Partial<RainPlan>) => void;
}) {
  return (
    <InTurn>
      <div className="mb-4 grid grid-cols-[minmax(0,7fr)_minmax(0,5fr)] gap-6 max-wide:grid-cols-1">
        <House plan={plan} answer={answer} normals={normals} />
        <div className="flex flex-col gap-4">
          <SizesDrawing answer={answer} askedShare={plan.askedShare} ownL={ownL} />
          <SensedBars sensed={answer.sensed} />
        </div>
      </div>
      <TankMore answer={answer} plan={plan} ownL={ownL} onPlan={onPlan} />
    </InTurn>
  );
});

/** The curve of all sizes: drawn once all the years are through, in a task of its own. */
const Curve = memo(function Curve({ answered }: { answered: Answered }) {
  const calm = useDeferredValue(answered);
  return (
    <Suspense fallback={null}>
      <ReliabilityChart answer={calm.answer} plan={calm.plan} />
    </Suspense>
  );
});

const Keep = memo(function Keep({ plan, onKept }: { plan: RainPlan; onKept: () => void }) {
  const say = useSay();
  const drafts = useMemo(() => [draft('rain.planned', 'rain', plan)], [plan]);
  return (
    <Act typed={TANK} drafts={drafts} label={say('rain.keep')} told={say('rain.kept')} onDone={onKept} />
  );
});

/** Nothing is caught without a surface: what this is for, and how to begin. */
function NoRoof() {
  const say = useSay();
  return (
    <div className="flex max-w-[720px] flex-col gap-4 p-6 max-wide:p-4">
      <RainHead answer={say('rain.none')} />
      <p className="text-large">{say('rain.empty')}</p>
      <p>
        <Link
          to="/rain/catch?do=add"
          className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-pool bg-pool px-4 font-bold text-on-pool"
        >
          {say('catchment.add')}
        </Link>
      </p>
      <p className="text-ash">{say('empty.example')}</p>
    </div>
  );
}

/** The answer first; until there is one, what is missing. */
function Answer({ sizing: { answered, share }, plan }: { sizing: Sizing; plan: RainPlan }) {
  const say = useSay();
  if (plan.catchments.length === 0) return say('rain.answer.no-roof');
  if (!answered) return say(share === undefined ? 'rain.answer.no-weather' : 'rain.answer.working');
  return say(headline(answered.answer, answered.plan, answered.ownL));
}

/** What is felt rather than typed: the need of a day, and the tank. */
const Sliders = memo(function Sliders({
  plan,
  ownL,
  onPlan,
}: {
  plan: RainPlan;
  ownL: number;
  onPlan: (change: Partial<RainPlan>) => void;
}) {
  const say = useSay();
  const { units } = useReader();
  const needL = Math.round(sumOf(plan.needL) / plan.needL.length);
  const needStep = 5;
  const tankStep = 250;
  return (
    <div className="flex flex-wrap items-center gap-x-8 gap-y-1 text-small">
      <span className="flex items-center gap-3">
        {say('rain.slide.need')}
        <Slider
          label={say('rain.slide.need.label')}
          value={Math.round(needL / needStep)}
          least={1}
          most={Math.max(100, Math.ceil((needL * 2) / needStep))}
          words={format.litres(needL, units)}
          onValue={step => onPlan({ needL: sameEachMonth(step * needStep) })}
        />
        <strong className="w-[9ch]">{format.litres(needL, units)}</strong>
      </span>
      <span className="flex items-center gap-3">
        {say('rain.slide.tank')}
        <Slider
          label={say('rain.slide.tank.label')}
          value={Math.round(ownL / tankStep)}
          least={0}
          most={Math.max(80, Math.ceil((ownL * 2) / tankStep))}
          words={format.litres(ownL, units)}
          onValue={step => onPlan({ tankL: Math.max(10, step * tankStep) })}
        />
        <strong className="w-[9ch]">{format.litres(ownL, units)}</strong>
      </span>
    </div>
  );
});

/** How far the years are, and a way to leave it; a rough answer stands meanwhile. */
function Progress({ sizing }: { sizing: Sizing & { readonly stop: () => void } }) {
  const say = useSay();
  const { share, isStopped, answered } = sizing;
  if (isStopped)
    return (
      <p role="status" className="text-small text-ash">
        {say(answered ? 'rain.stopped-rough' : 'rain.stopped')}
      </p>
    );
  // the line keeps its height: nothing jumps while a hand drags
  return (
    <p role="status" className="flex h-7 items-center gap-3 text-small text-ash">
      {share !== undefined && (
        <>
          <progress value={share} max={1} aria-label={say('rain.progress')} className="w-40 accent-slate" />
          {say(answered?.isCoarse ? 'rain.working-rough' : 'rain.working')}
          <Button look="quiet" className="text-small" onClick={sizing.stop}>
            {say('rain.stop')}
          </Button>
        </>
      )}
    </p>
  );
}

/** Rain is drunk only after a treatment that there is stock for: which, and for how many days of this need. */
function Stocked({ plan }: { plan: RainPlan }) {
  const say = useSay();
  const facts = useFacts();
  const { today } = useReader();
  const needL = sumOf(plan.needL) / plan.needL.length;
  const [best] = coverOf(facts, today, needL, plan.outageDays).filter(c => c.days >= 1);
  return (
    <li className={best ? '' : 'font-semibold text-iron'}>
      {best
        ? say('rain.caution.stocked', { way: `way.${best.way}`, coverDays: Math.floor(best.days) })
        : say('rain.caution.unstocked')}
    </li>
  );
}

/** What is said where the act is: roofs, cross-connections, and what the years do not know. */
function Cautions({ plan, sizeL }: { plan: RainPlan; sizeL: number }) {
  const say = useSay();
  const facts = useFacts();
  const chosen = catchmentsOf(facts).filter(c => plan.catchments.includes(c.id));
  const unfit = chosen.filter(c => builtRoof(c) === 'unfit');
  return (
    <ul className="m-0 max-w-[90ch] list-none border-l-4 border-clay p-0 pl-3 text-small">
      {!goesByDays(facts, plan) && <li>{say('rain.caution.droughts')}</li>}
      <li>{say('rain.caution.frost')}</li>
      {plan.use === 'drinking' && unfit.length === 0 && <Stocked plan={plan} />}
      {unfit.map(c => (
        <li key={c.id}>
          {say('rain.caution.unfit', {
            name: c.name,
            surface: `surface.${c.surface}`,
            most: surfaceRow(c.surface).most,
          })}
        </li>
      ))}
      <li>{say('rain.caution.trade', { sizeL, tankKg: sizeL })}</li>
    </ul>
  );
}
