import type { Reader } from '#web/texts/format.ts';

/** The page of a reader: what they said, else the one that is sold where their units are read. */
export const pageOf = ({ units, paper = units === 'US' ? 'letter' : 'a4' }: Reader): 'A4' | 'LETTER' =>
  paper === 'letter' ? 'LETTER' : 'A4';

/** How wide and how high a page is that lies (mm). */
export const lyingMm = { A4: [297, 210], LETTER: [279.4, 215.9] } as const;
