import { documentOf, nextEntry, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { readingRows } from './reading-rows.ts'

const job = plannedJob(documentOf(demoJobs['kestrel-point']!()))
const maker = (id: string) => ({ id, by: 'Ash', device: 'phone', clock: '2026-03-01T10:00:00.000Z', revision: 1 })
const end = (point: string) => ({ point, says: `at ${point}`, place: 'Boiler room' })
const reading = (id: string, value: number | null, shows: string) =>
  nextEntry(
    maker(id),
    [],
    { kind: 'reading', mode: 'loz', from: end('V2.m1'), to: end('V2.m2'), value, shows },
    { calls: { signal: { on: true } } },
  )

it('every reading is a row as wide as its head; OL has no value; what was taken back is left out', () => {
  const one = reading('reading-one-1', 26.1, '26.1 V')
  const over = reading('reading-over-1', null, 'OL')
  const back = nextEntry(maker('reading-back-1'), [], { kind: 'back', of: one.id })
  const [head, ...rows] = readingRows(job, [one, over])
  expect(rows.map((row) => row.length)).toEqual([head!.length, head!.length])
  expect(rows[0]).toEqual([
    one.clock,
    'Ash',
    'wall',
    'loz',
    'at V2.m1',
    'at V2.m2',
    'Boiler room',
    '26.1',
    '26.1 V',
    'Calling: Signal house',
  ])
  expect(rows[1]!.slice(7, 9)).toEqual(['', 'OL'])
  expect(readingRows(job, [one, over, back])).toHaveLength(2)
})
