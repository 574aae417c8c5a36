import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { labelOf } from '#core/areas/store/label.ts';
import { type ContainerState, decidingBatch } from '#core/areas/store/state.ts';
import type { Instant } from '#core/base/day.ts';
import {
  type Batch,
  type BatchStanding,
  isRunning,
  type SheetStep,
  sheetOf,
} from '#core/treatment/chlorine/batch.ts';
import { type BatchCredit, batchCredit } from '#core/treatment/chlorine/batchCredit.ts';
import { judgeResidual, leastResidualMgL } from '#core/treatment/chlorine/residual.ts';
import type { Clarity } from '#core/treatment/chlorine/schools.ts';
import { actForm } from '../../acts/actForm.ts';
import { ReadForm } from '../../acts/ReadForm.tsx';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useNow } from '../../session/hooks.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ArcClock } from '../../ui/ArcClock.tsx';
import { BenchSheet, type SheetLine } from '../../ui/BenchSheet.tsx';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { tapeText } from '../../ui/tape.ts';
import { atOf, type When, WhenBlank } from '../../ui/WhenBlank.tsx';

/** One batch as a numbered sheet: looked at, dosed, stirred, stood, read, labelled. */
export function DoseSheet({ container, large = false }: { container: ContainerFacts; large?: boolean }) {
  const say = useSay();
  const navigate = useNavigate();
  const { recordAndTell } = useRecord();
  const { timeZone } = useReader();
  const now = useNow();
  const state = useWaterState().containers[container.id];
  const deciding = container.fill && decidingBatch(container.fill, now);
  if (!deciding || !state) return <p className="p-4 text-ash">{say('sheet.none')}</p>;
  const { batch, standing } = deciding;
  const tell = (drafts: readonly Draft[], told: string) => void recordAndTell(drafts, told);

  const about: About = { container, batch, standing, state };
  const running = isRunning(standing.phase);
  return (
    <section aria-label={say('sheet.name', { code: container.code })} className={large ? 'text-large' : ''}>
      <div className="flex items-baseline justify-between gap-3 px-4 py-3">
        <h2 className="text-large">
          {container.code} <span className="font-normal">{say(`school.${batch.instruction.school}`)}</span>
        </h2>
        <p className="text-small text-ash">
          {dates.dayAndTime(batch.begunAt, timeZone)}, {batch.by}
        </p>
      </div>
      <BenchSheet lines={linesOf(about, say, now)} live={<LiveStep {...about} large={large} />} />
      <CreditNote credit={batchCredit(batch, now, container.fill?.readings)} />
      {!running && (
        <div className="p-4">
          <JudgementLine judgement={state.judgement} />
          <div className="mt-3 flex flex-wrap gap-2">
            <Button look="plain" onClick={() => void navigate(`/store/${container.id}`)}>
              {say('sheet.to-container')}
            </Button>
          </div>
        </div>
      )}
      {running && (
        <div className="flex flex-wrap items-center gap-2 p-4">
          <Button
            look="plain"
            onClick={() =>
              tell(
                [draft('batch.abandoned', container.id, { why: 'why.left' })],
                say('sheet.abandoned', { code: container.code }),
              )
            }
          >
            {say('sheet.abandon')}
          </Button>
          {!large && (
            <Link
              to={`/bench/${container.id}`}
              className="inline-flex min-h-11 items-center rounded-md border-[1.5px] border-slate bg-slate px-4 font-bold text-chalk"
            >
              {say('sheet.large')}
            </Link>
          )}
        </div>
      )}
    </section>
  );
}

/** A batch, its container, and where both stand. */
interface About {
  readonly container: ContainerFacts;
  readonly batch: Batch;
  readonly standing: BatchStanding;
  readonly state: ContainerState;
}

/** What stands small beside a step: what it asks, or what was done. */
function noteOf({ batch, state }: About, step: SheetStep, say: Say): string | undefined {
  const { instruction } = batch;
  const dosed = batch.events.filter(e => e.what === 'dosed').at(step.id.startsWith('repeat') ? 1 : 0);
  switch (step.id) {
    case 'dose':
    case 'repeat-dose':
      if (dosed?.what === 'dosed') return say('sheet.dosed-at', { doseMl: dosed.doseMl, at: dosed.at });
      return say('sheet.dose-note', {
        doseMl: instruction.doseMl,
        tool: instruction.tool ? `tool.${instruction.tool}` : 'tool.none',
      });
    case 'stand':
      return step.status === 'ahead'
        ? say('sheet.stand-note', { minutes: instruction.contactMin })
        : undefined;
    case 'repeat-stand':
      return step.status === 'ahead' ? say('sheet.stand-note', { minutes: 15 }) : undefined;
    case 'read':
    case 'repeat-read':
      return step.status === 'ahead' ? say('sheet.read-note') : undefined;
    case 'label':
      return state.goodUntil && step.status === 'done'
        ? say(state.goodUntil.at ? 'sheet.label-note.hour' : 'sheet.label-note', {
            untilDay: state.goodUntil.day,
            untilAt: state.goodUntil.at ?? '',
          })
        : undefined;
    default:
      return undefined;
  }
}

/** The steps of a batch as numbered lines. */
function linesOf(about: About, say: Say, now: Instant): SheetLine[] {
  const { batch, standing } = about;
  return sheetOf(batch, now).map((step): SheetLine => {
    const isStanding = (step.id === 'stand' || step.id === 'repeat-stand') && step.status === 'live';
    const title =
      isStanding && standing.standsUntil
        ? say('sheet.stand-until', { untilAt: standing.standsUntil })
        : say(`sheet.${step.id}`);
    const note = noteOf(about, step, say);
    return { id: step.id, status: step.status, title, ...(note ? { note } : {}) };
  });
}

/** What is to be done now. */
function LiveStep({ container, batch, standing, state, large }: About & { readonly large: boolean }) {
  const say = useSay();
  const facts = useFacts();
  const { instruction } = batch;
  switch (standing.phase) {
    case 'check':
      return <CheckStep container={container} clarity={instruction.clarity} />;
    case 'dose':
    case 'repeat':
      return (
        <DoseStep
          key={standing.phase}
          container={container}
          instructedMl={instruction.doseMl}
          strengthMgMl={instruction.strengthMgMl}
          isRepeat={standing.phase === 'repeat'}
          supply={instruction.supply}
        />
      );
    case 'mix':
      return (
        <Act
          mayBePast
          drafts={[draft('mixed', container.id, {})]}
          label={say('sheet.mixed')}
          told={say('sheet.mixed-told', { code: container.code })}
        >
          <p>{say('sheet.mix-how')}</p>
        </Act>
      );
    case 'stand':
      return (
        <>
          {standing.standsFrom && standing.standsUntil && (
            <ArcClock from={standing.standsFrom} until={standing.standsUntil} large={large} />
          )}
          <p className="mt-2 font-semibold">{say('sheet.not-yet')}</p>
        </>
      );
    case 'read':
    case 'air':
      return (
        <>
          {standing.phase === 'air' && standing.lastReading && (
            <JudgementLine
              judgement={judgeResidual(standing.lastReading, leastResidualMgL(instruction.clarity))}
            />
          )}
          <ReadForm key={standing.phase + standing.round} container={container} />
        </>
      );
    case 'passed':
    case 'passed-by-smell':
      return (
        <Act
          drafts={[draft('labelled', container.id, {})]}
          label={say('sheet.labelled')}
          told={say('sheet.labelled-told', { code: container.code })}
        >
          <JudgementLine judgement={state.judgement} />
          <p className="border-[1.5px] border-dashed border-slate bg-paper p-2">
            {tapeText(labelOf(facts, container, state), say)}
          </p>
        </Act>
      );
    default:
      return null;
  }
}

/** What the contact earned by CT: provisional during the wait, given by the end reading. */
function CreditNote({ credit }: { credit: BatchCredit | undefined }) {
  const say = useSay();
  if (!credit) return null;
  return (
    <p className="px-4 pt-3 text-small text-ash" data-testid="batch-credit">
      {'lacks' in credit
        ? say(`batch-credit.lacks.${credit.lacks}`)
        : say(credit.isProvisional ? 'batch-credit.provisional' : 'batch-credit.given', {
            ct: credit.ctMgMinL,
            viruses: credit.viruses,
            giardia: credit.giardia,
          })}
    </p>
  );
}

/** The look and the smell before anything goes in. */
function CheckStep({ container, clarity }: { container: ContainerFacts; clarity: Clarity }) {
  const say = useSay();
  const navigate = useNavigate();
  const { recordAndTell } = useRecord();
  const [when, setWhen] = useState<When>('now');
  const cloudy = async () => {
    await recordAndTell(
      [draft('batch.abandoned', container.id, { why: 'why.cloudy' })],
      say('sheet.abandoned', { code: container.code }),
    );
    await navigate(`/bench?container=${container.id}&clarity=cloudy`);
  };
  const check = (chemicalSmell: boolean) =>
    void recordAndTell(
      [draft('checked', container.id, { clarity, chemicalSmell }, atOf(when))],
      say('check.told', { code: container.code }),
    );
  return (
    <div className="flex flex-col gap-2">
      <p>{say('check.how')}</p>
      <Button look="primary" disabled={when === undefined} onClick={() => check(false)}>
        {say('check.as-asked')}
      </Button>
      <div className="flex flex-wrap gap-2">
        {clarity === 'clear' && <Button onClick={() => void cloudy()}>{say('check.cloudier')}</Button>}
        <Button look="stop" disabled={when === undefined} onClick={() => check(true)}>
          {say('check.chemical')}
        </Button>
      </div>
      <WhenBlank onWhen={setWhen} />
    </div>
  );
}

/** What went in: beside it at once when it is far from what is due. */
function DoseStep({
  container,
  instructedMl,
  strengthMgMl,
  isRepeat,
  supply,
}: {
  container: ContainerFacts;
  instructedMl: number;
  strengthMgMl: number;
  isRepeat: boolean;
  supply: string | undefined;
}) {
  const say = useSay();
  const [doseMl, setDoseMl] = useTyped<number | undefined>(
    actForm('dosed', container),
    'doseMl',
    instructedMl,
  );
  const drafts = useMemo(
    () =>
      doseMl === undefined || doseMl <= 0
        ? undefined
        : [
            draft(
              'dosed',
              container.id,
              { doseMl, strengthMgMl, instructedMl },
              supply ? { also: [supply] } : {},
            ),
          ],
    [doseMl, container.id, strengthMgMl, instructedMl, supply],
  );
  return (
    <Act
      typed={actForm('dosed', container)}
      mayBePast
      drafts={drafts}
      label={say('sheet.dose-in')}
      told={say('sheet.dose-told', { code: container.code, doseMl: doseMl ?? 0 })}
      correction={
        <Button onClick={() => setDoseMl(instructedMl)}>
          {say('guard.instructed.remedy', { instructedMl })}
        </Button>
      }
    >
      {isRepeat && <p>{say('sheet.repeat-how')}</p>}
      <Sentence>
        <Phrase
          text="sheet.dose-sentence"
          blanks={{
            dose: (
              <QuantityBlank
                label={say('sheet.dose-label')}
                dimension="doseMl"
                value={doseMl}
                onValue={setDoseMl}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
