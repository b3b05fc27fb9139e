import { type Document, documentOf, type Entry, type Failure, type Job, nextEntry, ROOMS } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it, vi } from 'vitest'
import { Jobs } from './store/jobs.ts'
import { served } from './testing/served.ts'

/** A wall for the desk: it answers, and what is hidden in it is in nothing that is sent. */

interface Answer {
  readonly failures?: Failure[]
  readonly document?: Document
  readonly entries?: Entry[]
  readonly value?: number | null
}
const program = served()
const ask = (path: string, send?: unknown) => program.ask<Answer>(path, send)
const kestrel = demoJobs['kestrel-point']!
const now = (id: string) => ask(`/api/jobs/${id}?version=2`)

async function stored(id: string): Promise<Job> {
  const job = kestrel()
  await ask('/api/jobs', { id, document: documentOf(job) })
  return job
}

describe('the stand-in wall', () => {
  it('answers as its hidden plant would, and what is hidden is in nothing the server sends', async () => {
    const job = await stored('hidden')
    const jobs = new Jobs(program.store, () => '2026-01-01T00:00:00.000Z')
    const question = {
      mode: 'loz',
      from: 'V2.m1',
      to: 'V2.m2',
      stand: { calls: { signal: { on: true } } },
    }
    const sound = await ask('/api/jobs/hidden/stand-in/read', question)
    expect(sound.said.value).toBeGreaterThan(24)
    const secret = 'part:TS2/neverMakes'
    await jobs.hide('hidden', [{ id: secret }])
    const broken = await ask('/api/jobs/hidden/stand-in/read', question)
    expect(broken.said.value).toBeLessThan(1)
    const said = [broken.said, (await now('hidden')).said, (await ask('/api/jobs/hidden/entries')).said]
    expect(JSON.stringify(said)).not.toContain('neverMakes"')
    expect(JSON.stringify(said)).not.toContain(secret)
    expect(Object.keys((await now('hidden')).said).sort()).toEqual(['document', 'id', 'revision', 'tried'])
    expect(job.title).toBe('Kestrel Point light station')
  })

  it('offers complaints, answers by what they hide, and writes the answers down as its own', async () => {
    await ask('/api/jobs', { id: 'kestrel-point', document: documentOf(kestrel()) })
    const at = '/api/jobs/kestrel-point/stand-in'
    const secret = 'windingOpen'
    const told = await program.ask<{ complaints: { id: string; hidden?: unknown }[]; hides: boolean }>(at)
    expect(told.said.complaints.map(({ id }) => id)).toContain('signal-cold')
    expect(told.said.hides).toBe(false)
    expect((await program.ask(`${at}/begin`, { complaint: 'nobody' })).status).toBe(404)
    const begun = await program.ask(`${at}/begin`, { complaint: 'signal-cold' })
    expect(begun.said).toMatchObject({ cold: ['signal'] })
    const entry = (id: string, body: Entry['body']) =>
      nextEntry({ id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], body)
    const end = (point: string) => ({ point, says: point, place: 'Boiler room' })
    const reading = { kind: 'reading', mode: 'loz', from: end('V2.m1'), to: end('XF1.c'), value: null, shows: '' }
    const room = { kind: 'seen', what: 'word', of: 'zone:signal', look: 'room', word: 'cold' }
    const put = async (id: string, asked: string, body: Entry['body'], stand: string[]) =>
      (
        await program.ask<{ body: Entry['body']; well?: boolean }>(`${at}/answer`, {
          entry: entry(id, body),
          ask: asked,
          stand,
        })
      ).said
    expect((await put('stand-in-entry-1', 'volts', reading, ['signal'])).body.value).toBeGreaterThan(20)
    expect(await put('stand-in-entry-2', 'room', room, ['signal'])).toMatchObject({
      body: { word: 'cold' },
      well: false,
    })
    // A wrong repair changes nothing, the right one does.
    const repair = (unit: string) => ({ kind: 'repair', unit, does: 'replace', says: unit })
    expect(await put('stand-in-entry-3', 'repair', repair('TS2/whole'), [])).toMatchObject({ well: false })
    expect(await put('stand-in-entry-4', 'repair', repair('V2/head'), [])).toMatchObject({ well: true })
    expect(await put('stand-in-entry-5', 'room', room, ['signal'])).toMatchObject({ body: { word: 'heats' } })
    const kept = (await ask('/api/jobs/kestrel-point/entries')).said.entries!
    expect(kept.map(({ source }) => source)).toEqual(Array(5).fill('stand-in'))
    expect(JSON.stringify([told.said, begun.said, kept])).not.toContain(secret)
    expect((await program.ask(`${at}/reveal`, {})).said).toEqual({ left: [] })
    // On another call it is asked with who calls: nobody, the signal house is cold.
    const onCalls = { ...room, look: ROOMS, word: '' }
    expect(await put('stand-in-entry-8', 'room', onCalls, [])).toMatchObject({ body: { word: 'cold' } })
    expect(await put('stand-in-entry-9', 'room', onCalls, ['signal', 'oil'])).toMatchObject({ body: { word: 'heats' } })
    // An entry that says so by itself is refused.
    const own = { ...entry('stand-in-entry-6', room), source: 'stand-in' }
    expect((await ask('/api/jobs/kestrel-point/entries', { entries: [own] })).status).toBe(400)
    expect((await program.ask(`${at}/answer`, { entry: {}, ask: 'room', stand: [] })).status).toBe(400)
    const nowhere = entry('stand-in-entry-7', { ...room, of: 'zone:attic' })
    expect((await program.ask(`${at}/answer`, { entry: nowhere, ask: 'room', stand: [] })).status).toBe(400)
  })

  it('what comes and goes does so by the clock of the day; a hand finds it at any time', async () => {
    await ask('/api/jobs', { id: 'kestrel-point', document: documentOf(kestrel()) })
    const at = '/api/jobs/kestrel-point/stand-in'
    const begun = await program.ask(`${at}/begin`, { complaint: 'signal-mornings' })
    expect(begun.said).toMatchObject({ cold: ['signal'], told: 'comes-and-goes' })
    const end = (point: string) => ({ point, says: point, place: 'Boiler room' })
    let n = 0
    const put = async (asked: string, body: Entry['body']) => {
      const maker = {
        id: `goes-entry-${++n}`,
        by: 'Ash',
        device: 'phone',
        clock: '2026-03-01T10:00:00.000Z',
        revision: 1,
      }
      const entry = nextEntry(maker, [], body)
      return (await program.ask<{ body: Entry['body'] }>(`${at}/answer`, { entry, ask: asked, stand: ['signal'] })).said
        .body
    }
    const room = () => put('room', { kind: 'seen', what: 'word', of: 'zone:signal', look: 'room', word: 'cold' })
    const hand = () => put('wiggle', { kind: 'seen', what: 'word', of: 'part:S4', look: 'wiggle', word: '' })
    const meter = () =>
      put('volts', { kind: 'reading', mode: 'loz', from: end('V2.m1'), to: end('V2.m2'), value: null, shows: '' })
    // Its round is 2,660 seconds: open for the first 420 of them.
    const clock = vi.spyOn(Date, 'now')
    try {
      clock.mockReturnValue(2660e3 * 700_000 + 60e3)
      expect([(await room()).word, Number((await meter()).value) < 5]).toEqual(['cold', true])
      expect((await hand()).word).toBe('comes and goes')
      clock.mockReturnValue(2660e3 * 700_000 + 430e3)
      expect([(await room()).word, Number((await meter()).value) > 20]).toEqual(['heats', true])
      expect((await hand()).word).toBe('comes and goes')
      await put('repair', { kind: 'repair', unit: 'S4', does: 'remake', says: 'Splice S4' })
      clock.mockReturnValue(2660e3 * 700_000 + 60e3)
      expect([(await room()).word, (await hand()).word]).toEqual(['heats', 'steady'])
    } finally {
      clock.mockRestore()
    }
  })

  it('answers a stick by the terminal it is held beside; at a part that is not there it says so', async () => {
    await stored('sticked')
    const answer = (id: string, of: string, stand: string[]) => {
      const body = { kind: 'seen', what: 'word', of, look: 'stick', word: 'cannot tell' }
      const maker = { id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 }
      return program.ask<{ body: Entry['body']; error?: unknown }>('/api/jobs/sticked/stand-in/answer', {
        entry: nextEntry(maker, [], body),
        ask: 'stick',
        stand,
      })
    }
    expect((await answer('stick-entry-1', 'point:P1.l', ['signal'])).said.body.word).toBe('glows')
    expect((await answer('stick-entry-2', 'point:P1.l', [])).said.body.word).toBe('dark')
    const { status, said } = await answer('stick-entry-3', 'point:P9.l', [])
    expect([status, JSON.stringify(said)]).toEqual([400, expect.stringContaining('There is no part \\"P9\\"')])
  })

  it('answers a clamp by the wire between two ends, whichever is named first; between none it says so', async () => {
    const job = await stored('clamped')
    const strip = Object.values(job.wires).find(({ from, to }) => [from.part, to.part].includes('TS2'))!
    const [near, far] = [strip.from, strip.to].map(({ part, terminal }) => `${part}.${terminal}`) as [string, string]
    const end = (point: string) => ({ point, says: point, place: 'Boiler room' })
    const answer = (id: string, from: string, to: string, stand: string[]) => {
      const body = { kind: 'reading', mode: 'amps', from: end(from), to: end(to), value: null, shows: '' }
      const entry = nextEntry(
        { id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 },
        [],
        body,
      )
      return program.ask<{ body: Entry['body'] }>('/api/jobs/clamped/stand-in/answer', { entry, ask: 'amps', stand })
    }
    const calling = (await answer('clamp-entry-1', near, far, ['signal'])).said.body
    expect(calling.value).toBeGreaterThan(0.25)
    expect(calling.shows).toBe(`${calling.value} A`)
    expect((await answer('clamp-entry-2', far, near, ['signal'])).said.body.value).toBeGreaterThan(0.25)
    expect((await answer('clamp-entry-3', near, far, ['gallery'])).said.body.value).toBe(0)
    expect((await answer('clamp-entry-4', near, 'V5.m1', ['signal'])).status).toBe(400)
  })

  it('what is left is told when somebody gives up, and is hidden no more', async () => {
    await ask('/api/jobs', { id: 'sable-row', document: documentOf(demoJobs['sable-row']!()) })
    const at = '/api/jobs/sable-row/stand-in'
    await program.ask(`${at}/begin`, { complaint: 'all-cold' })
    expect((await program.ask<{ left: string[] }>(`${at}/reveal`, {})).said.left).toHaveLength(2)
    expect((await program.ask<{ hides: boolean }>(at)).said.hides).toBe(false)
  })

  it('says which lead is on nothing', async () => {
    await stored('lost-lead')
    const answer = await ask('/api/jobs/lost-lead/stand-in/read', {
      mode: 'volts',
      from: 'V9.m1',
      to: 'V2.m2',
      stand: {},
    })
    expect(answer).toMatchObject({ status: 400, said: { failures: [{ where: 'V9.m1' }] } })
  })
})
