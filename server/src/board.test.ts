import { type Document, documentOf, type Entry, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { eq } from 'drizzle-orm'
import { expect, it } from 'vitest'
import { jobs } from './store/tables.ts'
import { served } from './testing/served.ts'

interface Row {
  id: string
  title: string
  shelf: string
  updatedAt: string
  summary: { says: string; search: string; findings: number; last?: { says: string } } | null
}
const program = served()
const ask: typeof program.ask = (...what) => program.ask(...what)
const board = async () => (await ask<{ jobs: Row[] }>('/api/jobs')).said.jobs
const rowOf = async (id: string) => (await board()).find((row) => row.id === id)!
const job = demoJobs['kestrel-point']!()
const keep = (id: string, document: Document = documentOf(job)) => ask('/api/jobs', { id, document })

const note = (id: string, words: string): Entry =>
  nextEntry({ id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], {
    kind: 'note',
    text: words,
  })

it('a row sums the job up, and again after an edit and after an entry', async () => {
  await keep('summed')
  const first = await rowOf('summed')
  expect(first.summary).toMatchObject({ findings: 0 })
  expect(first.summary!.search).toContain('signal house')
  expect(first.summary!.last).toBeUndefined()
  const edit = makeEdit(job, 'Task', 'edit-of-the-task-1', (draft) => void (draft.task = 'Fog horn quiet'))!.edit
  await ask('/api/jobs/summed/edits', {
    revision: 1,
    version: 2,
    edits: [{ id: edit.id, name: edit.name, patches: edit.patches }],
  })
  expect((await rowOf('summed')).summary!.search).toContain('fog horn quiet')
  await ask('/api/jobs/summed/entries', { entries: [note('note-on-board-1', 'Key hangs in the Lamp store')] })
  const after = await rowOf('summed')
  expect(after.summary!.last!.says).toContain('Key hangs in the Lamp store')
  expect(after.summary!.search).toContain('key hangs in the lamp store')
})

it('an entry that was here already moves a job nowhere on the board', async () => {
  await keep('still')
  await ask('/api/jobs/still/entries', { entries: [note('note-on-board-2', 'Once')] })
  const before = await rowOf('still')
  await new Promise((done) => setTimeout(done, 5))
  await ask('/api/jobs/still/entries', { entries: [note('note-on-board-2', 'Once')] })
  expect((await rowOf('still')).updatedAt).toBe(before.updatedAt)
})

it('a job is put away, taken out and brought back; nothing of it is lost', async () => {
  await keep('shelved')
  for (const shelf of ['away', 'out', 'open']) {
    expect((await ask('/api/jobs/shelved/shelf', { shelf }, 'PUT')).status).toBe(204)
    expect((await rowOf('shelved')).shelf).toBe(shelf)
    expect((await ask<{ document: Document }>('/api/jobs/shelved?version=2')).said.document.title).toBe(job.title)
  }
})

it('a place that is none, and a job that is none, are refused in words', async () => {
  const wrong = await ask<{ failures: { says: string }[] }>('/api/jobs/shelved/shelf', { shelf: 'attic' }, 'PUT')
  expect(wrong.status).toBe(400)
  expect(wrong.said.failures[0]!.says).not.toBe('')
  expect((await ask('/api/jobs/nobody/shelf', { shelf: 'away' }, 'PUT')).status).toBe(404)
})

it('a job that cannot be read costs the board its lamps and nothing else', async () => {
  await keep('sound')
  await keep('damaged')
  await program.store.db
    .update(jobs)
    .set({ document: { version: 2 } as Document, summary: null })
    .where(eq(jobs.id, 'damaged'))
  expect((await rowOf('damaged')).summary).toBeNull()
  expect((await rowOf('sound')).summary).not.toBeNull()
})
