import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import ical from 'ical-generator';
import Papa from 'papaparse';
import { LabelRequestSchema, labelSheets } from '#contract/labels.ts';
import { routes } from '#contract/routes.ts';
import { addDays, later } from '#core/calendar/day.ts';
import { dutiesInLots } from '#core/duties.ts';
import type { Facts } from '#core/log/facts.ts';
import { containersTable } from '#core/store/containersTable.ts';
import { labelOf } from '#core/store/label.ts';
import { type State, stateInLots } from '#core/store/state.ts';
import { supplyLabel } from '#core/supplies/label.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import type { Db } from '../db/open.ts';
import { logInLots } from '../log/replay.ts';
import { lotsOf } from '../log/rows.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { Room } from '../room.ts';
import { inSlices, slices } from '../slices.ts';

/** Rows of a table that are worked out between two breaths, and what parts them (RFC 4180). */
const ROWS = 200;
const NEW_LINE = '\r\n';

/** The log as one JSON document, written as it is read. */
async function* logFile(db: Db): AsyncGenerator<string> {
  let before = '{"format":"zeolite-log","version":1,"entries":[';
  for await (const lot of logInLots(db)) {
    yield before + lot.map(entry => JSON.stringify(entry)).join(',\n');
    before = ',\n';
  }
  yield before.startsWith('{') ? `${before}]}` : ']}';
}

/** The containers as a table, written as it is worked out. */
async function* csvFile(facts: Facts, state: State): AsyncGenerator<string> {
  const breathe = slices();
  let [header, before] = [true, ''];
  for (const lot of lotsOf(Object.values(facts.container), ROWS)) {
    yield before + Papa.unparse(containersTable(facts, state, lot), { escapeFormulae: true, header });
    [header, before] = [false, NEW_LINE];
    await breathe();
  }
}

/** What leaves the store in open formats: labels, a calendar, tables. */
export function storeRoutes({ database: { db }, log, clock }: Room): Router {
  const router = Router();
  const now = async () => {
    // what is half recorded is not read
    await log.settled();
    const facts = log.live.copy();
    const at = clock.now();
    return { facts, state: await inSlices(stateInLots(facts, at)) };
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
    for (const duty of await inSlices(dutiesInLots(facts, state))) {
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
    res.type('text/csv').set('Content-Disposition', 'attachment; filename="containers.csv"');
    await pipeline(Readable.from(csvFile(facts, state)), res);
  });

  router.get(routes.logJson, async (_req, res) => {
    res.type('json').set('Content-Disposition', 'attachment; filename="log.json"');
    await pipeline(Readable.from(logFile(db)), res);
  });
  return router;
}
