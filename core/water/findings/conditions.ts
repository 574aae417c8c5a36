/** Who may say what of a finding, once it is so. */
export const words = [
  'authority',
  'laboratory',
  'supplier',
  'cause',
  'flushed',
  'over',
  'rinsed',
  'rains',
  'dry',
] as const;
export type Word = (typeof words)[number];

/** What must be so before a finding is over: a word that was given, or what the record shows by itself. */
export const conditions = [
  ...words,
  'germs-none',
  'germs-none-twice',
  'follow-up',
  'clear',
  'chlorine',
  'inspected',
  'treated',
  'seven-days',
  'fourteen-days',
  'two-rains',
  'back-in-range',
] as const;
export type Condition = (typeof conditions)[number];
