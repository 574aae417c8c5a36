import {
  incubates,
  isFoundBy,
  type ParameterId,
  parameterRow,
  type ReportedAs,
  type TestMethod,
} from '#core/water/quality/parameters.ts';
import { slipOf } from '#core/water/quality/testReading.ts';
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
export function ResultBlanks({
  blanks,
  parameter,
  method,
  isSample,
  onBlanks,
}: ResultProps & { isSample: boolean }) {
  const say = useSay();
  const stood = !isSample && incubates.includes(method) && (
    <StoodBlanks blanks={blanks} onBlanks={onBlanks} />
  );
  const { unit, words = [], as, least, most, dimension } = parameterRow(parameter);
  if (isFoundBy(method))
    return (
      <>
        <ChoiceBlank<string>
          label={say('reading.found')}
          value={blanks.found}
          onValue={found => onBlanks({ found: found as NonNullable<ReadingBlanks['found']> })}
          choices={words.map(value => ({
            value,
            label: say(`found-word.${value}`),
            ...(incubates.includes(method) ? { note: say(`found-bottle.${value as 'present'}`) } : {}),
          }))}
        />
        {stood}
      </>
    );
  if (method === 'tubes')
    return (
      <>
        <RackBlanks rack={blanks.rack ?? freshRack} onRack={rack => onBlanks({ rack })} />
        {stood}
      </>
    );
  if (method === 'tube')
    return (
      <Phrase
        text="reading.tube"
        blanks={{
          depth: (
            <QuantityBlank
              label={say('reading.depth')}
              dimension="lengthCm"
              value={blanks.depthCm}
              onValue={depthCm => onBlanks({ depthCm })}
              least={0.5}
              most={200}
            />
          ),
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
          as: as && (
            <ChoiceBlank<ReportedAs>
              label={say('reading.as')}
              value={blanks.as}
              placeholder={say('reading.as.ask')}
              onValue={next => onBlanks({ as: next })}
              choices={(Object.keys(as) as ReportedAs[]).map(value => ({ value, label: say(`as.${value}`) }))}
            />
          ),
        }}
      />
      {method === 'plate' && (
        <Phrase
          text="reading.examined"
          blanks={{
            volume: (
              <QuantityBlank
                label={say('reading.examined-ml')}
                dimension="number"
                value={blanks.volumeMl}
                onValue={volumeMl => onBlanks({ volumeMl })}
                least={0.01}
                most={10_000}
              />
            ),
          }}
        />
      )}
      {slip !== undefined && say('reading.slip', { slip })}
      {stood}
    </>
  );
}

/** How long and how warm it stood, for a bottle that was not begun here. */
function StoodBlanks({ blanks, onBlanks }: Pick<ResultProps, 'blanks' | 'onBlanks'>) {
  const say = useSay();
  return (
    <Phrase
      text="reading.stood"
      blanks={{
        hours: (
          <QuantityBlank
            label={say('reading.stood-h')}
            dimension="timeH"
            value={blanks.stoodH}
            onValue={stoodH => onBlanks({ stoodH })}
            least={0}
            most={720}
          />
        ),
        temperature: (
          <QuantityBlank
            label={say('reading.stood-c')}
            dimension="temperatureC"
            value={blanks.temperatureC}
            onValue={temperatureC => onBlanks({ temperatureC })}
            least={-5}
            most={60}
          />
        ),
      }}
    />
  );
}
