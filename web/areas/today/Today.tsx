import { useState } from 'react';
import { Link, useOutletContext } from 'react-router';
import { catchmentsOf } from '#core/areas/rain/known.ts';
import type { Duty, When } from '#core/base/duty.ts';
import { ForecastNote } from '../../acts/ForecastNote.tsx';
import { CopyFault } from '../../app/CopyFault.tsx';
import { ListsTaken } from '../../app/ListsTaken.tsx';
import type { ShellContext } from '../../app/Shell.tsx';
import { useDuties, useFacts, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { Clocks } from './Clocks.tsx';
import { pathOfDuty } from './pathOfDuty.ts';

/** Rows of a section before it asks whether to show the rest. */
const ROWS_FIRST = 32;

function DutyRow({ duty }: { duty: Duty }) {
  const say = useSay();
  const facts = useFacts();
  const { containers, today } = useWaterState();
  const state = containers[duty.subject]?.state;
  return (
    <li className="flex items-start gap-3 border-b border-rule py-2.5">
      <span className="mt-0.5 w-5 shrink-0">{state ? <Swatch state={state} /> : null}</span>
      <div className="min-w-0 flex-1">
        <Link
          to={pathOfDuty(duty, facts)}
          className="font-semibold underline decoration-rule underline-offset-3 hover:decoration-slate"
        >
          {say(duty.what)}
        </Link>
        {duty.what.id.startsWith('duty.stopped') && duty.judgement && (
          <p className="text-small font-semibold">{say(duty.judgement.reason)}</p>
        )}
        {duty.judgement?.remedy && !duty.what.id.startsWith('duty.past') && (
          <p className="text-small text-ash">{say(duty.judgement.remedy)}</p>
        )}
      </div>
      <span className="shrink-0 text-small text-ash">{dates.weekday(duty.day, today)}</span>
    </li>
  );
}

function Section({ when, duties }: { when: When; duties: readonly Duty[] }) {
  const say = useSay();
  const [all, setAll] = useState(false);
  const shown = all ? duties : duties.slice(0, ROWS_FIRST);
  return (
    <section aria-labelledby={`when-${when}`}>
      <h2 id={`when-${when}`} className="mb-1 border-b-2 border-slate pb-1 text-large">
        {say(`today.${when}`)}{' '}
        <span className="text-base font-normal text-ash">{duties.length > 0 ? duties.length : ''}</span>
      </h2>
      {duties.length === 0 ? (
        <p className="py-2.5 text-ash">{say(`today.${when}.none`)}</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {shown.map(duty => (
            <DutyRow key={duty.id} duty={duty} />
          ))}
        </ul>
      )}
      {shown.length < duties.length && (
        <Button look="quiet" className="mt-2" onClick={() => setAll(true)}>
          {say('today.all', { count: duties.length })}
        </Button>
      )}
    </section>
  );
}

/** What to do now, this week and later, the gravest first. */
export function Today() {
  const say = useSay();
  const facts = useFacts();
  const { logSomething } = useOutletContext<ShellContext>();
  const duties = useDuties();
  const by = (when: When) => duties.filter(d => d.when === when);
  const nowCount = by('now').length;
  const isEmpty = Object.keys(facts.container).length === 0;
  return (
    <div className="flex max-w-[1040px] flex-col gap-6 p-6 max-wide:p-4">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="text-title">{say('area.today')}</h1>
          <p className="text-large">
            {isEmpty
              ? say('today.empty')
              : nowCount === 0
                ? say('today.quiet')
                : say('today.waits', { count: nowCount })}
          </p>
        </div>
        {isEmpty ? (
          <Link
            to="/store"
            className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-pool bg-pool px-4 font-bold text-on-pool"
          >
            {say('today.begin')}
          </Link>
        ) : (
          <Button onClick={logSomething}>{say('log.title')}</Button>
        )}
      </div>
      <CopyFault />
      <Clocks />
      <ForecastNote catchments={catchmentsOf(facts)} />
      <Section when="now" duties={by('now')} />
      <div className="grid grid-cols-2 gap-8 max-wide:grid-cols-1">
        <Section when="week" duties={by('week')} />
        <Section when="later" duties={by('later')} />
      </div>
      <ListsTaken />
    </div>
  );
}
