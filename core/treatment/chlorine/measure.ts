import { litresPer, STANDARD_DROPS_PER_ML } from '../../base/units/volume.ts';

/** A measuring tool owned. A step is the smallest amount it shows. */
export type Tool =
  | {
      readonly id: string;
      readonly kind: 'dropper';
      readonly dropsPerMl: number;
      readonly calibrated: boolean;
    }
  | { readonly id: string; readonly kind: 'syringe'; readonly capacityMl: number; readonly stepMl: number }
  | { readonly id: string; readonly kind: 'spoon'; readonly measure: SpoonId }
  | { readonly id: string; readonly kind: 'jug'; readonly capacityMl: number; readonly stepMl: number };

/** Measuring spoons and the cup, US customary (mL). */
export const spoonMl = {
  'eighth-tsp': (litresPer.tsp * 1000) / 8,
  'quarter-tsp': (litresPer.tsp * 1000) / 4,
  'half-tsp': (litresPer.tsp * 1000) / 2,
  tsp: litresPer.tsp * 1000,
  tbsp: litresPer['US tbsp'] * 1000,
  cup: litresPer['US cup'] * 1000,
} as const;
export type SpoonId = keyof typeof spoonMl;

/** Tools that one may own; ids are stable so that an entry can name one. */
export const toolCatalogue: readonly Tool[] = [
  { id: 'dropper', kind: 'dropper', dropsPerMl: STANDARD_DROPS_PER_ML, calibrated: false },
  { id: 'syringe-1', kind: 'syringe', capacityMl: 1, stepMl: 0.01 },
  { id: 'syringe-3', kind: 'syringe', capacityMl: 3, stepMl: 0.1 },
  { id: 'syringe-5', kind: 'syringe', capacityMl: 5, stepMl: 0.2 },
  { id: 'syringe-10', kind: 'syringe', capacityMl: 10, stepMl: 0.2 },
  { id: 'spoon-eighth-tsp', kind: 'spoon', measure: 'eighth-tsp' },
  { id: 'spoon-quarter-tsp', kind: 'spoon', measure: 'quarter-tsp' },
  { id: 'spoon-half-tsp', kind: 'spoon', measure: 'half-tsp' },
  { id: 'spoon-tsp', kind: 'spoon', measure: 'tsp' },
  { id: 'spoon-tbsp', kind: 'spoon', measure: 'tbsp' },
  { id: 'cup', kind: 'spoon', measure: 'cup' },
  { id: 'jug', kind: 'jug', capacityMl: 1000, stepMl: 50 },
];

/** A dose in whole steps of a tool. `errorShare` is signed: 0.02 is 2 % over. */
export interface Measured {
  readonly tool: Tool;
  readonly deliveredMl: number;
  /** Whole drops, graduations or spoons. */
  readonly steps: number;
  /** How often the tool is filled. */
  readonly fills: number;
  readonly errorShare: number;
}

/** A rounded dose is never more than this under or over. */
export const MOST_UNDER = 0.1;
export const MOST_OVER = 0.25;

/** Beyond these counts people lose count. */
const MOST_DROPS = 60;
const MOST_FILLS = 8;

/** Below a twentieth of a syringe or jug its own play is as large as the dose. */
const LEAST_SHARE_OF_CAPACITY = 0.05;

const stepOf = (tool: Tool): number =>
  tool.kind === 'dropper' ? 1 / tool.dropsPerMl : tool.kind === 'spoon' ? spoonMl[tool.measure] : tool.stepMl;

const capacityOf = (tool: Tool): number =>
  tool.kind === 'dropper'
    ? MOST_DROPS / tool.dropsPerMl
    : tool.kind === 'spoon'
      ? spoonMl[tool.measure]
      : tool.capacityMl;

/**
 * The whole steps of one tool that come nearest among those within the bounds, or undefined when there are none or they take
 * too many fills. The nearest of all may be too little where the next is not too much: 3.4 drops are 4.
 */
export function measureWith(tool: Tool, doseMl: number, mostFills = MOST_FILLS): Measured | undefined {
  const below = Math.floor(doseMl / stepOf(tool) + 1e-9);
  return [below, below + 1]
    .map(steps => stepsOf(tool, steps, doseMl, mostFills))
    .filter(m => m !== undefined)
    .sort((a, b) => Math.abs(a.errorShare) - Math.abs(b.errorShare))[0];
}

function stepsOf(tool: Tool, steps: number, doseMl: number, mostFills: number): Measured | undefined {
  const stepMl = stepOf(tool);
  if (steps < 1) return undefined;
  const isGraduated = tool.kind === 'syringe' || tool.kind === 'jug';
  if (isGraduated && steps * stepMl < capacityOf(tool) * LEAST_SHARE_OF_CAPACITY) return undefined;
  // floating steps such as 0.1 × 69 are cut back to the tool's own decimals
  const deliveredMl = Math.round(steps * stepMl * 1e6) / 1e6;
  const fills = Math.ceil(deliveredMl / capacityOf(tool) - 1e-9);
  const errorShare = deliveredMl / doseMl - 1;
  if (errorShare < -MOST_UNDER || errorShare > MOST_OVER) return undefined;
  if (fills > (tool.kind === 'dropper' ? 1 : mostFills)) return undefined;
  return { tool, deliveredMl, steps, fills, errorShare };
}

/** Errors closer than this are alike: the eye cannot set a plunger better. */
const ALIKE_SHARE = 0.01;

/** The tool that comes nearest; of tools that come alike, the one filled least often. */
export function bestMeasure(
  doseMl: number,
  tools: readonly Tool[],
  mostFills = MOST_FILLS,
): Measured | undefined {
  return tools
    .map(tool => measureWith(tool, doseMl, mostFills))
    .filter(m => m !== undefined)
    .sort((a, b) => {
      const gain = Math.abs(a.errorShare) - Math.abs(b.errorShare);
      return Math.abs(gain) > ALIKE_SHARE ? gain : a.fills - b.fills || gain;
    })[0];
}

/** Thin the bleach first, then measure that: `bleach` into `waterMl` of clean water, of which `dose` goes in. */
export interface Dilution {
  /** Parts in all: 100 makes one part bleach in a hundred. */
  readonly factor: number;
  readonly bleach: Measured;
  readonly waterMl: number;
  /** How that water is measured out. */
  readonly water: Measured;
  readonly dose: Measured;
  readonly errorShare: number;
}

/** A dilution is made to be near: each of its measures is within this share. */
const MOST_DILUTION_OFF = 0.05;
/** More than this nobody mixes for a dose. */
const MOST_DILUTED_ML = 5000;
/** Water may be counted longer than bleach: nothing happens when it is a spoon off. */
const MOST_WATER_FILLS = 20;

/**
 * A dilution that brings a dose too small for the tools within their reach; the weakest that does.
 * Undefined when no tool owned can measure even a diluted dose.
 */
export function dilutionFor(doseMl: number, tools: readonly Tool[]): Dilution | undefined {
  for (const factor of [10, 20, 50, 100, 200, 500, 1000]) {
    const dose = bestMeasure(doseMl * factor, tools);
    if (!dose || Math.abs(dose.errorShare) > MOST_DILUTION_OFF) continue;
    // enough bleach to be measured well, and at least twice the mix that is needed
    const leastMl = Math.max((2 * dose.deliveredMl) / factor, 0.5);
    const bleach = tools
      .flatMap(tool => [1, 2, 5, 10, capacityOf(tool)].map(ml => measureWith(tool, ml)))
      .filter(m => m !== undefined && m.deliveredMl >= leastMl - 1e-9 && m.fills === 1)
      .sort((a, b) => a!.deliveredMl - b!.deliveredMl)[0];
    if (!bleach || bleach.deliveredMl * factor > MOST_DILUTED_ML) continue;
    const waterMl = bleach.deliveredMl * (factor - 1);
    // the water is measured with what is owned as well, or the strength of the mix is anybody's guess
    const water = bestMeasure(waterMl, tools, MOST_WATER_FILLS);
    if (!water || Math.abs(water.errorShare) > MOST_DILUTION_OFF) continue;
    return {
      factor,
      bleach,
      waterMl,
      water,
      dose,
      errorShare: dose.errorShare,
    };
  }
  return undefined;
}

/** How a dose is measured out: whole steps of a tool, a dilution, or not with what is owned. */
export type MeasurePlan =
  | { readonly way: 'tool'; readonly measured: Measured }
  | { readonly way: 'dilute'; readonly dilution: Dilution }
  | { readonly way: 'none' };

/** Whole steps where a tool owned can, else a dilution. */
export function measurePlan(doseMl: number, tools: readonly Tool[]): MeasurePlan {
  const measured = bestMeasure(doseMl, tools);
  if (measured) return { way: 'tool', measured };
  const dilution = dilutionFor(doseMl, tools);
  return dilution ? { way: 'dilute', dilution } : { way: 'none' };
}

/** Undiluted bleach that a plan puts in (mL); the dose itself when nothing can measure it. */
export function deliveredMl(plan: MeasurePlan, doseMl: number): number {
  if (plan.way === 'tool') return plan.measured.deliveredMl;
  if (plan.way === 'dilute') return plan.dilution.dose.deliveredMl / plan.dilution.factor;
  return doseMl;
}
