import { TRAIN } from '#core/areas/sheets/train.ts';
import type { Day } from '#core/base/day.ts';
import { message } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { doStep, type Step, stripsResidual } from '#core/treatment/methods/method.ts';
import { treatmentOf } from '#core/treatment/methods/treatments.ts';
import type { Taken } from '#core/treatment/trains/step.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { type Draft, draft, newSubject } from '../session/draft.ts';
import { fullest, storable } from './beginSheet.ts';

const stepsOf = ({ answer }: Taken, leg: number): Step[] =>
  answer.steps.map(step => ({
    ...step,
    id: `${leg + 1}.${step.id}`,
    text: storable(step.text),
    ...(step.onFail ? { onFail: storable(step.onFail) } : {}),
  }));

/** What the water is told of a method of the train: when it is done, and what that earns. */
function legOf(step: Taken, steps: readonly Step[]) {
  const last = steps.at(-1)!;
  const { desalts, removes } = step.answer;
  const treatment = treatmentOf(step.means.method);
  return {
    method: step.means.method,
    first: steps[0]!.id,
    last: last.id,
    ...(last.reading ? { reading: last.reading } : {}),
    credit: step.credit,
    barrier: step.barrier,
    ...(desalts ? { desalts } : {}),
    ...(removes ? { removes } : {}),
    ...(stripsResidual(treatment, step.inputs) ? { dechlorinates: true as const } : {}),
    ...(treatment.holds ? { holds: treatment.holds } : {}),
    ...(step.means.supply ? { supply: step.means.supply } : {}),
  };
}

/** Its steps are for less than all the water that it was asked for. */
export const isOfPart = ({ amount }: Train): boolean =>
  amount !== undefined && (amount.ends !== undefined || amount.batches > 1);

/**
 * The entry that begins a train on the water of a container, which is held until its last step.
 * @returns undefined where a step has no sheet of its own, or is never more than limited protection: that is run at the bench; and
 * where it is made of a part of the water only, for all of the container's water would be held to be treated
 */
export function beginTrain(
  train: Train,
  container: string,
  facts: Pick<Facts, 'supply'>,
  today: Day,
): Draft[] | undefined {
  if (isOfPart(train)) return undefined;
  if (train.steps.some(({ answer }) => answer.steps.length === 0 || answer.isCapped)) return undefined;
  const sections = train.steps.map(stepsOf);
  const uses = new Map<string, number>();
  for (const { means, answer } of train.steps)
    for (const use of answer.uses) {
      const supply = means.supply ?? fullest(facts, use.supply, today);
      if (supply && use.amount > 0) uses.set(supply, (uses.get(supply) ?? 0) + use.amount);
    }
  return [
    draft(
      'sheet.begun',
      newSubject('sheet'),
      {
        method: TRAIN,
        inputs: {},
        headline: message('train.headline', {
          methods: train.steps.map(s => `method.${s.means.method}`).join(','),
        }),
        steps: [doStep('vessels', message('step.train.vessels')), ...sections.flat()],
        legs: train.steps.map((step, i) => legOf(step, sections[i]!)),
        uses: [...uses].map(([supply, amount]) => ({ supply, amount })),
        credit: noCredit,
        holds: 'water',
      },
      { also: [container, ...uses.keys()] },
    ),
  ];
}
