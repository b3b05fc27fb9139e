import { type Entry, inOrder } from '@civil-lantern/core'
import { Observable } from '../base/observable.ts'
import { type Arrived, api, RefusedByServer } from './api.ts'
import type { EntryKeeper, KeptEntries } from './kept-entries.ts'
import { layAside } from './not-taken.ts'
import { entriesIn, latest, type Outbox, type Outgoing, outgoingEntry } from './outbox.ts'

export interface LogState {
  /** Has everything arrived, is something on its way, or does it wait to be tried again? */
  readonly sent: 'all' | 'going' | 'failing'
  /** Everything that is known of the job, in its order: what the server has and what waits here. */
  readonly entries: readonly Entry[]
  readonly waiting: ReadonlySet<string>
  /** Has the server been heard since this job was opened? */
  readonly heard: boolean
  /** Was it heard within the last half minute? Where not, what others did meanwhile is not known here. */
  readonly fresh: boolean
}

/** Milliseconds between two looks at what others have entered. */
const LOOK = 5000
const RETRY = 2000
/** Milliseconds after which nothing heard means nothing known. */
export const STALE = 30_000
/** Entries sent at once. */
const BATCH = 200

/** Nobody is signed in, or may not write, or has to wait: that says nothing of what was sent. */
const LATER = [401, 403, 429]
/** What the server will not take however often it is sent. */
const isRefusal = (error: unknown): error is RefusedByServer =>
  error instanceof RefusedByServer && error.status < 500 && !LATER.includes(error.status)

/** What this browser has of a job's entries, from before the log is opened. */
interface Had {
  /** Where what is heard is kept. */
  readonly keeper?: EntryKeeper
  /** What this browser had heard before; without the server it is all there is. */
  readonly kept?: KeptEntries | undefined
}

/** Does an entry have the form of this version? */
const isOurs = (of: unknown): of is Entry => typeof of === 'object' && of !== null && 'at' in of

/**
 * The entries of one job: what the server has, and what any window of this browser has written down and is not acknowledged
 * yet. What waits is sent by one window at a time, and lies in the browser's box until the server has it.
 */
export class EntryLog extends Observable<LogState> {
  readonly #jobId: string
  readonly #box: Outbox
  /** Called with words for the user when something happened that they did not do. */
  notice: (says: string) => void = () => undefined
  #kept: readonly Entry[] = []
  /** What waits, in the order in which it is sent; entries of a window of an older version go as they are. */
  #waiting: readonly Outgoing[] = []
  /** Entries of this window that do not lie in the box: not yet, or for want of room. */
  readonly #loose = new Set<string>()
  /** Entries the server has answered to that could not be taken out of the box: they are not sent again and again. */
  readonly #answered = new Set<string>()
  /** Counts what this window has changed, so that a look at the box that has been overtaken is not believed. */
  #changes = 0
  /** How far this window has what was entered, in the order of arrival. */
  #upTo = 0
  /** Entries the server has and cannot read. */
  #unreadable = 0
  #heard = false
  #heardAt = 0
  #sending = false
  #failed = false
  /** How many answers of the server have been taken in. */
  #answers = 0
  readonly #gone = new AbortController()
  readonly #look: ReturnType<typeof setInterval>

  readonly #leave: () => void
  readonly #keeper: EntryKeeper | undefined

  private constructor(box: Outbox, jobId: string, waiting: readonly Outgoing[], { keeper, kept }: Had) {
    super({ sent: 'all', entries: [], waiting: new Set(), heard: false, fresh: false })
    this.#box = box
    this.#jobId = jobId
    this.#keeper = keeper
    this.#waiting = waiting
    if (kept) {
      this.#kept = kept.entries
      this.#upTo = kept.upTo
      this.#unreadable = kept.unreadable
    }
    this.#tell()
    const { signal } = this.#gone
    window.addEventListener('online', () => void this.#flush(), { signal })
    window.addEventListener('focus', () => void this.#catchUp(), { signal })
    this.#leave = box.changed(jobId, () => void this.#otherWindow())
    this.#look = setInterval(() => {
      if (this.state().fresh !== this.#fresh) this.#tell()
      void this.#catchUp()
    }, LOOK)
    void (this.#unsent ? this.#flush() : this.#catchUp())
  }

  /** Opens the log with what lies in this browser; the server is asked right after. */
  static async open(jobId: string, box: Outbox, had: Had = {}): Promise<EntryLog> {
    return new EntryLog(box, jobId, await waitingIn(box, jobId), had)
  }

  /** Stops trying; what waits lies in the box for the next opening. */
  readonly close = () => {
    this.#gone.abort()
    this.#leave()
    clearInterval(this.#look)
  }

  readonly add = (entries: readonly Entry[]) => {
    const things = entries.map(outgoingEntry)
    this.#waiting = latest([...this.#waiting, ...things])
    for (const { id } of things) this.#answered.delete(id)
    this.#changes++
    void this.#keep(things)
    void this.#flush()
    this.#tell()
  }

  async #keep(things: readonly Outgoing[]) {
    for (const { id } of things) this.#loose.add(id)
    try {
      await this.#box.put(this.#jobId, things)
      for (const { id } of things) this.#loose.delete(id)
    } catch {
      this.notice('This browser’s store is full: what you enter is sent, but not kept here.')
    }
  }

  /** Looks at once for what the server has. */
  readonly look = () => this.#catchUp()

  get #fresh() {
    return this.#heard && Date.now() - this.#heardAt < STALE
  }

  get #unsent() {
    return this.#waiting.length > 0
  }

  /** Another window of this browser has entered something, or has sent something. */
  async #otherWindow() {
    // Who is about to send looks by itself.
    if (this.#sending || this.#gone.signal.aborted) return
    await this.#lookIn()
    if (!this.#gone.signal.aborted) this.#tell()
  }

  /** Takes in what lies in the box, and what of this window found no room there. */
  async #lookIn() {
    for (;;) {
      const before = this.#changes
      const there = (await waitingIn(this.#box, this.#jobId)).filter(({ id }) => !this.#answered.has(id))
      if (before !== this.#changes) continue
      this.#waiting = latest([...there, ...this.#waiting.filter(({ id }) => this.#loose.has(id))])
      return
    }
  }

  async #flush() {
    if (!this.#unsent || this.#sending || this.#gone.signal.aborted) return
    this.#sending = true
    const through = await this.#box.inTurn(`entries:${this.#jobId}`, () => this.#sendSome()).catch(() => false)
    this.#sending = false
    this.#failed = !through
    if (this.#gone.signal.aborted) return
    this.#tell()
    if (through) void this.#flush()
    else setTimeout(() => void this.#flush(), RETRY)
  }

  /** Sends what lies there, as much as goes at once. Answers whether the server has answered to all of it. */
  async #sendSome(): Promise<boolean> {
    await this.#lookIn()
    const going = this.#waiting.slice(0, BATCH)
    if (going.length === 0 || this.#gone.signal.aborted) return true
    try {
      await this.#send(going)
      return true
    } catch (error) {
      return isRefusal(error) && (await this.#refused(going, error))
    }
  }

  async #send(going: readonly Outgoing[]) {
    const since = this.#upTo
    const answer = await api.addEntries(
      this.#jobId,
      going.map(({ of }) => of),
      since,
    )
    this.#took(answer, since)
    this.#gave(going)
    const gone = going.map(({ id }) => id)
    await this.#box.settle(this.#jobId, { gone }).catch(() => {
      for (const id of gone) this.#answered.add(id)
    })
  }

  /**
   * One malformed entry must not keep the others: each is sent for itself, and the refused one is named.
   * @returns whether the server has answered to every one of them
   */
  async #refused(going: readonly Outgoing[], error: RefusedByServer): Promise<boolean> {
    if (going.length === 1) {
      const [{ id, of }] = going as readonly [Outgoing]
      this.#gave(going)
      if (!(await layAside(this.#box, this.#jobId, { id, why: error.message, what: 'entry', of })))
        this.#answered.add(id)
      this.notice(`The log did not take this: ${error.message}`)
      return true
    }
    let answered = true
    for (const one of going)
      try {
        await this.#send([one])
      } catch (again) {
        if (isRefusal(again)) await this.#refused([one], again)
        else answered = false
      }
    return answered
  }

  /** What the server has answered to waits no more. */
  #gave(sent: readonly Outgoing[]) {
    this.#changes++
    const gone = new Set(sent.map(({ id }) => id))
    for (const id of gone) this.#loose.delete(id)
    this.#waiting = this.#waiting.filter(({ id }) => !gone.has(id))
  }

  async #catchUp() {
    if (this.#gone.signal.aborted || document.visibilityState !== 'visible') return
    if (this.#unsent) return this.#flush()
    const asked = this.#answers
    const since = this.#upTo
    const fresh = await api.entries(this.#jobId, since).catch(() => undefined)
    // What was answered meanwhile, to entries sent after this was asked, is newer than this answer.
    if (!fresh || this.#gone.signal.aborted || asked !== this.#answers) return
    const [awake, before] = [this.#fresh && this.state().fresh, this.#kept]
    this.#took(fresh, since)
    const same = before.length === this.#kept.length && before.at(-1)?.id === this.#kept.at(-1)?.id
    if (!awake || !same) this.#tell()
  }

  /** @param since how far it was had already: what came before is not in the answer */
  #took({ entries, upTo, count }: Arrived, since: number) {
    this.#heard = true
    this.#heardAt = Date.now()
    this.#answers++
    const before = this.#kept
    if (since > 0) {
      const known = new Set(this.#kept.map(({ id }) => id))
      const newer = entries.filter(({ id }) => !known.has(id))
      if (newer.length > 0) this.#kept = [...this.#kept, ...newer]
    } else {
      this.#kept = entries
      this.#unreadable = count - entries.length
    }
    // Another number than was counted: the server has another database than a moment ago. Everything is asked for anew.
    this.#upTo = this.#kept.length + this.#unreadable === count ? upTo : 0
    if (this.#kept !== before && this.#upTo > 0)
      void this.#keeper?.put({ entries: this.#kept, upTo, unreadable: this.#unreadable })
  }

  #tell() {
    const known = new Set(this.#kept.map(({ id }) => id))
    const waiting = this.#waiting.map(({ of }) => of).filter((of): of is Entry => isOurs(of) && !known.has(of.id))
    this.become({
      sent: this.#unsent ? (this.#failed ? 'failing' : 'going') : 'all',
      entries: [...this.#kept, ...waiting].sort(inOrder),
      waiting: new Set(waiting.map(({ id }) => id)),
      heard: this.#heard,
      fresh: this.#fresh,
    })
  }
}

const waitingIn = async (box: Outbox, job: string): Promise<readonly Outgoing[]> => {
  const { things } = await box.look(job).catch(() => ({ things: [] }))
  return entriesIn(things).map(outgoingEntry)
}
