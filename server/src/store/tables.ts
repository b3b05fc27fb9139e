import type { Entry, Job, OwnKind } from '@civil-lantern/core'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Job documents, whole, with the revision an edit must name. */
export const jobs = sqliteTable('jobs', {
  id: text().primaryKey(),
  revision: integer().notNull(),
  title: text().notNull(),
  task: text().notNull(),
  practice: text().notNull(),
  zones: integer().notNull(),
  document: text({ mode: 'json' }).$type<Job>().notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
})

/** Every edit that was accepted, under the id its maker gave it: what makes a repeat harmless. */
export const edits = sqliteTable(
  'edits',
  {
    id: text().primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer().notNull(),
    name: text().notNull(),
    patches: text({ mode: 'json' }).notNull(),
    at: text().notNull(),
  },
  (table) => [index('edits_of_job').on(table.jobId, table.revision)],
)

/** Appended, never changed: readings now, other kinds later. */
export const entries = sqliteTable(
  'entries',
  {
    id: text().primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    at: text().notNull(),
    body: text({ mode: 'json' }).$type<Entry>().notNull(),
    receivedAt: text('received_at').notNull(),
  },
  (table) => [index('entries_of_job').on(table.jobId, table.at)],
)

/** Kinds of part of the user's own. */
export const ownKinds = sqliteTable('own_kinds', {
  id: text().primaryKey(),
  name: text().notNull(),
  kind: text({ mode: 'json' }).$type<OwnKind>().notNull(),
  updatedAt: text('updated_at').notNull(),
})
