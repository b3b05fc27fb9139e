import { expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { inWalkingOrder } from './drafts.ts'

it('zones are walked by the order of their places, and those of one place by their numbers', () => {
  const job = wired({ zones: 4 })
  job.places = { attic: { name: 'Attic', order: 3 }, cellar: { name: 'Cellar', order: 1 }, ...job.places }
  for (const [zone, place] of [
    ['z1', 'attic'],
    ['z2', 'cellar'],
    ['z3', 'attic'],
    ['z4', 'cellar'],
  ] as const)
    job.zones[zone]!.place = place
  expect(inWalkingOrder(job).map(({ number }) => number)).toEqual([2, 4, 1, 3])
})
