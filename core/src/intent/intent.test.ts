import { expect, it } from 'vitest'
import { plants } from '../testing/mistakes.ts'
import { intentOf } from './intent.ts'

/** Which pump serves which zones, and which keeps which off. */

const panel = plants['panel, pumps apart']!

it('a pump that nobody owns serves all zones, one that a zone owns serves it alone', () => {
  const job = plants['two 24 V zones']!()
  const [pump] = [...intentOf(job).pumps.entries()]
  expect(pump).toEqual(['P1', { zones: ['z1', 'z2'] }])
  job.zones.z2!.pump = 'P1'
  expect(intentOf(job).pumps.get('P1')).toEqual({ zones: ['z2'] })
})

it('where the last zone runs its pump alone, hot water keeps the heating pump off; what was said otherwise stands', () => {
  const job = panel()
  expect(intentOf(job).pumps.get('P1')).toMatchObject({ unless: ['z3'] })
  expect(intentOf(job).pumps.get('P2')).toEqual({ zones: ['z3'] })
  job.intent = { pumps: { P1: { zones: ['z1'] } } }
  expect(intentOf(job).pumps.get('P1')).toEqual({ zones: ['z1'] })
})

it('a heating pump that is not on the wall yet is served by nobody, and keeps nobody waiting', () => {
  const job = panel()
  delete job.parts.P1
  expect([...intentOf(job).pumps]).toEqual([['P2', { zones: ['z3'] }]])
})
