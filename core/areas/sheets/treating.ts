import { type Instant, minutesBetween } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import type { VesselFitness } from '../../storage/containers/fitness.ts';
import { neverDrunk, rowOf } from '../../water/waters.ts';
import { knownOf, type Where } from '../sources/known.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import { vesselOf } from '../store/fit.ts';
import { decidingBatch, kindOf, runningBatch } from '../store/state.ts';

/** Why a vessel holds no drinking water, or no water at all; undefined where it does. */
export function vesselUnfit(
  facts: Pick<Facts, 'kind'>,
  container: ContainerFacts,
): VesselFitness | undefined {
  const vessel = vesselOf(container, kindOf(facts, container.kind)?.material);
  return vessel && vessel.most !== 'drinking' ? vessel : undefined;
}

/**
 * Whether treating a container's water for drinking makes sense, by any method: one answer for all of them.
 * Water that nothing makes fit, a vessel that held chemicals and water that failed are refused; a vessel that is no vessel
 * for drinking water, and salt that the method may leave, are told.
 */
export function judgeTreating(
  facts: Where & Pick<Facts, 'kind'>,
  container: ContainerFacts,
  now: Instant,
): Judgement[] {
  const { fill } = container;
  if (!fill) return [];
  const judgements: Judgement[] = [];
  const known = knownOf(facts, fill, now, container);
  const { water, origin } = known.sourced;
  // what an authority or the source itself says of it stands first: nothing that is done at home undoes it
  if (known.says && (known.most || known.isMineral || known.boil))
    judgements.push(known.most ? known.says : { ...known.says, verdict: 'warn' });
  const vessel = vesselUnfit(facts, container);
  if (vessel)
    judgements.push(
      vessel.most === 'never' ? vessel.judgement : { ...vessel.judgement, verdict: 'warn' as const },
    );
  if (!known.most && neverDrunk(water, origin))
    judgements.push(
      judge('refuse', message(`guard.never-drunk.${water}`), 'who-gdwq', {
        remedy: message('guard.never-drunk.remedy'),
      }),
    );
  const phase = decidingBatch(fill, now)?.standing.phase;
  if (fill.failed || phase === 'failed' || phase === 'unfit')
    judgements.push(
      judge('refuse', message('guard.dose-failed'), 'who-gdwq', { remedy: message('state.failed.remedy') }),
    );
  if (rowOf(water).isSalt && !fill.treated?.isDesalted)
    judgements.push(
      judge('warn', message('state.salt'), 'who-gdwq', { remedy: message('state.salt.remedy') }),
    );
  return judgements;
}

/** Something that disinfects went in so lately that another dose would be a second one (minutes). */
const SECOND_DOSE_MIN = 24 * 60;

const lastDoseAt = (fill: Fill): Instant | undefined =>
  [
    ...fill.batches.flatMap(b => b.events.filter(e => e.what === 'dosed').map(e => e.at)),
    ...(fill.disinfectedAt ? [fill.disinfectedAt] : []),
  ]
    .sort()
    .at(-1);

/** Something was put in that is not proved yet, or that disinfected it within a day: by bleach, or by a sheet. */
export function isDosed(container: ContainerFacts, now: Instant): boolean {
  const running = runningBatch(container, now);
  if ((running?.standing.doses ?? 0) > 0 || (container.held?.some(h => !h.ended) ?? false)) return true;
  const last = container.fill && lastDoseAt(container.fill);
  return last !== undefined && minutesBetween(last, now) < SECOND_DOSE_MIN;
}

/** A dose on water that was dosed already. */
export const secondDose = ({ code }: ContainerFacts): Judgement =>
  judge('refuse', message('guard.second-dose.sheet', { code }), 'epa-emergency', {
    remedy: message('guard.second-dose.remedy'),
    slip: message('slip.twice', { ratio: 2 }),
  });
