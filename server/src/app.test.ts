import { mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { type Entry, type Failure, type Job, makeEdit } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { pino } from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { application } from './app.ts'
import { openDatabase } from './store/database.ts'

const folder = mkdtempSync(join(tmpdir(), 'lantern-server-'))
let store: Awaited<ReturnType<typeof openDatabase>>
let server: Server
let url = ''

beforeAll(async () => {
  store = await openDatabase(join(folder, 'test.sqlite'), resolve(import.meta.dirname, '../migrations'))
  server = application(store, folder, pino({ level: 'silent' }), 1).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})

afterAll(async () => {
  server.close()
  server.closeAllConnections()
  await store.close()
  rmSync(folder, { recursive: true })
})

interface Answer {
  readonly failures?: Failure[]
  readonly revision?: number
  readonly document?: Job
  readonly current?: { revision: number; document: Job }
  readonly entries?: { id: string; body: Entry }[]
}

async function ask(path: string, send?: unknown): Promise<{ status: number; said: Answer }> {
  const body = typeof send === 'string' ? send : JSON.stringify(send)
  const answer = await fetch(
    url + path,
    send === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body },
  )
  return { status: answer.status, said: (await answer.json()) as Answer }
}

const kestrel = demoJobs['kestrel-point']!

/** A job of its own for a test. */
async function stored(id: string): Promise<Job> {
  const document = kestrel()
  expect((await ask('/api/jobs', { id, document })).status).toBe(201)
  return document
}

const breaking = (job: Job, wire: string, id: string) => {
  const { edit } = makeEdit(job, `Break ${wire}`, id, (draft) => void (draft.wires[wire]!.broken = true))!
  return { id, name: edit.name, patches: edit.patches }
}

describe('a job', () => {
  it('is kept under the id its maker gave it, and a repeat changes nothing', async () => {
    const document = await stored('twice')
    const again = await ask('/api/jobs', { id: 'twice', document: { ...document, title: 'Other' } })
    expect(again).toMatchObject({ status: 200, said: { document: { title: document.title } } })
  })

  it('comes back as a file that is the document', async () => {
    const document = await stored('as-file')
    const file = await fetch(`${url}/api/jobs/as-file/file`)
    expect(file.headers.get('content-disposition')).toContain('as-file.lantern.json')
    expect(await file.json()).toEqual(document)
  })

  it.each<[string, unknown, number, string]>([
    ['another format', { id: 'bad-1', document: { format: 'list' } }, 400, 'not a Civil Lantern job'],
    ['a later version', { id: 'bad-2', document: { ...kestrel(), version: 9 } }, 400, 'version 9'],
    ['a wrong field', { id: 'bad-3', document: { ...kestrel(), practice: '400' } }, 400, '/practice'],
    ['an id with spaces', { id: 'not an id', document: kestrel() }, 400, '/id'],
    ['no JSON', '{"id":', 400, 'cannot be read'],
    ['more than it takes', `"${'x'.repeat(2_200_000)}"`, 413, 'larger than'],
  ])('with %s is refused with what and where, and nothing is kept', async (_name, send, status, says) => {
    const answer = await ask('/api/jobs', send)
    expect(answer.status).toBe(status)
    expect(answer.said.failures?.map((f) => f.where + f.says).join()).toContain(says)
    expect((await ask('/api/jobs/bad-1')).status).toBe(404)
  })
})

describe('an edit', () => {
  it('moves the revision on; sent again it changes nothing', async () => {
    const job = await stored('edited')
    const send = { revision: 1, edits: [breaking(job, 'w3', 'edit-aaaa-1')] }
    expect(await ask('/api/jobs/edited/edits', send)).toMatchObject({ status: 200, said: { revision: 2 } })
    expect(await ask('/api/jobs/edited/edits', send)).toMatchObject({ status: 200, said: { revision: 2 } })
    expect((await ask('/api/jobs/edited')).said.document?.wires.w3?.broken).toBe(true)
  })

  it('on a stale revision gets 409 with the current document', async () => {
    const job = await stored('stale')
    await ask('/api/jobs/stale/edits', { revision: 1, edits: [breaking(job, 'w3', 'edit-bbbb-1')] })
    const late = await ask('/api/jobs/stale/edits', { revision: 1, edits: [breaking(job, 'w4', 'edit-bbbb-2')] })
    expect(late.status).toBe(409)
    expect(late.said.current?.revision).toBe(2)
    expect(late.said.current?.document.wires.w3?.broken).toBe(true)
    expect(late.said.current?.document.wires.w4?.broken).toBeUndefined()
  })

  it('that would leave a document that is no job is refused whole', async () => {
    const job = await stored('spoilt')
    const good = breaking(job, 'w3', 'edit-cccc-1')
    const bad = {
      id: 'edit-cccc-2',
      name: 'Spoil',
      patches: [{ op: 'replace', path: ['wires', 'w4', 'size'], value: 'thick' }],
    }
    const gone = {
      id: 'edit-cccc-3',
      name: 'Gone',
      patches: [{ op: 'add', path: ['wires', 'w999', 'broken'], value: true }],
    }
    for (const wrong of [bad, gone]) {
      const answer = await ask('/api/jobs/spoilt/edits', { revision: 1, edits: [good, wrong] })
      expect(answer.status).toBe(400)
      expect(answer.said.failures?.[0]?.where).toMatch(/^\/wires\/w(4|999)/)
    }
    expect(await ask('/api/jobs/spoilt')).toMatchObject({ said: { revision: 1, document: job } })
  })

  it('from many hands at once is taken from exactly one of them', async () => {
    const job = await stored('crowd')
    const wires = Object.keys(job.wires).slice(0, 20)
    const answers = await Promise.all(
      wires.map((wire, i) =>
        ask('/api/jobs/crowd/edits', { revision: 1, edits: [breaking(job, wire, `edit-dddd-${i}`)] }),
      ),
    )
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1)
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(19)
    const broken = Object.values((await ask('/api/jobs/crowd')).said.document!.wires).filter((w) => w.broken)
    expect(broken).toHaveLength(1)
  })

  it('to a job that is not here gets 404', async () => {
    const answer = await ask('/api/jobs/nowhere/edits', {
      revision: 1,
      edits: [breaking(kestrel(), 'w3', 'edit-eeee-1')],
    })
    expect(answer).toMatchObject({ status: 404, said: { failures: [{ code: 'job/unknown' }] } })
  })
})

describe('entries', () => {
  const reading = (at: string, extra = {}): unknown => ({
    kind: 'reading',
    at,
    mode: 'volts',
    from: { point: 'XF1.h', says: 'Transformer R', place: 'Boiler room' },
    to: { point: 'XF1.c', says: 'Transformer C', place: 'Boiler room' },
    shows: '27.0 V',
    value: 27,
    state: ['Nobody calls'],
    ...extra,
  })

  it('are appended once, whatever is sent again, and come back in the order of their time', async () => {
    await stored('logged')
    const late = { id: 'entry-0002', body: reading('2026-03-01T10:05:00Z') }
    const early = { id: 'entry-0001', body: reading('2026-03-01T10:00:00Z') }
    await ask('/api/jobs/logged/entries', { entries: [late] })
    await ask('/api/jobs/logged/entries', { entries: [late, early] })
    const { said } = await ask('/api/jobs/logged/entries')
    expect(said.entries?.map(({ id }) => id)).toEqual(['entry-0001', 'entry-0002'])
  })

  it('with a wrong field are refused, and none of the batch is kept', async () => {
    await stored('log-refused')
    const answer = await ask('/api/jobs/log-refused/entries', {
      entries: [
        { id: 'entry-1001', body: reading('2026-03-01T10:00:00Z') },
        { id: 'entry-1002', body: reading('yesterday') },
      ],
    })
    expect(answer.status).toBe(400)
    expect(answer.said.failures?.[0]?.where).toContain('/entries/1/body/at')
    expect((await ask('/api/jobs/log-refused/entries')).said.entries).toEqual([])
  })
})

it('an address that is not there gets 404 in the same shape', async () => {
  expect(await ask('/api/nothing')).toMatchObject({ status: 404, said: { failures: [{ code: 'http/unknown' }] } })
})

describe('kinds of the user’s own', () => {
  const kind = {
    like: 'valve/motor-4',
    name: 'Slow valve',
    figures: { opensIn: 40 },
    markings: {},
    leadColours: {},
    note: '',
  }

  it('are kept, changed under the same id, and removed', async () => {
    expect((await ask('/api/kinds', { id: 'own-slow', kind })).status).toBe(200)
    expect((await ask('/api/kinds', { id: 'own-slow', kind: { ...kind, name: 'Slower valve' } })).status).toBe(200)
    const list = await fetch(`${url}/api/kinds`).then((answer) => answer.json())
    expect(list).toEqual({ kinds: [{ id: 'own-slow', kind: { ...kind, name: 'Slower valve' } }] })
    expect((await fetch(`${url}/api/kinds/own-slow`, { method: 'DELETE' })).status).toBe(204)
    expect((await fetch(`${url}/api/kinds/own-slow`, { method: 'DELETE' })).status).toBe(404)
  })

  it.each([
    [
      'a figure its model has not',
      '/api/kinds',
      { id: 'own-x', kind: { ...kind, figures: { wings: 2 } } },
      '/figures/wings',
    ],
    ['a model that is not there', '/api/kinds', { id: 'own-x', kind: { ...kind, like: 'valve/none' } }, '/like'],
    ['a file of something else', '/api/kinds/import', { id: 'own-x', file: { format: 'other' } }, '/format'],
    ['an id of the catalogue', '/api/kinds', { id: 'valve/motor-4', kind }, '/id'],
  ])('%s is refused, with where', async (_what, path, send, where) => {
    const { status, said } = await ask(path, send)
    expect([status, said.failures?.[0]?.where]).toEqual([400, where])
    expect(await fetch(`${url}/api/kinds`).then((answer) => answer.json())).toEqual({ kinds: [] })
  })
})

it('a controller that is not there is an answer, not an error, and the server goes on', async () => {
  const { status, said } = await ask('/api/controller', { sense: [1, 2] })
  expect([status, said]).toEqual([200, { there: false, port: 1 }])
  expect((await ask('/api/jobs')).status).toBe(200)
})
