import { compare } from '../compare/compare.ts'
import type { Circuit, Job } from '../job/schema.ts'
import type { Spot } from '../words/spot.ts'

/** One thing that is not as the scheme has it, and how it is put back. */
export interface Deviation {
  readonly says: string
  /** What it touches, as it is and as it was meant. */
  readonly at: readonly Spot[]
  putBack(draft: Circuit): void
}

/** The wiring the job's scheme wrote; undefined where it was wired by hand. */
export const asMeant = (job: Job): Job | undefined => (job.wired ? { ...job, ...job.wired } : undefined)

/** Where the wiring differs from what its scheme wrote. */
export function deviations(job: Job): Deviation[] {
  const meant = asMeant(job)
  if (!meant) return []
  return compare(meant, job).changes.map(({ remedy, at, putBack }) => ({ says: remedy, at, putBack }))
}
