import { documentOf, foundOf, plannedJob, runSheet } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { doneBodies, hungFirst } from './landing.ts'

const plan = plannedJob(documentOf(demoJobs['kestrel-point']!()))
const bare = foundOf(documentOf(plan, { parts: {}, cables: {}, wires: {} }), [])
const whole = foundOf(documentOf(plan, { parts: plan.parts, cables: plan.cables, wires: plan.wires }), [])

it('on new work parts and cable hang before the conductor, once each; on a wall that has them nothing is hung', () => {
  const cored = Object.values(plan.wires).find(({ cable }) => cable)!
  expect(hungFirst(plan, bare, cored).map(({ does, part, cable }) => (does === 'run' ? cable : part))).toEqual([
    cored.from.part,
    cored.to.part,
    cored.cable,
  ])
  expect(hungFirst(plan, bare, { ...cored, to: cored.from })).toHaveLength(2)
  expect(hungFirst(plan, whole, cored)).toEqual([])
})

it('what is moved keeps its own id on the wall; what is lifted is there no more', () => {
  const [id, wire] = Object.entries(plan.wires)[0]!
  expect(doneBodies(plan, whole, { does: 'move', wire: id, was: 'old-7' })).toEqual([
    { kind: 'landed', wire: 'old-7', is: wire },
  ])
  expect(doneBodies(plan, whole, { does: 'lift', wire: 'extra' })).toEqual([
    { kind: 'seen', what: 'conductor', wire: 'extra', is: null },
  ])
  expect(doneBodies(plan, whole, { does: 'land', wire: 'nobody' })).toEqual([])
})

it('a sheet gone through to its end leaves nothing to do', () => {
  expect(runSheet(plan, whole.job).joins).toEqual([])
  expect(runSheet(plan, bare.job).joins).toHaveLength(Object.keys(plan.wires).length)
})
