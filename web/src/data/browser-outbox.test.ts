import { IDBFactory } from 'fake-indexeddb'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { aPage, type Page } from '../testing/page.ts'
import type { StoredJob } from './api.ts'
import { BrowserOutbox } from './browser-outbox.ts'
import type { Outgoing } from './outbox.ts'

const edit = (id: string): Outgoing => ({ id, what: 'edit', of: { id, name: id, patches: [] } })
const stored = (id: string, revision = 1) =>
  ({ id, revision, document: { version: 2, title: id } }) as unknown as StoredJob
const ids = async (box: BrowserOutbox, job = 'k') => (await box.look(job)).things.map(({ id }) => id)

let page: Page
beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  page = aPage()
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

it('a job that was never here has nothing', async () => {
  expect(await new BrowserOutbox().look('k')).toEqual({ job: undefined, things: [] })
  expect(await new BrowserOutbox().tally()).toEqual([])
})

it('what windows lay there comes back in the order it was laid, of its own job only', async () => {
  const [one, other] = [new BrowserOutbox(), new BrowserOutbox()]
  await one.put('k', [edit('a'), edit('b')])
  await other.put('k', [edit('c')])
  await other.put('elsewhere', [edit('x')])
  await one.put('k', [edit('d')])
  expect(await ids(one)).toEqual(['a', 'b', 'c', 'd'])
  expect((await other.look('elsewhere')).things).toEqual([edit('x')])
})

it('a thing laid again takes the place of the one before: refused, and then to be sent once more', async () => {
  const box = new BrowserOutbox()
  await box.put('k', [edit('a'), edit('b')])
  await box.put('k', [{ ...edit('a'), why: 'No.' }])
  expect(await ids(box)).toEqual(['b', 'a'])
  expect(await box.tally()).toEqual([{ job: 'k', document: undefined, waits: 1 }])
  await box.put('k', [edit('a')])
  expect(await box.tally()).toMatchObject([{ waits: 2 }])
  await box.settle('k', { gone: ['a'] })
  expect(await ids(box)).toEqual(['b'])
})

it('what the server has goes in one step with how the job is now; the other job stays', async () => {
  const box = new BrowserOutbox()
  await box.settle('k', { is: stored('k') })
  await box.put('k', [edit('a'), edit('b')])
  await box.put('other', [edit('a')])
  await box.settle('k', { is: stored('k', 2), gone: ['a', 'never here'] })
  expect(await box.look('k')).toEqual({ job: stored('k', 2), things: [edit('b')] })
  expect(await ids(box, 'other')).toEqual(['a'])
  expect(await box.tally()).toEqual([
    { job: 'k', document: stored('k').document, waits: 1 },
    { job: 'other', document: undefined, waits: 1 },
  ])
})

it('another window hears of it, of this job only, until it listens no more', async () => {
  const [one, other] = [new BrowserOutbox(), new BrowserOutbox()]
  const heard = vi.fn()
  const own = vi.fn()
  const leave = other.changed('k', heard)
  one.changed('k', own)
  await one.put('elsewhere', [edit('x')])
  await one.put('k', [edit('a')])
  await vi.waitFor(() => expect(heard).toHaveBeenCalledTimes(1))
  await one.settle('k', { gone: ['a'] })
  await vi.waitFor(() => expect(heard).toHaveBeenCalledTimes(2))
  leave()
  await one.put('k', [edit('b')])
  await other.put('k', [edit('c')])
  await vi.waitFor(() => expect(own).toHaveBeenCalledTimes(1))
  expect(heard).toHaveBeenCalledTimes(2)
})

describe('where there is no room', () => {
  /** The next so many things find none. */
  const full = (times: number) => {
    const add = IDBObjectStore.prototype.add
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore, ...put) {
      if (times-- > 0) throw new DOMException('no room', 'QuotaExceededError')
      return add.apply(this, put)
    })
  }

  it('jobs that were only looked at make some; work that waits, and this job, do not', async () => {
    const box = new BrowserOutbox()
    for (const job of ['k', 'looked-at', 'waits']) await box.settle(job, { is: stored(job) })
    await box.put('waits', [edit('w')])
    full(1)
    await box.put('k', [edit('a')])
    expect(await ids(box)).toEqual(['a'])
    expect((await box.tally()).map(({ job }) => job)).toEqual(['k', 'waits'])
  })

  it('what has arrived is taken out, though how the job is now cannot be kept', async () => {
    const box = new BrowserOutbox()
    await box.settle('k', { is: stored('k') })
    await box.put('k', [edit('a')])
    const put = IDBObjectStore.prototype.put
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...what) {
      if (this.name === 'jobs') throw new DOMException('no room', 'QuotaExceededError')
      return put.apply(this, what)
    })
    await box.settle('k', { is: stored('k', 2), gone: ['a'] })
    expect(await box.look('k')).toEqual({ job: stored('k'), things: [] })
    await expect(box.settle('k', { is: stored('k', 3) })).rejects.toThrow('no room')
  })

  it('and none can be made it is said, and what lay there before still lies there', async () => {
    const box = new BrowserOutbox()
    await box.put('k', [edit('a')])
    full(1)
    await expect(box.put('k', [edit('b')])).rejects.toThrow('no room')
    expect(await ids(box)).toEqual(['a'])
  })
})

describe('what an earlier version kept in the small store', () => {
  const shelved = () => {
    page.store.setItem('lantern:job:k', JSON.stringify({ base: stored('k', 4), pending: [edit('a').of, edit('b').of] }))
    page.store.setItem('lantern:waits:k', '2')
    page.store.setItem('lantern:entries:k', JSON.stringify([{ id: 'e', at: 'x' }, { text: 'of no id' }]))
    page.store.setItem('lantern:not-taken:gone', JSON.stringify([{ ...edit('bad'), why: 'No.' }]))
    page.store.setItem('lantern:theme', '"day"')
  }

  it('is taken in whole, once, and cleared there; what is no job’s stays', async () => {
    shelved()
    const box = new BrowserOutbox()
    const { job, things } = await box.look('k')
    expect(job).toEqual(stored('k', 4))
    expect(things).toEqual([
      edit('a'),
      edit('b'),
      { id: 'e', what: 'entry', of: { id: 'e', at: 'x' } },
      { id: '{"text":"of no id"}', what: 'entry', of: { text: 'of no id' } },
    ])
    expect((await box.look('gone')).things).toEqual([{ ...edit('bad'), why: 'No.' }])
    expect([...page.store.kept.keys()]).toEqual(['lantern:theme'])
    expect(await ids(new BrowserOutbox())).toHaveLength(4)
  })

  it('stays where it was when it cannot be taken in', async () => {
    shelved()
    const before = page.store.kept.size
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('no room', 'QuotaExceededError')
    })
    await expect(new BrowserOutbox().look('k')).rejects.toThrow('no room')
    expect(page.store.kept.size).toBe(before)
    vi.restoreAllMocks()
    expect(await ids(new BrowserOutbox())).toHaveLength(4)
  })
})
