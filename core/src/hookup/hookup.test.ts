import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf, jobWith, noCircuit } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { begunFrom } from '../schemes/begin.ts'
import { schemes } from '../schemes/index.ts'
import { copyOf } from '../testing/benches.ts'
import { gateOf, isDead } from './gate.ts'
import { runSheet } from './run-sheet.ts'

const job = kestrelPoint()
const document = documentOf(job, circuitIn(job))
const empty = (plan: Job) => jobWith(documentOf(plan), { ...noCircuit(), parts: plan.parts, cables: plan.cables })

let count = 0
const said = (
  known: readonly Entry[],
  body: Entry['body'],
  more: { device?: string; source?: Entry['source'] } = {},
): Entry => {
  const clock = new Date(Date.UTC(2026, 4, 1, 8, 0, ++count)).toISOString()
  const { device = 'phone', source = 'wall' } = more
  return {
    ...nextEntry(
      { id: `gate-entry-${String(count).padStart(3, '0')}`, by: 'Ash', device, clock, revision: 1 },
      known,
      body,
    ),
    source,
  }
}
const told = (...bodies: Entry['body'][]) => {
  const entries: Entry[] = []
  for (const body of bodies) entries.push(said(entries, body))
  return entries
}
const off = { kind: 'power', does: 'off', at: ['ES1'], lockedBy: 'Ash' }
const on = { kind: 'power', does: 'on', at: ['ES1'] }
const dead = (shows = '0.0 V', proven = [true, true]) => ({
  kind: 'dead',
  before: proven[0],
  after: proven[1],
  points: [{ from: 'XF1.p1', to: 'XF1.p2', shows }],
})

describe('the isolation gate', () => {
  const opens = (...bodies: Entry['body'][]) => gateOf(document, told(...bodies), true)

  it('opens only off, locked, proven dead with a proven tester, in that order', () => {
    expect(opens().open).toBe(false)
    expect(opens(off)).toMatchObject({ open: false, off: true, locks: ['Ash'] })
    expect(opens({ ...off, lockedBy: undefined }, dead()).says).toContain('nobody has a lock on')
    expect(opens(dead(), off).open).toBe(false)
    // Between a proof without a lock and the lock, somebody may have switched it on and off again.
    expect(opens({ ...off, lockedBy: undefined }, dead(), off)).toMatchObject({
      open: false,
      says: 'Off, locked by Ash. Not proven dead since.',
    })
    expect(opens({ ...off, lockedBy: undefined }, dead(), off, dead()).open).toBe(true)
    expect(opens(off, dead())).toMatchObject({ open: true, says: 'Off, locked by Ash, proven dead by Ash.' })
    for (const proven of [
      [false, true],
      [true, false],
    ])
      expect(opens(off, dead('0 V', proven)).open).toBe(false)
    expect(opens(off, dead('118 V'))).toMatchObject({ open: false })
    expect(opens(off, dead('118 V')).says).toContain('118 V')
  })

  it('shuts when power is back, and needs a new proof after the next switching off', () => {
    expect(opens(off, dead(), on)).toMatchObject({ open: false, off: false })
    expect(opens(off, dead(), on, off).open).toBe(false)
    expect(opens(off, dead(), on, off, dead()).open).toBe(true)
    // A second lock comes on top of what was proven, and a proof before any switching off is none.
    expect(opens(off, dead(), { ...off, lockedBy: 'Wren' })).toMatchObject({ open: true, locks: ['Ash', 'Wren'] })
    expect(opens(on, dead(), off).open).toBe(false)
  })

  it('wants every point tested that this plant has, each by its two terminals', () => {
    const entries = told(off, dead())
    const at = (to: string) => ({ from: 'XF1.p1', to })
    expect(gateOf(document, entries, true, [at('XF1.p2')]).open).toBe(true)
    expect(gateOf(document, entries, true, [at('XF1.p2'), at('B1.n')])).toMatchObject({
      open: false,
      says: 'One point was not tested.',
    })
    expect(gateOf(document, entries, true, [at('B1.n'), at('B1.e')]).says).toBe('2 points were not tested.')
  })

  it('knows nothing where the others were not heard', () => {
    const entries = told(off, dead())
    expect(gateOf(document, entries, false)).toMatchObject({ open: false, known: false })
  })

  it('is shut where two devices differ about the power, whichever came last', () => {
    const entries = told(off, dead())
    const apart = said([], on, { device: 'tablet' })
    expect(gateOf(document, [...entries, { ...apart, at: entries[0]!.at }], true).open).toBe(false)
  })

  it('nothing a stand-in or the program said opens it, and a proof taken back is none', () => {
    for (const source of ['stand-in', 'computed'] as const) {
      const entries = told(off)
      expect(gateOf(document, [...entries, said(entries, dead(), { source })], true).open).toBe(false)
    }
    const entries = told(off, dead())
    const back = said(entries, { kind: 'back', of: entries[1]!.id })
    expect(gateOf(document, [...entries, back], true).open).toBe(false)
  })

  it.each([
    ['0', true],
    ['0.0 V', true],
    ['0,4 V', true],
    ['1 V', true],
    ['1.01 V', false],
    ['400 mV', true],
    ['118 V', false],
    ['OL', false],
    ['dead', false],
    ['', false],
    ['-', false],
  ])('%s at a point: dead is %s', (shows, is) => expect(isDead(shows)).toBe(is))
})

describe('the run sheet', () => {
  it('of new work lands every conductor once, line voltage before low, whatever the way', () => {
    for (const scheme of schemes) {
      const plan = begunFrom(scheme, 'Tide mill')
      const { joins, stays, of } = runSheet(plan, empty(plan))
      expect(stays).toBe(0)
      expect(joins.map(({ wire }) => wire).sort()).toEqual(Object.keys(plan.wires).sort())
      expect(of).toBe(joins.length)
      const high = joins.map(({ circuit }) => circuit === 'line voltage' || circuit === 'earth')
      expect(high.lastIndexOf(true)).toBeLessThan(high.includes(false) ? high.indexOf(false) : joins.length)
    }
  })

  it('lands a zone at a time; the circuit’s school leaves the call of the boiler to the end', () => {
    const { joins } = runSheet(job, empty(job))
    const low = joins.filter(({ circuit }) => circuit !== 'line voltage' && circuit !== 'earth')
    const zones = low.flatMap(({ zone }) => zone ?? [])
    expect(zones.filter((zone, i) => zone !== zones[i - 1])).toEqual(['keepers', 'signal', 'oil', 'gallery', 'tank'])
    expect(low.at(-1)).toMatchObject({ circuit: 'call' })
    const supply = runSheet({ ...job, schools: { landing: 'supply' } }, empty(job)).joins
    const firstZone = (sheet: typeof joins) => sheet.findIndex(({ zone }) => zone !== undefined)
    const shared = (sheet: typeof joins) => sheet.findLastIndex(({ zone, circuit }) => !zone && circuit === 'call')
    expect(shared(supply)).toBeLessThan(firstZone(supply))
    expect(shared(joins)).toBeGreaterThan(firstZone(joins))
  })

  it('says where, how long to strip, which way of the splice, and what becomes of spare cores', () => {
    const { joins } = runSheet(job, empty(job))
    const spliced = joins.find(({ ends }) => ends.some(({ way }) => way))!
    const end = spliced.ends.find(({ way }) => way)!
    expect(end.way).toMatch(/^way \d of \d$/)
    expect(end.strip).toBe(11)
    expect(joins.every(({ ends }) => ends.every(({ place }) => place !== ''))).toBe(true)
    expect(joins.filter(({ notes }) => notes.some((note) => note.includes('spare')))).toHaveLength(5)
  })

  it('of a wall that hangs as planned there is nothing to do, whatever its wires are called', () => {
    const found = copyOf(job)
    found.wires = Object.fromEntries(Object.entries(found.wires).map(([id, wire]) => [`other-${id}`, wire]))
    expect(runSheet(job, found)).toMatchObject({ joins: [], stays: Object.keys(job.wires).length })
  })

  it('a conductor on the wrong terminal is moved, one too many lifted, one that is not there landed', () => {
    const found = copyOf(job)
    const [lost, astray] = Object.entries(found.wires).filter(([, { to, from }]) =>
      [from, to].some(({ part, terminal }) => part === 'V2' && (terminal === 'm1' || terminal === 'm2')),
    )
    delete found.wires[lost![0]]
    const wire = found.wires[astray![0]]!
    const side = wire.from.part === 'V2' ? wire.from : wire.to
    side.terminal = 'e2'
    found.wires.extra = {
      ...wire,
      from: { part: 'V1', terminal: 'm1' },
      to: { part: 'V3', terminal: 'm1' },
      label: 'x1',
    }
    const { joins } = runSheet(job, found)
    expect(joins.map(({ does, wire: id }) => [does, id])).toEqual([
      ['lift', 'extra'],
      ['move', astray![0]],
      ['land', lost![0]],
    ])
    expect(joins[1]!.now).toContain('S2')
    // How long it is, is told of what is not planned as of the rest.
    expect(joins.map(({ length }) => length)).toEqual([wire, wire, job.wires[lost![0]]!].map(({ length }) => length))
  })
})
