import { Router } from 'express';
import ical from 'ical-generator';
import Papa from 'papaparse';
import { LabelRequestSchema, labelSheets } from '#contract/labels.ts';
import { routes } from '#contract/routes.ts';
import { addDays, later } from '#core/calendar/day.ts';
import { dutiesAt } from '#core/duties.ts';
import { containersTable } from '#core/store/containersTable.ts';
import { labelOf } from '#core/store/label.ts';
import { stateAt } from '#core/store/state.ts';
import { supplyLabel } from '#core/supplies/label.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { wholeLog } from '../log/replay.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { Room } from '../room.ts';

/** What leaves the store in open formats: labels, a calendar, tables. */
export function storeRoutes({ database: { db }, log, clock }: Room): Router {
  const router = Router();
  const now = async () => {
    // what is half recorded is not read
    await log.settled();
    const { facts } = log.live;
    // the live facts change in place: a copy of the shelves is what the state may be kept for
    const copy = {
      ...facts,
      container: { ...facts.container },
      place: { ...facts.place },
      kind: { ...facts.kind },
    };
    return { facts: copy, state: stateAt(copy, clock.now()) };
  };
  const reader = (units: Reader['units'] = 'metric'): Reader => ({
    units,
    timeZone: log.live.facts.group.timeZone,
  });

  router.post(routes.labels, async (req, res) => {
    const { containers, sheet, skip, address, units } = parsed(LabelRequestSchema, req.body);
    const { facts, state } = await now();
    const labels = containers.map(id => {
      const supply = facts.supply[id];
      if (supply) return supplyLabel(supply);
      const container = facts.container[id];
      const at = state.containers[id];
      if (!container || !at)
        throw new ProblemError('not-found', { errors: [{ pointer: '/containers', reason: 'no-container' }] });
      return labelOf(facts, container, at);
    });
    // the writer of PDFs is large, and most servers never print
    const { labelsPdf } = await import('../labels/LabelPdf.tsx');
    const pdf = await labelsPdf({
      labels,
      sheet: labelSheets[sheet],
      skip,
      urlOf: label =>
        new URL(facts.supply[label.container] ? '/supplies' : `/store/${label.container}`, address).href,
      reader: reader(units),
    });
    res.type('application/pdf').set('Content-Disposition', 'attachment; filename="labels.pdf"').send(pdf);
  });

  router.get(routes.calendar, async (_req, res) => {
    const { facts, state } = await now();
    const calendar = ical({
      name: sayTo(reader(), 'calendar.name', { group: facts.group.name }),
      prodId: { company: 'Zeolite', product: 'Zeolite' },
    });
    for (const duty of dutiesAt(facts, state)) {
      // rotations stand below, one by one: merged lines change their name with their company
      if (duty.what.id.startsWith('duty.rotate')) continue;
      // what waits since long ago is to be done today
      const day = later(duty.day, state.today);
      calendar.createEvent({
        id: `${duty.id.replace(/[^\w.-]/g, '-')}@zeolite`,
        start: new Date(`${day}T12:00:00Z`),
        end: new Date(`${addDays(day, 1)}T12:00:00Z`),
        allDay: true,
        summary: sayTo(reader(), duty.what),
        ...(duty.judgement?.remedy ? { description: sayTo(reader(), duty.judgement.remedy) } : {}),
      });
    }
    // every date from the start, under an id that stays with the filling: a calendar that asks again moves nothing
    for (const at of Object.values(state.containers)) {
      const container = facts.container[at.id];
      const until = at.goodUntil?.day;
      if (!container?.fill || !until || until <= state.today) continue;
      calendar.createEvent({
        id: `${`good-until-${container.id}-${container.fill.at}`.replace(/[^\w.-]/g, '-')}@zeolite`,
        start: new Date(`${until}T12:00:00Z`),
        end: new Date(`${addDays(until, 1)}T12:00:00Z`),
        allDay: true,
        summary: sayTo(reader(), 'duty.rotate', { code: container.code, untilDay: until }),
      });
    }
    for (const round of facts.plan.rounds ?? []) {
      if (round.day < state.today) continue;
      const codes = round.containers.map(id => facts.container[id]?.code ?? '').filter(Boolean);
      calendar.createEvent({
        id: `round-${round.day}-${round.place.replace(/[^\w.-]/g, '-')}@zeolite`,
        start: new Date(`${round.day}T12:00:00Z`),
        end: new Date(`${addDays(round.day, 1)}T12:00:00Z`),
        allDay: true,
        summary: sayTo(reader(), 'calendar.round', {
          place: facts.place[round.place]?.name ?? '',
          count: round.containers.length,
          litres: round.litres,
        }),
        description: codes.join(', '),
      });
    }
    res
      .type('text/calendar')
      .set('Content-Disposition', 'attachment; filename="water.ics"')
      .send(calendar.toString());
  });

  router.get(routes.containersCsv, async (_req, res) => {
    const { facts, state } = await now();
    res
      .type('text/csv')
      .set('Content-Disposition', 'attachment; filename="containers.csv"')
      .send(Papa.unparse(containersTable(facts, state), { escapeFormulae: true }));
  });

  router.get(routes.logJson, async (_req, res) => {
    const entries = await wholeLog(db);
    res
      .set('Content-Disposition', 'attachment; filename="log.json"')
      .json({ format: 'zeolite-log', version: 1, entries });
  });
  return router;
}
