import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { type Care, type Fouling, foulings, stormSteps } from '#core/areas/rain/fields.ts';
import {
  areaOf,
  assumedCoefficient,
  catchmentsOf,
  dueL,
  fitAt,
  GUESS_SPREAD,
  isBlockedAt,
  isFallout,
  roofAt,
  runsAgainFrom,
  settingOf,
  surfaceCase,
  tanksOf,
  upkeepOf,
} from '#core/areas/rain/known.ts';
import { judgeSurface } from '#core/rain/catchment/surfaces.ts';
import { WASHING_MM } from '#core/water/findings/holds.ts';
import { DipForm } from '../../acts/DipForm.tsx';
import { ForecastNote } from '../../acts/ForecastNote.tsx';
import { useAsked } from '../../app/actAsked.ts';
import { History } from '../../app/History.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useDuties, useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { JudgementLine, Judgements } from '../../ui/JudgementLine.tsx';
import { AttendedDialog } from './AttendedDialog.tsx';
import { CatchForm } from './CatchForm.tsx';
import { CatchmentEditor } from './CatchmentEditor.tsx';
import { RainHead } from './RainHead.tsx';

type Open =
  | { readonly is: 'edit'; readonly of: CatchmentFacts | 'new' }
  | { readonly is: 'catch'; readonly of: CatchmentFacts }
  | { readonly is: 'dip'; readonly container: string }
  | { readonly is: 'attend'; readonly of?: CatchmentFacts };

/** What was caught so far, what a surface really gives, and what keeps it clean. */
export function CatchPage() {
  const say = useSay();
  const facts = useFacts();
  const navigate = useNavigate();
  const { catchment: asked } = useParams();
  const [open, setOpen] = useState<Open | null>(null);
  useAsked(
    'rain',
    { add: () => setOpen({ is: 'edit', of: 'new' }), attend: () => setOpen({ is: 'attend' }) },
    '/rain/catch',
  );
  const known = catchmentsOf(facts);
  const shown = asked && known.some(c => c.id === asked) ? known.filter(c => c.id === asked) : known;
  const close = () => setOpen(null);
  const dipped = open?.is === 'dip' ? facts.container[open.container] : undefined;
  return (
    <div className="flex max-w-[1040px] flex-col gap-5 p-6 max-wide:p-4">
      <RainHead
        answer={<Answer known={known} />}
        under={known.length === 0 ? say('rain.empty') : undefined}
      />
      <div className="flex flex-wrap gap-2 no-print">
        <Button
          look={known.length === 0 ? 'primary' : 'plain'}
          onClick={() => setOpen({ is: 'edit', of: 'new' })}
        >
          {say('catchment.add')}
        </Button>
        <Button onClick={() => setOpen({ is: 'attend', ...(shown[0] ? { of: shown[0] } : {}) })}>
          {say('attended.title')}
        </Button>
        {shown.length < known.length && (
          <Button look="quiet" onClick={() => void navigate('/rain/catch')}>
            {say('catch.all')}
          </Button>
        )}
      </div>
      <ForecastNote catchments={known} />
      {shown.map(c => (
        <Catchment key={c.id} catchment={c} onOpen={setOpen} />
      ))}
      {known.length > 0 && <BeforeStorm />}
      {open?.is === 'edit' && <CatchmentEditor catchment={open.of} onClose={close} />}
      {open?.is === 'catch' && (
        <Dialog title={say('catch.title', { name: open.of.name })} open onClose={close} wide>
          <CatchForm catchment={open.of} onDone={close} />
        </Dialog>
      )}
      {dipped && (
        <Dialog title={say('dip.title', { code: dipped.code })} open onClose={close} wide>
          <DipForm container={dipped} onDone={close} />
        </Dialog>
      )}
      {open?.is === 'attend' && (
        <AttendedDialog onClose={close} {...(open.of ? { catchment: open.of } : {})} />
      )}
    </div>
  );
}

/** What the surfaces give, as far as anybody measured it. */
function Answer({ known }: { known: readonly CatchmentFacts[] }) {
  const say = useSay();
  const blocked = known.find(isBlockedAt);
  const measured = known.find(c => fitAt(c));
  if (known.length === 0) return say('catch.answer.none');
  const c = blocked ?? measured;
  const fit = c && fitAt(c);
  if (!c || !fit) return say('catch.answer.unmeasured');
  return say(blocked ? 'catch.answer.blocked' : 'catch.answer.gives', {
    name: c.name,
    share: fit.coefficient / assumedCoefficient(c),
  });
}

/** Rains told at once; older ones stand in its history. */
const CATCHES_SHOWN = 12;

function Catchment({ catchment: c, onOpen }: { catchment: CatchmentFacts; onOpen: (open: Open) => void }) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { containers, now } = useWaterState();
  const { recordAndTell } = useRecord();
  const duties = useDuties().filter(d => d.area === 'rain' && d.subject === c.id && d.verdict !== 'ok');
  const tanks = tanksOf(facts, c);
  return (
    <section aria-label={c.name} className="border-t-2 border-slate pt-3" data-catchment={c.name}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-large">
          {c.name}{' '}
          <span className="text-base font-normal text-ash">
            {say('catchment.line', {
              areaText: format.area(areaOf(c), units),
              surface: `surface.${c.surface}`,
              roof: `catchment.roof.${roofAt(facts, c, now)}`,
            })}
          </span>
        </h2>
        <Button look="quiet" className="text-small no-print" onClick={() => onOpen({ is: 'edit', of: c })}>
          {say('catchment.change')}
        </Button>
      </div>
      {duties.map(d => d.judgement && <JudgementLine key={d.id} judgement={d.judgement} />)}
      <Judgements of={judgeSurface(surfaceCase(c))} />
      <div className="my-2 flex flex-wrap gap-2 no-print">
        <Button look="primary" onClick={() => onOpen({ is: 'catch', of: c })}>
          {say('catch.write')}
        </Button>
        {tanks.map(t => (
          <Button key={t.id} onClick={() => onOpen({ is: 'dip', container: t.id })}>
            {say('catch.dip', { code: t.code, litres: containers[t.id]?.litres ?? 0 })}
          </Button>
        ))}
        {c.fouled && now < runsAgainFrom(c.fouled) ? null : c.fouled ? (
          <Button
            onClick={() =>
              void recordAndTell(
                [draft('catchment.rinsed', c.id, {})],
                say('catch.rinsed-told', { name: c.name }),
              )
            }
          >
            {say(isFallout(c.fouled.what) ? 'catch.washed' : 'catch.rinsed', { washingMm: WASHING_MM })}
          </Button>
        ) : (
          <Fouled catchment={c} />
        )}
      </div>
      <FitLine catchment={c} />
      {c.caught.length > 0 && <Catches catchment={c} />}
      <Upkeep catchment={c} />
      <details>
        <summary className="cursor-pointer font-semibold">{say('catch.history')}</summary>
        <History subject={c.id} version={c} />
      </details>
    </section>
  );
}

/** The last rains: what fell, what was caught of it, and how much that is of what was due. */
function Catches({ catchment: c }: { catchment: CatchmentFacts }) {
  const say = useSay();
  const { units, timeZone } = useReader();
  return (
    <table className="my-2 border-collapse text-left text-small">
      <thead>
        <tr className="border-b border-slate">
          {(['when', 'gauge', 'caught', 'flushed', 'share'] as const).map(head => (
            <th key={head} scope="col" className="py-1 pr-5">
              {say(`catch.head.${head}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {c.caught
          .slice(-CATCHES_SHOWN)
          .reverse()
          .map(one => {
            const due = dueL(c, one.gaugeMm, one.areaM2);
            return (
              <tr key={one.entry} className="border-b border-rule">
                <td className="py-1 pr-5">{dates.dayAndTime(one.at, timeZone)}</td>
                <td className="pr-5">{format.rain(one.gaugeMm, units)}</td>
                <td className="pr-5">
                  {say(one.caughtL.known === 'guessed' ? 'catch.about' : 'catch.exact', {
                    litres: one.caughtL.value,
                    share: one.caughtL.spread ?? GUESS_SPREAD,
                  })}
                </td>
                <td className="pr-5">{format.litres(one.flushedL ?? 0, units)}</td>
                <td className="pr-5">
                  {due > 0 ? format.percent((one.caughtL.value + (one.flushedL ?? 0)) / due) : '–'}
                </td>
              </tr>
            );
          })}
      </tbody>
    </table>
  );
}

/** The coefficient as the rains say it beside the assumed one; taken over into the plan with one press. */
function FitLine({ catchment: c }: { catchment: CatchmentFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const fit = fitAt(c);
  const assumed = assumedCoefficient(c);
  if (!fit) return <p className="text-small text-ash">{say('catch.no-fit', { assumed })}</p>;
  const coefficient = Math.max(0.05, Math.min(1, Math.round(fit.coefficient * 100) / 100));
  const take = () => {
    void recordAndTell(
      [draft('catchment.set', c.id, { ...settingOf(c), coefficient })],
      say('catch.taken', { name: c.name, coefficient }),
    );
  };
  return (
    <p data-testid="fit">
      {say(fit.low === undefined ? 'catch.fit-few' : 'catch.fit', {
        coefficient: fit.coefficient,
        low: fit.low ?? 0,
        high: fit.high ?? 0,
        count: fit.count,
        assumed,
      })}{' '}
      {coefficient !== assumed && (
        <Button look="quiet" className="no-print" onClick={take}>
          {say('catch.take', { coefficient })}
        </Button>
      )}
    </p>
  );
}

/** Something fell on it, or was sprayed near: the pipe is turned away until it is rinsed. */
function Fouled({ catchment: c }: { catchment: CatchmentFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  return (
    <span className="inline-flex min-h-11 items-center">
      <ChoiceBlank<Fouling>
        label={say('catch.fouled', { name: c.name })}
        value={undefined}
        placeholder={say('catch.fouled.ask')}
        onValue={what =>
          void recordAndTell(
            [draft('catchment.fouled', c.id, { what })],
            say('catch.fouled-told', { name: c.name, what: `fouling.${what}` }),
          )
        }
        choices={foulings.map(value => ({
          value,
          label: say(`fouling.${value}`),
          note: say(`fouling.${value}.why`),
        }))}
      />
    </span>
  );
}

/** What is looked after, when it was last, and when it is due again. */
function Upkeep({ catchment: c }: { catchment: CatchmentFacts }) {
  const say = useSay();
  const { timeZone, today } = useReader();
  const { recordAndTell } = useRecord();
  const upkeep = upkeepOf(c, timeZone);
  const done = (what: Care) =>
    void recordAndTell(
      [draft('catchment.cared', c.id, { what })],
      say('catch.cared-told', { what: `care.${what}` }),
    );
  if (upkeep.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer font-semibold">{say('catch.upkeep')}</summary>
      <ul className="m-0 list-none p-0">
        {upkeep.map(({ what, lastDay, dueDay }) => (
          <li
            key={what}
            className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule py-1"
          >
            <span className={dueDay <= today ? 'font-semibold' : ''}>
              {say(lastDay ? 'catch.care-line' : 'catch.care-line.never', {
                what: `care.${what}`,
                lastDay: lastDay ?? today,
                dueDay,
              })}
            </span>
            <Button
              look="quiet"
              className="text-small"
              aria-label={say('catch.care-done-of', { what: `care.${what}` })}
              onClick={() => done(what)}
            >
              {say('catch.care-done')}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Before a storm: what a hand does, one after another. */
function BeforeStorm() {
  const say = useSay();
  return (
    <section aria-label={say('storm.title')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('storm.title')}</h2>
      <ol className="m-0 list-decimal pl-6">
        {stormSteps.map(step => (
          <li key={step} className="py-0.5">
            {say(`storm.${step}`)}
          </li>
        ))}
      </ol>
      <p className="text-small text-ash">{say('storm.caution')}</p>
    </section>
  );
}
