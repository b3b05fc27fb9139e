import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { drawingsOf, type Entry, foundOf, nextEntry } from '@civil-lantern/core'
import { demoFiles } from '@civil-lantern/core/demo'
import { unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readArchive, writeArchive } from './paper/archive.ts'
import { LARGEST, typeOf } from './store/photos.ts'
import { served } from './testing/served.ts'

const program = served()
const file = demoFiles['kestrel-point']!()
const png = readFileSync(resolve(import.meta.dirname, '../../docs/screenshots/wall.png'))
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
const hash = hashOf(png)

const photo = (id: string, more: object = {}): Entry =>
  nextEntry({ id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], {
    kind: 'photo',
    file: hash,
    text: 'Left wall as it was',
    of: 'V2',
    pins: [{ x: 0.5, y: 0.25, says: 'red to S8' }],
    ...more,
  })
const put = async (job: string, name: string, bytes: Buffer) => {
  const answer = await fetch(`${program.url}/api/jobs/${job}/photos/${name}`, {
    method: 'PUT',
    body: new Uint8Array(bytes),
  })
  return {
    status: answer.status,
    said: (await answer.json().catch(() => ({}))) as { failures?: { says: string; code: string }[] },
  }
}
const bytesOf = async (path: string) => Buffer.from(await (await fetch(program.url + path)).arrayBuffer())
const bring = async (id: string, zip: Buffer) => {
  const answer = await fetch(`${program.url}/api/archives/${id}`, { method: 'POST', body: new Uint8Array(zip) })
  return { status: answer.status, said: (await answer.json()) as { failures?: { says: string; code: string }[] } }
}

describe('a picture', () => {
  it('is kept under its hash for its job, once, and comes back as it was', async () => {
    await program.ask('/api/jobs', { id: 'pictured', document: file.document })
    expect((await put('pictured', hash, png)).status).toBe(204)
    expect((await put('pictured', hash, png)).status).toBe(204)
    const answer = await fetch(`${program.url}/api/jobs/pictured/photos/${hash}`)
    expect(answer.headers.get('content-type')).toBe('image/png')
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect(hashOf(Buffer.from(await answer.arrayBuffer()))).toBe(hash)
    await program.ask('/api/jobs', { id: 'other', document: file.document })
    expect((await fetch(`${program.url}/api/jobs/other/photos/${hash}`)).status).toBe(404)
  })

  it.each<[string, string, string, Buffer, number, string]>([
    ['of a job that is not', 'nowhere', hash, png, 404, 'job/unknown'],
    ['that is none', 'pictured', hashOf(Buffer.from('a letter')), Buffer.from('a letter'), 400, 'photo/type'],
    ['that arrived otherwise', 'pictured', 'ab'.repeat(32), png, 400, 'photo/hash'],
    ['that is empty', 'pictured', hashOf(Buffer.alloc(0)), Buffer.alloc(0), 400, 'photo/type'],
    ['larger than one may be', 'pictured', hash, Buffer.concat([png, Buffer.alloc(LARGEST)]), 413, 'http/too-large'],
  ])('%s is refused in words', async (_what, job, name, bytes, status, code) => {
    const answer = await put(job, name, bytes)
    expect([answer.status, answer.said.failures?.[0]?.code]).toEqual([status, code])
  })

  it('is told by its first bytes, whatever it is called', () => {
    expect([typeOf(png), typeOf(Buffer.from([0xff, 0xd8, 0xff, 0xe0])), typeOf(Buffer.from('<svg>'))]).toEqual([
      'image/png',
      'image/jpeg',
      undefined,
    ])
    expect(['%PDF-1.7', '%PDF', 'x%PDF-1.7'].map((text) => typeOf(Buffer.from(text)))).toEqual([
      'application/pdf',
      undefined,
      undefined,
    ])
  })

  it('may be the leaflet of a part, which goes along in an archive and comes back', async () => {
    const paper = Buffer.from('%PDF-1.7 leaflet')
    const entry = photo('leaflet-of-v2', { file: hashOf(paper), paper: 'pdf', pins: [] })
    await program.ask('/api/jobs', { id: 'papered', document: file.document })
    await program.ask('/api/jobs/papered/entries', { entries: [entry], since: 0 })
    expect((await put('papered', hashOf(paper), paper)).status).toBe(204)
    const zip = await bytesOf('/api/jobs/papered/archive.zip')
    expect(Object.keys(unzipSync(zip))).toContain(`photos/${hashOf(paper)}.pdf`)
    expect((await bring('papered-again', zip)).status).toBe(201)
    const answer = await fetch(`${program.url}/api/jobs/papered-again/photos/${hashOf(paper)}`)
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    expect(Buffer.from(await answer.arrayBuffer()).toString()).toBe('%PDF-1.7 leaflet')
    const report = await fetch(`${program.url}/api/jobs/papered/report.pdf`)
    expect(report.status).toBe(200)
  })

  it.each([
    ['forty pins', { pins: Array.from({ length: 40 }, () => ({ x: 0, y: 1, says: '' })) }, 200],
    ['forty-one pins', { pins: Array.from({ length: 41 }, () => ({ x: 0, y: 1, says: '' })) }, 400],
    ['a pin beside it', { pins: [{ x: 1.01, y: 0, says: '' }] }, 400],
    ['a name that is no hash', { file: '../../etc/passwd' }, 400],
  ])('with %s in its entry: %i', async (what, more, status) => {
    const id = `photo-${what.replaceAll(' ', '-')}`.slice(0, 40)
    const answer = await program.ask('/api/jobs/pictured/entries', { entries: [photo(id, more)] })
    expect(answer.status).toBe(status)
  })

  it('stands in the report; one that is not here says so, and takes nothing with it', async () => {
    await program.ask('/api/jobs', { id: 'reported', document: file.document })
    await program.ask('/api/jobs/reported/entries', {
      entries: [photo('photo-in-report'), photo('photo-not-here', { file: 'cd'.repeat(32) })],
    })
    const without = (await bytesOf('/api/jobs/reported/report.pdf')).length
    await put('reported', hash, png)
    const pdf = await bytesOf('/api/jobs/reported/report.pdf')
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pdf.length).toBeGreaterThan(without + 10_000)
  })
})

describe('an archive', () => {
  it('goes out, comes into another database’s job, and goes out the same, bit for bit', async () => {
    await program.ask('/api/jobs', { id: 'whole', document: file.document })
    await program.ask('/api/jobs/whole/entries', {
      entries: [...file.entries.filter(({ source }) => source === 'wall').slice(0, 20), photo('photo-of-whole')],
    })
    await put('whole', hash, png)
    const zip = await bytesOf('/api/jobs/whole/archive.zip')
    const drawings = drawingsOf(foundOf(file.document, []).job)
    const names = drawings.map((_, i) => `drawings/${String(i + 1).padStart(2, '0')}.svg`)
    expect(names.length).toBeGreaterThan(5)
    expect(Object.keys(unzipSync(zip)).sort()).toEqual([...names, 'job.lantern.json', `photos/${hash}.png`])
    expect(Buffer.from(unzipSync(zip)[names[0]!]!).toString()).toContain('its loops</title>')
    const read = readArchive(zip)
    if (!read.ok) throw new Error(read.failures[0]!.says)
    const text = Buffer.from(unzipSync(zip)['job.lantern.json']!).toString()
    const { document, entries, photos } = read.value
    expect(writeArchive(text, photos, drawingsOf(foundOf(document, entries).job))).toEqual(zip)
    // Beside the job it came from its entries have ids of their own; what names another entry names the new one.
    expect((await bring('whole-again', zip)).status).toBe(201)
    expect((await bring('whole-again', zip)).status).toBe(200)
    const again = await bytesOf('/api/jobs/whole-again/archive.zip')
    const plain = (some: Buffer) =>
      Buffer.from(unzipSync(some)['job.lantern.json']!).toString().replaceAll('-whole-again', '')
    expect(plain(again)).toBe(plain(zip))
    for (const name of names) expect(unzipSync(again)[name]).toEqual(unzipSync(zip)[name])
    expect(unzipSync(again)[`photos/${hash}.png`]).toEqual(unzipSync(zip)[`photos/${hash}.png`])
  })

  it('whose entry takes another back takes back the copy, not the first', async () => {
    const base = { by: 'Ash', device: 'phone', clock: '2026-03-02T10:00:00.000Z', revision: 1 }
    const note = nextEntry({ id: 'a-note-in-it', ...base }, [], { kind: 'note', text: 'wrong' })
    const back = nextEntry({ id: 'takes-it-back', ...base }, [note], { kind: 'back', of: 'a-note-in-it' })
    await program.ask('/api/jobs', { id: 'backed', document: file.document })
    await program.ask('/api/jobs/backed/entries', { entries: [note, back] })
    await bring('backed-copy', await bytesOf('/api/jobs/backed/archive.zip'))
    const { said } = await program.ask<{ entries: Entry[] }>('/api/jobs/backed-copy/entries')
    const copied = said.entries.find(({ body }) => body.kind === 'back')!
    expect(said.entries.some(({ id, body }) => id === copied.body.of && body.text === 'wrong')).toBe(true)
  })

  const letter = Buffer.from('a letter')
  it.each<[string, Buffer, string]>([
    ['is none', Buffer.from('PK but not really'), 'archive/unreadable'],
    ['holds no job', Buffer.from(zipSync({ 'readme.txt': Buffer.from('hello') })), 'archive/no-job'],
    ['holds a broken job', Buffer.from(zipSync({ 'job.lantern.json': Buffer.from('{"format":') })), 'job/json'],
    [
      'holds something else',
      Buffer.from(zipSync({ 'job.lantern.json': goodJob(), 'run.sh': Buffer.from('#!') })),
      'archive/foreign',
    ],
    [
      'leads out of itself',
      Buffer.from(zipSync({ 'job.lantern.json': goodJob(), '../up.png': png })),
      'archive/foreign',
    ],
    [
      'holds a picture of another name',
      Buffer.from(zipSync({ 'job.lantern.json': goodJob(), [`photos/${'ab'.repeat(32)}.png`]: png })),
      'archive/photo',
    ],
    [
      'holds a picture that is none',
      Buffer.from(zipSync({ 'job.lantern.json': goodJob(), [`photos/${hashOf(letter)}.jpg`]: letter })),
      'archive/photo',
    ],
  ])('that %s is refused whole, in words', async (what, zip, code) => {
    const id = `refused-${what.replaceAll(' ', '-')}`.slice(0, 50)
    const answer = await bring(id, zip)
    expect([answer.status, answer.said.failures?.[0]?.code]).toEqual([400, code])
    expect((await program.ask(`/api/jobs/${id}?version=2`)).status).toBe(404)
  })
})

function goodJob() {
  return Buffer.from(JSON.stringify({ format: 'civil-lantern/job', version: 2, document: file.document, entries: [] }))
}
