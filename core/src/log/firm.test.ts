import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { documentOf } from '../job/document.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { firmFactors, type Mended, mendedIn, pieceOf, tallyOf } from './firm.ts'
import { optionsFor } from './options.ts'

const job = demoJobs['kestrel-point']!()
const document = documentOf(job)
const put = (entries: Entry[], body: Entry['body'], more: Partial<Entry> = {}) =>
  entries.push({
    ...nextEntry(
      {
        id: `firm-entry-${entries.length}`,
        by: 'Warden',
        device: 'd1',
        clock: '2026-03-01T08:00:00.000Z',
        revision: 1,
      },
      entries,
      body,
    ),
    ...more,
  })
const repair = (unit: string) => ({ kind: 'repair', unit, does: 'replace', says: unit })
const mended = (part: string, at: string, more: Partial<Mended> = {}): Mended => ({
  job: 'one',
  title: 'One',
  part,
  kind: 'valve/motor-4',
  piece: 'head',
  at,
  ...more,
})

describe('what was put right', () => {
  it.each([
    ['V2/head', { part: 'V2', kind: 'valve/motor-4', piece: 'head' }],
    ['V2', { part: 'V2', kind: 'valve/motor-4', piece: 'leads' }],
    ['TC3/white', { part: 'TC3', kind: 'conductor', piece: '' }],
    ['w7', { part: 'w7', kind: 'conductor', piece: '' }],
  ])('%s is of its kind and piece', (unit, of) => expect(pieceOf(job, unit)).toEqual(of))

  it('a splice has no pieces', () => expect(pieceOf(job, 'S4').piece).toBe(''))

  it('is what was done at the wall: not on a stand-in, nor taken back', () => {
    const entries: Entry[] = []
    put(entries, repair('V2/head'))
    put(entries, repair('V3/head'), { source: 'stand-in' })
    put(entries, repair('V4/head'))
    put(entries, { kind: 'back', of: 'firm-entry-2' })
    put(entries, { kind: 'note', text: 'V5/head' })
    expect(mendedIn('one', document, entries)).toEqual([
      {
        job: 'one',
        title: job.title,
        part: 'V2',
        kind: 'valve/motor-4',
        piece: 'head',
        at: '2026-03-01T08:00:00.000Z',
      },
    ])
  })
})

describe('the tally of a firm', () => {
  it('counts by kind and piece, on how many jobs, the most frequent first', () => {
    const rows = tallyOf([
      mended('V1', '2026-01-01'),
      mended('V1', '2026-01-01', { job: 'two', piece: 'body' }),
      mended('V1', '2026-01-01', { job: 'two' }),
    ])
    expect(rows.map(({ piece, times, jobs }) => [piece, times, jobs])).toEqual([
      ['head', 2, 2],
      ['body', 1, 1],
    ])
  })

  it('the same part again within 400 days is a repeat; another part, another job and later are not', () => {
    const again = (later: Mended) => tallyOf([mended('V1', '2025-01-01'), later])[0]!.again
    expect(again(mended('V1', '2026-02-05'))).toBe(1)
    expect(again(mended('V1', '2026-02-06'))).toBe(0)
    expect(again(mended('V2', '2025-02-01'))).toBe(0)
    expect(again(mended('V1', '2025-02-01', { job: 'two' }))).toBe(0)
    // Whatever piece of it: the visit is what is repeated.
    expect(tallyOf([mended('V1', '2025-01-01'), mended('V1', '2025-02-01', { piece: 'body' })])[0]!.again).toBe(1)
  })
})

describe('how the log of a firm moves the weights', () => {
  const usual = new Map([
    ['valve head', 0.5],
    ['thermostat whole', 0.5],
  ])
  const rows = (heads: number, thermostats: number) => [
    { kind: 'valve', piece: 'head', times: heads, again: 0, jobs: 1 },
    { kind: 'thermostat', piece: 'whole', times: thermostats, again: 0, jobs: 1 },
    { kind: 'panel', piece: 'whole', times: 1000, again: 0, jobs: 1 },
  ]

  it('leaves them where nothing is logged, and where it is as usual', () => {
    expect([...firmFactors([], usual).values()]).toEqual([1, 1])
    expect([...firmFactors(rows(30, 30), usual).values()]).toEqual([1, 1])
  })

  it('raises what is oftener, lowers what is rarer, a little at first and never more than fourfold', () => {
    const factor = (heads: number, thermostats: number) =>
      firmFactors(rows(heads, thermostats), usual).get('valve head')!
    expect(factor(2, 0)).toBeCloseTo(10 / 9, 9)
    expect(factor(0, 2)).toBeCloseTo(8 / 9, 9)
    expect(factor(20, 0)).toBeGreaterThan(factor(2, 0))
    expect(factor(0, 1000)).toBe(0.25)
    const rare = new Map([
      ['valve head', 0.01],
      ['thermostat whole', 0.99],
    ])
    expect(firmFactors(rows(1000, 0), rare).get('valve head')).toBe(4)
  })
})

describe('options for the customer', () => {
  const firm = [{ kind: 'valve/motor-4', piece: 'head', times: 12, again: 3, jobs: 5 }]

  it('where a head is to be changed: the head, head and body, every head; with the firm’s own count', () => {
    const options = optionsFor(job, 'V2/head', firm)
    expect(options.map(({ id, drains }) => [id, drains])).toEqual([
      ['head', false],
      ['body', true],
      ['all', false],
    ])
    expect(options[0]).toMatchObject({ again: 3, of: 12 })
    expect(options[1]).toMatchObject({ again: 0, of: 0 })
    const alike = Object.values(job.parts).filter(({ kind }) => kind === 'valve/motor-4').length
    expect(options[2]).toMatchObject({ minutes: alike * options[0]!.minutes })
    expect(options[2]!.says).toContain(String(alike))
  })

  it('where the body is: only with it; for what is no valve there is nothing to choose', () => {
    expect(optionsFor(job, 'V2/body', firm).map(({ id }) => id)).toEqual(['body'])
    for (const unit of ['TS2/whole', 'S4', 'V2', 'V9/head', 'TC3/white'])
      expect(optionsFor(job, unit, firm)).toEqual([])
  })

  it('of a kind that hangs once there is no round of all of them', () => {
    const parts = { ...job.parts, V2: { ...job.parts.V2!, kind: 'valve/motor-2' } }
    expect(optionsFor({ ...job, parts }, 'V2/head', firm).map(({ id }) => id)).toEqual(['head', 'body'])
  })
})
