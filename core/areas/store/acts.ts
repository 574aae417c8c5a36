import type { Instant } from '../../base/day.ts';
import { refusals } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { judgeTreating, vesselUnfit } from '../sheets/treating.ts';
import type { Where } from '../sources/known.ts';
import type { ContainerFacts } from './facts.ts';
import { type ContainerState, kindOf } from './state.ts';

/** What a page may offer to do with a container. */
export const acts = [
  'fill',
  'rotate',
  'dose',
  'sheet',
  'top-up',
  'draw',
  'dip',
  'read',
  'test',
  'sanitise',
  'move',
  'inspect',
  'empty',
  'fail',
  'ill',
  'apart',
  'condemn',
] as const;
export type ActId = (typeof acts)[number];

/**
 * The acts that are offered for a container as it is, the likeliest first. What another judgement of the same page forbids
 * is not offered: no dose for water that no dose makes fit, no filling of a vessel that holds no water.
 */
export function offeredActs(
  facts: Where & Pick<Facts, 'kind'>,
  container: ContainerFacts,
  state: ContainerState,
  now: Instant,
): ActId[] {
  const isVesselDead = container.condemned !== undefined || vesselUnfit(facts, container)?.most === 'never';
  if (state.state === 'empty')
    return isVesselDead
      ? ['move', 'inspect', 'condemn']
      : [
          'fill',
          ...(isTank(facts, container) ? (['dip'] as const) : []),
          'sanitise',
          'move',
          'inspect',
          'condemn',
        ];
  if (state.state === 'failed') return ['empty', 'draw', 'read', 'test', 'inspect', 'condemn'];
  const refused = refusals(judgeTreating(facts, container, now)).length > 0;
  const isRunning = state.state === 'waiting';
  return [
    ...(isRunning ? (['sheet'] as const) : []),
    ...(isVesselDead || isRunning ? [] : (['rotate'] as const)),
    ...(isRunning || refused ? [] : (['dose'] as const)),
    'draw',
    ...(isTank(facts, container) ? (['dip'] as const) : []),
    'read',
    'test',
    'move',
    'inspect',
    'empty',
    'fail',
    'ill',
    ...(state.goodUntil && state.state !== 'past' ? (['apart'] as const) : []),
    'condemn',
  ];
}

/** What stands fixed and is read by a stick. */
const isTank = (facts: Pick<Facts, 'kind'>, { kind }: ContainerFacts): boolean =>
  ['tank', 'tote'].includes(kindOf(facts, kind)?.shape ?? '');

/** A top-up is offered where a reading is low and the water is otherwise good: never for water that is not to be drunk. */
export const offersTopUp = ({ counts, watch }: ContainerState): boolean =>
  counts === 'drinking' || (counts === 'limited' && watch !== undefined);
