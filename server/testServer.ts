import { mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { Mode, Posted } from '#contract/log.ts';
import type { Problem } from '#contract/problem.ts';
import type { Entry } from '#core/areas/entries.ts';
import { createApp } from './app.ts';
import { type TestClock, testClock } from './clock.ts';
import { openDatabase } from './db/open.ts';
import { listen } from './listen.ts';
import { type Replay, replay } from './log/replay.ts';

/** A server on a real file and a real port, for tests. */
export interface TestServer {
  readonly address: string;
  readonly clock: TestClock;
  readonly post: (
    entries: readonly unknown[],
    mode?: Mode,
  ) => Promise<{ status: number; body: Posted & Problem }>;
  readonly get: <T>(path: string) => Promise<T>;
  readonly replay: () => Promise<Replay>;
  /** Stops and starts again on the same file. */
  readonly restart: () => Promise<TestServer>;
  readonly stop: () => Promise<void>;
}

export const tempFolder = (): string => mkdtempSync(join(tmpdir(), 'zeolite-'));
export const removeFolder = (folder: string): void => rmSync(folder, { recursive: true, force: true });

/** @param demo as a demo is served: with its made-up instruments */
export async function startServer(folder: string, clock = testClock(), demo = false): Promise<TestServer> {
  const file = join(folder, 'zeolite.db');
  const app = await createApp({ file, clock, logger: pino({ level: 'silent' }), demo });
  const { server, address } = await listen(app.express, 0);
  const stop = async () => {
    await closed(server);
    await app.close();
  };
  return {
    address,
    clock,
    post: (entries, mode = 'intend') => postTo(address, entries as Entry[], mode),
    get: async path => (await fetch(new URL(path, address))).json() as never,
    replay: async () => {
      const database = await openDatabase(file);
      const result = await replay(database);
      await database.close();
      return result;
    },
    restart: async () => {
      await stop();
      return startServer(folder, clock, demo);
    },
    stop,
  };
}

function closed(server: Server): Promise<void> {
  return new Promise(resolve => {
    server.close(() => resolve());
    server.closeAllConnections();
  });
}

export async function postTo(address: string, entries: readonly Entry[], mode: Mode) {
  const res = await fetch(new URL('/api/entries', address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ entries, mode }),
  });
  return { status: res.status, body: (await res.json()) as Posted & Problem };
}
