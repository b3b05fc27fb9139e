import { documentOf, plannedJob, runSheet } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { benchNote, sheetRows, sheetSays } from './in-words.ts'

const join = (does: 'land' | 'move' | 'lift') => ({ does }) as never

it('the sheet says how much hangs and what is left, whatever is left', () => {
  expect(sheetSays({ joins: [], of: 56 }, false)).toContain('Nobody has been at the wall')
  expect(sheetSays({ joins: [], of: 56 }, true)).toBe('All 56 conductors hang as planned.')
  expect(sheetSays({ joins: [join('land'), join('land')], of: 56 }, true)).toBe('54 of 56 hang as planned; 2 to land.')
  expect(sheetSays({ joins: [join('lift'), join('move')], of: 56 }, true)).toBe(
    '55 of 56 hang as planned; 1 to lift, 1 to move.',
  )
})

it('every line of the sheet is a row as wide as its head, in the order of the work', () => {
  const plan = plannedJob(documentOf(demoJobs['kestrel-point']!()))
  const { joins } = runSheet(plan, { ...plan, parts: {}, cables: {}, wires: {} })
  const [head, ...rows] = sheetRows(plan, joins)
  expect(rows).toHaveLength(joins.length)
  expect(rows.every((row) => row.length === head!.length)).toBe(true)
  expect(rows.map(([order]) => order)).toEqual(joins.map((_, i) => String(i + 1)))
})

it('a bench check leaves a note with its tag, if it has one', () => {
  expect(benchNote('Zone valve', 'Valve 2', ' 88 ', true)).toBe(
    'Bench check of the new Zone valve for Valve 2, tag 88: as it should.',
  )
  expect(benchNote('Zone valve', 'Valve 2', '', false)).toBe(
    'Bench check of the new Zone valve for Valve 2: not as it should, not to be fitted.',
  )
})
