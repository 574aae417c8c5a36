import { mkdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { inTurn, pause } from '../lots.ts';
import { ProblemError } from '../problems.ts';
import { FolderProblem, fileProblem, lockFile } from './folder.ts';
import { watch } from './place.ts';
import { refoldIfOlder } from './refold.ts';
import * as schema from './schema.ts';

export type Db = LibSQLDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

export interface Database {
  readonly db: Db;
  /** Writes go one after another: a second connection would find the file busy. */
  readonly write: <T>(work: () => Promise<T>) => Promise<T>;
  /**
   * Does what is acknowledged afterwards, in one transaction, and only while the file is the one that was opened: a tool that
   * puts another one under its name would have it written into a file that is gone.
   * @throws ProblemError storage-gone
   */
  readonly commit: (work: (tx: Tx) => Promise<void>) => Promise<void>;
  /**
   * Told of so many rows written: now and then they go from the log of the last writes into the file itself, as a piece of work
   * of its own, that nobody waits for.
   */
  readonly wrote: (rows: number) => void;
  /** Resolves when every write so far is done. */
  readonly settled: () => Promise<void>;
  readonly close: () => Promise<void>;
}

const migrations = fileURLToPath(new URL('./migrations', import.meta.url));

/** An older build would not know what a newer one wrote: it says so and leaves the file alone. */
async function requireNotNewer(client: Client, file: string): Promise<void> {
  const table = await client.execute("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'");
  if (table.rows.length === 0) return;
  const { rows } = await client.execute('SELECT max(created_at) AS newest FROM __drizzle_migrations');
  const journal = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  if (Number(rows[0]?.newest ?? 0) > Math.max(...journal.entries.map(e => e.when)))
    throw new FolderProblem(
      `${file} was written by a newer Zeolite. Update this one; nothing in the file was changed.`,
    );
}

/** Rows in the log of the last writes before they go into the file. */
const ROWS_IN_LOG = 1000;

/** SQLite's level at which every commit is on the disk before it is acknowledged. */
const SYNCHRONOUS_FULL = 2;

/**
 * Opens the file, brings it to the newest schema and checks that it is durable.
 * @param file path of the database; its folder is made when missing
 * @throws FolderProblem when the file is damaged, not writable, or of a newer build
 * @throws Error when the engine would acknowledge a commit before it is on the disk
 */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const client = createClient({ url: `file:${file}` });
  const db = drizzle(client, { schema });
  try {
    await requireNotNewer(client, file);
    await client.execute('PRAGMA journal_mode = WAL');
    await migrate(db, { migrationsFolder: migrations });
    await requireDurable(client);
  } catch (error) {
    client.close();
    throw fileProblem(file, error) ?? error;
  }

  const write = inTurn();
  const settled = () => write(async () => undefined);
  const isInPlace = watch([file, lockFile(dirname(file))]);
  const requireInPlace = () => {
    if (!isInPlace()) throw new ProblemError('storage-gone');
  };
  let rowsInLog = 0;
  const wrote = (rows: number) => {
    rowsInLog += rows;
    if (rowsInLog < ROWS_IN_LOG) return;
    rowsInLog = 0;
    // where that cannot be (the disk is full), they stay in the log and go with the next
    void write(async () => {
      await pause();
      await client.execute('PRAGMA wal_checkpoint(PASSIVE)').catch(() => undefined);
    });
  };
  const database: Database = {
    db,
    write,
    commit: async work => {
      requireInPlace();
      await db.transaction(work);
      requireInPlace();
    },
    wrote,
    settled,
    close: async () => {
      await settled();
      // nothing goes into a file that was put in the place of this one
      if (!isInPlace()) return client.close();
      // the log of the last writes goes into the file itself, so that a copy of that one file is the whole
      // (where that cannot be, they stay beside it and are put together at the next start)
      await client.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined);
      client.close();
    },
  };
  await refoldIfOlder(client, database);
  return database;
}

/** Settings belong to a connection, and the client opens a new one for each transaction: both are asked. */
async function requireDurable(client: Client): Promise<void> {
  const tx = await client.transaction('write');
  try {
    const inside = await tx.execute('PRAGMA synchronous');
    const outside = await client.execute('PRAGMA synchronous');
    for (const answer of [inside, outside]) {
      const level = Number(Object.values(answer.rows[0] ?? {})[0]);
      if (level < SYNCHRONOUS_FULL)
        throw new Error(`the database engine runs with synchronous=${level}; entries need FULL`);
    }
  } finally {
    tx.close();
  }
}
