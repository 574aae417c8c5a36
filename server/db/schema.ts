import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Entry, EntryKind } from '#core/areas/entries.ts';
import type { SubjectFacts } from '#core/log/facts.ts';

/** The log: appended to, never changed. `seq` is the order of arrival; the log's own order is (happenedAt, id). */
export const entries = sqliteTable(
  'entries',
  {
    seq: integer('seq').primaryKey(),
    id: text('id').notNull().unique(),
    v: integer('v').notNull(),
    kind: text('kind').$type<EntryKind>().notNull(),
    subject: text('subject').notNull(),
    also: text('also', { mode: 'json' }).$type<readonly string[]>(),
    happenedAt: text('happened_at').notNull(),
    recordedAt: text('recorded_at').notNull(),
    receivedAt: text('received_at').notNull(),
    by: text('by').notNull(),
    hand: text('hand'),
    data: text('data', { mode: 'json' }).$type<Entry['data']>().notNull(),
  },
  t => [
    // the log is read, exported and replayed in its own order; its readings and its strikes alone too
    index('entries_in_order').on(t.happenedAt, t.id),
    index('entries_of_a_kind').on(t.kind, t.happenedAt, t.id),
  ],
);

/** Which entries bear on a subject, in the log's order. */
export const entrySubjects = sqliteTable(
  'entry_subjects',
  {
    subject: text('subject').notNull(),
    happenedAt: text('happened_at').notNull(),
    entry: text('entry').notNull(),
  },
  t => [primaryKey({ columns: [t.subject, t.happenedAt, t.entry] })],
);

/** State: the folded facts of each subject, and the last entry in them. Rebuilt exactly by a replay. */
export const facts = sqliteTable('facts', {
  subject: text('subject').primaryKey(),
  body: text('body', { mode: 'json' }).$type<SubjectFacts | null>(),
  lastHappenedAt: text('last_happened_at').notNull(),
  lastEntry: text('last_entry').notNull(),
});

/** Which folder's log this is, and its epoch: one row, which goes with every copy of the file. */
export const identity = sqliteTable('identity', {
  row: integer('row').primaryKey(),
  folder: text('folder').notNull(),
  epoch: text('epoch').notNull(),
});

/** Photos by the SHA-256 of their bytes: the same picture sent twice is kept once. Entries name them. */
export const photos = sqliteTable('photos', {
  digest: text('digest').primaryKey(),
  type: text('type').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  receivedAt: text('received_at').notNull(),
});
