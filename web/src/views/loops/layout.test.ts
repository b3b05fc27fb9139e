import { ask, type Job, loopsOf, Simulation, type Strip } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { columnsOf, leastWidth, placeStrip } from './layout.ts'

/** The sets of strips that stand on one width, for a job at rest and with every zone calling. */
function stripSets(job: Job): Strip[][] {
  return [false, true].flatMap((calling) => {
    const bench = new Simulation(job)
    for (const zone of Object.keys(job.zones)) ask(bench, job, zone, calling)
    bench.settle()
    const { zones, shared } = loopsOf(bench, job)
    return [
      ...zones.map(({ valve, signal, standIn, call }) => [valve, signal, standIn, call].filter((s) => s !== undefined)),
      ...shared.map((s) => [s]),
    ]
  })
}

describe.each(Object.entries(demoJobs))('strips of %s', (_id, make) => {
  const sets = stripSets(make())

  it.each([320, 650, 980])('in %i pixels keep their order: no station over another, a post or the edge', (room) => {
    for (const strips of sets) {
      const width = Math.max(room, leastWidth(columnsOf(strips, room).columns))
      const columns = columnsOf(strips, width)
      for (const strip of strips) {
        const { stations, stretches, left, right } = placeStrip(strip, width, columns)
        const edges = stations.flatMap(({ x, width: box }) => [x - box / 2, x + box / 2])
        expect([left, ...edges, right]).toEqual([left, ...edges, right].toSorted((a, b) => a - b))
        expect(right).toBeLessThan(width)
        for (const { from, to } of stretches) expect(to).toBeGreaterThanOrEqual(from)
        expect(stations.find(({ station }) => station.subject)?.x).toBe(columns.subjectAt)
      }
    }
  })
})
