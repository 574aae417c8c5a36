import { addMinutes, type Instant } from '../../base/day.ts';
import { type Message, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import type { DosePlan, DoseQuestion } from '../../treatment/chlorine/instruct.ts';
import { earnedByDose, usualContact } from '../../treatment/chlorine/promised.ts';
import { betterOf, type Credit, noCredit } from '../../treatment/credit/credit.ts';
import { figuresOf } from '../../water/findings/dissolved.ts';
import { leftParams } from '../../water/quality/advice.ts';
import { isHeldBy, passedOn, pastLimits, type Removal } from '../../water/quality/chemicals.ts';
import { fitnessOf, type WaterCase, type WaterFitness } from '../../water/quality/fitness.ts';
import { type Known, knownOf, type Where } from '../sources/known.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import { type Around, type Earned, earnedIn, isGivenUp, waterCase } from '../store/fit.ts';
import { vesselUnfit } from './treating.ts';

type PromiseFacts = Where & Pick<Facts, 'kind'>;

/** What a treatment would make of the water in a container, if it goes as it should: said before anything is put in. */
export interface Promised {
  readonly fitness: WaterFitness;
  readonly says: Message;
}

function promised(c: WaterCase): Promised {
  const fitness = fitnessOf(c);
  const { grade, lasting, left, isShort } = fitness;
  const params = leftParams(left);
  if (c.most === 'utility' && grade === 'utility') return { fitness, says: message('promise.vessel') };
  if (grade === 'never' || grade === 'utility')
    return { fitness, says: message(grade === 'never' ? 'promise.never' : 'promise.last-resort', params) };
  if (grade === 'limited') return { fitness, says: message('promise.limited', params) };
  if (isShort && lasting.by === 'hours' && lasting.rule === 'rule.human-waste')
    return { fitness, says: message('promise.human-waste', params) };
  return { fitness, says: message(lasting.by === 'hours' ? `promise.${lasting.rule}` : 'promise.term') };
}

/** A container's water as it is, and what bears on it. */
function aroundOf(facts: PromiseFacts, container: ContainerFacts, fill: Fill, now: Instant): Around {
  return { vessel: vesselUnfit(facts, container), known: knownOf(facts, fill, now, container) };
}

/** What a dose of bleach would make of it: the usual contact, and the least that is read at its end. */
export function promiseOfDose(
  facts: PromiseFacts,
  container: ContainerFacts,
  question: DoseQuestion,
  plan: DosePlan,
  now: Instant,
): Promised | undefined {
  const { fill } = container;
  if (!fill) return undefined;
  const around = aroundOf(facts, container, fill, now);
  const before = earnedIn(fill, now, around.known);
  if (!plan.chosen.answers || plan.chosen.doseMl === 0)
    return promised(waterCase(fill, before, { ...around, isGivenUp: isGivenUp(fill, now) }));
  const contact = usualContact(question, plan);
  const earned = earnedByDose(question, plan, contact, now);
  if (!earned) return undefined;
  const given = before.chlorine;
  const chlorine = {
    ...earned,
    credit: betterOf(given?.credit ?? noCredit, earned.credit),
    isCapped: earned.isCapped && (given?.isCapped ?? true),
    provedAt: addMinutes(now, contact.minutes),
    dosedAt: given?.dosedAt ?? now,
    isForADay: (given?.isForADay ?? false) || plan.chosen.school === 'target-dose',
  };
  // what was given up before is run to its end by this
  return promised(waterCase(fill, { ...before, chlorine }, around));
}

/** What a sheet would make of it: its credit beside what was earned before, a second of its kind not counted. */
export function promiseOfRun(
  facts: PromiseFacts,
  container: ContainerFacts,
  run: {
    readonly credit: Credit;
    readonly barrier: string;
    readonly desalts?: true;
    readonly removes?: Removal;
    /** It takes out what kept the water. */
    readonly dechlorinates?: true;
  },
  now: Instant,
): Promised | undefined {
  const { fill } = container;
  if (!fill) return undefined;
  const around = aroundOf(facts, container, fill, now);
  const before = earnedIn(fill, now, around.known);
  const same = before.byBarrier[run.barrier] ?? noCredit;
  const isChlorineAgain = run.barrier === 'chlorine' && before.chlorine !== undefined;
  const earned: Earned = {
    ...before,
    byBarrier: isChlorineAgain
      ? before.byBarrier
      : { ...before.byBarrier, [run.barrier]: betterOf(same, run.credit) },
    treatedAt: now,
    ...(run.desalts ? { isDesalted: true } : {}),
  };
  const { known = knownOf(facts, fill, now, container) } = around;
  const cleared = run.removes ? withRemoved(known, run.removes, facts) : known;
  const stripped = run.dechlorinates ? { ...fill, dechlorinatedAt: now } : fill;
  return promised(
    waterCase(stripped, earned, { ...around, known: cleared, isGivenUp: isGivenUp(fill, now) }),
  );
}

/** What is known of a water once a device has taken out what it is certified for. */
function withRemoved(
  { isMineral: _, ...known }: Known,
  removes: Removal,
  { plan }: Pick<Facts, 'plan'>,
): Known {
  const past = pastLimits(passedOn(figuresOf(known.dissolved), removes));
  return { ...known, past, ...(isHeldBy(past, plan.targetDays) ? { isMineral: true as const } : {}) };
}
