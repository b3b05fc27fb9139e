import type { Entry } from '@civil-lantern/core'
import { api, RefusedByServer, type StoredEntry } from './api.ts'
import { newId, shelf } from './shelf.ts'

/** Entries written down but not yet acknowledged, per job: kept on the shelf and sent again until they are. */
export class EntryQueue {
  readonly #jobId: string
  readonly #sent: (entries: StoredEntry[]) => void
  readonly #refused: (says: string) => void
  #waiting: StoredEntry[]
  readonly #listeners = new Set<() => void>()
  readonly #gone = new AbortController()

  constructor(jobId: string, sent: (entries: StoredEntry[]) => void, refused: (says: string) => void) {
    this.#jobId = jobId
    this.#sent = sent
    this.#refused = refused
    this.#waiting = shelf.get<StoredEntry[]>(`entries:${jobId}`) ?? []
    window.addEventListener('online', () => this.#flush(), { signal: this.#gone.signal })
    void this.#flush()
  }

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  readonly waiting = () => this.#waiting

  /** Stops trying; what waits stays on the shelf. */
  readonly close = () => this.#gone.abort()

  readonly add = (body: Entry) => {
    this.#change([...this.#waiting, { id: newId(), body }])
    void this.#flush()
  }

  async #flush() {
    const going = this.#waiting
    if (going.length === 0 || this.#gone.signal.aborted) return
    try {
      this.#sent(await api.addEntries(this.#jobId, going))
      this.#change(this.#waiting.filter((entry) => !going.includes(entry)))
    } catch (error) {
      if (error instanceof RefusedByServer && error.status < 500) {
        this.#refused(`The log did not take this: ${error.message}`)
        this.#change(this.#waiting.filter((entry) => !going.includes(entry)))
      } else setTimeout(() => this.#flush(), 2000)
    }
  }

  #change(waiting: StoredEntry[]) {
    this.#waiting = waiting
    if (waiting.length > 0) shelf.put(`entries:${this.#jobId}`, waiting)
    else shelf.drop(`entries:${this.#jobId}`)
    for (const listener of this.#listeners) listener()
  }
}
