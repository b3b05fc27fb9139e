import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { LoadBench, peakOf } from './carried.ts'
import { worstTogether } from './worst.ts'

/** The worst of each number, found by the search, and how many choices it ran besides each zone alone. */
function searched(job: Job) {
  const bench = new LoadBench(job)
  const alone = new Map(Object.keys(job.zones).map((zone) => [zone, bench.run([zone])]))
  const search = worstTogether(job, bench, alone, bench.rest())
  let runs = 0
  for (;;) {
    const next = search.next()
    if (next.done) return { worst: next.value, runs }
    runs = next.value
  }
}

/** The same by running every choice there is. */
function everyChoice(job: Job): Map<string, number[]> {
  const bench = new LoadBench(job)
  const zones = Object.keys(job.zones)
  const most = new Map(bench.sources.map(({ part }) => [part, Array<number>(zones.length + 1).fill(0)]))
  for (let bits = 1; bits < 1 << zones.length; bits++) {
    const set = zones.filter((_, i) => bits & (1 << i))
    for (const [part, moments] of bench.run(set)) {
      const row = most.get(part)!
      row[set.length] = Math.max(row[set.length]!, peakOf(moments))
    }
  }
  return most
}

/** Eight zones of mixed kinds: two hungry wax heads, a thirsty motor, the others alike but for their cables. */
const mixed = produce(wired({ zones: 8 }), (draft) => {
  draft.parts.V2!.figures = { va: 14 }
  draft.parts.V5!.figures = { va: 14 }
  draft.parts.V7!.figures = { va: 9.5 }
})

describe('the worst choice of so many zones', () => {
  it.each([
    ['eight mixed', mixed],
    ['kestrel-point', demoJobs['kestrel-point']!()],
    ['sable-row', demoJobs['sable-row']!()],
    ['fenwick-orchard', demoJobs['fenwick-orchard']!()],
  ])('of %s is that of running every choice', (_name, job) => {
    const { worst } = searched(job)
    for (const [part, row] of everyChoice(job))
      for (const { zones, va } of worst.get(part)!) {
        // Zones that differ only by a few metres of cable may stand for each other.
        if (zones.length > 0) expect(Math.abs(va - row[zones.length]!)).toBeLessThan(0.02)
      }
  })

  it('takes the hungry first, and runs far fewer choices than there are', () => {
    const { worst, runs } = searched(mixed)
    const [, one, two, three] = worst.get('XF1')!
    expect(one!.zones.every((zone) => ['V2', 'V5'].includes(mixed.zones[zone]!.valve!))).toBe(true)
    expect(two!.zones.map((zone) => mixed.zones[zone]!.valve).sort()).toEqual(['V2', 'V5'])
    expect(three!.zones.map((zone) => mixed.zones[zone]!.valve).sort()).toEqual(['V2', 'V5', 'V7'])
    expect(runs).toBeLessThan(60)
  })

  it('of twelve equal zones takes one run for each number', () => {
    const { runs } = searched(wired({ zones: 12 }))
    expect(runs).toBe(11)
  })

  it('holds for priority, where fewer are carried than call', () => {
    const job = produce(wired({ scheme: 's5a', zones: 4, panel: 'panel/zone-valve-4', hotWater: true }), (draft) => {
      draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority: 1 }
      // The tank draws nearly as much as the three others, and shuts them off: its choices are bound highest, and are not
      // the worst; what the panel itself draws for each call decides it.
      draft.parts.V4!.figures = { va: 21 }
    })
    const { worst } = searched(job)
    for (const [part, row] of everyChoice(job))
      for (const { zones, va } of worst.get(part)!)
        if (zones.length > 0) expect(Math.abs(va - row[zones.length]!)).toBeLessThan(0.02)
  })
})
