import * as v from 'valibot';
import { rainPlan } from '#core/areas/rain/fields.ts';
import { printed } from './paper.ts';

/** Asks for a page on a rain plan: it is worked out anew, whoever asks. */
export const RainPdfRequestSchema = v.object({
  plan: rainPlan,
  ...printed,
});
