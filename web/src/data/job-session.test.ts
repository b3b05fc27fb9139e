import { type Document, type Edit, makeEdit, plannedJob } from '@civil-lantern/core'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { begunAhead } from '../base/ahead.ts'
import { note, refusal, renamed, Server, says, start } from '../testing/job-server.ts'
import { MemoryBox } from '../testing/memory-outbox.ts'
import { type Answer, aPage, held, type Page, rest } from '../testing/page.ts'
import { JobSession } from './job-session.ts'
import { useNotTaken } from './not-taken.ts'
import { jobAt } from './paths.ts'

let page: Page
let box: MemoryBox
let open: JobSession[] = []
let said: string[] = []

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

it('an edit is shown at once, sent, and kept until it has arrived', async () => {
  const server = new Server()
  const session = await opened(server)
  const back = held<Answer>()
  page.answers((asked) => (asked.method === 'POST' ? back.promise : server.answer(asked)))
  expect(session.apply(note(start, 'dog bites'))).toBe(true)
  expect(session.state()).toMatchObject({ save: 'saving', pending: 1 })
  expect(session.state().document.site.notes).toBe('dog bites')
  await rest()
  expect(box.waits('k')).toEqual(['dog bites'])
  back.go(server.answer(page.asked.at(-1)!))
  await rest()
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0, revision: 2 })
  expect(box.waits('k')).toEqual([])
  expect(box.jobs.k).toMatchObject({ revision: 2, document: { site: { notes: 'dog bites' } } })
})

it('what could not be sent is tried again, ever more seldom, and at once when the line is back', async () => {
  const server = new Server()
  const session = await opened(server)
  page.answers(() => 'unreachable')
  session.apply(note(start, 'one'))
  await rest()
  expect(session.state()).toMatchObject({ save: 'waiting', pending: 1 })
  const tries = () => page.asked.filter(({ method }) => method === 'POST').length
  expect(tries()).toBe(1)
  await vi.advanceTimersByTimeAsync(499)
  expect(tries()).toBe(1)
  await vi.advanceTimersByTimeAsync(1)
  expect(tries()).toBe(2)
  await vi.advanceTimersByTimeAsync(999)
  expect(tries()).toBe(2)
  page.answers(server.answer)
  page.happens('online')
  await rest()
  expect(session.state()).toMatchObject({ save: 'saved', revision: 2 })
  expect(server.edits).toEqual(['one'])
})

it('an answer that broke off is none: the edit waits, is sent again, and nothing of the document is lost', async () => {
  const server = new Server()
  const session = await opened(server)
  page.answers(() => 'broken off')
  session.apply(note(start, 'one'))
  await rest()
  expect(session.state()).toMatchObject({ save: 'waiting', pending: 1, revision: 1 })
  expect(session.state().document.site.notes).toBe('one')
  page.answers(server.answer)
  page.happens('online')
  await rest()
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0 })
  expect(server.edits).toEqual(['one'])
})

it('a job whose answer broke off opens as this browser has it', async () => {
  const server = new Server()
  await opened(server)
  page.answers(() => 'broken off')
  const session = await JobSession.open('k', box.window())
  open.push(session)
  expect(session.state().document.title).toBe(start.title)
})

it('a window closed before its edit arrived sends it when the job is opened again', async () => {
  const server = new Server()
  const session = await opened(server)
  page.answers(() => 'unreachable')
  session.apply(note(start, 'kept'))
  await rest()
  session.close()
  const again = await opened(server)
  expect(again.state().document.site.notes).toBe('kept')
  await rest()
  expect(server.edits).toEqual(['kept'])
})

it('without a server the kept job opens, edits and all; without either it does not', async () => {
  const server = new Server()
  const session = await opened(server)
  page.answers(() => 'unreachable')
  session.apply(note(start, 'alone'))
  session.close()
  const again = await JobSession.open('k', box.window())
  open.push(again)
  expect(again.state().document.site.notes).toBe('alone')
  session.close()
  box = new MemoryBox()
  await expect(JobSession.open('k', box.window())).rejects.toThrow('nobody answers')
})

it('an edit made on an older revision is put on top of what another window saved', async () => {
  const server = new Server()
  const session = await opened(server)
  server.take(renamed(server.document, 'Porch'))
  session.apply(note(start, 'mine'))
  await rest()
  await rest()
  expect(said).toEqual(['This job was changed in another window. Your edit was put on top of that.'])
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0, revision: 3 })
  expect(session.state().document.zones.keepers!.name).toBe('Porch')
  expect(server.document.site.notes).toBe('mine')
})

it('an edit that no longer fits is said, and the others go on', async () => {
  const server = new Server()
  const session = await opened(server)
  server.take(
    makeEdit(plannedJob(server.document), 'Take zone 1 out', 'out', (draft) => {
      delete draft.zones.keepers
    })!.edit,
  )
  session.apply(renamed(start, 'Porch'))
  session.apply(note(session.state().document, 'mine'))
  await rest()
  await rest()
  expect(said.join(' ')).toContain('"Porch" could not be kept')
  expect(useNotTaken.getState().k).toMatchObject([{ what: 'edit', of: { name: 'Porch' } }])
  expect(server.document.site.notes).toBe('mine')
  expect(session.state().pending).toBe(0)
})

it('of several edits the one the server refuses is named; the good ones arrive', async () => {
  const server = new Server()
  const session = await opened(server)
  const hold = held<Answer>()
  let first = true
  page.answers((asked) => {
    if (asked.method === 'GET') return server.answer(asked)
    if (first) {
      first = false
      return hold.promise
    }
    const edits = asked.body.edits as Edit[]
    if (edits.some(({ name }) => name === 'bad')) return says(400, refusal('It is bad.'))
    return server.answer(asked)
  })
  const words = ['zero', 'good', 'bad', 'fine']
  for (const word of words) {
    session.apply(note(session.state().document, word))
    await rest()
  }
  hold.go(server.answer(page.asked.at(-1)!))
  await rest()
  await rest()
  expect(server.edits).toEqual(['zero', 'good', 'fine'])
  expect(said).toEqual(['Not saved: "bad". It is bad. Do it again.'])
  expect(useNotTaken.getState().k).toMatchObject([
    { id: 'bad', what: 'edit', of: { name: 'bad' }, why: 'It is bad. Do it again.' },
  ])
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0 })
})

it('an edit that does not fit here is refused in words and changes nothing', async () => {
  const session = await opened(new Server())
  const before = session.state()
  const bad = {
    ...renamed(start, 'Porch'),
    patches: [{ op: 'replace' as const, path: ['zones', 'nobody', 'name'], value: 7 }],
  }
  expect(session.apply(bad as Edit)).toBe(false)
  expect(session.state()).toBe(before)
  expect(said).toHaveLength(1)
})

it('looks every five seconds and on focus for what others saved; an older answer changes nothing', async () => {
  const server = new Server()
  const session = await opened(server)
  server.take(renamed(server.document, 'Porch'))
  await vi.advanceTimersByTimeAsync(4999)
  expect(session.state().revision).toBe(1)
  await vi.advanceTimersByTimeAsync(1)
  expect(session.state().document.zones.keepers!.name).toBe('Porch')
  server.take(note(server.document, 'theirs'))
  page.happens('focus')
  await rest()
  expect(session.state().document.site.notes).toBe('theirs')
  const stale = held<Answer>()
  page.answers(() => stale.promise)
  page.happens('focus')
  await rest()
  page.answers(server.answer)
  session.apply(note(session.state().document, 'mine'))
  await rest()
  stale.go(says(200, { id: 'k', revision: 3, document: start, tried: null }))
  await rest()
  expect(session.state().document.site.notes).toBe('mine')
})

it('edits kept by an older version are sent as that version wrote them, before the job is fetched', async () => {
  const server = new Server()
  box.jobs.k = { id: 'k', revision: 1, document: { version: 1 } as unknown as Document }
  box.things.k = [{ id: 'old', what: 'edit', of: { id: 'old', name: 'Old', patches: [] } }]
  page.answers((asked) => (asked.method === 'GET' ? server.answer(asked) : says(200, { revision: 2 })))
  // Asked for while the page was on its way: it is without what is sent now.
  begunAhead(jobAt('k'), Promise.resolve(new Response('{}')))
  const session = await JobSession.open('k', box.window())
  open.push(session)
  expect(page.asked.map(({ method }) => method)).toEqual(['POST', 'GET'])
  expect(page.asked[0]!.body).toMatchObject({ version: 1, revision: 1, edits: [{ id: 'old' }] })
  expect(session.state().pending).toBe(0)
})

it('an edit that arrives changes nothing of the document on the screen', async () => {
  const server = new Server()
  const session = await opened(server)
  session.apply(note(start, 'mine'))
  const shown = session.state().document
  await rest()
  expect(session.state()).toMatchObject({ save: 'saved', revision: 2 })
  expect(session.state().document).toBe(shown)
})

it('an edit whose answer was lost, with another’s after it: sent again, this window has both', async () => {
  const server = new Server()
  const session = await opened(server)
  let lost = true
  page.answers((asked) => {
    const answer =
      asked.method === 'POST' && server.known.has((asked.body.edits as Edit[])[0]!.id)
        ? says(200, { revision: server.revision })
        : server.answer(asked)
    if (asked.method !== 'POST' || !lost) return answer
    lost = false
    return 'unreachable'
  })
  session.apply(note(start, 'mine'))
  await rest()
  server.take(renamed(server.document, 'Porch'))
  await vi.advanceTimersByTimeAsync(500)
  await rest()
  expect(session.state()).toMatchObject({ save: 'saved', revision: 3 })
  expect(session.state().document).toEqual(server.document)
})

it('a job that was only looked at opens again without a server', async () => {
  const session = await opened(new Server())
  session.close()
  page.answers(() => 'unreachable')
  const again = await JobSession.open('k', box.window())
  open.push(again)
  expect(again.state().document).toEqual(start)
})

it('an edit that was put over what somebody else changed says so, and the job is read anew', async () => {
  const server = new Server()
  const session = await opened(server)
  page.answers((asked) => {
    const said = server.answer(asked)
    // Somebody was there in between.
    if (asked.method !== 'GET') return says(200, { revision: ++server.revision, over: true })
    return said
  })
  session.apply(note(session.state().document, 'mine'))
  await rest()
  expect(said).toEqual(['This job was changed in another window. Your edit was put on top of that.'])
  expect(session.state()).toMatchObject({ save: 'saved', revision: server.revision })
})

it('who may only look is told so once, and what they did waits until they may', async () => {
  const server = new Server()
  const session = await opened(server)
  let may = false
  page.answers((asked) =>
    asked.method === 'GET' || may ? server.answer(asked) : says(403, refusal('Wren may look at jobs here.')),
  )
  session.apply(note(session.state().document, 'mine'))
  await rest()
  await vi.advanceTimersByTimeAsync(5000)
  expect(said).toEqual(['Wren may look at jobs here. Do it again.'])
  expect(session.state()).toMatchObject({ save: 'waiting', pending: 1 })
  may = true
  await vi.advanceTimersByTimeAsync(20_000)
  expect(session.state()).toMatchObject({ save: 'saved', pending: 0 })
  expect(server.edits).toEqual(['mine'])
})
