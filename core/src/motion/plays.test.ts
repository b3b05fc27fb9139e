import { expect, it } from 'vitest'
import { kestrel } from '../testing/benches.ts'
import { count, is, played, put, stuck } from './plays.ts'

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
