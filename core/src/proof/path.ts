import { applied, byPuttingBack, type Fix } from '../checks/fix.ts'
import type { Job } from '../job/schema.ts'
import { wayOf } from '../loops/way.ts'
import type { Spot } from '../words/spot.ts'
import { proven } from './proof.ts'
import type { Difference } from './proof-bench.ts'

/** The way that explains a difference, on the sound wiring. */
export const pathOf = (job: Job, { asking, part }: Difference): Spot[] => wayOf(job, asking, part)

/** What puts a difference right, tried: the proof must not show it any more. */
export function fixOfDifference(job: Job, difference: Difference): Fix | undefined {
  return byPuttingBack(job, pathOf(job, difference)).find((fix) => {
    const next = applied(job, fix)
    return (
      next !== undefined &&
      !proven(next).differences.some(({ part, should }) => part === difference.part && should === difference.should)
    )
  })
}
