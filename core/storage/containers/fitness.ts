import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { WaterGrade } from '../../water/quality/fitness.ts';
import type { Material } from './kinds.ts';

/** What a vessel held before it came here. */
export const heldBefores = ['new', 'water', 'food', 'milk-juice', 'chemical', 'unknown'] as const;
export type HeldBefore = (typeof heldBefores)[number];

/** What an inspection found. */
export const findings = [
  'sound',
  'leaking',
  'cracked',
  'smell',
  'algae',
  'broken-seal',
  'frozen-sound',
  'near-fuel',
  'lime-gone',
] as const;
export type Finding = (typeof findings)[number];

/** Judges a vessel's past. Chemicals, fuel and pesticide never wash out; milk and juice feed germs in the seams. */
export function judgeHeldBefore(heldBefore: HeldBefore): Judgement {
  switch (heldBefore) {
    case 'new':
    case 'water':
      return judge('ok', message('vessel.fit'), 'cdc-storage');
    case 'food':
      return judge('warn', message('vessel.food'), 'cdc-storage', { remedy: message('vessel.food.remedy') });
    default:
      return judge('refuse', message(`vessel.${heldBefore}`), 'cdc-storage', {
        remedy: message(heldBefore === 'chemical' ? 'vessel.chemical.remedy' : 'vessel.unfit.remedy'),
      });
  }
}

/** Judges what an inspection found. */
export function judgeFinding(found: Finding): Judgement {
  switch (found) {
    case 'sound':
    case 'frozen-sound':
    case 'lime-gone':
      return judge('ok', message(`found.${found}`), 'practice');
    case 'broken-seal':
      return judge('warn', message('found.broken-seal'), 'cdc-storage', {
        remedy: message('found.broken-seal.remedy'),
      });
    default:
      return judge('refuse', message(`found.${found}`), 'cdc-storage', {
        remedy: message('vessel.unfit.remedy'),
      });
  }
}

/** A vessel as far as it bears on the water in it. */
export interface VesselCase {
  readonly role: 'clean' | 'raw';
  readonly heldBefore: HeldBefore;
  readonly material: Material;
  /** Its lime was found gone, where it is of new concrete. */
  readonly isCured: boolean;
  /** What was found at it that was not mended or cleaned since. */
  readonly found?: Finding;
  /** Chlorinated water stands in it. */
  readonly isChlorinated: boolean;
}

/** No better than `most` whatever was done to the water; a caution alone leaves it as it is. */
export interface VesselFitness {
  readonly most: WaterGrade;
  readonly judgement: Judgement;
}

const utilityOnly = (verdict: 'warn' | 'refuse', id: string): VesselFitness => ({
  most: 'utility',
  judgement: judge(verdict, message(id), 'cdc-storage', { remedy: message(`${id}.remedy`) }),
});

/** Findings that end a vessel for drinking water, whatever water is in it, and what ends them: cleaning, or mending. */
const spoils: Readonly<Partial<Record<Finding, 'cleaned' | 'mended'>>> = {
  leaking: 'mended',
  cracked: 'mended',
  'near-fuel': 'mended',
  smell: 'cleaned',
  algae: 'cleaned',
};

/** Whether what was found at a vessel spoils the water in it. */
export const isSpoiling = (found: Finding): boolean => spoils[found] !== undefined;
/** Whether sanitising a vessel ends what was found at it; a crack is not washed away. */
export const isCleanedAway = (found: Finding): boolean => spoils[found] === 'cleaned';

/**
 * What a vessel leaves of its water, the gravest first; undefined where nothing speaks against it.
 * One that held chemicals, fuel or pesticide holds no water at all, not for washing either: animals drink that.
 */
export function judgeVessel(v: VesselCase): VesselFitness | undefined {
  if (v.heldBefore === 'chemical') return { most: 'never', judgement: judgeHeldBefore('chemical') };
  const past = judgeHeldBefore(v.heldBefore);
  if (past.verdict === 'refuse') return { most: 'utility', judgement: past };
  if (v.material === 'copper') return utilityOnly('refuse', 'vessel.copper');
  if (v.material === 'concrete' && v.heldBefore === 'new' && !v.isCured)
    return utilityOnly('warn', 'vessel.concrete-new');
  if (v.found && isSpoiling(v.found)) return { most: 'utility', judgement: judgeFinding(v.found) };
  if (v.role === 'raw') return utilityOnly('warn', 'state.raw-vessel');
  if (v.isChlorinated && (v.material === 'concrete' || v.material === 'galvanised'))
    return {
      most: 'drinking',
      judgement: judge('warn', message(`vessel.${v.material}`), 'who-gdwq', {
        remedy: message('vessel.eats-chlorine.remedy'),
      }),
    };
  return undefined;
}
