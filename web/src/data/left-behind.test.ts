import { type Document, documentOf, type Entry, makeEdit, nextEntry, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { MemoryBox } from '../testing/memory-outbox.ts'
import { type Answer, type Asked, aPage, held, type Page, rest } from '../testing/page.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { holdOpen, sendLeftBehind } from './left-behind.ts'
import { useNotTaken } from './not-taken.ts'
import { lookWhatWaits } from './waits.ts'

const start = documentOf(demoJobs['fenwick-orchard']!())
let page: Page
let box: MemoryBox
let said: string[]

/** What two jobs on a server were sent; a name or a text that holds "bad" is refused. */
let sent: string[]
const serves = ({ method, path, body }: Asked): Answer => {
  const [, , job, what] = path.split('?')[0]!.split('/')
  const kept = (what === 'entries' && { entries: [], upTo: 0, count: 0 }) || { id: job, document: start, tried: null }
  if (method === 'GET') return { says: { revision: 1, ...kept } }
  const names = ((body.edits ?? body.entries) as { name?: string; body?: { text: string } }[]).map(
    ({ name, body }) => name ?? body?.text ?? '',
  )
  if (names.some((name) => name.includes('bad')))
    return { status: 400, says: { failures: [{ where: [], says: 'That is bad.', remedy: 'Do it again.' }] } }
  for (const name of names) sent.push(`${job}: ${name}`)
  return {
    says: {
      ...kept,
      revision: Number(body.revision) + 1,
      upTo: names.length,
      count: names.length,
      entries: body.entries,
    },
  }
}

const edit = (words: string, document: Document = start) =>
  makeEdit(plannedJob(document), words, words, (draft) => {
    draft.site.notes = words
  })!.edit
const note = (text: string): Entry =>
  nextEntry({ id: text, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], {
    kind: 'note',
    text,
  })

/** Opens a job where there is no signal, does something, and goes. */
async function done(job: string, edits: string[], notes: string[]) {
  page.answers(serves)
  const session = await JobSession.open(job, box.window())
  const log = await EntryLog.open(job, box.window())
  await rest()
  page.answers(() => 'unreachable')
  for (const words of edits) session.apply(edit(words, session.state().document))
  if (notes.length > 0) log.add(notes.map(note))
  await rest()
  session.close()
  log.close()
}

beforeEach(() => {
  vi.useFakeTimers()
  page = aPage()
  box = new MemoryBox()
  said = []
  sent = []
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const send = () => sendLeftBehind(box.window(), (says) => said.push(says))

it('what was done without signal in jobs nobody has open any more is counted, and sent from elsewhere', async () => {
  await done('cellar', ['one', 'two'], ['three'])
  await done('attic', [], ['four'])
  await done('hall', [], [])
  expect(await lookWhatWaits(box.window())).toEqual({ cellar: 3, attic: 1 })
  page.answers(serves)
  await send()
  expect(sent.sort()).toEqual(['attic: four', 'cellar: one', 'cellar: three', 'cellar: two'])
  expect(await lookWhatWaits(box.window())).toEqual({})
  expect(said).toEqual([])
  await send()
  expect(sent).toHaveLength(4)
})

it('without signal it stays, and is sent the next time', async () => {
  await done('cellar', ['one'], ['two'])
  await send()
  expect(await lookWhatWaits(box.window())).toEqual({ cellar: 2 })
  page.answers(serves)
  await send()
  expect(await lookWhatWaits(box.window())).toEqual({})
})

it('a job that is open here sends for itself; closed, it is sent for', async () => {
  await done('cellar', ['one'], [])
  page.answers(serves)
  const shut = holdOpen('cellar')
  await send()
  expect(sent).toEqual([])
  shut()
  await send()
  expect(sent).toEqual(['cellar: one'])
})

it('what a window that has the job open sends meanwhile is not sent again', async () => {
  await done('cellar', ['one'], [])
  const back = held<Answer>()
  page.answers((asked) => (asked.method === 'POST' ? back.promise : serves(asked)))
  const session = await JobSession.open('cellar', box.window())
  await rest()
  const sending = send()
  await rest()
  page.answers(serves)
  back.go(serves(page.asked.findLast(({ method }) => method === 'POST')!))
  await sending
  expect(sent).toEqual(['cellar: one'])
  session.close()
})

it('what the server refuses is said with the job’s title, laid aside, and does not hold up the rest', async () => {
  await done('cellar', ['one', 'bad two', 'three'], ['bad four', 'five'])
  page.answers(serves)
  await send()
  expect(sent).toEqual(['cellar: one', 'cellar: three', 'cellar: five'])
  expect(said).toEqual([
    `${start.title}: Not saved: "bad two". That is bad. Do it again.`,
    'The log did not take this: That is bad. Do it again.',
  ])
  expect(useNotTaken.getState().cellar!.map(({ id, what, why }) => [id, what, why])).toEqual([
    ['bad two', 'edit', 'That is bad. Do it again.'],
    ['bad four', 'entry', 'That is bad. Do it again.'],
  ])
  expect(await lookWhatWaits(box.window())).toEqual({})
})
