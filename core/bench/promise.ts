import { addMinutes, dayOf, type Instant } from '../calendar/day.ts';
import type { DosePlan, DoseQuestion } from '../chlorine/instruct.ts';
import { earnedByDose, usualContact } from '../chlorine/promised.ts';
import { betterOf, type Credit, noCredit, sumOf } from '../ct/credit.ts';
import { type Message, message } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import { leftParams } from '../quality/advice.ts';
import { fitnessOf, type WaterCase, type WaterFitness } from '../quality/fitness.ts';
import { knownOf } from '../sources/known.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { waterCase } from '../store/fit.ts';
import { vesselUnfit } from './treating.ts';

type PromiseFacts = Pick<Facts, 'kind' | 'source' | 'notice' | 'group'>;

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

/** The case of a container's water, in its vessel; undefined where it holds none. */
function caseOf(facts: PromiseFacts, container: ContainerFacts, now: Instant): WaterCase | undefined {
  const { fill } = container;
  const today = dayOf(now, facts.group.timeZone);
  return fill && waterCase(fill, now, vesselUnfit(facts, container), false, knownOf(facts, fill, today));
}

/** What a dose of bleach would make of it: the usual contact, and the least that is read at its end. */
export function promiseOfDose(
  facts: PromiseFacts,
  container: ContainerFacts,
  question: DoseQuestion,
  plan: DosePlan,
  now: Instant,
): Promised | undefined {
  const before = caseOf(facts, container, now);
  if (!before) return undefined;
  if (!plan.chosen.answers || plan.chosen.doseMl === 0) return promised(before);
  const contact = usualContact(question, plan);
  const provedAt = addMinutes(now, contact.minutes);
  const earned = earnedByDose(question, plan, contact, now);
  if (!earned) return undefined;
  const { most: _, ...open } = before;
  const given = before.chlorine;
  return promised({
    // what was given up before is run to its end by this
    ...(vesselUnfit(facts, container) ? before : open),
    chlorine: {
      ...earned,
      credit: betterOf(given?.credit ?? noCredit, earned.credit),
      isCapped: earned.isCapped && (given?.isCapped ?? true),
      provedAt,
      dosedAt: given?.dosedAt ?? now,
      isForADay: (given?.isForADay ?? false) || plan.chosen.school === 'target-dose',
    },
  });
}

/** What a sheet would make of it: its credit beside what was earned before, a second of its kind not counted. */
export function promiseOfRun(
  facts: PromiseFacts,
  container: ContainerFacts,
  run: {
    readonly credit: Credit;
    readonly barrier: string;
    readonly desalts?: true;
    readonly demineralises?: true;
  },
  now: Instant,
): Promised | undefined {
  const before = caseOf(facts, container, now);
  if (!before) return undefined;
  const { [run.barrier]: same = noCredit, ...others } = container.fill?.treated?.byMethod ?? {};
  const earned = sumOf([...Object.values(others), betterOf(same, run.credit)]);
  return promised({
    ...before,
    earned: run.barrier === 'chlorine' && before.chlorine ? before.earned : earned,
    treatedAt: now,
    ...(run.desalts ? { isDesalted: true } : {}),
    ...(run.demineralises ? { isDemineralised: true } : {}),
  });
}
