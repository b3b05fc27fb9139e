import { expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { line, setters } from '../testing/ways.ts'
import { plantOf } from './plant.ts'
import { ProveBench } from './prove-bench.ts'

it('a zone whose valve or thermostat hangs nowhere follows nothing and has no tank', () => {
  const job = wired({ ...setters, zones: 3 })
  const [first, second, third] = Object.keys(job.zones)
  expect(plantOf(job).following).toEqual([first, second, third])
  delete job.zones[first!]!.valve
  delete job.zones[second!]!.thermostat
  expect(plantOf(job)).toMatchObject({ following: [third], tanks: [] })
})

it('a boiler whose over-run is set to nothing runs nothing on', () => {
  const job = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', zones: 1, postRun: 90 })
  expect(plantOf(job).runOn).toEqual(['B1'])
  job.parts.B1!.figures = { ...job.parts.B1!.figures, postRun: 0 }
  expect(plantOf(job).runOn).toEqual([])
})

it('of a part that is not there nothing is seen', () => {
  const bench = new ProveBench(wired({ zones: 1 }))
  for (const looks of ['open', 'half', 'runs', 'runsOn', 'called', 'burns'] as const)
    expect(bench.shows({ part: 'nobody', looks })).toBe(false)
  expect(bench.reads({ mode: 'loz', from: 'V1.m1', to: 'nobody.m2' })).toBeUndefined()
})
