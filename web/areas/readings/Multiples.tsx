import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { readingsAt } from '#core/areas/readings/points.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ParameterId, parameterIds } from '#core/water/quality/parameters.ts';
import { SubjectStrip } from '../../acts/SubjectStrip.tsx';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { testedOf } from './subjects.ts';

/** Strips that are drawn at first, and with each asking for more. */
const FIRST = 24;

interface Read {
  readonly id: Subject;
  readonly name: string;
  readonly lastAt: string;
}

const readOf = (facts: Facts, parameter: ParameterId): Read[] =>
  testedOf(facts)
    .flatMap(({ id, name }) => {
      const last = readingsAt(facts, id, parameter).at(-1);
      return last ? [{ id, name, lastAt: last.at }] : [];
    })
    .sort((a, b) => (a.name < b.name ? -1 : 1));

/** All subjects of one parameter under each other: the odd one is found at a glance. */
export function Multiples() {
  const say = useSay();
  const facts = useFacts();
  const parameters = useMemo(() => {
    const all = testedOf(facts);
    return parameterIds.filter(p => all.some(({ id }) => readingsAt(facts, id, p).length > 0));
  }, [facts]);
  const [chosen, setChosen] = useState<ParameterId | undefined>();
  const [count, setCount] = useState(FIRST);
  const parameter = chosen && parameters.includes(chosen) ? chosen : parameters[0];
  const read = useMemo(() => (parameter ? readOf(facts, parameter) : []), [facts, parameter]);
  if (!parameter) return null;
  const shown = read.slice(0, count);
  return (
    <section aria-label={say('multiples.title')} data-testid="multiples">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('multiples.title')}</h2>
      <Sentence>
        <Phrase
          text="multiples.sentence"
          params={{ count: read.length }}
          blanks={{
            parameter: (
              <ChoiceBlank<ParameterId>
                label={say('multiples.parameter')}
                value={parameter}
                onValue={next => {
                  setChosen(next);
                  setCount(FIRST);
                }}
                choices={parameters.map(value => ({ value, label: say(`parameter.${value}`) }))}
              />
            ),
          }}
        />
      </Sentence>
      <div className="flex flex-col gap-3">
        <InTurn key={parameter}>
          {shown.map(({ id, name }) => (
            <Link key={id} to={`/tests/${id}`} className="block">
              <SubjectStrip subject={id} parameter={parameter} name={name} />
            </Link>
          ))}
        </InTurn>
      </div>
      {shown.length < read.length && (
        <Button look="quiet" onClick={() => setCount(count + FIRST)}>
          {say('multiples.more', { shown: shown.length, count: read.length })}
        </Button>
      )}
      <p className="mt-2 text-small text-ash">{say('multiples.key')}</p>
    </section>
  );
}
