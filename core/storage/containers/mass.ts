import { type Judgement, judge, message } from '../../base/judgement.ts';
import { type ContainerKind, standingAreaM2 } from './kinds.ts';

/** Water's density as stored (kg/L). */
export const WATER_KG_PER_L = 1;

/** ISO 11228-1 reference mass for one healthy adult; two carry twice that. Editable to the people at hand. */
export const DEFAULT_LIFT_KG = 25;

export type Portability = 'one' | 'two' | 'fixed';

/** Mass of a container holding `litres` (kg). @example massKg(drum208, 208) // 218 */
export function massKg(kind: Pick<ContainerKind, 'tareKg'>, litres: number): number {
  return kind.tareKg + litres * WATER_KG_PER_L;
}

/** Who can carry it: one person, two, or nobody while it is full. */
export function portability(fullKg: number, liftKg = DEFAULT_LIFT_KG): Portability {
  if (fullKg <= liftKg) return 'one';
  return fullKg <= 2 * liftKg ? 'two' : 'fixed';
}

/** Point pressure under one full container (kg/m² of its own footprint): shown, never refused. */
export function pointPressureKgM2(kind: ContainerKind, litres: number): number {
  return massKg(kind, litres) / standingAreaM2(kind);
}

/** Judges moving a container that holds water against what people may lift. */
export function judgeLift(fullKg: number, liftKg = DEFAULT_LIFT_KG): Judgement {
  const params = { massKg: fullKg, liftKg, twoKg: 2 * liftKg };
  const carriers = portability(fullKg, liftKg);
  if (carriers === 'fixed') {
    return judge('warn', message('lift.fixed', params), 'iso-11228', {
      remedy: message('lift.fixed.remedy'),
    });
  }
  return judge('ok', message(`lift.${carriers}`, params), 'iso-11228');
}
