import type { WorkFacts } from '#core/areas/daywork/facts.ts';
import type { Day } from '#core/base/day.ts';
import { refusals } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import type { Turn } from '#core/planning/schedule/turns.ts';
import type { Context } from '#core/treatment/methods/method.ts';
import { treatmentOf } from '#core/treatment/methods/treatments.ts';
import { beginSheet, NO_CONTAINER } from '../../acts/beginSheet.ts';
import { type Draft, draft } from '../../session/draft.ts';

const hundredths = (litres: number): number => Math.round(litres * 100) / 100;

/**
 * The entries that begin a batch of a day's work: its sheet, with what it takes from the supplies, and its place in the day.
 * @returns undefined where its method refuses what is left for it
 */
export function beginBatch(
  work: WorkFacts,
  turn: Turn,
  schedule: Schedule,
  facts: Pick<Facts, 'supply'>,
  context: Context,
  today: Day,
): Draft[] | undefined {
  const stage = work.problem.lines.flatMap(line => line.stages).find(s => s.id === turn.stage);
  const batch = schedule.batches.find(b => b.id === turn.batch);
  if (!stage || !batch) return undefined;
  const litres = hundredths(batch.litres);
  // the stove that it will burn on, as far as it is known already
  const stove = schedule.bars.find(b => b.batch === turn.batch && b.stove)?.stove;
  const place = {
    ...{ batch: turn.batch, stage: stage.id, litres },
    ...(turn.tool ? { tool: turn.tool } : {}),
    ...(stove ? { stove } : {}),
    ...(turn.hand ? { hand: turn.hand } : {}),
  };
  if (!stage.tool) return [draft('work.begun', work.id, place)];
  const treatment = treatmentOf(stage.method);
  // how much there is of it is asked by one of these blanks
  const inputs = { ...stage.inputs, volumeL: litres, needL: litres, potL: litres };
  const known = new Set(treatment.blanks.map(b => b.id));
  const asked = Object.fromEntries(
    Object.entries(inputs).filter(([id]) => known.has(id) || id in (stage.inputs ?? {})),
  );
  const answer = treatment.answer(asked, context);
  if (!answer || refusals(answer.judgements).length > 0) return undefined;
  // what is kept is taken from the very thing that the day was laid with, not from the fullest like it
  const own = facts.supply[stage.supply ?? ''];
  const kept = own ? { supply: { [own.id]: own } } : facts;
  const [sheet] = beginSheet(treatment, asked, answer, NO_CONTAINER, kept, today) ?? [];
  if (!sheet) return undefined;
  return [
    { ...sheet, also: [...(sheet.also ?? []), work.id] },
    draft('work.begun', work.id, { ...place, sheet: sheet.subject }),
  ];
}
