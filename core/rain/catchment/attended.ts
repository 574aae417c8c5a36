import { message } from '../../base/judgement.ts';
import { doStep, type Step, waitStep } from '../../treatment/methods/method.ts';
import { flushL } from './size.ts';

/** A storm that somebody stands by, catching it in jugs. */
export interface AttendedCase {
  readonly areaM2: number;
  readonly coefficient: number;
  readonly flushMm: number;
  /** How hard it rains (mm/h), and how much is still to come (mm). */
  readonly intensityMmH: number;
  readonly stormMm: number;
  readonly jugL: number;
  /** Empties that stand ready. */
  readonly jugs: number;
  /** Near the sea, or in a gale from it. */
  readonly isSaltSpray: boolean;
}

export interface AttendedPlan {
  /** What runs off in a minute (L). */
  readonly runoffLMin: number;
  readonly flushL: number;
  readonly flushMin: number;
  readonly minPerJug: number;
  /** Jugs that the storm fills after the first flush. */
  readonly jugsToFill: number;
  /** How long the jugs that are there last. */
  readonly jugsLastMin: number;
}

/**
 * How long the first flush runs, and how often a jug is swapped, at this rain. Wetting is done with by the time it runs.
 * @example attendedPlan({ areaM2: 20, coefficient: 0.9, flushMm: 1, intensityMmH: 10, stormMm: 15, jugL: 18, jugs: 6, isSaltSpray: false }).minPerJug // 6
 */
export function attendedPlan(c: AttendedCase): AttendedPlan {
  const runoffLMin = (c.areaM2 * c.coefficient * c.intensityMmH) / 60;
  const firstL = flushL(c.areaM2, c.flushMm);
  const comesL = Math.max(0, c.areaM2 * c.coefficient * c.stormMm - firstL);
  const minPerJug = runoffLMin > 0 ? c.jugL / runoffLMin : Number.POSITIVE_INFINITY;
  return {
    runoffLMin,
    flushL: firstL,
    flushMin: runoffLMin > 0 ? firstL / runoffLMin : Number.POSITIVE_INFINITY,
    minPerJug,
    jugsToFill: Math.ceil(comesL / c.jugL - 1e-9),
    jugsLastMin: minPerJug * c.jugs,
  };
}

/** Swaps that have a clock of their own on the sheet; after them the hand knows its rhythm. */
const MOST_SWAPS = 12;
/** Rainwater below this is as rain comes; above it, spray of the sea is in it (µS/cm). */
export const SPRAY_US_CM = 200;

/** The sheet of an attended catch. */
export function attendedSteps(c: AttendedCase): Step[] {
  const { flushMin, minPerJug, jugsToFill } = attendedPlan(c);
  const swaps = Math.min(MOST_SWAPS, c.jugs, Math.max(1, jugsToFill));
  const wait = (minutes: number) => Math.max(1, Math.min(600, Math.round(minutes)));
  return [
    doStep('rig', message('step.attended.rig')),
    doStep('empties', message('step.attended.empties', { jugs: c.jugs, toFill: jugsToFill })),
    ...(flushMin > 0
      ? [
          waitStep(
            'flush',
            message('step.attended.flush', { flushL: flushL(c.areaM2, c.flushMm) }),
            wait(flushMin),
          ),
        ]
      : []),
    ...(c.isSaltSpray
      ? [
          {
            id: 'spray',
            text: message('step.attended.spray', { mostUsCm: SPRAY_US_CM }),
            kind: 'read' as const,
            reading: { unit: 'µS/cm', most: SPRAY_US_CM },
            onFail: message('step.attended.spray.fail'),
          },
        ]
      : []),
    ...Array.from({ length: swaps }, (_, i) =>
      waitStep(`jug-${i + 1}`, message('step.attended.jug', { jug: i + 1 }), wait(minPerJug)),
    ),
    doStep('close', message('step.attended.close')),
    doStep('write', message('step.attended.write')),
  ];
}
