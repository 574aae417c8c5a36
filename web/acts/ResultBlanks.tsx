import { testReading } from '#core/areas/readings/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import {
  incubates,
  isFoundBy,
  type ParameterId,
  parameterRow,
  type ReportedAs,
  type TestMethod,
} from '#core/water/quality/parameters.ts';
import { slipOf } from '#core/water/quality/testReading.ts';
import { useBlanksOf } from '../app/blanks.tsx';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { RackBlanks } from './RackBlanks.tsx';
import { freshRack, type ReadingBlanks } from './readingBlanks.ts';
import { StepBlank } from './StepBlank.tsx';

interface ResultProps {
  readonly blanks: ReadingBlanks;
  readonly parameter: ParameterId;
  readonly method: TestMethod;
  readonly onBlanks: (more: Partial<ReadingBlanks>) => void;
}

/** What a method asks for: centimetres of a tube, the steps of a strip, what turned, tubes of a rack, or a figure. */
export function ResultBlanks({ isSample, ...asked }: ResultProps & { isSample: boolean }) {
  const { blanks, method, onBlanks } = asked;
  if (method === 'tube') return <TubeBlanks {...asked} />;
  return (
    <>
      {isFoundBy(method) ? (
        <FoundBlank {...asked} />
      ) : method === 'tubes' ? (
        <RackBlanks rack={blanks.rack ?? freshRack} onRack={rack => onBlanks({ rack })} />
      ) : (
        <FigureBlanks {...asked} />
      )}
      {!isSample && incubates.includes(method) && <StoodBlanks blanks={blanks} onBlanks={onBlanks} />}
    </>
  );
}

/** What was seen: a colour, a smell, a bottle that turned. */
function FoundBlank({ blanks, parameter, method, onBlanks }: ResultProps) {
  const say = useSay();
  const { words = [] } = parameterRow(parameter);
  return (
    <ChoiceBlank<string>
      label={say('reading.found')}
      value={blanks.found}
      onValue={found => onBlanks({ found: found as NonNullable<ReadingBlanks['found']> })}
      choices={words.map(value => ({
        value,
        label: say(`found-word.${value}`),
        ...given({
          note: incubates.includes(method) ? say(`found-bottle.${value as 'present'}`) : undefined,
        }),
      }))}
    />
  );
}

/** How deep the cross of a turbidity tube is lost, or that it is still seen in the full tube. */
function TubeBlanks({ blanks, onBlanks }: ResultProps) {
  const say = useSay();
  const { quantity } = useBlanksOf({ values: blanks, change: onBlanks });
  return (
    <Phrase
      text="reading.tube"
      blanks={{
        depth: quantity('depthCm', 'reading.depth', 'lengthCm', boundsOf(testReading, 'depthCm')),
        beyond: (
          <ChoiceBlank<'seen' | 'lost'>
            label={say('reading.tube-mark')}
            value={blanks.beyond === 'below' ? 'seen' : 'lost'}
            onValue={mark => onBlanks({ beyond: mark === 'seen' ? 'below' : undefined })}
            choices={(['lost', 'seen'] as const).map(value => ({
              value,
              label: say(`reading.tube.${value}`),
            }))}
          />
        ),
      }}
    />
  );
}

/** A figure, or the step of a strip; that it lies beyond what can be read, and as what it is written. */
function FigureBlanks({ blanks, parameter, method, onBlanks }: ResultProps) {
  const say = useSay();
  const { quantity, choice } = useBlanksOf({ values: blanks, change: onBlanks });
  const { unit, as, least, most, dimension } = parameterRow(parameter);
  const slip = slipOf({ parameter, method, value: blanks.value });
  return (
    <>
      <Phrase
        text={as ? 'reading.figure.as' : 'reading.figure'}
        params={{ unit: format.writesUnit(dimension) || unit === 'pH' ? 'unit-of.none' : `unit-of.${unit}` }}
        blanks={{
          beyond: (
            <ChoiceBlank<'exact' | 'below' | 'above'>
              label={say('reading.beyond')}
              value={blanks.beyond ?? 'exact'}
              onValue={b => onBlanks({ beyond: b === 'exact' ? undefined : b })}
              choices={(['exact', 'below', 'above'] as const).map(value => ({
                value,
                label: say(`reading.beyond.${value}`),
              }))}
            />
          ),
          value:
            method === 'strip' ? (
              <StepBlank parameter={parameter} value={blanks.value} onValue={value => onBlanks({ value })} />
            ) : (
              <QuantityBlank
                key={`${parameter} ${method}`}
                label={say('reading.value')}
                dimension={dimension}
                value={blanks.value}
                onValue={value => onBlanks({ value })}
                least={least ?? 0}
                most={most}
              />
            ),
          as:
            as &&
            choice('as', 'reading.as', Object.keys(as) as ReportedAs[], one => `as.${one}`, 'reading.as.ask'),
        }}
      />
      {method === 'plate' && (
        <Phrase
          text="reading.examined"
          blanks={{
            volume: quantity('volumeMl', 'reading.examined-ml', 'number', boundsOf(testReading, 'volumeMl')),
          }}
        />
      )}
      {slip !== undefined && say('reading.slip', { slip })}
    </>
  );
}

/** How long and how warm it stood, for a bottle that was not begun here. */
function StoodBlanks({ blanks, onBlanks }: Pick<ResultProps, 'blanks' | 'onBlanks'>) {
  const { quantity } = useBlanksOf({ values: blanks, change: onBlanks });
  return (
    <Phrase
      text="reading.stood"
      blanks={{
        hours: quantity('stoodH', 'reading.stood-h', 'timeH', { least: 0, most: 720 }),
        temperature: quantity(
          'temperatureC',
          'reading.stood-c',
          'temperatureC',
          boundsOf(testReading, 'incubated.temperatureC'),
        ),
      }}
    />
  );
}
