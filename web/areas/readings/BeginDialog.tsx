import { type ReactNode, useMemo, useState } from 'react';
import { type TestBegun, testBegun } from '#core/areas/readings/fields.ts';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { addMinutes } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { WARM_C, windowOf } from '#core/water/quality/incubation.ts';
import { samplingSteps } from '#core/water/quality/sampling.ts';
import { rowOf } from '#core/water/waters.ts';
import { kitsFor } from '../../acts/readingBlanks.ts';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { SubjectBlank } from './SubjectBlank.tsx';
import type { Tested } from './subjects.ts';

type Germ = TestBegun['parameters'][number];
const germs: readonly Germ[] = ['e-coli', 'total-coliforms', 'h2s'];
type Method = TestBegun['method'];
const methods: readonly Method[] = ['presence-absence', 'plate', 'tubes'];

/** The blanks of a sample that begins to stand. */
interface Begun {
  readonly method: Method;
  readonly parameters: readonly Germ[];
  readonly temperatureC: number | undefined;
  readonly hasThiosulphate: 'yes' | 'no';
  readonly point: string;
  readonly kit: string | undefined;
}

/** What is recorded of it; undefined until it says of which water, for what and how warm. */
function draftsOf(subject: Tested | undefined, blanks: Begun, supply: SupplyFacts | undefined) {
  const { method, parameters, temperatureC, hasThiosulphate, point } = blanks;
  if (!subject || temperatureC === undefined || parameters.length === 0) return undefined;
  return [
    draft(
      'test.begun',
      newSubject('test'),
      {
        ...{ of: subject.id, method, parameters, temperatureC },
        ...given({ point: point.trim() || undefined, kit: supply && kitUsed(supply) }),
        isDechlorinated: hasThiosulphate === 'yes',
      },
      { also: [subject.id, ...(supply && supply.id !== subject.id ? [supply.id] : [])] },
    ),
  ];
}

const kitUsed = ({ id, lot, expiresOn }: SupplyFacts) => ({
  supply: id,
  ...given({ lot: lot || undefined, expires: expiresOn }),
});

/** Sets a sample to stand warm: until when it is read follows from how warm it stands. */
export function BeginDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const [subject, setSubject] = useState<Tested | undefined>();
  const typed = 'begin-test';
  const blanks = useBlanks<Begun>(typed, () => ({
    ...{ method: 'presence-absence', parameters: ['e-coli'], temperatureC: undefined },
    ...{ hasThiosulphate: 'no', point: '', kit: undefined },
  }));
  const { values } = blanks;
  const kits = values.parameters[0] ? kitsFor(facts, values.parameters[0]) : [];
  const supply = facts.supply[values.kit ?? kits[0]?.id ?? ''];
  const drafts = useMemo(() => draftsOf(subject, values, supply), [subject, values, supply]);
  return (
    <Dialog title={say('tests.begin')} open onClose={onClose}>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('begin.do')}
        told={say('begin.told', { name: subject?.name ?? '' })}
        onDone={onClose}
      >
        <BeginSentence
          blanks={blanks}
          kits={kits}
          kit={supply?.id}
          subject={<SubjectBlank onSubject={setSubject} />}
        />
        {values.temperatureC !== undefined && <Window temperatureC={values.temperatureC} />}
      </Act>
      {subject && <Sampling of={subject} />}
    </Dialog>
  );
}

interface SentenceProps {
  readonly blanks: Blanks<Begun>;
  readonly kits: readonly SupplyFacts[];
  readonly kit: string | undefined;
  readonly subject: ReactNode;
}

function BeginSentence({ blanks, kits, kit, subject }: SentenceProps) {
  const say = useSay();
  const { many, choice, quantity, text, change } = blanks;
  return (
    <Sentence>
      <Phrase
        text="begin.sentence"
        blanks={{
          subject,
          parameters: many('parameters', 'begin.parameters', germs, germ => `parameter.${germ}`),
          method: choice('method', 'begin.method', methods, method => `test-method.${method}`),
          temperature: quantity(
            'temperatureC',
            'begin.temperature',
            'temperatureC',
            boundsOf(testBegun, 'temperatureC'),
          ),
          kit: (
            <ChoiceBlank<string>
              label={say('reading.kit')}
              value={kit}
              placeholder={say('reading.kit.none')}
              onValue={next => change({ kit: next })}
              choices={kits.map(k => ({ value: k.id, label: k.name }))}
            />
          ),
          point: text('point', 'reading.point', 'reading.point.any'),
          thiosulphate: choice(
            'hasThiosulphate',
            'begin.thiosulphate',
            ['no', 'yes'],
            has => `begin.thiosulphate.${has}`,
          ),
        }}
      />
    </Sentence>
  );
}

/** From when until when it is read. */
function Window({ temperatureC }: { temperatureC: number }) {
  const say = useSay();
  const { clock } = useSession();
  const window = windowOf({ temperatureC });
  if (!window) return null;
  const from = (hours: number) => addMinutes(clock.now(), hours * 60);
  return (
    <p className="border-l-4 border-reed pl-3" data-testid="window">
      <strong>{say('begin.window', { fromAt: from(window.fromH), untilAt: from(window.toH) })}</strong>{' '}
      {say(temperatureC < WARM_C ? 'begin.cool' : 'begin.warm', { fromH: window.fromH, toH: window.toH })}
    </p>
  );
}

/** The sheet by which a sample of this water is taken. */
function Sampling({ of: subject }: { of: Tested }) {
  const say = useSay();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  const begin = () => {
    const container = facts.container[subject.id];
    const isTap = facts.source[subject.id]?.kind === 'tap';
    const fill = container?.fill;
    const isChlorinated =
      isTap || (fill !== undefined && (rowOf(fill.water).class === 'tap' || fill.batches.length > 0));
    void recordAndTell(
      [
        draft(
          'sheet.begun',
          newSubject('sheet'),
          {
            ...{ method: 'sampling', inputs: {}, uses: [], credit: noCredit },
            headline: { id: 'sampling.headline', params: { name: subject.name } },
            steps: samplingSteps({ isTap, isChlorinated, isSent: false }),
          },
          container ? { also: [container.id] } : {},
        ),
      ],
      say('sampling.told', { name: subject.name }),
    );
  };
  return (
    <p className="mt-4 border-t border-rule pt-3 text-small">
      {say('begin.sampling')}{' '}
      <Button look="quiet" className="text-small" onClick={begin}>
        {say('begin.sampling-do')}
      </Button>
    </p>
  );
}
