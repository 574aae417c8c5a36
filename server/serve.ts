import { join } from 'node:path';
import { destination, pino } from 'pino';
import { type App, createApp } from './app.ts';
import { isAhead, systemClock, testClock } from './clock.ts';
import {
  databaseFile,
  FolderProblem,
  holdFolder,
  keepPrivate,
  logFile,
  requireSound,
  rotateLog,
} from './db/folder.ts';
import { listen } from './listen.ts';

export interface ServeOptions {
  /** Folder of the database and the server's own log. */
  readonly folder: string;
  readonly port: number;
  readonly demo?: boolean;
  /** The clock may be set over the wire: for tests and drills only. */
  readonly testClock?: string | undefined;
}

/**
 * Serves until the process is told to stop; then finishes what it was recording.
 * @throws FolderProblem when the folder is held, damaged, cut, emptied or not writable
 */
export async function serve(
  options: ServeOptions,
  prepare: (app: App) => Promise<void> = async () => undefined,
): Promise<string> {
  const { folder, port, demo = false, testClock: start } = options;
  keepPrivate(folder);
  requireSound(folder);
  const release = await holdFolder(folder);
  rotateLog(folder);
  const lines = destination({ dest: logFile(folder), sync: true });
  // a full disk takes no log line either: the server goes on, and says so to whoever records
  lines.on('error', () => undefined);
  const logger = pino({ level: process.env.LOG_LEVEL ?? 'info' }, lines);
  const clock = start ? testClock(start) : systemClock();
  const { ZEOLITE_BACKUPS: into = join(folder, 'backups') } = process.env;
  const copiesInto = demo || into === 'off' ? undefined : into;
  const app = await createApp({ file: databaseFile(folder), clock, logger, demo, copiesInto });
  await prepare(app);
  const { server, address } = await listen(app.express, port);
  logger.info({ address }, 'serving');
  if (isAhead(clock))
    console.warn(
      `The newest entry in ${folder} is of ${clock.now()}, but this machine's clock says ${clock.machine()}. One of the two is wrong: set the clock, or say in the application that it is right.`,
    );

  let stopping = false;
  const stop = async (signal: string) => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    server.close();
    await app.close();
    release();
    server.closeAllConnections();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop('SIGINT'));
  process.on('SIGTERM', () => void stop('SIGTERM'));
  return address;
}

/** Serves, or says in one sentence why not, and ends. */
export async function serveOrSay(...how: Parameters<typeof serve>): Promise<string> {
  try {
    return await serve(...how);
  } catch (error) {
    if (!(error instanceof FolderProblem)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}
