import { useMemo, useState } from 'react';
import type { TestFacts } from '#core/areas/readings/facts.ts';
import type { ReadingFields } from '#core/areas/readings/fields.ts';
import { caseOf, judgedAt, purposeFor } from '#core/areas/readings/standing.ts';
import { runningBatch } from '#core/areas/store/state.ts';
import type { Day, Instant } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import {
  type ParameterId,
  parameterIds,
  parameterRow,
  type TestMethod,
  testMethods,
} from '#core/water/quality/parameters.ts';
import { Act } from '../app/Act.tsx';
import { useBlanksOf } from '../app/blanks.tsx';
import { TakePhoto } from '../app/Photo.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import { useFacts, useToday } from '../session/state.ts';
import { type Say, useSay } from '../texts/texts.ts';
import { type Choice, ChoiceBlank, Sentence } from '../ui/Blank.tsx';
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

/** What stands in the blanks once it is said what is read, and by what. */
function blanksFor(facts: Facts, of: ReadingBlanks['parameter'], method?: TestMethod): ReadingBlanks {
  if (!of || of === TASTE) return { parameter: of, method: undefined };
  const how = method && isMethod(method, of) ? method : firstMethod(of);
  const [kit] = usesKit(how) ? kitsFor(facts, of) : [];
  return { parameter: of, method: how, rack: freshRack, ...given({ kit: kit?.id }) };
}

/** The reading that the blanks make, with how the sample stood that was read. */
function readingFrom(blanks: ReadingBlanks, facts: Facts, now: Instant, sample: TestFacts | undefined) {
  const plain = readingOf(blanks, facts, now, sample);
  if (!plain || !sample) return plain;
  const { window, temperatureC, begunAt } = sample;
  return { ...plain, incubated: { from: begunAt, temperatureC, ...given({ window }) } };
}

/** What a reading means of the water that it was taken of. */
function meaningOf(facts: Facts, subject: Subject, reading: ReadingFields, now: Instant, today: Day) {
  const container = facts.container[subject];
  const tests = container?.tests ?? facts.source[subject]?.tests;
  const phase = container && runningBatch(container, now)?.standing.phase;
  const purpose = phase === 'read' || phase === 'air' ? 'contact' : purposeFor(facts, subject);
  const kept = { at: now, entry: '', ...reading };
  return judgedAt(facts, kept, caseOf(facts, purpose, tests, today, container?.fill?.since));
}

/** The drafts of a reading, and what it means. */
function useReading({ subject, sample }: Props, blanks: ReadingBlanks, photo: string | undefined) {
  const facts = useFacts();
  const today = useToday();
  const { clock } = useSession();
  const reading = useMemo(
    () => readingFrom(blanks, facts, clock.now(), sample),
    [blanks, facts, clock, sample],
  );
  const drafts = useMemo(() => {
    if (!reading) return undefined;
    const also = [sample?.id, reading.kit?.supply].filter(id => id !== undefined && id !== subject);
    const kept = { ...reading, ...given({ photo: photo || undefined }) };
    return [draft('read', subject, kept, also.length > 0 ? { also: also as Subject[] } : {})];
  }, [reading, subject, sample, photo]);
  const judged = useMemo(
    () => reading && meaningOf(facts, subject, reading, clock.now(), today),
    [reading, facts, subject, clock, today],
  );
  return { drafts, judged };
}

/** Writes down a reading of any parameter by any method: the blanks fit the method, and what it means is said at once. */
export function ReadingForm(props: Props) {
  const { subject, name, parameter, sample, onDone } = props;
  const say = useSay();
  const facts = useFacts();
  const typed = `reading ${subject} ${facts.container[subject]?.fill?.at ?? ''} ${parameter ?? ''}`;
  const [blanks, setBlanks] = useTyped<ReadingBlanks>(typed, 'blanks', () =>
    blanksFor(facts, sample?.parameters[0] ?? parameter, sample?.method),
  );
  const [photo, setPhoto] = useState<string | undefined>();
  const { drafts, judged } = useReading(props, blanks, photo);
  const { parameter: of, point } = blanks;
  return (
    <Act
      typed={typed}
      mayBePast={!sample}
      drafts={drafts}
      label={say('reading.keep')}
      told={say('reading.told', { name })}
      {...given({ onDone })}
    >
      <ReadingSentence subject={subject} sample={sample} blanks={blanks} onBlanks={setBlanks} />
      <div className="text-small">
        <TakePhoto isAnother={photo !== undefined} onKept={setPhoto} />
        {photo && <span className="text-ash">{say('reading.photo')}</span>}
      </div>
      <FromInstrument
        about={sample?.id ?? subject}
        parameter={of === TASTE ? undefined : of}
        onReading={({ parameter: read, value, found }) =>
          setBlanks({
            ...blanksFor(facts, read, found ? sample?.method : 'meter'),
            ...given({ value, found: found || undefined, point: point || undefined }),
          })
        }
      />
      <StillToSay blanks={blanks} isSample={sample !== undefined} />
      {judged && <JudgedLines judged={judged} />}
    </Act>
  );
}

interface SentenceProps extends Pick<Props, 'subject'> {
  readonly sample: TestFacts | undefined;
  readonly blanks: ReadingBlanks;
  readonly onBlanks: (change: (now: ReadingBlanks) => ReadingBlanks) => void;
}

function ReadingSentence({ subject, sample, blanks, onBlanks }: SentenceProps) {
  const say = useSay();
  const facts = useFacts();
  const change = (more: Partial<ReadingBlanks>) => onBlanks(b => ({ ...b, ...more }));
  const { text, day, choice } = useBlanksOf<ReadingBlanks>({ values: blanks, change });
  const { parameter: of, method } = blanks;
  const isFilter = subject.startsWith('supply:');
  const offered = sample ? sample.parameters : ([...parameterIds, TASTE] as const);
  return (
    <Sentence>
      <Phrase
        text="reading.sentence"
        cases={{ kit: usesKit(method) ? 'yes' : undefined, point: isFilter ? 'filter' : 'free' }}
        blanks={{
          parameter: (
            <ChoiceBlank<ParameterId | typeof TASTE>
              label={say('reading.parameter')}
              value={of}
              onValue={next =>
                onBlanks(({ point }) => ({
                  ...blanksFor(facts, next, method),
                  ...given({ point: point || undefined }),
                }))
              }
              choices={offered.map(value => ({ value, label: say(`parameter.${value}`) }))}
            />
          ),
          method: of && of !== TASTE && (
            <ChoiceBlank<TestMethod>
              label={say('reading.method')}
              value={method}
              onValue={next => onBlanks(b => ({ ...blanksFor(facts, of, next), point: b.point ?? '' }))}
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
              onBlanks={change}
            />
          ),
          kit: usesKit(method) && choice('kit', 'reading.kit', kitChoices(facts, of, say), undefined, NO_KIT),
          lot: blanks.kit === 'other' && text('lot', 'reading.lot'),
          expires: blanks.kit === 'other' && day('expires', 'reading.expires'),
          point: isFilter
            ? choice('point', 'reading.point', ['inlet', 'outlet'], point => `point.${point as 'inlet'}`)
            : text('point', 'reading.point', 'reading.point.any'),
        }}
      />
    </Sentence>
  );
}

const NO_KIT = 'reading.kit.none';

/** Kits that read it, with how long they are good; or one that is not kept here. */
function kitChoices(facts: Facts, of: ReadingBlanks['parameter'], say: Say): readonly Choice<string>[] {
  const kits = of && of !== TASTE ? kitsFor(facts, of) : [];
  return [
    ...kits.map(({ id, name, expiresOn }) => ({
      ...{ value: id, label: name },
      ...given({ note: expiresOn && say('reading.kit.until', { expiresDay: expiresOn }) }),
    })),
    { value: 'other', label: say('reading.kit.other') },
  ];
}

/** What is asked before the reading can be kept, beside its blanks; nobody tastes water to test it. */
function StillToSay({ blanks, isSample }: { blanks: ReadingBlanks; isSample: boolean }) {
  const say = useSay();
  const { parameter: of, stoodH, temperatureC, value, as } = blanks;
  if (of === TASTE)
    return (
      <p role="alert" className="border-l-4 border-iron pl-3">
        {say('reading.taste')}
      </p>
    );
  const isUntold = !isSample && asksStanding(blanks) && (stoodH === undefined || temperatureC === undefined);
  const isUnwritten = of && parameterRow(of).as && value !== undefined && as === undefined;
  return (
    <>
      {isUntold && (
        <p role="status" className="border-l-4 border-clay pl-3">
          {say('reading.say-standing')}
        </p>
      )}
      {isUnwritten && (
        <p role="status" className="border-l-4 border-clay pl-3">
          {say('reading.say-as')}
        </p>
      )}
    </>
  );
}
