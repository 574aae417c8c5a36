import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { mixSpots } from '#core/areas/store/mixRoom.ts';
import { type Fillable, fillableOwn, willBeReady } from '#core/areas/store/ownFirst.ts';
import { allKinds, kindOf } from '#core/areas/store/state.ts';
import { given } from '#core/base/given.ts';
import { stockNeedL } from '#core/planning/need/need.ts';
import { usableL } from '#core/storage/containers/kinds.ts';
import { massKg, portability } from '#core/storage/containers/mass.ts';
import type { MixAim, MixPlan, MixQuestion } from '#core/storage/containers/mixProgram.ts';
import { rotationSchools } from '#core/storage/rotation/goodUntil.ts';
import { useBlanksOf } from '../../app/blanks.tsx';
import { useTyped, type Written } from '../../app/typed.ts';
import { ghostsPlanned } from '../../session/ghosts.ts';
import { useAppDispatch, useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { list } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import type { MixWorker } from '../../workers/mixWorker.ts';
import { progress } from '../../workers/progress.ts';
import { MixAnswer } from './MixAnswer.tsx';

const CostChart = lazy(() => import('./CostChart.tsx'));

const aims: readonly MixAim[] = ['cost', 'handling', 'area'];
/** Kinds that a household buys by hand; a rain tank is built, not bought by the dozen. */
const notOffered = new Set(['tank', 'pouch', 'pack']);

/** Codes named of one's own empty vessels. */
const OWN_NAMED = 4;

interface Blanks {
  readonly budget: number | undefined;
  readonly carryDays: number;
  readonly years: number;
  readonly litrePrice: number;
  readonly aim: MixAim;
}

interface Missing {
  readonly question: MixQuestion;
  /** Empty vessels of one's own: to be filled before anything is bought. */
  readonly own: readonly Fillable[];
  /** Litres that stand in their contact time. */
  readonly standingL: number;
}

/** What is missing, and where it could stand; what is owned already counts first. */
function useQuestion(blanks: Blanks): Missing {
  const facts = useFacts();
  const { need, reach, containers } = useWaterState();
  return useMemo(() => {
    const { plan } = facts;
    const own = fillableOwn(facts);
    let [portableL, standingL] = [0, 0];
    for (const c of Object.values(facts.container)) {
      const kind = kindOf(facts, c.kind);
      const state = containers[c.id];
      if (!state) continue;
      if (willBeReady(state)) standingL += state.litres;
      const isPortable = kind && portability(massKg(kind, usableL(kind)), plan.liftKg) !== 'fixed';
      if (isPortable && (state.counts === 'drinking' || willBeReady(state))) portableL += state.litres;
    }
    const ownL = own.reduce((sum, v) => sum + v.litres, 0);
    const ownPortableL = own.reduce((sum, v) => sum + (v.isPortable ? v.litres : 0), 0);
    const wantedL = stockNeedL(need.drinkingL, plan.targetDays, plan.reserveShare);
    const question = {
      kinds: allKinds(facts).filter(k => !notOffered.has(k.shape)),
      spots: mixSpots(facts),
      needL: Math.max(0, wantedL - reach.drinkingL - standingL - ownL),
      carryL: Math.max(0, need.drinkingL * blanks.carryDays - portableL - ownPortableL),
      liftKg: plan.liftKg,
      ...given({ budget: blanks.budget }),
      years: blanks.years,
      fillsPerYear: 12 / rotationSchools[plan.rotationSchool].months,
      litrePrice: blanks.litrePrice,
      aim: blanks.aim,
    };
    return { question, own, standingL };
  }, [facts, need, reach, containers, blanks]);
}

interface Run {
  readonly aim: MixAim;
  /** The share done; undefined when all is done. */
  readonly share?: number;
  readonly plan?: MixPlan;
}

/** Where the vessels of a plan, or of the nearest that can be done, would stand. */
const ghostsOf = (plan: MixPlan) =>
  ((plan.possible ? plan : plan.nearest)?.counts ?? []).map(({ kind, spot, count }) => ({
    ...{ kind: kind.id, place: spot.place, count },
    ...given({ shelf: spot.shelf || undefined }),
  }));

/** Works a mix out in a worker, which tells what it knows so far. */
function useMix(question: MixQuestion) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const [run, setRun] = useState<Run | null>(null);
  const worker = useRef<KeptWorker<MixWorker> | null>(null);
  // what is known so far stays
  const stop = () => {
    worker.current?.end();
    worker.current = null;
    setRun(before => (before?.plan ? { aim: before.aim, plan: before.plan } : null));
  };
  useEffect(() => () => worker.current?.end(), []);
  const tell = (next: Run & { readonly plan: MixPlan }) => {
    setRun(next);
    dispatch(ghostsPlanned(ghostsOf(next.plan)));
  };
  const work = async () => {
    stop();
    const { aim } = question;
    const thread = keptWorker<MixWorker>(
      new Worker(new URL('../../workers/mixWorker.ts', import.meta.url), { type: 'module' }),
    );
    worker.current = thread;
    setRun({ aim, share: 0 });
    const { told, end } = progress((share: number, plan: MixPlan) => tell({ aim, share, plan }));
    const plan = await thread.remote.plan(question, told).catch(() => undefined);
    end();
    thread.end();
    if (plan) return tell({ aim, plan });
    setRun(null);
    toast.error(say('mix.failed'));
  };
  return { run, stop, work };
}

/** What to buy so that a floor, a budget and a back can bear it: an integer program, solved in a worker. */
export function MixPlanner() {
  const say = useSay();
  const [blanks, setBlanks] = useTyped<Blanks>('mix', 'blanks', {
    ...{ budget: undefined, carryDays: 3, years: 10, litrePrice: 0.004, aim: 'cost' },
  });
  const { question, own, standingL } = useQuestion(blanks);
  const { run, stop, work } = useMix(question);
  const { needL, carryL, kinds, years, fillsPerYear, litrePrice } = question;
  return (
    <section aria-labelledby="mix-title">
      <h2 id="mix-title" className="mb-1 border-b border-slate pb-1 text-base">
        {say('mix.title')}
      </h2>
      <p className="text-ash">
        {say(needL > 0 || carryL === 0 ? 'mix.missing' : 'mix.carry-only', { needL, carryL })}
      </p>
      {own.length > 0 && (
        <p data-testid="mix-own">
          {say('mix.own', {
            count: own.length,
            codes: list(own.slice(0, OWN_NAMED).map(v => v.code)),
            litres: own.reduce((sum, v) => sum + v.litres, 0),
          })}
        </p>
      )}
      {standingL > 0 && <p>{say('mix.standing', { litres: standingL })}</p>}
      <MixSentence values={blanks} change={change => setBlanks(b => ({ ...b, ...change }))} />
      <MixRun run={run} isNothing={needL <= 0 && carryL <= 0} onStop={stop} onWork={() => void work()} />
      <details className="mt-3">
        <summary className="cursor-pointer font-semibold">{say('chart.cost-title')}</summary>
        <Suspense fallback={null}>
          <CostChart kinds={kinds} years={years} fillsPerYear={fillsPerYear} litrePrice={litrePrice} />
        </Suspense>
      </details>
      {run?.plan && <MixAnswer plan={run.plan} aim={run.aim} />}
    </section>
  );
}

function MixSentence(written: Written<Blanks>) {
  const say = useSay();
  const { units } = useReader();
  const { values, change } = written;
  const { quantity, choice } = useBlanksOf(written);
  // a price is asked by the litre or by the gallon
  const perUnit = format.volumeFigure(1, units);
  return (
    <Sentence>
      <Phrase
        text="mix.sentence"
        blanks={{
          aim: choice('aim', 'mix.aim', aims, aim => `mix.aim.${aim}`),
          budget: quantity('budget', 'mix.budget-label', 'money', {
            ...{ least: 0, most: 1e7, placeholder: 'mix.any' },
          }),
          years: (
            <QuantityBlank
              label={say('mix.years')}
              dimension="timeYears"
              value={values.years}
              onValue={years => years !== undefined && change({ years })}
              least={1}
              most={50}
              wholeNumbers
            />
          ),
          carry: (
            <QuantityBlank
              label={say('mix.carry')}
              dimension="timeDays"
              value={values.carryDays}
              onValue={carryDays => carryDays !== undefined && change({ carryDays })}
              least={0}
              most={60}
            />
          ),
          price: (
            <QuantityBlank
              label={say('mix.price')}
              dimension="money"
              value={Number((values.litrePrice / perUnit).toPrecision(3))}
              onValue={price => price !== undefined && change({ litrePrice: price * perUnit })}
              least={0}
              most={100}
            />
          ),
        }}
      />
    </Sentence>
  );
}

interface RunProps {
  readonly run: Run | null;
  readonly isNothing: boolean;
  readonly onStop: () => void;
  readonly onWork: () => void;
}

/** The button that begins it; while it is worked out, how far it is. */
function MixRun({ run, isNothing, onStop, onWork }: RunProps) {
  const say = useSay();
  return (
    <div className="mt-3 flex items-center gap-3">
      {run?.share !== undefined ? (
        <>
          <progress
            className="accent-[var(--pool)]"
            max={1}
            {...(run.plan ? { value: run.share } : {})}
            aria-label={say('mix.working')}
          />
          <span>{say(run.plan ? 'mix.easing' : 'mix.working')}</span>
          <Button onClick={onStop}>{say('mix.cancel')}</Button>
        </>
      ) : (
        <Button look="primary" disabled={isNothing} onClick={onWork}>
          {say('mix.work')}
        </Button>
      )}
      {isNothing && <span className="text-ash">{say('mix.nothing')}</span>}
    </div>
  );
}
