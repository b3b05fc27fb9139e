import { type Edit, makeEdit, plannedJob } from '@civil-lantern/core'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { note, refusal, renamed, Server, says, start } from '../testing/job-server.ts'
import { MemoryBox } from '../testing/memory-outbox.ts'
import { type Answer, aPage, held, type Page, rest } from '../testing/page.ts'
import { JobSession } from './job-session.ts'
import { useNotTaken } from './not-taken.ts'

let page: Page
let box: MemoryBox
let open: JobSession[] = []
let said: string[] = []

/** What a session does with the box of its browser: with other windows, without room, and where the box fails. */

async function opened(server: Server) {
  page.answers(server.answer)
  const session = await JobSession.open('k', box.window())
  session.notice = (words) => said.push(words)
  open.push(session)
  await rest()
  return session
}

beforeEach(() => {
  vi.useFakeTimers()
  page = aPage()
  box = new MemoryBox()
  said = []
})
afterEach(() => {
  for (const session of open) session.close()
  open = []
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('a full store is said once, and the edit is sent all the same', async () => {
  const server = new Server()
  const session = await opened(server)
  box.full = true
  session.apply(note(start, 'one'))
  session.apply(note(session.state().document, 'two'))
  await rest()
  await rest()
  expect(said.filter((words) => words.includes('store is full'))).toHaveLength(1)
  expect(server.edits).toEqual(['one', 'two'])
})

it('two windows of one browser without a line keep both their edits, and the next opening sends them', async () => {
  const server = new Server()
  const [one, other] = [await opened(server), await opened(server)]
  page.answers(() => 'unreachable')
  one.apply(note(start, 'notes of one'))
  other.apply(renamed(start, 'Porch'))
  one.apply(note(one.state().document, 'more of one'))
  await rest()
  expect(box.waits('k')).toEqual(['notes of one', 'Porch', 'more of one'])
  one.close()
  other.close()
  const again = await opened(server)
  await rest()
  expect(server.edits).toEqual(['notes of one', 'Porch', 'more of one'])
  expect(again.state()).toMatchObject({ save: 'saved', pending: 0 })
  expect(box.waits('k')).toEqual([])
})

it('windows of one browser show each other’s edits without a line, in the same order', async () => {
  const [one, other] = [await opened(new Server()), await opened(new Server())]
  page.answers(() => 'unreachable')
  one.apply(note(start, 'first'))
  await rest()
  other.apply(note(other.state().document, 'second'))
  await rest()
  expect([one, other].map((of) => of.state().document.site.notes)).toEqual(['second', 'second'])
  expect([one, other].map((of) => of.state().pending)).toEqual([2, 2])
})

it('what lies there is sent once, by one window, and the others stand as it came out without asking', async () => {
  const server = new Server()
  const [one, other] = [await opened(server), await opened(server)]
  const back = held<Answer>()
  page.answers((asked) => (asked.method === 'POST' ? back.promise : server.answer(asked)))
  one.apply(note(start, 'sent'))
  await rest()
  other.apply(renamed(other.state().document, 'Porch'))
  page.happens('online')
  await rest()
  const posts = () =>
    page.asked.filter(({ method }) => method === 'POST').map(({ body }) => (body.edits as Edit[]).length)
  expect(posts()).toEqual([1])
  page.answers(server.answer)
  back.go(server.answer(page.asked.at(-1)!))
  await rest()
  expect(server.edits).toEqual(['sent', 'Porch'])
  expect(posts()).toEqual([1, 1])
  expect([one, other].map((of) => of.state())).toMatchObject(Array(2).fill({ save: 'saved', revision: 3 }))
  expect(one.state().document).toEqual(server.document)
  expect(other.state().document).toEqual(server.document)
  expect(said).toEqual([])
})

it('what a window left behind is sent by one that is still there', async () => {
  const server = new Server()
  const [one, other] = [await opened(server), await opened(server)]
  page.answers(() => 'unreachable')
  one.apply(note(start, 'left'))
  await rest()
  one.close()
  page.answers(server.answer)
  await vi.advanceTimersByTimeAsync(5000)
  expect(server.edits).toEqual(['left'])
  expect(other.state()).toMatchObject({ save: 'saved', pending: 0 })
})

it('what the server had all the same is not said to be lost, though it fits no more', async () => {
  const server = new Server()
  const session = await opened(server)
  const out = makeEdit(plannedJob(start), 'Take zone 1 out', 'out', (draft) => {
    delete draft.zones.keepers
  })!.edit
  page.answers((asked) => {
    if (asked.method === 'GET') return server.answer(asked)
    if (server.known.has('out')) {
      const current = { id: 'k', revision: server.revision, document: server.document }
      const sent = asked.body.edits as Edit[]
      return asked.body.revision === server.revision
        ? server.answer(asked)
        : says(409, {
            ...refusal('Older.'),
            current,
            had: sent.map(({ id }) => id).filter((id) => server.known.has(id)),
          })
    }
    server.take(out)
    return 'unreachable'
  })
  session.apply(out)
  await rest()
  session.apply(note(session.state().document, 'mine'))
  await vi.advanceTimersByTimeAsync(500)
  expect(said.filter((words) => words.includes('could not be kept'))).toEqual([])
  expect(server.edits).toEqual(['Take zone 1 out', 'mine'])
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0 })
})

it('a turn that fails does not hold up what comes after', async () => {
  const server = new Server()
  page.answers(server.answer)
  const own = box.window()
  let fails = true
  const session = await JobSession.open('k', {
    ...own,
    inTurn: (name, work) => (fails ? Promise.reject(new Error('no turn')) : own.inTurn(name, work)),
  })
  open.push(session)
  session.apply(note(start, 'mine'))
  await rest()
  expect(session.state()).toMatchObject({ save: 'saving', pending: 1 })
  fails = false
  await vi.advanceTimersByTimeAsync(5000)
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0 })
})

it('what the server has and the box cannot give up is sent once, not again and again', async () => {
  const server = new Server()
  page.answers(server.answer)
  const session = await JobSession.open('k', { ...box.window(), settle: () => Promise.reject(new Error('no room')) })
  open.push(session)
  session.apply(note(start, 'mine'))
  await vi.advanceTimersByTimeAsync(12_000)
  expect(page.asked.filter(({ method }) => method === 'POST')).toHaveLength(1)
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0, revision: 2 })
  expect(box.waits('k')).toEqual(['mine'])
  const last = () => (page.asked.findLast(({ method }) => method === 'POST')!.body.edits as Edit[]).map(({ id }) => id)
  session.apply(renamed(session.state().document, 'Porch'))
  await rest()
  expect(last()).toEqual(['Porch'])
  // Done once more under the same id, it is sent once more.
  session.apply({ ...note(session.state().document, 'mine too'), id: 'mine' })
  await rest()
  expect(last()).toEqual(['mine'])
})

it('what was refused and finds no room aside is said once, and not sent again and again', async () => {
  const session = await opened(new Server())
  page.answers(({ method }) => {
    box.full = true
    return method === 'POST' ? says(400, refusal('It is bad.')) : says(200, { id: 'k', revision: 1, document: start })
  })
  session.apply(note(start, 'bad'))
  await vi.advanceTimersByTimeAsync(12_000)
  expect(said).toEqual(['Not saved: "bad". It is bad. Do it again.'])
  expect(page.asked.filter(({ method }) => method === 'POST')).toHaveLength(1)
  expect(useNotTaken.getState().k).toMatchObject([{ id: 'bad' }])
})
