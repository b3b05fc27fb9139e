import { documentOf, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { sheetOf } from './run-sheet.ts'

const plan = plannedJob(documentOf(demoJobs['kestrel-point']!()))

it('is worked out once for one plan and one wall, and anew for another of either', () => {
  const bare = { ...plan, wires: {} }
  const sheet = sheetOf(plan, bare)
  expect(sheet.joins).toHaveLength(Object.keys(plan.wires).length)
  expect(sheetOf(plan, bare)).toBe(sheet)
  const other = sheetOf(plan, plan)
  expect(other).not.toBe(sheet)
  expect(other.joins).toEqual([])
  expect(sheetOf({ ...plan }, plan)).not.toBe(other)
})
