import { useMemo, useState } from 'react';
import type { TestFacts } from '#core/areas/readings/facts.ts';
import { caseOf, judgedAt, purposeFor } from '#core/areas/readings/standing.ts';
import { runningBatch } from '#core/areas/store/state.ts';
import type { Subject } from '#core/base/subject.ts';
import {
  type ParameterId,
  parameterIds,
  parameterRow,
  type TestMethod,
  testMethods,
} from '#core/water/quality/parameters.ts';
import { Act } from '../app/Act.tsx';
import { TakePhoto } from '../app/Photo.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import { useFacts, useToday } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { FromInstrument } from './FromInstrument.tsx';
import { JudgedLines } from './JudgedLines.tsx';
import { ResultBlanks } from './ResultBlanks.tsx';
import {
  asksStanding,
  freshRack,
  kitsFor,
  type ReadingBlanks,
  readingOf,
  TASTE,
  usesKit,
} from './readingBlanks.ts';

interface Props {
  readonly subject: Subject;
  readonly name: string;
  /** What is read, where that is known already. */
  readonly parameter?: ParameterId;
  /** A sample that stood, and is read now. */
  readonly sample?: TestFacts;
  readonly onDone?: () => void;
}

const isMethod = (method: TestMethod, parameter: ParameterId): boolean =>
  parameterRow(parameter).methods.includes(method);

/** What a parameter is usually read by, where a sample or a kit does not say. */
const firstMethod = (parameter: ParameterId): TestMethod => parameterRow(parameter).methods[0]!;

/** Writes down a reading of any parameter by any method: the blanks fit the method, and what it means is said at once. */
export function ReadingForm({ subject, name, parameter, sample, onDone }: Props) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { clock } = useSession();
  const start = (of: ReadingBlanks['parameter'], method?: TestMethod): ReadingBlanks => {
    if (!of || of === TASTE) return { parameter: of, method: undefined };
    const how = method && isMethod(method, of) ? method : firstMethod(of);
    const [kit] = usesKit(how) ? kitsFor(facts, of) : [];
    return { parameter: of, method: how, rack: freshRack, ...(kit ? { kit: kit.id } : {}) };
  };
  const typed = `reading ${subject} ${facts.container[subject]?.fill?.at ?? ''} ${parameter ?? ''}`;
  const [blanks, setBlanks] = useTyped<ReadingBlanks>(typed, 'blanks', () =>
    start(sample?.parameters[0] ?? parameter, sample?.method),
  );
  const [photo, setPhoto] = useState<string | undefined>();
  const put = (more: Partial<ReadingBlanks>) => setBlanks(b => ({ ...b, ...more }));
  const { parameter: of, method } = blanks;
  const reading = useMemo(() => {
    const plain = readingOf(blanks, facts, clock.now(), sample);
    if (!plain || !sample) return plain;
    const { window, temperatureC, begunAt } = sample;
    return { ...plain, incubated: { from: begunAt, temperatureC, ...(window ? { window } : {}) } };
  }, [blanks, facts, clock, sample]);
  const drafts = useMemo(() => {
    if (!reading) return undefined;
    const also = [
      ...(sample ? [sample.id] : []),
      ...(reading.kit?.supply ? [reading.kit.supply] : []),
    ].filter(id => id !== subject);
    const kept = photo ? { ...reading, photo } : reading;
    return [draft('read', subject, kept, also.length > 0 ? { also } : {})];
  }, [reading, subject, sample, photo]);
  const judged = useMemo(() => {
    if (!reading) return undefined;
    const tests = facts.container[subject]?.tests ?? facts.source[subject]?.tests;
    const kept = { at: clock.now(), entry: '', ...reading };
    const container = facts.container[subject];
    const phase = container && runningBatch(container, clock.now())?.standing.phase;
    const purpose = phase === 'read' || phase === 'air' ? 'contact' : purposeFor(facts, subject);
    return judgedAt(facts, kept, caseOf(facts, purpose, tests, today, container?.fill?.since));
  }, [reading, facts, subject, clock, today]);
  const row = of && of !== TASTE ? parameterRow(of) : undefined;
  const kits = of && of !== TASTE ? kitsFor(facts, of) : [];
  return (
    <Act
      typed={typed}
      mayBePast={!sample}
      drafts={drafts}
      label={say('reading.keep')}
      told={say('reading.told', { name })}
      {...(onDone ? { onDone } : {})}
    >
      <Sentence>
        <Phrase
          text="reading.sentence"
          cases={{
            kit: usesKit(method) ? 'yes' : undefined,
            point: subject.startsWith('supply:') ? 'filter' : 'free',
          }}
          blanks={{
            parameter: (
              <ChoiceBlank<ParameterId | typeof TASTE>
                label={say('reading.parameter')}
                value={of}
                onValue={next =>
                  setBlanks({ ...start(next, method), ...(blanks.point ? { point: blanks.point } : {}) })
                }
                choices={[...(sample ? sample.parameters : ([...parameterIds, TASTE] as const))].map(
                  value => ({
                    value,
                    label: say(`parameter.${value}`),
                  }),
                )}
              />
            ),
            method: of && of !== TASTE && (
              <ChoiceBlank<TestMethod>
                label={say('reading.method')}
                value={method}
                onValue={next => setBlanks(b => ({ ...start(of, next), point: b.point ?? '' }))}
                choices={testMethods
                  .filter(m => isMethod(m, of) && (!sample || m === sample.method))
                  .map(value => ({ value, label: say(`test-method.${value}`) }))}
              />
            ),
            result: of && of !== TASTE && method && (
              <ResultBlanks
                blanks={blanks}
                parameter={of}
                method={method}
                isSample={sample !== undefined}
                onBlanks={put}
              />
            ),
            kit: usesKit(method) && (
              <ChoiceBlank<string>
                label={say('reading.kit')}
                value={blanks.kit}
                placeholder={say('reading.kit.none')}
                onValue={kit => put({ kit: kit === 'other' ? 'other' : kit })}
                choices={[
                  ...kits.map(k => ({
                    value: k.id,
                    label: k.name,
                    ...(k.expiresOn ? { note: say('reading.kit.until', { expiresDay: k.expiresOn }) } : {}),
                  })),
                  { value: 'other', label: say('reading.kit.other') },
                ]}
              />
            ),
            lot: blanks.kit === 'other' && (
              <TextBlank label={say('reading.lot')} value={blanks.lot ?? ''} onValue={lot => put({ lot })} />
            ),
            expires: blanks.kit === 'other' && (
              <TextBlank
                label={say('reading.expires')}
                type="date"
                value={blanks.expires ?? ''}
                onValue={expires => put({ expires })}
              />
            ),
            point: subject.startsWith('supply:') ? (
              <ChoiceBlank<'inlet' | 'outlet'>
                label={say('reading.point')}
                value={blanks.point as 'inlet' | undefined}
                onValue={point => put({ point })}
                choices={(['inlet', 'outlet'] as const).map(value => ({
                  value,
                  label: say(`point.${value}`),
                }))}
              />
            ) : (
              <TextBlank
                label={say('reading.point')}
                placeholder={say('reading.point.any')}
                value={blanks.point ?? ''}
                onValue={point => put({ point })}
              />
            ),
          }}
        />
      </Sentence>
      <div className="text-small">
        <TakePhoto isAnother={photo !== undefined} onKept={setPhoto} />
        {photo && <span className="text-ash">{say('reading.photo')}</span>}
      </div>
      <FromInstrument
        about={sample?.id ?? subject}
        parameter={of === TASTE ? undefined : of}
        onReading={({ parameter: read, value, found }) =>
          setBlanks({
            ...start(read, found ? sample?.method : 'meter'),
            ...(value === undefined ? {} : { value }),
            ...(found ? { found } : {}),
            ...(blanks.point ? { point: blanks.point } : {}),
          })
        }
      />
      {of === TASTE && (
        <p role="alert" className="border-l-4 border-iron pl-3">
          {say('reading.taste')}
        </p>
      )}
      {!sample &&
        asksStanding(blanks) &&
        (blanks.stoodH === undefined || blanks.temperatureC === undefined) && (
          <p role="status" className="border-l-4 border-clay pl-3">
            {say('reading.say-standing')}
          </p>
        )}
      {row?.as && blanks.value !== undefined && blanks.as === undefined && (
        <p role="status" className="border-l-4 border-clay pl-3">
          {say('reading.say-as')}
        </p>
      )}
      {judged && <JudgedLines judged={judged} />}
    </Act>
  );
}
