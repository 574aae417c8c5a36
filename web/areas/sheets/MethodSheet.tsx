import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import type { SheetFacts } from '#core/areas/sheets/facts.ts';
import { passes, type SheetStanding, sheetAt } from '#core/areas/sheets/sheets.ts';
import type { Day } from '#core/base/day.ts';
import { dimensionOfUnit } from '#core/base/units/dimension.ts';
import type { Step } from '#core/treatment/methods/method.ts';
import { methodOf } from '#core/treatment/methods/methods.ts';
import { Act } from '../../app/Act.tsx';
import { Photo } from '../../app/Photo.tsx';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { useNow } from '../../session/hooks.ts';
import { useFacts, useReader, useToday, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ArcClock } from '../../ui/ArcClock.tsx';
import { BenchSheet, type SheetLine } from '../../ui/BenchSheet.tsx';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { MeterNote } from './MeterNote.tsx';

/** The unit that a residual is read in. */
const RESIDUAL_UNIT = 'mg/L';
/** The unit that the exposure meter reads in. */
const EXPOSURE_UNIT = 'Wh/m²';

/** Whose life a step of it belongs to besides: the water that it treats, and the day's work that it is part of. */
const alsoOf = ({
  container,
  work,
}: { readonly [K in 'container' | 'work']?: string | undefined }): Pick<Draft, 'also'> => {
  const also = [container, work].filter(subject => subject !== undefined);
  return also.length > 0 ? { also } : {};
};

/** A step as a line of its sheet: done, live or ahead, with when it was done or how long it stands. */
function lineOf(step: Step, sheet: SheetFacts, at: SheetStanding, say: Say): SheetLine {
  const done = sheet.done.findLast(d => d.step === step.id && passes(step, d.reading));
  const status = done ? 'done' : step.id === at.live?.id ? 'live' : 'ahead';
  const note = done
    ? say(done.reading === undefined ? 'sheet.done-at' : 'sheet.read-at', {
        at: done.at,
        by: done.by,
        reading: done.reading ?? 0,
        unit: step.reading?.unit ?? '',
      })
    : step.kind === 'wait' && status === 'ahead'
      ? say('sheet.wait-note', { minutes: step.waitMin ?? 0 })
      : undefined;
  return { id: step.id, status, title: say(step.text), ...(note ? { note } : {}) };
}

/** A sheet of any method: its steps one after another, with their clocks and readings, from wall-clock time. */
export function MethodSheet({ sheet, large = false }: { sheet: SheetFacts; large?: boolean }) {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const { recordAndTell } = useRecord();
  const now = useNow();
  const { containers } = useWaterState();
  const at = sheetAt(sheet, now);
  const name = say(`method.${sheet.method}`);
  const code = facts.container[sheet.container ?? '']?.code;
  const also = alsoOf(sheet);

  // what all that was done makes of the water, said once it is done
  const outcome = sheet.container === undefined ? undefined : containers[sheet.container];

  const lines = sheet.steps.map(step => lineOf(step, sheet, at, say));
  const end = (outcome: 'failed' | 'stopped') =>
    void recordAndTell(
      [draft('sheet.ended', sheet.id, { outcome, method: sheet.method }, also)],
      say(`sheet.ended.${outcome}`, { name }),
    );
  return (
    <section
      aria-label={say('sheet.of', { name, code: code ?? '' })}
      className={large ? 'text-large' : ''}
      data-sheet={sheet.method}
    >
      <div className="flex items-baseline justify-between gap-3 px-4 py-3">
        <h2 className="text-large">
          {name} {code && <span className="font-normal">{code}</span>}
        </h2>
        <p className="text-small text-ash">
          {dates.dayAndTime(sheet.begunAt, timeZone)}, {sheet.by}
        </p>
      </div>
      <p className="px-4 pb-3 font-semibold">{say(sheet.headline)}</p>
      <BenchSheet
        lines={lines}
        live={
          at.live ? <LiveStep key={at.live.id} sheet={sheet} at={at} step={at.live} large={large} /> : null
        }
      />
      <Standing sheet={sheet} at={at} large={large} onEnd={end} />
      {at.phase !== 'running' && outcome && outcome.state !== 'empty' && (
        <div className="px-4 pb-4">
          <JudgementLine judgement={outcome.judgement} />
        </div>
      )}
      {sheet.legs && (at.phase === 'failed' || at.phase === 'stopped') && (
        <AnotherWay container={sheet.container} />
      )}
      {!large && (
        <div className="px-4 pb-4">
          <Photo subject={sheet.id} name={name} digest={sheet.photo} />
          <Link
            to={`/tests/${sheet.id}`}
            className="inline-flex min-h-9 items-center px-1 text-small underline decoration-rule underline-offset-3"
          >
            {say('sheet.readings')}
          </Link>
        </div>
      )}
    </section>
  );
}

interface StandingProps {
  readonly sheet: SheetFacts;
  readonly at: SheetStanding;
  readonly large: boolean;
  readonly onEnd: (outcome: 'failed' | 'stopped') => void;
}

/** How it may be ended while it runs; how it ended. */
function Standing({ sheet, at, large, onEnd }: StandingProps) {
  const say = useSay();
  return at.phase === 'running' ? (
    <div className="flex flex-wrap items-center gap-2 p-4">
      {at.failing && (
        <Button look="stop" onClick={() => onEnd('failed')}>
          {say('sheet.end-failed')}
        </Button>
      )}
      <Button onClick={() => onEnd('stopped')}>{say('sheet.stop')}</Button>
      {!large && (
        <Link
          to={`/bench/${sheet.id}`}
          className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-slate bg-slate px-4 font-bold text-chalk"
        >
          {say('sheet.large')}
        </Link>
      )}
    </div>
  ) : (
    <p className={`p-4 font-bold ${at.phase === 'finished' ? 'text-reed' : 'text-iron'}`} role="status">
      {say(`sheet.is.${at.phase}`)}
    </p>
  );
}

/** A train that came to nothing leaves its water as it is: there may be another way. */
function AnotherWay({ container }: { container: string | undefined }) {
  const say = useSay();
  return (
    <p className="px-4 pb-3">
      {say('train.failed')}{' '}
      <Link
        to={`/sources/safe?container=${encodeURIComponent(container ?? '')}`}
        className="underline decoration-rule underline-offset-3"
      >
        {say('sources.page.safe')}
      </Link>
    </p>
  );
}

interface LiveProps {
  readonly sheet: SheetFacts;
  readonly at: SheetStanding;
  readonly step: Step;
  readonly large: boolean;
}

/** What is recorded with a step: the step, what was read of the chlorine, the end of the sheet, and what it made. */
function stepDrafts(
  sheet: SheetFacts,
  step: Step,
  reading: number | undefined,
  isEstimated: boolean,
  today: Day,
  say: Say,
): Draft[] | undefined {
  const isLast = step.id === sheet.steps.at(-1)!.id;
  if (step.kind === 'read' && reading === undefined) return undefined;
  const also = alsoOf({ container: sheet.container, work: sheet.work });
  const list: Draft[] = [
    draft(
      'sheet.step',
      sheet.id,
      {
        step: step.id,
        ...(reading === undefined ? {} : { reading }),
        ...(isEstimated ? { isEstimated } : {}),
      },
      // a step of a train may be the last of one of its methods, which its water is told of
      sheet.legs || sheet.work ? also : {},
    ),
  ];
  // what is read of the chlorine at the end of a contact is a reading of its water, as at a batch of bleach
  if (sheet.legs && sheet.container && reading !== undefined && step.reading?.unit === RESIDUAL_UNIT)
    list.push(draft('read', sheet.container, readingOfChlorine({ method: 'dpd', mgL: reading })));
  if (isLast && passes(step, reading)) {
    list.push(
      draft(
        'sheet.ended',
        sheet.id,
        { outcome: 'finished', method: sheet.method, credit: sheet.credit },
        also,
      ),
    );
    const made = methodOf(sheet.method)?.makes?.(sheet.inputs, today);
    if (made)
      list.push(
        draft('supply.set', newSubject('supply'), {
          ...made,
          name: say(`method.${sheet.method}.made`, { today }),
        }),
      );
  }
  return list;
}

/** What the live step asks for. */
function LiveStep({ sheet, at, step, large }: LiveProps) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const [reading, setReading] = useState<number | undefined>(undefined);
  const [isEstimated, setEstimated] = useState(false);
  const read = (value: number | undefined, estimated = false) => {
    setReading(value);
    setEstimated(estimated);
  };
  const name = say(`method.${sheet.method}`);
  const drafts = useMemo(
    () => stepDrafts(sheet, step, reading, isEstimated, today, say),
    [sheet, step, reading, isEstimated, today, say],
  );

  const of = dimensionOfUnit(step.reading?.unit);
  if (at.standsFrom && at.standsUntil && !at.isOver) {
    return (
      <>
        <ArcClock from={at.standsFrom} until={at.standsUntil} large={large} />
        <p className="mt-2 font-semibold">{say('sheet.until', { untilAt: at.standsUntil })}</p>
      </>
    );
  }
  return (
    <Act
      mayBePast
      drafts={drafts}
      label={say(
        step.kind === 'wait' ? 'sheet.go-on' : step.kind === 'read' ? 'sheet.is-read' : 'sheet.is-done',
      )}
      told={say('sheet.step-told', {
        name,
        code: facts.container[sheet.container ?? '']?.code ?? '',
      })}
    >
      {step.kind === 'read' && (
        <Sentence>
          <Phrase
            text="sheet.reading-sentence"
            blanks={{
              reading: (
                <QuantityBlank
                  label={say('sheet.reading', { unit: step.reading?.unit ?? '' })}
                  dimension={of}
                  value={reading}
                  onValue={value => read(value)}
                />
              ),
              unit: format.writesUnit(of) ? '.' : `${step.reading?.unit}.`,
            }}
          />
        </Sentence>
      )}
      {step.reading?.unit === EXPOSURE_UNIT && <MeterNote sheet={sheet} onTake={read} />}
      {((reading !== undefined && !passes(step, reading)) || at.failing) && step.onFail && (
        <p role="alert" className="border-l-4 border-iron pl-3">
          {say(step.onFail)}
        </p>
      )}
    </Act>
  );
}
