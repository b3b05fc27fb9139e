import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { documentOf, type Entry, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { createClient } from '@libsql/client'
import { afterAll, describe, expect, it } from 'vitest'
import { Live } from './live.ts'
import { backUp, copyOfDay, countedIn, restore } from './store/backup.ts'
import { openDatabase } from './store/database.ts'
import { Entries } from './store/entries.ts'
import { Jobs } from './store/jobs.ts'
import { Turn } from './store/turn.ts'
import { served } from './testing/served.ts'

const program = served()
const job = demoJobs['fenwick-orchard']!()
const migrations = resolve(import.meta.dirname, '../migrations')
const folder = mkdtempSync(join(tmpdir(), 'lantern-keeping-'))
afterAll(() => rmSync(folder, { recursive: true }))
const now = () => '2026-03-01T10:00:00.000Z'
const note = (id: string, more: Partial<Entry> = {}): Entry => ({
  ...nextEntry({ id, by: 'Ash', device: 'phone', clock: now(), revision: 1 }, [], { kind: 'note', text: id }),
  ...more,
})

/** Asks with headers of one's own, which `fetch` would not send. */
const raw = (path: string, headers: Record<string, string>, method = 'GET') =>
  new Promise<{ status: number; text: string }>((done, failed) => {
    const { hostname, port } = new URL(program.url)
    const asked = request({ hostname, port, path, method, headers }, (answer) => {
      let text = ''
      answer.on('data', (data) => {
        text += data
      })
      answer.on('end', () => done({ status: answer.statusCode ?? 0, text }))
    })
    asked.on('error', failed)
    asked.end(method === 'GET' ? undefined : '{}')
  })

describe('a database that another program holds', () => {
  const other = () => createClient({ url: `file:${join(program.folder, 'test.sqlite')}` })
  const send = (n: number) => program.ask('/api/jobs/held/entries', { entries: [note(`note-while-held-${n}`)] })

  it('is read all the while, says that it is held, and takes every write once it is let go', async () => {
    await program.ask('/api/jobs', { id: 'held', document: documentOf(job) })
    const client = other()
    const lock = await client.transaction('write')
    await lock.execute("update jobs set updated_at = updated_at where id = 'held'")
    const writes = Array.from({ length: 20 }, (_, n) => send(n))
    let done = 0
    for (const write of writes) void write.then(() => done++)
    // Read, and asked for its health, while the lock stands: neither waits for it.
    expect((await program.ask('/api/jobs/held?version=2')).status).toBe(200)
    await expect.poll(async () => (await program.ask('/healthz')).status).toBe(503)
    expect(done).toBe(0)
    await lock.commit()
    client.close()
    expect((await Promise.all(writes)).map(({ status }) => status)).toEqual(Array(20).fill(200))
    expect((await program.ask('/healthz')).said).toEqual({ ok: true })
    const { entries } = (await program.ask<{ entries: Entry[] }>('/api/jobs/held/entries')).said
    expect(entries).toHaveLength(20)
  })

  it('for too long is refused in words, nothing is changed, and the next write goes through', async () => {
    const turn = new Turn(() => void afresh++, [1, 1])
    let tries = 0
    let afresh = 0
    const busy = () => {
      tries++
      return Promise.reject(Object.assign(new Error('database is locked'), { code: 'SQLITE_BUSY' }))
    }
    await expect(turn.take(busy)).rejects.toMatchObject({ status: 503, failures: [{ code: 'store/held' }] })
    expect([tries, afresh]).toEqual([3, 3])
    expect(turn.isHeld).toBe(false)
    expect(await turn.take(async () => 'written')).toBe('written')
    await expect(turn.take(() => Promise.reject(new Error('something else')))).rejects.toThrow('something else')
  })
})

describe('who is answered', () => {
  it.each([
    ['127.0.0.1', 200],
    ['localhost', 200],
    ['192.168.7.20', 200],
    ['[::1]', 200],
    ['rebound.example', 421],
    ['localhost.example', 421],
  ])('under the name %s: %i', async (host, status) => {
    const answer = await raw('/api/jobs', { host: `${host}:4680` })
    expect(answer.status).toBe(status)
    if (status === 421) expect(answer.text).toContain('LANTERN_NAMES')
  })

  it('a page from elsewhere may not write; ours, and what is no page, may', async () => {
    const post = (headers: Record<string, string>) =>
      raw('/api/jobs', { host: 'localhost:80', 'content-type': 'application/json', ...headers }, 'POST')
    expect((await post({ origin: 'http://elsewhere.example' })).status).toBe(403)
    expect((await post({ origin: 'http://localhost:80' })).status).toBe(400)
    expect((await post({})).status).toBe(400)
  })
})

describe('live', () => {
  it('a stream tells of an edit and of an entry of its job, and of no other', async () => {
    for (const id of ['seen', 'unseen']) await program.ask('/api/jobs', { id, document: documentOf(job) })
    const stop = new AbortController()
    const stream = await fetch(`${program.url}/api/jobs/seen/live`, { signal: stop.signal })
    expect(stream.headers.get('content-type')).toContain('text/event-stream')
    const reader = stream.body!.getReader()
    const decoder = new TextDecoder()
    let heard = ''
    const until = async (times: number) => {
      while ((heard.match(/event: changed/g)?.length ?? 0) < times) heard += decoder.decode((await reader.read()).value)
    }
    await program.ask('/api/jobs/unseen/entries', { entries: [note('note-elsewhere-1')] })
    await program.ask('/api/jobs/seen/entries', { entries: [note('note-of-the-seen-1')] })
    await until(1)
    const edit = makeEdit(job, 'Task', 'edit-that-is-seen', (draft) => void (draft.task = 'New'))!.edit
    const { id, name, patches } = edit
    await program.ask('/api/jobs/seen/edits', { revision: 1, version: 2, edits: [{ id, name, patches }] })
    await until(2)
    stop.abort()
    expect(heard.match(/event: changed/g)).toHaveLength(2)
  })

  it('who has left is told nothing more', () => {
    const live = new Live()
    let told = 0
    const leave = live.on('k', () => told++)
    live.changed('k')
    live.changed('other')
    leave()
    live.changed('k')
    expect([told, live.listeners]).toEqual([1, 0])
  })
})

describe('entries with a date', () => {
  it.each(['2026-02-31T10:00:00.000Z', '2026-04-31T10:00:00.000Z', '2025-02-29T00:00:00.000Z'])(
    'that there is not, such as %s, are refused in words and not kept',
    async (clock) => {
      await program.ask('/api/jobs', { id: 'dated', document: documentOf(job) })
      const { status, said } = await program.ask<{ failures: { says: string; where: string }[] }>(
        '/api/jobs/dated/entries',
        { entries: [note('note-of-no-day-1', { clock })] },
      )
      expect([status, said.failures[0]!.where]).toEqual([400, '/entries/0/clock'])
      expect(said.failures[0]!.says).toContain('no such moment')
    },
  )
  it('of a leap day are kept', async () => {
    const clock = '2028-02-29T10:00:00.000Z'
    const { status } = await program.ask('/api/jobs/dated/entries', { entries: [note('note-of-leap-1', { clock })] })
    expect(status).toBe(200)
  })
})

describe('who is here', () => {
  it('every device that has a job open is told of the others, once each, and where they are', async () => {
    const live = new Live()
    const heard: string[] = []
    const told = () =>
      heard.push(
        live
          .present('one')
          .map(({ who, at }) => `${who} ${at}`)
          .join(', '),
      )
    const ash = { device: 'laptop', who: 'Ash', at: 'Wall' }
    const leave = live.enter('one', ash, told)
    const second = live.enter('one', ash, () => undefined)
    const wren = live.enter('one', { device: 'phone', who: 'Wren', at: 'Find' }, () => undefined)
    live.enter('other', { device: 'else', who: 'Rowan', at: 'Log' }, () => undefined)
    expect(heard.at(-1)).toBe('Ash Wall, Wren Find')
    live.move('one', { device: 'phone', who: 'Wren', at: 'Prove' })
    expect(heard.at(-1)).toBe('Ash Wall, Wren Prove')
    // Nowhere to be: nothing is made up for a device that has no page open.
    live.move('one', { device: 'tablet', who: 'Hazel', at: 'Log' })
    expect(heard.at(-1)).toBe('Ash Wall, Wren Prove')
    second()
    expect(heard.at(-1)).toBe('Ash Wall, Wren Prove')
    wren()
    wren()
    expect(heard.at(-1)).toBe('Ash Wall')
    leave()
    expect([live.present('one'), live.present('other').length]).toEqual([[], 1])
  })
})

describe('the database as a file', () => {
  const filled = async (name: string) => {
    const file = join(folder, name)
    const store = await openDatabase(file, migrations)
    await new Jobs(store, now).add('one', documentOf(job))
    await new Entries(store, now).append('one', [
      note(`${name.slice(0, 6)}-entry-1`),
      note(`${name.slice(0, 6)}-entry-2`),
    ])
    return { file, store }
  }

  it('alone is the whole of it after a clean stop', async () => {
    const { file, store } = await filled('stoppd.sqlite')
    await store.close()
    const copy = join(folder, 'copied.sqlite')
    copyFileSync(file, copy)
    expect(await countedIn(copy)).toEqual({ jobs: 1, edits: 0, entries: 2 })
  })

  it('is backed up while it is open, counted, and put back; what was there is kept', async () => {
    const { file, store } = await filled('opened.sqlite')
    const kept = join(folder, 'kept.sqlite')
    expect(await backUp(file, kept)).toEqual({ jobs: 1, edits: 0, entries: 2 })
    await expect(backUp(file, kept)).rejects.toThrow('is there already')
    await new Entries(store, now).append('one', [note('after-the-backup-1')])
    await store.close()
    const { counted, before } = await restore(kept, file)
    expect(counted.entries).toBe(2)
    expect((await countedIn(file)).entries).toBe(2)
    expect((await countedIn(before!)).entries).toBe(3)
    expect(readdirSync(folder).some((name) => name.endsWith('.part'))).toBe(false)
  })

  it.each([
    ['is not there', undefined],
    ['is something else', 'a letter'],
  ])('a file that %s is refused in words, and nothing is changed', async (_what, text) => {
    const { file, store } = await filled(`keep${text ? 2 : 1}x.sqlite`)
    await store.close()
    const wrong = join(folder, `wrong${text ? 2 : 1}`)
    if (text) writeFileSync(wrong, text)
    await expect(restore(wrong, file)).rejects.toThrow(text ? 'no sound database' : 'There is no file')
    expect((await countedIn(file)).entries).toBe(2)
    await expect(backUp(join(folder, 'nowhere'), join(folder, 'x'))).rejects.toThrow('There is no database')
    expect(existsSync(join(folder, 'x'))).toBe(false)
  })

  it('is copied once a day, and the newest days are kept', async () => {
    const { file, store } = await filled('daily1.sqlite')
    const days = () => readdirSync(`${file}.days`).sort()
    expect(await copyOfDay(file, '2026-03-01', 2)).toContain('2026-03-01')
    expect(await copyOfDay(file, '2026-03-01', 2)).toBeUndefined()
    writeFileSync(join(`${file}.days`, 'mine.sqlite'), 'put here by hand')
    for (const day of ['2026-03-02', '2026-03-03']) await copyOfDay(file, day, 2)
    expect(days()).toEqual(['2026-03-02.sqlite', '2026-03-03.sqlite', 'mine.sqlite'])
    expect(await countedIn(join(`${file}.days`, '2026-03-03.sqlite'))).toMatchObject({ jobs: 1, entries: 2 })
    await store.close()
  })

  it('is copied as it was before its tables change; one that is up to date is not', async () => {
    // The program as it was two changes of the tables ago.
    const older = join(folder, 'older-migrations')
    cpSync(migrations, older, { recursive: true })
    const journal = join(older, 'meta/_journal.json')
    const { entries: known, ...rest } = JSON.parse(readFileSync(journal, 'utf8'))
    writeFileSync(journal, JSON.stringify({ ...rest, entries: known.slice(0, -2) }))
    const file = join(folder, 'older1.sqlite')
    await (await openDatabase(file, older)).close()
    const client = createClient({ url: `file:${file}` })
    await client.execute(
      `INSERT INTO jobs (id, revision, title, task, practice, zones, document, created_at, updated_at) VALUES ('one', 1, 'One', '', '24', 0, '{}', '', '')`,
    )
    for (const id of ['first-entry', 'then-entry'])
      await client.execute(
        `INSERT INTO entries (id, job_id, at, body, received_at) VALUES ('${id}', 'one', '', '${JSON.stringify(note(id))}', '')`,
      )
    client.close()
    const beside = () => readdirSync(folder).filter((name) => name.startsWith('older1.sqlite.of-'))
    await (await openDatabase(file, older)).close()
    expect(beside()).toEqual([])
    await (await openDatabase(file, migrations)).close()
    expect(beside()).toHaveLength(1)
    expect((await countedIn(join(folder, beside()[0]!))).entries).toBe(2)
    // What was there before it was counted has its place in the order of arrival.
    const store = await openDatabase(file, migrations)
    const entries = new Entries(store, now)
    const arrived = await entries.after('one', -1)
    expect([arrived.upTo, arrived.count, arrived.entries.map(({ id }) => id)]).toEqual([
      2,
      2,
      ['first-entry', 'then-entry'],
    ])
    await entries.append('one', [note('after-it-1'), note('after-it-2')])
    expect((await entries.after('one', 2)).entries.map(({ id }) => id)).toEqual(['after-it-1', 'after-it-2'])
    expect(await entries.after('one', 4)).toEqual({ entries: [], upTo: 4, count: 4 })
    await store.close()
  })

  it('of a newer version is not opened, and said so', async () => {
    const { file, store } = await filled('newer1.sqlite')
    await store.close()
    const client = createClient({ url: `file:${file}` })
    await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)")
    client.close()
    await expect(openDatabase(file, migrations)).rejects.toThrow('newer version')
  })
})
