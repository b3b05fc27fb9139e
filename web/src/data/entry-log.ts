import { type Entry, inOrder } from '@civil-lantern/core'
import { Observable } from '../base/observable.ts'
import { newId, shelf } from '../base/shelf.ts'
import { type Arrived, api, RefusedByServer } from './api.ts'
import type { EntryKeeper, KeptEntries } from './kept-entries.ts'
import { layAside } from './not-taken.ts'

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

/** The entries of one job: what the server has, and what is written down here and not acknowledged yet. */
export class EntryLog extends Observable<LogState> {
  readonly #jobId: string
  /** Called with words for the user when something happened that they did not do. */
  notice: (says: string) => void = () => undefined
  #kept: readonly Entry[] = []
  #waiting: Entry[]
  /** Entries of a window of an older version, sent as they are. */
  #older: unknown[]
  /** Ids of every entry this window has had in hand: what else lies on the shelf is another window’s. */
  readonly #mine = new Set<string>()
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

  readonly #keeper: EntryKeeper | undefined

  /** @param had what this browser had heard before; without the server it is all there is */
  constructor(jobId: string, keeper?: EntryKeeper, had?: KeptEntries) {
    super({ sent: 'all', entries: [], waiting: new Set(), heard: false, fresh: false })
    this.#jobId = jobId
    this.#keeper = keeper
    if (had) {
      this.#kept = had.entries
      this.#upTo = had.upTo
      this.#unreadable = had.unreadable
    }
    const all = shelf.get<(Entry & { at?: string })[]>(`entries:${jobId}`) ?? []
    this.#waiting = all.filter((one) => one.at !== undefined)
    this.#older = all.filter((one) => one.at === undefined)
    for (const { id } of all) this.#mine.add(id)
    this.#tell()
    const { signal } = this.#gone
    window.addEventListener('online', () => void this.#flush(), { signal })
    window.addEventListener('focus', () => void this.#catchUp(), { signal })
    this.#look = setInterval(() => {
      if (this.state().fresh !== this.#fresh) this.#tell()
      void this.#catchUp()
    }, LOOK)
    void (this.#unsent ? this.#flush() : this.#catchUp())
  }

  /** Stops trying; what waits stays on the shelf. */
  readonly close = () => {
    this.#gone.abort()
    clearInterval(this.#look)
  }

  readonly add = (entries: readonly Entry[]) => {
    for (const { id } of entries) this.#mine.add(id)
    this.#waiting = [...this.#waiting, ...entries]
    void this.#flush()
    if (!this.#keep()) this.notice('This browser’s store is full: what you enter is sent, but not kept here.')
    this.#tell()
  }

  /** Looks at once for what the server has. */
  readonly look = () => this.#catchUp()

  get #fresh() {
    return this.#heard && Date.now() - this.#heardAt < STALE
  }

  get #unsent() {
    return this.#waiting.length + this.#older.length > 0
  }

  async #flush() {
    if (!this.#unsent || this.#sending || this.#gone.signal.aborted) return
    this.#sending = true
    let through: boolean
    const going = [...this.#older, ...this.#waiting].slice(0, BATCH)
    try {
      const since = this.#upTo
      this.#took(await api.addEntries(this.#jobId, going, since), since)
      this.#arrived(going)
      through = true
    } catch (error) {
      through = isRefusal(error) && (await this.#refused(going, error))
    }
    this.#sending = false
    this.#failed = !through
    if (this.#gone.signal.aborted) return
    this.#keep()
    this.#tell()
    if (through) void this.#flush()
    else setTimeout(() => void this.#flush(), RETRY)
  }

  /**
   * One malformed entry must not keep the others: each is sent for itself, and the refused one is named.
   * @returns whether the server has answered to every one of them
   */
  async #refused(going: readonly unknown[], error: RefusedByServer): Promise<boolean> {
    if (going.length === 1) {
      const [of] = going
      const id = typeof of === 'object' && of !== null && 'id' in of ? String(of.id) : newId()
      layAside(this.#jobId, { id, why: error.message, what: 'entry', of })
      this.notice(`The log did not take this: ${error.message}`)
      this.#arrived(going)
      return true
    }
    let answered = true
    for (const one of going)
      try {
        const since = this.#upTo
        this.#took(await api.addEntries(this.#jobId, [one], since), since)
        this.#arrived([one])
      } catch (again) {
        if (isRefusal(again)) await this.#refused([one], again)
        else answered = false
      }
    return answered
  }

  #arrived(sent: readonly unknown[]) {
    this.#waiting = this.#waiting.filter((entry) => !sent.includes(entry))
    this.#older = this.#older.filter((entry) => !sent.includes(entry))
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

  #keep(): boolean {
    // Another window of this browser may have entries of its own waiting there.
    const others = (shelf.get<Entry[]>(`entries:${this.#jobId}`) ?? []).filter(({ id }) => !this.#mine.has(id))
    const all = [...others, ...this.#older, ...this.#waiting]
    if (all.length > 0) return shelf.put(`entries:${this.#jobId}`, all)
    shelf.drop(`entries:${this.#jobId}`)
    return true
  }

  #tell() {
    const known = new Set(this.#kept.map(({ id }) => id))
    const waiting = this.#waiting.filter(({ id }) => !known.has(id))
    this.become({
      sent: this.#unsent ? (this.#failed ? 'failing' : 'going') : 'all',
      entries: [...this.#kept, ...waiting].sort(inOrder),
      waiting: new Set(waiting.map(({ id }) => id)),
      heard: this.#heard,
      fresh: this.#fresh,
    })
  }
}
