import { execFile } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import type { Logger } from 'pino';

const run = promisify(execFile);
const script = fileURLToPath(new URL('../backup.ts', import.meta.url));

/** Copies a folder's database in a process of its own: a large one would hold the server up for seconds. */
export async function copyAside(folder: string, target: string): Promise<void> {
  await run(process.execPath, ['--import', 'tsx', script, target, folder], {
    cwd: fileURLToPath(new URL('../..', import.meta.url)),
  });
}

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

/** A copy a day as long as the server runs, the last fortnight of them, in a folder of choice. */
export function keepCopies(folder: string, into: string, logger: Logger): () => void {
  const copy = async () => {
    try {
      if (await copyOfDay(folder, into, new Date().toISOString().slice(0, 10)))
        logger.info({ into }, 'copied');
    } catch (error) {
      logger.error({ error: String(error) }, 'no copy was made');
    }
  };
  const first = setTimeout(() => void copy(), FIRST_MS);
  const again = setInterval(() => void copy(), EVERY_MS);
  first.unref();
  again.unref();
  return () => {
    clearTimeout(first);
    clearInterval(again);
  };
}
