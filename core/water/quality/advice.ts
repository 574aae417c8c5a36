import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import type { GoodUntil } from '../../storage/rotation/goodUntil.ts';
import { RESIDUAL_LEAST_MG_L } from '../../treatment/chlorine/residual.ts';
import { TOP_UP_MG_L } from '../../treatment/chlorine/schools.ts';
import type { Target } from '../../treatment/credit/credit.ts';
import { askedOf, neverDrunk, type Origin, rowOf, type Water } from '../waters.ts';
import type { WaterFitness } from './fitness.ts';

/** The step that would take out what is left: heat for everything, chlorine where only viruses are. */
function closing(left: readonly Target[]): string {
  if (left.every(target => target === 'protozoa' || target === 'crypto')) return 'close.protozoa';
  return left.every(target => target === 'viruses') ? 'close.viruses' : 'close.boil';
}

/** What is left in a water, and the step that would remove it, as a text is filled with them. */
export const leftParams = (left: readonly Target[]): Params => ({
  left: left.map(target => `log.${target}`).join(),
  close: closing(left),
});

interface Sourced {
  readonly water: Water;
  readonly origin?: Origin;
}

/**
 * What the interface says of a water, from what it is fit for: one judgement, the same in the drawer, on the bench and on
 * the label. A refusal never stands beside advice to do what it refuses.
 * @param until undefined for water that is not drunk
 */
export function judgeFitness(
  fitness: WaterFitness,
  { water, origin = {} }: Sourced,
  until: GoodUntil | undefined,
): Judgement {
  const { grade, left, lasting, proof } = fitness;
  if (grade === 'never')
    return judge('refuse', message(`guard.never-drunk.${water}`), 'who-gdwq', {
      remedy: message('state.never.remedy'),
    });
  if (grade === 'utility') return judgeUtility(fitness, water, origin);
  const params: Params = {
    untilDay: until!.day,
    ...(until!.at ? { untilAt: until!.at } : {}),
    ...leftParams(left),
  };
  if (grade === 'limited')
    return judge('warn', message('state.limited', params), 'who-hwt', {
      remedy: message(unanswered(water, origin) ?? 'state.limited.remedy', params),
    });
  const rule = lasting.by === 'hours' ? lasting.rule : undefined;
  if (rule === 'rule.fresh') return judge('warn', message('state.fresh', params), 'who-gdwq');
  if (rule === 'rule.human-waste')
    return judge('warn', message('state.human-waste', params), 'who-hwt', {
      remedy: message('state.human-waste.remedy'),
    });
  if (proof === 'smell')
    return judge('warn', message(rule ? 'state.by-smell.hour' : 'state.by-smell', params), 'epa-emergency', {
      remedy: message('residual.smell.remedy'),
    });
  if (rule)
    return judge('warn', message('state.hours', { ...params, rule }), until!.rule.source, {
      remedy: message(`${rule === 'rule.no-residual.cold' ? 'rule.no-residual' : rule}.remedy`),
    });
  return judge('ok', message('state.ready', params), until!.rule.source);
}

/** The question that, answered well, would make more of a water: asked before anything is done. */
const unanswered = (water: Water, origin: Origin): string | undefined => {
  const asked = askedOf(water);
  return asked && asked !== 'upstream' && origin[asked] === undefined ? `origin.${asked}.ask` : undefined;
};

function judgeUtility(
  { earned, left, needsDesalting, hasHumanWaste }: WaterFitness,
  water: Water,
  origin: Origin,
): Judgement {
  if (neverDrunk(water, origin))
    return judge('refuse', message(`guard.never-drunk.${water}`), 'who-gdwq', {
      remedy: message('guard.never-drunk.remedy'),
    });
  if (needsDesalting)
    return judge('warn', message('state.salt'), 'who-gdwq', { remedy: message('state.salt.remedy') });
  const isTouched = Object.values(earned).some(log => log > 0);
  if (isTouched)
    return judge('warn', message('state.last-resort', leftParams(left)), 'who-hwt', {
      remedy: message('state.last-resort.remedy', leftParams(left)),
    });
  if (rowOf(water).class === 'found-tap')
    return judge('warn', message('state.found-tap'), 'cdc-storage', {
      remedy: message('state.found-tap.remedy'),
    });
  return judge('warn', message(hasHumanWaste ? 'state.untreated.waste' : 'state.untreated'), 'who-gdwq', {
    remedy: message('state.untreated.remedy'),
  });
}

/** A low reading in sealed store: the water stays usable in its term, and is topped up. */
export const judgeLow = (mgL: number): Judgement =>
  judge('warn', message('watch.low', { residualMgL: mgL, leastMgL: RESIDUAL_LEAST_MG_L }), 'who-gdwq', {
    remedy: message('watch.low.remedy', { topUpMgL: TOP_UP_MG_L }),
  });
