import { expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf } from '../job/document.ts'
import { kindOf } from '../parts/index.ts'
import { type Entry, nextEntry } from './entry.ts'
import { foundOf } from './found.ts'
import { entryInWords, entryKindOf } from './kinds/index.ts'

/** What eye, hand and meter see of a wall, and what is then found of it. */

const job = kestrelPoint()
const document = documentOf(job, circuitIn(job))

const seen = (body: object): Entry['body'] => ({ kind: 'seen', ...body })
function foundAfter(...bodies: Entry['body'][]) {
  const entries: Entry[] = []
  for (const body of bodies) {
    const id = `seen-entry-${entries.length + 1}`
    entries.push(
      nextEntry({ id, by: 'Ash', device: 'phone', clock: '2026-05-01T08:00:00.000Z', revision: 1 }, entries, body),
    )
  }
  return foundOf(document, entries)
}
const lost = (...bodies: Entry['body'][]) => foundAfter(...bodies).offRecord.map(({ says }) => says)

it('volts of the line stand until others are measured', () => {
  const supply = (volts: number) => seen({ what: 'supply', volts })
  expect(foundAfter(supply(117)).supposed).toEqual([{ id: 'supply/volts', value: 117 }])
  expect(foundAfter(supply(117), supply(121)).supposed).toEqual([{ id: 'supply/volts', value: 121 }])
})

it('a figure is that of the part, beside its others; of a part that is not there it is kept apart', () => {
  const va = (value: number, part = 'V2') => seen({ what: 'figure', part, figure: 'va', value })
  const { parts } = foundAfter(va(9), seen({ what: 'figure', part: 'V2', figure: 'opensIn', value: 31 }), va(8)).job
  expect(parts.V2!.figures).toEqual({ ...job.parts.V2!.figures, va: 8, opensIn: 31 })
  expect(parts.V3).toEqual(job.parts.V3)
  expect(lost(va(9, 'V99'))).toEqual(['V99 is not on the record'])
})

it('a part that was seen is there, by the name it was met under; one that is not there is down, with its wires', () => {
  const valve = { ...job.parts.V2!, label: 'By the pillar' }
  expect(foundAfter(seen({ what: 'part', part: 'V2', is: valve })).job.parts.V2!.label).toBe('By the pillar')
  const { parts } = foundAfter(seen({ what: 'part', is: valve })).job
  expect(Object.keys(parts).filter((id) => !job.parts[id])).toEqual(['e-seen-entry-1'])
  const down = foundAfter(seen({ what: 'part', part: 'V2', is: null })).job
  expect(down.parts.V2).toBeUndefined()
  expect(Object.values(down.wires).some(({ from, to }) => from.part === 'V2' || to.part === 'V2')).toBe(false)
  expect(lost(seen({ what: 'part', part: 'V99', is: null }))).toEqual([
    'part V99, which is not on the record, is not there',
  ])
})

it('a conductor is landed as it was seen, gone where there is none, and kept apart where it leads to nothing known', () => {
  const is = { ...job.wires.w21!, colour: 'pink' }
  expect(foundAfter(seen({ what: 'conductor', wire: 'w21', is })).job.wires.w21!.colour).toBe('pink')
  expect(foundAfter(seen({ what: 'conductor', wire: 'w21', is })).conductors.w21).toBe('seen')
  const none = foundAfter(seen({ what: 'conductor', wire: 'w21', is: null }))
  expect([none.job.wires.w21, none.conductors.w21]).toEqual([undefined, undefined])
  expect(lost(seen({ what: 'conductor', wire: 'w99', is: null }))).toEqual([
    'wire w99, which is not on the record, is not there',
  ])
  const astray = { ...is, to: { part: 'V99', terminal: 'm1' } }
  expect(lost(seen({ what: 'conductor', wire: 'w21', is: astray }))).toEqual([
    'wire 21 leads to V99, which is not on the record',
  ])
})

it('what is wrong is so until it is seen to be so no longer; a hand on what is not there is kept apart', () => {
  const broken = (so: boolean) => seen({ what: 'condition', is: { id: 'wire:w21/open' }, so })
  expect(foundAfter(broken(true)).supposed).toEqual([{ id: 'wire:w21/open' }])
  expect(foundAfter(broken(true), broken(false)).supposed).toEqual([])
  expect(lost(seen({ what: 'hand', part: 'V99', state: 'lever', value: 'parked' }))).toEqual([
    'V99 is not on the record',
  ])
})

it('what two devices may differ about: each thing seen is its own subject, a word is none', () => {
  const subject = (body: object) => {
    const one = seen(body)
    return entryKindOf(one)!.subject?.(one)
  }
  expect(
    [
      { what: 'conductor', wire: 'w21', is: null },
      { what: 'part', part: 'V2', is: null },
      { what: 'condition', is: { id: 'wire:w21/open' }, so: true },
      { what: 'hand', part: 'V2', state: 'lever', value: 'parked' },
      { what: 'figure', part: 'V2', figure: 'va', value: 9 },
      { what: 'supply', volts: 117 },
      { what: 'word', of: 'part:V2', look: 'lever', word: 'limp' },
    ].map(subject),
  ).toEqual(['wire:w21', 'part:V2', 'wire:w21/open', 'hand:V2.lever', 'figure:V2.va', 'supply', undefined])
})

it.each([
  [{ what: 'conductor', wire: 'w99', is: null }, 'Wire w99 is not there'],
  [{ what: 'conductor', is: job.wires.w21 }, 'Wire 21, white: Splice S4 way 1 to Thermostat 2 W'],
  [
    { what: 'conductor', is: { ...job.wires.w21, to: undefined } },
    'Wire 21, white: Splice S4 way 1 to nobody knows where',
  ],
  [{ what: 'part', part: 'V2', is: null }, 'Valve 2 is not there'],
  [{ what: 'part', part: 'V99', is: null }, 'V99 is not there'],
  [{ what: 'part', is: job.parts.V2 }, `Valve 2: ${kindOf(job.parts.V2)!.name}`],
  [{ what: 'part', is: { ...job.parts.V2, kind: 'valve/wings' } }, 'Valve 2: valve/wings'],
])('%j', (body, says) => expect(entryInWords(job, seen(body))).toBe(says))
