import * as v from 'valibot';
import { rainPlan } from '#core/rain/fields.ts';

/** Asks for a page on a rain plan: it is worked out anew, whoever asks. */
export const RainPdfRequestSchema = v.object({
  plan: rainPlan,
  units: v.exactOptional(v.picklist(['metric', 'US', 'imperial'])),
});
