import { type Entry, nextEntry } from '@civil-lantern/core'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MemoryBox } from '../testing/memory-outbox.ts'
import { type Answer, type Asked, aPage, held, type Page, rest } from '../testing/page.ts'
import { EntryLog } from './entry-log.ts'
import type { KeptEntries } from './kept-entries.ts'
import { useNotTaken } from './not-taken.ts'
import { outgoingEntry } from './outbox.ts'

let page: Page
let box: MemoryBox
let said: string[] = []
let logs: EntryLog[] = []
let count = 0

const entry = (words: string, known: readonly Entry[] = []): Entry =>
  nextEntry({ id: `e${++count}`, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, known, {
    kind: 'note',
    text: words,
  })

/** A server that keeps entries by id and refuses those whose note is "bad". */
class Server {
  kept: Entry[] = []
  readonly answer = ({ method, path, body }: Asked): Answer => {
    if (method === 'GET') return { says: this.after(Number(new URL(path, 'http://x').searchParams.get('since'))) }
    const entries = body.entries as Entry[]
    if (entries.some((one) => one.body?.text === 'bad'))
      return { status: 400, says: { failures: [{ where: [], says: 'A note is bad.', remedy: 'Write it anew.' }] } }
    for (const one of entries) if (!this.kept.some(({ id }) => id === one.id)) this.kept = [...this.kept, one]
    return { says: this.after(Number(body.since)) }
  }

  after = (since: number) => ({ entries: this.kept.slice(since), upTo: this.kept.length, count: this.kept.length })
}

async function opened(server: Server) {
  page.answers(server.answer)
  const log = await EntryLog.open('k', box.window())
  log.notice = (words) => said.push(words)
  logs.push(log)
  await rest()
  return log
}
const texts = (log: EntryLog) => log.state().entries.map(({ body }) => body.text)

beforeEach(() => {
  vi.useFakeTimers()
  page = aPage()
  box = new MemoryBox()
  said = []
})
afterEach(() => {
  for (const log of logs) log.close()
  logs = []
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('what the server has is heard at the opening; nothing is heard before', async () => {
  const server = new Server()
  server.kept = [entry('old')]
  page.answers(server.answer)
  const log = await EntryLog.open('k', box.window())
  logs.push(log)
  expect(log.state()).toMatchObject({ heard: false, entries: [] })
  await rest()
  expect(log.state().heard).toBe(true)
  expect(texts(log)).toEqual(['old'])
})

it('an entry stands at once, waits on the shelf, and waits no more when it has arrived', async () => {
  const server = new Server()
  const log = await opened(server)
  const back = held<Answer>()
  page.answers((asked) => (asked.method === 'POST' ? back.promise : server.answer(asked)))
  const one = entry('cold pipe')
  log.add([one])
  expect(texts(log)).toEqual(['cold pipe'])
  expect([...log.state().waiting]).toEqual([one.id])
  await rest()
  expect(box.waits('k')).toEqual([one.id])
  back.go(server.answer(page.asked.at(-1)!))
  await rest()
  expect(log.state().waiting.size).toBe(0)
  expect(texts(log)).toEqual(['cold pipe'])
  expect(box.waits('k')).toEqual([])
})

it('without a line it is tried again every two seconds, and by the next opening', async () => {
  const server = new Server()
  const log = await opened(server)
  page.answers(() => 'unreachable')
  log.add([entry('later')])
  expect(log.state().sent).toBe('going')
  await rest()
  expect(log.state().sent).toBe('failing')
  const tries = () => page.asked.filter(({ method }) => method === 'POST').length
  expect(tries()).toBe(1)
  await vi.advanceTimersByTimeAsync(1999)
  expect(tries()).toBe(1)
  await vi.advanceTimersByTimeAsync(1)
  expect(tries()).toBe(2)
  log.close()
  const again = await opened(server)
  await rest()
  expect(server.kept.map(({ body }) => body.text)).toEqual(['later'])
  expect(again.state()).toMatchObject({ waiting: new Set(), sent: 'all' })
})

it('a closed log tries no more', async () => {
  const log = await opened(new Server())
  page.answers(() => 'unreachable')
  log.add([entry('never')])
  await rest()
  log.close()
  const before = page.asked.length
  await vi.advanceTimersByTimeAsync(60_000)
  expect(page.asked.length).toBe(before)
})

it('of several entries the refused one is named; the others arrive, the second refusal too', async () => {
  const server = new Server()
  const log = await opened(server)
  log.add([entry('good'), entry('bad'), entry('fine'), entry('bad')])
  await rest()
  await rest()
  expect(server.kept.map(({ body }) => body.text)).toEqual(['good', 'fine'])
  expect(said).toEqual(Array(2).fill('The log did not take this: A note is bad. Write it anew.'))
  expect(useNotTaken.getState().k).toMatchObject(Array(2).fill({ what: 'entry', of: { body: { text: 'bad' } } }))
  expect(log.state().waiting.size).toBe(0)
})

it('a line that breaks among a refused lot loses nothing and is not hammered', async () => {
  const server = new Server()
  const log = await opened(server)
  let posts = 0
  page.answers((asked) => (asked.method === 'POST' && ++posts === 3 ? 'unreachable' : server.answer(asked)))
  log.add([entry('good'), entry('unlucky'), entry('bad')])
  await rest()
  await rest()
  expect([posts, log.state().waiting.size]).toEqual([4, 1])
  await vi.advanceTimersByTimeAsync(2000)
  expect(server.kept.map(({ body }) => body.text)).toEqual(['good', 'unlucky'])
})

it('an error of the server is no refusal: the entry waits', async () => {
  const log = await opened(new Server())
  page.answers(() => ({ status: 500, says: {} }))
  log.add([entry('patience')])
  await rest()
  expect(said).toEqual([])
  expect(log.state().waiting.size).toBe(1)
})

it('two hundred go at once, and the rest right after them', async () => {
  const server = new Server()
  const log = await opened(server)
  log.add(Array.from({ length: 201 }, (_, i) => entry(`n${i}`)))
  await rest()
  await rest()
  expect(page.asked.filter(({ method }) => method === 'POST').map(({ body }) => (body.entries as []).length)).toEqual([
    200, 1,
  ])
  expect(log.state().waiting.size).toBe(0)
})

it('an answer asked for before an entry arrived does not make that entry vanish', async () => {
  const server = new Server()
  const log = await opened(server)
  const slow = held<Answer>()
  page.answers((asked) => (asked.method === 'GET' ? slow.promise : server.answer(asked)))
  page.happens('focus')
  await rest()
  log.add([entry('meanwhile')])
  await rest()
  expect(texts(log)).toEqual(['meanwhile'])
  slow.go({ says: { entries: [] } })
  await rest()
  expect(texts(log)).toEqual(['meanwhile'])
})

it('a full store is said; the entry is sent all the same', async () => {
  const server = new Server()
  const log = await opened(server)
  box.full = true
  log.add([entry('big')])
  await rest()
  expect(said.join()).toContain('store is full')
  expect(server.kept).toHaveLength(1)
})

it('others’ entries come every five seconds, and nobody is woken when there are none', async () => {
  const server = new Server()
  const log = await opened(server)
  let woken = 0
  log.subscribe(() => woken++)
  await vi.advanceTimersByTimeAsync(5000)
  expect(woken).toBe(0)
  server.kept = [entry('theirs')]
  await vi.advanceTimersByTimeAsync(5000)
  expect(texts(log)).toEqual(['theirs'])
  expect(woken).toBe(1)
})

it('entries of a window of an older version go as they are', async () => {
  const server = new Server()
  const older = { id: 'x', kind: 'note', text: 'from before' }
  box.things.k = [outgoingEntry(older)]
  await opened(server)
  await rest()
  expect(page.asked.find(({ method }) => method === 'POST')!.body.entries).toEqual([older])
  expect(box.waits('k')).toEqual([])
})

it('two windows without a line keep what each entered; the next opening sends all of it', async () => {
  const server = new Server()
  const [one, other] = [await opened(server), await opened(server)]
  page.answers(() => 'unreachable')
  one.add([entry('from one')])
  other.add([entry('from the other')])
  one.add([entry('more from one')])
  await rest()
  expect(texts(other).toSorted()).toEqual(['from one', 'from the other', 'more from one'])
  for (const log of [one, other]) log.close()
  await opened(server)
  await rest()
  expect(server.kept.map(({ body }) => body.text).toSorted()).toEqual(['from one', 'from the other', 'more from one'])
  expect(box.waits('k')).toEqual([])
})

it('is fresh while the server was heard within half a minute, and not a moment longer', async () => {
  const server = new Server()
  const log = await opened(server)
  expect(log.state().fresh).toBe(true)
  page.answers(() => 'unreachable')
  await vi.advanceTimersByTimeAsync(29_999)
  expect(log.state().fresh).toBe(true)
  await vi.advanceTimersByTimeAsync(5002)
  expect(log.state().fresh).toBe(false)
  page.answers(server.answer)
  await vi.advanceTimersByTimeAsync(5000)
  expect(log.state().fresh).toBe(true)
})

it('only what came since is asked for, and everything again where the server has another database', async () => {
  const server = new Server()
  server.kept = [entry('one'), entry('two')]
  const log = await opened(server)
  const asks = () => page.asked.filter(({ method }) => method === 'GET').map(({ path }) => path.split('since=')[1])
  expect(asks()).toEqual(['0'])
  server.kept = [...server.kept, entry('three')]
  await vi.advanceTimersByTimeAsync(5000)
  expect([asks().at(-1), texts(log)]).toEqual(['2', ['one', 'two', 'three']])
  log.add([entry('four', log.state().entries)])
  await rest()
  expect(page.asked.at(-1)?.body.since).toBe(3)
  expect(texts(log)).toEqual(['one', 'two', 'three', 'four'])
  // Put back from a copy of this morning.
  server.kept = [server.kept[0]!, entry('other')]
  await vi.advanceTimersByTimeAsync(5000)
  await vi.advanceTimersByTimeAsync(5000)
  expect(asks().slice(-2)).toEqual(['4', '0'])
  expect(texts(log)).toEqual(['one', 'other'])
})

it('an entry the server has and cannot read does not have everything asked for again and again', async () => {
  const server = new Server()
  server.kept = [entry('one')]
  const after = server.after
  server.after = (since: number) => ({ ...after(since), upTo: 2, count: 2 })
  await opened(server)
  await vi.advanceTimersByTimeAsync(10_000)
  expect(page.asked.map(({ path }) => path.split('since=')[1])).toEqual(['0', '2', '2'])
})

describe('what this browser had heard before', () => {
  const had = (entries: Entry[]) => ({ entries, upTo: entries.length, unreadable: 0 })
  const keeper = () => {
    const put = vi.fn(async () => undefined)
    return { put, last: () => put.mock.lastCall?.at(0) as unknown as KeptEntries | undefined }
  }
  const openedWith = async (server: Server | undefined, kept: ReturnType<typeof keeper>, before: Entry[]) => {
    page.answers(server?.answer ?? (() => 'unreachable'))
    const log = await EntryLog.open('k', box.window(), { keeper: kept, kept: had(before) })
    logs.push(log)
    await rest()
    return log
  }

  it('is there without the server, and is not taken for fresh', async () => {
    const log = await openedWith(undefined, keeper(), [entry('old')])
    expect(texts(log)).toEqual(['old'])
    expect(log.state()).toMatchObject({ heard: false, fresh: false })
  })

  it('is not asked for again: only what came after it, which is kept with it', async () => {
    const server = new Server()
    const kept = keeper()
    server.kept = [entry('one'), entry('two'), entry('three')]
    const log = await openedWith(server, kept, server.kept.slice(0, 2))
    expect(page.asked.map(({ path }) => path)).toEqual(['/jobs/k/entries?since=2'])
    expect(texts(log)).toEqual(['one', 'two', 'three'])
    expect(kept.last()).toEqual({ entries: server.kept, upTo: 3, unreadable: 0 })
    kept.put.mockClear()
    await vi.advanceTimersByTimeAsync(6000)
    expect(kept.put).not.toHaveBeenCalled()
  })

  it('gives way to another database: what that has is asked for whole, and kept instead', async () => {
    const server = new Server()
    const kept = keeper()
    server.kept = [entry('restored')]
    const log = await openedWith(server, kept, [entry('gone'), entry('gone too')])
    expect(kept.put).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(6000)
    expect(texts(log)).toEqual(['restored'])
    expect(kept.last()).toEqual({ entries: server.kept, upTo: 1, unreadable: 0 })
  })

  it('is no reason to say that something waits, nor to drop what does', async () => {
    const kept = keeper()
    const log = await openedWith(undefined, kept, [entry('old')])
    log.add([entry('new')])
    await rest()
    expect(texts(log).sort()).toEqual(['new', 'old'])
    expect(log.state().waiting.size).toBe(1)
    expect(kept.put).not.toHaveBeenCalled()
  })
})

it('an answer that broke off is none: the entry waits and is sent again', async () => {
  const server = new Server()
  server.kept = [entry('old')]
  const log = await opened(server)
  page.answers(() => 'broken off')
  log.add([entry('new')])
  await rest()
  expect(texts(log).sort()).toEqual(['new', 'old'])
  expect(log.state().waiting.size).toBe(1)
  page.answers(server.answer)
  await vi.advanceTimersByTimeAsync(2000)
  expect(log.state().waiting.size).toBe(0)
  expect(server.kept).toHaveLength(2)
})

it('what the server has, or has refused, and the box cannot give up is sent once and said once', async () => {
  const server = new Server()
  page.answers(server.answer)
  const log = await EntryLog.open('k', { ...box.window(), settle: () => Promise.reject(new Error('no room')) })
  log.notice = (words) => said.push(words)
  logs.push(log)
  await rest()
  log.add([entry('good')])
  await rest()
  log.add([entry('bad')])
  box.full = true
  await vi.advanceTimersByTimeAsync(12_000)
  expect(page.asked.filter(({ method }) => method === 'POST')).toHaveLength(2)
  expect(said.filter((words) => words.includes('did not take'))).toHaveLength(1)
  expect(log.state()).toMatchObject({ waiting: new Set(), sent: 'all' })
})
