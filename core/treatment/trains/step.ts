import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import { type SupplyKind, supplyKinds } from '../../storage/stock/kinds.ts';
import type { Passing } from '../../water/passing.ts';
import { passedOn } from '../../water/quality/chemicals.ts';
import { type Credit, targets } from '../credit/credit.ts';
import { barrierOf, type Context, type Inputs, type MethodAnswer, startOf } from '../methods/method.ts';
import { type Treatment, treatmentOf } from '../methods/treatments.ts';

/** Something at hand that treats water: a method, and what is known of the very thing. */
export interface Means {
  readonly id: string;
  readonly method: string;
  /** What it is: what differs from the beginnings of the method's blanks. */
  readonly inputs: Inputs;
  /** Its own name, where it has one. */
  readonly name?: string;
  /** The supply that it is, or that it is taken from, and how much of it is left in its unit. */
  readonly supply?: string;
  readonly left?: { readonly kind: SupplyKind; readonly amount: number };
}

/** A step as water would take it. */
export interface Taken {
  readonly means: Means;
  readonly inputs: Inputs;
  readonly answer: MethodAnswer;
  readonly credit: Credit;
  readonly barrier: string;
  /** Minutes from its beginning to its end, and those of them that need a hand. */
  readonly minutes: number;
  readonly handMin: number;
  readonly before: Passing;
  readonly after: Passing;
}

/** A step that water cannot take as it is, and why; what it would have done stands beside it where that can be said. */
export interface Broken {
  readonly means: Means;
  readonly broken: Judgement;
  readonly would?: Taken;
}

/** Whether a step of a train cannot be done to this water. */
export const isBroken = (tried: object): tried is Broken => 'broken' in tried;

/** A hand is at a step that is said to be done for so long (minutes). */
export const HAND_MIN = 3;

/** What a means says of water that comes to it: what it is, over what the method begins with. */
function inputsOf(
  { blanks, inTrain }: Treatment,
  { inputs }: Means,
  water: Passing,
  context: Context,
): Inputs {
  const starts = blanks.map(blank => [blank.id, startOf(blank, context)] as const);
  return { ...Object.fromEntries(starts), ...inTrain.asks(water), ...inputs };
}

const edge = (id: string, params: Params): Judgement =>
  judge('refuse', message(`train.edge.${id}`, params), 'practice', {
    remedy: message(`train.edge.${id}.remedy`, params),
  });

/** It puts something into the water that kills, and stays in it. */
const disinfects = ({ holds, credit }: Treatment): boolean =>
  holds !== undefined && targets.some(t => credit[t] > 0);

/** An edge of a method that water lies beyond; undefined where it lies within all of them. What nobody measured breaks none. */
export function brokenEdge(treatment: Treatment, water: Passing): Judgement | undefined {
  const { mostNtu, leastC, leastPh, mostPh } = treatment.accepts;
  const { turbidityNtu, temperatureC, ph, volumeL } = water;
  const method = `method.${treatment.id}`;
  if (water.isSnow && !treatment.inTrain.takesSnow) return edge('snow', { method });
  // the store refuses a second dose within a day, whatever the first one was
  if (water.isChlorinated && disinfects(treatment)) return edge('twice', { method });
  if (mostNtu !== undefined && turbidityNtu > mostNtu)
    return edge('cloudy', { method, turbidityNtu, mostNtu });
  if (leastC !== undefined && temperatureC !== undefined && temperatureC < leastC)
    return edge('cold', { method, temperatureC, leastC });
  if (leastPh !== undefined && ph !== undefined && ph < leastPh) return edge('sour', { method, ph, leastPh });
  if (mostPh !== undefined && ph !== undefined && ph > mostPh)
    return edge('alkaline', { method, ph, mostPh });
  const volume = treatment.blanks.find(b => b.id === 'volumeL');
  if (volume?.kind !== 'quantity') return undefined;
  if (volumeL < volume.least) return edge('little', { method, volumeL, leastL: volume.least });
  return volumeL > volume.most ? edge('much', { method, volumeL, mostL: volume.most }) : undefined;
}

/**
 * Water taken through one step.
 * @returns undefined where the method has no answer for it
 */
export function tryStep(means: Means, water: Passing, context: Context): Taken | Broken | undefined {
  const treatment = treatmentOf(means.method);
  const broken = brokenEdge(treatment, water);
  const inputs = inputsOf(treatment, means, water, context);
  const answer = treatment.answer(inputs, context);
  if (!answer) return broken && { means, broken };
  const hands = answer.steps.filter(s => s.kind !== 'wait').length * HAND_MIN;
  const waits = answer.steps.reduce((sum, s) => sum + (s.waitMin ?? 0), 0);
  const taken: Taken = {
    means,
    inputs,
    answer,
    credit: answer.credit ?? treatment.credit,
    barrier: barrierOf(treatment, inputs),
    minutes: (answer.totalMin ?? waits) + hands,
    handMin: hands,
    before: water,
    after: leftBy(treatment, water, inputs, answer),
  };
  const refused = broken ?? answer.judgements.find(j => j.verdict === 'refuse');
  return refused ? { means, broken: refused, would: taken } : taken;
}

/** The water after a step: what it changes, and of what is dissolved what its certificate leaves. */
function leftBy({ inTrain }: Treatment, water: Passing, inputs: Inputs, { removes }: MethodAnswer): Passing {
  const after = { ...water, ...inTrain.leaves?.(water, inputs) };
  return removes ? { ...after, dissolved: passedOn(after.dissolved, removes) } : after;
}

/** What a step takes of the very supply that it is taken from, in that supply's unit. */
export const takenOf = ({ means: { left }, answer: { uses } }: Pick<Taken, 'means' | 'answer'>): number =>
  uses.filter(u => u.supply === left?.kind).reduce((sum, u) => sum + u.amount, 0);

/** Nothing is left of it that would do for even a part of this water. */
export const tooLittle = ({ method, left, name }: Means, amount: number): Judgement =>
  edge('short', {
    method: `method.${method}`,
    supply: name ?? '',
    amount,
    left: left?.amount ?? 0,
    unit: `supply-unit.${left ? supplyKinds[left.kind].unit : 'piece'}`,
  });

/** Water that a method makes less of: litres that must come to a step for each litre after it. */
export const feedShare = ({ means, inputs }: Taken): number =>
  1 / (treatmentOf(means.method).inTrain.yieldShare?.(inputs) ?? 1);
