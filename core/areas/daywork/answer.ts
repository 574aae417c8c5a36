import type { InLots } from '../../base/lots.ts';
import type { Facts } from '../../log/facts.ts';
import { answerTrains, type Measure, type TrainAnswer } from '../../treatment/trains/answer.ts';
import { type TrainCase, tiers } from '../../treatment/trains/grade.ts';
import type { Train } from '../../treatment/trains/train.ts';
import type { State } from '../store/wholeState.ts';
import { meansOf, type SafeForm, trainContext } from '../trains/safe.ts';
import { inBatches } from './amount.ts';
import { type DayForm, type FirstLook, firstLook, toolsFor } from './form.ts';
import { freshForm } from './fresh.ts';
import { toolRow, toolsOf, usualHands } from './tools.ts';

/** Trains for all the litres that are asked for, made with the tools and hands that the group has: one sum for every page and paper. */
export function measureFor(facts: Facts, state: State): Measure {
  const context = trainContext(facts, state);
  const hands = usualHands(facts);
  return (c, train) => {
    const { volumeL } = c.found;
    const heldL = c.isAllThereIs ? volumeL : 0;
    return inBatches(c, train, context, {
      toolsOf: kind => toolsOf([toolRow(kind, volumeL, facts, state.today, heldL)]),
      hands,
    });
  };
}

/** The day that a way is looked at in: as the day's work begins, for the litres that the way makes. */
export function dayOfTrain(form: SafeForm, train: Train, facts: Facts, state: State): DayForm {
  const fresh = freshForm({
    ...{ facts, now: state.now, needL: train.endL, sourceId: form.source ?? null },
    nameOf: number => `${number}`,
  });
  const heldL = form.container === undefined ? 0 : (form.volumeL ?? 0);
  const askedL = form.volumeL ?? train.endL;
  return {
    ...fresh,
    safe: form,
    needL: train.endL,
    // what no source stands for is here already: one load that takes no time
    ...(form.source === undefined ? { loadL: Math.max(1, 2 * train.endL), tripMin: 0 } : {}),
    waitingL: Math.max(fresh.waitingL ?? 0, 2 * train.endL),
    tools: toolsFor([train]).map(kind => toolRow(kind, askedL, facts, state.today, heldL)),
  };
}

/** When a way is done that is begun now, with the walks and the nights in it; the day's work may find a quicker order. */
export function lookAt(form: SafeForm, train: Train, facts: Facts, state: State): FirstLook | undefined {
  const day = dayOfTrain(form, train, facts, state);
  return firstLook(day, train, trainContext(facts, state), state.now, facts.group.timeZone);
}

/** What can be done with a water by what the group has, and by what it might get. */
export function* answerSafe(c: TrainCase, form: SafeForm, facts: Facts, state: State): InLots<TrainAnswer> {
  const { owned, toGet } = meansOf(form, facts, state.today);
  const measure = measureFor(facts, state);
  const answer = yield* answerTrains(c, owned, toGet, trainContext(facts, state), measure);
  if (c.short !== 'evening') return answer;
  // by tonight: of those that go as far, the one that makes most until then
  const byEvening = new Map(answer.trains.map(t => [t, lookAt(form, t, facts, state)?.byEveningL ?? 0]));
  const trains = [...answer.trains].sort(
    (a, b) => tiers.indexOf(a.tier) - tiers.indexOf(b.tier) || byEvening.get(b)! - byEvening.get(a)!,
  );
  return { ...answer, trains };
}
