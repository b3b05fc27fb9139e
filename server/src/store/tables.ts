import type { Document, Entry, JobSummary, OwnKind, Supposition } from '@civil-lantern/core'
import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** What an older version of a job had tried on it: kept until somebody says what it was. */
export interface Tried {
  readonly supposed: Supposition[]
  readonly hands: Record<string, Record<string, boolean>>
}

/** Job documents, whole, with the revision an edit must name. Rows of an older version stay as they are until an edit. */
export const jobs = sqliteTable('jobs', {
  id: text().primaryKey(),
  revision: integer().notNull(),
  title: text().notNull(),
  task: text().notNull(),
  practice: text().notNull(),
  zones: integer().notNull(),
  document: text({ mode: 'json' }).$type<Document>().notNull(),
  /** What was tried on it in an older version, until the first person to open it has said what it was. */
  tried: text({ mode: 'json' }).$type<Tried>(),
  /** Held for the stand-in wall: what is hidden in it never leaves the server. */
  hidden: text({ mode: 'json' }).$type<Supposition[]>(),
  /** Where it lies: on the board, put away, or taken out. Nothing is ever wiped. */
  shelf: text({ enum: ['open', 'away', 'out'] })
    .notNull()
    .default('open'),
  /** What the board shows of it; empty since the last edit or entry, until somebody asks for the board. */
  summary: text({ mode: 'json' }).$type<JobSummary>(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
})

export type Shelf = (typeof jobs.$inferSelect)['shelf']

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
    /** Who made it, where people sign in. */
    by: text(),
    at: text().notNull(),
  },
  (table) => [index('edits_of_job').on(table.jobId, table.revision)],
)

/** Appended, never changed: what was seen, measured and done. */
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
    /** In the order of arrival: a window asks for what came after the last it has. */
    seq: integer().notNull().default(0),
  },
  (table) => [
    index('entries_of_job').on(table.jobId, table.at),
    index('entries_arrived').on(table.seq),
    index('entries_of_job_arrived').on(table.jobId, table.seq),
  ],
)

/** Pictures, by the job they are of and the SHA-256 of their bytes. */
export const photos = sqliteTable(
  'photos',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    hash: text().notNull(),
    type: text({ enum: ['image/jpeg', 'image/png', 'application/pdf'] }).notNull(),
    bytes: blob({ mode: 'buffer' }).notNull(),
    at: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.hash] })],
)

/** Kinds of part of the user's own. */
export const ownKinds = sqliteTable('own_kinds', {
  id: text().primaryKey(),
  name: text().notNull(),
  kind: text({ mode: 'json' }).$type<OwnKind>().notNull(),
  updatedAt: text('updated_at').notNull(),
})

/** What somebody may do: look at jobs, work on them, or also say who else may. */
export const ROLES = ['look', 'work', 'keep'] as const

/** Who may come in over the network. */
export const people = sqliteTable('people', {
  id: text().primaryKey(),
  name: text().notNull().unique(),
  role: text({ enum: ROLES }).notNull(),
  /** Salt and hash of the passphrase; never the passphrase. */
  secret: text().notNull(),
  createdAt: text('created_at').notNull(),
})

/** Browsers that are signed in, by the hash of what their cookie holds. */
export const visits = sqliteTable('visits', {
  hash: text().primaryKey(),
  personId: text('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: text('expires_at').notNull(),
})

/** Keys that let one person in, once, by their hash. */
export const invitations = sqliteTable('invitations', {
  hash: text().primaryKey(),
  role: text({ enum: ROLES }).notNull(),
  expiresAt: text('expires_at').notNull(),
})
