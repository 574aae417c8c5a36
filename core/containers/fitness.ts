import { type Judgement, judge, message } from '../judgement.ts';

/** What a vessel held before it came here. */
export type HeldBefore = 'new' | 'water' | 'food' | 'milk-juice' | 'chemical' | 'unknown';

/** What an inspection found. */
export type Finding =
  | 'sound'
  | 'leaking'
  | 'cracked'
  | 'smell'
  | 'algae'
  | 'broken-seal'
  | 'frozen-sound'
  | 'near-fuel';

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
        remedy: message('vessel.unfit.remedy'),
      });
  }
}

/** Judges what an inspection found. */
export function judgeFinding(found: Finding): Judgement {
  switch (found) {
    case 'sound':
    case 'frozen-sound':
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
