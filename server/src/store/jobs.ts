import {
  applyEdit,
  type Document,
  type Edit,
  type Entry,
  type Failure,
  type JobSummary,
  SUMMARY_VERSION,
  type Supposition,
  summaryOf,
} from '@civil-lantern/core'
import { landedThen, openDocument, upgradePatches, validateDocument } from '@civil-lantern/core/validate'
import { and, desc, eq, gt, inArray } from 'drizzle-orm'
import { type Live, nobody } from '../live.ts'
import type { Database, Tx } from './database.ts'
import { entriesOf } from './entries.ts'
import { edits, entries, jobs, type Shelf, type Tried } from './tables.ts'

export interface StoredJob {
  readonly id: string
  readonly revision: number
  readonly document: Document
}

export type Saved =
  | { readonly outcome: 'saved'; readonly revision: number; readonly over: boolean }
  /** `had`: ids of those of the edits that were applied before. */
  | { readonly outcome: 'stale'; readonly current: StoredJob; readonly had: readonly string[] }
  | { readonly outcome: 'refused'; readonly failures: Failure[] }
  | { readonly outcome: 'unknown' }

/** So many edits behind, a window is given the whole job instead. */
const FAR_BEHIND = 500

type Path = readonly (string | number)[]
/** What patches change. What is added to a list or taken out of it moves what stands behind: that is the whole list. */
const touchedBy = (patches: Edit['patches']): Path[] =>
  patches.map(({ op, path }) => (op !== 'replace' && typeof path.at(-1) === 'number' ? path.slice(0, -1) : path))
const within = (inner: Path, outer: Path) => outer.every((step, i) => inner[i] === step)

/** How edits came: the version of the document they were made on, and who made them where people sign in. */
export interface Editing {
  readonly version?: number
  readonly by?: string | undefined
}

type Wanted = readonly Pick<Edit, 'id' | 'name' | 'patches'>[]

const facts = (document: Document) => ({
  title: document.title,
  task: document.task,
  practice: document.practice,
  zones: Object.keys(document.zones).length,
  document,
})

const columns = { id: jobs.id, revision: jobs.revision, document: jobs.document, tried: jobs.tried }

/** Job documents and the edits that made them what they are. Rows of older versions are brought up as they are read. */
export class Jobs {
  readonly #store: Database
  readonly #now: () => string

  readonly #live: Pick<Live, 'changed'>

  /** @param live told of every change of a job */
  constructor(store: Database, now: () => string, live: Pick<Live, 'changed'> = nobody) {
    this.#store = store
    this.#now = now
    this.#live = live
  }

  /** Every job as the board shows it, the one touched last first. What was changed since the last time is summed up now. */
  async list() {
    const { id, revision, title, task, practice, zones, shelf, summary, updatedAt } = jobs
    const rows = await this.#store.db
      .select({ id, revision, title, task, practice, zones, shelf, summary, updatedAt })
      .from(jobs)
      .orderBy(desc(jobs.updatedAt))
    for (const row of rows) if (row.summary?.version !== SUMMARY_VERSION) row.summary = await this.#summed(row.id)
    return rows
  }

  /** Puts a job away, takes it out, or brings it back to the board. */
  lay(id: string, shelf: Shelf): Promise<void> {
    return this.#store.write(async (tx) => {
      await tx.update(jobs).set({ shelf }).where(eq(jobs.id, id))
    })
  }

  /** Sums a job up and keeps it. One that cannot be read has no summary, and costs the board nothing but its lamps. */
  async #summed(id: string): Promise<JobSummary | null> {
    if (!(await this.get(id).catch(() => undefined))) return null
    return this.#store.write(async (tx) => {
      const [row] = await tx.select({ document: jobs.document }).from(jobs).where(eq(jobs.id, id))
      if (!row) return null
      try {
        const summary = summaryOf(row.document, await entriesOf(tx, id))
        await tx.update(jobs).set({ summary }).where(eq(jobs.id, id))
        return summary
      } catch {
        return null
      }
    })
  }

  async has(id: string): Promise<boolean> {
    const rows = await this.#store.db.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id))
    return rows.length > 0
  }

  async get(id: string): Promise<(StoredJob & { tried: Tried | null }) | undefined> {
    const [row] = await this.#store.db.select(columns).from(jobs).where(eq(jobs.id, id))
    if (!row) return undefined
    return row.document.version === 2 ? row : this.#brought(id)
  }

  /** Keeps a new job. A repeat with the same id finds the first and changes nothing. */
  add(id: string, document: Document, tried?: Tried): Promise<{ job: StoredJob; made: boolean }> {
    return this.#store.write(async (tx) => {
      const at = this.#now()
      const made = await tx
        .insert(jobs)
        .values({ id, revision: 1, ...facts(document), tried: worth(tried), createdAt: at, updatedAt: at })
        .onConflictDoNothing()
        .returning(columns)
      if (made[0]) return { job: made[0], made: true }
      const [row] = await tx.select(columns).from(jobs).where(eq(jobs.id, id))
      return { job: row!, made: false }
    })
  }

  /**
   * Applies edits to a job of the named revision, all or none. Edits already applied are passed over, so that a save
   * whose answer was lost can be sent again. Edits of an older version name things as that version did, and are put on
   * whatever is there now: a window that was open all the while loses nothing.
   */
  async edit(id: string, revision: number, wanted: Wanted, { version = 2, by }: Editing = {}): Promise<Saved> {
    if (!(await this.get(id))) return { outcome: 'unknown' }
    const saved = await this.#edited(id, revision, wanted, version, by)
    if (saved.outcome === 'saved') this.#live.changed(id)
    return saved
  }

  /**
   * How edits that were made on an older revision lie to what was saved since: `apart` from it, `over` it, or `unsure` where
   * lists have moved or it is too far back to say.
   */
  async #against(tx: Tx, id: string, revision: number, fresh: Wanted): Promise<'apart' | 'over' | 'unsure'> {
    const since = await tx
      .select({ patches: edits.patches })
      .from(edits)
      .where(and(eq(edits.jobId, id), gt(edits.revision, revision)))
      .limit(FAR_BEHIND)
    if (since.length === 0 || since.length === FAR_BEHIND) return 'unsure'
    const theirs = since.flatMap(({ patches }) => touchedBy(patches as Edit['patches']))
    const ours = fresh.flatMap(({ patches }) => touchedBy(patches))
    const met = ours.flatMap((one) =>
      theirs.filter((other) => within(one, other) || within(other, one)).map((other) => [one, other]),
    )
    if (met.length === 0) return 'apart'
    return met.some((pair) => pair.some((path) => path.some((step) => typeof step === 'number'))) ? 'unsure' : 'over'
  }

  #edited(id: string, revision: number, wanted: Wanted, version: number, by: string | undefined): Promise<Saved> {
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
      if (fresh.length === 0) return { outcome: 'saved', revision: current.revision, over: false }
      const old = version < 2
      // Made on an older revision, it is put on what the others saved, as its window would: nobody has to come first to be heard.
      const behind = !old && current.revision !== revision
      const stale: Saved = {
        outcome: 'stale',
        current: { id, revision: current.revision, document: current.document },
        had: [...applied],
      }
      const over = behind ? await this.#against(tx, id, revision, fresh) : 'apart'
      if (over === 'unsure') return stale
      let document = current.document
      let tried = current.tried
      const landed: string[] = []
      const made: { edit: Wanted[number]; patches: Edit['patches'] }[] = []
      for (const edit of fresh) {
        const { patches, beside } = upgradePatches(version, edit.patches)
        if (beside.tried.supposed.length > 0)
          tried = {
            supposed: [...(tried?.supposed ?? []), ...beside.tried.supposed],
            hands: { ...tried?.hands, ...beside.tried.hands },
          }
        made.push({ edit, patches })
        landed.push(...beside.landed)
        if (patches.length === 0) continue
        const next = applyEdit(document, { name: edit.name, patches })
        if (!next.ok) return behind ? stale : { outcome: 'refused', failures: next.failures }
        document = next.value
      }
      const whole = validateDocument(document)
      if (!whole.ok) return behind ? stale : { outcome: 'refused', failures: whole.failures }
      const at = this.#now()
      const next = current.revision + 1
      await tx
        .update(jobs)
        .set({ revision: next, ...facts(document), tried, summary: null, updatedAt: at })
        .where(eq(jobs.id, id))
      await tx.insert(edits).values(
        made.map(({ edit, patches }) => ({
          id: edit.id,
          jobId: id,
          revision: next,
          name: edit.name,
          patches,
          by: by ?? null,
          at,
        })),
      )
      await this.#record(
        tx,
        id,
        landed.flatMap((wire) =>
          document.planned.wires[wire] ? [landedThen(wire, document.planned.wires[wire])] : [],
        ),
      )
      return { outcome: 'saved', revision: next, over: over === 'over' }
    })
  }

  /** Keeps entries that came out of an older version, under ids of this job's own. */
  async #record(tx: Tx, job: string, found: readonly Entry[]) {
    if (found.length === 0) return
    const receivedAt = this.#now()
    const rows = found.map((entry) => {
      const id = `${job}-${entry.id}`.slice(0, 64)
      return { id, jobId: job, at: entry.at, body: { ...entry, id }, receivedAt }
    })
    await tx.insert(entries).values(rows).onConflictDoNothing()
  }

  /** What was tried in an older version has been decided on: it is kept no longer. */
  settleTried(id: string): Promise<void> {
    return this.#store.write(async (tx) => {
      await tx.update(jobs).set({ tried: null }).where(eq(jobs.id, id))
    })
  }

  /** Holds what is hidden in the stand-in wall of a job. It is never sent to anybody. */
  hide(id: string, hidden: readonly Supposition[]): Promise<void> {
    return this.#store.write(async (tx) => {
      await tx
        .update(jobs)
        .set({ hidden: [...hidden] })
        .where(eq(jobs.id, id))
    })
  }

  async hiddenIn(id: string): Promise<readonly Supposition[]> {
    const [row] = await this.#store.db.select({ hidden: jobs.hidden }).from(jobs).where(eq(jobs.id, id))
    return row?.hidden ?? []
  }

  /** Brings a row of an older version up to this one, once: its trials and records are kept beside it. */
  #brought(id: string) {
    return this.#store.write(async (tx) => {
      const [row] = await tx.select(columns).from(jobs).where(eq(jobs.id, id))
      if (!row || row.document.version === 2) return row
      const opened = openDocument(row.document)
      if (!opened.ok) throw new Error(`job ${id} cannot be read: ${opened.failures[0]!.says}`)
      const { document, beside } = opened.value
      const tried = worth(beside.tried)
      await tx
        .update(jobs)
        .set({ ...facts(document), tried, summary: null })
        .where(eq(jobs.id, id))
      await this.#record(tx, id, beside.entries)
      return { ...row, document, tried }
    })
  }
}

/** Trials worth keeping: nothing where nothing was tried. */
const worth = (tried: Tried | undefined): Tried | null =>
  tried && (tried.supposed.length > 0 || Object.keys(tried.hands).length > 0) ? tried : null
