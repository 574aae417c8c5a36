import * as v from 'valibot';
import { unitSystems } from '#core/base/units/system.ts';

/** The two sizes that are sold. */
export const papers = ['a4', 'letter'] as const;
export type Paper = (typeof papers)[number];

/** A language as browsers name it (BCP 47); one that nobody wrote texts in is answered in the first. */
const language = v.pipe(v.string(), v.regex(/^[a-z]{2,8}(-[A-Za-z0-9]{1,8}){0,4}$/, 'language'));

/** What every page that is asked for is told of its reader: the units, the language, and the paper in the printer. */
export const printed = {
  units: v.exactOptional(v.picklist(unitSystems)),
  paper: v.exactOptional(v.picklist(papers)),
  language: v.exactOptional(language),
};

/** Asks for a page that is known by its address alone. */
export const PrintedRequestSchema = v.object(printed);
