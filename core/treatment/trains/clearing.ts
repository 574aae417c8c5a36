import { CLEAR_NTU } from '../clearing/settle.ts';
import type { Context } from '../methods/method.ts';
import { treatmentOf } from '../methods/treatments.ts';
import { isTimeShort, type TrainCase } from './grade.ts';
import { isBroken, type Means } from './step.ts';
import { runTrain, type Train, trainOf } from './train.ts';

// Cloudy water is cleared before it is boiled or filtered wherever something at hand clears it: mud boiled is mud drunk, it bakes on the
// pot and clogs the filter. It asks no credit, so the search alone would leave it out. Where time is short it is left out, and said so.

const wantsClear = ({ method }: Means): boolean => treatmentOf(method).inTrain.wantsClear === true;
const clears = ({ method }: Means): boolean => treatmentOf(method).inTrain.clears === true;

/** Where in a train cloudy water is boiled or filtered; below 0 where it is not. */
export const cloudyAt = ({ steps }: Train): number =>
  steps.findIndex(step => wantsClear(step.means) && step.before.turbidityNtu >= CLEAR_NTU);

/** The train with what clears its water most put before the step that it is too cloudy for; itself where nothing at hand does. */
export function cleared(c: TrainCase, train: Train, owned: readonly Means[], context: Context): Train {
  const at = cloudyAt(train);
  if (at < 0 || isTimeShort(c.short)) return train;
  const order = train.steps.map(step => step.means);
  const tried = owned
    .filter(means => clears(means) && !order.includes(means))
    .flatMap(means => {
      const run = runTrain(c, [...order.slice(0, at), means, ...order.slice(at)], context);
      if (!run || isBroken(run)) return [];
      const with_ = trainOf(c, run.steps, run.way, train.tier);
      const ntu = run.steps[at]!.after.turbidityNtu;
      return ntu < train.steps[at]!.before.turbidityNtu ? [{ train: with_, ntu }] : [];
    })
    .sort((a, b) => a.ntu - b.ntu || a.train.minutes - b.train.minutes);
  return tried[0]?.train ?? train;
}
