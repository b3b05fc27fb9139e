import { applyEdit, type Document, type Edit } from '@civil-lantern/core'
import { Observable } from '../base/observable.ts'
import { shelf } from '../base/shelf.ts'
import { api, RefusedByServer, type StoredJob, type TriedBefore } from './api.ts'
import { layAside } from './not-taken.ts'
import { editsWait } from './waits.ts'

export interface SessionState {
  readonly document: Document
  readonly revision: number
  readonly save: 'saved' | 'saving' | 'waiting'
  readonly savedAt: Date | undefined
  readonly pending: number
}

interface Kept {
  readonly base: StoredJob
  readonly pending: Edit[]
}

const RETRY = [500, 1000, 2000, 4000, 8000, 15_000]
/** Milliseconds between two looks at what others have saved. */
const LOOK = 5000
/** Edits sent at once. */
const BATCH = 200

/**
 * One open job's document: as the server last had it, and the edits made since. Every edit is sent at once and stays on the
 * browser's shelf until the server has acknowledged it.
 */
export class JobSession extends Observable<SessionState> {
  readonly id: string
  /** What an older version had tried on this job, for the first person who opens it. */
  readonly triedBefore: TriedBefore | null
  /** Called with words for the user when something happened that they did not do. */
  notice: (says: string) => void = () => undefined
  #base: StoredJob
  #document: Document
  #pending: Edit[] = []
  #sending = false
  #failed = 0
  #retry: ReturnType<typeof setTimeout> | undefined
  #savedAt: Date | undefined
  #full = false
  /** Ids of every edit this window has had in hand: what else lies on the shelf is another window’s. */
  readonly #mine = new Set<string>()
  readonly #look: ReturnType<typeof setInterval>
  readonly #gone = new AbortController()

  private constructor(id: string, base: StoredJob, pending: readonly Edit[], tried: TriedBefore | null) {
    super({ document: base.document, revision: base.revision, save: 'saved', savedAt: undefined, pending: 0 })
    this.id = id
    this.triedBefore = tried
    this.#base = base
    this.#document = base.document
    this.#putOnTop(pending)
    // A job that was only looked at opens again without a line, too.
    this.#keep()
    this.#tell()
    const { signal } = this.#gone
    window.addEventListener('online', () => this.#flush(), { signal })
    window.addEventListener('focus', () => void this.#catchUp(), { signal })
    document.addEventListener('visibilitychange', () => void this.#catchUp(), { signal })
    this.#look = setInterval(() => void this.#catchUp(), LOOK)
    void this.#flush()
  }

  /** Opens a job from the server, or from the shelf where the server cannot be reached. */
  static async open(id: string): Promise<JobSession> {
    const kept = shelf.get<Kept>(`job:${id}`)
    // Edits kept by a window of an older version are sent as they are; the server knows what they mean.
    const older = kept !== undefined && kept.base.document.version !== 2
    try {
      if (older && kept.pending.length > 0) await api.edit(id, kept.base.revision, kept.pending, 1)
      const stored = await api.job(id)
      return new JobSession(id, stored, older ? [] : (kept?.pending ?? []), stored.tried)
    } catch (error) {
      if (error instanceof RefusedByServer || !kept || older) throw error
      return new JobSession(id, kept.base, kept.pending, null)
    }
  }

  /** Stops listening and trying; what is not yet sent stays on the shelf for the next opening. */
  readonly close = () => {
    this.#gone.abort()
    clearTimeout(this.#retry)
    clearInterval(this.#look)
  }

  /** Applies an edit, sends it, and keeps it until it has arrived. Returns whether it fitted. */
  readonly apply = (edit: Edit): boolean => {
    const next = applyEdit(this.#document, edit)
    if (!next.ok) {
      this.notice(`${next.failures[0]!.says} ${next.failures[0]!.remedy}`)
      return false
    }
    this.#document = next.value
    this.#mine.add(edit.id)
    this.#pending = [...this.#pending, edit]
    void this.#flush()
    this.#keep()
    this.#tell()
    return true
  }

  #keep() {
    // Another window of this browser may have work of its own waiting there.
    const others = shelf.get<Kept>(`job:${this.id}`)?.pending.filter(({ id }) => !this.#mine.has(id)) ?? []
    const kept: Kept = { base: this.#base, pending: [...others, ...this.#pending] }
    const put = () => shelf.put(`job:${this.id}`, kept)
    const full = !put() && !(makeRoom(this.id) && put())
    if (full && !this.#full)
      this.notice('This browser’s store is full: what you do is sent, but not kept here. Do not close this window.')
    this.#full = full
    editsWait(this.id, kept.pending.length)
  }

  #tell() {
    const saved = this.#pending.length === 0
    this.become({
      document: this.#document,
      revision: this.#base.revision,
      save: saved ? 'saved' : this.#failed > 0 ? 'waiting' : 'saving',
      savedAt: this.#savedAt,
      pending: this.#pending.length,
    })
  }

  async #flush() {
    if (this.#gone.signal.aborted || this.#sending || this.#pending.length === 0) return
    clearTimeout(this.#retry)
    this.#sending = true
    const sent = this.#pending.slice(0, BATCH)
    try {
      const { revision, over } = await api.edit(this.id, this.#base.revision, sent)
      if (over) this.#saysOver(sent.length)
      this.#failed = 0
      this.#savedAt = new Date()
      this.#pending = this.#pending.filter((edit) => !sent.includes(edit))
      // More than one revision on, it had these already and others beside: only the server knows what that comes to.
      if (revision !== this.#base.revision + 1) await this.#fetchAnew()
      else {
        const document = sent.reduce((now, edit) => {
          const next = applyEdit(now, edit)
          return next.ok ? next.value : now
        }, this.#base.document)
        this.#base = { id: this.id, revision, document }
      }
    } catch (error) {
      await this.#notSaved(error, sent)
    }
    this.#sending = false
    if (this.#gone.signal.aborted) return
    this.#keep()
    this.#tell()
    if (this.#pending.length > 0 && this.#failed === 0) void this.#flush()
  }

  /** Takes the job as the server has it, with what is not sent yet on top. */
  async #fetchAnew() {
    const fresh = await api.job(this.id)
    this.#base = { id: fresh.id, revision: fresh.revision, document: fresh.document }
    this.#putOnTop(this.#pending)
  }

  async #notSaved(error: unknown, sent: readonly Edit[]) {
    if (error instanceof RefusedByServer && error.status === 409 && error.current) {
      this.#failed = 0
      this.#base = error.current
      const kept = this.#putOnTop(this.#pending)
      this.#saysOver(kept)
      return
    }
    if (error instanceof RefusedByServer && error.status === 400) {
      // One bad edit must not take the good ones with it: alone each says for itself.
      if (sent.length > 1) return this.#oneByOne(sent)
      const [of] = sent as readonly [Edit]
      layAside(this.id, { id: of.id, why: error.message, what: 'edit', of })
      this.notice(`Not saved: "${of.name}". ${error.message}`)
      this.#base = await api.job(this.id).catch(() => this.#base)
      this.#putOnTop(this.#pending.filter((edit) => !sent.includes(edit)))
      return
    }
    // Who may only look is told so once; what they did waits, for their role may change.
    if (error instanceof RefusedByServer && error.status === 403 && this.#failed === 0) this.notice(error.message)
    const wait = RETRY[Math.min(this.#failed, RETRY.length - 1)]!
    this.#failed++
    this.#retry = setTimeout(() => this.#flush(), wait)
  }

  #saysOver(edits: number) {
    const words = edits === 1 ? 'Your edit was' : `Your ${edits} edits were`
    this.notice(`This job was changed in another window. ${words} put on top of that.`)
  }

  async #oneByOne(sent: readonly Edit[]) {
    for (const edit of sent) {
      if (!this.#pending.includes(edit)) continue
      try {
        const { revision } = await api.edit(this.id, this.#base.revision, [edit])
        const next = applyEdit(this.#base.document, edit)
        this.#base = { id: this.id, revision, document: next.ok ? next.value : this.#base.document }
        this.#pending = this.#pending.filter((one) => one !== edit)
      } catch (error) {
        if (!(error instanceof RefusedByServer)) return
        await this.#notSaved(error, [edit])
      }
    }
  }

  /** Puts edits on the base document; one that no longer fits is said, not dropped in silence. */
  #putOnTop(edits: readonly Edit[]): number {
    this.#document = this.#base.document
    this.#pending = []
    for (const edit of edits) {
      this.#mine.add(edit.id)
      const next = applyEdit(this.#document, edit)
      if (next.ok) {
        this.#document = next.value
        this.#pending.push(edit)
      } else {
        const why = next.failures[0]!.says
        layAside(this.id, { id: edit.id, why, what: 'edit', of: edit })
        this.notice(`"${edit.name}" could not be kept: ${why}`)
      }
    }
    return this.#pending.length
  }

  /** Looks at once for what others have saved. */
  readonly look = () => void this.#catchUp()

  /** Looks whether another window has saved meanwhile. */
  async #catchUp() {
    if (document.visibilityState !== 'visible' || this.#gone.signal.aborted) return
    if (this.#pending.length > 0) return this.#flush()
    const fresh = await api.job(this.id).catch(() => undefined)
    if (!fresh || fresh.revision <= this.#base.revision || this.#pending.length > 0) return
    this.#base = { id: fresh.id, revision: fresh.revision, document: fresh.document }
    this.#document = fresh.document
    this.#keep()
    this.#tell()
  }
}

/** Takes other jobs off a full shelf that were only looked at; work that waits to be sent stays. Answers whether any went. */
function makeRoom(but: string): boolean {
  const idle = shelf
    .under('job:')
    .filter((id) => id !== but && (shelf.get<Kept>(`job:${id}`)?.pending.length ?? 0) === 0)
  for (const id of idle) shelf.drop(`job:${id}`)
  return idle.length > 0
}
