import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Evidence } from './evidence.ts'
import { Finder } from './finder.ts'

const job = demoJobs['lowther-street']!()
const [zone, other] = Object.keys(job.zones) as [string, string]
const cold = (of: string): Evidence => ({ is: 'room', zone: of, heats: false })

/** Searches until so much of the work is done, and leaves it there; to its end where nothing is said. */
function searched(finder: Finder, seen: readonly Evidence[], until = 1) {
  const shares: number[] = []
  const work = finder.find([zone], seen)
  for (let next = work.next(); ; next = work.next()) {
    if (next.done) return { shares, found: next.value }
    shares.push(next.value)
    if (next.value >= until) return { shares, found: undefined }
  }
}

describe('a search that another question breaks off', () => {
  const whole = searched(new Finder(job), [cold(zone)])

  it('tells how far it is, every few suspects and not at each, and never less than before', () => {
    const { shares } = whole
    const { length } = new Finder(job).suspects
    expect(shares.length).toBeGreaterThan(length / 10)
    expect(shares.length).toBeLessThan(length / 2)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    expect(shares.at(-1)).toBeLessThanOrEqual(1)
  })

  it('is gone on with where it was left, and finds the same', () => {
    const finder = new Finder(job)
    const { shares } = searched(finder, [cold(zone)], 0.4)
    const rest = searched(finder, [cold(zone)])
    expect(rest.shares[0]).toBeGreaterThan(shares.at(-1)!)
    expect(rest.found).toEqual(whole.found)
    // Now everything is there.
    expect(searched(finder, [cold(zone)]).shares.filter((share) => share <= 0.8)).toEqual([])
  })

  it('has a first thing to ask at once, whatever was half worked out', () => {
    const quickly = (finder: Finder) => {
      const work = finder.find([zone], [], { quick: true })
      for (let next = work.next(); ; next = work.next()) if (next.done) return next.value
    }
    const finder = new Finder(job)
    searched(finder, [cold(zone)], 0.1)
    const { next, units } = quickly(finder)
    const fresh = quickly(new Finder(job))
    expect(next?.ask.id).toBe(fresh.next?.ask.id)
    expect(units.map(({ unit }) => unit)).toEqual(fresh.units.map(({ unit }) => unit))
  })

  it('leaves the reasons of the answer before as they were', () => {
    const finder = new Finder(job)
    searched(finder, [cold(zone)])
    const before = finder.why([cold(zone)])
    // What is said of another zone wants a stand more, of which half is worked out.
    searched(finder, [cold(zone), cold(other)], 0.4)
    expect(finder.why([cold(zone)])).toEqual(before)
  })

  it('finds what a fresh one finds where what may be wrong has become other things meanwhile', () => {
    const finder = new Finder(job)
    searched(finder, [cold(zone)], 0.4)
    finder.weigh({ told: 'wired' })
    const { found } = searched(finder, [cold(zone)])
    const fresh = new Finder(job)
    fresh.weigh({ told: 'wired' })
    expect(found).toEqual(searched(fresh, [cold(zone)]).found)
  })
})
