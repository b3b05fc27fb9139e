import { produce } from 'immer'
import { netlistOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { catalogue, kindOf } from '../parts/index.ts'
import { Poles } from '../poles/poles.ts'
import { fuseFor } from './fuse-size.ts'
import { fusesOf } from './fuses.ts'

/** Sizes transformers come in, VA. */
export const TRANSFORMER_SIZES = [20, 40, 50, 75, 100] as const

/**
 * A job with one of its transformers another size, and the fuse of that one with it; the wiring stays.
 * @param va rating of the new one, VA
 * @returns the job, and the amps of the fuse where it has one
 */
export function resized(job: Job, part: string, va: number): { job: Job; fuse: number | undefined } {
  const fuse = fuseFor(va)
  const netlist = netlistOf(job, catalogue)
  const fuses = fusesOf(netlist, new Poles(netlist, job), part)
  const alone = Object.values(job.parts).filter((one) => kindOf(one)?.class === 'transformer').length === 1
  const changed = produce(job, (draft) => {
    draft.parts[part]!.figures = { ...draft.parts[part]!.figures, va }
    for (const { id } of fuses) draft.parts[id]!.figures = { ...draft.parts[id]!.figures, amps: fuse }
    // Of several transformers only this one is another; the survey speaks of all.
    if (alone) Object.assign(draft.survey.transformer, { va, fuseAmps: fuse })
  })
  return { job: changed, fuse: fuses.length > 0 ? fuse : undefined }
}
