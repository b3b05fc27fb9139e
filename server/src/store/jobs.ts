import { applyEdit, type Edit, type Failure, type Job } from '@civil-lantern/core'
import { validateJob } from '@civil-lantern/core/validate'
import { and, desc, eq, inArray } from 'drizzle-orm'
import type { Database } from './database.ts'
import { edits, jobs } from './tables.ts'

export interface StoredJob {
  readonly id: string
  readonly revision: number
  readonly document: Job
}

export type Saved =
  | { readonly outcome: 'saved'; readonly revision: number }
  | { readonly outcome: 'stale'; readonly current: StoredJob }
  | { readonly outcome: 'refused'; readonly failures: Failure[] }
  | { readonly outcome: 'unknown' }

const facts = (document: Job) => ({
  title: document.title,
  task: document.task,
  practice: document.practice,
  zones: Object.keys(document.zones).length,
  document,
})

const columns = { id: jobs.id, revision: jobs.revision, document: jobs.document }

/** Job documents and the edits that made them what they are. */
export class Jobs {
  readonly #store: Database
  readonly #now: () => string

  constructor(store: Database, now: () => string) {
    this.#store = store
    this.#now = now
  }

  list() {
    const { id, revision, title, task, practice, zones, updatedAt } = jobs
    return this.#store.db
      .select({ id, revision, title, task, practice, zones, updatedAt })
      .from(jobs)
      .orderBy(desc(jobs.updatedAt))
  }

  async get(id: string): Promise<StoredJob | undefined> {
    const [row] = await this.#store.db.select(columns).from(jobs).where(eq(jobs.id, id))
    return row
  }

  /** Keeps a new job. A repeat with the same id finds the first and changes nothing. */
  add(id: string, document: Job): Promise<{ job: StoredJob; made: boolean }> {
    return this.#store.write(async (tx) => {
      const at = this.#now()
      const made = await tx
        .insert(jobs)
        .values({ id, revision: 1, ...facts(document), createdAt: at, updatedAt: at })
        .onConflictDoNothing()
        .returning(columns)
      if (made[0]) return { job: made[0], made: true }
      const [row] = await tx.select(columns).from(jobs).where(eq(jobs.id, id))
      return { job: row!, made: false }
    })
  }

  /**
   * Applies edits to a job of the named revision, all or none. Edits already applied are passed over, so that a save
   * whose answer was lost can be sent again.
   */
  edit(id: string, revision: number, wanted: readonly Pick<Edit, 'id' | 'name' | 'patches'>[]): Promise<Saved> {
    return this.#store.write(async (tx): Promise<Saved> => {
      const [current] = await tx.select(columns).from(jobs).where(eq(jobs.id, id))
      if (!current) return { outcome: 'unknown' }
      const known = await tx
        .select({ id: edits.id })
        .from(edits)
        .where(
          and(
            eq(edits.jobId, id),
            inArray(
              edits.id,
              wanted.map((edit) => edit.id),
            ),
          ),
        )
      const applied = new Set(known.map((edit) => edit.id))
      const fresh = wanted.filter((edit) => !applied.has(edit.id))
      if (fresh.length === 0) return { outcome: 'saved', revision: current.revision }
      if (current.revision !== revision) return { outcome: 'stale', current }
      let document = current.document
      for (const edit of fresh) {
        const next = applyEdit(document, edit)
        if (!next.ok) return { outcome: 'refused', failures: next.failures }
        document = next.value
      }
      const whole = validateJob(document)
      if (!whole.ok) return { outcome: 'refused', failures: whole.failures }
      const at = this.#now()
      const next = revision + 1
      await tx
        .update(jobs)
        .set({ revision: next, ...facts(document), updatedAt: at })
        .where(eq(jobs.id, id))
      await tx
        .insert(edits)
        .values(
          fresh.map((edit) => ({ id: edit.id, jobId: id, revision: next, name: edit.name, patches: edit.patches, at })),
        )
      return { outcome: 'saved', revision: next }
    })
  }
}
