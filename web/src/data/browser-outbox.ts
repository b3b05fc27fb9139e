import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import { HELD, inTurn, type Leases } from '../base/turn.ts'
import type { StoredJob } from './api.ts'
import { offTheShelf, onTheShelf } from './from-the-shelf.ts'
import { type Lying, latest, type Outbox, type Outgoing, type Tally } from './outbox.ts'

interface Schema extends DBSchema {
  /** One record for each thing done, numbered as they come, whichever window they come from. */
  things: { key: number; value: Outgoing & { readonly job: string }; indexes: { job: string; id: [string, string] } }
  jobs: { key: string; value: StoredJob }
  leases: { key: string; value: { readonly owner: string; readonly until: number } }
}

const NAME = 'lantern-outbox'
const CHANNEL = 'lantern-outbox'

/** The box in the browser's own database, and word of it to the other windows. */
export class BrowserOutbox implements Outbox {
  #opened: Promise<IDBPDatabase<Schema>> | undefined
  #channel: BroadcastChannel | undefined

  async look(job: string): Promise<Lying> {
    const tx = (await this.#db()).transaction(['jobs', 'things'])
    const [kept, things] = await Promise.all([
      tx.objectStore('jobs').get(job),
      tx.objectStore('things').index('job').getAll(job),
    ])
    return { job: kept, things: latest(things).map(({ job: _, ...thing }) => thing) }
  }

  async put(job: string, things: readonly Outgoing[]): Promise<void> {
    const db = await this.#db()
    const write = async () => {
      const tx = db.transaction('things', 'readwrite')
      const added = things.map((thing) => tx.store.add({ ...thing, job }))
      // Given off at once: a window that is shut in the next instant has laid it here all the same.
      tx.commit()
      await Promise.all([...added, tx.done])
    }
    await write().catch(async (error) => {
      if (!(await this.#makesRoom(job))) throw error
      await write()
    })
    this.#tell(job)
  }

  async settle(job: string, { is, gone = [] }: { is?: StoredJob; gone?: readonly string[] }): Promise<void> {
    const db = await this.#db()
    const write = async (kept: StoredJob | undefined) => {
      const tx = db.transaction(['jobs', 'things'], 'readwrite')
      const things = tx.objectStore('things')
      const work: Promise<unknown>[] = gone.map(async (id) => {
        for (const key of await things.index('id').getAllKeys([job, id])) await things.delete(key)
      })
      if (kept) work.push(tx.objectStore('jobs').put({ id: job, revision: kept.revision, document: kept.document }))
      await Promise.all([...work, tx.done])
    }
    await write(is).catch(async (error) => {
      if (await this.#makesRoom(job)) return write(is)
      // What has arrived is taken out though there is no room for how the job is now: it would be sent again and again.
      if (!is || gone.length === 0) throw error
      return write(undefined)
    })
    this.#tell(job)
  }

  async tally(): Promise<readonly Tally[]> {
    const tx = (await this.#db()).transaction(['jobs', 'things'])
    const [jobs, things] = await Promise.all([tx.objectStore('jobs').getAll(), tx.objectStore('things').getAll()])
    const ids = new Set([...jobs.map(({ id }) => id), ...things.map(({ job }) => job)])
    return [...ids].map((job) => ({
      job,
      document: jobs.find(({ id }) => id === job)?.document,
      waits: latest(things.filter((one) => one.job === job)).filter(({ why }) => why === undefined).length,
    }))
  }

  changed(job: string, heard: () => void): () => void {
    const hears = ({ data }: MessageEvent) => {
      if (data === job) heard()
    }
    const channel = this.#between()
    channel?.addEventListener('message', hears)
    return () => channel?.removeEventListener('message', hears)
  }

  inTurn<T>(name: string, work: () => Promise<T>): Promise<T> {
    return inTurn(`lantern:${name}`, work, this.#leases)
  }

  readonly #leases: Leases = {
    take: async (name, owner, now) => {
      const tx = (await this.#db()).transaction('leases', 'readwrite')
      const held = await tx.store.get(name)
      const free = !held || held.owner === owner || held.until <= now
      if (free) await tx.store.put({ owner, until: now + HELD }, name)
      await tx.done
      return free
    },
    leave: async (name, owner) => {
      const tx = (await this.#db()).transaction('leases', 'readwrite')
      if ((await tx.store.get(name))?.owner === owner) await tx.store.delete(name)
      await tx.done
    },
  }

  #tell(job: string) {
    this.#between()?.postMessage(job)
  }

  #between(): BroadcastChannel | undefined {
    if (!this.#channel && 'BroadcastChannel' in globalThis) this.#channel = new BroadcastChannel(CHANNEL)
    return this.#channel
  }

  #db(): Promise<IDBPDatabase<Schema>> {
    this.#opened ??= this.#open().catch((error) => {
      this.#opened = undefined
      throw error
    })
    return this.#opened
  }

  async #open(): Promise<IDBPDatabase<Schema>> {
    const again = () => {
      this.#opened = undefined
    }
    const db = await openDB<Schema>(NAME, 1, {
      upgrade(made) {
        const things = made.createObjectStore('things', { autoIncrement: true })
        things.createIndex('job', 'job')
        things.createIndex('id', ['job', 'id'])
        made.createObjectStore('jobs', { keyPath: 'id' })
        made.createObjectStore('leases')
      },
      // A newer version of the program wants it, or the browser has cleared it: it is opened anew when it is next needed.
      blocking: (_now, _wanted, { target }) => {
        again()
        ;(target as IDBDatabase).close()
      },
      terminated: again,
    })
    try {
      await takeIn(db)
    } catch (error) {
      // Without what an earlier version left it would be half a box; it is tried again when it is next needed.
      db.close()
      throw error
    }
    return db
  }

  /** Lets go of other jobs that were only looked at. Answers whether there were any. */
  async #makesRoom(but: string): Promise<boolean> {
    const idle = (await this.tally()).filter(({ job, document, waits }) => job !== but && waits === 0 && document)
    const tx = (await this.#db()).transaction('jobs', 'readwrite')
    await Promise.all([...idle.map(({ job }) => tx.store.delete(job)), tx.done])
    return idle.length > 0
  }
}

/** Takes in what an earlier version kept in the small store; that is cleared when it lies here, not before. */
async function takeIn(db: IDBPDatabase<Schema>): Promise<void> {
  const moved = onTheShelf()
  if (moved.length === 0) return
  const tx = db.transaction(['jobs', 'things'], 'readwrite')
  await Promise.all([
    ...moved.flatMap(({ job, is, things }) => [
      ...(is ? [tx.objectStore('jobs').put({ ...is, id: job })] : []),
      ...things.map((thing) => tx.objectStore('things').add({ ...thing, job })),
    ]),
    tx.done,
  ])
  offTheShelf(moved)
}

/** The box of this browser. */
export const outbox: Outbox = new BrowserOutbox()
