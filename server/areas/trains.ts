import { Router } from 'express';
import { PrintedRequestSchema } from '#contract/paper.ts';
import { routes } from '#contract/routes.ts';
import { MethodCardRequestSchema, TrainCardRequestSchema } from '#contract/trains.ts';
import { measureFor } from '#core/areas/daywork/answer.ts';
import { comparison } from '#core/areas/trains/compare.ts';
import { caseOfForm, meansOf, type SafeForm, trainContext } from '#core/areas/trains/safe.ts';
import { answerOf } from '#core/treatment/methods/answer.ts';
import { type Context, type Inputs, type Method, startOf } from '#core/treatment/methods/method.ts';
import { methodOf } from '#core/treatment/methods/methods.ts';
import { batchOf, stopOf } from '#core/treatment/trains/answer.ts';
import { fitnessOnTheWay, tierOf } from '#core/treatment/trains/grade.ts';
import { isBroken } from '#core/treatment/trains/step.ts';
import { runTrain, trainOf } from '#core/treatment/trains/train.ts';
import { methodCard, trainCard } from '../papers/CardPaper.tsx';
import { methodsPaper } from '../papers/MethodsPaper.tsx';
import { sendPaper } from '../papers/printer.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

const unfit = (pointer: string, reason: string) =>
  new ProblemError('invalid', { errors: [{ pointer, reason }] });

/** The blanks of a method as they were filled; what was not keeps its beginning. @throws ProblemError at what they do not take */
function enteredOf({ blanks }: Method, entered: Inputs, context: Context): Inputs {
  for (const [id, value] of Object.entries(entered)) {
    const blank = blanks.find(b => b.id === id);
    const isRight =
      blank?.kind === 'choice'
        ? typeof value === 'string' && blank.options.includes(value)
        : typeof value === 'number' && blank !== undefined && value >= blank.least && value <= blank.most;
    if (!isRight) throw unfit(`/inputs/${id}`, 'out-of-range');
  }
  return { ...Object.fromEntries(blanks.map(b => [b.id, startOf(b, context)])), ...entered };
}

/** A train as a card for the wall: worked out here from its water and its things, so that it says what the screen says. */
export function trainRoutes(given: RouteContext): Router {
  const router = Router();
  router.post(routes.trainCard, async (req, res) => {
    const { form, steps, ...printed } = parsed(TrainCardRequestSchema, req.body);
    const { facts, state } = await stateNow(given);
    const c = caseOfForm(form as SafeForm, facts, state.now);
    if (!c) throw unfit('/form', 'no-water');
    if (stopOf(c)) throw unfit('/form/water', 'never-drunk');
    const { owned } = meansOf(form, facts, state.today);
    const order = steps.flatMap(id => owned.find(means => means.id === id) ?? []);
    if (order.length < steps.length) throw unfit('/steps', 'not-at-hand');
    const context = trainContext(facts, state);
    const run = runTrain(batchOf(c), order, context);
    if (!run || isBroken(run)) throw unfit('/steps', 'breaks-an-edge');
    const tier = tierOf(fitnessOnTheWay(c, run.way)) ?? 'resort';
    const train = measureFor(facts, state)(c, trainOf(c, run.steps, run.way, tier));
    if (!train || isBroken(train)) throw unfit('/steps', 'breaks-an-edge');
    const paper = trainCard({
      facts,
      of: c,
      train,
      reader: readerOf(facts, printed),
      today: state.today,
    });
    await sendPaper(res, given.printer, 'train', paper);
  });

  router.get(routes.methodsPdf, async (req, res) => {
    const printed = parsed(PrintedRequestSchema, req.query);
    const { facts, state } = await stateNow(given);
    const rows = comparison(facts, state);
    const paper = methodsPaper({ facts, rows, reader: readerOf(facts, printed), today: state.today });
    await sendPaper(res, given.printer, 'methods', paper);
  });

  router.post(routes.methodCard, async (req, res) => {
    const { method: id, inputs, ...printed } = parsed(MethodCardRequestSchema, req.body);
    const method = methodOf(id);
    if (!method) throw unfit('/method', 'no-method');
    const { facts, state } = await stateNow(given);
    const context = trainContext(facts, state);
    const answer = answerOf(method, enteredOf(method, inputs, context), context);
    if (!answer) throw unfit('/inputs', 'required');
    if (answer.isStopped || answer.steps.length === 0) throw unfit('/inputs', 'breaks-an-edge');
    const paper = methodCard({
      facts,
      method,
      answer,
      reader: readerOf(facts, printed),
      today: state.today,
    });
    await sendPaper(res, given.printer, id, paper);
  });
  return router;
}
