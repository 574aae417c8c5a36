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
  PostEntriesSchema,
  type Snapshot,
  type TakenEntries,
} from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import { LINES_TYPE, lineOfLot, type SnapshotHead, SUBJECTS_A_LINE } from '#contract/snapshotLines.ts';
import { entryId, instant } from '#core/fields.ts';
import type { Facts } from '#core/log/facts.ts';
import { standing } from '#core/log/strikes.ts';
import { isOver, rowsOf } from '#core/record.ts';
import { isAhead } from '../clock.ts';
import { parsed, parsedEntries } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { Room } from '../room.ts';
import { slices } from '../slices.ts';
import { changesSince } from './changes.ts';
import { entriesAfter, entriesOfList, lastEntriesOf } from './rows.ts';

/** A snapshot line by line, with breath between: others are answered while a large one is written. */
async function* linesOf(head: SnapshotHead, facts: Facts): AsyncGenerator<string> {
  yield `${JSON.stringify(head)}\n`;
  const breathe = slices();
  let lot: ChangedFacts[] = [];
  const line = () => {
    const text = `${lineOfLot(lot)}\n`;
    lot = [];
    return text;
  };
  for (const [subject, body] of rowsOf(facts)) {
    if (isOver(subject, body)) continue;
    lot.push([subject, body]);
    if (lot.length < SUBJECTS_A_LINE) continue;
    yield line();
    await breathe();
  }
  if (lot.length > 0) yield line();
}

/** The log over the wire: the way in, the snapshot, the stream, and what stands on a subject. */
export function logRoutes({ database: { db }, log, clock, stream, demo, folderId }: Room): Router {
  const router = Router();

  router.get(routes.health, (_req, res) => {
    res.json({ ok: true, seq: log.seq(), now: clock.now() });
  });

  router.get(routes.snapshot, async (req, res) => {
    const { facts, seq } = await log.view();
    const head: SnapshotHead = {
      seq,
      now: clock.now(),
      demo,
      folder: folderId,
      ...(isAhead(clock) ? { isAhead: true } : {}),
    };
    res.set('Cache-Control', 'no-store');
    if (req.accepts(['json', LINES_TYPE]) !== LINES_TYPE) {
      const rows = [...rowsOf(facts)].filter(([subject, body]) => !isOver(subject, body));
      res.json({ ...head, facts: rows } satisfies Snapshot);
      return;
    }
    res.type(LINES_TYPE);
    await pipeline(Readable.from(linesOf(head, facts)), res);
  });

  router.post(routes.entries, async (req, res) => {
    const { entries: list, mode, folder = folderId } = parsed(PostEntriesSchema, req.body);
    if (folder !== folderId)
      throw new ProblemError('conflict', { errors: [{ pointer: '/folder', reason: 'other-folder' }] });
    const entries = await parsedEntries(list);
    const posted = await log.append(entries, mode);
    // a clock that was put right went back: every open page goes back with it
    if (entries.some(e => e.kind === 'clock.put-right')) stream.tellClock(clock.now());
    res.status(posted.accepted.length > 0 ? 201 : 200).json(posted);
  });

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

  router.get(routes.ahead, async (_req, res) => {
    const [now, machine] = [clock.now(), clock.machine()];
    const ahead: Ahead = { now, machine, entries: await entriesAfter(db, machine) };
    res.set('Cache-Control', 'no-store').json(ahead);
  });

  router.get(routes.changes, async (req, res) => {
    const { since } = parsed(ChangesRequestSchema, req.query);
    const event = await changesSince(db, log, since);
    if (!event) throw new ProblemError('too-large');
    const changes: Changes = { ...event, now: clock.now(), folder: folderId };
    res.set('Cache-Control', 'no-store').json(changes);
  });

  router.get(routes.events, async (req, res) => {
    // a line that was cut goes on from the last event that came over it
    const last = Number(req.get('last-event-id') ?? Number.NaN);
    stream.join(req, res);
    const missed = Number.isSafeInteger(last) ? await changesSince(db, log, last) : undefined;
    if (missed && missed.ids.length > 0) stream.tellOne(res, missed);
  });

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
