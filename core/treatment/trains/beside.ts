import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Fear, Feared } from '../../water/hazards.ts';
import { hasHumanWaste, requiredOf, rowOf } from '../../water/waters.ts';
import { CLEAR_NTU } from '../clearing/settle.ts';
import { type Target, targets } from '../credit/credit.ts';
import { treatmentOf } from '../methods/treatments.ts';
import type { TrainCase } from './grade.ts';
import type { Means } from './step.ts';
import type { Train } from './train.ts';

// What stands beside an answer: what was feared on the walk and is not settled by it, and what others would do here, with why not.

const isGerm = (of: Feared): of is Target => targets.some(target => target === of);

/** Whether a train settles a fear: germs by the credit that is asked of them, cloud by what is left, chemicals by a figure alone. */
function isSettled({ steps, fitness, tier }: Train, { of }: Fear): boolean {
  const last = steps.at(-1)?.after;
  if (isGerm(of)) {
    const { earned, required } = fitness;
    return tier !== 'resort' && earned[of] > 0 && earned[of] >= (required?.aim[of] ?? 0);
  }
  switch (of) {
    case 'turbidity':
      return last !== undefined && last.turbidityNtu < CLEAR_NTU;
    case 'salt':
      return last?.salt === 'fresh';
    // what nobody measured is not known to be gone, and nobody here can tell
    default:
      return false;
  }
}

/** What was feared on the walk to a water and stays so, whatever its train does: each fear once, with its first reason. */
export function unsettled(train: Train | undefined, fears: readonly Fear[]): Fear[] {
  const open = fears.filter(fear => !train || !isSettled(train, fear));
  return open.filter((fear, i) => open.findIndex(other => other.of === fear.of) === i);
}

const notHere = (id: string, params = {}): Judgement =>
  judge('warn', message(`school.${id}`, params), 'who-hwt', { remedy: message(`school.${id}.why`, params) });

/** What others are taught to do with such a water by what is at hand, and why it is not the answer here. */
export function otherSchools(c: TrainCase, owned: readonly Means[], answered: readonly Train[]): Judgement[] {
  const has = (method: string) => owned.some(means => means.method === method);
  const isAnswer = (method: string) =>
    answered.some(({ steps }) => steps.length === 1 && steps[0]!.means.method === method);
  const of = rowOf(c.water).class;
  const isEmptyStream = of === 'surface' && !hasHumanWaste(c.water, c.origin);
  const isLooseGround = of === 'ground' && hasHumanWaste(c.water, c.origin);
  return [
    ...(isEmptyStream && has('filter') && !isAnswer('filter') ? [notHere('filter-alone')] : []),
    ...(isEmptyStream && !has('filter') ? [notHere('as-it-runs')] : []),
    ...(isLooseGround && !isAnswer('sun')
      ? [
          notHere('sun-on-spring', {
            askedLog: requiredOf(c.water, c.origin)?.aim.viruses ?? 0,
            earnedLog: treatmentOf('sun').credit.viruses,
          }),
        ]
      : []),
  ];
}
