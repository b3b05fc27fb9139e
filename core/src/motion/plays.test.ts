import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { kestrel } from '../testing/benches.ts'
import { unaltered } from './alterations.ts'
import { ask } from './asking.ts'
import { count, is, played, put, stuck } from './plays.ts'
import { Simulation } from './simulation.ts'

const { simulation } = kestrel({ calling: [2] })
const part = (id: string) => simulation.netlist.parts.get(id)!

it('what a part has no state for is not so, is nought, and is not moved', () => {
  expect(is(simulation, part('TS2'), 'calling')).toBe(true)
  expect(is(simulation, part('TS1'), 'calling')).toBe(false)
  expect(is(simulation, part('V2'), 'calling')).toBe(false)
  expect(is(simulation, undefined, 'calling')).toBe(false)
  expect(count(simulation, part('TS2'), 'travel')).toBe(0)
  expect(count(simulation, undefined, 'travel')).toBe(0)
  expect(played(simulation, part('V2'), 'flame')).toBeUndefined()
  expect(stuck(simulation, part('TS2'), 'travel')).toBe(false)
  put(simulation, part('V2'), 'flame', true)
  expect(simulation.stateOf('V2')).not.toHaveProperty('flame')
})

it('what is pinned is stuck, and nothing else of it', () => {
  const { simulation: bench } = kestrel({ suppose: () => ['part:V2/headStaysOpen'] })
  const valve = bench.netlist.parts.get('V2')!
  expect(stuck(bench, valve, 'travel')).toBe(true)
  expect(stuck(bench, valve, 'lever')).toBe(false)
})

it('a part of which one state is pinned goes on changing the others; where all of a change is pinned it rests', () => {
  const job = demoJobs['sable-row']!()
  const bench = new Simulation(job)
  bench.alter({ ...unaltered, pins: { PN1: { call1: false }, P1: { running: false } } })
  for (const zone of ['zone1', 'zone3']) ask(bench, job, zone, true)
  bench.settle()
  // Its lamp is dead for the first zone; the third’s call came at the same instant.
  expect(bench.stateOf('PN1')).toMatchObject({ call1: false, call5: true })
  // A seized pump wants to run for ever, and nothing turns in a circle because of it.
  expect(bench.stateOf('P1').running).toBe(false)
  expect(bench.buzzing).toEqual([])
  expect(bench.trace.filter(({ part }) => part === 'P1')).toEqual([])
})
