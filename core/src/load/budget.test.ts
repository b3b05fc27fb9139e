import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { Simulation } from '../motion/simulation.ts'
import { cut, kestrel } from '../testing/benches.ts'
import { budgetsOf, everythingCalling } from './budget.ts'

it('counts what the transformer carries now, and with every zone calling on the sound wiring whatever is broken', () => {
  const bench = kestrel({ calling: [1, 2], suppose: (job) => [cut(job, 'TS3.w')] })
  const [budget] = budgetsOf(bench.simulation, everythingCalling(bench.job))
  // Five valves of 7 VA at 24 V draw a little more above their rated volts.
  expect(budget).toMatchObject({ part: 'XF1', ratedVa: 40 })
  expect(budget!.nowVa).toBeGreaterThan(14)
  expect(budget!.nowVa).toBeLessThan(18)
  expect(budget!.allVa).toBeGreaterThan(35)
  expect(budget!.allVa).toBeLessThan(40)
  expect(budget!.allVolts).toBeLessThan(budget!.nowVolts)
})

it('finds the transformer inside a panel', () => {
  const job = demoJobs['sable-row']!()
  expect(budgetsOf(new Simulation(job), everythingCalling(job)).map(({ part, ratedVa }) => [part, ratedVa])).toEqual([
    ['PN1', 100],
  ])
})
