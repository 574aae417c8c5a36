import { useMemo, useState } from 'react';
import type { TestBegun } from '#core/areas/readings/fields.ts';
import { addMinutes } from '#core/base/day.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { WARM_C, windowOf } from '#core/water/quality/incubation.ts';
import { samplingSteps } from '#core/water/quality/sampling.ts';
import { rowOf } from '#core/water/waters.ts';
import { kitsFor } from '../../acts/readingBlanks.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { SubjectBlank } from './SubjectBlank.tsx';
import type { Tested } from './subjects.ts';

type Germ = TestBegun['parameters'][number];
const germs: readonly Germ[] = ['e-coli', 'total-coliforms', 'h2s'];
type Method = TestBegun['method'];

/** Sets a sample to stand warm: until when it is read follows from how warm it stands. */
export function BeginDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const { clock } = useSession();
  const { recordAndTell } = useRecord();
  const [subject, setSubject] = useState<Tested | undefined>();
  const typed = 'begin-test';
  const [method, setMethod] = useTyped<Method>(typed, 'method', 'presence-absence');
  const [parameters, setParameters] = useTyped<readonly Germ[]>(typed, 'parameters', ['e-coli']);
  const [temperatureC, setTemperatureC] = useTyped<number | undefined>(typed, 'temperatureC', undefined);
  const [hasThiosulphate, setThiosulphate] = useTyped<'yes' | 'no'>(typed, 'hasThiosulphate', 'no');
  const [point, setPoint] = useTyped(typed, 'point', '');
  const kits = parameters[0] ? kitsFor(facts, parameters[0]) : [];
  const [kit, setKit] = useTyped<string | undefined>(typed, 'kit', undefined);
  const supply = facts.supply[kit ?? kits[0]?.id ?? ''];
  const drafts = useMemo(() => {
    if (!subject || temperatureC === undefined || parameters.length === 0) return undefined;
    return [
      draft(
        'test.begun',
        newSubject('test'),
        {
          of: subject.id,
          method,
          parameters,
          temperatureC,
          ...(point.trim() ? { point: point.trim() } : {}),
          ...(supply
            ? {
                kit: {
                  supply: supply.id,
                  ...(supply.lot ? { lot: supply.lot } : {}),
                  ...(supply.expiresOn ? { expires: supply.expiresOn } : {}),
                },
              }
            : {}),
          isDechlorinated: hasThiosulphate === 'yes',
        },
        { also: [subject.id, ...(supply && supply.id !== subject.id ? [supply.id] : [])] },
      ),
    ];
  }, [subject, method, parameters, temperatureC, point, supply, hasThiosulphate]);
  const window = temperatureC === undefined ? undefined : windowOf({ temperatureC });
  const from = (hours: number) => addMinutes(clock.now(), hours * 60);
  const container = facts.container[subject?.id ?? ''];
  const source = facts.source[subject?.id ?? ''];
  const isChlorinated =
    source?.kind === 'tap' ||
    (container?.fill !== undefined &&
      (rowOf(container.fill.water).class === 'tap' || container.fill.batches.length > 0));
  const sampling = () => {
    if (!subject) return;
    const steps = samplingSteps({ isTap: source?.kind === 'tap', isChlorinated, isSent: false });
    void recordAndTell(
      [
        draft(
          'sheet.begun',
          newSubject('sheet'),
          {
            method: 'sampling',
            inputs: {},
            headline: { id: 'sampling.headline', params: { name: subject.name } },
            steps,
            uses: [],
            credit: noCredit,
          },
          container ? { also: [container.id] } : {},
        ),
      ],
      say('sampling.told', { name: subject.name }),
    );
  };
  return (
    <Dialog title={say('tests.begin')} open onClose={onClose}>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('begin.do')}
        told={say('begin.told', { name: subject?.name ?? '' })}
        onDone={onClose}
      >
        <Sentence>
          <Phrase
            text="begin.sentence"
            blanks={{
              subject: <SubjectBlank onSubject={setSubject} />,
              parameters: (
                <ManyBlank<Germ>
                  label={say('begin.parameters')}
                  values={parameters}
                  onValues={setParameters}
                  choices={germs.map(value => ({ value, label: say(`parameter.${value}`) }))}
                />
              ),
              method: (
                <ChoiceBlank<Method>
                  label={say('begin.method')}
                  value={method}
                  onValue={setMethod}
                  choices={(['presence-absence', 'plate', 'tubes'] as const).map(value => ({
                    value,
                    label: say(`test-method.${value}`),
                  }))}
                />
              ),
              temperature: (
                <QuantityBlank
                  label={say('begin.temperature')}
                  dimension="temperatureC"
                  value={temperatureC}
                  onValue={setTemperatureC}
                  least={-5}
                  most={60}
                />
              ),
              kit: (
                <ChoiceBlank<string>
                  label={say('reading.kit')}
                  value={supply?.id}
                  placeholder={say('reading.kit.none')}
                  onValue={setKit}
                  choices={kits.map(k => ({ value: k.id, label: k.name }))}
                />
              ),
              point: (
                <TextBlank
                  label={say('reading.point')}
                  placeholder={say('reading.point.any')}
                  value={point}
                  onValue={setPoint}
                />
              ),
              thiosulphate: (
                <ChoiceBlank<'yes' | 'no'>
                  label={say('begin.thiosulphate')}
                  value={hasThiosulphate}
                  onValue={setThiosulphate}
                  choices={(['no', 'yes'] as const).map(value => ({
                    value,
                    label: say(`begin.thiosulphate.${value}`),
                  }))}
                />
              ),
            }}
          />
        </Sentence>
        {window && temperatureC !== undefined && (
          <p className="border-l-4 border-reed pl-3" data-testid="window">
            <strong>{say('begin.window', { fromAt: from(window.fromH), untilAt: from(window.toH) })}</strong>{' '}
            {say(temperatureC < WARM_C ? 'begin.cool' : 'begin.warm', {
              fromH: window.fromH,
              toH: window.toH,
            })}
          </p>
        )}
      </Act>
      {subject && (
        <p className="mt-4 border-t border-rule pt-3 text-small">
          {say('begin.sampling')}{' '}
          <Button look="quiet" className="text-small" onClick={sampling}>
            {say('begin.sampling-do')}
          </Button>
        </p>
      )}
    </Dialog>
  );
}
