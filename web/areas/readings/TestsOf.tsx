import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { parametersAt, testsOf } from '#core/areas/readings/points.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import { pairsOf, trendOf } from '#core/treatment/filters/readings.ts';
import { FollowUp } from '../../acts/FollowUp.tsx';
import { ReadingForm } from '../../acts/ReadingForm.tsx';
import { SubjectStrip } from '../../acts/SubjectStrip.tsx';
import { History } from '../../app/History.tsx';
import { useTestedName } from '../../app/testedName.ts';
import { useFacts } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';

/** Where the life of a subject is told. */
function homeOf(facts: Facts, subject: Subject): string {
  if (facts.container[subject]) return `/store/${subject}`;
  if (facts.source[subject]) return `/sources/${subject}`;
  return '/supplies';
}

/** The tests of one subject: its follow-up where it failed, every parameter as a strip, and what was read before and behind a filter. */
export function TestsOf({ subject }: { subject: Subject }) {
  const say = useSay();
  const facts = useFacts();
  const [isReading, setReading] = useState(false);
  const name = useTestedName()(subject);
  const container = facts.container[subject];
  const found = container ?? facts.source[subject];
  const parameters = parametersAt(facts, subject);
  const home = homeOf(facts, subject);
  return (
    <div className="flex flex-col gap-4 p-5">
      <div className="flex items-start justify-between">
        <h2 className="text-title outline-none" data-arrival tabIndex={-1}>
          {name}
        </h2>
        <Link to="/tests" aria-label={say('tests.close')} className="-m-2 p-2">
          <X size={19} aria-hidden="true" />
        </Link>
      </div>
      <div className="flex flex-wrap gap-3">
        <Button look="primary" aria-expanded={isReading} onClick={() => setReading(!isReading)}>
          {say('tests.read')}
        </Button>
        <Link
          to={home}
          className="inline-flex min-h-11 items-center underline decoration-rule underline-offset-3"
        >
          {say('tests.its-life')}
        </Link>
      </div>
      {isReading && <ReadingForm subject={subject} name={name} onDone={() => setReading(false)} />}
      {found && <FollowUp subject={found} name={name} container={container} />}
      {parameters.length === 0 && <p>{say('tests.never')}</p>}
      <div className="flex flex-col gap-4">
        <InTurn>
          {parameters.map(parameter => (
            <SubjectStrip key={parameter} subject={subject} parameter={parameter} isWhole />
          ))}
        </InTurn>
      </div>
      <InTurn>
        <Pairs subject={subject} />
        <History subject={subject} version={found ?? facts.supply[subject]} />
      </InTurn>
    </div>
  );
}

/** What a filter takes out, pair by pair, and where a pair cannot be. */
function Pairs({ subject }: { subject: Subject }) {
  const say = useSay();
  const facts = useFacts();
  const tests = testsOf(facts, subject);
  if (!facts.supply[subject] || !tests) return null;
  const all = parametersAt(facts, subject).flatMap(parameter => {
    const pairs = pairsOf(parameter, tests[parameter] ?? []);
    return pairs.length > 0 ? [{ parameter, pairs, trend: trendOf(pairs) }] : [];
  });
  if (all.length === 0) return null;
  return (
    <section aria-label={say('pairs.title')} data-testid="pairs">
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('pairs.title')}</h3>
      {all.map(({ parameter, pairs, trend }) => (
        <div key={parameter} className="mb-2">
          <p className="font-semibold">
            {say(`parameter.${parameter}`)}
            {trend && <span className="font-normal"> {say(`pairs.trend.${trend}`)}</span>}
          </p>
          <ul className="m-0 list-none p-0 text-small">
            {[...pairs].reverse().map(pair => (
              <li key={pair.at} className={pair.isOdd || pair.isWorse ? 'text-clay font-semibold' : ''}>
                {say(pair.removal === undefined ? 'pairs.line' : 'pairs.line.removal', {
                  at: pair.at,
                  before: pair.before,
                  after: pair.after,
                  removal:
                    pair.removal === undefined ? '' : format.percent(Math.round(pair.removal * 100) / 100),
                })}
                {pair.isOdd && <span className="block">{say('pairs.odd')}</span>}
                {pair.isWorse && <span className="block">{say('pairs.worse')}</span>}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
