import type { Entry } from '@civil-lantern/core'
import { asc, eq } from 'drizzle-orm'
import type { Database } from './database.ts'
import { entries, jobs } from './tables.ts'

export interface StoredEntry {
  readonly id: string
  readonly body: Entry
}

/** Readings and what else is only ever appended. */
export class Entries {
  readonly #store: Database
  readonly #now: () => string

  constructor(store: Database, now: () => string) {
    this.#store = store
    this.#now = now
  }

  of(jobId: string): Promise<StoredEntry[]> {
    return this.#store.db
      .select({ id: entries.id, body: entries.body })
      .from(entries)
      .where(eq(entries.jobId, jobId))
      .orderBy(asc(entries.at), asc(entries.id))
  }

  /** Appends entries under ids their maker gave them; those already here are left as they are. */
  append(jobId: string, wanted: readonly StoredEntry[]): Promise<{ outcome: 'kept' | 'unknown' }> {
    return this.#store.write(async (tx) => {
      const [job] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId))
      if (!job) return { outcome: 'unknown' }
      const receivedAt = this.#now()
      await tx
        .insert(entries)
        .values(wanted.map(({ id, body }) => ({ id, jobId, at: body.at, body, receivedAt })))
        .onConflictDoNothing()
      return { outcome: 'kept' }
    })
  }
}
