import { expect, it } from 'vitest'
import { benchWith } from '../suppose/bench.ts'
import { kestrel } from '../testing/benches.ts'
import { plants } from '../testing/mistakes.ts'
import { loopsOf } from './loops.ts'
import type { Strip } from './strip.ts'

/** The light along a loop, conductor by conductor. */

const stretches = ({ items }: Strip) => items.flatMap((item) => (item.form === 'stretch' ? [item] : []))

const callOf = (calling: readonly number[], zone: number) => {
  const { job, simulation } = kestrel({ calling })
  return loopsOf(simulation, job).zones[zone - 1]!.call!
}

it('a call pair that is made is lit all round by its current: its volts are inside the boiler', () => {
  const made = callOf([2], 2)
  expect(stretches(made).map(({ lit, flowing }) => [lit, flowing])).toEqual(stretches(made).map(() => [true, true]))
  expect(stretches(made).flatMap(({ runs }) => runs.map(({ litFar }) => litFar))).not.toContain(false)
  // What stands across it then would be no light.
  expect(Math.max(...stretches(made).map(({ near }) => near))).toBeLessThan(2)
})

it('a call pair that is open is lit up to the switch and dark behind it', () => {
  const open = stretches(callOf([], 2))
  expect(open.map(({ lit }) => lit)).toEqual([true, false])
  expect(open.map(({ flowing }) => flowing)).toEqual([false, false])
})

it('the switch of another zone that is made takes the light with it, and no current', () => {
  const beside = stretches(callOf([2], 3))
  expect(beside.map(({ flowing }) => flowing)).toContain(false)
  expect(beside.some(({ lit }) => !lit)).toBe(true)
})

it('the way home from a motor carries its current and no light', () => {
  const { job, simulation } = kestrel({ calling: [2] })
  const valve = stretches(loopsOf(simulation, job).zones[1]!.valve!)
  expect(valve.map(({ flowing }) => flowing)).toEqual(valve.map(() => true))
  expect(valve.map(({ lit }) => lit)).toEqual([...valve.slice(1).map(() => true), false])
})

it('a loop begins and ends at the terminals of its source that are its own', () => {
  const job = plants['panel, pumps apart']!()
  const loops = loopsOf(benchWith(job, []), job)
  expect(loops.zones.map(({ valve }) => [valve!.from?.terminal, valve!.to?.terminal])).toEqual([
    ['r1', 'v1p2'],
    ['r2', 'v2p2'],
    ['r3', 'v3p2'],
  ])
})
