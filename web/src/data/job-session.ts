import { applyEdit, type Document, type Edit } from '@civil-lantern/core'
import { takenAhead } from '../base/ahead.ts'
import { Observable } from '../base/observable.ts'
import { api, RefusedByServer, type StoredJob, type TriedBefore } from './api.ts'
import { layAside } from './not-taken.ts'
import { editsIn, type Lying, type Outbox } from './outbox.ts'
import { jobAt } from './paths.ts'

export interface SessionState {
  readonly document: Document
  readonly revision: number
  readonly save: 'saved' | 'saving' | 'waiting'
  readonly savedAt: Date | undefined
  readonly pending: number
}

const RETRY = [500, 1000, 2000, 4000, 8000, 15_000]
/** Milliseconds between two looks at what others have saved. */
const LOOK = 5000
/** Edits sent at once. */
const BATCH = 200

const nothing: Lying = { job: undefined, things: [] }
/** A document with those of the edits on it that fit. */
const withAll = (document: Document, edits: readonly Edit[]) =>
  edits.reduce((now, edit) => {
    const next = applyEdit(now, edit)
    return next.ok ? next.value : now
  }, document)
const idsOf = (edits: readonly Edit[]) => edits.map(({ id }) => id)

/**
 * One open job's document: as the server last had it, and the edits made since by any window of this browser. Every edit is
 * sent at once, by one window at a time, and lies in the browser's box until the server has acknowledged it.
 */
export class JobSession extends Observable<SessionState> {
  readonly id: string
  /** What an older version had tried on this job, for the first person who opens it. */
  readonly triedBefore: TriedBefore | null
  /** Called with words for the user when something happened that they did not do. */
  notice: (says: string) => void = () => undefined
  readonly box: Outbox
  #base: StoredJob
  #document: Document
  /** What the document was made on. */
  #on: Document
  /** In the order in which they will be sent; one that does not fit on the document here is sent all the same. */
  #pending: readonly Edit[] = []
  /** Edits of this window that do not lie in the box: not yet, or for want of room. */
  readonly #loose = new Set<string>()
  /** Edits the server has answered to that could not be taken out of the box: they are not sent again and again. */
  readonly #answered = new Set<string>()
  /** Counts what this window has changed, so that a look at the box that has been overtaken is not believed. */
  #changes = 0
  #sending = false
  #failed = 0
  #retry: ReturnType<typeof setTimeout> | undefined
  #savedAt: Date | undefined
  #full = false
  readonly #look: ReturnType<typeof setInterval>
  readonly #leave: () => void
  readonly #gone = new AbortController()

  private constructor(box: Outbox, id: string, base: StoredJob, edits: readonly Edit[], tried: TriedBefore | null) {
    super({ document: base.document, revision: base.revision, save: 'saved', savedAt: undefined, pending: 0 })
    this.box = box
    this.id = id
    this.triedBefore = tried
    this.#base = base
    this.#document = this.#on = base.document
    this.#putOnTop(edits)
    this.#tell()
    const { signal } = this.#gone
    window.addEventListener('online', () => this.#flush(), { signal })
    window.addEventListener('focus', () => void this.#catchUp(), { signal })
    document.addEventListener('visibilitychange', () => void this.#catchUp(), { signal })
    this.#look = setInterval(() => void this.#catchUp(), LOOK)
    this.#leave = box.changed(id, () => void this.#otherWindow())
    void this.#flush()
  }

  /** Opens a job from the server, or as this browser keeps it where the server cannot be reached. */
  static async open(id: string, box: Outbox): Promise<JobSession> {
    const { job: kept, things } = await box.look(id).catch(() => nothing)
    const edits = editsIn(things)
    // Edits kept by a window of an older version are sent as they are; the server knows what they mean.
    const older = kept !== undefined && kept.document.version !== 2
    try {
      if (older && edits.length > 0) {
        await api.edit(id, kept.revision, edits, 1)
        // What was asked for before that is without them.
        takenAhead(jobAt(id))
        await box.settle(id, { gone: idsOf(edits) })
      }
      const { tried, ...stored } = await api.job(id)
      // A job that was only looked at opens again without a line, too.
      await box.settle(id, { is: stored }).catch(() => undefined)
      return new JobSession(box, id, stored, older ? [] : edits, tried)
    } catch (error) {
      if (error instanceof RefusedByServer || !kept || older) throw error
      return new JobSession(box, id, kept, edits, null)
    }
  }

  /** Stops listening and trying; what is not yet sent lies in the box for the next opening. */
  readonly close = () => {
    this.#gone.abort()
    this.#leave()
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
    this.#pending = [...this.#pending, edit]
    this.#answered.delete(edit.id)
    this.#changes++
    void this.#keep(edit)
    void this.#flush()
    this.#tell()
    return true
  }

  async #keep(edit: Edit) {
    this.#loose.add(edit.id)
    try {
      await this.box.put(this.id, [{ id: edit.id, what: 'edit', of: edit }])
      this.#loose.delete(edit.id)
      this.#full = false
    } catch {
      if (!this.#full)
        this.notice('This browser’s store is full: what you do is sent, but not kept here. Do not close this window.')
      this.#full = true
    }
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

  /** What lies in the box, and nothing of this window’s has changed since the look. */
  async #lying(): Promise<Lying> {
    for (;;) {
      const before = this.#changes
      const lying = await this.box.look(this.id).catch(() => nothing)
      if (before === this.#changes) return lying
    }
  }

  /** Another window of this browser has done something, or has sent something. */
  async #otherWindow() {
    // Who is about to send looks by itself.
    if (this.#sending || this.#gone.signal.aborted) return
    const lying = await this.#lying()
    if (this.#sending || this.#gone.signal.aborted) return
    this.#takeIn(lying)
    this.#tell()
  }

  /** Stands as the box has it: what all windows have done, and what of this one found no room there. */
  #takeIn({ job, things }: Lying) {
    if (job && job.document.version === 2 && job.revision > this.#base.revision) this.#base = job
    const edits = editsIn(things).filter(({ id }) => !this.#answered.has(id))
    const there = new Set(idsOf(edits))
    this.#putOnTop([...edits, ...this.#pending.filter(({ id }) => this.#loose.has(id) && !there.has(id))])
  }

  async #flush() {
    if (this.#gone.signal.aborted || this.#sending || this.#pending.length === 0) return
    clearTimeout(this.#retry)
    this.#sending = true
    // Whatever else goes wrong, the next look tries again.
    const on = await this.box.inTurn(`edits:${this.id}`, () => this.#sendSome()).catch(() => false)
    this.#sending = false
    if (this.#gone.signal.aborted) return
    this.#tell()
    if (on) void this.#flush()
  }

  /** Sends what lies there, as much as goes at once. Answers whether to go on with the rest. */
  async #sendSome(): Promise<boolean> {
    this.#takeIn(await this.#lying())
    const sent = this.#pending.slice(0, BATCH)
    if (sent.length === 0 || this.#gone.signal.aborted) return false
    try {
      const { revision, over } = await api.edit(this.id, this.#base.revision, sent)
      if (over) this.#saysOver(sent.length)
      await this.#arrived(sent, revision)
      return true
    } catch (error) {
      return await this.#notSaved(error, sent)
    }
  }

  async #arrived(sent: readonly Edit[], revision: number) {
    this.#failed = 0
    this.#savedAt = new Date()
    // The document stays what it is: what was on top of it is in it now.
    const document = sent.length === this.#pending.length ? this.#document : withAll(this.#base.document, sent)
    this.#on = document
    // More than one revision on, it had these already and others beside: only the server knows what that comes to.
    const next = revision === this.#base.revision + 1
    await this.#stands({ id: this.id, revision: next ? revision : this.#base.revision, document }, idsOf(sent))
    if (!next) await this.#stands(await api.job(this.id), [])
  }

  /** The server has the job like this, and edits need not be kept any more. */
  async #stands({ revision, document }: StoredJob, gone: readonly string[]) {
    this.#base = { id: this.id, revision, document }
    this.#changes++
    for (const id of gone) this.#loose.delete(id)
    const rest = this.#pending.filter(({ id }) => !gone.includes(id))
    if (document === this.#on) this.#pending = rest
    else this.#putOnTop(rest)
    await this.box.settle(this.id, { is: this.#base, gone }).catch(() => {
      for (const id of gone) this.#answered.add(id)
    })
  }

  /** @returns whether to go on with the rest at once */
  async #notSaved(error: unknown, sent: readonly Edit[]): Promise<boolean> {
    if (error instanceof RefusedByServer && error.status === 409 && error.current) {
      this.#failed = 0
      await this.#stands(error.current, error.had)
      // What does not fit on what the others have saved is said, not dropped in silence.
      for (const [edit, why] of this.#unfit()) await this.#aside(edit, why, `"${edit.name}" could not be kept: ${why}`)
      if (this.#pending.length > 0) this.#saysOver(this.#pending.length)
      return true
    }
    if (error instanceof RefusedByServer && error.status === 400) {
      // One bad edit must not take the good ones with it: alone each says for itself.
      if (sent.length > 1) return this.#oneByOne(sent)
      const [edit] = sent as readonly [Edit]
      await this.#aside(edit, error.message, `Not saved: "${edit.name}". ${error.message}`)
      const fresh = await api.job(this.id).catch(() => undefined)
      if (fresh) await this.#stands(fresh, [])
      return true
    }
    // Who may only look is told so once; what they did waits, for their role may change.
    if (error instanceof RefusedByServer && error.status === 403 && this.#failed === 0) this.notice(error.message)
    const wait = RETRY[Math.min(this.#failed, RETRY.length - 1)]!
    this.#failed++
    this.#retry = setTimeout(() => this.#flush(), wait)
    return false
  }

  #saysOver(edits: number) {
    const words = edits === 1 ? 'Your edit was' : `Your ${edits} edits were`
    this.notice(`This job was changed in another window. ${words} put on top of that.`)
  }

  /** @returns whether the server has answered to every one of them */
  async #oneByOne(sent: readonly Edit[]): Promise<boolean> {
    for (const edit of sent) {
      if (!this.#pending.includes(edit)) continue
      try {
        const { revision } = await api.edit(this.id, this.#base.revision, [edit])
        await this.#arrived([edit], revision)
      } catch (error) {
        if (!(await this.#notSaved(error, [edit]))) return false
      }
    }
    return true
  }

  /** Lays an edit aside, and says so. */
  async #aside(edit: Edit, why: string, says: string) {
    this.#changes++
    this.#loose.delete(edit.id)
    this.#putOnTop(this.#pending.filter(({ id }) => id !== edit.id))
    if (!(await layAside(this.box, this.id, { id: edit.id, why, what: 'edit', of: edit }))) this.#answered.add(edit.id)
    this.notice(says)
  }

  #putOnTop(edits: readonly Edit[]) {
    const same = this.#on === this.#base.document && idsOf(edits).join() === idsOf(this.#pending).join()
    this.#pending = edits
    if (same) return
    this.#on = this.#base.document
    this.#document = withAll(this.#on, edits)
  }

  /** The edits that do not fit, each on those before it that do, and why not. */
  #unfit(): (readonly [Edit, string])[] {
    let now = this.#base.document
    const unfit: (readonly [Edit, string])[] = []
    for (const edit of this.#pending) {
      const next = applyEdit(now, edit)
      if (next.ok) now = next.value
      else unfit.push([edit, next.failures[0]!.says])
    }
    return unfit
  }

  /** Looks at once for what others have saved. */
  readonly look = () => void this.#catchUp()

  /** Looks whether somebody else has saved meanwhile. */
  async #catchUp() {
    if (document.visibilityState !== 'visible' || this.#gone.signal.aborted) return
    if (this.#pending.length > 0) return this.#flush()
    const fresh = await api.job(this.id).catch(() => undefined)
    if (!fresh || fresh.revision <= this.#base.revision || this.#pending.length > 0 || this.#gone.signal.aborted) return
    await this.#stands(fresh, [])
    this.#tell()
  }
}
