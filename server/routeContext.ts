import type { Router } from 'express';
import type { LogId } from '#contract/log.ts';
import type { Clock, TestClock } from './clock.ts';
import type { Copies } from './db/dailyCopies.ts';
import type { Database } from './db/open.ts';
import type { Log } from './log/append.ts';
import type { Stream } from './log/stream.ts';
import type { Printer } from './papers/printer.ts';

/** What the routes of every area are given. */
export interface RouteContext {
  readonly database: Database;
  readonly log: Log;
  readonly clock: Clock | TestClock;
  readonly stream: Stream;
  readonly printer: Printer;
  readonly demo: boolean;
  /** The data folder. */
  readonly folder: string;
  /** The copies of it. */
  readonly copies: Copies;
  /** Which log is in it. */
  readonly logId: LogId;
}

/** The routes of an area; undefined where it has none in this server. */
export type AreaRoutes = (given: RouteContext) => Router | undefined;
