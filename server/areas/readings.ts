import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import Papa from 'papaparse';
import { ReadingsRequestSchema, ReportRequestSchema } from '#contract/readings.ts';
import { routes } from '#contract/routes.ts';
import { dutiesInLots } from '#core/areas/duties.ts';
import type { Entry } from '#core/areas/entries.ts';
import type { Kept } from '#core/areas/readings/facts.ts';
import { subjectName } from '#core/areas/readings/naming.ts';
import { keptOf, readingsOfTested } from '#core/areas/readings/readings.ts';
import { monthBounds, monthReport, type ReadingOf } from '#core/areas/readings/report.ts';
import { dayOf } from '#core/base/day.ts';
import type { Facts } from '#core/log/facts.ts';
import { sheetRow } from '#core/water/quality/labSheet.ts';
import type { ParameterId } from '#core/water/quality/parameters.ts';
import type { Db } from '../db/open.ts';
import { readingsInLots } from '../log/rows.ts';
import { doneInLots, pauses } from '../lots.ts';
import { sendPaper } from '../papers/printer.ts';
import { reportPaper } from '../papers/ReportPaper.tsx';
import { parsed } from '../parsed.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

/** The readings that an entry holds. */
function readingsIn(entry: Entry): Kept[] {
  if (entry.kind === 'read') return [keptOf(entry)];
  return entry.kind === 'source.tested' ? readingsOfTested(entry) : [];
}

/** All readings of a parameter of a subject, one a line. */
async function* linesOf(db: Db, subject: string, parameter: ParameterId): AsyncGenerator<string> {
  const pauseIfDue = pauses();
  for await (const lot of readingsInLots(db, subject)) {
    const lines = lot
      .filter(e => e.subject === subject)
      .flatMap(readingsIn)
      .filter(r => r.parameter === parameter);
    yield lines.map(r => `${JSON.stringify(r)}\n`).join('');
    await pauseIfDue();
  }
}

const NEW_LINE = '\r\n';

/** Every reading as a row of a table, in the log's order; what it says is what is taken in again. */
async function* csvFile(db: Db, facts: Facts): AsyncGenerator<string> {
  const pauseIfDue = pauses();
  let [header, before] = [true, ''];
  for await (const lot of readingsInLots(db)) {
    const rows = lot.flatMap(entry =>
      readingsIn(entry).map(reading =>
        sheetRow({
          at: reading.at,
          entry: entry.id,
          by: entry.by,
          sample: subjectName(facts, entry.subject) || entry.subject,
          reading: entry.kind === 'read' ? entry.data : reading,
        }),
      ),
    );
    if (rows.length === 0) continue;
    yield before + Papa.unparse(rows, { escapeFormulae: true, header });
    [header, before] = [false, NEW_LINE];
    await pauseIfDue();
  }
}

/** Readings out of the log: of a strip, as a table, and as a page to pin up. */
export function testRoutes(given: RouteContext): Router {
  const { db } = given.database;
  const router = Router();

  router.get(routes.readings, async (req, res) => {
    const { subject, parameter } = parsed(ReadingsRequestSchema, req.query);
    res.type('application/x-ndjson').set('Cache-Control', 'no-store');
    await pipeline(Readable.from(linesOf(db, subject, parameter)), res);
  });

  router.get(routes.readingsCsv, async (_req, res) => {
    const { facts } = await given.log.view();
    res.type('text/csv').set('Content-Disposition', 'attachment; filename="readings.csv"');
    await pipeline(Readable.from(csvFile(db, facts)), res);
  });

  router.get(routes.report, async (req, res) => {
    const { month, ...printed } = parsed(ReportRequestSchema, req.query);
    const { facts, state } = await stateNow(given);
    const [from, until] = monthBounds(month);
    const readings: ReadingOf[] = [];
    for await (const lot of readingsInLots(db))
      for (const entry of lot) {
        const on = dayOf(entry.happenedAt, facts.group.timeZone);
        if (on >= from && on < until)
          readings.push(...readingsIn(entry).map(reading => ({ subject: entry.subject, reading })));
      }
    const report = monthReport(facts, readings, month, state.today);
    const due = (await doneInLots(dutiesInLots(facts, state))).filter(d => d.area === 'tests');
    const paper = reportPaper({
      report,
      due,
      group: facts.group.name,
      reader: readerOf(facts, printed),
      today: state.today,
    });
    await sendPaper(res, given.printer, `tests-${month}`, paper);
  });
  return router;
}
