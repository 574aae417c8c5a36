import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { BatchStanding } from '../../treatment/chlorine/batch.ts';
import { heldByAlarm, judgeAlarm } from '../readings/alarms.ts';
import type { ContainerFacts, Fill, HeldBack } from './facts.ts';

/** The refusal of water that failed, or of a vessel that did; undefined where neither did. */
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
  const alarm = heldByAlarm(container);
  if (alarm) return judgeAlarm(alarm);
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

/** The judgement of water that waits for the end of its treatment. */
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
