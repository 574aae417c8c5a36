import { useCallback } from 'react';
import type { Message } from '#core/base/judgement.ts';
import type { DosePlan, DoseQuestion } from '#core/treatment/chlorine/instruct.ts';
import type { Measured } from '#core/treatment/chlorine/measure.ts';
import type { DoseSchoolId } from '#core/treatment/chlorine/schools.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { sideOf } from './sideOf.ts';
import { ToolDrawing } from './ToolDrawing.tsx';

/** "10 mL syringe, to the 6.4 mark", "2 × ⅛ teaspoon", "12 drops". */
export function useToolWords(): (measured: Measured) => string {
  const say = useSay();
  return useCallback(
    ({ tool, steps, fills, deliveredMl }) => {
      const name = say(`tool.${tool.id}`);
      if (tool.kind === 'dropper') return say('tool-use.drops', { steps });
      if (tool.kind === 'spoon') return say('tool-use.spoons', { steps, name });
      if (fills === 1) return say('tool-use.mark', { name, mark: deliveredMl });
      const last = deliveredMl - (fills - 1) * tool.capacityMl;
      return say('tool-use.fills', {
        name,
        full: fills - 1,
        capacityMl: tool.capacityMl,
        mark: Math.round(last * 1000) / 1000,
      });
    },
    [say],
  );
}

/** The answer where something is refused: no dose stands beside a stop. */
export function Stop() {
  const say = useSay();
  return (
    <div className="border-[1.5px] border-iron bg-paper p-5" data-testid="dose-stop">
      <p className="text-answer font-extrabold tracking-tight text-iron">{say('answer.stop')}</p>
    </div>
  );
}

/** The rule in force has no answer for this bottle: the others are offered by name and dose, and none is taken in silence. */
export function OtherRules({ plan, onChoose }: { plan: DosePlan; onChoose: (school: DoseSchoolId) => void }) {
  const say = useSay();
  const others = plan.answers.filter(a => a.answers && a.doseMl > 0);
  if (others.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-2">
      {others.map(
        a =>
          a.answers && (
            <Button key={a.school} onClick={() => onChoose(a.school)}>
              {say('dose.by-rule', { school: `school.${a.school}`, mgL: a.targetMgL })}
            </Button>
          ),
      )}
    </div>
  );
}

/** More characters than this do not fit beside the working at full size. */
const LONG_HEADLINE = 8;

interface AnswerProps {
  readonly question: DoseQuestion;
  readonly plan: DosePlan;
  /** What the water will be good for, said before anything is put in. */
  readonly promised: Message | undefined;
  /** Somebody came to ask for this very container: the focus arrives here, not at the blanks. */
  readonly isAsked: boolean;
}

/** The answer first, in the tool owned; then the working that anybody can check. */
export function Answer({ question, plan, promised, isAsked }: AnswerProps) {
  const say = useSay();
  const { units } = useReader();
  const words = useToolWords();
  const { chosen, measure } = plan;
  if (!chosen.answers) return null;
  const nothing = chosen.doseMl === 0;
  const measured =
    measure.way === 'tool' ? measure.measured : measure.way === 'dilute' ? measure.dilution.dose : undefined;
  const errorShare =
    measure.way === 'tool'
      ? measure.measured.errorShare
      : measure.way === 'dilute'
        ? measure.dilution.errorShare
        : 0;
  const headline = nothing
    ? say('answer.nothing')
    : format.dose(measured?.deliveredMl ?? chosen.doseMl, units);
  return (
    <div
      className="flex gap-6 border-[1.5px] border-slate bg-paper p-5 max-wide:flex-col max-wide:gap-3"
      data-testid="dose-answer"
      {...(isAsked ? { 'data-arrival': true, tabIndex: -1 } : {})}
    >
      <div className="w-[230px] shrink-0 max-wide:w-auto">
        <p className="text-ash">
          {say(nothing ? 'answer.add' : measure.way === 'dilute' ? 'answer.dilute' : 'answer.add')}
        </p>
        <p
          className={`${headline.length > LONG_HEADLINE ? 'text-[40px] leading-[58px]' : 'text-answer'} font-extrabold tracking-tight whitespace-nowrap`}
        >
          {headline}
        </p>
        {!nothing && units !== 'metric' && (
          <p className="font-bold">({format.dose(measured?.deliveredMl ?? chosen.doseMl, 'metric')})</p>
        )}
        {measure.way === 'dilute' && (
          <p className="font-bold">{say('answer.of-dilution', { factor: measure.dilution.factor })}</p>
        )}
        {measured && <p className="font-bold">{words(measured)}</p>}
      </div>
      <div className="flex-1">
        {promised && (
          <p className="mb-1 font-semibold" data-testid="promise">
            {say(promised)}
          </p>
        )}
        {measure.way === 'dilute' && (
          <p className="mb-1 font-semibold">
            {say('answer.recipe', {
              bleach: words(measure.dilution.bleach),
              bleachMl: measure.dilution.bleach.deliveredMl,
              waterMl: measure.dilution.waterMl,
              water: words(measure.dilution.water),
              doseMl: chosen.doseMl,
            })}
          </p>
        )}
        <Working question={question} plan={plan} errorShare={errorShare} />
      </div>
      {measured && <ToolDrawing measured={measured} />}
    </div>
  );
}

interface WorkingProps extends Pick<AnswerProps, 'question' | 'plan'> {
  readonly errorShare: number;
}

/** How the answer comes about: the strength, the sum, the rounding and how long it takes. */
function Working({ question, plan, errorShare }: WorkingProps) {
  const say = useSay();
  const { units } = useReader();
  const { chosen, strength, contact, roundedMl, roundedMgL, spanMgL } = plan;
  if (!chosen.answers) return null;
  const nothing = chosen.doseMl === 0;
  const isGuess = question.volumeL.known === 'guessed' || question.strengthSpread !== undefined;
  return (
    <>
      <p>{say(strength.judgement.reason)}</p>
      <p>
        {say(chosen.working)}{' '}
        {!nothing &&
          say('answer.rounding', {
            share: Math.round(Math.abs(errorShare) * 1000) / 1000,
            side: sideOf(errorShare),
            mgL: roundedMgL,
            roundedMl,
          })}
      </p>
      {isGuess && !nothing && <p>{say('answer.span', { leastMgL: spanMgL[0], mostMgL: spanMgL[1] })}</p>}
      {!nothing && contact.why.map(why => <p key={why.id}>{say(why)}</p>)}
      {!nothing && plan.giardiaMin !== undefined && plan.giardiaMin > contact.minutes && (
        <p>{say('contact.longer', { minutes: plan.giardiaMin })}</p>
      )}
      {!nothing && (
        <p className="text-small text-ash">
          {say('answer.volume', { volume: format.bothVolumes(question.volumeL.value, units) })}
        </p>
      )}
    </>
  );
}
