import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Request, Router } from 'express';
import * as v from 'valibot';
import { SubjectSchema } from '#contract/entry.ts';
import {
  type Ahead,
  type ChangedFacts,
  type Changes,
  ChangesRequestSchema,
  type History,
  HistoryRequestSchema,
  type LogId,
  MOST_ENTRIES,
  PostEntriesSchema,
  type TakenEntries,
} from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import { LINES_TYPE, lineOfLot, type SnapshotHead, SUBJECTS_A_LINE } from '#contract/snapshotLines.ts';
import { isOver, rowsOf } from '#core/areas/entries.ts';
import { addMinutes } from '#core/base/day.ts';
import { entryId, instant } from '#core/base/fields.ts';
import type { Facts } from '#core/log/facts.ts';
import { standing } from '#core/log/strikes.ts';
import { AHEAD_MIN, isAhead } from '../clock.ts';
import { pauses } from '../lots.ts';
import { parsed, parsedEntries } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { changesSince } from './changes.ts';
import { entriesAfter, entriesOfList, lastEntriesOf } from './rows.ts';

/** The facts of what has not ended, with pauses between: others are answered while a large store is written. */
async function* factsInLots(facts: Facts): AsyncGenerator<ChangedFacts[]> {
  const pauseIfDue = pauses();
  let lot: ChangedFacts[] = [];
  for (const [subject, body] of rowsOf(facts)) {
    if (isOver(subject, body)) continue;
    lot.push([subject, body]);
    if (lot.length < SUBJECTS_A_LINE) continue;
    yield lot;
    lot = [];
    await pauseIfDue();
  }
  if (lot.length > 0) yield lot;
}

/** A snapshot line by line. */
async function* linesOf(head: SnapshotHead, facts: Facts): AsyncGenerator<string> {
  yield `${JSON.stringify(head)}\n`;
  for await (const lot of factsInLots(facts)) yield `${lineOfLot(lot)}\n`;
}

/** A snapshot as one document. */
async function* documentOf(head: SnapshotHead, facts: Facts): AsyncGenerator<string> {
  let before = `${JSON.stringify(head).slice(0, -1)},"facts":[`;
  for await (const lot of factsInLots(facts)) {
    yield before + JSON.stringify(lot).slice(1, -1);
    before = ',';
  }
  yield before === ',' ? ']}' : `${before}]}`;
}

/** @throws ProblemError conflict: what is sent was recorded for another folder, or in another epoch of this one */
function requireSameLog(own: LogId, known: Partial<LogId>): void {
  const other = (['folder', 'epoch'] as const).find(part => (known[part] ?? own[part]) !== own[part]);
  if (other)
    throw new ProblemError('conflict', { errors: [{ pointer: `/${other}`, reason: `other-${other}` }] });
}

/** Whether the log holds an entry of tomorrow, whatever brought it there: it is never left unseen. */
function behindLog({ database: { db }, log, clock }: RouteContext): () => Promise<boolean> {
  // where there was none at a number of the log, time alone brings none: the thousands that were put right are not read again
  let noneAt = -1;
  return async () => {
    if (isAhead(clock)) return true;
    const seq = log.seq();
    if (seq === noneAt) return false;
    const [later] = await entriesAfter(db, addMinutes(clock.machine(), AHEAD_MIN), 1);
    if (!later) noneAt = seq;
    return later !== undefined;
  };
}

/** What happened to a subject, and what was recorded with a list that was taken in. */
function pastRoutes({ database: { db } }: RouteContext): Router {
  const router = Router();
  router.get(routes.history, async (req: Request<{ subject: string }>, res) => {
    const subject = parsed(SubjectSchema, req.params.subject);
    const { most } = parsed(HistoryRequestSchema, req.query);
    const { entries, count } = await lastEntriesOf(db, subject, most);
    const stands = new Set(standing(entries).map(e => e.id));
    const history: History = {
      lines: entries.map(entry => ({ entry, isStruck: !stands.has(entry.id) && entry.kind !== 'struck' })),
      count,
    };
    res.set('Cache-Control', 'no-store').json(history);
  });

  router.get(routes.list, async (req: Request<{ entry: string }>, res) => {
    const list = await entriesOfList(db, parsed(entryId, req.params.entry));
    if (list.length === 0)
      throw new ProblemError('not-found', { errors: [{ pointer: '/entry', reason: 'no-entry' }] });
    const taken: TakenEntries = { entries: list };
    res.set('Cache-Control', 'no-store').json(taken);
  });
  return router;
}

/** What changed since a page last heard, at once or over a line that stays open. */
function streamRoutes({ database: { db }, log, clock, stream, logId }: RouteContext): Router {
  const router = Router();
  router.get(routes.changes, async (req, res) => {
    const { since, epoch = logId.epoch } = parsed(ChangesRequestSchema, req.query);
    requireSameLog(logId, { epoch });
    const event = await changesSince(db, log, since, logId.epoch);
    if (!event) throw new ProblemError('too-large');
    const changes: Changes = { ...event, now: clock.now(), ...logId };
    res.set('Cache-Control', 'no-store').json(changes);
  });

  router.get(routes.events, async (req, res) => {
    // a line that was cut goes on from the last event that came over it
    const [epoch, seq] = (req.get('last-event-id') ?? '').split(':');
    stream.join(req, res);
    // of another epoch the page asks for the whole itself
    const isOfThis = epoch === logId.epoch && /^\d{1,15}$/.test(seq ?? '');
    const missed = isOfThis ? await changesSince(db, log, Number(seq), epoch) : undefined;
    if (missed && missed.ids.length > 0) stream.tellOne(res, missed);
  });
  return router;
}

/** The log over the wire: the way in, the snapshot, the stream, and what stands on a subject. */
export function logRoutes(given: RouteContext): Router {
  const {
    database: { db },
    log,
    clock,
    stream,
    demo,
    logId,
  } = given;
  const router = Router();

  const isBehindLog = behindLog(given);

  router.get(routes.health, (_req, res) => {
    res.json({ ok: true, seq: log.seq(), now: clock.now() });
  });

  router.get(routes.snapshot, async (req, res) => {
    const { facts, seq } = await log.view();
    const head: SnapshotHead = {
      seq,
      now: clock.now(),
      demo,
      ...logId,
      ...((await isBehindLog()) ? { isAhead: true } : {}),
    };
    res.set('Cache-Control', 'no-store');
    const isLines = req.accepts(['json', LINES_TYPE]) === LINES_TYPE;
    res.type(isLines ? LINES_TYPE : 'json');
    await pipeline(Readable.from((isLines ? linesOf : documentOf)(head, facts)), res);
  });

  router.post(routes.entries, async (req, res) => {
    const { entries: list, mode, ...known } = parsed(PostEntriesSchema, req.body);
    requireSameLog(logId, known);
    const entries = await parsedEntries(list);
    const posted = await log.append(entries, mode);
    // a clock that was put right went back: every open page goes back with it
    if (entries.some(e => e.kind === 'clock.put-right')) stream.tellClock(clock.now());
    res.status(posted.accepted.length > 0 ? 201 : 200).json(posted);
  });

  router.use(pastRoutes(given));

  router.get(routes.ahead, async (_req, res) => {
    const [now, machine] = [clock.now(), clock.machine()];
    const ahead: Ahead = { now, machine, entries: await entriesAfter(db, machine, MOST_ENTRIES) };
    res.set('Cache-Control', 'no-store').json(ahead);
  });

  router.use(streamRoutes(given));
  if ('set' in clock) {
    router.post(routes.clock, (req, res) => {
      const { now } = parsed(v.object({ now: instant }), req.body);
      clock.set(now);
      stream.tellClock(clock.now());
      res.json({ now: clock.now() });
    });
  }
  return router;
}
