import { documentOf, foundOf, kindOf, kinds } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { entered, halfSeen } from '../../../../../core/src/testing/half-seen.ts'
import { pointAt } from './point.ts'
import { assumedAt, countSays, foundSays, isHung, otherHalf, partsAt, rowsOf, writtenDown } from './rows.ts'

const job = demoJobs['kestrel-point']!()
const valve = Object.values(job.zones)[0]!.valve!
const [hidden] = Object.entries(job.wires).find(([, { from, to }]) => [from, to].some(({ part }) => part === valve))!
const half = halfSeen(job, (wire) => wire === hidden, ['boiler'])
const found = foundOf(half.document, half.entries)
const splices = Object.entries(job.parts).flatMap(([id, part]) => (kindOf(part)?.roles.connector ? [id] : []))
const deduced = (is: string) => ({ is, end: {}, with: [], share: 1 }) as never

describe('a part as an eye goes over it', () => {
  it('has a row for each terminal with what is on it; where nobody knows, no words', () => {
    const rows = rowsOf(found, valve)
    const loose = rows.flatMap(({ conductors }) => conductors).filter(({ to }) => to === undefined)
    expect(loose).toHaveLength(1)
    expect(rows.map(({ ways, full }) => [ways, full])).toEqual(rows.map(() => [false, false]))
    expect(countSays(rows)).toMatch(/^\d+ seen, 1 to follow$/)
    expect(countSays([])).toBe('nothing yet')
    expect(rowsOf(found, 'nothing')).toEqual([])
  })

  it('a joint is one row that takes the next conductor on its first free way, until none is left', () => {
    const rows = splices.map((id) => rowsOf(found, id)[0]!)
    for (const row of rows) {
      const ways = Number.parseInt(row.marking, 10)
      expect(row).toMatchObject({ ways: true, full: row.conductors.length === ways })
      if (row.full) expect(row.role).toBe('full')
      else expect(row.role).toBe(`${ways - row.conductors.length} free`)
    }
    expect(rows.length).toBeGreaterThan(0)
    const row = rows[0]!
    const [last] = row.conductors
    const { [last!.wire]: off, ...wires } = found.job.wires
    const freed = [off!.from, off!.to].find(({ part }) => part === row.part)!
    expect(rowsOf({ ...found, job: { ...found.job, wires } }, row.part)[0]).toMatchObject({ ...freed, full: false })
  })

  it('what is only assumed is counted apart', () => {
    const assumed = foundOf(documentOf(job, job), [])
    expect(assumedAt(assumed, 'boiler')).toBeGreaterThan(assumedAt(assumed, 'no place'))
    expect(assumedAt(found, 'boiler')).toBe(0)
    expect(countSays(rowsOf(assumed, valve))).toMatch(/^0 of \d+ seen$/)
    expect(foundSays(assumed, undefined)).toBe(
      `Nothing is seen yet: ${Object.keys(job.wires).length} conductors are assumed as planned.`,
    )
  })
})

it('the verdict counts what was followed and how sure the loose ends are', () => {
  const whole = Object.keys(job.wires).length - 1
  expect(foundSays(found, undefined)).toBe(`${whole} conductors followed to both ends. 2 loose ends.`)
  const traced = {
    ends: [deduced('certain'), deduced('unknown')],
    misfits: [],
    odd: [],
    missing: [],
    beep: undefined,
    round: undefined,
  }
  expect(foundSays(found, traced)).toBe(
    `${whole} conductors followed to both ends. 2 loose ends: 1 certain, 1 unknown.`,
  )
  const empty = foundOf(documentOf(job, { ...job, wires: {} }), [])
  expect(foundSays(empty, undefined)).toContain('Begin with the box you stand at')
})

it('a place is written down until that is taken back', () => {
  const said = writtenDown(half.entries, 'boiler')
  expect(said?.body.of).toBe('place:boiler')
  expect(writtenDown(half.entries, 'rooms')).toBeUndefined()
  const back = entered(half.entries, { kind: 'back', of: said!.id })
  expect(writtenDown([...half.entries, back], 'boiler')).toBeUndefined()
})

it('parts stand by their labels, far ends nobody followed are none', () => {
  const parts = partsAt(found.job, 'boiler')
  expect(parts).toContain('B1')
  expect(parts.some((id) => id.endsWith('-end'))).toBe(false)
})

it('a lead for a joint goes on any of its ways', () => {
  const [splice] = splices
  expect(pointAt(job, `${splice}.*`)).toMatchObject({ point: expect.stringMatching(new RegExp(`^${splice}\\.`)) })
  expect(pointAt(job, `${splice}.*`).point).not.toContain('*')
  expect(pointAt(job, 'B1.t1')).toMatchObject({ point: 'B1.t1' })
})

describe('a conductor that was written down at both ends, and is followed then', () => {
  const both = halfSeen(job, (wire) => wire === hidden)
  const wall = foundOf(both.document, both.entries).job
  const [near, far] = [wall.wires[`${hidden}-a`]!, wall.wires[`${hidden}-b`]!]

  it('has its other half where it goes: the same colour, loose, and not itself', () => {
    expect(otherHalf(wall, `${hidden}-a`, { colour: near.colour, to: far.from })).toBe(`${hidden}-b`)
    expect(otherHalf(wall, undefined, { colour: far.colour, to: near.from })).toBe(`${hidden}-a`)
  })

  it('has none of another colour, at another terminal, or where nobody followed it', () => {
    expect(otherHalf(wall, `${hidden}-a`, { colour: 'pink', to: far.from })).toBeUndefined()
    expect(otherHalf(wall, `${hidden}-a`, { colour: near.colour, to: { part: 'B1', terminal: 't1' } })).toBeUndefined()
    expect(otherHalf(wall, `${hidden}-a`, { colour: near.colour })).toBeUndefined()
    // What is followed already is no half of anything.
    expect(otherHalf(job, undefined, { colour: job.wires[hidden]!.colour, to: job.wires[hidden]!.to })).toBeUndefined()
  })
})

it('anything of the catalogue may hang on a wall, but an end nobody followed', () => {
  expect(kinds.filter((kind) => !isHung(kind)).map(({ kind }) => kind)).toEqual([
    found.job.parts[`${hidden}-a-end`]!.kind,
  ])
})
