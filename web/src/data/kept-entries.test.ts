import 'fake-indexeddb/auto'
import type { Entry } from '@civil-lantern/core'
import { createStore, promisifyRequest } from 'idb-keyval'
import { describe, expect, it } from 'vitest'
import { CHUNK, KeptJob } from './kept-entries.ts'

const entry = (n: number) => ({ id: `entry-${n}`, body: { kind: 'note', text: `${n}` } }) as unknown as Entry
const list = (count: number, from = 0) => Array.from({ length: count }, (_, i) => entry(from + i))
const kept = (entries: readonly Entry[], unreadable = 0) => ({ entries, upTo: entries.length + unreadable, unreadable })

/** What lies in the browser's store, as the program wrote it. */
const lies = createStore('lantern-entries-2', 'kept')
const texts = (job: string) =>
  lies('readonly', async (store) => {
    const keys = (await promisifyRequest(store.getAllKeys())).map(String).filter((key) => key.startsWith(`${job}/`))
    return Promise.all(keys.map(async (key) => [key, await promisifyRequest<string>(store.get(key))] as const))
  })

describe('entries kept in a browser', () => {
  it.each([0, 1, CHUNK - 1, CHUNK, CHUNK + 1, 2 * CHUNK + 3])('%i of them come back in order', async (count) => {
    const job = `job-${count}`
    await new KeptJob(job).put(kept(list(count), 2))
    expect(await new KeptJob(job).get()).toEqual(kept(list(count), 2))
  })

  it('one job has nothing of another', async () => {
    await new KeptJob('here').put(kept(list(2)))
    expect(await new KeptJob('there').get()).toBeUndefined()
  })

  it('what is added later is kept with the rest; only the last record is written anew', async () => {
    const job = new KeptJob('growing')
    const entries = list(CHUNK + 10)
    await job.put(kept(entries))
    // A mark in the first record stays: nobody wrote it again.
    const [[first, text]] = (await texts('growing')) as [readonly [string, string]]
    await lies('readwrite', (store) => promisifyRequest(store.put(text.replace('"0"', '"mark"'), first)))
    await job.put(kept([...entries, entry(9999)]))
    const back = await new KeptJob('growing').get()
    expect(back?.entries).toHaveLength(CHUNK + 11)
    expect(back?.entries[0]?.body.text).toBe('mark')
    expect(back?.entries.at(-1)).toEqual(entry(9999))
  })

  it('two windows that heard the same in another order never mix', async () => {
    const [one, other] = [new KeptJob('two'), new KeptJob('two')]
    const entries = list(CHUNK + 5)
    await one.put(kept(entries))
    await other.put(kept([...entries].reverse()))
    await one.put(kept([...entries, entry(7777)]))
    const back = await new KeptJob('two').get()
    expect(new Set(back?.entries.map(({ id }) => id)).size).toBe(CHUNK + 6)
    await other.put(kept([...entries].reverse()))
    expect(new Set((await new KeptJob('two').get())?.entries.map(({ id }) => id)).size).toBe(CHUNK + 5)
  })

  it('fewer than before replace them: another database', async () => {
    const job = new KeptJob('fewer')
    await job.put(kept(list(CHUNK * 2)))
    await job.put(kept(list(3, 100)))
    expect(await new KeptJob('fewer').get()).toEqual(kept(list(3, 100)))
  })

  it('half of them is none: a record that is gone is not a wall that never was', async () => {
    await new KeptJob('torn').put(kept(list(CHUNK * 2)))
    await lies('readwrite', (store) => promisifyRequest(store.delete('torn/0')))
    expect(await new KeptJob('torn').get()).toBeUndefined()
    await lies('readwrite', (store) => promisifyRequest(store.put('[{', 'torn/0')))
    expect(await new KeptJob('torn').get()).toBeUndefined()
  })

  it('where the store is shut nothing is kept, and nothing fails', async () => {
    const job = new KeptJob('shut')
    const put = IDBObjectStore.prototype.put
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    await expect(job.put(kept(list(3)))).resolves.toBeUndefined()
    IDBObjectStore.prototype.put = put
    expect(await job.get()).toBeUndefined()
    await job.put(kept(list(3)))
    expect(await job.get()).toEqual(kept(list(3)))
  })
})
