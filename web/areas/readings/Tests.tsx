import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { routes } from '#contract/routes.ts';
import { addMonths } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import { useAsked } from '../../app/actAsked.ts';
import { testsPath } from '../../app/paths.ts';
import { useTestedName } from '../../app/testedName.ts';
import { useTyped } from '../../app/typed.ts';
import { useDuties, useFacts, usePrinted, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { BeginDialog } from './BeginDialog.tsx';
import { Kits } from './Kits.tsx';
import { Multiples } from './Multiples.tsx';
import { ReadDialog } from './ReadDialog.tsx';
import { Samples } from './Samples.tsx';
import { SamplingPlan } from './SamplingPlan.tsx';
import { TestsOf } from './TestsOf.tsx';

type Open = 'read' | 'begin';

/** Lines of what is due that are shown, however far ahead. */
const FIRST_LINES = 6;

/** The answer first: fails, then what is due. */
function answerOf(failed: number, due: number) {
  if (failed > 0) return due > 0 ? ('tests.answer.failed' as const) : ('tests.answer.failed-only' as const);
  return due > 0 ? ('tests.answer' as const) : ('tests.answer.quiet' as const);
}

/** What is in the water: what waits to be tested, samples that stand, fails to follow up, and everything that was read. */
export function Tests() {
  const say = useSay();
  const facts = useFacts();
  const navigate = useNavigate();
  const { subject } = useParams();
  const [open, setOpen] = useState<Open | null>(null);
  useAsked('tests', { read: () => setOpen('read'), begin: () => setOpen('begin') });
  const duties = useDuties().filter(d => d.area === 'tests');
  const follow = duties.filter(d => d.id.startsWith('follow:'));
  const due = duties.filter(d => d.id.startsWith('sample:'));
  const now = due.filter(d => d.when === 'now');
  const dueNow = now.reduce((sum, d) => sum + (d.subjects?.length ?? 1), 0);
  const sample = facts.test[subject ?? ''];
  const of = sample ? sample.of : subject;
  const nameOf = useTestedName();
  const isKnown = of !== undefined && nameOf(of) !== '';
  const isEmpty = Object.keys(facts.container).length === 0 && Object.keys(facts.source).length === 0;
  return (
    <div className="flex h-full max-wide:block">
      <div
        className={`flex min-w-0 flex-1 flex-col gap-6 overflow-y-auto p-6 pt-4 max-wide:p-4 ${isKnown ? 'max-wide:hidden' : ''}`}
      >
        <div className="flex flex-wrap items-start justify-between gap-3">
          <div>
            <h1 className="text-title">{say('area.tests')}</h1>
            <p className="text-large font-bold" data-testid="tests-answer">
              {isEmpty
                ? say('tests.empty')
                : say(answerOf(follow.length, dueNow), { failed: follow.length, due: dueNow })}
            </p>
          </div>
          <div className="flex flex-wrap gap-2">
            <Button look="primary" onClick={() => setOpen('read')}>
              {say('tests.read')}
            </Button>
            <Button onClick={() => setOpen('begin')}>{say('tests.begin')}</Button>
            <Button onClick={() => void navigate('/tests/walk')}>{say('tests.walk')}</Button>
          </div>
        </div>
        {isEmpty && <p className="text-ash">{say('empty.example')}</p>}
        <Lines title={say('tests.follow-ups')} duties={follow} />
        <Samples />
        <Lines title={say('tests.due')} duties={due} isFolded />
        <Multiples />
        <Kits />
        {!isEmpty && <SamplingPlan />}
        <InAndOut />
        <p className="max-w-[80ch] border-l-4 border-clay py-1 pl-3 text-small">{say('tests.caution')}</p>
      </div>
      {isKnown && of && (
        <aside
          aria-label={nameOf(of)}
          className="w-[480px] shrink-0 overflow-y-auto border-l border-slate bg-paper max-wide:w-full max-wide:border-0"
        >
          <TestsOf key={of} subject={of} />
        </aside>
      )}
      {open === 'read' && <ReadDialog onClose={() => setOpen(null)} />}
      {open === 'begin' && <BeginDialog onClose={() => setOpen(null)} />}
    </div>
  );
}

/** What waits; of what is later the first few. */
function Lines({
  title,
  duties,
  isFolded = false,
}: {
  title: string;
  duties: readonly Duty[];
  isFolded?: boolean;
}) {
  const say = useSay();
  const [all, setAll] = useState(false);
  const soon = duties.filter((d, i) => d.when === 'now' || i < FIRST_LINES);
  const shown = all || !isFolded ? duties : soon;
  const { today } = useReader();
  if (duties.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{title}</h2>
      <ul className="m-0 list-none p-0">
        {shown.map(duty => (
          <li key={duty.id} className="flex items-start gap-3 border-b border-rule py-2">
            <Link
              to={testsPath(duty)}
              className={`min-w-0 flex-1 font-semibold underline decoration-rule underline-offset-3 hover:decoration-slate ${duty.verdict === 'refuse' ? 'text-iron' : ''}`}
            >
              {say(duty.what)}
            </Link>
            <span className="shrink-0 text-small text-ash">{dates.weekday(duty.day, today)}</span>
          </li>
        ))}
      </ul>
      {shown.length < duties.length && (
        <Button look="quiet" className="mt-1" onClick={() => setAll(true)}>
          {say('tests.all-due', { count: duties.length })}
        </Button>
      )}
    </section>
  );
}

/** Months that a page is made of, this one first. */
const MONTHS_BACK = 60;

/** What comes in and what goes out: a laboratory's sheet, a table, a page to pin up. */
function InAndOut() {
  const say = useSay();
  const { today } = useReader();
  const printed = usePrinted();
  const [month, setMonth] = useTyped('report', 'month', today.slice(0, 7));
  const months = Array.from({ length: MONTHS_BACK }, (_, i) =>
    addMonths(`${today.slice(0, 7)}-01`, -i).slice(0, 7),
  );
  const link = 'inline-flex min-h-11 items-center underline decoration-rule underline-offset-3';
  return (
    <section aria-label={say('tests.in-out')}>
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('tests.in-out')}</h2>
      <p className="flex flex-wrap gap-x-6">
        <Link to="/tests/sheet" className={link}>
          {say('tests.sheet-in')}
        </Link>
        <a href={routes.readingsCsv} download className={link}>
          {say('tests.csv-out')}
        </a>
        <a href={routes.logJson} download className={link}>
          {say('tests.json-out')}
        </a>
        <ChoiceBlank<string>
          label={say('tests.month')}
          value={month}
          onValue={setMonth}
          choices={months.map(value => ({ value, label: dates.month(value) }))}
        />
        <a href={`${routes.report}?${new URLSearchParams({ month, ...printed })}`} download className={link}>
          {say('tests.report', { month: dates.month(month) })}
        </a>
      </p>
    </section>
  );
}
