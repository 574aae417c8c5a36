import { dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message, refusals } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import type { DoseInstruction } from '../../treatment/chlorine/batch.ts';
import { judgeAgainstInstruction, otherRuleOf } from '../../treatment/chlorine/slip.ts';
import { targets } from '../../treatment/credit/credit.ts';
import { filterStanding } from '../../treatment/filters/register.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { needsWater, ofContainer } from '../store/guards.ts';
import { runningBatch } from '../store/state.ts';
import type { SupplyFacts } from '../supplies/facts.ts';
import type { Dose, SheetEnd, SheetFields, StepDone } from './fields.ts';
import { sheetAt } from './sheets.ts';
import { isDosed, judgeTreating, secondDose } from './treating.ts';

/** A dose is begun on water that it makes fit, and that was not dosed already. */
export const onBegun = ofContainer((facts, container, entry: Told<DoseInstruction>, now) => {
  const empty = needsWater(container, entry.happenedAt);
  if (empty.length > 0) return empty;
  const judged = judgeTreating(facts, container, now);
  if (refusals(judged).length > 0) return judged;
  const running = runningBatch(container, now);
  if (running && running.standing.doses > 0)
    return [standingAlready(container, running.standing.standsUntil)];
  // a top-up is of a residual that was read; any other dose on dosed water is a second one
  if (entry.data.school !== 'tap-top-up' && isDosed(container, now)) return [secondDose(container)];
  return judged;
});

function standingAlready(container: ContainerFacts, untilAt: Instant | undefined): Judgement {
  const params = { code: container.code, ...(untilAt ? { untilAt } : {}) };
  return judge(
    'refuse',
    message(untilAt ? 'guard.second-dose' : 'guard.second-dose.unmixed', params),
    'epa-emergency',
    {
      remedy: message('guard.second-dose.remedy'),
      slip: message('slip.twice', { ratio: 2 }),
    },
  );
}

/** What goes in is what the sheet says, once. */
export const onDosed = ofContainer((_, container, entry: Told<Dose>, now) => {
  const empty = needsWater(container, entry.happenedAt);
  if (empty.length > 0) return empty;
  const running = runningBatch(container, now);
  if (running && !['check', 'dose', 'repeat'].includes(running.standing.phase)) {
    return [standingAlready(container, running.standing.standsUntil)];
  }
  if (!running)
    return [
      judge('refuse', message('guard.no-batch'), 'record', { remedy: message('guard.no-batch.remedy') }),
    ];
  const { instruction } = running.batch;
  const against = judgeAgainstInstruction(entry.data.doseMl, instruction.doseMl);
  const other = against.verdict === 'ok' ? undefined : otherRuleOf(entry.data.doseMl, instruction);
  const judged = other ? { ...against, slip: other } : against;
  return judged.verdict === 'ok' ? [] : [judged];
});

/** It is about a batch that runs. */
export const needsBatch = ofContainer((_, container, _entry: Told, now) =>
  runningBatch(container, now) ? [] : [judge('refuse', message('guard.no-batch'), 'record')],
);

/** Only what was just put in is stirred. */
export const onMixed = ofContainer((_, container, _entry: Told, now) =>
  runningBatch(container, now)?.standing.phase === 'mix'
    ? []
    : [judge('refuse', message('guard.nothing-to-mix'), 'record')],
);

/** A vessel is washed with bleach when it is empty. */
export const onSanitised = ofContainer((_, { fill }) =>
  fill && fill.remainingL > 0
    ? [judge('refuse', message('guard.sanitise-full', { litres: fill.remainingL }), 'cdc-storage')]
    : [],
);

/** Begins in spite of a supply that is short, or of water that no method makes fit: both are said. */
export function onSheetBegun(facts: Facts, entry: Told<SheetFields>, now: Instant): Judgement[] {
  const judgements: Judgement[] = [];
  const { credit, holds, legs = [] } = entry.data;
  const treats = [credit, ...legs.map(l => l.credit)].some(c => targets.some(target => c[target] > 0));
  // a train that only clears and filters puts nothing in
  const doses = legs.length > 0 ? legs.some(l => l.holds && l.credit.bacteria > 0) : holds !== undefined;
  for (const id of entry.also ?? []) {
    const container = facts.container[id];
    if (!container?.fill || !treats) continue;
    if (doses && isDosed(container, now)) judgements.push(secondDose(container));
    judgements.push(...judgeTreating(facts, container, now));
  }
  for (const { supply: id, amount } of entry.data.uses) {
    const supply = facts.supply[id];
    judgements.push(...judgeFilter(facts, supply, now));
    const left = supply ? supply.amount - supply.used : 0;
    if (left < amount)
      judgements.push(
        judge('warn', message('guard.supply-short', { name: supply?.name ?? id, left, amount }), 'record'),
      );
  }
  return judgements;
}

/** A step is done in its order, and a clock is not cut short; that it happened all the same is recorded. */
export function onSheetStep(facts: Facts, entry: Told<StepDone>, now: Instant): Judgement[] {
  const at = sheetAt(facts.sheet[entry.subject]!, now);
  if (at.live?.id !== entry.data.step) return [judge('refuse', message('guard.not-this-step'), 'record')];
  if (at.standsUntil && !at.isOver)
    return [judge('refuse', message('guard.clock-runs', { untilAt: at.standsUntil }), 'record')];
  return judgeDevice(facts, entry, now);
}

/** A filter of a train that froze, broke or wore out since the train was begun is not gone on with. */
function judgeDevice(facts: Facts, { subject, data }: Told<StepDone>, now: Instant): Judgement[] {
  const { legs = [], steps } = facts.sheet[subject]!;
  const place = (id: string) => steps.findIndex(step => step.id === id);
  const leg = legs.find(l => place(data.step) <= place(l.last));
  return judgeFilter(facts, leg?.supply ? facts.supply[leg.supply] : undefined, now);
}

/** Why a filter may not be used; nothing of any other supply. */
function judgeFilter(
  { group: { timeZone } }: Pick<Facts, 'group'>,
  supply: SupplyFacts | undefined,
  now: Instant,
): Judgement[] {
  if (supply?.kind !== 'filter') return [];
  const { judgement } = filterStanding(supply, timeZone, dayOf(now, timeZone));
  return judgement.verdict === 'refuse' ? [judgement] : [];
}

/** A sheet ends once, and as finished only when its steps are done. */
export function onSheetEnded(facts: Facts, entry: Told<SheetEnd>, now: Instant): Judgement[] {
  const sheet = facts.sheet[entry.subject]!;
  if (sheet.ended) return [judge('refuse', message('guard.no-sheet'), 'record')];
  return entry.data.outcome === 'finished' && sheetAt(sheet, now).phase !== 'finished'
    ? [judge('refuse', message('guard.sheet-runs'), 'record')]
    : [];
}
