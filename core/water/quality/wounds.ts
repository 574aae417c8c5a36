import { type Judgement, judge, message } from '../../base/judgement.ts';

/** What people put on wounds because it makes water safe, or because it is water that is safe. */
export const onWounds = ['bleach', 'iodine', 'pouch', 'canned', 'boiled'] as const;
export type OnWound = (typeof onWounds)[number];

/** Safe to drink is not sterile: none of them is for wounds or sterile use without medical advice. */
export const judgeOnWound = (what: OnWound): Judgement =>
  judge('refuse', message(`wound.${what}`), 'who-gdwq', { remedy: message('wound.remedy') });
