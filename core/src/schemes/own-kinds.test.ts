import { expect, it } from 'vitest'
import type { OwnKind } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { terminalsInOrder } from '../parts/index.ts'
import { seriousIn, wireAt, wired } from '../testing/benches.ts'
import { fitOf, schemeCalled, wiredBy } from './index.ts'
import { outOfStep } from './out-of-step.ts'
import { faultsOfOwnKind } from './own-kinds.ts'

const slow: OwnKind = {
  like: 'valve/motor-4',
  name: 'Slow valve from the old store',
  figures: { opensIn: 40, va: 9 },
  markings: { m1: 'TH', m2: 'TR' },
  leadColours: { m1: 'violet' },
  note: '',
}

it('a zone with a valve of the user’s own is wired, moves as its figures say and shows its markings and leads', () => {
  const job = wired()
  job.ownKinds = { slow }
  job.zones.z2!.valveKind = 'slow'
  const scheme = schemeCalled('s2')!
  expect(fitOf(scheme, job)).toEqual({ fits: true })
  const next = wiredBy(job, scheme)
  expect(next.parts.V2).toMatchObject({ kind: 'valve/motor-4', markings: { m1: 'TH' }, figures: { opensIn: 40 } })
  expect(next.zones.z2!.valveKind).toBe('slow')
  expect(wireAt(next, 'V2.m1').wire.colour).toBe('violet')
  expect([seriousIn(next), outOfStep(next)]).toEqual([[], []])
  const bench = new Simulation(next)
  bench.set('TS2', 'calling', true)
  bench.runTo(20)
  expect(bench.stateOf('V2').travel).toBeCloseTo(0.5, 6)
})

it('a kind that names what its model has not is told where', () => {
  expect(faultsOfOwnKind(slow)).toEqual([])
  expect(faultsOfOwnKind({ ...slow, like: 'valve/nonsense' })[0]).toMatchObject({ where: '/like' })
  expect(faultsOfOwnKind({ ...slow, figures: { wings: 2 } })).toEqual([
    { where: '/figures/wings', says: expect.stringContaining('no figure “wings”') },
  ])
  expect(faultsOfOwnKind({ ...slow, markings: { e9: 'X' } })[0]).toMatchObject({ where: '/markings/e9' })
})

it('a panel of the user’s own lies as its kind says, and a layout its model has not is told', () => {
  const job = wired({ scheme: 's5a', panel: 'panel/zone-valve-3' })
  const ours: OwnKind = { ...slow, like: 'panel/zone-valve-3', figures: {}, markings: {}, leadColours: {} }
  job.ownKinds = { ours: { ...ours, layout: 'valves-first' } }
  job.survey.panel = 'ours'
  const next = wiredBy(job, schemeCalled('s5a')!)
  expect([next.parts.PN1!.layout, terminalsInOrder(next.parts.PN1!).indexOf('v3p4')]).toEqual(['valves-first', 25])
  expect(faultsOfOwnKind({ ...ours, layout: 'valves-first' })).toEqual([])
  expect(faultsOfOwnKind({ ...ours, layout: 'round' })).toEqual([
    { where: '/layout', says: 'Zone-valve panel, 3 zones has no layout “round”.' },
  ])
  expect(faultsOfOwnKind({ ...slow, layout: 'zones' })[0]).toMatchObject({ where: '/layout' })
})
