import { type Request, Router } from 'express';
import ical from 'ical-generator';
import { PrintedRequestSchema } from '#contract/paper.ts';
import { routes } from '#contract/routes.ts';
import { scheduleOfMinute } from '#core/areas/daywork/duties.ts';
import { instantOf, numberOf } from '#core/areas/daywork/underway.ts';
import { message } from '#core/base/judgement.ts';
import { turnsOf } from '#core/planning/schedule/turns.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import { dayPaper } from '../papers/DayPaper.tsx';
import { sendPaper } from '../papers/printer.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

/** A day's work as it stands, for those without a screen: a page for the wall, and the steps of hands for a calendar. */
export function workRoutes(given: RouteContext): Router {
  const router = Router();
  const asked = async (req: Request) => {
    const { facts, state } = await stateNow(given);
    const id = String(req.params.work);
    const work = Object.hasOwn(facts.work, id) ? facts.work[id] : undefined;
    if (!work) throw new ProblemError('not-found');
    return {
      facts,
      state,
      work,
      schedule: scheduleOfMinute(work, state.now),
      reader: readerOf(facts, parsed(PrintedRequestSchema, req.query)),
    };
  };

  router.get(routes.dayPdf, async (req, res) => {
    const { facts, state, work, schedule, reader } = await asked(req);
    const paper = dayPaper({ facts, work, schedule, reader, now: state.now });
    await sendPaper(res, given.printer, 'day', paper);
  });

  router.get(routes.dayCalendar, async (req, res) => {
    const { facts, work, schedule, reader } = await asked(req);
    const methods = new Map(work.problem.lines.flatMap(l => l.stages).map(s => [s.id, s.method]));
    const calendar = ical({
      name: sayTo(reader, 'day.page.title', { group: facts.group.name }),
      prodId: { company: 'Zeolite', product: 'Zeolite' },
      events: turnsOf(schedule).map(turn => ({
        id: `${`${work.id}-${turn.batch}-${turn.phases[0]}`.replace(/[^\w.-]/g, '-')}@zeolite`,
        start: new Date(instantOf(work, turn.from)),
        end: new Date(instantOf(work, turn.until)),
        summary: sayTo(
          reader,
          message('duty.work', {
            hand: turn.hand,
            steps: turn.phases.map(phase => `work.step.${phase}`).join(','),
            method: `work.method.${methods.get(turn.stage)}`,
            number: numberOf(turn.batch),
          }),
        ),
      })),
    });
    res
      .type('text/calendar')
      .set('Content-Disposition', 'attachment; filename="day.ics"')
      .send(calendar.toString());
  });
  return router;
}
