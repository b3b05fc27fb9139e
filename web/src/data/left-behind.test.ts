import { type Document, documentOf, type Entry, makeEdit, nextEntry, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { type Answer, type Asked, aPage, type Page, rest } from '../testing/page.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { holdOpen, sendLeftBehind } from './left-behind.ts'
import { notTaken } from './not-taken.ts'
import { lookWhatWaits } from './waits.ts'

const start = documentOf(demoJobs['fenwick-orchard']!())
let page: Page
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
  const session = await JobSession.open(job)
  const log = new EntryLog(job)
  await rest()
  page.answers(() => 'unreachable')
  for (const words of edits) session.apply(edit(words, session.state().document))
  if (notes.length > 0) log.add(notes.map(note))
  await rest()
  session.close()
  log.close()
}

/** Locks as a browser has them: who asks for one alone does not get it while somebody holds it. */
function locks(held: Set<string>) {
  vi.stubGlobal('navigator', {
    locks: {
      request: async (name: string, how: object, with_: (lock: object | null) => unknown) =>
        with_('ifAvailable' in how && held.has(name) ? null : {}),
    },
  })
}

beforeEach(() => {
  vi.useFakeTimers()
  page = aPage()
  vi.stubGlobal('navigator', {})
  said = []
  sent = []
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const send = () => sendLeftBehind((says) => said.push(says))

it('what was done without signal in jobs nobody has open any more is counted, and sent from elsewhere', async () => {
  await done('cellar', ['one', 'two'], ['three'])
  await done('attic', [], ['four'])
  await done('hall', [], [])
  expect(lookWhatWaits()).toEqual({ cellar: 3, attic: 1 })
  page.answers(serves)
  await send()
  expect(sent.sort()).toEqual(['attic: four', 'cellar: one', 'cellar: three', 'cellar: two'])
  expect(lookWhatWaits()).toEqual({})
  expect(said).toEqual([])
  await send()
  expect(sent).toHaveLength(4)
})

it('without signal it stays, and is sent the next time', async () => {
  await done('cellar', ['one'], ['two'])
  await send()
  expect(lookWhatWaits()).toEqual({ cellar: 2 })
  page.answers(serves)
  await send()
  expect(lookWhatWaits()).toEqual({})
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

describe('where the browser has locks', () => {
  it('a job that another window has open is left to it', async () => {
    await done('cellar', ['one'], [])
    await done('attic', ['two'], [])
    page.answers(serves)
    locks(new Set(['lantern:open:cellar']))
    await send()
    expect(sent).toEqual(['attic: two'])
  })

  it('holds one for a job that is open here, and lets go of it', async () => {
    const asked: string[] = []
    let holds: Promise<void> | undefined
    vi.stubGlobal('navigator', {
      locks: {
        request: (name: string, _how: object, work: () => Promise<void>) => {
          asked.push(name)
          holds = work()
        },
      },
    })
    const shut = holdOpen('cellar')
    expect(asked).toEqual(['lantern:open:cellar'])
    let free = false
    void holds?.then(() => (free = true))
    await rest()
    expect(free).toBe(false)
    shut()
    await rest()
    expect(free).toBe(true)
  })
})

it('a lock that comes after the job was shut is not kept', async () => {
  let grant: () => unknown = () => 'not asked for'
  vi.stubGlobal('navigator', {
    locks: { request: (_name: string, _how: object, work: () => unknown) => (grant = work) },
  })
  holdOpen('cellar')()
  expect(grant()).toBeUndefined()
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
  expect(notTaken('cellar').map(({ id, what, why }) => [id, what, why])).toEqual([
    ['bad two', 'edit', 'That is bad. Do it again.'],
    ['bad four', 'entry', 'That is bad. Do it again.'],
  ])
  expect(lookWhatWaits()).toEqual({})
})
