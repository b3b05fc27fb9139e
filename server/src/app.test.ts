import { copyFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { join, resolve } from 'node:path'
import { type Document, documentOf, type Entry, type Failure, type Job, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoFiles, demoJobs } from '@civil-lantern/core/demo'
import { pino } from 'pino'
import { describe, expect, it } from 'vitest'
import { application } from './app.ts'
import { openDatabase } from './store/database.ts'
import { served } from './testing/served.ts'

const program = served()

interface Answer {
  readonly over?: true
  readonly failures?: Failure[]
  readonly revision?: number
  readonly document?: Document
  readonly tried?: { supposed: { id: string }[]; hands: object } | null
  readonly current?: { revision: number; document: Document }
  readonly entries?: Entry[]
  readonly value?: number | null
  readonly shows?: string
}

const ask = (path: string, send?: unknown) => program.ask<Answer>(path, send)

const kestrel = demoJobs['kestrel-point']!

/** A job of its own for a test. */
async function stored(id: string): Promise<Job> {
  const job = kestrel()
  expect((await ask('/api/jobs', { id, document: documentOf(job) })).status).toBe(201)
  return job
}

const now = (id: string) => ask(`/api/jobs/${id}?version=2`)

const painting = (job: Job, wire: string, id: string) => {
  const { edit } = makeEdit(job, `Paint ${wire}`, id, (draft) => void (draft.wires[wire]!.colour = 'pink'))!
  return { id, name: edit.name, patches: edit.patches }
}

/** Edits as this version sends them. */
const send = (revision: number, ...edits: unknown[]) => ({ revision, version: 2, edits })

describe('a job', () => {
  it('is kept under the id its maker gave it, and a repeat changes nothing', async () => {
    const job = await stored('twice')
    const again = await ask('/api/jobs', { id: 'twice', document: { ...documentOf(job), title: 'Other' } })
    expect(again).toMatchObject({ status: 200, said: { document: { title: job.title } } })
  })

  it('comes back as a file with its entries, which opens as the same job again', async () => {
    const { document, entries } = demoFiles['kestrel-point']!()
    await ask('/api/jobs', { id: 'as-file', document })
    await ask('/api/jobs/as-file/entries', { entries })
    const answer = await fetch(`${program.url}/api/jobs/as-file/file`)
    expect(answer.headers.get('content-disposition')).toContain('as-file.lantern.json')
    const file = (await answer.json()) as { document: Document; entries: Entry[] }
    expect(file).toMatchObject({ format: 'civil-lantern/job', version: 2, document, entries })
    expect((await ask('/api/jobs', { id: 'from-file', file })).status).toBe(201)
    const copied = await ask('/api/jobs/from-file/entries')
    // Where one entry names another, the copy names the copy.
    const bodies = JSON.stringify(copied.said.entries?.map(({ body }) => body)).replaceAll('-from-file"', '"')
    expect(JSON.parse(bodies)).toEqual(entries.map(({ body }) => body))
  })

  it.each<[string, unknown, number, string]>([
    ['another format', { id: 'bad-1', file: { format: 'list' } }, 400, 'not a Civil Lantern job'],
    ['a later version', { id: 'bad-2', document: { ...documentOf(kestrel()), version: 9 } }, 400, 'version 9'],
    ['a wrong field', { id: 'bad-3', document: { ...documentOf(kestrel()), practice: '400' } }, 400, '/practice'],
    ['an id with spaces', { id: 'not an id', document: documentOf(kestrel()) }, 400, '/id'],
    ['no JSON', '{"id":', 400, 'cannot be read'],
    ['more than it takes', `"${'x'.repeat(2_200_000)}"`, 413, 'larger than'],
  ])('with %s is refused with what and where, and nothing is kept', async (_name, send, status, says) => {
    const answer = await ask('/api/jobs', send)
    expect(answer.status).toBe(status)
    expect(answer.said.failures?.map((f) => f.where + f.says).join()).toContain(says)
    expect((await now('bad-1')).status).toBe(404)
  })
})

describe('an edit', () => {
  it('moves the revision on; sent again it changes nothing', async () => {
    const job = await stored('edited')
    const sent = send(1, painting(job, 'w3', 'edit-aaaa-1'))
    expect(await ask('/api/jobs/edited/edits', sent)).toMatchObject({ status: 200, said: { revision: 2 } })
    expect(await ask('/api/jobs/edited/edits', sent)).toMatchObject({ status: 200, said: { revision: 2 } })
    expect((await now('edited')).said.document?.planned.wires.w3?.colour).toBe('pink')
  })

  it('of what somebody else has changed since is put over it, and said', async () => {
    const job = await stored('stale')
    await ask('/api/jobs/stale/edits', send(1, painting(job, 'w3', 'edit-bbbb-1')))
    const blue = {
      ...painting(job, 'w3', 'edit-bbbb-2'),
      patches: [{ op: 'replace', path: ['planned', 'wires', 'w3', 'colour'], value: 'blue' }],
    }
    expect(await ask('/api/jobs/stale/edits', send(1, blue))).toEqual({
      status: 200,
      said: { revision: 3, over: true },
    })
    expect((await now('stale')).said.document?.planned.wires.w3?.colour).toBe('blue')
  })

  it('of a whole, of which somebody else has changed a piece since, is put over it, and said', async () => {
    const job = await stored('whole')
    await ask('/api/jobs/whole/edits', send(1, painting(job, 'w3', 'edit-whole-1')))
    const path = ['planned', 'wires', 'w3']
    const all = {
      id: 'edit-whole-2',
      name: 'All',
      patches: [{ op: 'replace', path, value: { ...job.wires.w3!, colour: 'blue' } }],
    }
    expect(await ask('/api/jobs/whole/edits', send(1, all))).toEqual({ status: 200, said: { revision: 3, over: true } })
  })

  it('of what nobody has touched since is put on what the others saved', async () => {
    const job = await stored('apart')
    await ask('/api/jobs/apart/edits', send(1, painting(job, 'w3', 'edit-apart-1')))
    const late = await ask('/api/jobs/apart/edits', send(1, painting(job, 'w4', 'edit-apart-2')))
    expect(late).toMatchObject({ status: 200, said: { revision: 3 } })
    const { wires } = (await now('apart')).said.document!.planned
    expect([wires.w3?.colour, wires.w4?.colour]).toEqual(['pink', 'pink'])
    // A revision that never was is no place to begin from.
    expect((await ask('/api/jobs/apart/edits', send(9, painting(job, 'w5', 'edit-apart-3')))).status).toBe(409)
  })

  it('that fits no more what others saved gets 409 with the current document', async () => {
    const job = await stored('around')
    const out = { id: 'edit-around-1', name: 'Out', patches: [{ op: 'remove', path: ['planned', 'wires', 'w3'] }] }
    expect((await ask('/api/jobs/around/edits', send(1, out))).status).toBe(200)
    const late = await ask('/api/jobs/around/edits', send(1, painting(job, 'w3', 'edit-around-2')))
    expect([late.status, late.said.current?.revision]).toEqual([409, 2])
    expect(late.said.current?.document.planned.wires.w3).toBeUndefined()
    // Fits by its path, and not what is there now: the maker is given what is there.
    const part = job.wires.w5!.from.part
    const gone = { id: 'edit-around-5', name: 'Down', patches: [{ op: 'remove', path: ['planned', 'parts', part] }] }
    expect((await ask('/api/jobs/around/edits', send(1, gone))).status).toBe(409)
  })

  it('is given the whole job where it is five hundred edits behind, and put on top where it is not quite', async () => {
    for (const [id, edits, status] of [
      ['far-behind', 500, 409],
      ['near-enough', 499, 200],
    ] as const) {
      const job = await stored(id)
      const many = Array.from({ length: edits }, (_, i) => painting(job, 'w3', `edit-${id}-${i}`))
      expect((await ask(`/api/jobs/${id}/edits`, send(1, ...many))).status).toBe(200)
      expect((await ask(`/api/jobs/${id}/edits`, send(1, painting(job, 'w4', `edit-${id}-late`)))).status).toBe(status)
    }
  })

  it('that would leave a document that is no job is refused whole', async () => {
    const job = await stored('spoilt')
    const good = painting(job, 'w3', 'edit-cccc-1')
    const bad = {
      id: 'edit-cccc-2',
      name: 'Spoil',
      patches: [{ op: 'replace', path: ['planned', 'wires', 'w4', 'size'], value: 'thick' }],
    }
    const gone = {
      id: 'edit-cccc-3',
      name: 'Gone',
      patches: [{ op: 'add', path: ['planned', 'wires', 'w999', 'colour'], value: 'pink' }],
    }
    for (const wrong of [bad, gone]) {
      const answer = await ask('/api/jobs/spoilt/edits', send(1, good, wrong))
      expect(answer.status).toBe(400)
      expect(answer.said.failures?.[0]?.where).toMatch(/^\/planned\/wires\/w(4|999)/)
    }
    expect(await now('spoilt')).toMatchObject({ said: { revision: 1, document: documentOf(job) } })
  })

  it('from many hands at once is taken from all; where it is the same wire, all but the first are told', async () => {
    const job = await stored('crowd')
    const wires = Object.keys(job.wires).slice(0, 20)
    const apart = await Promise.all(
      wires.map((wire, i) => ask('/api/jobs/crowd/edits', send(1, painting(job, wire, `edit-dddd-${i}`)))),
    )
    expect(apart.map(({ status }) => status)).toEqual(wires.map(() => 200))
    const pink = Object.values((await now('crowd')).said.document!.planned.wires).filter((w) => w.colour === 'pink')
    expect(pink).toHaveLength(20)
    const same = await Promise.all(
      wires.map((_, i) => ask('/api/jobs/crowd/edits', send(21, painting(job, 'w3', `edit-eeee-${i}`)))),
    )
    expect(same.map(({ status }) => status)).toEqual(wires.map(() => 200))
    expect(same.filter(({ said }) => said.over)).toHaveLength(19)
  })

  it('to a job that is not here gets 404', async () => {
    const answer = await ask('/api/jobs/nowhere/edits', send(1, painting(kestrel(), 'w3', 'edit-eeee-1')))
    expect(answer).toMatchObject({ status: 404, said: { failures: [{ code: 'job/unknown' }] } })
  })
})

describe('a window from before there were versions', () => {
  it('is told to reload, not given what it cannot read', async () => {
    await stored('old-window')
    expect(await ask('/api/jobs/old-window')).toMatchObject({
      status: 426,
      said: { failures: [{ code: 'job/version' }] },
    })
  })

  it('still gets its edits kept, on whatever is there now: names in the plan, breaks as tried, landed as entries', async () => {
    const job = await stored('old-edits')
    await ask('/api/jobs/old-edits/edits', send(1, painting(job, 'w9', 'edit-ffff-0')))
    const old = {
      revision: 1,
      edits: [
        {
          id: 'edit-ffff-1',
          name: 'Name',
          patches: [{ op: 'replace', path: ['parts', 'V3', 'label'], value: 'By the pillar' }],
        },
        { id: 'edit-ffff-2', name: 'Break', patches: [{ op: 'add', path: ['wires', 'w3', 'broken'], value: true }] },
        {
          id: 'edit-ffff-3',
          name: 'Lift',
          patches: [{ op: 'add', path: ['wires', 'w4', 'lifted'], value: { to: true } }],
        },
        { id: 'edit-ffff-4', name: 'Tick', patches: [{ op: 'add', path: ['wires', 'w5', 'landed'], value: true }] },
        {
          id: 'edit-ffff-5',
          name: 'Fault',
          patches: [{ op: 'add', path: ['parts', 'V2', 'faults'], value: ['windingOpen'] }],
        },
      ],
    }
    expect(await ask('/api/jobs/old-edits/edits', old)).toMatchObject({ status: 200, said: { revision: 3 } })
    const { said } = await now('old-edits')
    expect(said.document?.planned.parts.V3?.label).toBe('By the pillar')
    expect(said.document?.planned.wires.w9?.colour).toBe('pink')
    expect(said.tried?.supposed).toEqual([
      { id: 'wire:w3/open' },
      { id: 'wire:w4.to/lifted' },
      { id: 'part:V2/windingOpen' },
    ])
    const { said: log } = await ask('/api/jobs/old-edits/entries')
    expect(log.entries).toMatchObject([{ id: 'old-edits-v1-landed-w5', body: { kind: 'landed', wire: 'w5' } }])
  })
})

describe('a database of version 1', () => {
  it('opens whole: plan, trials beside it, what was landed and read, and edits go on from its revision', async () => {
    const file = join(program.folder, 'v1.sqlite')
    copyFileSync(resolve(import.meta.dirname, 'store/samples/v1.sqlite'), file)
    const old = await openDatabase(file, resolve(import.meta.dirname, '../migrations'))
    const other = application(old, {
      webFolder: program.folder,
      log: pino({ level: 'silent' }),
      controllerPort: 1,
    }).listen(0, '127.0.0.1')
    await new Promise((ready) => other.once('listening', ready))
    const there = `http://127.0.0.1:${(other.address() as AddressInfo).port}/api/jobs/kestrel-point`
    const get = async (path: string) => (await (await fetch(`${there}${path}`)).json()) as Answer
    const job = await get('?version=2')
    expect(job.revision).toBe(2)
    expect(job.document?.planned.parts.V4?.label).toBe('Gallery valve')
    expect(job.document?.planned.wires.w7?.colour).toBe('violet')
    expect(job.document?.wired?.wires.w7?.colour).not.toBe('violet')
    expect(job.document?.before).toEqual({
      ...job.document?.planned,
      parts: { ...job.document?.planned.parts },
    })
    expect(job.tried).toEqual({
      supposed: [{ id: 'part:V3/gearStripped' }, { id: 'wire:w3.from/lifted' }, { id: 'wire:w21/open' }],
      hands: { TS2: { calling: true } },
    })
    const { entries } = await get('/entries')
    expect(entries?.map(({ id, source, body }) => [id, source, body.kind])).toEqual([
      ['kestrel-point-v1-landed-w5', 'wall', 'landed'],
      ['old-reading-1', 'computed', 'reading'],
    ])
    // Opened again it is as it was: the step is taken once.
    expect(await get('?version=2')).toEqual(job)
    expect((await fetch(`${there}/tried`, { method: 'DELETE' })).status).toBe(204)
    expect((await get('?version=2')).tried).toBeNull()
    other.close()
    other.closeAllConnections()
    await old.close()
  })
})

describe('entries', () => {
  const maker = (id: string, clock: string) => ({ id, by: 'Warden', device: 'phone', clock, revision: 1 })
  const reading = {
    kind: 'reading',
    mode: 'volts',
    from: { point: 'XF1.h', says: 'Transformer R', place: 'Boiler room' },
    to: { point: 'XF1.c', says: 'Transformer C', place: 'Boiler room' },
    shows: '27.0 V',
    value: 27,
  }
  const entry = (id: string, clock: string, body: Entry['body'] = reading) => nextEntry(maker(id, clock), [], body)

  it('are appended once, whatever is sent again, and come back in the order of their time', async () => {
    await stored('logged')
    const late = entry('entry-0002', '2026-03-01T10:05:00.000Z')
    const early = entry('entry-0001', '2026-03-01T10:00:00.000Z')
    await ask('/api/jobs/logged/entries', { entries: [late] })
    await ask('/api/jobs/logged/entries', { entries: [late, early] })
    const { said } = await ask('/api/jobs/logged/entries')
    expect(said.entries).toEqual([early, late])
  })

  it('of a kind from a newer version are kept and sent on as they came', async () => {
    await stored('newer')
    const odd = entry('entry-3001', '2026-03-01T10:00:00.000Z', { kind: 'thermogram', hottest: 71, at: 'V2' })
    expect((await ask('/api/jobs/newer/entries', { entries: [odd] })).status).toBe(200)
    expect((await ask('/api/jobs/newer/entries')).said.entries).toEqual([odd])
  })

  it('with an id that another job has are refused, and say so', async () => {
    await stored('one-job')
    await stored('other-job')
    const one = entry('entry-4001', '2026-03-01T10:00:00.000Z')
    await ask('/api/jobs/one-job/entries', { entries: [one] })
    const answer = await ask('/api/jobs/other-job/entries', { entries: [one] })
    expect(answer).toMatchObject({
      status: 409,
      said: { failures: [{ code: 'entry/elsewhere', where: 'entry-4001' }] },
    })
  })

  it('as windows from before there were envelopes send them are kept as what they were: computed', async () => {
    await stored('old-log')
    const old = { id: 'entry-5001', body: { ...reading, at: '2026-03-01T10:00:00Z', state: ['Nobody calls'] } }
    await ask('/api/jobs/old-log/entries', { entries: [old] })
    expect((await ask('/api/jobs/old-log/entries')).said.entries).toMatchObject([
      { id: 'entry-5001', source: 'computed', at: '2026-03-01T10:00:00.000Z', body: reading },
    ])
  })

  it.each<[string, (one: Entry) => unknown, string]>([
    ['an impossible date', (one) => ({ ...one, at: '2026-13-01T10:00:00.000Z' }), '/entries/1/at'],
    ['a value that is no number', (one) => ({ ...one, body: { ...reading, value: 'much' } }), '/entries/1/body/value'],
    ['a source only the server may give', (one) => ({ ...one, source: 'stand-in' }), '/entries/1/source'],
    ['no body', ({ body: _, ...one }) => one, '/entries/1'],
  ])('with %s are refused with where, and none of the batch is kept', async (name, spoil, where) => {
    const job = `log-${name.replaceAll(' ', '-')}`
    await stored(job)
    const good = entry(`${job}-1`.slice(0, 60), '2026-03-01T10:00:00.000Z')
    const bad = spoil(entry(`${job}-2`.slice(0, 60), '2026-03-01T10:00:00.000Z'))
    const answer = await ask(`/api/jobs/${job}/entries`, { entries: [good, bad] })
    expect(answer.status).toBe(400)
    expect(answer.said.failures?.[0]?.where).toContain(where)
    expect((await ask(`/api/jobs/${job}/entries`)).said.entries).toEqual([])
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
    const list = await fetch(`${program.url}/api/kinds`).then((answer) => answer.json())
    expect(list).toEqual({ kinds: [{ id: 'own-slow', kind: { ...kind, name: 'Slower valve' } }] })
    expect((await fetch(`${program.url}/api/kinds/own-slow`, { method: 'DELETE' })).status).toBe(204)
    expect((await fetch(`${program.url}/api/kinds/own-slow`, { method: 'DELETE' })).status).toBe(404)
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
    expect(await fetch(`${program.url}/api/kinds`).then((answer) => answer.json())).toEqual({ kinds: [] })
  })
})

it('a controller that is not there is an answer, not an error, and the server goes on', async () => {
  const { status, said } = await ask('/api/controller', { sense: [1, 2] })
  expect([status, said]).toEqual([200, { there: false, port: 1 }])
  expect((await ask('/api/jobs')).status).toBe(200)
})
