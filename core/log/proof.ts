import type { BatchStanding } from '../chlorine/batch.ts';
import { judgeHeldBefore } from '../containers/fitness.ts';
import { meets, ORDINARY_CREDIT } from '../ct/credit.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import { neverDrunk, waters } from '../rotation/waters.ts';
import type { ContainerFacts, Fill, HeldBack } from './facts.ts';

/** What proves that water is fit to drink. `source`: it came so; `smell`: the weaker proof. */
export type Proof = 'source' | 'residual' | 'smell' | 'method';

export function failure(
  container: ContainerFacts,
  fill: Fill,
  standing: BatchStanding | undefined,
): Judgement | undefined {
  if (container.condemned) {
    return judge('refuse', message('state.condemned', { why: container.condemned.why }), 'record', {
      remedy: message('state.failed.remedy'),
    });
  }
  if (fill.failed) {
    return judge('refuse', message(`state.failed.${fill.failed.why}`), 'who-gdwq', {
      remedy: message('state.failed.remedy'),
    });
  }
  if (standing?.phase === 'failed') {
    return judge('refuse', message('state.failed.residual'), 'who-gdwq', {
      remedy: message('state.failed.residual.remedy'),
    });
  }
  if (standing?.phase === 'unfit') {
    return judge('refuse', message('state.failed.chemical'), 'epa-emergency', {
      remedy: message('state.failed.residual.remedy'),
    });
  }
  return undefined;
}

export function waiting(standing: BatchStanding): Judgement {
  const params: Record<string, string | number> = standing.standsUntil
    ? { untilAt: standing.standsUntil }
    : {};
  const verdict = standing.phase === 'stand' || standing.phase === 'read' ? 'warn' : 'refuse';
  return judge(verdict, message(`state.waiting.${standing.phase}`, params), 'who-gdwq');
}

/** The gravest of the sheets that hold a container: one that was given up stands before one that runs. */
export const heldFirst = (held: readonly HeldBack[] | undefined): HeldBack | undefined =>
  held?.find(h => h.ended) ?? held?.[0];

/** A sheet that put something in, and is not finished. */
export function heldBack({ method, ended }: HeldBack): Judgement {
  const params = { method: `method.${method}` };
  return ended
    ? judge('refuse', message('state.held-ended', params), 'who-gdwq', {
        remedy: message('state.held-ended.remedy'),
      })
    : judge('warn', message('state.held', params), 'who-gdwq');
}

export function proofOf(fill: Fill, standing: BatchStanding | undefined): Proof | undefined {
  if (neverDrunk(fill.water)) return undefined;
  if (standing?.phase === 'passed') return 'residual';
  if (standing?.phase === 'passed-by-smell') return 'smell';
  if (standing?.phase === 'abandoned' && standing.doses > 0) return undefined;
  if (waters[fill.water].drinkable) return 'source';
  return fill.treated && meets(fill.treated.credit, ORDINARY_CREDIT) ? 'method' : undefined;
}

/** Why a vessel cannot hold drinking water, or undefined. */
export function vesselJudgement(container: ContainerFacts): Judgement | undefined {
  if (container.role === 'raw') {
    return judge('warn', message('state.raw-vessel'), 'cdc-storage', {
      remedy: message('state.raw-vessel.remedy'),
    });
  }
  const past = judgeHeldBefore(container.heldBefore);
  return past.verdict === 'refuse' ? past : undefined;
}
