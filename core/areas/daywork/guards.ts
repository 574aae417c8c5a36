import { dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { laterWord } from '../../log/guard.ts';
import { CRUMB_L } from '../../planning/schedule/problem.ts';
import { filterStanding } from '../../treatment/filters/register.ts';
import type { BatchFacts, WorkFacts } from './facts.ts';
import type { BatchBegunFields } from './fields.ts';

const stop = (id: string, params: Record<string, string> = {}): Judgement[] => [
  judge('refuse', message(id, params), 'record'),
];

const workOf = (facts: Facts, { subject }: { readonly subject: string }): WorkFacts | undefined =>
  facts.work[subject];

/** It is about work that goes on. */
export const onOpen = (facts: Facts, entry: Told): Judgement[] =>
  workOf(facts, entry)?.closedAt ? stop('guard.work-closed') : [];

/** How the work is split anew, which is later than how it was laid. */
export const onRearranged = (facts: Facts, entry: Told): Judgement[] => [
  ...onOpen(facts, entry),
  ...laterWord(entry.happenedAt, workOf(facts, entry)!.laidAt),
];

/** It is about a batch that was begun, and has not ended. */
export function onBatchLive(facts: Facts, entry: Told<{ readonly batch: string }>): Judgement[] {
  const batch = workOf(facts, entry)?.batches.find(b => b.batch === entry.data.batch);
  return !batch || batch.ended ? stop('guard.no-work-batch') : onOpen(facts, entry);
}

/** A batch is begun once, in a tool that is free and holds it. */
export function onBatchBegun(facts: Facts, entry: Told<BatchBegunFields>, now: Instant): Judgement[] {
  const work = workOf(facts, entry)!;
  const { batch, tool: id, litres } = entry.data;
  if (work.batches.some(b => b.batch === batch)) return stop('guard.work-begun-already');
  const tool = work.problem.tools.find(t => t.id === id);
  if (tool && tool.litres < litres - CRUMB_L) return stop('guard.work-too-full', { tool: tool.id });
  const isTaken = id !== undefined && work.batches.some(b => b.tool === id && !b.ended);
  if (isTaken) return stop('guard.work-tool-taken', { tool: id });
  return [
    ...judgeWater(work, entry.data),
    ...judgeThing(facts, work, entry.data.stage, now),
    ...onOpen(facts, entry),
  ];
}

/** Litres that a hand takes more or less than it was told (L). */
const SLACK_L = 0.5;

/** What goes into a batch has come out of the stage before it. */
function judgeWater({ problem, batches }: WorkFacts, { stage: id, litres }: BatchBegunFields): Judgement[] {
  const line = problem.lines.find(l => l.stages.some(s => s.id === id));
  const at = line?.stages.findIndex(s => s.id === id) ?? -1;
  const before = line?.stages[at - 1];
  // nothing comes before a walk
  if (!line || (!before && !line.stages[at]?.tool)) return [];
  const sum = (of: readonly BatchFacts[]) => of.reduce((all, b) => all + b.litres, 0);
  const made = before
    ? sum(batches.filter(b => b.stage === before.id && b.ended && !b.ended.isLost)) * before.outShare
    : line.heldL;
  const there = made - sum(batches.filter(b => b.stage === id));
  return there >= litres - SLACK_L
    ? []
    : [
        judge('refuse', message('guard.work-no-water', { litres: Math.max(0, there) }), 'record', {
          remedy: message('guard.work-no-water.remedy'),
        }),
      ];
}

/** A filter that froze, broke or wore out since the day was laid is not gone on with. */
function judgeThing(facts: Facts, work: WorkFacts, stage: string, now: Instant): Judgement[] {
  const of = work.problem.lines.flatMap(line => line.stages).find(s => s.id === stage);
  const supply = facts.supply[of?.supply ?? ''];
  if (supply?.kind !== 'filter') return [];
  const { timeZone } = facts.group;
  const { judgement } = filterStanding(supply, timeZone, dayOf(now, timeZone));
  return judgement.verdict === 'refuse' ? [judgement] : [];
}
