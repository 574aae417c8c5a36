import * as v from 'valibot';
import { unitSystems } from '#core/base/units/system.ts';

/** The two sizes that are sold. */
export const papers = ['a4', 'letter'] as const;
export type Paper = (typeof papers)[number];

/** What every page that is asked for is told of its reader: the units, and the paper in the printer. */
export const printed = {
  units: v.exactOptional(v.picklist(unitSystems)),
  paper: v.exactOptional(v.picklist(papers)),
};

/** Asks for a page that is known by its address alone. */
export const PrintedRequestSchema = v.object(printed);
