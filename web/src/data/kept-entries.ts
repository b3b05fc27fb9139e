import type { Entry } from '@civil-lantern/core'
import { createStore, promisifyRequest, type UseStore } from 'idb-keyval'
import { newId } from '../base/shelf.ts'

/** What the server had of a job's entries when this browser last heard it. */
export interface KeptEntries {
  readonly entries: readonly Entry[]
  /** How far they go in the order of arrival. */
  readonly upTo: number
  /** Entries the server has and cannot read. */
  readonly unreadable: number
}

/** Where a log lays what it has heard, so that it is there without the server and need not be sent again. */
export interface EntryKeeper {
  put(kept: KeptEntries): Promise<void>
}

/** What stands beside the chunks of a job. */
interface Head extends Omit<KeptEntries, 'entries'> {
  readonly count: number
  /** Who wrote the chunks: two windows have heard the same in another order. */
  readonly writer: string
}

/** Entries in one record: only the last is written anew when one comes. */
export const CHUNK = 500

let store: UseStore | undefined
/** Named by the version of the entries: an older one's are asked for anew. */
const inStore = () => {
  store ??= createStore('lantern-entries-2', 'kept')
  return store
}

/** The keeping of one job's entries in this browser. A browser that has no store for it keeps none. */
export class KeptJob implements EntryKeeper {
  readonly #job: string
  readonly #writer = newId()
  #written = 0
  #last: readonly Entry[] = []
  #turn: Promise<void> = Promise.resolve()

  constructor(job: string) {
    this.#job = job
  }

  async get(): Promise<KeptEntries | undefined> {
    try {
      return await inStore()('readonly', async (from) => {
        const head = await promisifyRequest<Head | undefined>(from.get(this.#job))
        if (!head) return undefined
        const chunks = Array.from({ length: Math.ceil(head.count / CHUNK) }, (_, n) =>
          promisifyRequest<string | undefined>(from.get(`${this.#job}/${n}`)),
        )
        const entries = (await Promise.all(chunks)).flatMap((text): Entry[] => JSON.parse(text ?? '[]'))
        // Half of them would be a wall that never was.
        return entries.length === head.count ? { entries, upTo: head.upTo, unreadable: head.unreadable } : undefined
      })
    } catch {
      return undefined
    }
  }

  /** Keeps what was heard, after what was to be kept before it. A full or shut store keeps what it had. */
  put(kept: KeptEntries): Promise<void> {
    this.#turn = this.#turn.then(() => this.#write(kept)).catch(() => undefined)
    return this.#turn
  }

  async #write({ entries, upTo, unreadable }: KeptEntries) {
    const grown = this.#written > 0 && this.#last.every((one, i) => one === entries[i])
    await inStore()('readwrite', async (to) => {
      const head = await promisifyRequest<Head | undefined>(to.get(this.#job))
      const from = grown && head?.writer === this.#writer ? Math.floor(this.#written / CHUNK) : 0
      for (let n = from; n * CHUNK < entries.length; n++)
        to.put(JSON.stringify(entries.slice(n * CHUNK, (n + 1) * CHUNK)), `${this.#job}/${n}`)
      const now: Head = { count: entries.length, upTo, unreadable, writer: this.#writer }
      await promisifyRequest(to.put(now, this.#job))
    })
    this.#written = entries.length
    this.#last = entries
  }
}
