import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { Random } from './random.ts'
import { smallPlant } from './small-plant.ts'

describe('a plant small enough for the best order of asking', () => {
  const drawn = (seed: number) => smallPlant(demoJobs['kestrel-point']!(), 'signal', new Random(seed))!

  it.each([3, 8])('draw %i: nothing is faster than the best; what the program asks is not far from it', (seed) => {
    const { classes, tests, ours, halves, best } = drawn(seed)
    expect(classes).toBeGreaterThan(8)
    expect(classes).toBeLessThanOrEqual(16)
    expect(tests).toBeLessThanOrEqual(30)
    expect(best).toBeGreaterThan(1)
    expect(ours).toBeGreaterThanOrEqual(best - 1e-9)
    expect(halves).toBeGreaterThanOrEqual(best - 1e-9)
    expect(ours / best).toBeLessThan(1.15)
  })
})
