import { documentOf, type Entry, type Mended, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { eq } from 'drizzle-orm'
import { expect, it } from 'vitest'
import { jobs } from './store/tables.ts'
import { served } from './testing/served.ts'

const program = served()
const ask: typeof program.ask = (...what) => program.ask(...what)
const firm = async () => (await ask<{ mended: Mended[] }>('/api/firm')).said.mended
const entry = (id: string, body: Entry['body'], clock = '2026-03-01T10:00:00.000Z'): Entry =>
  nextEntry({ id, by: 'Ash', device: 'phone', clock, revision: 1 }, [], body)
const repair = (unit: string) => ({ kind: 'repair', unit, does: 'replace', says: unit })
const keep = (id: string) => ask('/api/jobs', { id, document: documentOf(demoJobs['kestrel-point']!()) })

it('what was put right on every job is told together; what was taken back or taken out is not', async () => {
  for (const id of ['one', 'two', 'three']) await keep(id)
  expect(await firm()).toEqual([])
  await ask('/api/jobs/one/entries', {
    entries: [
      entry('firm-one-head', repair('V2/head')),
      entry('firm-one-note', { kind: 'note', text: 'The tower is cold.' }),
    ],
  })
  await ask('/api/jobs/two/entries', {
    entries: [entry('firm-two-body', repair('V3/body')), entry('firm-two-back', repair('V4/body'))],
  })
  await ask('/api/jobs/two/entries', { entries: [entry('firm-two-gone', { kind: 'back', of: 'firm-two-back' })] })
  await ask('/api/jobs/three/entries', { entries: [entry('firm-three-head', repair('V1/head'))] })
  const told = (all: Mended[]) => all.map(({ job, part, piece }) => `${job} ${part} ${piece}`).sort()
  expect(told(await firm())).toEqual(['one V2 head', 'three V1 head', 'two V3 body'])
  await ask('/api/jobs/three/shelf', { shelf: 'out' }, 'PUT')
  expect(told(await firm())).toEqual(['one V2 head', 'two V3 body'])
})

it('a job that cannot be read costs its own repairs and nobody else’s', async () => {
  await keep('sound')
  await keep('broken')
  await ask('/api/jobs/sound/entries', { entries: [entry('firm-sound-head', repair('V2/head'))] })
  await ask('/api/jobs/broken/entries', { entries: [entry('firm-broken-head', repair('V2/head'))] })
  await program.store.db
    .update(jobs)
    .set({ document: { version: 2 } as never })
    .where(eq(jobs.id, 'broken'))
  const of = new Set((await firm()).map(({ job }) => job))
  expect([of.has('sound'), of.has('broken')]).toEqual([true, false])
})
