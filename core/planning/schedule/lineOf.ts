import type { Context, MethodAnswer, Step, Work } from '../../treatment/methods/method.ts';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import { HAND_MIN, isBroken, type Taken, tryStep } from '../../treatment/trains/step.ts';
import type { Line, Minute, Phase, Stage, Tool } from './problem.ts';

/** How water is brought to the first stage: what one walk brings, and how long it takes. */
export interface Fetching {
  readonly loadL: number;
  readonly minutes: Minute;
}

/** Sizes that a batch is worked out for: quarters of each tool that takes one. */
const SHARES = [0.25, 0.5, 0.75, 1];

export const FETCH = 'fetch';

const fetching = (line: string, { loadL, minutes }: Fetching): Stage => ({
  id: `${line}.0`,
  method: FETCH,
  sizesL: [loadL],
  phases: [{ id: 'trip', minutes: [Math.max(1, Math.ceil(minutes))], hand: true, away: true }],
  outShare: 1,
  uses: [],
});

const minutesOf = (step: Step, { takes }: MethodAnswer): Minute =>
  Math.max(1, Math.ceil(takes?.[step.id] ?? (step.kind === 'wait' ? step.waitMin : HAND_MIN) ?? HAND_MIN));

/** A step that is said to be done is a hand's, unless it takes its time: then it is its own, or somebody stays at it. */
const isByHand = (step: Step, { takes }: MethodAnswer, { attended = [] }: Work): boolean =>
  step.kind === 'wait' || takes?.[step.id] !== undefined ? attended.includes(step.id) : true;

const boundsOf = ({ least, most }: NonNullable<Step['reading']>) => ({
  ...(least === undefined ? {} : { least }),
  ...(most === undefined ? {} : { most }),
});

/** A method's steps with a batch of each size; none that its method has no answer for. */
function stageOf(id: string, step: Taken, tools: readonly Tool[], context: Context): Stage | undefined {
  const treatment = treatmentOf(step.means.method);
  const work = treatment.inTrain.work(step.inputs);
  const holds = tools.filter(tool => tool.kind === work.tool).map(tool => tool.litres);
  const sizes = [
    ...new Set(holds.flatMap(litres => SHARES.map(share => Math.round(litres * share * 100) / 100))),
  ];
  const answers = sizes
    .sort((a, b) => a - b)
    .flatMap(litres => {
      // a pot is one pot: it is filled once a batch
      const means = { ...step.means, inputs: { ...step.means.inputs, potL: litres } };
      const tried = tryStep({ ...means }, { ...step.before, volumeL: litres }, context);
      return tried && !isBroken(tried) ? [{ litres, answer: tried.answer }] : [];
    });
  const last = answers.at(-1)?.answer;
  if (!last) return undefined;
  const phases = last.steps.map((told): Phase => {
    let longest = 0;
    const minutes = answers.map(({ answer }) => {
      const same = answer.steps.find(s => s.id === told.id);
      longest = Math.max(longest, same ? minutesOf(same, answer) : 0);
      return longest;
    });
    return {
      id: told.id,
      minutes,
      ...(isByHand(told, last, work) ? { hand: true as const } : {}),
      ...(work.onStove?.includes(told.id) ? { stove: true as const } : {}),
      ...(work.flame?.includes(told.id) ? { flame: true as const } : {}),
      ...(told.kind === 'wait' ? { isEffect: true as const } : {}),
      ...(told.daylight ? { daylight: true as const } : {}),
      ...(told.reading ? { reading: boundsOf(told.reading) } : {}),
    };
  });
  return {
    id,
    method: step.means.method,
    tool: work.tool,
    sizesL: answers.map(a => a.litres),
    phases,
    outShare: treatment.inTrain.yieldShare?.(step.inputs) ?? 1,
    inputs: Object.fromEntries(
      Object.entries(step.inputs).filter((pair): pair is [string, string | number] => pair[1] !== undefined),
    ),
    ...(step.means.supply ? { supply: step.means.supply } : {}),
    uses: last.uses.map(({ supply }) => ({
      supply,
      amounts: answers.map(({ answer }) => answer.uses.find(u => u.supply === supply)?.amount ?? 0),
    })),
  };
}

/**
 * The steps of a train as a line of the day's work: from where the water is fetched, or stands already, through each method
 * with the tools that there are.
 * @returns the method that no tool is there for, where one is missing
 */
export function lineOf(
  id: string,
  steps: readonly Taken[],
  tools: readonly Tool[],
  from: Fetching | { readonly heldL: number },
  context: Context,
): Line | { readonly missing: string } {
  const isFetched = 'loadL' in from;
  const stages: Stage[] = isFetched ? [fetching(id, from)] : [];
  for (const step of steps) {
    const stage = stageOf(`${id}.${stages.length}`, step, tools, context);
    if (!stage) return { missing: step.means.method };
    stages.push(stage);
  }
  return { id, stages, heldL: isFetched ? 0 : from.heldL };
}
