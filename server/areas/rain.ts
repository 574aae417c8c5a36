import { Router } from 'express';
import { RainPdfRequestSchema } from '#contract/rain.ts';
import { routes } from '#contract/routes.ts';
import { questionOf } from '#core/areas/rain/plan.ts';
import { sizing } from '#core/rain/catchment/sizing.ts';
import { doneInLots } from '../lots.ts';
import { sendPaper } from '../papers/printer.ts';
import { rainPaper } from '../papers/RainPaper.tsx';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

/** A rain plan as a page for a committee: worked out here from its plan and seed, so that it says what anybody would find. */
export function rainRoutes(given: RouteContext): Router {
  const router = Router();
  router.post(routes.rainPdf, async (req, res) => {
    const { plan, ...printed } = parsed(RainPdfRequestSchema, req.body);
    const { facts, state } = await stateNow(given);
    const question = questionOf(facts, plan);
    if (!question)
      throw new ProblemError('invalid', { errors: [{ pointer: 'plan', reason: 'no-roof-or-weather' }] });
    const answer = await doneInLots(sizing(question));
    const paper = rainPaper({ facts, plan, answer, reader: readerOf(facts, printed), today: state.today });
    await sendPaper(res, given.printer, 'rain', paper);
  });
  return router;
}
