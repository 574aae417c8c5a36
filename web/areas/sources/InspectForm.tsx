import { useMemo } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { gradeOfScore, type InspectionRisk, risksOf } from '#core/water/inspection.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { Dialog } from '../../ui/Dialog.tsx';

type Answers = Readonly<Partial<Record<InspectionRisk, 'yes' | 'no'>>>;

/** Ten questions with a line each that says what to look for: answered with the thumb, walking round the source. */
export function InspectForm({ source, onClose }: { source: SourceFacts; onClose: () => void }) {
  const say = useSay();
  const { form } = kindRow(source.kind);
  const typed = `inspect ${source.id}`;
  const [answers, setAnswers] = useTyped<Answers>(typed, 'answers', {});
  const risks = form ? risksOf(form) : [];
  const left = risks.filter(risk => answers[risk] === undefined).length;
  const yes = risks.filter(risk => answers[risk] === 'yes');
  const drafts = useMemo(
    () =>
      form && risksOf(form).every(risk => answers[risk] !== undefined)
        ? [
            draft('source.inspected', source.id, {
              form,
              yes: risksOf(form).filter(risk => answers[risk] === 'yes'),
            }),
          ]
        : undefined,
    [form, answers, source.id],
  );
  return (
    <Dialog title={say('inspect-form.title', { name: source.name })} open onClose={onClose} wide>
      <p className="mb-3 text-ash">{say('inspect-form.how')}</p>
      <Act
        typed={typed}
        mayBePast
        drafts={drafts}
        label={say('inspect-form.keep')}
        told={say('inspect-form.told', { name: source.name })}
        onDone={onClose}
      >
        <ol className="m-0 list-none p-0">
          {risks.map((risk, i) => (
            <li key={risk} className="border-b border-rule py-2">
              <fieldset className="flex items-start justify-between gap-3">
                <legend className="float-left w-full pr-32">
                  <strong>
                    {i + 1}. {say(`inspect.${risk}`)}
                  </strong>
                  <span className="block text-small text-ash">{say(`inspect.${risk}.look`)}</span>
                </legend>
                <span className="-ml-32 flex shrink-0 gap-1">
                  {(['yes', 'no'] as const).map(answer => (
                    <label
                      key={answer}
                      className="flex min-h-11 w-15 cursor-pointer items-center justify-center border-[1.5px] border-slate has-checked:bg-slate has-checked:text-chalk has-focus-visible:outline-2"
                    >
                      <input
                        type="radio"
                        name={risk}
                        className="sr-only"
                        checked={answers[risk] === answer}
                        onChange={() => setAnswers(a => ({ ...a, [risk]: answer }))}
                      />
                      {say(`inspect-form.${answer}`)}
                    </label>
                  ))}
                </span>
              </fieldset>
            </li>
          ))}
        </ol>
        <p className="text-large font-bold" role="status" data-testid="inspect-score">
          {left > 0
            ? say('inspect-form.left', { count: left })
            : say('inspect-form.score', {
                score: yes.length,
                grade: `risk.${gradeOfScore(yes.length)}`,
              })}
        </p>
      </Act>
    </Dialog>
  );
}
