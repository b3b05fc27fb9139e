import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { everySupposition, inPattern, suppositionInWords, unitOf } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import { labelOf } from '../words/words.ts'
import { NONE_OF_THESE, NOTHING_WRONG, weightOf } from './weights.ts'

/** One way in which the plant may be broken; `unit` is what is replaced, remade or set to put it right. */
export interface Suspect {
  readonly id: string
  readonly suppositions: readonly Supposition[]
  readonly unit: string
  readonly weight: number
  readonly says: string
}

/** Nothing of what is known. What it would show nobody can say: it explains any reading a little. */
export const NONE = 'none of these'
/** Nothing is wrong. */
export const WELL = 'nothing wrong'

/**
 * Every single thing that may be wrong with a plant and is not on record as wrong already, and the two that are always
 * possible: nothing wrong, and none of these.
 */
export function suspectsOf(job: Job, base: readonly Supposition[]): Suspect[] {
  const known = new Set(base.map(({ id }) => id))
  const library = everySupposition(job).flatMap((one): Suspect[] => {
    const weight = weightOf(one.id)
    if (weight === 0 || !inPattern(one) || known.has(one.id)) return []
    return [
      {
        id: one.id,
        suppositions: [one],
        unit: actOf(job, unitOf(job, one)),
        weight,
        says: suppositionInWords(job, one),
      },
    ]
  })
  return [
    { id: WELL, suppositions: [], unit: WELL, weight: NOTHING_WRONG, says: 'Nothing is wrong' },
    { id: NONE, suppositions: [], unit: NONE, weight: NONE_OF_THESE, says: 'Something that is not on this list' },
    ...library,
  ]
}

/** A splice is remade as a whole, whichever of its ways is loose. */
function actOf(job: Job, unit: string): string {
  const [id = ''] = unit.split('/')
  return kindOf(job.parts[id] ?? { kind: '' })?.class === 'joint' ? id : unit
}

/** A unit in words: "Valve 2: head". */
export function unitInWords(job: Job, unit: string): string {
  if (unit === WELL) return 'Nothing is wrong'
  if (unit === NONE) return 'Something not on this list'
  const [id = '', piece] = unit.split('/')
  const named = job.parts[id] ? labelOf(job, id) : job.wires[id] ? `Wire ${job.wires[id]!.label}` : undefined
  if (named === undefined) return job.cables[id] ? `${job.cables[id]!.label}${piece ? `: ${piece} core` : ''}` : unit
  return piece === undefined || piece === 'whole' ? named : `${named}: ${piece}`
}
