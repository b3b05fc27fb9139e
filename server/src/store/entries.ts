import type { Entry } from '@civil-lantern/core'
import { openEntry } from '@civil-lantern/core/validate'
import { and, asc, count, eq, gt, inArray, lte, max, ne, sql } from 'drizzle-orm'
import { type Live, nobody } from '../live.ts'
import type { Database, Tx } from './database.ts'
import { entries, jobs } from './tables.ts'

export type Appended =
  | { readonly outcome: 'kept' }
  | { readonly outcome: 'unknown' }
  | { readonly outcome: 'elsewhere'; readonly id: string }

/** What a window has not yet of a job's entries. */
export interface Arrived {
  readonly entries: Entry[]
  readonly upTo: number
  readonly count: number
}

/** What was seen, measured and done, appended and never changed. */
export class Entries {
  readonly #store: Database
  readonly #now: () => string

  readonly #live: Pick<Live, 'changed'>

  /** @param live told of every entry of a job */
  constructor(store: Database, now: () => string, live: Pick<Live, 'changed'> = nobody) {
    this.#store = store
    this.#now = now
    this.#live = live
  }

  /** Every entry of a job in their one order, those of older versions brought up to this one. One that is damaged is left out. */
  of(jobId: string): Promise<Entry[]> {
    return entriesOf(this.#store.db, jobId)
  }

  /** What came of a job after a point in the order of arrival, how far that goes, and how many there are in all. */
  async after(jobId: string, since: number): Promise<Arrived> {
    const { db } = this.#store
    const [whole] = await db
      .select({ upTo: max(entries.seq), count: count() })
      .from(entries)
      .where(eq(entries.jobId, jobId))
    const upTo = whole?.upTo ?? 0
    const newer = since >= upTo ? [] : await entriesOf(db, jobId, since, upTo)
    return { entries: newer, upTo, count: whole?.count ?? 0 }
  }

  /** Jobs, those taken out left aside, with an entry of this kind among theirs. */
  async jobsWith(kind: string): Promise<string[]> {
    const rows = await this.#store.db
      .selectDistinct({ id: entries.jobId })
      .from(entries)
      .innerJoin(jobs, eq(jobs.id, entries.jobId))
      .where(and(ne(jobs.shelf, 'out'), sql`json_extract(${entries.body}, '$.body.kind') = ${kind}`))
      .orderBy(asc(entries.jobId))
    return rows.map(({ id }) => id)
  }

  /** Appends entries under ids their maker gave them; those already here are left as they are. */
  async append(jobId: string, wanted: readonly Entry[]): Promise<Appended> {
    const added = await this.#appended(jobId, wanted)
    if (added.outcome === 'kept') this.#live.changed(jobId)
    return added
  }

  /** Entries that come with a job: they keep their ids, but for a copy beside the job they came from, which gives them its own. */
  async bringIn(jobId: string, written: readonly Entry[]): Promise<void> {
    if (written.length === 0) return
    const added = await this.append(jobId, written)
    if (added.outcome !== 'elsewhere') return
    const named = new Map(written.map(({ id }) => [id, `${id}-${jobId}`.slice(0, 64)]))
    // What takes one back, or ends one, names it: wherever an id stands, the new one does.
    const renamed = JSON.stringify(written).replace(/"([A-Za-z0-9_-]{8,64})"/g, (text, id: string) =>
      named.has(id) ? `"${named.get(id)}"` : text,
    )
    await this.append(jobId, JSON.parse(renamed))
  }

  #appended(jobId: string, wanted: readonly Entry[]): Promise<Appended> {
    return this.#store.write(async (tx): Promise<Appended> => {
      const [job] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId))
      if (!job) return { outcome: 'unknown' }
      const ids = wanted.map(({ id }) => id)
      const known = await tx
        .select({ id: entries.id, jobId: entries.jobId })
        .from(entries)
        .where(and(inArray(entries.id, ids)))
      const foreign = known.find((one) => one.jobId !== jobId)
      if (foreign) return { outcome: 'elsewhere', id: foreign.id }
      const receivedAt = this.#now()
      const [last] = await tx.select({ seq: max(entries.seq) }).from(entries)
      const from = (last?.seq ?? 0) + 1
      await tx
        .insert(entries)
        .values(wanted.map((body, i) => ({ id: body.id, jobId, at: body.at, body, receivedAt, seq: from + i })))
        .onConflictDoNothing()
      if (known.length < new Set(ids).size)
        await tx.update(jobs).set({ summary: null, updatedAt: receivedAt }).where(eq(jobs.id, jobId))
      return { outcome: 'kept' }
    })
  }
}

/** The entries of a job, read inside a transaction or outside of one; all, or those that arrived within bounds. */
export async function entriesOf(
  from: Pick<Tx, 'select'>,
  jobId: string,
  after = -1,
  upTo = Number.MAX_SAFE_INTEGER,
): Promise<Entry[]> {
  const rows = await from
    .select({ id: entries.id, body: entries.body })
    .from(entries)
    .where(and(eq(entries.jobId, jobId), gt(entries.seq, after), lte(entries.seq, upTo)))
    .orderBy(asc(entries.at), asc(entries.id))
  return rows.flatMap(({ id, body }) => {
    const opened = openEntry(id, body)
    return opened.ok ? [opened.value] : []
  })
}
