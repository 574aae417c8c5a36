import * as v from 'valibot';
import { parameterIds } from '#core/water/quality/parameters.ts';
import { SubjectSchema } from './entry.ts';
import { printed } from './paper.ts';

/** Asks for all readings of a parameter of a subject. */
export const ReadingsRequestSchema = v.object({
  subject: SubjectSchema,
  parameter: v.picklist(parameterIds),
});

const MONTH = /^(?:19|20|21)\d{2}-(?:0[1-9]|1[0-2])$/;

/** Asks for the report of a month. */
export const ReportRequestSchema = v.object({
  month: v.pipe(v.string(), v.regex(MONTH, 'month')),
  ...printed,
});
