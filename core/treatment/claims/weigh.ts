import { type Judgement, refusals } from '../../base/judgement.ts';
import { mildWater, type Passing } from '../../water/passing.ts';
import type { Origin, Water } from '../../water/waters.ts';
import { type Credit, noCredit, targets } from '../credit/credit.ts';
import { answerOf } from '../methods/answer.ts';
import { type Context, type Inputs, type MethodAnswer, startOf } from '../methods/method.ts';
import { methodOf } from '../methods/methods.ts';
import { stopOf } from '../trains/answer.ts';
import { atTheBeginning, fitnessOnTheWay, reachOf, type TrainCase } from '../trains/grade.ts';
import { isBroken, type Means } from '../trains/step.ts';
import { runTrain } from '../trains/train.ts';

/** How a statement stands: it holds, it holds in part, it does not, or who goes by it is harmed. */
export const verdicts = ['holds', 'partly', 'no', 'harm'] as const;
export type ClaimVerdict = (typeof verdicts)[number];

/** A statement weighed: the verdict, and what core found of its case. */
export interface Weighed {
  readonly verdict: ClaimVerdict;
  /** Log steps of each germ that are taken out, and that are asked. */
  readonly germs?: { readonly earned: Credit; readonly asked: Credit };
  /** Nitrate before and after (mg/L as NO₃), and whether the salt stays. */
  readonly nitrate?: readonly [number, number];
  readonly isSalt?: true;
  /** What core says of the very case. */
  readonly says?: Judgement;
  /** Figures for the text that says why. */
  readonly figures?: Readonly<Record<string, number | string>>;
}

/** A summer's day at the sea for every statement: what depends on the place says so in its inputs. */
export const day: Context = {
  altitudeM: 0,
  today: '2026-06-21',
  dailyNeedL: 12,
  planDays: 14,
  longitudeDeg: 0,
};

/** A water of a statement: clear, mild and neutral unless it says otherwise. */
export const water = (is: Water, found: Partial<Passing> = {}, origin: Origin = {}): TrainCase => ({
  water: is,
  origin,
  found: { ...mildWater, ...found, ...(is === 'sea' ? { salt: 'sea' as const } : {}), isSnow: is === 'snow' },
  now: `${day.today}T08:00:00.000Z`,
});

/** A means that is a method as it is usually done. */
export const by = (method: string, inputs: Inputs = {}): Means => ({ id: method, method, inputs });

/** "This makes that water safe": by what it takes out of it, against what it asks. */
export function makesSafe(c: TrainCase, ...steps: readonly Means[]): Weighed {
  const stop = stopOf(c);
  if (stop) return { verdict: 'harm', says: stop };
  const run = runTrain(c, steps, day);
  if (!run) return { verdict: 'no' };
  if (isBroken(run)) return { verdict: 'no', says: run.broken };
  const fitness = fitnessOnTheWay(c, run.way);
  const { earned, required } = fitness;
  const asked = required?.aim ?? noCredit;
  const before = fitnessOnTheWay(c, atTheBeginning(c.found));
  const reach = reachOf(fitness);
  const helps = targets.some(t => earned[t] > 0 && asked[t] > 0);
  const first = c.found.dissolved.nitrate;
  const last = run.way.water.dissolved.nitrate;
  const worse = first !== undefined && last !== undefined && last > first;
  const isWhole = reach?.tier === 'whole' && (steps.length === 0 || reachOf(before)?.tier !== 'whole');
  return {
    verdict: worse ? 'harm' : isWhole ? 'holds' : helps && !fitness.needsDesalting ? 'partly' : 'no',
    germs: { earned, asked },
    ...(first !== undefined && last !== undefined ? { nitrate: [first, last] as const } : {}),
    ...(run.way.water.salt === 'fresh' ? {} : { isSalt: true as const }),
  };
}

/** The answer of a method to a case. @throws where there is none */
export function answerFor(id: string, inputs: Inputs = {}): MethodAnswer {
  const method = methodOf(id);
  const starts = method?.blanks.map(blank => [blank.id, startOf(blank, day)] as const) ?? [];
  const answer = method && answerOf(method, { ...Object.fromEntries(starts), ...inputs }, day);
  if (!answer) throw new Error(`"${id}" has no answer to this`);
  return answer;
}

/** "This can be done": core refuses it, and says why. */
export function isRefused(id: string, inputs: Inputs, verdict: ClaimVerdict = 'no'): Weighed {
  const { judgements } = answerFor(id, inputs);
  const [says] = refusals(judgements);
  return says ? { verdict, says } : { verdict: 'holds' };
}

/** What a method takes out by itself. */
export const creditFor = (id: string, inputs: Inputs = {}): Credit =>
  answerFor(id, inputs).credit ?? methodOf(id)!.credit;

/** "This kind of germ is taken out": all of what is asked, some of it, or none. */
export function takesOut(germ: keyof Credit, asked: number, earned: Credit): Weighed {
  const log = earned[germ];
  return {
    verdict: log >= asked ? 'holds' : log > 0 ? 'partly' : 'no',
    figures: { log, asked, germ: `feared.${germ}` },
  };
}

/** "It is better": what is said to be better takes out no more. */
export function isBetter(better: Credit, plain: Credit, figures: Weighed['figures'] = {}): Weighed {
  const gains = targets.some(t => better[t] > plain[t]);
  return { verdict: gains ? 'holds' : 'no', figures };
}

/** A judgement of core decides: what it refuses is wrong, what it warns of holds in part. */
export const asJudged = (says: Judgement | undefined, refused: ClaimVerdict = 'no'): Weighed =>
  says
    ? { verdict: says.verdict === 'refuse' ? refused : says.verdict === 'warn' ? 'partly' : 'holds', says }
    : { verdict: 'holds' };
