import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import Papa from 'papaparse';
import { LabelRequestSchema, labelSheets } from '#contract/labels.ts';
import { routes } from '#contract/routes.ts';
import { containersTable } from '#core/areas/store/containersTable.ts';
import { type Label, labelOf } from '#core/areas/store/label.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import { supplyLabel } from '#core/areas/supplies/label.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Db } from '../db/open.ts';
import { logInLots } from '../log/replay.ts';
import { lotsOf } from '../log/rows.ts';
import { LOG_FORMAT, LOG_VERSION } from '../log/taken.ts';
import { pauses } from '../lots.ts';
import { labelsPaper } from '../papers/LabelPaper.tsx';
import { sendPaper } from '../papers/printer.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { readerOf, stateNow } from '../stateNow.ts';

/** Rows of a table that are worked out between two pauses, and what parts them (RFC 4180). */
const ROWS = 50;
const NEW_LINE = '\r\n';

/** The log as one JSON document, written as it is read. */
async function* logFile(db: Db): AsyncGenerator<string> {
  let before = `{"format":"${LOG_FORMAT}","version":${LOG_VERSION},"entries":[`;
  const pauseIfDue = pauses();
  for await (const lot of logInLots(db)) {
    await pauseIfDue();
    yield before + lot.map(entry => JSON.stringify(entry)).join(',\n');
    before = ',\n';
  }
  yield before.startsWith('{') ? `${before}]}` : ']}';
}

/** The containers as a table, written as it is worked out. */
async function* csvFile(facts: Facts, state: State): AsyncGenerator<string> {
  const pauseIfDue = pauses();
  let [header, before] = [true, ''];
  for (const lot of lotsOf(Object.values(facts.container), ROWS)) {
    yield before + Papa.unparse(containersTable(facts, state, lot), { escapeFormulae: true, header });
    [header, before] = [false, NEW_LINE];
    await pauseIfDue();
  }
}

/** The label of a container or a supply; undefined where there is none of that id. */
function labelFor(id: string, facts: Facts, state: State): Label | undefined {
  const supply = facts.supply[id];
  if (supply) return supplyLabel(supply);
  const container = facts.container[id];
  const at = state.containers[id];
  return container && at && labelOf(facts, container, at);
}

/** What leaves the store in open formats: labels and tables. */
export function storeRoutes(given: RouteContext): Router {
  const { db } = given.database;
  const router = Router();
  router.post(routes.labels, async (req, res) => {
    const { containers, sheet, skip, address, ...printed } = parsed(LabelRequestSchema, req.body);
    const { facts, state } = await stateNow(given);
    const pauseIfDue = pauses();
    const labels: Label[] = [];
    for (const id of containers) {
      const found = labelFor(id, facts, state);
      if (!found)
        throw new ProblemError('not-found', { errors: [{ pointer: '/containers', reason: 'no-container' }] });
      labels.push(found);
      await pauseIfDue();
    }
    const paper = labelsPaper({
      labels,
      sheet: labelSheets[sheet],
      skip,
      urlOf: label =>
        new URL(facts.supply[label.container] ? '/supplies' : `/store/${label.container}`, address).href,
      reader: readerOf(facts, printed),
    });
    await sendPaper(res, given.printer, 'labels', paper);
  });

  router.get(routes.containersCsv, async (_req, res) => {
    const { facts, state } = await stateNow(given);
    res.type('text/csv').set('Content-Disposition', 'attachment; filename="containers.csv"');
    await pipeline(Readable.from(csvFile(facts, state)), res);
  });

  router.get(routes.logJson, async (_req, res) => {
    res.type('json').set('Content-Disposition', 'attachment; filename="log.json"');
    await pipeline(Readable.from(logFile(db)), res);
  });
  return router;
}
