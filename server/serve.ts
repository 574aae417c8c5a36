import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { destination, pino } from 'pino';
import { type App, createApp } from './app.ts';
import { systemClock, testClock } from './clock.ts';
import { listen } from './listen.ts';

export interface ServeOptions {
  /** Folder of the database and the server's own log. */
  readonly folder: string;
  readonly port: number;
  readonly demo?: boolean;
  /** The clock may be set over the wire: for tests and drills only. */
  readonly settableClock?: boolean;
}

/** The database in a data folder. */
export const databaseFile = (folder: string): string => join(folder, 'zeolite.db');

/** Serves until the process is told to stop; then finishes what it was recording. */
export async function serve(
  options: ServeOptions,
  prepare: (app: App) => Promise<void> = async () => undefined,
): Promise<string> {
  const { folder, port, demo = false, settableClock = false } = options;
  mkdirSync(folder, { recursive: true });
  const logger = pino(
    { level: process.env.LOG_LEVEL ?? 'info' },
    destination({ dest: join(folder, 'server.log'), sync: true }),
  );
  const clock = settableClock ? testClock() : systemClock();
  const app = await createApp({ file: databaseFile(folder), clock, logger, demo });
  await prepare(app);
  const { server, address } = await listen(app.express, port);
  logger.info({ address }, 'serving');

  let stopping = false;
  const stop = async (signal: string) => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    server.close();
    await app.close();
    server.closeAllConnections();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop('SIGINT'));
  process.on('SIGTERM', () => void stop('SIGTERM'));
  return address;
}
