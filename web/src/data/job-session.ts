import { applyEdit, type Edit, type Job, makeEdit, undoing } from '@civil-lantern/core'
import { api, RefusedByServer, type StoredJob } from './api.ts'
import { newId, shelf } from './shelf.ts'

export interface SessionState {
  readonly job: Job
  readonly save: 'saved' | 'saving' | 'waiting'
  readonly savedAt: Date | undefined
  readonly pending: number
  readonly undo: Edit | undefined
  readonly redo: Edit | undefined
}

interface Kept {
  readonly base: StoredJob
  readonly pending: Edit[]
  readonly done: Edit[]
  readonly undone: Edit[]
}

const HISTORY = 60
const RETRY = [500, 1000, 2000, 4000, 8000, 15_000]

/**
 * One open job: the document as the server last had it, the edits made since, and what can be undone. Every edit is on
 * the browser's shelf before it is sent, and stays there until the server has acknowledged it.
 */
export class JobSession {
  readonly id: string
  /** Called with words for the user when something happened that they did not do. */
  notice: (says: string) => void = () => undefined
  #base: StoredJob
  #job: Job
  #pending: Edit[] = []
  #done: Edit[] = []
  #undone: Edit[] = []
  #sending = false
  #failed = 0
  #retry: ReturnType<typeof setTimeout> | undefined
  #savedAt: Date | undefined
  #state: SessionState
  readonly #listeners = new Set<() => void>()
  readonly #gone = new AbortController()

  private constructor(id: string, base: StoredJob, kept: Kept | undefined) {
    this.id = id
    this.#base = base
    this.#job = base.document
    this.#done = kept?.done ?? []
    this.#undone = kept?.undone ?? []
    this.#putOnTop(kept?.pending ?? [])
    this.#state = this.#snapshot()
    const { signal } = this.#gone
    window.addEventListener('online', () => this.#flush(), { signal })
    document.addEventListener(
      'visibilitychange',
      () => {
        if (document.visibilityState === 'visible') void this.#catchUp()
      },
      { signal },
    )
    void this.#flush()
  }

  /** Opens a job from the server, or from the shelf where the server cannot be reached. */
  static async open(id: string): Promise<JobSession> {
    const kept = shelf.get<Kept>(`job:${id}`)
    try {
      return new JobSession(id, await api.job(id), kept)
    } catch (error) {
      if (error instanceof RefusedByServer || !kept) throw error
      return new JobSession(id, kept.base, kept)
    }
  }

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  readonly state = () => this.#state

  /** Stops listening and trying; what is not yet sent stays on the shelf for the next opening. */
  readonly close = () => {
    this.#gone.abort()
    clearTimeout(this.#retry)
  }

  /** Makes a named edit, keeps it, and sends it. */
  readonly edit = (name: string, recipe: (draft: Job) => void) => {
    const made = makeEdit(this.#job, name, newId(), recipe)
    if (!made) return
    this.#undone = []
    this.#take(made.edit)
  }

  /** Takes in an edit made elsewhere, such as wiring by a scheme. */
  readonly take = (edit: Edit) => {
    this.#undone = []
    this.#take(edit)
  }

  readonly undo = () => {
    const last = this.#done.at(-1)
    if (!last || !this.#apply(undoing(last, newId()))) return
    this.#done = this.#done.slice(0, -1)
    this.#undone = [...this.#undone, last]
    this.#changed()
  }

  readonly redo = () => {
    const last = this.#undone.at(-1)
    if (!last || !this.#apply({ ...last, id: newId() })) return
    this.#undone = this.#undone.slice(0, -1)
    this.#done = [...this.#done, last]
    this.#changed()
  }

  #take(edit: Edit) {
    if (!this.#apply(edit)) return
    this.#done = [...this.#done, edit].slice(-HISTORY)
    this.#changed()
  }

  #apply(edit: Edit): boolean {
    const next = applyEdit(this.#job, edit)
    if (!next.ok) {
      this.notice(`${next.failures[0]!.says} ${next.failures[0]!.remedy}`)
      return false
    }
    this.#job = next.value
    this.#pending = [...this.#pending, edit]
    return true
  }

  #changed() {
    this.#keep()
    this.#tell()
    void this.#flush()
  }

  #keep() {
    const kept: Kept = { base: this.#base, pending: this.#pending, done: this.#done, undone: this.#undone }
    shelf.put(`job:${this.id}`, kept)
  }

  #tell() {
    this.#state = this.#snapshot()
    for (const listener of this.#listeners) listener()
  }

  #snapshot(): SessionState {
    return {
      job: this.#job,
      save: this.#pending.length === 0 ? 'saved' : this.#failed > 0 ? 'waiting' : 'saving',
      savedAt: this.#savedAt,
      pending: this.#pending.length,
      undo: this.#done.at(-1),
      redo: this.#undone.at(-1),
    }
  }

  async #flush() {
    if (this.#gone.signal.aborted || this.#sending || this.#pending.length === 0) return
    clearTimeout(this.#retry)
    this.#sending = true
    const sent = this.#pending.slice(0, 200)
    try {
      const { revision } = await api.edit(this.id, this.#base.revision, sent)
      this.#failed = 0
      this.#savedAt = new Date()
      const document = sent.reduce((job, edit) => {
        const next = applyEdit(job, edit)
        return next.ok ? next.value : job
      }, this.#base.document)
      this.#base = { id: this.id, revision, document }
      this.#pending = this.#pending.filter((edit) => !sent.includes(edit))
    } catch (error) {
      await this.#notSaved(error, sent)
    }
    this.#sending = false
    if (this.#gone.signal.aborted) return
    this.#keep()
    this.#tell()
    if (this.#pending.length > 0 && this.#failed === 0) void this.#flush()
  }

  async #notSaved(error: unknown, sent: readonly Edit[]) {
    if (error instanceof RefusedByServer && error.status === 409 && error.current) {
      const mine = this.#pending
      this.#base = error.current
      const kept = this.#putOnTop(mine)
      const words = kept === 1 ? 'Your edit was' : `Your ${kept} edits were`
      this.notice(`This job was changed in another window. ${words} put on top of that.`)
      return
    }
    if (error instanceof RefusedByServer && error.status === 400) {
      this.notice(`Not saved: ${error.message}`)
      const fresh = await api.job(this.id).catch(() => this.#base)
      this.#base = fresh
      this.#done = this.#done.filter((edit) => !sent.includes(edit))
      this.#putOnTop(this.#pending.filter((edit) => !sent.includes(edit)))
      return
    }
    const wait = RETRY[Math.min(this.#failed, RETRY.length - 1)]!
    this.#failed++
    this.#retry = setTimeout(() => this.#flush(), wait)
  }

  /** Puts edits on the base document; one that no longer fits is said, not dropped in silence. */
  #putOnTop(edits: readonly Edit[]): number {
    this.#job = this.#base.document
    this.#pending = []
    for (const edit of edits) {
      const next = applyEdit(this.#job, edit)
      if (next.ok) {
        this.#job = next.value
        this.#pending.push(edit)
      } else this.notice(`"${edit.name}" could not be kept: ${next.failures[0]!.says}`)
    }
    return this.#pending.length
  }

  /** Looks whether another window has saved meanwhile. */
  async #catchUp() {
    if (this.#pending.length > 0) return this.#flush()
    const fresh = await api.job(this.id).catch(() => undefined)
    if (!fresh || fresh.revision <= this.#base.revision || this.#pending.length > 0) return
    this.#base = fresh
    this.#job = fresh.document
    this.#keep()
    this.#tell()
  }
}
