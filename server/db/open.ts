import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as schema from './schema.ts';

export type Db = LibSQLDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

export interface Database {
  readonly db: Db;
  /** Writes go one after another: a second connection would find the file busy. */
  readonly write: <T>(work: () => Promise<T>) => Promise<T>;
  /** Resolves when every write so far is done. */
  readonly settled: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/** SQLite's level at which every commit is on the disk before it is acknowledged. */
const SYNCHRONOUS_FULL = 2;

/**
 * Opens the file, brings it to the newest schema and checks that it is durable.
 * @param file path of the database; its folder is made when missing
 * @throws Error when the engine would acknowledge a commit before it is on the disk
 */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const client = createClient({ url: `file:${file}` });
  await client.execute('PRAGMA journal_mode = WAL');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) });
  await requireDurable(client);

  let last: Promise<unknown> = Promise.resolve();
  const write = <T>(work: () => Promise<T>): Promise<T> => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
  const settled = async () => {
    await last;
  };
  return {
    db,
    write,
    settled,
    close: async () => {
      await settled();
      client.close();
    },
  };
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
