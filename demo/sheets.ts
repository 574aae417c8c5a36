import { addMinutes, dayOf } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import { answerOf } from '#core/treatment/methods/answer.ts';
import { barrierOf, type Inputs, startOf } from '#core/treatment/methods/method.ts';
import { methodOf } from '#core/treatment/methods/methods.ts';
import type { Telling } from './stories.ts';

/** How far a sheet got: so many steps, the last of them with this reading, and how it ended. */
interface Course {
  readonly by: string;
  readonly minutesAgo: number;
  readonly steps: number;
  readonly reading?: number;
  readonly ended?: 'finished' | 'stopped';
  readonly container?: Subject;
}

/** A bench sheet as somebody ran it: begun with the method's own answer, its clocks waited for. Throws for inputs without an answer. */
export function sheetRun({ h, now }: Telling, id: string, inputs: Inputs, course: Course): void {
  const method = methodOf(id)!;
  const context = {
    altitudeM: 310,
    today: dayOf(now, 'UTC'),
    dailyNeedL: 386,
    planDays: 14,
    longitudeDeg: 0,
  };
  const whole: Inputs = {
    ...Object.fromEntries(method.blanks.map(blank => [blank.id, startOf(blank, context)])),
    ...inputs,
  };
  const answer = answerOf(method, whole, context);
  if (!answer) throw new RangeError(`${id} has no answer to these inputs`);
  const also = course.container ? [course.container] : undefined;
  const subject = h.subject('sheet');
  let at = addMinutes(now, -course.minutesAgo);
  h.at(at, course.by).write(
    'sheet.begun',
    subject,
    {
      method: id,
      inputs: Object.fromEntries(
        Object.entries(whole).filter((pair): pair is [string, number | string] => pair[1] !== undefined),
      ),
      headline: answer.headline,
      steps: answer.steps,
      uses: [],
      credit: answer.credit ?? method.credit,
      barrier: barrierOf(method, whole),
      ...(method.holds ? { holds: method.holds } : {}),
    },
    also,
  );
  for (const [i, step] of answer.steps.slice(0, course.steps).entries()) {
    at = addMinutes(at, (step.waitMin ?? 2) + 1);
    const isLast = i === course.steps - 1;
    h.at(at, course.by).write('sheet.step', subject, {
      step: step.id,
      ...(isLast && course.reading !== undefined ? { reading: course.reading } : {}),
    });
  }
  if (course.ended)
    h.at(addMinutes(at, 1), course.by).write(
      'sheet.ended',
      subject,
      { outcome: course.ended, method: id, credit: answer.credit ?? method.credit },
      also,
    );
}
