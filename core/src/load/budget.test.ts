import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { cut, kestrel, wired } from '../testing/benches.ts'
import { atWorst, budgetsOf } from './budget.ts'
import { LoadBench, peakOf } from './carried.ts'

it('counts what the transformer carries now, and at worst on the sound wiring whatever is broken', () => {
  const bench = kestrel({ calling: [1, 2], suppose: (job) => [cut(job, 'TS3.w')] })
  const [budget] = budgetsOf(bench.simulation, atWorst(bench.job))
  // Five valves of 7 VA at 24 V draw a little more above their rated volts.
  expect(budget).toMatchObject({ part: 'XF1', ratedVa: 40 })
  expect(budget!.nowVa).toBeGreaterThan(14)
  expect(budget!.nowVa).toBeLessThan(18)
  expect(budget!.mostVa).toBeGreaterThan(35)
  expect(budget!.mostVa).toBeLessThan(40)
  expect(budget!.zones).toHaveLength(5)
})

it('finds the transformer inside a panel', () => {
  const job = demoJobs['sable-row']!()
  expect(budgetsOf(new Simulation(job), atWorst(job)).map(({ part, ratedVa }) => [part, ratedVa])).toEqual([
    ['PN1', 100],
  ])
})

describe('what one transformer carries at worst', () => {
  const worst = (job: Job) => atWorst(job)[0]!
  const panel = (priority: 0 | 1) =>
    produce(wired({ scheme: 's5a', panel: 'panel/zone-valve-6', hotWater: true, zones: 5 }), (draft) => {
      draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority }
    })

  it('where hot water goes first, is what the others draw while it is satisfied', () => {
    const job = panel(1)
    const { va, zones } = worst(job)
    expect(zones).toEqual(['z1', 'z2', 'z3', 'z4'])
    const run = (calling: readonly string[]) => peakOf(new LoadBench(job).run(calling).get('PN1')!)
    expect(va).toBe(run(zones))
    expect(va).toBeGreaterThan(2 * run(Object.keys(job.zones)))
  })

  it('is everybody where nobody goes first', () => {
    expect(worst(panel(0)).zones).toHaveLength(5)
    expect(worst(panel(0)).va).toBeGreaterThan(worst(panel(1)).va + 5)
  })

  it('is what the valves draw as they start, where that is more than they hold with', () => {
    const job = wired({ valve: 'valve/stored-charge', zones: 3 })
    const moments = new LoadBench(job).run(Object.keys(job.zones)).get('XF1')!
    expect(worst(job).va).toBe(peakOf(moments))
    expect(worst(job).va).toBeGreaterThan(1.5 * moments.at(-1)!.va)
  })

  it('names valves that get too few volts to start, by their own plate where it says', () => {
    const far = (size: number, needs?: number) =>
      produce(wired({ remote: true, zones: 2 }), (draft) => {
        for (const wire of Object.values(draft.wires)) if (wire.cable) Object.assign(wire, { length: 300, size })
        if (needs) draft.parts.V2!.figures = { minimumVolts: needs }
      })
    expect(worst(far(1.5)).starved).toEqual([])
    expect(worst(far(1.5, 40)).starved).toEqual([{ part: 'V2', volts: expect.any(Number), needs: 40 }])
    const both = worst(far(0.2)).starved
    expect(both.map(({ part, needs }) => [part, needs])).toEqual([
      ['V1', 19],
      ['V2', 19],
    ])
    for (const { volts } of both) expect(volts).toBeLessThan(19)
  })
})
