import { execFile } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import type { Logger } from 'pino';
import type { CopiesTold } from '#contract/log.ts';
import { inTurn } from '../lots.ts';

const run = promisify(execFile);
const script = fileURLToPath(new URL('../backup.ts', import.meta.url));

const queued = inTurn();

/**
 * Copies a folder's database in a process of its own: a large one would hold the server up for seconds. One copy at a time,
 * whoever asks: each reads and writes the whole of it.
 * @param isWanted whether somebody still waits for it when its turn comes
 */
export const copyAside = (folder: string, target: string, isWanted = () => true): Promise<void> =>
  queued(async () => {
    if (!isWanted()) return;
    await run(process.execPath, ['--import', 'tsx', script, target, folder], {
      cwd: fileURLToPath(new URL('../..', import.meta.url)),
    });
  });

const nameOf = (day: string): string => `zeolite-${day}.backup`;
const IS_COPY = /^zeolite-\d{4}-\d\d-\d\d\.backup$/;

/** The copies that are one too many: the oldest, once there are more than `most`; the one just made never, whatever the clock said. */
export const tooMany = (names: readonly string[], most: number, justMade?: string): string[] =>
  names
    .filter(name => IS_COPY.test(name) && name !== justMade)
    .sort()
    .reverse()
    .slice(justMade === undefined ? most : most - 1);

const FIRST_MS = 10 * 60_000;
const EVERY_MS = 6 * 3_600_000;
/** A fortnight of days. */
const MOST_COPIES = 14;

/** The day's copy, unless it is there, and the oldest gone where they are too many; whether one was made. */
export async function copyOfDay(folder: string, into: string, day: string): Promise<boolean> {
  const target = join(into, nameOf(day));
  if (existsSync(target)) return false;
  mkdirSync(into, { recursive: true });
  await copyAside(folder, target);
  for (const name of tooMany(readdirSync(into), MOST_COPIES, nameOf(day))) rmSync(join(into, name));
  return true;
}

/** The daily copies of a server. */
export interface Copies {
  /** What came of the last try, and where they go; undefined where no copies are kept. */
  readonly told: () => CopiesTold | undefined;
  /** Makes the day's copy, unless it is there. */
  readonly ofDay: () => Promise<void>;
  readonly close: () => void;
}

export const noCopies: Copies = {
  told: () => undefined,
  ofDay: async () => undefined,
  close: () => undefined,
};

/**
 * A copy a day as long as the server runs, the last fortnight of them, in a folder of choice.
 * @param also what else is done once a day
 */
export function keepCopies(
  folder: string,
  into: string,
  logger: Logger,
  also: () => Promise<void> = async () => undefined,
): Copies {
  let failedAt: string | undefined;
  const newest = () =>
    existsSync(into) && statSync(into).isDirectory()
      ? readdirSync(into)
          .filter(name => IS_COPY.test(name))
          .sort()
          .at(-1)
          ?.slice('zeolite-'.length, -'.backup'.length)
      : undefined;
  const ofDay = async () => {
    const now = new Date().toISOString();
    try {
      if (await copyOfDay(folder, into, now.slice(0, 10))) logger.info({ into }, 'copied');
      failedAt = undefined;
    } catch (error) {
      failedAt = now;
      logger.error({ error: String(error) }, 'no copy was made');
    }
    await also().catch((error: unknown) =>
      logger.error({ error: String(error) }, 'what is done daily failed'),
    );
  };
  const first = setTimeout(() => void ofDay(), FIRST_MS);
  const again = setInterval(() => void ofDay(), EVERY_MS);
  first.unref();
  again.unref();
  return {
    ofDay,
    told: () => {
      const lastDay = newest();
      return { into, ...(lastDay ? { lastDay } : {}), ...(failedAt ? { failedAt } : {}) };
    },
    close: () => {
      clearTimeout(first);
      clearInterval(again);
    },
  };
}
