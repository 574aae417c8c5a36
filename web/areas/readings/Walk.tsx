import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { subjectName } from '#core/areas/readings/naming.ts';
import { caseOf, judgedAt, purposeFor } from '#core/areas/readings/standing.ts';
import { given } from '#core/base/given.ts';
import type { Judgement } from '#core/base/judgement.ts';
import {
  isFoundBy,
  type ParameterId,
  parameterIds,
  parameterRow,
  type ReportedAs,
  type TestMethod,
} from '#core/water/quality/parameters.ts';
import { JudgedLines } from '../../acts/JudgedLines.tsx';
import { kitsFor, type ReadingBlanks, readingOf, usesKit } from '../../acts/readingBlanks.ts';
import { StepBlank } from '../../acts/StepBlank.tsx';
import { forgetTyped, useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts, useToday, useWaterState } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { PageHead } from './PageHead.tsx';

/** What a walk reads: a figure in each vessel, one after another. */
const walked = parameterIds.filter(p => parameterRow(p).methods.some(m => !isFoundBy(m)));

/** What is asked at each stop: the address may name the parameter. */
function useAsking(search: URLSearchParams) {
  const asked = parameterIds.find(p => p === search.get('parameter'));
  const [parameter, setParameter] = useTyped<ParameterId>(
    `walk ${search}`,
    'parameter',
    asked && walked.includes(asked) ? asked : 'free-chlorine',
  );
  const methods = parameterRow(parameter).methods.filter(m => !isFoundBy(m) && m !== 'tubes');
  const [chosen, setMethod] = useTyped<TestMethod | undefined>(`walk ${search}`, 'chosen', undefined);
  const method =
    chosen && methods.includes(chosen) ? chosen : methods.includes('comparator') ? 'comparator' : methods[0]!;
  const [as, setAs] = useTyped<ReportedAs | undefined>(`walk ${search}`, 'as', undefined);
  const [place, setPlace] = useTyped<string | undefined>(`walk ${search}`, 'place', undefined);
  const forms = Object.keys(parameterRow(parameter).as ?? {}) as ReportedAs[];
  return { parameter, setParameter, method, methods, setMethod, as, forms, setAs, place, setPlace };
}

/** A walk from vessel to vessel with one kit: its reading, Enter, the next; nothing but the figure is typed. */
export function Walk() {
  const say = useSay();
  const facts = useFacts();
  const { containers } = useWaterState();
  const [search] = useSearchParams();
  const asking = useAsking(search);
  const { parameter, method, as, place } = asking;
  const [done, setDone] = useState<readonly string[]>([]);
  const wanted = search
    .get('subjects')
    ?.split(',')
    .filter(id => facts.container[id] || facts.source[id]);
  const list = useMemo(() => {
    if (wanted && wanted.length > 0 && !place) return wanted;
    return Object.values(facts.container)
      .filter(c => (c.fill?.remainingL ?? 0) > 0 && (!place || c.place === place))
      .sort((a, b) => (a.place === b.place ? (a.code < b.code ? -1 : 1) : a.place < b.place ? -1 : 1))
      .map(c => c.id);
  }, [facts, place, wanted]);
  const open = list.filter(id => !done.includes(id));
  const current = open[0];
  return (
    <div className="flex max-w-[640px] flex-col gap-4 p-6 max-wide:p-4">
      <PageHead title={say('walk.title')} />
      <WalkSentence asking={asking} />
      <p className="font-semibold" data-testid="walk-left">
        {say('walk.left', { count: open.length, done: done.length })}
      </p>
      {current ? (
        <Stop
          key={`${current} ${parameter} ${method}`}
          subject={current}
          blanks={{ parameter, method, ...(as ? { as } : {}) }}
          where={facts.place[facts.container[current]?.place ?? '']?.name ?? ''}
          state={containers[current] ? say(`state-name.${containers[current].state}`) : ''}
          onNext={() => setDone(d => [...d, current])}
        />
      ) : (
        <p className="text-large">{say(list.length === 0 ? 'walk.nothing' : 'walk.over')}</p>
      )}
    </div>
  );
}

/** What is read on the way, with what, and where. */
function WalkSentence({ asking }: { asking: ReturnType<typeof useAsking> }) {
  const { parameter, setParameter, method, methods, setMethod, as, forms, setAs, place, setPlace } = asking;
  const say = useSay();
  const facts = useFacts();
  const places = [...new Set(Object.values(facts.container).map(c => c.place))].flatMap(
    id => facts.place[id] ?? [],
  );
  return (
    <Sentence>
      <span className="text-base">
        <Phrase
          text="walk.sentence"
          cases={{ as: forms.length > 0 ? 'yes' : undefined }}
          blanks={{
            parameter: (
              <ChoiceBlank<ParameterId>
                label={say('reading.parameter')}
                value={parameter}
                onValue={setParameter}
                choices={walked.map(value => ({ value, label: say(`parameter.${value}`) }))}
              />
            ),
            method: (
              <ChoiceBlank<TestMethod>
                label={say('reading.method')}
                value={method}
                onValue={setMethod}
                choices={methods.map(value => ({ value, label: say(`test-method.${value}`) }))}
              />
            ),
            as: (
              <ChoiceBlank<ReportedAs>
                label={say('reading.as')}
                value={as}
                placeholder={say('reading.as.ask')}
                onValue={setAs}
                choices={forms.map(value => ({ value, label: say(`as.${value}`) }))}
              />
            ),
            place: (
              <ChoiceBlank<string>
                label={say('walk.place')}
                value={place}
                placeholder={say('walk.everywhere')}
                onValue={setPlace}
                choices={places.map(p => ({ value: p.id, label: p.name }))}
              />
            ),
          }}
        />
      </span>
    </Sentence>
  );
}

interface StopProps {
  readonly subject: string;
  readonly blanks: ReadingBlanks;
  readonly where: string;
  readonly state: string;
  readonly onNext: () => void;
}

/** The reading that is typed at a stop, what it means, and how it is kept. */
function useStop({ subject, blanks, onNext }: StopProps, form: string, value: number | undefined) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { clock, outbox } = useSession();
  const { recordAndTell } = useRecord();
  const [refused, setRefused] = useState<readonly Judgement[]>([]);
  const [kit] = usesKit(blanks.method) ? kitsFor(facts, blanks.parameter as ParameterId) : [];
  const typed = blanks.method === 'tube' ? { depthCm: value } : { value };
  const reading = readingOf({ ...blanks, ...typed, ...given({ kit: kit?.id }) }, facts, clock.now());
  const container = facts.container[subject];
  const purpose = purposeFor(facts, subject);
  const judged =
    reading &&
    judgedAt(
      facts,
      { at: clock.now(), entry: '', ...reading },
      caseOf(facts, purpose, container?.tests, today, container?.fill?.since),
    );
  const keep = async (mode: 'intend' | 'happened') => {
    if (!reading) return;
    const also = reading.kit?.supply ? { also: [reading.kit.supply] } : {};
    const drafts = [draft('read', subject, reading, also)];
    const stops = mode === 'intend' ? outbox.judge(drafts).filter(j => j.verdict === 'refuse') : [];
    if (stops.length > 0) return setRefused(stops);
    const told = say('reading.told', { name: subjectName(facts, subject) });
    const outcome = await recordAndTell(drafts, told, mode);
    if (outcome.is === 'refused') setRefused(outcome.judgements);
    else if (outcome.is !== 'problem') {
      forgetTyped(form);
      onNext();
    }
  };
  return { isRead: reading !== undefined, judged, refused, keep };
}

/** One vessel of a walk: its code to be seen from afar, one blank, and Enter. */
function Stop(props: StopProps) {
  const { subject, blanks, where, state, onNext } = props;
  const say = useSay();
  const facts = useFacts();
  // of the water that is in it now
  const form = `walk ${subject} ${facts.container[subject]?.fill?.at ?? ''}`;
  const [value, setValue] = useTyped<number | undefined>(form, 'value', undefined);
  const { isRead, judged, refused, keep } = useStop(props, form, value);
  const name = subjectName(facts, subject);
  return (
    <form
      className="flex flex-col gap-3 border-[1.5px] border-slate bg-paper p-4"
      data-walk-stop={name}
      onSubmit={event => event.preventDefault()}
      onKeyDown={event => {
        if (event.key === 'Enter' && (event.target as HTMLElement).tagName === 'INPUT') {
          event.preventDefault();
          void keep('intend');
        }
      }}
    >
      <p>
        <strong className="block text-[34px] leading-10">{name}</strong>
        <span className="text-ash">{[where, state].filter(Boolean).join(', ')}</span>
      </p>
      <StopSentence blanks={blanks} value={value} onValue={setValue} />
      {parameterRow(blanks.parameter as ParameterId).as && !blanks.as && (
        <p role="status" className="border-l-4 border-clay pl-3">
          {say('reading.say-as')}
        </p>
      )}
      {judged && judged.standing !== 'pass' && <JudgedLines judged={judged} />}
      <Judgements of={refused} />
      <div className="flex flex-wrap gap-3">
        {refused.length > 0 ? (
          <Button look="stop" onClick={() => void keep('happened')}>
            {say('act.happened')}
          </Button>
        ) : (
          <Button look="primary" data-primary="" disabled={!isRead} onClick={() => void keep('intend')}>
            {say('walk.next')}
          </Button>
        )}
        <Button onClick={onNext}>{say('walk.skip')}</Button>
      </div>
    </form>
  );
}

interface StopSentenceProps {
  readonly blanks: ReadingBlanks;
  readonly value: number | undefined;
  readonly onValue: (value: number | undefined) => void;
}

/** The one figure of a stop: centimetres of a tube, a step of a strip, or what the method shows. */
function StopSentence({ blanks, value, onValue }: StopSentenceProps) {
  const say = useSay();
  const parameter = blanks.parameter as ParameterId;
  const { as, dimension, unit, least = 0, most } = parameterRow(parameter);
  const isTube = blanks.method === 'tube';
  return (
    <Sentence>
      <Phrase
        text={isTube ? 'walk.stop.tube' : as ? 'walk.stop.as' : 'walk.stop'}
        params={{
          name: `parameter.${parameter}`,
          unit: format.writesUnit(dimension) || unit === 'pH' ? 'unit-of.none' : `unit-of.${unit}`,
          as: blanks.as ? `as.${blanks.as}` : 'reading.as.ask',
        }}
        blanks={{
          value:
            blanks.method === 'strip' ? (
              <StepBlank parameter={parameter} value={value} onValue={onValue} />
            ) : (
              <QuantityBlank
                label={isTube ? say('reading.depth') : say('reading.value')}
                dimension={isTube ? 'lengthCm' : dimension}
                value={value}
                onValue={onValue}
                least={isTube ? 0.5 : least}
                most={isTube ? 200 : most}
                autoFocus
              />
            ),
        }}
      />
    </Sentence>
  );
}
